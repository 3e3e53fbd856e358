import type { ElementHandle, Page } from 'puppeteer-core'
import { afterAll, afterEach, beforeAll, describe, expect, it } from 'vitest'
import { click, one, says, settled, Visit } from './browser'

let visit: Visit
beforeAll(async () => {
  visit = await Visit.start()
})
afterEach(() => visit.closePages())
afterAll(() => visit.end())

/** Somebody who presses and types, counted: going to a field is a press, what is typed there is none. */
class Hands {
  presses = 0
  constructor(readonly page: Page) {}

  private async click(selector: string): Promise<void> {
    await click(this.page, selector)
    this.presses += 1
  }
  press = (name: string, inside = ''): Promise<void> =>
    this.click(`${inside}::-p-aria([name="${name}"][role="button"])`)
  check = (label: string): Promise<void> => this.click(`[role=dialog] ::-p-aria([name="${label}"][role="checkbox"])`)
  radio = (label: string): Promise<void> => this.click(`[role=dialog] ::-p-aria([name="${label}"][role="radio"])`)
  /** Opens a part of a page. */
  async open(part: string, nth = 0): Promise<void> {
    await this.page.evaluate(
      (t, n) => {
        const all = [...document.querySelectorAll('summary')].filter((s) => s.textContent?.startsWith(t))
        all[n]?.click()
      },
      part,
      nth,
    )
    this.presses += 1
  }
  async fill(label: string, text: string): Promise<void> {
    const selector = `[role=dialog] ::-p-aria([name="${label}"][role="textbox"])`
    await click(this.page, selector, 3)
    this.presses += 1
    await this.page.keyboard.type(text)
  }
  /** A press on what ends a form; the form is gone afterwards. */
  async done(name: string): Promise<void> {
    await this.click(`[role=dialog] ::-p-aria([name="${name}"][role="button"])`)
    try {
      await this.page.waitForFunction(() => !document.querySelector('[role=dialog]'))
    } catch {
      throw new Error(
        `the form stays: ${await this.page.$eval('[role=dialog]', (d) => d.textContent?.slice(-400).replaceAll('\n', ' / '))}`,
      )
    }
    await settled(this.page)
  }
  /** The nth of several buttons of one name on the page. */
  async nth(name: string, n: number): Promise<void> {
    const found = await this.page.waitForFunction(
      (t, at) =>
        [...document.querySelectorAll<HTMLElement>('main button')].filter((b) => b.textContent?.trim() === t)[at],
      {},
      name,
      n,
    )
    const button = found.asElement()
    if (!button) throw new Error(`there are not ${n + 1} buttons called ${name}`)
    await button.evaluate((b) => (b as HTMLElement).scrollIntoView({ block: 'center' }))
    await (button as ElementHandle<Element>).click()
    this.presses += 1
    try {
      await this.page.waitForSelector('[role=dialog]')
    } catch {
      const there = await this.page.evaluate(() => document.body.innerText.slice(0, 1500))
      throw new Error(`nothing opened; the page says:\n${there}`)
    }
  }
}

const RULES = [
  'When media setting is Plain, borderless is Not allowed, because plain paper curls at its edges.',
  'When media setting is Etching, quality is Best, because the coarse ones leave the grain white.',
  'When media setting is Film, mirror is On, because film is laid on face down here.',
  'When quality is Draft, passes is Two-way, because a draft need not line up.',
  'When quality is Best, passes is One-way, because doubled lines show at the best quality.',
  'When paper is Quay Gloss 225, quality is Good or Best, because gloss shows every gap.',
  'When media setting is Satin or Film, black ink is Photo, because matte black rubs off.',
  'When media setting is Etching or Board, black ink is Matte, because photo black lies dull.',
  'When feed is roll, borderless is Not allowed, because the cutter smears the last line.',
  'When media setting is Board, feed is sheet stack, because board cannot be rolled.',
  'When bits is 16, passes is One-way, because sixteen bits are sent slowly.',
  'When media setting is Film, bits is 8, because film takes no finer steps.',
]

