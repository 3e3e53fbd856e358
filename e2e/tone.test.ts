import { writeFileSync } from 'node:fs'
import { join } from 'node:path'
import type { ElementHandle, Page } from 'puppeteer-core'
import sharp from 'sharp'
import { afterAll, afterEach, beforeAll, describe, expect, inject, it } from 'vitest'
import { axeHere, click, one, oneCopy, PATIENCE_MS, press, says, settled, Visit } from './browser'

// From a wedge to straight greys: two media settings of one paper, read by scanner and meter, compared, bound, seen.

let visit: Visit
beforeAll(async () => {
  visit = await Visit.start()
})
afterEach(() => visit.closePages())
afterAll(() => visit.end())

const version = (media: string): string =>
  one<string>(
    `select v.id from preset_versions v join presets p on p.id = v.preset_id
     where p.name = 'Otter, Fenland Matte, neutral grey' and json_extract(v.settings, '$.mediaSettingId') = ?
     order by v.number desc limit 1`,
    media,
  )
/** Checks that the demo room has already. */
const BEFORE = 2
const wedge = (n: number) => ({
  id: one<string>('select id from wedges where number = ?', BEFORE + n),
  slip: one<string>('select slip_id from wedges where number = ?', BEFORE + n),
})
/** The number of the sheet in Otter's tray that a slip's print job put there. */
async function sheetOf(slipId: string): Promise<number> {
  const job = one<string>('select job_name from print_jobs where subject_id = ? order by rowid desc limit 1', slipId)
  const { readdirSync, readFileSync } = await import('node:fs')
  const folder = join(inject('tray'), 'otter')
  for (const name of readdirSync(folder).filter((f) => f.endsWith('.json'))) {
    const sheet = JSON.parse(readFileSync(join(folder, name), 'utf8')) as { jobName: string; number: number }
    if (sheet.jobName === job) return sheet.number
  }
  throw new Error(`no sheet of ${job} is in the tray`)
}
/** What an instrument gives of a sheet, as a file that can be chosen. */
async function fileOf(sheet: number, what: string, name: string): Promise<string> {
  const response = await fetch(`${inject('address')}/api/tray/otter/${sheet}/${what}`)
  expect(response.status, what).toBe(200)
  const path = join(visit.downloads, name)
  writeFileSync(path, Buffer.from(await response.arrayBuffer()))
  return path
}
async function give(page: Page, path: string): Promise<void> {
  await page.waitForSelector('[role=dialog] input[type=file]')
  const input = (await page.$('[role=dialog] input[type=file]')) as ElementHandle<HTMLInputElement>
  await input.uploadFile(path)
}
async function printed(page: Page): Promise<void> {
  await press(page, 'Print the wedge')
  await page.waitForFunction(() => /^\/tone\/[0-9a-f-]{36}$/.test(location.pathname))
  await says(page, 'came out and is in the log')
}

