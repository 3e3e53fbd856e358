import type { Page } from 'puppeteer-core'
import { afterAll, afterEach, beforeAll, describe, expect, it } from 'vitest'
import { axeHere, click, press, says, Visit } from './browser'

let visit: Visit
beforeAll(async () => {
  visit = await Visit.start()
})
afterEach(() => visit.closePages())
afterAll(() => visit.end())

const figure = (page: Page, name: string): Promise<string> =>
  page.evaluate(
    (n) => [...document.querySelectorAll('dt')].find((d) => d.textContent === n)?.nextElementSibling?.textContent ?? '',
    name,
  )
const mm = (text: string): number => Number.parseFloat(text.replace(/[^\d.]*([\d.]+) mm.*/, '$1'))

describe('a roll plan', () => {
  it('is found beside the page while it can be changed, saves paper, and is cut by a list that is ticked off', async () => {
    const page = await visit.open('/bench')
    await click(page, 'a[href="/bench/plan"]')
    await page.waitForFunction(() => location.pathname === '/bench/plan')
    await says(page, /Cumulus, 6 May is printed by itself: it goes over the edges of the roll/)
    await says(page, /Takes/)
    const field = await page.waitForSelector('input[aria-label^="Copies of"]')
    await field?.click({ count: 3 })
    await page.keyboard.type('12')
    // two beside each other all along are as short as can be
    await says(page, /over: as short as can be/)
    const [takes, alone, bound] = await Promise.all(
      ['Takes', 'One after the other', 'No plan is shorter than'].map((n) => figure(page, n)),
    )
    expect(mm(takes ?? '')).toBeLessThan(0.75 * mm(alone ?? ''))
    expect(mm(takes ?? '')).toBe(mm(bound ?? ''))
    await says(page, /0 of \d+ cuts made/)
    expect(await axeHere(page)).toEqual([])
    await page.setViewport({ width: 390, height: 800 })
    await press(page, 'Cut 1 is made')
    await says(page, /1 of \d+ cuts made/)
    await press(page, 'Cut 2 is made')
    expect(await page.evaluate(() => document.querySelector('li[aria-current=step]')?.textContent)).toMatch(
      /^(Across|Along) /,
    )
    expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390)
    expect(await axeHere(page)).toEqual([])
  }, 60_000)

  it('goes on after quick changes with what was wished last', async () => {
    const page = await visit.open('/bench/plan')
    await says(page, /Takes/)
    const field = await page.waitForSelector('input[aria-label^="Copies of"]')
    for (const copies of ['30', '2', '9', '1']) {
      await field?.click({ count: 3 })
      await page.keyboard.type(copies)
    }
    await says(page, /over: as short as can be/)
    expect(await page.evaluate(() => document.querySelectorAll('svg[role=img] g').length)).toBe(1)
    await field?.click({ count: 3 })
    await page.keyboard.type('0')
    await page.waitForFunction(() => document.querySelector('svg[role=img] g') === null)
  }, 60_000)
})
