import type { Page } from 'puppeteer-core'
import { afterAll, afterEach, beforeAll, describe, expect, inject, it } from 'vitest'
import { axeHere, click, listening, offered, one, oneCopy, PATIENCE_MS, press, says, settled, Visit } from './browser'

// From a size of the room's own to a print that is measured: what one does who has never been here before.

let visit: Visit
beforeAll(async () => {
  visit = await Visit.start()
})
afterEach(() => visit.closePages())
afterAll(() => visit.end())

const atWren = (what: Record<string, unknown>): Promise<Response> =>
  fetch(`http://127.0.0.1:${inject('printers').wren}/tray/switch`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify(what),
  })

const CARD = 'Window card'
/** Chooses a sheet size over the one that stands there. */
async function sheet(page: Page, name: string): Promise<void> {
  await click(page, 'input[aria-label="Sheet size"]', 3)
  await page.keyboard.type(name)
  await offered(page)
  await page.keyboard.press('ArrowDown')
  await page.keyboard.press('Enter')
}

const slipOfCards = (): string =>
  one<string>("select id from slips where title = 'Cards for the window' order by number desc limit 1")

describe('a size of the room’s own', () => {
  it('says while it is typed what takes it, and what does not and why; wider than long it is turned', async () => {
    const page = await visit.open('/sizes')
    await press(page, 'New size')
    await page.waitForSelector('[role=dialog] input')
    await page.keyboard.type(CARD)
    await click(page, '[role=dialog] input[aria-label="Width, across the feed"]')
    await page.keyboard.type('135 mm')
    await click(page, '[role=dialog] input[aria-label="Length"]')
    await page.keyboard.type('9.5 cm')
    await page.keyboard.press('Tab')
    await says(page, 'Wider than long: as a sheet it is kept as 95 × 135 mm, short edge first.')
    await says(page, /Wren, card stack\s+takes it/)
    await says(page, /Heron, front sheet\s+The front sheet takes at least 210 mm across; this sheet is 95 mm\./)
    expect(await axeHere(page)).toEqual([])
    await press(page, 'Add size')
    await says(page, `${CARD} is a size now.`)
    await says(page, 'custom_window-card_95x135mm')
  })

  it('that is there already is said, and asked about before it is there twice', async () => {
    const page = await visit.open('/sizes')
    await press(page, 'New size')
    await page.waitForSelector('[role=dialog] input')
    await page.keyboard.type('Another name')
    await click(page, '[role=dialog] input[aria-label="Width, across the feed"]')
    await page.keyboard.type('210')
    await click(page, '[role=dialog] input[aria-label="Length"]')
    await page.keyboard.type('297.05')
    await page.keyboard.press('Tab')
    await says(page, /The room has it already: A4, 210 × 297 mm\./)
    await press(page, 'Add size')
    await says(page, 'The room has a size of these edges already:')
    expect(one<number>("select count(*) from sizes where name = 'Another name'")).toBe(0)
  })

  it('is printed on with even margins; another queue opens what is closed there', async () => {
    const from = one<string>("select id from slips where title = 'Seed packets' order by number limit 1")
    const page = await visit.open(`/slips/${from}`)
    await press(page, 'Copy slip')
    await page.waitForFunction((id) => !location.pathname.endsWith(id), {}, from)
    await settled(page)
    await click(page, 'input[aria-label=Title]', 3)
    await page.keyboard.type('Cards for the window')
    await click(page, '::-p-text(Sheet)')
    await sheet(page, CARD)
    await says(page, /95 × 135 mm/)
    await click(page, '::-p-text(Placing)')
    await press(page, 'even margins', 'radio')
    await click(page, 'input[aria-label="Margin on all four sides"]', 3)
    await page.keyboard.type('12')
    await page.keyboard.press('Tab')
    await says(page, /even margins/)
    const print = (): string => one<string>('select body from slips where id = ?', slipOfCards())
    await page.waitForFunction(() => /saved/.test(document.body.innerText))
    await expect.poll(() => print(), { timeout: PATIENCE_MS }).toContain('"um":12000')
    // the same print on Heron's front sheet is closed, with what opens it
    await click(page, '::-p-text(Sheet)')
    await sheet(page, 'A0')
    await says(page, /The card stack takes at most \d+ mm across\./)
    await click(page, '::-p-text(Print on )')
    await page.waitForFunction(() => !/takes at most \d+ mm across/.test(document.body.innerText))
    await sheet(page, CARD)
    await says(page, /95 × 135 mm/)
  })

  it('changed, its open slip keeps what it had, says so, and moves on one press', async () => {
    const page = await visit.open('/sizes')
    await press(page, CARD)
    await says(page, 'custom_window-card_95x135mm')
    await page.waitForFunction(() => location.search.includes('size='))
    await settled(page)
    await press(page, 'Edit')
    await page.waitForSelector('[role=dialog] input')
    await click(page, '[role=dialog] input[aria-label="Length"]', 3)
    await page.keyboard.type('140')
    await page.keyboard.press('Tab')
    await says(page, /Open slips keep 95 × 135 mm, say so/)
    await press(page, 'Save')
    await says(page, `${CARD} is saved.`)
    await page.goto(`${inject('address')}/slips/${slipOfCards()}`, { waitUntil: 'load' })
    await settled(page)
    await says(page, 'Window card was changed to 95 × 140 mm; this slip keeps 95 × 135 mm.')
    await click(page, '::-p-text(Sheet)')
    await press(page, 'Take the new size')
    await page.waitForFunction(() => !/this slip keeps/.test(document.body.innerText))
    await says(page, /95 × 140 mm/)
  })
})

