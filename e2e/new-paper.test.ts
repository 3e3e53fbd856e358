import type { Page } from 'puppeteer-core'
import { afterAll, afterEach, beforeAll, describe, expect, it } from 'vitest'
import { click, offered, one, press, says, settled, Visit } from './browser'

let visit: Visit
beforeAll(async () => {
  visit = await Visit.start()
})
afterEach(() => visit.closePages())
afterAll(() => visit.end())

/** Presses what stands at one step of the path. */
async function atStep(page: Page, step: string, name: string): Promise<void> {
  const found = await page.waitForFunction(
    (s, n) => {
      const li = [...document.querySelectorAll('main li')].find((x) =>
        x.querySelector('h2')?.textContent?.startsWith(s),
      )
      return [...(li?.querySelectorAll<HTMLElement>('button, a') ?? [])].find((b) => b.textContent?.trim() === n)
    },
    {},
    step,
    name,
  )
  await found.asElement()?.evaluate((e) => (e as HTMLElement).setAttribute('data-pressed-next', ''))
  await click(page, '[data-pressed-next]')
  await page.evaluate(() => document.querySelector('[data-pressed-next]')?.removeAttribute('data-pressed-next'))
}

const type = async (page: Page, label: string, text: string): Promise<void> => {
  await click(page, `[role=dialog] ::-p-aria([name="${label}"][role="textbox"])`)
  await page.keyboard.type(text)
}

/** Takes an option of a list in the open form. */
async function pick(page: Page, label: string, option: string): Promise<void> {
  await click(page, `[role=dialog] ::-p-aria([name="${label}"][role="combobox"])`)
  await offered(page)
  await click(page, `::-p-aria([name="${option}"][role="option"])`)
}

/** A press on what ends a form; the form is gone afterwards. */
async function end(page: Page, name: string): Promise<void> {
  await click(page, `[role=dialog] ::-p-aria([name="${name}"][role="button"])`)
  await page.waitForFunction(() => !document.querySelector('[role=dialog]'))
}

describe('a new paper', () => {
  it('goes from its box to its card, and what is found otherwise at the printer is on the bench', async () => {
    const pathId = one<string>('select id from paper_paths')
    const paperId = one<string>('select paper_id from paper_paths')
    const page = await visit.open(`/papers/${paperId}/path/${pathId}`)
    await says(page, '7 steps to go')
    await atStep(page, 'Nozzle check', 'Note a nozzle check')
    await type(page, 'Result', 'all fire')
    await end(page, 'Note it')
    await says(page, /6 steps to go.*Next: media settings/)

    await atStep(page, 'Media settings', 'Proof sheets')
    await end(page, 'Make the slip')
    await page.waitForFunction(() => location.pathname.startsWith('/slips/'))
    await says(page, 'Sedge Matte 180, Matte B')
    const bodies = JSON.parse(one<string>('select body from slips order by number desc limit 1'))
    expect(bodies.prints).toHaveLength(2)

    await page.goBack()
    await settled(page)
    await atStep(page, 'Media settings', 'Log a trial')
    await pick(page, 'Media setting', 'Matte B')
    await type(page, 'What was printed', 'two sheets of the fern')
    await type(page, 'What was seen', 'Deeper by two steps, dry after a night')
    await click(page, '[role=dialog] ::-p-aria([name="kept"][role="radio"])')
    await end(page, 'Log trial')
    await says(page, /Matte B was kept in trial \d+/)
    await says(page, 'Otter, photo, Sedge Matte 180, Matte B, version 1')
    await press(page, 'Retire 1 other proof')
    // the slip of the proofs still waits
    await says(page, /Matte A is retired\. Slip \d+ holds it\./)
    await press(page, 'Do it all the same')
    await page.waitForFunction(() => !document.querySelector('[role=dialog]'))
    await says(page, 'no longer offered')

    await atStep(page, 'Quality compared', 'Say what came of it')
    await type(page, 'What came of it', 'Fine and Slow look the same from a metre')
    await end(page, 'Note it')
    await atStep(page, 'Profile bound', 'Leave out')
    await type(page, 'Why it is left out', 'the meter is lent to the school until January')
    await end(page, 'Leave it out')
    await atStep(page, 'Greys straight', 'Leave out')
    await type(page, 'Why it is left out', 'this paper is for colour')
    await end(page, 'Leave it out')
    await says(page, /1 step to go.*Next: bench card/)

    // at the printer, with a phone
    await page.setViewport({ width: 390, height: 780 })
    await atStep(page, 'Bench card', 'Bench card')
    // the address changes before the card is there
    await says(page, /0 of \d+ looked at/)
    expect(page.url()).toMatch(/\/card\?version=/)
    expect(await page.evaluate(() => document.documentElement.scrollWidth <= innerWidth)).toBe(true)
    const readBack = async (otherwise: string | null): Promise<void> => {
      await page.evaluate((label) => {
        for (const box of document.querySelectorAll<HTMLInputElement>('main input[type=checkbox]'))
          if (!label || !box.getAttribute('aria-label')?.startsWith(label)) box.click()
      }, otherwise)
      if (otherwise) {
        await press(page, `${otherwise}: it stood otherwise`)
        // the field that asks what stood there is gone to by itself
        await page.waitForFunction(() => document.activeElement?.matches('input:not([type=checkbox])'))
        await page.keyboard.type('Quick')
      }
      await press(page, 'Log read back')
    }
    const level = await page.evaluate(() => {
      const first = document.querySelector<HTMLInputElement>('main input[type=checkbox]')
      return first?.getAttribute('aria-label')?.replace(/: as it says$/, '') ?? ''
    })
    await readBack(level)
    await says(page, 'stood otherwise. It stays on the bench')
    const bench = await visit.open('/bench')
    await says(bench, level)
    const card = await fetch(
      `${new URL(page.url()).origin}/api/cards/version/${new URL(page.url()).searchParams.get('version')}`,
    )
    expect(card.headers.get('content-type')).toBe('application/pdf')

    // somebody puts it right and reads it back once more
    await page.bringToFront()
    await readBack(null)
    await says(page, 'Read back: all as it says.')
    await page.goto(new URL(`/papers/${paperId}/path/${pathId}`, page.url()).href, { waitUntil: 'load' })
    await says(page, 'Every step is done or left out with a reason.')
  })
})
