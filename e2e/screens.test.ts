import { join } from 'node:path'
import Database from 'better-sqlite3'
import type { Page } from 'puppeteer-core'
import { afterAll, afterEach, beforeAll, describe, expect, inject, it } from 'vitest'
import { axeEverywhere, click, fromMenu, listening, press, says, settled, slash, Visit } from './browser'

let visit: Visit
const id: {
  slip?: string
  run?: string
  preset?: string
  printer?: string
  member?: string
  paper?: string
  path?: string
  plan?: string
} = {}
beforeAll(async () => {
  visit = await Visit.start()
  const db = new Database(join(inject('data'), 'libreta.db'), { readonly: true })
  const first = (sql: string): string => String(db.prepare(sql).pluck().get())
  id.slip = first("select id from slips where state = 'waiting' order by number desc limit 1")
  id.run = first('select id from runs order by number limit 1')
  id.preset = first('select id from presets order by number limit 1')
  id.printer = first('select id from printers order by number limit 1')
  id.member = first('select now_member_id from run_parts where now_member_id is not null limit 1')
  id.paper = first("select id from papers where name = 'Fenland Matte'")
  const queueId = first("select id from queues where name = 'Heron'")
  db.close()
  const begun = await fetch(`${inject('address')}/api/do/path.begin`, {
    method: 'POST',
    headers: { 'content-type': 'application/json', origin: inject('address') },
    body: JSON.stringify({ paperId: id.paper, queueId }),
  })
  id.path = (await begun.json()).value.id
  const planning = await visit.open('/bench/plan')
  await press(planning, 'Keep this plan')
  await planning.waitForFunction(() => /^\/bench\/plan\/./.test(location.pathname))
  id.plan = new URL(planning.url()).pathname.split('/').at(-1)
})
afterEach(() => visit.closePages())
afterAll(async () => {
  // its prints wait again
  await fetch(`${inject('address')}/api/do/plan.put-away`, {
    method: 'POST',
    headers: { 'content-type': 'application/json', origin: inject('address') },
    body: JSON.stringify({ id: id.plan, revision: 1 }),
  })
  await visit.end()
})

type Screen = readonly [name: string, path: () => string]

const SCREENS: readonly Screen[] = [
  ['bench', () => '/bench'],
  ['roll plan', () => '/bench/plan'],
  ['kept plan', (): string => `/bench/plan/${id.plan}`],
  ['set of pictures', () => '/tone/set'],
  ['slips', () => '/slips'],
  ['slip', (): string => `/slips/${id.slip}`],
  ['log', () => '/log'],
  ['run', () => `/log/${id.run}`],
  ['presets', () => '/presets'],
  ['preset', () => `/presets/${id.preset}`],
  ['printers', () => '/printers'],
  ['printer', () => `/printers/${id.printer}`],
  ['papers', () => '/papers'],
  ['paper', () => `/papers/${id.paper}`],
  ['path of a paper', () => `/papers/${id.paper}/path/${id.path}`],
  ['sizes', () => '/sizes'],
  ['members', () => '/members'],
  ['room', () => '/room'],
  ['removed things', () => '/room/removed'],
  ['account', () => `/members/account?person=${id.member}`],
  ['new edge check', () => `/edge-checks/new?printer=${id.printer}`],
  ['output tray', () => '/tray'],
  ['profiles', () => '/presets/profiles'],
  ['bench card', () => `/presets/${id.preset}/card`],
  ['bench card of a slip', () => `/slips/${id.slip}/card`],
]

type Dialog = readonly [name: string, path: () => string, open: (page: Page) => Promise<void>]

