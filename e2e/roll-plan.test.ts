import type { Page } from 'puppeteer-core'
import { afterAll, afterEach, beforeAll, describe, expect, it } from 'vitest'
import { axeHere, click, press, says, Visit } from './browser'

let visit: Visit
/** Another person's browser: a page behind another one sleeps. */
let second: Visit
beforeAll(async () => {
  visit = await Visit.start()
  second = await Visit.start()
})
afterEach(() => Promise.all([visit.closePages(), second.closePages()]))
afterAll(() => Promise.all([visit.end(), second.end()]))

const figure = (page: Page, name: string): Promise<string> =>
  page.evaluate(
    (n) => [...document.querySelectorAll('dt')].find((d) => d.textContent === n)?.nextElementSibling?.textContent ?? '',
    name,
  )
const mm = (text: string): number => Number.parseFloat(text.replace(/[^\d.]*([\d.]+) mm.*/, '$1'))
const laid = (page: Page): Promise<number> =>
  page.evaluate(() => document.querySelectorAll('svg[role=group] g[role=button]').length)

/** Types into the number of copies of the first print. */
async function copies(page: Page, n: string): Promise<void> {
  const field = await page.waitForSelector('input[aria-label^="Copies of"]')
  await field?.click({ count: 3 })
  await page.keyboard.type(n)
}

/** So many copies of the prints with these titles, and none of any other. */
async function choose(page: Page, wanted: Readonly<Record<string, string>>): Promise<void> {
  for (const row of await page.$$('ul[aria-label="Prints to lay"] li')) {
    const title = await row.evaluate((e) => e.textContent ?? '')
    const n = Object.entries(wanted).find(([name]) => title.includes(name))?.[1] ?? '0'
    const field = await row.$('input[aria-label^="Copies of"]')
    await field?.click({ count: 3 })
    await page.keyboard.type(n)
  }
}

