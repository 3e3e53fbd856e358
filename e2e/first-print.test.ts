import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import Database from 'better-sqlite3'
import type { Page } from 'puppeteer-core'
import sharp from 'sharp'
import { afterAll, afterEach, beforeAll, describe, expect, inject, it } from 'vitest'
import { drawing, images, pageBox, readPdf } from '../test/pdf-reader'
import { put, quarters } from '../test/pictures'
import { folder } from '../test/room'
import { append, choose, click, offered, press, says, settled, Visit } from './browser'

let visit: Visit
beforeAll(async () => {
  visit = await Visit.start()
})
afterEach(() => visit.closePages())
afterAll(() => visit.end())

const rows = (sql: string): unknown => {
  const db = new Database(join(inject('data'), 'libreta.db'), { readonly: true })
  try {
    return db.prepare(sql).pluck().get()
  } finally {
    db.close()
  }
}

async function memberPicture(dir: string): Promise<{ path: string; bytes: Buffer }> {
  const bytes = await sharp(await quarters(3000, 4000))
    .withIccProfile('srgb')
    .jpeg({ quality: 92 })
    .toBuffer()
  return { path: put(dir, 'four colours.jpg', bytes), bytes }
}

const upload = async (page: Page, path: string): Promise<void> => {
  const input = await page.waitForSelector('input[type=file]')
  await input?.uploadFile(path)
}

/** The open line's label. */
const openLine = (page: Page): Promise<string | null> =>
  page.evaluate(
    () => document.querySelector('section[data-open] [aria-expanded=true] span:nth-child(2)')?.textContent ?? null,
  )

