import { join } from 'node:path'
import Database from 'better-sqlite3'
import type { Page } from 'puppeteer-core'
import { afterAll, afterEach, beforeAll, describe, expect, inject, it } from 'vitest'
import { click, fromMenu, press, says, Visit } from './browser'

let visit: Visit
beforeAll(async () => {
  visit = await Visit.start()
})
afterEach(() => visit.closePages())
afterAll(() => visit.end())

const one = (sql: string): string => {
  const db = new Database(join(inject('data'), 'libreta.db'), { readonly: true })
  try {
    return String(db.prepare(sql).pluck().get())
  } finally {
    db.close()
  }
}

/** Presses a chip of a row of the preset. */
async function chip(page: Page, row: string, name: string): Promise<void> {
  const handle = await page.waitForSelector(`[role=radiogroup][aria-label="${row}"]`)
  await handle?.evaluate((group, text) => {
    ;[...group.querySelectorAll('button')].find((b) => b.textContent === text)?.click()
  }, name)
}

/** Chooses in the n-th field of a dialog. */
async function pick(page: Page, n: number, value: string): Promise<void> {
  const field = (await page.$$('[role=dialog] form input:not([type=hidden])'))[n]
  await field?.click()
  const offered = (v: string): boolean =>
    [...document.querySelectorAll<HTMLElement>('[role=option]')].some((o) => o.offsetParent && o.textContent === v)
  await page.waitForFunction(offered, {}, value)
  await page.evaluate((v) => {
    ;[...document.querySelectorAll<HTMLElement>('[role=option]')]
      .find((o) => o.offsetParent && o.textContent === v)
      ?.click()
  }, value)
}

describe('presets', () => {
  it('a closed choice says why, and one press opens it with what follows', async () => {
    const id = one("select id from presets where name = 'Otter, Fenland Matte, colour'")
    const page = await visit.open(`/presets/${id}`)
    await says(page, 'Colour is converted once: the file to fenland-b-fine')
    await chip(page, 'Colour mode', 'Monochrome')
    await says(page, /Colour mode: Monochrome is closed because .*/)
    await says(page, /Set colour mode to Monochrome.* file colour to Untouched/)
    await page.evaluate(() => {
      ;[...document.querySelectorAll('button')].find((b) => /^Set colour mode/.test(b.textContent ?? ''))?.click()
    })
    await says(page, 'draft of version 3')
    await says(page, 'Grey is made once, in the printer’s own monochrome')
    await says(page, /colour mode monochrome, was colour/)
    await press(page, 'Seal version 3')
    await page.waitForSelector('[role=dialog] input')
    await page.type('[role=dialog] input', 'tried in grey')
    await click(page, '[role=dialog] button[type=submit]')
    await says(page, /version 3, seal [0-9A-Z]{6}/)
    expect(one("select count(*) from preset_versions where why = 'tried in grey'")).toBe('1')
  })

  it('a slip keeps its version, says that a newer one exists, and moves on one press', async () => {
    const slip = one(
      "select s.id from slips s join preset_versions v on v.id = json_extract(s.body, '$.prints[0].versionId') join presets p on p.id = v.preset_id where s.state = 'waiting' and p.name = 'Otter, Fenland Matte, colour' limit 1",
    )
    const page = await visit.open(`/slips/${slip}`)
    await click(page, 'section[aria-label=Preset] button')
    await says(
      page,
      /Version 3 is newer; this slip keeps version 2 until you move it. What changed: .*colour mode monochrome, was colour/,
    )
    await press(page, 'Move to version 3')
    await says(page, 'Otter, Fenland Matte, colour, version 3')
  })

  it('carried to another queue: what does not fit is named with the reason', async () => {
    const id = one("select id from presets where name = 'Otter, Saltmarsh Cotton, warm grey'")
    const page = await visit.open(`/presets/${id}`)
    await fromMenu(page, 'Otter, Saltmarsh Cotton, warm grey', 'Carry to another queue')
    await click(page, '[role=dialog] input')
    await page.waitForFunction(() =>
      [...document.querySelectorAll<HTMLElement>('[role=option]')].some((o) => o.textContent === 'Wren'),
    )
    await page.evaluate(() => {
      ;[...document.querySelectorAll<HTMLElement>('[role=option]')].find((o) => o.textContent === 'Wren')?.click()
    })
    await click(page, '[role=dialog] button[type=submit]')
    await says(page, /Wren has no colour mode monochrome/)
    await says(page, /Media setting: .* is closed because|Paper: .* is closed because|Feed: .* is closed because/)
  })
})

describe('two keepers in one draft', () => {
  it('the second is shown the difference, and nothing is overwritten', async () => {
    const id = one("select id from presets where name = 'Otter, Quay Gloss, topcoat'")
    const first = await visit.open(`/presets/${id}`)
    await first.setRequestInterception(true)
    let hold: (() => void) | null = null
    first.on('request', (r) => {
      if (r.url().includes('/api/do/preset.draft') && !hold) hold = () => void r.continue()
      else void r.continue()
    })
    await chip(first, 'Borderless', 'Not allowed')
    for (let i = 0; i < 80 && !hold; i++) await new Promise((r) => setTimeout(r, 100))
    const second = await visit.open(`/presets/${id}`)
    await chip(second, 'Quality', 'Fine')
    await says(second, 'draft of version 2')
    await first.bringToFront()
    const release = hold as (() => void) | null
    release?.()
    await says(first, 'This draft was changed by somebody else meanwhile. Nothing was overwritten.')
    await says(first, 'borderless: here not allowed, there allowed')
    await press(first, 'Take what is there')
    expect(
      one(
        `select json_extract(draft, '$.edgeAllowed') || ' ' || json_extract(draft, '$.qualityId') from presets where id = '${id}'`,
      ),
    ).toBe('either fine')
  })
})

describe('a keeper sets up a queue by screen alone', () => {
  it('another way to drive a printer, a rule of its own, and the rule answers on a preset', async () => {
    const printer = one("select id from printers where nickname = 'Wren'")
    const page = await visit.open(`/printers/${printer}`)
    await press(page, 'Another way to drive this printer')
    await page.waitForSelector('[role=dialog] input')
    await page.type('[role=dialog] input', 'Wren, quiet')
    await click(page, '[role=dialog] button[type=submit]')
    await page.waitForSelector('section[aria-label="Wren, quiet"]')
    await page.evaluate(() => {
      const section = document.querySelector('section[aria-label="Wren, quiet"]')
      ;[...(section?.querySelectorAll('button') ?? [])].find((b) => b.textContent === 'New rule')?.click()
    })
    await page.waitForSelector('[role=dialog] form')
    await pick(page, 0, 'Media setting')
    await pick(page, 1, 'Card gloss')
    await pick(page, 2, 'Quality')
    await pick(page, 3, 'Normal')
    await page.type('[role=dialog] input[placeholder^="cotton"]', 'the quiet driver smears at High')
    await says(page, 'When media setting is Card gloss, quality is Normal, because the quiet driver smears at High.')
    await click(page, '[role=dialog] button[type=submit]')
    await says(page, 'The rule holds now')
    expect(one("select facts from queues where name = 'Wren, quiet'")).toContain('the quiet driver smears at High')
  })
})
