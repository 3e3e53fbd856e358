import { mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import Database from 'better-sqlite3'
import type { ElementHandle } from 'puppeteer-core'
import sharp from 'sharp'
import { scannerTruth, scanSheet } from '../standins/instruments/scanner'
import { openBrowser } from '../test/chromium'
import { WATCH_FRAMES } from './browser'
import { demoData } from './drag'
import { say, spread } from './spread'

// npm run bench:scan, while the demo is open: from the moment a scan's file is chosen until its figures are shown, in a
// real browser, and the longest frame of the page meanwhile. The wedge of the demo's first tone check on a sheet of A4.

const ROUNDS = 5
const address = `http://127.0.0.1:${process.env.PORT ?? 4780}`
const folder = mkdtempSync(join(tmpdir(), 'scan-bench-'))
const db = new Database(join(process.env.LIBRETA_DATA ?? demoData() ?? '', 'libreta.db'), { readonly: true })
const id = db.prepare('select id from wedges order by number limit 1').pluck().get() as string
db.close()
const browser = await openBrowser()
try {
  const drawn = Buffer.from(await (await fetch(`${address}/api/tone/${id}/wedge.png`)).arrayBuffer())
  const sheet = join(folder, 'sheet.png')
  const [width, height] = [2480, 3508]
  const wedge = await sharp(drawn)
    .toColourspace('srgb')
    .resize({ width: width - 60, height: height - 60, fit: 'inside', withoutEnlargement: true })
    .png()
    .toBuffer()
  await sharp({ create: { width, height, channels: 3, background: '#fff' } })
    .composite([{ input: wedge, left: 30, top: 30 }])
    .png()
    .toFile(sheet)
  for (const format of ['jpeg', 'png', 'tiff'] as const) {
    const asked = { ppi: 300, format, quarter: 0, turn: 1.5, dust: 5, shadow: false, seed: 2 } as const
    const file = join(folder, `scan.${format}`)
    const bytes = await scanSheet(sheet, 300, scannerTruth(3), asked)
    writeFileSync(file, bytes)
    const times: number[] = []
    let longest = 0
    for (let i = 0; i < ROUNDS; i++) {
      const page = await browser.newPage()
      await page.setViewport({ width: 1280, height: 800 })
      await page.goto(`${address}/tone/${id}`, { waitUntil: 'load' })
      await new Promise((r) => setTimeout(r, 1500))
      await page.evaluate(
        `[...document.querySelectorAll('button')].find((b) => b.textContent === 'Read a scan')?.click()`,
      )
      const input = (await page.waitForSelector('[role=dialog] input[type=file]')) as ElementHandle<HTMLInputElement>
      await page.evaluate(WATCH_FRAMES)
      await new Promise((r) => setTimeout(r, 300))
      await page.evaluate('window.frames_.length = 0')
      const began = performance.now()
      await input.uploadFile(file)
      await page.waitForFunction(() => /100 %: \d/.test(document.body.innerText), { polling: 20, timeout: 30_000 })
      times.push(performance.now() - began)
      longest = Math.max(longest, ...((await page.evaluate('window.frames_')) as number[]))
      await page.close()
    }
    say(
      `${format}, ${(bytes.length / 1e6).toFixed(1)} MB: from chosen file to figures ${spread(times)} ms (limit 2000); longest frame ${longest.toFixed(0)} ms`,
    )
  }
} finally {
  await browser.close()
  rmSync(folder, { recursive: true, force: true })
}