describe('from a picture to a saved file and a logged run', () => {
  it('by mouse', async () => {
    const { path, bytes } = await memberPicture(folder())
    const page = await visit.open('/bench')
    const runs = rows('select count(*) from runs') as number
    await press(page, 'New slip')
    await page.waitForFunction(() => location.pathname.startsWith('/slips/'))
    await settled(page)
    await says(page, 'Drop a JPEG, PNG or TIFF here')
    await upload(page, path)
    await says(page, 'four colours.jpg')
    await says(page, '3000 × 4000 px')
    expect(await openLine(page)).toBe('Preset')
    expect(await page.$eval('input[aria-label=Title]', (i) => (i as HTMLInputElement).value)).toBe('Four colours')
    await choose(page, 'Preset', 'Otter, Fenland Matte, neutral')
    await says(page, 'Otter, Fenland Matte, neutral grey, version 3')
    // what is loaded for it is ready, and the next line is open
    await says(page, 'B4, 257 × 364 mm, short edge first')
    expect(await openLine(page)).toBe('Edge')
    await press(page, 'Borderless', 'radio')
    await says(page, 'sprays up to 2.9 mm past the edge')
    await click(page, 'section[aria-label=Placing] button')
    await press(page, 'Exact', 'radio')
    const size = await page.waitForSelector('section[aria-label=Placing] input[aria-label=Size]')
    await size?.click({ count: 3 })
    await size?.type('180 mm')
    await page.keyboard.press('Enter')
    await says(page, 'Exact size, 180.0 × 240.0 mm')
    // the background process made the larger picture, and the news brought it here
    await page.waitForSelector('image[href$="/preview"]')
    const table = await page.evaluate(() =>
      [...document.querySelectorAll('table')]
        .find((t) => t.caption?.innerText.startsWith('Asked, sent'))
        ?.innerText.replace(/\s+/g, ' '),
    )
    expect(table).toContain('Width 180.0 176.0 180.0 ± 0.7')
    expect(table).toContain('Left / right 38.5 / 38.5')
    await press(page, 'Save file')
    const objects = readPdf(readFileSync(await visit.saved()))
    expect(pageBox(objects, 'MediaBox').map((v) => Math.round(v * 10) / 10)).toEqual([0, 0, 728.5, 1031.8])
    expect(images(objects)[0]?.stream?.equals(bytes)).toBe(true)
    const clip = drawing(objects)
      .find((l) => l.endsWith(' re'))
      ?.split(' ')
      .map(Number)
    expect((clip?.[2] ?? 0) / (72 / 25.4)).toBeCloseTo(176.03, 1)
    await press(page, 'Log run')
    await says(page, 'What came out')
    await press(page, 'Log as good')
    await says(page, 'One run is in the log')
    await says(page, /Printed: run \d+, good/)
    expect(rows('select count(*) from runs')).toBe(runs + 1)
    await page.close()
  })

  it('takes six presses where the paper is loaded', async () => {
    const { path } = await memberPicture(folder())
    const page = await visit.open('/bench')
    let presses = 0
    const count = async (act: Promise<unknown>, n = 1): Promise<void> => {
      await act
      presses += n
    }
    await count(press(page, 'New slip'))
    await page.waitForFunction(() => location.pathname.startsWith('/slips/'))
    await settled(page)
    await count(upload(page, path))
    await says(page, '3000 × 4000 px')
    // the list, and the first of it: what is loaded stands there before all others
    const list = await page.waitForSelector('input[aria-label="Preset"]')
    await count(list?.click() ?? Promise.resolve())
    await offered(page)
    const first = await page.evaluate(
      () => [...document.querySelectorAll<HTMLElement>('[role=option]')].find((o) => o.offsetParent)?.textContent,
    )
    expect(first).toMatch(/^Otter, Fenland Matte/)
    await count(page.keyboard.press('ArrowDown').then(() => page.keyboard.press('Enter')))
    await says(page, 'B4, 257 × 364 mm, short edge first')
    await count(press(page, 'Log run'))
    await says(page, 'What came out')
    await count(press(page, 'Log as good'))
    await says(page, 'One run is in the log')
    expect(presses).toBe(6)
    await page.close()
  })

  it('by keyboard alone', async () => {
    const { path } = await memberPicture(folder())
    const page = await visit.open('/log')
    const key = (k: Parameters<Page['keyboard']['press']>[0]) => page.keyboard.press(k)
    await key('1')
    await page.waitForFunction(() => location.pathname === '/bench')
    await says(page, 'Ready')
    await key('n')
    await page.waitForFunction(() => location.pathname.startsWith('/slips/'))
    await says(page, 'Drop a JPEG')
    await settled(page)
    // the file dialog belongs to the system; the keyboard opens it and a file comes back
    const ask = async () => {
      await page.focus('.mantine-Dropzone-root')
      const [opened] = await Promise.all([page.waitForFileChooser({ timeout: 4000 }), key('Enter')])
      return opened
    }
    const chooser = await ask().catch(ask)
    await chooser.accept([path])
    await says(page, '3000 × 4000 px')
    const tabTo = async (test: string): Promise<void> => {
      for (let i = 0; i < 80; i++) {
        if (await page.evaluate((t) => document.activeElement?.matches(t) ?? false, test)) return
        await key('Tab')
      }
      throw new Error(`Tab never reached ${test}`)
    }
    await tabTo('input[aria-label="Preset"]')
    await page.keyboard.type('Fenland Matte, colour')
    await offered(page)
    await key('ArrowDown')
    await key('Enter')
    await says(page, 'B4, 257 × 364 mm')
    // the keyboard is at the next line
    await page.waitForFunction(() => document.activeElement?.closest('section')?.getAttribute('aria-label') === 'Edge')
    // the anchor by arrow keys on the drawing
    await tabTo('[role=application]')
    const placed = () => page.evaluate(() => document.querySelector('table')?.innerText ?? '')
    const before = await placed()
    for (let i = 0; i < 5; i++) await key('ArrowUp')
    await page.waitForFunction((b) => document.querySelector('table')?.innerText !== b, {}, before)
    await key('l')
    await says(page, 'What came out')
    await tabTo('button[type=submit]')
    await key('Enter')
    await says(page, /run(s)? (is|are) in the log|Printed: run/)
    await key('3')
    await page.waitForFunction(() => location.pathname === '/log')
    await page.close()
  })
})

