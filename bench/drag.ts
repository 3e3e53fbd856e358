import { existsSync } from 'node:fs'
import { join } from 'node:path'
import Database from 'better-sqlite3'
import { openBrowser } from '../test/chromium'
import { WATCH_FRAMES } from './browser'
import { say, spread } from './spread'

const ROOT = join(import.meta.dirname, '..')

/** Drags the demo's largest picture about on its sheet in a real browser: main-thread script, style and layout per move, and frames. */
export async function benchDrag(address: string, data: string): Promise<void> {
  const db = new Database(join(data, 'libreta.db'), { readonly: true })
  const slip = db
    .prepare(
      "select s.id from slips s join pictures p on p.id = s.picture_id where s.state in ('waiting', 'open') order by p.width * p.height desc limit 1",
    )
    .pluck()
    .get() as string
  db.close()
  const browser = await openBrowser()
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
    await page.evaluate(WATCH_FRAMES)
    const session = await page.createCDPSession()
    await session.send('Performance.enable')
    // script, style and layout of the page's main thread, without what this measuring itself costs
    const PARTS = ['ScriptDuration', 'LayoutDuration', 'RecalcStyleDuration']
    const work = async (): Promise<number> => {
      const { metrics } = await session.send('Performance.getMetrics')
      return metrics.filter((m) => PARTS.includes(m.name)).reduce((a, m) => a + m.value, 0) * 1000
    }
    const perMove: number[] = []
    await page.mouse.move(box.x, box.y)
    await page.mouse.down()
    for (let i = 0; i < 160; i++) {
      const before = await work()
      await page.mouse.move(box.x + 60 * Math.sin(i / 9), box.y + 40 * Math.cos(i / 7))
      await page.evaluate('new Promise((r) => requestAnimationFrame(() => setTimeout(r)))')
      perMove.push((await work()) - before)
    }
    await page.mouse.up()
    const frames = (await page.evaluate('window.frames_.slice(5)')) as number[]
    say(
      `dragging the largest picture: main-thread script, style and layout per move ${spread(perMove)} ms (p95 limit 8); frames ${spread(frames)} ms (none above 33), ${frames.filter((f) => f > 33).length} of ${frames.length} above`,
    )
  } finally {
    await browser.close()
  }
}

export const demoData = (): string | null => {
  const data = join(ROOT, 'demo-data')
  return existsSync(data) ? data : null
}