/** A new printer by screens alone, and its page. */
async function added(nickname: string, fields: Readonly<Record<string, string>>) {
  const page = await visit.open('/printers')
  const hands = new Hands(page)
  await hands.press('New printer')
  await hands.fill('Nickname', nickname)
  for (const [label, text] of Object.entries(fields)) await hands.fill(label, text)
  await hands.done('Add printer')
  const id = one<string>('select id from printers where nickname = ?', nickname)
  await page.goto(page.url().replace(/\/printers.*/, `/printers/${id}`), { waitUntil: 'load' })
  await settled(page)
  return { page, hands, id }
}

describe('setting up', () => {
  it('a printer with two feeds, two queues, five media settings and a dozen rules takes at most 130 presses', async () => {
    const { page, hands } = await added('Plover', {
      'Make and model': 'desktop pigment, A2',
      'Carriage width': '432 mm',
      'Ink set': 'six pigments',
    })
    hands.presses += 1 // its link in the list

    // feeds: the stack that it came with, and a roll
    await hands.nth('Edit', 1)
    await hands.fill('Widest', '432 mm')
    await hands.fill('Thickest, µm', '500')
    await hands.done('Save the feed')
    await hands.press('New feed')
    await hands.fill('Name', 'roll')
    await hands.radio('roll')
    await hands.fill('Widest', '432 mm')
    await hands.fill('Longest', '18 m')
    await hands.done('Save the feed')

    // what the queue says of them
    await hands.press('It does')
    for (const [edge, mm] of [
      ['left', 3],
      ['right', 3],
      ['lead', 5],
      ['trail', 5],
    ] as const)
      await hands.fill(`Margin ${edge}`, `${mm} mm`)
    await hands.done('Save')

    // qualities, media settings, rules and steps, typed as tables
    await hands.open('Qualities and options')
    await hands.press('Several qualities')
    await hands.fill('Qualities', 'Draft, 320\nGood, 640\nBest, 640')
    await hands.check('These are all: others of this queue go')
    await hands.done('Save 3')
    await hands.open('Media settings')
    await hands.press('Several at once')
    await hands.fill(
      'Media settings',
      [
        'Plain, plain, photo/matte, Draft/Good',
        'Satin, lustre/gloss/baryta, photo, Good/Best',
        'Etching, matte/textured, matte, Good/Best',
        'Film, film/transfer, photo, Good/Best, 5 m',
        'Board, card/canvas, matte, Good/Best, 600 mm',
      ].join('\n'),
    )
    await hands.check('These are all: others of this queue go')
    await hands.done('Save 5')
    await hands.open('Rules')
    await hands.press('Several rules')
    await hands.fill('Rules', RULES.join('\n'))
    await hands.done('Save 12')
    await hands.open('Dialog script')
    await hands.press('Several steps')
    await hands.fill(
      'Steps',
      'Source, feed\nMaterial, media setting\nSteps of quality, quality\nBoth ways, passes\nBlack, black ink\nColour by, printer colour\nSheet, The print’s size\nScale to fit, off, everywhere',
    )
    await hands.done('Save 8')

    // a second queue that differs in its name and its native resolution
    await hands.press('Another way to drive this printer')
    await hands.fill('Name', 'Plover, quick')
    await hands.fill('Native resolution, ppi', '320')
    await hands.done('Add queue')
    await says(page, 'Plover, quick')

    const facts = (name: string) => JSON.parse(one<string>('select facts from queues where name = ?', name))
    const first = facts('Plover, first queue')
    expect(first.rules).toHaveLength(12)
    expect(first.mediaSettings.map((m: { name: string }) => m.name)).toEqual([
      'Plain',
      'Satin',
      'Etching',
      'Film',
      'Board',
    ])
    expect(first.qualities).toHaveLength(3)
    expect(first.dialog).toHaveLength(8)
    expect(first.feeds).toHaveLength(2)
    expect(facts('Plover, quick')).toMatchObject({ nativePpi: 320, rules: { length: 12 } })
    console.log(`set up with ${hands.presses} presses`)
    expect(hands.presses).toBeLessThanOrEqual(130)
  })
})