const DIALOGS: readonly Dialog[] = [
  ['words and keys', () => '/sizes', (p) => p.keyboard.press('?')],
  ['load', () => '/bench', (p) => press(p, 'Load')],
  ['print', () => `/slips/${id.slip}`, (p) => press(p, 'Print and log')],
  ['what came out', () => `/slips/${id.slip}`, (p) => press(p, 'Log run')],
  ['correct', () => `/log/${id.run}`, (p) => press(p, 'Correct this run')],
  ['new printer', () => '/printers', (p) => press(p, 'New printer')],
  ['by address', () => '/printers', (p) => press(p, 'By its address')],
  ['ink set', () => `/printers/${id.printer}`, (p) => press(p, 'Change')],
  ['upkeep', () => `/printers/${id.printer}`, (p) => press(p, 'Log upkeep')],
  ['feed', () => `/printers/${id.printer}`, (p) => press(p, 'New feed')],
  ['new paper', () => '/papers', (p) => press(p, 'New paper')],
  ['stock', () => '/papers', (p) => fromMenu(p, 'Fenland Matte', 'Add a size or roll')],
  ['count', () => '/papers', (p) => fromMenu(p, 'A4, 210 × 297 mm', 'Count')],
  ['roll', () => '/papers', (p) => press(p, 'Ledger')],
  ['trial', () => `/papers/${id.paper}`, (p) => press(p, 'Log a trial')],
  ['note', () => `/papers/${id.paper}`, (p) => press(p, 'New note')],
  ['file of a note', () => `/papers/${id.paper}`, (p) => fromMenu(p, 'note 1', 'Add a file')],
  ['proof sheets', () => `/papers/${id.paper}/path/${id.path}`, (p) => press(p, 'Proof sheets')],
  ['a step left out', () => `/papers/${id.paper}/path/${id.path}`, (p) => press(p, 'Leave out')],
  ['new target', () => '/presets/profiles', (p) => press(p, 'New target')],
  ['print a target', () => '/presets/profiles', (p) => fromMenu(p, 'Tidewater 520', 'Print')],
  ['screen', () => '/room', (p) => press(p, 'New screen')],
  ['size', () => '/sizes', (p) => press(p, 'New size')],
  ['member', () => '/members', (p) => press(p, 'New member')],
  ['printer', () => `/printers/${id.printer}`, (p) => press(p, 'Edit')],
  ['queue', () => `/printers/${id.printer}`, (p) => within(p, 'Otter, photo', 'Edit')],
  ['another queue', () => `/printers/${id.printer}`, (p) => press(p, 'Another way to drive this printer')],
  ['start from another queue', () => `/printers/${id.printer}`, (p) => press(p, 'Start from another queue')],
  ['feed of a queue', () => `/printers/${id.printer}`, (p) => press(p, 'It does')],
  ['media setting', () => `/printers/${id.printer}`, (p) => within(p, 'Otter, photo', 'New media setting')],
  ['media settings', () => `/printers/${id.printer}`, (p) => within(p, 'Otter, photo', 'Several at once')],
  ['quality', () => `/printers/${id.printer}`, (p) => within(p, 'Otter, photo', 'New quality')],
  ['option', () => `/printers/${id.printer}`, (p) => within(p, 'Otter, photo', 'New option of our own')],
  ['note', () => `/printers/${id.printer}`, (p) => within(p, 'Otter, photo', 'New note')],
  ['rule', () => `/printers/${id.printer}`, (p) => within(p, 'Otter, photo', 'New rule')],
  ['rules', () => `/printers/${id.printer}`, (p) => within(p, 'Otter, photo', 'Several rules')],
  ['step', () => `/printers/${id.printer}`, (p) => within(p, 'Otter, photo', 'New step')],
  ['paper', () => '/papers', (p) => fromMenu(p, 'Fenland Matte', 'Edit')],
  ['bought', () => '/papers', (p) => fromMenu(p, 'A4, 210 × 297 mm', 'Bought')],
  ['price', () => '/papers', (p) => fromMenu(p, 'A4, 210 × 297 mm', 'Price')],
  ['payment', () => '/members', (p) => fromMenu(p, 'Herbarium group', 'Take a payment')],
  ['measured', () => '/room', (p) => fromMenu(p, 'Desk by the door', 'Measured')],
  ['profile', () => '/presets/profiles', (p) => press(p, 'Add profile')],
  ['made with', () => '/presets/profiles', (p) => fromMenu(p, 'fenland-b-fine', 'Made with')],
  ['rename', () => `/presets/${id.preset}`, (p) => fromMenu(p, PRESET, 'Rename')],
  [
    'another size',
    () => `/slips/${id.slip}`,
    async (p) => {
      await click(p, 'section[aria-label=Sheet] button')
      await press(p, 'This picture in another size too')
    },
  ],
  ['compare', () => `/presets/${id.preset}`, (p) => fromMenu(p, PRESET, 'Compare')],
  ['carry', () => `/presets/${id.preset}`, (p) => fromMenu(p, PRESET, 'Carry to another queue')],
]

/** Presses a button of one part of a page, whichever fold it is behind. */
const within = (page: Page, part: string, label: string): Promise<void> =>
  page.evaluate(
    (p, l) => {
      const section = document.querySelector(`section[aria-label="${p}"]`)
      const button = [...(section?.querySelectorAll('button') ?? [])].find((b) => b.textContent === l)
      if (!button) throw new Error(`${p} has no ${l}`)
      button.click()
    },
    part,
    label,
  )
const PRESET = 'Otter, Fenland Matte, neutral grey'

describe('axe on what opens, light and dark, at both widths', () => {
  it.each(DIALOGS)('%s', async (_name, path, open) => {
    const page = await visit.open(path())
    await listening(page)
    await open(page)
    await page.waitForSelector('[role=dialog]')
    expect(await axeEverywhere(page, '[role=dialog]')).toEqual([])
    await page.close()
  })
})

