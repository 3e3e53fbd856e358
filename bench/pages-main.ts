import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import Database from 'better-sqlite3'
import { openRoom } from '@/server/db/open'
import { listRuns, logTotals } from '@/server/stores/log'
import { demoRoom } from '../test/demo-room'
import { serving } from '../test/serving'
import { FULL, fullRoom } from './full-room'
import { say, spread } from './spread'

// npm run bench:pages: pages of a full room beside those of the demo room, twenty people at once, a log of 200 000 runs.
const folder = mkdtempSync(join(tmpdir(), 'libreta-pages-'))
const rest = (ms: number): Promise<void> => new Promise((r) => setTimeout(r, ms))
const ROUNDS = 15

/** What is looked at: the same slip in both rooms. */
function pagesOf(data: string): Readonly<Record<string, string>> {
  const db = new Database(join(data, 'libreta.db'), { readonly: true })
  const slip = db.prepare("select id from slips where state = 'waiting' order by number limit 1").pluck().get()
  db.close()
  return { slip: `/slips/${slip}`, bench: '/bench', presets: '/presets', members: '/members', log: '/log' }
}

type Figures = { readonly ms: number; readonly bytes: number }

async function pageOf(address: string, path: string): Promise<Figures> {
  const began = performance.now()
  const response = await fetch(`${address}${path}`)
  const bytes = (await response.arrayBuffer()).byteLength
  if (!response.ok) throw new Error(`${path} answers ${response.status}`)
  return { ms: performance.now() - began, bytes }
}

const median = (list: readonly number[]): number => [...list].sort((a, b) => a - b)[list.length >> 1] ?? 0

async function measured(address: string, path: string): Promise<Figures> {
  for (let i = 0; i < 4; i++) await pageOf(address, path)
  const all: Figures[] = []
  for (let i = 0; i < ROUNDS; i++) all.push(await pageOf(address, path))
  return { ms: median(all.map((f) => f.ms)), bytes: median(all.map((f) => f.bytes)) }
}

/** Twenty people, each a page every two seconds, for a while. */
async function crowd(address: string, paths: readonly string[], seconds: number): Promise<void> {
  const times: number[] = []
  let refused = 0
  const until = performance.now() + seconds * 1000
  const person = async (n: number): Promise<void> => {
    await rest((n * 2000) / 20)
    for (let i = n; performance.now() < until; i++) {
      const began = performance.now()
      try {
        times.push((await pageOf(address, paths[i % paths.length] ?? '/')).ms)
      } catch {
        refused += 1
      }
      await rest(Math.max(0, 2000 - (performance.now() - began)))
    }
  }
  await Promise.all(Array.from({ length: 20 }, (_, n) => person(n)))
  say(
    `20 people, a page each every 2 s, for ${seconds} s: ${spread(times)} ms (p95 limit 500), ${refused} refused of ${times.length}`,
  )
}

async function pages(): Promise<void> {
  const demo = await demoRoom()
  const full = await fullRoom(join(folder, 'full'), FULL)
  const copy = await fullRoom(join(folder, 'demo'), { presets: 0, members: 0, slips: 0, runs: 0 })
  const [small, large] = [await serving(copy), await serving(full)]
  try {
    const [a, b] = [pagesOf(demo), pagesOf(full)]
    for (const name of Object.keys(a)) {
      // one after the other, so that a busy machine slows both
      const less = await measured(small.address, a[name] ?? '/')
      const more = await measured(large.address, b[name] ?? '/')
      const kb = (n: number): string => (n / 1000).toFixed(0)
      say(
        `${name}: ${more.ms.toFixed(0)} ms to ${less.ms.toFixed(0)} ms, ${(more.ms / less.ms).toFixed(2)} times (limit 1.5); ${kb(more.bytes)} KB to ${kb(less.bytes)} KB, ${(more.bytes / less.bytes).toFixed(2)} times (limit 2)`,
      )
    }
    await crowd(large.address, Object.values(b), 30)
  } finally {
    await small.end()
    await large.end()
  }
}

async function longLog(): Promise<void> {
  const room = await fullRoom(join(folder, 'long'), { ...FULL, presets: 20, slips: 10, runs: 200_000 })
  const db = openRoom(room)
  const [memberId, printerId, paperId] = ['now_member_id', 'printer_id', 'paper_id'].map((c) =>
    String(db.$client.prepare(`select ${c} from run_parts order by rowid desc limit 1`).pluck().get()),
  )
  const newest = db.$client.prepare('select max(at) from run_parts').pluck().get() as number
  const filters = {
    none: {},
    member: { memberId: memberId ?? '' },
    printer: { printerId: printerId ?? '' },
    paper: { paperId: paperId ?? '' },
    spoiled: { outcome: 'spoiled' as const },
    month: { from: newest - 30 * 86_400_000, to: newest },
  }
  for (const [name, filter] of Object.entries(filters)) {
    const time = (work: () => unknown): readonly number[] =>
      Array.from({ length: ROUNDS }, () => {
        const began = performance.now()
        work()
        return performance.now() - began
      })
    const page = median(time(() => listRuns(db, filter, null, 60)))
    const sums = median(time(() => logTotals(db, filter)))
    say(
      `log of 200 000 runs, filter ${name}: page ${page.toFixed(1)} ms (limit 50), sums ${sums.toFixed(0)} ms (limit 200)`,
    )
  }
  db.$client.close()
}

try {
  await pages()
  await longLog()
} finally {
  rmSync(folder, { recursive: true, force: true })
}