describe('two at one size', () => {
  it('the second is shown what the first made of it, keeps what was typed, and saves over it when it is meant', async () => {
    const width = '[role=dialog] input[aria-label="Width, across the feed"]'
    const at = one<string>('select id from sizes where name = ? and replaced_by_id is null', CARD)
    const open = async (): Promise<Page> => {
      const page = await visit.open(`/sizes?size=${at}`)
      await press(page, 'Edit')
      await page.waitForSelector('[role=dialog] input')
      return page
    }
    const type = async (page: Page, length: string): Promise<void> => {
      await page.bringToFront()
      await click(page, width, 3)
      await page.keyboard.type(length)
      await page.keyboard.press('Tab')
    }
    const [first, second] = [await open(), await open()]
    await type(second, '97 mm')
    await type(first, '96 mm')
    await press(first, 'Save')
    await says(first, `${CARD} is saved.`)
    await second.bringToFront()
    await press(second, 'Save')
    await says(second, 'Somebody else changed this meanwhile, and nothing was overwritten.')
    await says(second, /There now: 96 mm/)
    expect(await second.$eval(width, (i) => (i as HTMLInputElement).value)).toBe('97')
    await press(second, 'Save')
    await says(second, `${CARD} is saved.`)
    expect(one<number>('select short_um from sizes where name = ? and replaced_by_id is null', CARD)).toBe(97_000)
  })
})

describe('what is in a printer, and what goes wrong there', () => {
  it('another paper than noted is told before a sheet is wasted; somebody looks and says which', async () => {
    const slip = slipOfCards()
    const page = await visit.open('/bench')
    await says(page, /Wren says that Card gloss, [\d. ×]+ mm is in the card stack|Load/)
    await atWren({ source: 'main', width: 102, length: 152, type: 'plain', left: 20 })
    await says(page, /Wren says that .*102 × 152 mm is in the card stack/)
    await atWren({ copies: 12 })
    await says(page, /Copies are 12 at Wren, set since \d\d:\d\d/)
    await page.goto(`${inject('address')}/slips/${slip}`, { waitUntil: 'load' })
    await says(page, /The printer says that .* is in the card stack/)
    await atWren({ copies: 1, source: 'main', type: 'card-gloss', width: 102, length: 152 })
  })

  it('a connection that drops after the data loses nothing, and prints nothing twice', async () => {
    const slip = slipOfCards()
    const jobs = (): number => one<number>('select count(*) from print_jobs where subject_id = ?', slip)
    await atWren({ standsBy: true, source: 'main', left: 20, fault: 'dropped after the data' })
    const page = await visit.open(`/slips/${slip}`)
    await listening(page)
    await page.keyboard.press('p')
    await page.waitForSelector('[role=dialog] textarea')
    for (const stop of await page.$$('input[placeholder="Why it is printed all the same"]')) await stop.type('a test')
    await oneCopy(page)
    await press(page, 'Print 1 copy')
    await says(page, /came out and is in the log/)
    expect(jobs()).toBe(1)
    expect(one<number>('select count(*) from run_parts where slip_id = ?', slip)).toBe(1)
    expect(one<string>('select now_outcome from run_parts where slip_id = ?', slip)).toBe('good')
  })

  it('a printer that is offline is seen at the bench without reloading, and when it is back', async () => {
    const page = await visit.open('/bench')
    await atWren({ fault: 'offline', seconds: 600 })
    await says(page, /Wren\s+does not answer since \d\d:\d\d/)
    await atWren({ fault: 'none' })
    await page.waitForFunction(() => !/does not answer since/.test(document.body.innerText))
  })
})