/** Texts that do not fit their box and are cut there; what scrolls is not cut. */
const cutTexts = (page: Page): Promise<readonly string[]> =>
  page.evaluate(() => {
    const out = new Set<string>()
    for (const el of document.querySelectorAll<HTMLElement>('body *')) {
      const field = el instanceof HTMLInputElement && el.type !== 'file' ? el.value : ''
      const text = [...el.childNodes].some((n) => n.nodeType === Node.TEXT_NODE && n.textContent?.trim())
      if ((!text && !field) || el.closest('.unseen, .skip, nextjs-portal') || el.offsetParent === null) continue
      let box: HTMLElement | null = el
      while (box && box.clientWidth === 0) box = box.parentElement
      if (!box || box.scrollWidth <= box.clientWidth + 1) continue
      if (field || ['hidden', 'clip'].includes(getComputedStyle(box).overflowX))
        out.add(`${el.tagName.toLowerCase()}: ${field || el.textContent}`)
    }
    return [...out]
  })

/** Opens a page and keeps what its console says is wrong, and what its policy stopped. */
async function watched(path: string): Promise<{ readonly page: Page; readonly errors: readonly string[] }> {
  const page = await visit.browser.newPage()
  await page.setViewport({ width: 1280, height: 800 })
  const errors: string[] = []
  page.on('console', (m) => m.type() === 'error' && errors.push(m.text()))
  page.on('pageerror', (e) => errors.push(String(e)))
  // what the policy stops is no error where it is caught
  await page.evaluateOnNewDocument(() =>
    document.addEventListener('securitypolicyviolation', (e) =>
      console.error(`${location.pathname}: ${e.effectiveDirective} stopped ${e.blockedURI}`),
    ),
  )
  await page.goto(inject('address') + path, { waitUntil: 'load' })
  await settled(page)
  return { page, errors }
}

describe.each(SCREENS)('%s', (_name, path) => {
  it('cuts no text at 1280 × 800, scrolls inside its frame only, logs no error, and axe finds nothing', async () => {
    const { page, errors } = await watched(path())
    expect(await cutTexts(page)).toEqual([])
    const over: number = await page.evaluate(() => document.documentElement.scrollHeight - window.innerHeight)
    expect(over).toBeLessThanOrEqual(0)
    expect(await axeEverywhere(page)).toEqual([])
    expect(errors).toEqual([])
    await page.close()
  })
})

describe('what looks at screens', () => {
  it('finds a text that does not fit, a colour that cannot be read, and an error of the page', async () => {
    const { page, errors } = await watched('/sizes')
    await page.evaluate(() => {
      const p = document.createElement('p')
      p.style.cssText = 'width: 40px; overflow: hidden; white-space: nowrap; color: #bbb; background: #fff'
      p.textContent = 'far too long for so little'
      document.querySelector('main')?.append(p)
      console.error('planted')
    })
    expect(await cutTexts(page)).toEqual(['p: far too long for so little'])
    expect(await axeEverywhere(page)).toEqual([
      expect.stringMatching(/^light: color-contrast/),
      expect.stringMatching(/^dark: color-contrast/),
      expect.stringMatching(/^narrow: color-contrast/),
    ])
    expect(errors).toEqual(['planted'])
    await page.close()
  })
})

describe('standing at a printer, 390 px wide', () => {
  const NARROW: readonly Screen[] = [
    ['bench', () => '/bench'],
    ['bench card', () => `/slips/${id.slip}/card`],
    ['slip', () => `/slips/${id.slip}`],
  ]
  it.each(NARROW)('%s fits without scrolling sideways', async (_name, path) => {
    const page = await visit.open(path(), 390, 780)
    const wide: number = await page.$eval('main', (m) => m.scrollWidth - m.clientWidth)
    expect(wide).toBe(0)
    await page.close()
  })
  it('an outcome is logged there', async () => {
    const page = await visit.open(`/slips/${id.slip}`, 390, 780)
    await press(page, 'Log run')
    await says(page, 'What came out')
    const box = await page.$eval('[role=dialog] form', (f) => f.getBoundingClientRect().right)
    expect(box).toBeLessThanOrEqual(390)
    await page.close()
  })
})

describe('ways of a screen', () => {
  it('mm and inches switch in place, by a key, and stay', async () => {
    const page = await visit.open(`/slips/${id.slip}`)
    await says(page, / mm/)
    await listening(page)
    await page.keyboard.press('u')
    await says(page, /\d in/)
    await page.reload({ waitUntil: 'load' })
    await says(page, /\d in/)
    await listening(page)
    await page.keyboard.press('u')
    await page.close()
  })
  it('finds anything with a slash, and opens it with Enter', async () => {
    const page = await visit.open('/bench')
    await slash(page)
    await page.keyboard.type('Saltmarsh Cotton, warm')
    await page.waitForFunction(() => /warm grey/.test(document.querySelector('[role=listbox]')?.textContent ?? ''))
    await page.keyboard.press('Enter')
    await page.waitForFunction(() => location.pathname.startsWith('/presets/'))
    await page.close()
  })
  it('what is not there is said, with a way back', async () => {
    const page = await visit.open('/bench')
    await page.goto(`${inject('address')}/slips/01a00000-0000-7000-8000-000000000000`, { waitUntil: 'load' })
    await says(page, 'This is not in the room')
    await page.close()
  })
})
