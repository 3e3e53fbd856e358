import { writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import type { Page } from 'puppeteer-core'
import { afterAll, afterEach, beforeAll, describe, expect, inject, it } from 'vitest'
import { printerProfile } from '../demo/icc'
import { listening, one, oneCopy, press, says, settled, Visit } from './browser'

let visit: Visit
beforeAll(async () => {
  visit = await Visit.start()
})
afterEach(() => visit.closePages())
afterAll(() => visit.end())

const slipCalled = (title: string): string => one<string>('select id from slips where title = ?', title)
const goodOf = (slip: string): number =>
  one<number>("select count(*) from run_parts where slip_id = ? and now_outcome = 'good'", slip)

/** Does something at the simulated card printer by hand. */
const atWren = (what: Record<string, unknown>): Promise<Response> =>
  fetch(`http://127.0.0.1:${inject('printers').wren}/tray/switch`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify(what),
  })
/** Opens the print dialog by its key, answers its stops, and prints. */
async function printIt(page: Page): Promise<void> {
  await page.keyboard.press('p')
  await page.waitForSelector('[role=dialog] textarea')
  for (const stop of await page.$$('input[placeholder="Why it is printed all the same"]')) await stop.type('a test')
  await oneCopy(page)
  await press(page, 'Print 1 copy')
}