describe('a wedge', () => {
  it('is printed on two media settings of one paper, from the keyboard’s first field to the tray', async () => {
    const first = await visit.open(`/tone/new?version=${version('matte-a')}`)
    await says(first, /version 1 \(Matte A, seal|New wedge/)
    expect(await axeHere(first)).toEqual([])
    await printed(first)
    expect(await axeHere(first)).toEqual([])
    const second = await visit.open(`/tone/new?version=${version('matte-b')}`)
    await settled(second)
    await printed(second)
    expect(one('select count(*) from wedges')).toBe(BEFORE + 2)
    expect(one("select count(*) from run_parts where now_outcome = 'proof' and slip_id = ?", wedge(1).slip)).toBe(1)
  })

  it('says what is wrong with a scan of another wedge, of none, and with a file that is no picture', async () => {
    const page = await visit.open(`/tone/${wedge(1).id}`)
    await press(page, 'Read a scan')
    await give(page, await fileOf(await sheetOf(wedge(2).slip), 'scan?ppi=100&format=png&quarter=2', 'other.png'))
    await says(page, /This scan shows wedge .*, and .* is wanted\./)
    const none = join(visit.downloads, 'none.jpg')
    await sharp({ create: { width: 600, height: 800, channels: 3, background: '#eee' } })
      .jpeg()
      .toFile(none)
    await give(page, none)
    await says(page, /No wedge was found/)
    await press(page, 'Set its four corners by hand')
    await says(page, /anchored on paper/)
    const corner = await page.waitForSelector('[role=slider][aria-label^="Corner 1"]')
    const x = (): Promise<string | null | undefined> =>
      page.evaluate(() => document.querySelector('[aria-label^="Corner 1"]')?.getAttribute('cx'))
    const was = await x()
    await corner?.evaluate((e) => (e as SVGElement).focus())
    await page.keyboard.press('ArrowRight')
    await expect.poll(x, { timeout: PATIENCE_MS }).not.toBe(was)
    const text = join(visit.downloads, 'letter.jpg')
    writeFileSync(text, 'Dear print room')
    await give(page, text)
    await says(page, /letter\.jpg: it cannot be decoded/)
    expect(one('select count(*) from tone_readings')).toBe(BEFORE)
  })

  it('is read from a scan and from a meter’s file; both make the scanner known', async () => {
    for (const n of [1, 2]) {
      const { id, slip } = wedge(n)
      const sheet = await sheetOf(slip)
      const page = await visit.open(`/tone/${id}`)
      await press(page, 'Read a scan')
      await give(
        page,
        await fileOf(
          sheet,
          `scan?ppi=${n === 1 ? 300 : 150}&format=${n === 1 ? 'jpeg' : 'tiff'}&quarter=${n}`,
          `scan${n}.${n === 1 ? 'jpg' : 'tif'}`,
        ),
      )
      await says(page, /100 %: \d/)
      expect(await axeHere(page)).toEqual([])
      await press(page, 'Keep this reading')
      await says(page, /Read: 21 patches of wedge/)
      // the page is read again once the reading is kept, and moves what is pressed next
      await page.waitForNetworkIdle({ idleTime: 500 })
      await press(page, 'Meter’s file, or type it')
      await give(page, await fileOf(sheet, n === 1 ? 'meter' : 'meter?columns=xyz', `meter${n}.txt`))
      await says(page, /by SAMPLE_ID, simulated meter/)
      await press(page, 'Keep this reading')
      await says(page, /meter, within 0\.3 L\*/)
      if (n === 1) {
        await press(page, 'Use both readings as the check of the flatbed by the door')
        await says(page, /the flatbed by the door is checked: its lightness is known within 1 L\*/)
      }
      await page.close()
    }
    expect(one('select count(*) from tone_readings')).toBe(BEFORE + 4)
  })

  it('says which of the two is straighter and why, and its curve is bound and taken back', async () => {
    const list = await visit.open('/tone')
    await settled(list)
    for (const n of [1, 2]) {
      const code = await list.evaluate(
        (id) => document.querySelector(`tbody th a[href="/tone/${id}"]`)?.textContent,
        wedge(n).id,
      )
      await click(list, `input[aria-label="Compare wedge ${code}"]`)
    }
    expect(await axeHere(list)).toEqual([])
    await press(list, 'Compare 2')
    await says(list, /Matte B needs .* of the correction of Matte A/)
    await list.close()
    const page = await visit.open(`/tone/${wedge(1).id}?with=${wedge(2).id}`)
    await says(page, /Straighter\s+Matte B/)
    expect(await axeHere(page)).toEqual([])
    await press(page, 'Bind curve to preset')
    // it was read before it was dry: that is asked about
    await press(page, 'Do it all the same')
    await says(page, /what is printed with seal .* at darkness Plain \(0\) goes through it/)
    expect(one('select count(*) from tone_curves where retired_at is null')).toBe(2)
    await press(page, 'take it back')
    await says(page, 'Prints go out as they are again.')
    await press(page, 'Bind curve to preset')
    // it was read before it was dry: that is asked about
    await press(page, 'Do it all the same')
    await says(page, /Bound at 100 %/)
  })

  it('through its curve is straight: what is left is below 1.5 L*', async () => {
    const curve = one<string>('select id from tone_curves where retired_at is null and wedge_id = ?', wedge(1).id)
    const page = await visit.open(`/tone/new?version=${version('matte-a')}&curve=${curve}`)
    await says(page, /through the curve of seal/)
    await printed(page)
    const { id, slip } = wedge(3)
    await press(page, 'Meter’s file, or type it')
    await give(page, await fileOf(await sheetOf(slip), 'meter', 'meter3.txt'))
    await press(page, 'Keep this reading')
    await says(page, /Through\s+a curve at 100 %/)
    await says(page, /Worst bend\s+[\d.]+ L\*/)
    const bend = await page.evaluate(() => /Worst bend\s+([\d.]+) L\*/.exec(document.body.innerText)?.[1])
    expect(Number(bend)).toBeLessThan(1.5)
    expect(Number(bend)).toBeGreaterThan(0)
    expect(id).not.toBe(wedge(1).id)
  })
})

describe('a picture in black-and-white', () => {
  it('goes through the curve once its colours become grey here: its middle tones come out lighter', async () => {
    const picture = one<string>("select id from pictures where name = 'moon-lunation.jpg'")
    const body = JSON.parse(one<string>('select body from slips where id = ?', wedge(1).slip)) as {
      prints: { pieces: object[] }[]
    }
    const [print] = body.prints
    const [piece] = print?.pieces ?? []
    const add = async (title: string, more: object): Promise<string> => {
      const made = (await (
        await fetch(`${inject('address')}/api/do/slip.add`, {
          method: 'POST',
          headers: { 'content-type': 'application/json', origin: inject('address') },
          body: JSON.stringify({
            body: {
              ...body,
              title,
              prints: [
                {
                  ...print,
                  enlargement: 'corrected',
                  ...more,
                  pieces: [{ ...piece, pictureId: picture, placing: { mode: 'whole' }, quarter: 'auto' }],
                },
              ],
            },
          }),
        })
      ).json()) as { ok: boolean; value: { id: string } }
      expect(made).toMatchObject({ ok: true })
      return made.value.id
    }
    const lightOf = async (slip: string): Promise<number> => {
      const page = await visit.open(`/slips/${slip}`)
      await settled(page)
      await press(page, 'Print and log')
      await page.waitForSelector('[role=dialog]')
      await oneCopy(page)
      await press(page, 'Print 1 copy')
      await expect
        .poll(() => one('select state from print_jobs where subject_id = ?', slip), { timeout: PATIENCE_MS })
        .toBe('done')
      const file = join(inject('tray'), 'otter', `${String(await sheetOf(slip)).padStart(4, '0')}.png`)
      const { channels } = await sharp(file).stats()
      await page.close()
      return channels[1]?.mean ?? 0
    }
    const plain = await add('Moons as they are', {})
    const page = await visit.open(`/slips/${plain}`)
    await says(page, /The picture is in colour, and the curve of tone check 3 straightens greys alone/)
    await page.close()
    const grey = await add('Moons, straight', { grey: 'as light' })
    const straight = await visit.open(`/slips/${grey}`)
    await says(
      straight,
      /Monochrome, darkness Plain \(0\) for this picture\s+file untouched, grey as light as it looks/,
    )
    expect(await straight.evaluate(() => document.body.innerText)).not.toMatch(/straightens greys alone/)
    expect(await axeHere(straight)).toEqual([])
    await straight.close()
    const [before, after] = [await lightOf(plain), await lightOf(grey)]
    expect(after).toBeGreaterThan(before + 0.5)
  })
})

describe('one sheet in several ways', () => {
  it('one picture by monochrome, at two darknesses and by colour inks becomes a slip with a labelled print each', async () => {
    const page = await visit.open('/tone')
    await press(page, 'Proof sheet of ways')
    await says(page, /The sheet goes through the printer once for each way/)
    expect(await axeHere(page)).toEqual([])
    await page.evaluate(() => {
      const box = (text: RegExp): HTMLInputElement | undefined =>
        [...document.querySelectorAll<HTMLElement>('[role=dialog] label')]
          .filter((l) => text.test(l.textContent ?? ''))
          .map((l) => document.getElementById(l.getAttribute('for') ?? '') as HTMLInputElement)[0]
      box(/neutral grey, version 3 .*darkness Plain \(0\)$/)?.click()
    })
    await page.evaluate(() => {
      for (const text of [
        /neutral grey, version 3 .*darkness Lifted \(−2\)$/,
        /Fenland Matte, colour, version \d .*colour inks$/,
      ]) {
        const label = [...document.querySelectorAll<HTMLElement>('[role=dialog] label')].find((l) =>
          text.test(l.textContent ?? ''),
        )
        ;(document.getElementById(label?.getAttribute('for') ?? '') as HTMLInputElement | null)?.click()
      }
    })
    await press(page, 'Make the slip')
    await page.waitForFunction(() => location.pathname.startsWith('/slips/'))
    await says(page, /1\. Matte B, monochrome, darkness Plain \(0\)/)
    await says(page, /2\. Matte B, monochrome, darkness Lifted \(−2\)/)
    await says(page, /3\. .*colour inks/)
    expect(await axeHere(page)).toEqual([])
  })

  it('a row of tints beside the set one is a press on a tone check', async () => {
    const page = await visit.open(`/tone/${wedge(1).id}`)
    await press(page, 'Row of tints along b*')
    await page.waitForFunction(() => location.pathname.startsWith('/slips/'))
    await says(page, /tint .*: set it at the printer/)
    expect(one<number>("select count(*) from slips where title like 'Tints beside%'")).toBe(1)
  })
})
