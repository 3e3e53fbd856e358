import { existsSync } from 'node:fs'
import { join } from 'node:path'
import Database from 'better-sqlite3'
import puppeteer from 'puppeteer-core'
import { say, spread } from './spread'

const ROOT = join(import.meta.dirname, '..')

/** Drags the demo's largest picture about on its sheet in a real browser: main-thread work per move, and frames. */
export async function benchDrag(address: string, data: string): Promise<void> {
  const db = new Database(join(data, 'libreta.db'), { readonly: true })
  const slip = db
    .prepare(
      "select s.id from slips s join pictures p on p.id = s.picture_id where s.state in ('waiting', 'open') order by p.width * p.height desc limit 1",
    )
    .pluck()
    .get() as string
  db.close()
  const browser = await puppeteer.launch({
    executablePath: process.env.LIBRETA_CHROMIUM ?? '/usr/bin/chromium',
    args: ['--no-sandbox', '--disable-gpu', '--disable-quic', '--no-first-run', '--disable-background-networking', '--disable-component-update', '--disable-sync'],
  })
  try {
    const page = await browser.newPage()
    await page.setViewport({ width: 1280, height: 800 })
    await page.goto(`${address}/slips/${slip}`, { waitUntil: 'load' })
    await page.waitForSelector('[role=application]')
    // an exact small size, so that there is room to move both ways
    await (await page.waitForSelector('section[aria-label=Placing] button'))?.click()
    await (await page.waitForSelector('section[aria-label=Placing] [role=radio]'))?.click()
    await new Promise((r) => setTimeout(r, 1500))
    const box = await page.$eval('[role=application]', (g) => {
      const r = g.getBoundingClientRect()
      return { x: r.x + r.width / 2, y: r.y + r.height / 2 }
    })
    await page.evaluate(() => {
      const w = window as unknown as { work: number[]; frames: number[] }
      w.work = []
      w.frames = []
      let last = performance.now()
      const frame = (now: number): void => {
        w.frames.push(now - last)
        last = now
        // what runs until the frame is handed over: state, prediction, React, style and layout
        const began = performance.now()
        setTimeout(() => w.work.push(performance.now() - began))
        requestAnimationFrame(frame)
      }
      requestAnimationFrame(frame)
    })
    const session = await page.createCDPSession()
    await session.send('Performance.enable')
    const metric = async (name: string): Promise<number> => {
      const { metrics } = await session.send('Performance.getMetrics')
      return (metrics.find((m) => m.name === name)?.value ?? 0) * 1000
    }
    const perMove: number[] = []
    await page.mouse.move(box.x, box.y)
    await page.mouse.down()
    for (let i = 0; i < 160; i++) {
      const before = await metric('TaskDuration')
      await page.mouse.move(box.x + 60 * Math.sin(i / 9), box.y + 40 * Math.cos(i / 7))
      await page.evaluate(() => new Promise((r) => requestAnimationFrame(() => setTimeout(r))))
      perMove.push((await metric('TaskDuration')) - before)
    }
    await page.mouse.up()
    const frames = await page.evaluate(() => (window as unknown as { frames: number[] }).frames.slice(5))
    say(`dragging the largest picture: main-thread work per move ${spread(perMove)} ms (p95 limit 8); frames ${spread(frames)} ms (none above 33), ${frames.filter((f) => f > 33).length} of ${frames.length} above`)
  } finally {
    await browser.close()
  }
}

export const demoData = (): string | null => {
  const data = join(ROOT, 'demo-data')
  return existsSync(data) ? data : null
}
