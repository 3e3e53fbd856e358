import { readdirSync, readFileSync } from 'node:fs'
import { join } from 'node:path'
import type { Page } from 'puppeteer-core'
import { afterAll, afterEach, beforeAll, describe, expect, inject, it } from 'vitest'
import { plainSlip } from '@/contract/slip-data'
import { fromMm } from '@/core/length/length'
import { readRuler, SheetPicture } from '../test/measure'
import { axeEverywhere, choose, click, one, oneCopy, PATIENCE_MS, press, says, settled, Visit } from './browser'

let visit: Visit
beforeAll(async () => {
  visit = await Visit.start()
})
afterEach(() => visit.closePages())
afterAll(() => visit.end())

/** What the page itself would ask the room to do. */
async function act(page: Page, name: string, input: unknown): Promise<Record<string, unknown>> {
  const result = (await page.evaluate(
    `fetch('/api/do/${name}', { method: 'POST', headers: { 'content-type': 'application/json' }, body: ${JSON.stringify(JSON.stringify(input))} }).then((r) => r.json())`,
  )) as { ok: boolean; value: Record<string, unknown>; problem: unknown }
  if (!result.ok) throw new Error(`${name}: ${JSON.stringify(result.problem)}`)
  return result.value
}

/** The sheet of a job in the tray. */
function sheetOf(jobName: string): { path: string; width: number; length: number; number: number } {
  const folder = join(inject('tray'), 'otter')
  for (const name of readdirSync(folder))
    if (name.endsWith('.json')) {
      const note = JSON.parse(readFileSync(join(folder, name), 'utf8'))
      if (note.jobName === jobName) return { ...note, path: join(folder, note.file) }
    }
  throw new Error(`no sheet of ${jobName}`)
}

