import { type ChildProcess, spawn } from 'node:child_process'
import { cpSync, mkdtempSync, readdirSync, readFileSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import Database from 'better-sqlite3'
import { demoRoom } from '../test/demo-room'
import { seeded } from '../test/random-slips'
import { faultsOf } from './ledger'

// node --import tsx bench/kills-main.ts [--count N] [--seed N]: server, background process, starter and simulated
// printer are killed under load; then everything that was booked is summed by hand, from the rows and from the sheets
// that came out.
const option = (name: string, otherwise: number): number => {
  const at = process.argv.indexOf(`--${name}`)
  return at < 0 ? otherwise : Number(process.argv[at + 1])
}
const COUNT = option('count', 100)
const random = seeded(option('seed', 1))
const PORT = 4788
const PRINTER_PORT = 4789
const ADDRESS = `http://127.0.0.1:${PORT}`
const ROOT = join(import.meta.dirname, '..')

const rest = (ms: number): Promise<void> => new Promise((r) => setTimeout(r, ms))
const pick = <T>(list: readonly T[]): T => list[Math.floor(random() * list.length)] as T

const data = mkdtempSync(join(tmpdir(), 'libreta-kills-'))
const tray = mkdtempSync(join(tmpdir(), 'libreta-kills-tray-'))
cpSync(await demoRoom(), data, { recursive: true })
const file = join(data, 'libreta.db')

/** A look at the room from outside, while it runs. */
function ask<T>(sql: string, ...values: unknown[]): readonly T[] {
  const db = new Database(file, { readonly: true })
  try {
    return db.prepare(sql).all(...values) as T[]
  } finally {
    db.close()
  }
}
{
  const db = new Database(file)
  db.prepare('update queues set address = replace(address, ?, ?)').run(':4793/', `:${PRINTER_PORT}/`)
  db.close()
}

const running: { starter: ChildProcess | null; printer: ChildProcess | null } = { starter: null, printer: null }
let over = false
let printed = false

function startPrinter(): void {
  const args = ['--model', 'wren', '--port', String(PRINTER_PORT), '--out', tray, '--seed', '5', '--speed', '600']
  running.printer = spawn(process.execPath, ['--import', 'tsx', 'standins/printer/main.ts', ...args], {
    cwd: ROOT,
    stdio: 'ignore',
  })
}
function startRoom(): void {
  const env = { ...process.env, LIBRETA_DATA: data, PORT: String(PORT), LIBRETA_LOG: 'silent' }
  running.starter = spawn(process.execPath, ['scripts/start.mjs'], { cwd: ROOT, env, stdio: 'ignore' })
}
/** Somebody keeps paper and ink in the machine all the while. */
async function supply(): Promise<void> {
  const fill = (what: unknown): Promise<unknown> =>
    fetch(`http://127.0.0.1:${PRINTER_PORT}/tray/switch`, { method: 'POST', body: JSON.stringify(what) }).catch(
      () => null,
    )
  while (!printed) {
    await fill({ source: 'main', left: 20, standsBy: true })
    for (const ink of ['cyan', 'magenta', 'yellow', 'black', 'photo black']) await fill({ ink, level: 90 })
    await rest(700)
  }
}
const gone = (child: ChildProcess | null): Promise<void> =>
  new Promise((resolve) =>
    !child || child.exitCode !== null || child.signalCode !== null ? resolve() : child.once('exit', () => resolve()),
  )

/** Processes of this room by a word of their command line. */
function pidsOf(word: string): readonly number[] {
  return readdirSync('/proc').flatMap((pid) => {
    if (!/^\d+$/.test(pid)) return []
    try {
      const line = readFileSync(`/proc/${pid}/cmdline`, 'utf8')
      return line.includes(word) && readFileSync(`/proc/${pid}/environ`, 'utf8').includes(data) ? [Number(pid)] : []
    } catch {
      return []
    }
  })
}

type Answer = {
  readonly ok: boolean
  readonly value?: Record<string, unknown>
  readonly problem?: { readonly code: string }
}
const act = async (action: string, input: unknown): Promise<Answer | null> => {
  try {
    const response = await fetch(`${ADDRESS}/api/do/${action}`, {
      method: 'POST',
      headers: { 'content-type': 'application/json', origin: ADDRESS },
      body: JSON.stringify(input),
      signal: AbortSignal.timeout(20_000),
    })
    return (await response.json()) as Answer
  } catch {
    return null
  }
}

const answers = async (): Promise<boolean> =>
  fetch(`${ADDRESS}/api/find`).then(
    (r) => r.ok,
    () => false,
  )
async function until(what: () => boolean | Promise<boolean>, seconds: number, name: string): Promise<void> {
  for (let i = 0; i < seconds * 10; i++) {
    if (await what()) return
    await rest(100)
  }
  throw new Error(`never: ${name}`)
}

startPrinter()
startRoom()
await until(answers, 60, 'the room answers')

const template = ask<{ body: string }>("select body from slips where title = 'Seed packets' limit 1")[0]
if (!template) throw new Error('the demo room has no Seed packets')
const { schema: _, ...kept } = JSON.parse(template.body)
const body = { ...kept, prints: [{ ...kept.prints[0], copies: 500 }] }
const printId = kept.prints[0].id
const acknowledged: string[] = []
const logged: string[] = []

/** One member after the other: prints on the card printer, logs what was printed elsewhere, changes a slip. */
async function load(): Promise<void> {
  while (!over) {
    const made = await act('slip.add', { body: { ...body, title: `load ${random()}` } })
    const id = made?.value?.id
    if (typeof id !== 'string') {
      await rest(200)
      continue
    }
    const stops = ['stock', 'loaded', 'copies', 'black', 'resolution', 'size', 'edge-measured', 'delivery'].map(
      (check) => ({ check, reason: 'load' }),
    )
    // no more than a few wait at the printer: what is killed is work that goes on, not a heap
    const waiting = ask<{ n: number }>(
      "select count(*) n from print_jobs where state in ('queued', 'sending', 'printing')",
    )
    if ((waiting[0]?.n ?? 0) < 4 && random() < 0.7) {
      const started = await act('print.start', {
        slipId: id,
        revision: 1,
        prints: [{ printId, copies: 1 + Math.floor(random() * 2), answers: stops }],
        outcome: 'good',
        note: '',
      })
      acknowledged.push(...((started?.value?.printIds as string[] | undefined) ?? []))
    } else {
      const done = await act('run.log', {
        slipId: id,
        revision: 1,
        outcome: 'good',
        cause: null,
        note: '',
        prints: [{ printId, copies: 2, answers: stops }],
      })
      logged.push(...((done?.value?.runIds as string[] | undefined) ?? []))
    }
    await rest(150 + random() * 400)
  }
}
const loading = [load(), load()]
const supplying = supply()

const killed: Record<string, number> = { server: 0, background: 0, starter: 0, printer: 0 }
for (let n = 0; n < COUNT; n++) {
  // however slow the machine is, something was taken between two kills
  const before = acknowledged.length + logged.length
  await until(
    () => acknowledged.length + logged.length > before,
    120,
    'something is printed or logged between two kills',
  )
  await rest(200 + random() * 1500)
  const target = pick(['server', 'background', 'background', 'starter', 'printer'] as const)
  killed[target] = (killed[target] ?? 0) + 1
  if (target === 'printer') {
    running.printer?.kill('SIGKILL')
    await gone(running.printer)
    startPrinter()
  } else if (target === 'starter') {
    running.starter?.kill('SIGKILL')
    await gone(running.starter)
    await until(() => pidsOf('web.mjs').length + pidsOf('background/main.ts').length === 0, 20, 'its children are gone')
    startRoom()
    await until(answers, 60, 'the room answers again')
  } else {
    for (const pid of pidsOf(target === 'server' ? 'web.mjs' : 'background/main.ts')) process.kill(pid, 'SIGKILL')
    // a part that ends five times within a minute ends the room: that is how it is meant, so it is given its minute
    await rest(12_500)
    if (running.starter?.exitCode !== null && running.starter?.exitCode !== undefined) startRoom()
    await until(answers, 60, 'the room answers again')
  }
  if ((n + 1) % 10 === 0) process.stdout.write(`${n + 1} kills\n`)
}
over = true
await Promise.all(loading)

// what nobody knows is looked up in the tray, as a person would
await until(
  () =>
    ask<{ n: number }>("select count(*) n from print_jobs where state in ('queued', 'sending', 'printing')")[0]?.n ===
    0,
  600,
  'all prints are over',
)
printed = true
await supplying
let asked = 0
for (const p of ask<{ id: string; job_name: string }>(
  "select id, job_name from print_jobs where state = 'not known'",
)) {
  const out = readdirSync(tray).some(
    (n) => n.endsWith('.json') && readFileSync(join(tray, n), 'utf8').includes(p.job_name),
  )
  const settled = await act('print.settle', {
    id: p.id,
    outcome: out ? 'good' : 'not printed',
    cause: null,
    note: 'looked into the tray',
  })
  if (!settled?.ok) throw new Error(`not settled: ${JSON.stringify(settled)}`)
  asked += 1
}
running.starter?.kill('SIGTERM')
running.printer?.kill('SIGTERM')
await Promise.all([gone(running.starter), gone(running.printer)])

const { faults, prints, runs, sheets } = faultsOf(data, tray, { prints: acknowledged, runs: logged })
if (pidsOf('web.mjs').length + pidsOf('background/main.ts').length > 0) faults.push('a process is left behind')
if (prints === 0 || sheets === 0) faults.push(`there was no load: ${prints} prints, ${sheets} sheets`)
rmSync(data, { recursive: true, force: true })
rmSync(tray, { recursive: true, force: true })
const says = Object.entries(killed)
  .map(([k, n]) => `${k} ${n}`)
  .join(', ')
process.stdout.write(
  `${COUNT} kills (${says}): ${prints} prints, ${sheets} sheets came out, ${asked} were asked about, ${runs} runs; ${faults.length} faults\n`,
)
for (const f of faults.slice(0, 20)) process.stdout.write(`  ${f}\n`)
process.exit(faults.length > 0 ? 1 : 0)
