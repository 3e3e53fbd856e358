import { afterAll, afterEach, beforeAll, describe, it } from 'vitest'
import { click, offered, one, press, says, Visit } from './browser'

// Last of all: what it does to a printer closes and doubts what other tests count on.

let visit: Visit
beforeAll(async () => {
  visit = await Visit.start()
})
afterEach(() => visit.closePages())
afterAll(() => visit.end())

describe('a profile', () => {
  it('turns stale when the printer gets other inks, on the shelf, on its preset and on a slip', async () => {
    const printerId = one<string>("select id from printers where nickname = 'Otter'")
    const page = await visit.open(`/printers/${printerId}`)
    await press(page, 'Log upkeep')
    await click(page, '[role=dialog] ::-p-aria([name="What was done"][role="combobox"])')
    await offered(page)
    await click(page, '::-p-aria([name="head change"][role="option"])')
    await click(page, '[role=dialog] ::-p-aria([name="Note it"][role="button"])')
    await says(page, 'Noted: head change of Otter.')
    await page.goto(new URL('/presets/profiles', page.url()).href, { waitUntil: 'load' })
    await says(page, 'stale: head change of Otter since')
    const preset = one<string>("select id from presets where name = 'Otter, Dune Lustre, colour'")
    await page.goto(new URL(`/presets/${preset}`, page.url()).href, { waitUntil: 'load' })
    await says(page, /Since profile .* was made, Otter had a head change: print its target again/)
  })
})