describe('a roll plan', () => {
  it('goes on after quick changes with what was wished last, and of nothing shows nothing', async () => {
    const page = await visit.open('/bench')
    await click(page, 'a[href="/bench/plan"]')
    await page.waitForFunction(() => location.pathname === '/bench/plan')
    await says(page, /Cumulus, 6 May is printed by itself: it goes over the edges of the roll/)
    await says(page, /Takes/)
    const all = await laid(page)
    for (const n of ['3', '1', '2', '1']) await copies(page, n)
    await page.waitForFunction(
      (n) => document.querySelectorAll('svg[role=group] g[role=button]').length === n,
      {},
      all - 2,
    )
    const [takes, alone, bound] = await Promise.all(
      ['Takes', 'One after the other', 'No plan is shorter than'].map((n) => figure(page, n)),
    )
    expect(mm(takes ?? '')).toBeLessThan(mm(alone ?? ''))
    expect(mm(takes ?? '')).toBeGreaterThanOrEqual(mm(bound ?? ''))
    for (const field of await page.$$('input[aria-label^="Copies of"]')) {
      await field.click({ count: 3 })
      await page.keyboard.type('0')
    }
    await says(page, /No print is chosen/)
    expect(await laid(page)).toBe(0)
  })

  it('a print that is dragged stays there and the rest is laid around it; by keys it is freed again', async () => {
    const page = await visit.open('/bench/plan')
    await says(page, /Takes/)
    const place = (): Promise<{ x: number; y: number; name: string }> =>
      page.evaluate(() => {
        const g = document.querySelector('svg[role=group] g[role=button]')
        const box = g?.querySelector('rect')?.getBoundingClientRect()
        return {
          x: (box?.x ?? 0) + (box?.width ?? 0) / 2,
          y: (box?.y ?? 0) + (box?.height ?? 0) / 2,
          name: g?.getAttribute('aria-label') ?? '',
        }
      })
    const from = await place()
    await page.mouse.move(from.x, from.y)
    await page.mouse.down()
    await page.mouse.move(from.x + 60, from.y + 30, { steps: 6 })
    await page.mouse.up()
    await says(page, /1 print pinned: the rest is laid around/)
    await page.waitForFunction(() => document.querySelector('svg[role=group] g[aria-pressed=true]') !== null)
    expect(await axeHere(page)).toEqual([])
    await page.evaluate(() => document.querySelector<SVGGElement>('svg[role=group] g[aria-pressed=true]')?.focus())
    await page.keyboard.press('Enter')
    await page.waitForFunction(() => document.querySelector('svg[role=group] g[aria-pressed=true]') === null)
  })

  it('is kept, and whoever plans meanwhile sees it; printed as one it is one run with a part for each, and cut by its list', async () => {
    const page = await visit.open('/bench/plan')
    const other = await second.open('/bench/plan')
    await says(other, /Takes/)
    await says(page, /Takes/)
    // a short piece of it, whatever else waits by now
    await choose(page, { Estuary: '1', 'Lady fern, blue, for the hall': '1' })
    await page.waitForFunction(() => document.querySelectorAll('svg[role=group] g[role=button]').length === 2)
    const count = 2
    // the search is over: until then a better plan may have other cuts
    await page.waitForFunction(() => ![...document.querySelectorAll('button')].some((b) => /^Stop/.test(b.innerText)))
    await says(page, /\d+ cuts?\. Kept, it is printed as one/)
    const cutsNow = () => page.evaluate(() => /(\d+) cuts?(?:\. Kept| made)/.exec(document.body.innerText)?.[1])
    const cutsBefore = await cutsNow()
    await press(page, 'Keep this plan')
    await page.waitForFunction(() => /^\/bench\/plan\/./.test(location.pathname))
    await says(other, /Plan \d+/)
    await other.waitForFunction(
      () =>
        document.querySelector<HTMLInputElement>('input[aria-label*="Lady fern, blue, for the hall"]')?.value === '2',
    )
    await says(page, /Who pays/)
    await says(page, /Geography class 9b/)
    expect(await axeHere(page)).toEqual([])

    await press(page, 'Print as one and log')
    await page.waitForSelector('[role=dialog] textarea')
    for (const stop of await page.$$('input[placeholder="Why it is printed all the same"]')) await stop.type('a test')
    await press(page, 'Print it')
    await page.waitForFunction(() => /came out and is in the log/.test(document.body.innerText))
    await says(page, /It is in the log as one run/)
    await says(page, /Of the roll the printer counts [\d.]+ mm, [\d.]+ mm was sent/)

    // beside the cutter, on a phone; who looks from elsewhere sees the same
    await page.setViewport({ width: 390, height: 800 })
    await press(page, 'Cut 1 is made')
    await says(page, /1 of \d+ cuts made/)
    expect(await cutsNow()).toBe(cutsBefore)
    await press(page, 'Cut 2 is made')
    await says(page, /2 of \d+ cuts made/)
    expect(await page.evaluate(() => document.querySelector('li[aria-current=step]')?.textContent)).toMatch(
      /^(Across|Along) /,
    )
    expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390)
    expect(await axeHere(page)).toEqual([])
    const path = await page.evaluate(() => location.pathname)
    const phone = await second.open(path, 390, 800)
    await says(phone, /2 of \d+ cuts made/)

    const cuts = await page.evaluate(async (p) => {
      const answer = await fetch(`/api/plans/${p.split('/').at(-1)}/cuts`)
      return { type: answer.headers.get('content-type'), bytes: (await answer.arrayBuffer()).byteLength }
    }, path)
    expect(cuts.type).toBe('application/pdf')
    expect(cuts.bytes).toBeGreaterThan(4000)

    await page.setViewport({ width: 1280, height: 800 })
    await click(page, 'a[href^="/log/"]')
    await says(page, /On the same sheet/)
    await page.goto(new URL('/log', page.url()).href, { waitUntil: 'load' })
    expect(
      await page.evaluate(
        () =>
          [...document.querySelectorAll('tbody tr')]
            .slice(0, 12)
            .filter((r) => /Estuary|Lady fern, blue, for the hall/.test(r.textContent ?? '')).length,
      ),
    ).toBe(count)
  })
})
