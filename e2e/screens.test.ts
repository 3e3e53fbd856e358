import { join } from 'node:path'
import Database from 'better-sqlite3'
import { afterAll, afterEach, beforeAll, describe, expect, inject, it } from 'vitest'
import { axe, listening, press, says, slash, Visit } from './browser'

let visit: Visit
const id: { slip?: string; run?: string; preset?: string; printer?: string } = {}
beforeAll(async () => {
  visit = await Visit.start()
  const db = new Database(join(inject('data'), 'libreta.db'), { readonly: true })
  const first = (sql: string): string => String(db.prepare(sql).pluck().get())
  id.slip = first("select id from slips where state = 'waiting' order by number desc limit 1")
  id.run = first('select id from runs order by number limit 1')
  id.preset = first('select id from presets order by number limit 1')
  id.printer = first('select id from printers order by number limit 1')
  db.close()
})
afterEach(() => visit.closePages())
afterAll(() => visit.end())

type Screen = readonly [name: string, path: () => string]

const SCREENS: readonly Screen[] = [
  ['bench', () => '/bench'],
  ['slips', () => '/slips'],
  ['slip', (): string => `/slips/${id.slip}`],
  ['log', () => '/log'],
  ['run', () => `/log/${id.run}`],
  ['presets', () => '/presets'],
  ['preset', () => `/presets/${id.preset}`],
  ['printers', () => '/printers'],
  ['printer', () => `/printers/${id.printer}`],
  ['papers', () => '/papers'],
  ['sizes', () => '/sizes'],
  ['members', () => '/members'],
  ['room', () => '/room'],
  ['new edge check', () => `/edge-checks/new?printer=${id.printer}`],
  ['output tray', () => '/tray'],
  ['profiles', () => '/presets/profiles'],
]

describe.each(['light', 'dark'] as const)('axe, %s', (scheme) => {
  it.each(SCREENS)('%s', async (_name, path) => {
    const page = await visit.open('/sizes')
    expect(await axe(page, path(), scheme)).toEqual([])
    await page.close()
  })
})

describe('the frame stands still', () => {
  it.each(SCREENS)('%s scrolls inside it only', async (_name, path) => {
    const page = await visit.open(path())
    const over: number = await page.evaluate(() => document.documentElement.scrollHeight - window.innerHeight)
    expect(over).toBeLessThanOrEqual(0)
    await page.close()
  })
})

describe('standing at a printer, 390 px wide', () => {
  const NARROW: readonly Screen[] = [
    ['bench', () => '/bench'],
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
  it('runs no script that is not the room’s, and logs no error', async () => {
    const page = await visit.browser.newPage()
    const errors: string[] = []
    page.on('console', (m) => m.type() === 'error' && errors.push(m.text()))
    page.on('pageerror', (e) => errors.push(String(e)))
    for (const [, path] of SCREENS) {
      await page.goto(inject('address') + path(), { waitUntil: 'load' })
      await new Promise((r) => setTimeout(r, 250))
    }
    expect(errors).toEqual([])
    await page.close()
  })
  it('what is not there is said, with a way back', async () => {
    const page = await visit.open('/bench')
    await page.goto(`${inject('address')}/slips/01a00000-0000-7000-8000-000000000000`, { waitUntil: 'load' })
    await says(page, 'This is not in the room')
    await page.close()
  })
})