describe('a print that is measured', () => {
  it('is held against its promise, and the next promise is narrower', async () => {
    const otter = one<string>("select id from printers where nickname = 'Otter'")
    const runs = one<string>(
      `select json_group_array(id) from (select r.id from runs r join run_records c on c.run_id = r.id
        where json_extract(c.body, '$.figures.source') = 'checked' and r.outcome = 'good'
          and r.printer_id = '${otter}' and r.id not in (select run_id from run_measures)
          and json_extract(c.body, '$.sheet.borderless') = 0
          and json_extract(c.body, '$.pieces[0].onPaper.x') - json_extract(c.body, '$.sheet.area.x')
            > json_extract(c.body, '$.pieces[0].tolerance.left')
          and json_extract(c.body, '$.pieces[0].onPaper.y') - json_extract(c.body, '$.sheet.area.y')
            > json_extract(c.body, '$.pieces[0].tolerance.lead')
        order by r.number desc limit 1)`,
    )
    const ids = JSON.parse(runs) as string[]
    expect(ids).toHaveLength(1)
    const sheets = async (): Promise<number> => {
      const page = await visit.open(`/slips/${waiting}`)
      await says(page, /its drift by \d+ measured sheets of this feed/)
      return Number(await page.evaluate(() => /its drift by (\d+) measured/.exec(document.body.innerText)?.[1]))
    }
    const waiting = one<string>(
      "select s.id from slips s where s.state = 'waiting' and s.title = 'Hart’s-tongue' order by s.number limit 1",
    )
    const before = await sheets()
    for (const id of ids) {
      const page = await visit.open(`/log/${id}`)
      const onPaper = JSON.parse(
        one<string>("select json_extract(body, '$.pieces[0].onPaper') from run_records where run_id = ?", id),
      ) as { x: number; y: number }
      await press(page, 'Measure this print')
      await page.waitForSelector('[role=dialog] input')
      await page.keyboard.type(`${(onPaper.x / 1000 + 0.1).toFixed(1)}`)
      await page.keyboard.press('Tab')
      await click(page, '[role=dialog] input[aria-label="Lead edge of the sheet to the print"]')
      await page.keyboard.type(`${(onPaper.y / 1000 - 0.1).toFixed(1)}`)
      await page.keyboard.press('Tab')
      await click(page, '[role=dialog] ::-p-aria([name="Measured with"][role="combobox"])')
      await offered(page)
      await click(page, '::-p-aria([name="rule and loupe"][role="option"])')
      await press(page, 'Keep what was measured')
      await says(page, 'Both distances are as promised.')
    }
    expect(await sheets()).toBeGreaterThan(before)
    const page = await visit.open(`/printers/${otter}`)
    await says(page, /Measured runs[\s\S]*rear stack, margins[\s\S]*\d+ runs: /)
  })
})

describe('a file that states its size', () => {
  it('says so on its slip, beside what whole and fill would make of it, and is printed at that size on one press', async () => {
    const slip = one<string>(
      "select s.id from slips s join pictures p on p.id = s.picture_id where p.name like 'estuary%' and s.state = 'waiting' limit 1",
    )
    const page = await visit.open(`/slips/${slip}`)
    await click(page, '::-p-text(Placing)')
    await says(page, /The file says 400\.0 × 500\.0 mm at 254 ppi/)
    await says(page, /whole\s+fill\s+file size/)
    await press(page, 'Print it at that size')
    await says(page, /As the file says, 400\.0 × 500\.0 mm|As the file says, 500\.0 × 400\.0 mm/)
  })
})
