import { cpSync, mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import Database from 'better-sqlite3'
import { demoRoom } from '../test/demo-room'
import { listening, serving, working } from '../test/serving'
import { say, spread } from './spread'

// npm run bench:news: from a change at a printer until a screen hears of it; server, background process and simulated
// printer run as they would.
const ROUNDS = 40
const data = mkdtempSync(join(tmpdir(), 'libreta-news-'))
const tray = mkdtempSync(join(tmpdir(), 'libreta-news-tray-'))
const rest = (ms: number): Promise<void> => new Promise((r) => setTimeout(r, ms))

cpSync(await demoRoom(), data, { recursive: true })
const args = ['--model', 'otter', '--port', '0', '--out', tray, '--seed', '5', '--speed', '20']
const printer = await listening<{ port: number }>(['--import', 'tsx', 'standins/printer/main.ts', ...args])
const db = new Database(join(data, 'libreta.db'))
db.prepare("update queues set address = replace(address, ':4791/', ?)").run(`:${printer.says.port}/`)
db.close()
const web = await serving(data)
const background = working(data)
try {
  const stop = new AbortController()
  const news = await fetch(`${web.address}/api/events`, { signal: stop.signal })
  if (!news.body) throw new Error('no news')
  const waits: { heard: () => void } = { heard: () => {} }
  void (async () => {
    for await (const chunk of news.body as unknown as AsyncIterable<Uint8Array>)
      if (Buffer.from(chunk).includes('queue.heard')) waits.heard()
  })().catch(() => {})
  const change = (copies: number): Promise<Response> =>
    fetch(`http://127.0.0.1:${printer.says.port}/tray/switch`, { method: 'POST', body: JSON.stringify({ copies }) })
  await rest(4000)
  const took: number[] = []
  for (let i = 0; i < ROUNDS; i++) {
    await rest(300 + ((i * 137) % 500))
    const told = new Promise<void>((resolve) => {
      waits.heard = resolve
    })
    const from = performance.now()
    await change(2 + (i % 2))
    await told
    took.push(performance.now() - from)
  }
  stop.abort()
  say(
    `news of a printer at a screen, ${ROUNDS} changes: ${spread(took)}, the latest after ${Math.round(Math.max(...took))} ms`,
  )
} finally {
  await background.end()
  await web.end()
  await printer.end()
  rmSync(data, { recursive: true, force: true })
  rmSync(tray, { recursive: true, force: true })
}
process.exit(0)