describe('at the printer', () => {
  it('without paper the screen says what the printer waits for; cancelled, nothing is logged', async () => {
    const slip = slipCalled('Seed packets')
    await atWren({ standsBy: false, source: 'main', left: 0 })
    const page = await visit.open(`/slips/${slip}`)
    await listening(page)
    const before = goodOf(slip)
    await printIt(page)
    await says(page, /its paper is used up|it wants other paper/)
    // the bench says it as well
    await page.goto(`${inject('address')}/bench`, { waitUntil: 'load' })
    await settled(page)
    await says(page, /Seed packets, copy \d+\s+.*(its paper is used up|it wants other paper)/s)
    await press(page, 'Cancel')
    await page.waitForFunction(() => !/its paper is used up|it wants other paper/.test(document.body.innerText))
    await page.goto(`${inject('address')}/slips/${slip}`, { waitUntil: 'load' })
    await says(page, /was cancelled/)
    expect(goodOf(slip)).toBe(before)
    await atWren({ standsBy: true, source: 'main', left: 20 })
  })

  it('a card is printed from a phone, 390 px wide, and lands in the log', async () => {
    const slip = slipCalled('Seed packets')
    const before = goodOf(slip)
    const page = await visit.open(`/slips/${slip}`, 390, 780)
    await press(page, 'Print and log')
    await page.waitForSelector('[role=dialog] textarea')
    const right: number = await page.$eval('[role=dialog] form', (f) => f.getBoundingClientRect().right)
    expect(right).toBeLessThanOrEqual(390)
    for (const stop of await page.$$('input[placeholder="Why it is printed all the same"]')) await stop.type('a test')
    await oneCopy(page)
    await press(page, 'Print 1 copy')
    await says(page, /came out and is in the log/)
    expect(goodOf(slip)).toBe(before + 1)
    const wide: number = await page.$eval('main', (m) => m.scrollWidth - m.clientWidth)
    expect(wide).toBe(0)
  })

  it('a card is read back on a phone: what stands otherwise is on the bench until it is put right', async () => {
    const slip = slipCalled('Seed packets')
    const page = await visit.open(`/slips/${slip}`, 390, 780)
    await page.goto(`${inject('address')}/slips/${slip}/card`, { waitUntil: 'load' })
    await settled(page)
    const steps: readonly string[] = await page.$$eval('input[type=checkbox][aria-label$=": as it says"]', (all) =>
      all.map((box) => box.getAttribute('aria-label') ?? ''),
    )
    expect(steps.length).toBeGreaterThan(8)
    expect(steps).toContain('Copies: as it says')
    for (const label of steps) if (label !== 'Copies: as it says') await press(page, label, 'checkbox')
    await press(page, 'Copies: it stood otherwise')
    await page.keyboard.type('12')
    await press(page, 'Log read back')
    await says(page, 'Read back: Copies stood otherwise.')
    await page.goto(`${inject('address')}/bench`, { waitUntil: 'load' })
    await settled(page)
    await says(page, /Copies stood at 12, not \d+ in Wren/)
    await press(page, 'It is put right')
    await page.waitForFunction(() => !/Copies stood at 12/.test(document.body.innerText))
    const preset = one<string>(
      'select preset_id from preset_versions v join read_backs r on r.version_id = v.id order by r.at desc limit 1',
    )
    await page.goto(`${inject('address')}/presets/${preset}`, { waitUntil: 'load' })
    await says(page, 'Found changed once: Copies.')
    // the same card on paper
    const file = await fetch(`${inject('address')}/api/cards/slip/${slip}`)
    expect([file.status, file.headers.get('content-type')]).toEqual([200, 'application/pdf'])
  })

  it('a run that turned out spoiled is corrected by keyboard, and its charge is given back', async () => {
    const run = one<string>("select id from runs where outcome = 'good' and charge > 0 order by number desc limit 1")
    const page = await visit.open(`/log/${run}`)
    await listening(page)
    const focusOn = async (name: string): Promise<void> => {
      for (let i = 0; i < 60; i++) {
        const is = await page.evaluate(() => {
          const a = document.activeElement as HTMLInputElement | null
          if (a === document.body) return ''
          return `${a?.textContent ?? ''} ${a?.getAttribute('aria-label') ?? ''} ${a?.placeholder ?? ''} ${a?.labels?.[0]?.textContent ?? ''}`
        })
        if (is.includes(name)) return
        await page.keyboard.press('Tab')
      }
      throw new Error(`Tab never came to ${name}`)
    }
    await focusOn('Correct this run')
    await page.keyboard.press('Enter')
    await page.waitForSelector('[role=dialog] textarea')
    await focusOn('Choose a cause')
    await page.keyboard.press('ArrowDown')
    await new Promise((r) => setTimeout(r, 300))
    await page.keyboard.press('ArrowDown')
    await page.keyboard.press('Enter')
    await focusOn('Note')
    await page.keyboard.type('a band across the sky, seen by daylight')
    await focusOn('It is spoiled')
    await page.keyboard.press('Enter')
    await says(page, /Logged as good by/)
    await says(page, /seen by daylight/)
    await says(page, /0\.00\sEUR charged/)
    expect(one<number>('select charge from run_corrections where run_id = ?', run)).toBe(0)
    expect(one<string>('select outcome from runs where id = ?', run)).toBe('good')
    await page.goto(`${inject('address')}/log`, { waitUntil: 'load' })
    await says(page, /spoiled corrected/)
  })

  it('a printer’s profile comes in by its file; what is none is said', async () => {
    const good = join(tmpdir(), `libreta-e2e-${process.pid}.icc`)
    const none = join(tmpdir(), `libreta-e2e-${process.pid}-none.icc`)
    writeFileSync(good, printerProfile('harbour, trial', { gamma: 2.1, black: 0.05, chroma: 0.8 }))
    writeFileSync(none, 'this is a letter')
    const page = await visit.open('/presets/profiles')
    const send = async (path: string): Promise<void> => {
      await press(page, 'Add profile')
      await page.waitForSelector('[role=dialog]')
      const input = await page.waitForSelector('input[type=file]')
      await (input as unknown as { uploadFile: (path: string) => Promise<void> }).uploadFile(path)
      await press(page, 'Add it')
    }
    await send(none)
    await says(page, /cannot be used as a profile: it is no ICC profile/)
    await page.reload({ waitUntil: 'load' })
    await settled(page)
    await send(good)
    await says(page, /harbour, trial/)
    await page.waitForFunction(() =>
      [...document.querySelectorAll('main th[scope=row]')].some((t) => t.textContent?.startsWith('harbour, trial')),
    )
    expect(one<string>("select space from profiles where name = 'harbour, trial'")).toBe('RGB')
    // and can be chosen at once
    const preset = one<string>("select id from presets where name = 'Otter, Saltmarsh Cotton, colour'")
    await page.goto(`${inject('address')}/presets/${preset}`, { waitUntil: 'load' })
    await settled(page)
    // nobody said what it was made for: it stands behind the others
    await page.waitForFunction(() => {
      const fold = [...document.querySelectorAll<HTMLElement>('main button')].find((b) =>
        /^\d+ others?$/.test(b.innerText),
      )
      fold?.click()
      return fold
    })
    await says(page, /harbour, trial/i)
  })

  it('the printer’s page shows what it tells, beside what is known', async () => {
    const printer = one<string>("select id from printers where nickname = 'Heron'")
    const page = await visit.open(`/printers/${printer}`)
    await page.evaluate(() => {
      for (const d of document.querySelectorAll('details')) d.open = true
    })
    await press(page, 'Ask the printer')
    await says(page, /asked today/)
    await says(page, /Loaded in roll/)
    await says(page, /attributes came/)
  })
})