describe('a printer by its address, from nothing to a print that measures what was promised', () => {
  const address = (): string => `ipp://127.0.0.1:${inject('printers').otter}/ipp/print`

  it('what is no printer is said, and nothing is added', async () => {
    const page = await visit.open('/printers')
    const before = one<number>('select count(*) from printers')
    await press(page, 'By its address')
    await page.waitForSelector('aria/Address')
    await page.type('aria/Address', `${inject('address').replace('http', 'ipp')}/api/find`)
    await page.type('aria/Nickname', 'A web page')
    await press(page, 'Ask it and add it')
    await says(page, /does not speak the Internet Printing Protocol/)
    expect(one<number>('select count(*) from printers')).toBe(before)
  })

  it('is asked, added with everything that it tells, and asked again', async () => {
    const page = await visit.open('/printers')
    await press(page, 'By its address')
    await page.waitForSelector('aria/Address')
    await page.type('aria/Address', address())
    await page.type('aria/Nickname', 'Stoat')
    await press(page, 'Ask it and add it')
    await page.waitForFunction(() => /^\/printers\/[0-9a-f-]{36}$/.test(location.pathname))
    await settled(page)
    await says(page, /desktop pigment printer, 329 mm/)
    await says(page, /asked today; the same as known/)
    const facts = JSON.parse(
      one<string>("select q.facts from queues q join printers p on p.id = q.printer_id where p.nickname = 'Stoat'"),
    )
    expect(facts.mediaSettings.map((m: { id: string }) => m.id)).toContain('lustre')
    expect(facts.feeds[0].margins[0].margins).toEqual({ left: 3700, right: 3700, lead: 4400, trail: 11_600 })
    expect(facts.feeds[0].borderless.widths).toContain(257_000)
  })

  it('an edge check on the output tray, five sheets, read and calculated by keyboard', async () => {
    const page = await visit.open('/bench')
    const queueId = one<string>(
      "select q.id from queues q join printers p on p.id = q.printer_id where p.nickname = 'Stoat'",
    )
    const printerId = one<string>("select id from printers where nickname = 'Stoat'")
    const feedId = one<string>('select id from feeds where printer_id = ? order by position limit 1', printerId)
    const paperId = one<string>("select id from papers where surface = 'lustre' limit 1")
    const preset = await act(page, 'preset.add', {
      name: 'Stoat, lustre, draft',
      draft: {
        queueId,
        inkSet: one<string>('select ink_set from printers where id = ?', printerId),
        feedId,
        paperId,
        mediaSettingId: 'lustre',
        qualityId: 'draft',
        passes: 'one-way',
        blackInk: 'photo',
        topcoat: null,
        colourMode: 'colour',
        printerColour: 'own',
        driverProfile: null,
        tint: null,
        fileColour: { kind: 'untouched' },
        bits: 8,
        mirror: false,
        edgeAllowed: 'either',
        own: {},
      },
    })
    await act(page, 'preset.seal', { id: preset.id, revision: 1, why: 'for the check' })
    await page.goto(`${inject('address')}/edge-checks/new?printer=${printerId}`, { waitUntil: 'load' })
    await settled(page)
    await choose(page, 'Sheet', 'B4')
    await press(page, 'Print 5 ruler sheets')
    await page.waitForFunction(() => /^\/edge-checks\/[0-9a-f-]{36}$/.test(location.pathname))
    await page.waitForFunction(() => (document.body.innerText.match(/sheet \d came out/g) ?? []).length === 5, {})
    const checkId = page.url().split('/').at(-1) ?? ''
    const layout = JSON.parse(one<string>('select layout from edge_checks where id = ?', checkId))
    const mm = (v: number): number => v / 1000
    const ruler = {
      width: mm(layout.sheet.width),
      length: mm(layout.sheet.length),
      stairs: layout.stairs.map((s: { from: number; pitch: number }) => ({
        ...s,
        from: mm(s.from),
        pitch: mm(s.pitch),
      })),
      crosses: Object.fromEntries(
        Object.entries(layout.crosses as Record<string, { x: number; y: number }>).map(([k, c]) => [
          k,
          { x: mm(c.x), y: mm(c.y) },
        ]),
      ),
    }
    for (let sheet = 1; sheet <= 5; sheet++) {
      const jobName = one<string>('select job_name from print_jobs where subject_id = ? and sheet = ?', checkId, sheet)
      const read = readRuler(await SheetPicture.open(sheetOf(jobName).path), ruler as never)
      await page.focus(`[aria-label="Sheet ${sheet}, left"]`)
      const values = [...Object.values(read.ticks), ...Object.values(read.lengths)]
      expect(values).toHaveLength(9)
      for (const value of values) {
        await page.keyboard.type(String(value))
        await page.keyboard.press('Tab')
      }
    }
    await says(page, 'saved')
    await press(page, 'Calculate and use it')
    await says(page, /In use for every prediction of this queue and feed/)
    await says(page, /5 sheets/)
    const result = JSON.parse(one<string>('select result from edge_checks where id = ?', checkId))
    expect(result.driftKnown).toBe(true)
    expect(result.outliers).toEqual([])
    await page.goto(`${inject('address')}/printers/${printerId}`, { waitUntil: 'load' })
    await says(page, /in use/)
  })

  it('a tray sheet is measured with crosshair and rule, by keys', async () => {
    const page = await visit.open('/tray')
    await page.waitForSelector('[role=application]')
    const number = (label: string): Promise<number> =>
      page.evaluate((l) => {
        const dt = [...document.querySelectorAll('dt')].find((d) => d.textContent === l)
        return Number.parseFloat(dt?.nextElementSibling?.textContent ?? '')
      }, label)
    const before = await number('From the left edge')
    await page.evaluate(() => document.querySelector<SVGElement>('[role=application]')?.focus())
    await page.keyboard.press('m')
    for (let i = 0; i < 3; i++) await page.keyboard.press('ArrowRight')
    await page.keyboard.down('Shift')
    await page.keyboard.press('ArrowRight')
    await page.keyboard.up('Shift')
    expect(await number('From the left edge')).toBeCloseTo(before + 1.15, 2)
    expect(await number('Rule, across')).toBeCloseTo(1.15, 2)
    const loaded = await page.evaluate(async () => {
      const img = document.querySelector<HTMLImageElement>('button img')
      await img?.decode()
      return img?.naturalWidth ?? 0
    })
    expect(loaded).toBeGreaterThan(200)
  })

  it('a small picture on a larger borderless sheet comes out as promised, and is in the log', async () => {
    const page = await visit.open('/bench')
    const versionId = one<string>(
      "select v.id from preset_versions v join presets p on p.id = v.preset_id where p.name = 'Stoat, lustre, draft'",
    )
    const slip = await act(page, 'slip.add', {
      body: plainSlip({
        title: 'Small on large',
        pictureId: one<string>(
          "select id from pictures where mime = 'image/jpeg' and orientation = 1 order by width desc limit 1",
        ),
        versionId,
        sheet: { kind: 'size', sizeId: 'jis_b4_257x364mm' },
        edge: 'borderless',
        placing: { mode: 'exact', by: { edge: 'both', width: fromMm(120), height: fromMm(160) } },
      }),
    })
    await page.goto(`${inject('address')}/slips/${slip.id}`, { waitUntil: 'load' })
    await settled(page)
    await says(page, /measured by edge check/)
    await press(page, 'Print and log')
    await says(page, /the printer’s\s+scaling off/)
    const stops = await page.$$('input[placeholder="Why it is printed all the same"]')
    for (const stop of stops) await stop.type('a test print')
    await oneCopy(page)
    await press(page, 'Print 1 copy')
    await says(page, /came out and is in the log/)
    await says(page, /run \d+, good/)
    const jobName = one<string>('select job_name from print_jobs where subject_id = ?', slip.id)
    const sheet = await SheetPicture.open(sheetOf(jobName).path)
    // the picture may be light somewhere: its darkest extent along many lines
    const reach = (axis: 'across' | 'along', from: number, to: number, length: number) => {
      const all = Array.from({ length: 30 }, (_, i) =>
        sheet.extent(axis, from + ((to - from) * i) / 29, length),
      ).filter((e) => e !== null)
      return { from: Math.min(...all.map((e) => e.from)), to: Math.max(...all.map((e) => e.to)) }
    }
    const across = reach('across', 105, 259, 257)
    const along = reach('along', 72, 185, 364)
    expect(Math.abs(across.to - across.from - 120)).toBeLessThan(0.6)
    expect(Math.abs(along.to - along.from - 160)).toBeLessThan(0.6)
  })

  it('the sheet in the tray can be seen from the slip, and switches change what is in a printer', async () => {
    const page = await visit.open('/tray')
    const label = 'Otter, photo, rear stack: sheets left'
    const left = (): Promise<number> =>
      fetch(`http://127.0.0.1:${inject('printers').otter}/tray/state`)
        .then((r) => r.json())
        .then((s) => s.sources[0].left)
    // news of the print before may still come in while this is typed: what is typed stays
    await click(page, `[aria-label="${label}"]`, 3)
    await page.keyboard.type('7')
    await page.keyboard.press('Tab')
    await expect.poll(left, { timeout: PATIENCE_MS }).toBe(7)
    await page.waitForFunction(
      (l) => document.querySelector<HTMLInputElement>(`[aria-label="${l}"]:not([disabled])`)?.value === '7',
      {},
      label,
    )
  })

  it('axe finds nothing on an edge check, a printer that was measured, the tray', async () => {
    for (const path of [
      `/edge-checks/${one<string>('select id from edge_checks limit 1')}`,
      `/printers/${one<string>("select id from printers where nickname = 'Stoat'")}`,
      '/tray',
    ]) {
      const page = await visit.open(path)
      expect(await axeEverywhere(page), path).toEqual([])
      await page.close()
    }
  })
})
