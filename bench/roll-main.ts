import { closeSync, openSync, readdirSync, readFileSync, readlinkSync, writeSync } from 'node:fs'
import { join } from 'node:path'
import { plainSlip } from '@/contract/slip-data'
import { fromMm } from '@/core/length/length'
import { planView } from '@/server/books/plan-view'
import { openDatabase } from '@/server/db/open'
import { readPrintJob } from '@/server/stores/print-jobs'
import { planGroups } from '@/server/stores/roll-plans'
import { planOf } from '../test/roll-room'
import { demoData } from './drag'
import { say } from './spread'

// npm run bench:roll -- [--length MM], while the demo is open: a roll plan of 610 x 4000 mm is kept and printed as one on the
// demo's roll printer, and what each process of the room and of the printer held of memory at most meanwhile.

const at = process.argv.indexOf('--length')
const LENGTH = at > 0 ? Number(process.argv[at + 1]) : 4000
const address = `http://127.0.0.1:${process.env.PORT ?? 4780}`
const db = openDatabase(join(process.env.LIBRETA_DATA ?? demoData() ?? '', 'libreta.db'))
const rest = (ms: number): Promise<void> => new Promise((r) => setTimeout(r, ms))

async function act(action: string, input: unknown): Promise<Record<string, never>> {
  const response = await fetch(`${address}/api/do/${action}`, {
    method: 'POST',
    headers: { 'content-type': 'application/json', origin: address },
    body: JSON.stringify(input),
  })
  const answer = (await response.json()) as { ok: boolean; value: Record<string, never>; problem?: unknown }
  if (!answer.ok) throw new Error(`${action}: ${JSON.stringify(answer.problem)}`)
  return answer.value
}

/** The project's own long-running processes, by what they are. */
function processes(): ReadonlyMap<string, number> {
  const found = new Map<string, number>()
  for (const pid of readdirSync('/proc').filter((n) => /^\d+$/.test(n))) {
    try {
      const line = readFileSync(`/proc/${pid}/cmdline`, 'utf8').split('\0')
      if (readlinkSync(`/proc/${pid}/cwd`) !== process.cwd()) continue
      const what = line.includes('scripts/web.mjs')
        ? 'server'
        : line.includes('background/main.ts')
          ? 'background'
          : line.includes('standins/printer/main.ts') && line.includes('heron')
            ? 'printer'
            : null
      if (what) found.set(what, Number(pid))
    } catch {
      // it ended meanwhile, or is another person's
    }
  }
  return found
}
const status = (pid: number, what: string): number =>
  Number(new RegExp(`${what}:\\s+(\\d+) kB`).exec(readFileSync(`/proc/${pid}/status`, 'utf8'))?.[1] ?? 0) / 1000
/** Begins the highest mark anew. */
const forget = (pid: number): void => {
  const file = openSync(`/proc/${pid}/clear_refs`, 'w')
  writeSync(file, '5')
  closeSync(file)
}

const versionId = db.$client
  .prepare(
    "select v.id from preset_versions v join presets p on p.id = v.preset_id where p.name = 'Heron, Dune Lustre roll, colour' order by v.number desc limit 1",
  )
  .pluck()
  .get() as string
const pictures = db.$client
  .prepare('select id from pictures where grey = 0 and width > 2500 order by at')
  .pluck()
  .all() as readonly string[]
// two across, so that the length comes out: each is 290 mm wide and 200 mm long
const copies = Math.round(LENGTH / 205) * 2
for (let n = 0; n < copies; n++) {
  const body = plainSlip({
    ...{ title: `Bench ${n + 1}`, versionId, pictureId: pictures[n % pictures.length] ?? null },
    sheet: { kind: 'cut', width: fromMm(610), length: 'auto' },
    placing: { mode: 'exact', by: { edge: 'both', width: fromMm(290), height: fromMm(200) } },
  })
  const slip = await act('slip.add', { body })
  await act('slip.state', { id: slip.id, revision: 1, state: 'waiting' })
}
const group = planGroups(db, Date.now()).find((g) => g.prints.some((p) => p.title.startsWith('Bench ')))
if (!group) throw new Error('nothing waits')
const own = { ...group, prints: group.prints.filter((p) => p.title.startsWith('Bench ')) }
const kept = await act('plan.keep', { group: group.key, plan: planOf(own) })
const view = planView(db, kept.id ?? '', Date.now())
if (!view?.promise) throw new Error(view?.trouble ?? 'no plan')
const pids = processes()
for (const pid of pids.values()) forget(pid)
const before = [...pids].map(([what, pid]) => `${what} ${status(pid, 'VmRSS').toFixed(0)}`).join(', ')
const answers = view.promise.findings.filter((f) => f.level === 'stop').map(({ check }) => ({ check, reason: 'bench' }))
const began = performance.now()
const started = await act('plan.print', { id: view.id, revision: 1, outcome: 'good', note: '', answers })
const [jobId = ''] = started.printIds as unknown as readonly string[]
let sent = 0
for (;;) {
  const job = readPrintJob(db, jobId)
  if (job?.state === 'printing' && sent === 0) sent = (performance.now() - began) / 1000
  if (job && !['queued', 'sending', 'printing'].includes(job.state)) {
    say(
      `${copies} prints on ${(view.sheet.width / 1000).toFixed(0)} x ${(view.sheet.length / 1000).toFixed(0)} mm: ${job.state}, rendered and sent in ${sent.toFixed(0)} s, all in ${((performance.now() - began) / 1000).toFixed(0)} s`,
    )
    break
  }
  await rest(500)
}
say(
  `resident memory at most, MB (before: ${before}): ${[...pids].map(([what, pid]) => `${what} ${status(pid, 'VmHWM').toFixed(0)}`).join(', ')} (limit 600)`,
)