describe('a printer of another kind', () => {
  it('without blacks, always borderless, paid by the sheet: said as it is, and a preset of it is sealed', async () => {
    const { page, hands, id } = await added('Kestrel', { 'Ink set': 'a ribbon' })
    // the feed as its queue drives it: always to the edges
    await hands.nth('Edit', 2)
    await hands.check('It prints borderless here')
    await hands.check('It always does: there are no prints with margins')
    await hands.done('Save')
    await hands.open('Qualities and options')
    await hands.press('Several qualities')
    await hands.fill('Qualities', 'One, 320')
    await hands.check('These are all: others of this queue go')
    await hands.done('Save 1')
    await hands.open('Media settings')
    await hands.press('Several at once')
    await hands.fill('Media settings', 'Glossy card, gloss/card')
    await hands.check('These are all: others of this queue go')
    await hands.done('Save 1')
    await hands.nth('Edit', 3)
    await hands.fill('Its use is counted in sheets, each at; empty: in ink by the area', '0.38')
    await hands.done('Save')
    await page.waitForFunction(() =>
      [...document.querySelectorAll('main button')].some((b) => b.textContent === 'New preset'),
    )
    await hands.press('New preset')
    await page.waitForFunction(() => location.pathname.startsWith('/presets/'))
    await settled(page)
    // margins are closed, and say why
    await page.evaluate(() => {
      const margins = [...document.querySelectorAll('label')].find((l) => l.textContent === 'Not allowed')
      margins?.click()
    })
    await says(page, /always prints to the edges of the sheet/)
    await hands.press('Seal version 1')
    await hands.done('Seal version 1')
    await says(page, 'it never changes from now on')
    const settings = JSON.parse(
      one<string>(
        "select v.settings from preset_versions v join presets p on p.id = v.preset_id where p.name like 'Kestrel%'",
      ),
    )
    expect(settings).toMatchObject({ blackInk: null, edgeAllowed: 'either', inkSet: 'a ribbon' })
    const facts = JSON.parse(one<string>('select facts from queues where printer_id = ?', id))
    expect(facts).toMatchObject({ perSheet: 38, feeds: [{ borderless: { always: true } }] })
  })
})

describe('before a rule closes what is in use', () => {
  it('every preset and slip that it would close is shown, and nothing is saved until somebody says so', async () => {
    const queueId = one<string>("select id from queues where name = 'Otter, photo'")
    const printerId = one<string>('select printer_id from queues where id = ?', queueId)
    const rules = () => JSON.parse(one<string>('select facts from queues where id = ?', queueId)).rules.length
    const before = rules()
    const page = await visit.open(`/printers/${printerId}`)
    const hands = new Hands(page)
    const write = async (): Promise<void> => {
      await hands.open('Rules')
      await hands.press('Several rules')
      await hands.fill('Rules', 'When media setting is Lustre, quality is Slow, because the others leave a veil.')
      await hands.press('Save 1', '[role=dialog] ')
      await says(page, 'closes what is in use or turns it stale')
      await says(
        page,
        /Otter, Dune Lustre, colour, version \d+: The others leave a veil \(media setting: Lustre, quality: Fine\)/,
      )
    }
    await write()
    await hands.press('Cancel')
    await says(page, 'Left as it was; nothing was saved.')
    expect(rules()).toBe(before)
    await page.reload({ waitUntil: 'load' })
    await settled(page)
    await write()
    await hands.press('Do it all the same')
    await says(page, '1 rule is saved.')
    expect(rules()).toBe(before + 1)
    // the preset says so, and so does every slip that holds it
    const preset = one<string>("select id from presets where name = 'Otter, Dune Lustre, colour'")
    await page.goto(page.url().replace(/\/printers.*/, `/presets/${preset}`), { waitUntil: 'load' })
    await says(page, 'What speaks against it')
    await says(page, 'The others leave a veil')
  })
})