describe('what bad input gets', () => {
  it('one sentence for each kind of bad file, and nothing is stored', async () => {
    const dir = folder()
    const good = await sharp(await quarters(400, 300))
      .png()
      .toBuffer()
    const page = await visit.open('/bench')
    await press(page, 'New slip')
    await says(page, 'Drop a JPEG')
    await settled(page)
    const before = rows('select count(*) from pictures')
    const cases: readonly [string, Buffer | string, RegExp][] = [
      ['zero.jpg', '', /zero\.jpg is empty \(0 bytes\)/],
      ['cut.png', good.subarray(0, good.length / 2), /cut\.png begins as a PNG but cannot be read to its end/],
      ['letter.jpg', '%PDF-1.4 dear keeper', /letter\.jpg is really a PDF/],
      ['notes.tif', 'only words in here', /notes\.tif is not a JPEG, PNG or TIFF picture/],
    ]
    for (const [name, bytes, text] of cases) {
      await upload(page, put(dir, name, bytes))
      await says(page, text)
    }
    expect(rows('select count(*) from pictures')).toBe(before)
    await page.close()
  })

  it('a stop keeps good shut until it is answered, and the reason lands in the log', async () => {
    const page = await visit.open('/bench')
    await page.evaluate(() =>
      [...document.querySelectorAll('a')].find((a) => a.innerText.includes('Kite, from a phone'))?.click(),
    )
    await page.waitForFunction(() => location.pathname.startsWith('/slips/'))
    await says(page, /Only \d+ ppi; this room wants 90/)
    await press(page, 'Log run')
    await says(page, 'Answer each stop with a reason first')
    const shut = await page.waitForSelector('button[type=submit]')
    expect(await shut?.evaluate((b) => (b as HTMLButtonElement).disabled)).toBe(true)
    for (const input of await page.$$('input[placeholder=Reason]')) await input.type('seen from the street')
    await press(page, 'Log as good')
    await says(page, /Printed: run \d+, good/)
    await page.evaluate(() => [...document.querySelectorAll('a')].find((a) => /^run \d+/.test(a.innerText))?.click())
    await says(page, 'Stops that were answered')
    await says(page, 'seen from the street')
    await page.close()
  })

  it('a length that cannot be read stays as typed, with a sentence', async () => {
    const page = await visit.open('/sizes')
    await press(page, 'New size')
    for (const [text, sentence] of [
      ['8,,5', /“8,,5” is not a length/],
      ['-3 in', /below zero/],
      ['1e9 mm', /not a length/],
      ['abc', /“abc” is not a length/],
    ] as const) {
      const input = await page.waitForSelector('input[aria-label="Width, across the feed"]')
      await input?.click({ count: 3 })
      await input?.type(text)
      await page.keyboard.press('Tab')
      await says(page, sentence)
      expect(await input?.evaluate((i) => (i as HTMLInputElement).value)).toBe(text)
    }
    await page.close()
  })
})

describe('nothing is lost', () => {
  it('a tab closed right after a change keeps it, and two tabs do not overwrite each other', async () => {
    const first = await visit.open('/bench')
    await first.evaluate(() =>
      [...document.querySelectorAll('a')].find((a) => a.innerText.includes('Estuary'))?.click(),
    )
    await first.waitForFunction(() => location.pathname.startsWith('/slips/'))
    await settled(first)
    const path = await first.evaluate(() => location.pathname)
    await first.waitForSelector('input[aria-label=Title]')
    await append(first, 'input[aria-label=Title]', ', second state')
    await first.close({ runBeforeUnload: false })
    await new Promise((r) => setTimeout(r, 800))
    const again = await visit.open(path)
    expect(await again.$eval('input[aria-label=Title]', (i) => (i as HTMLInputElement).value)).toBe(
      'Estuary, second state',
    )
    // the same slip changed behind this tab's back, then here
    const other = await visit.open(path)
    await again.setRequestInterception(true)
    let held: (() => void) | null = null
    again.on('request', (r) => {
      if (r.url().includes('/api/do/slip.save') && !held) {
        held = () => void r.continue()
      } else void r.continue()
    })
    await again.bringToFront()
    await append(again, 'input[aria-label=Title]', ' A')
    const until = async (test: () => boolean): Promise<void> => {
      for (let n = 0; n < 100 && !test(); n++) await new Promise((r) => setTimeout(r, 100))
    }
    await until(() => held !== null)
    await other.bringToFront()
    await append(other, 'input[aria-label=Title]', ' B')
    await until(
      () => rows("select title from slips where title like 'Estuary, second state%'") === 'Estuary, second state B',
    )
    await again.bringToFront()
    const release = held as (() => void) | null
    release?.()
    await says(again, 'This slip was changed in another window. Nothing was overwritten.')
    await press(again, 'Take what is there')
    expect(await again.$eval('input[aria-label=Title]', (i) => (i as HTMLInputElement).value)).toBe(
      'Estuary, second state B',
    )
    await again.close()
    await other.close()
  })
})
