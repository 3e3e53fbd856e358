import { readdirSync, readFileSync } from 'node:fs'
import { join } from 'node:path'
import pino from 'pino'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { fromMm } from '@/core/length/length'
import { ACTIONS } from '@/server/actions/all'
import { printUntil } from '@/server/printing/follow'
import { readPrintJob } from '@/server/stores/print-jobs'
import type { Fault, Stage } from '../standins/printer/faults'
import { CARDS, IMPATIENT, type Out, PrintRoom } from './print-room'
import { seeded } from './random-slips'

// Jobs with every fault at every stage, then everything that was booked against what the machines wrote down themselves.
const COUNT = process.env.LIBRETA_FULL ? 200 : 28
const SEED = Number(process.env.LIBRETA_SEED ?? 1)

type Trouble =
  | { readonly at: 'printer'; readonly kind: Fault; readonly stage: Stage }
  | { readonly at: 'us'; readonly kind: 'killed' | 'disk full'; readonly stage: 'queued' | 'sending' | 'printing' }

const at = (kind: Fault, ...stages: Stage[]): readonly Trouble[] =>
  stages.map((stage) => ({ at: 'printer', kind, stage }))
const us = (kind: 'killed' | 'disk full'): readonly Trouble[] =>
  (['queued', 'sending', 'printing'] as const).map((stage) => ({ at: 'us', kind, stage }))
const TROUBLES: readonly Trouble[] = [
  ...at('offline', 'asked', 'sent', 'printing', 'looked at', 'over'),
  ...at('slow', 'asked', 'sent', 'looked at', 'over'),
  ...at('dropped before the data', 'sent'),
  ...at('dropped in the data', 'sent'),
  ...at('dropped after the data', 'sent'),
  ...at('answer cut short', 'asked', 'sent', 'looked at', 'over'),
  ...at('no paper', 'sent'),
  ...at('other paper', 'sent'),
  ...at('roll end', 'printing'),
  ...at('hangs', 'printing'),
  ...at('restart', 'asked', 'sent', 'printing', 'looked at', 'over'),
  ...us('killed'),
  ...us('disk full'),
]

let printers: PrintRoom
const versions: { card: string; roll: string } = { card: '', roll: '' }
const rest = (ms: number): Promise<void> => new Promise((r) => setTimeout(r, ms))

beforeAll(async () => {
  printers = await PrintRoom.open(SEED, ['wren', 'heron'])
  versions.card = await printers.preset(CARDS)
  versions.roll = await printers.preset({
    ...{ queue: 'Heron', feed: 'heron/roll', mediaSetting: 'satin', quality: 'brisk' },
    ...{ surface: 'lustre', black: 'photo', inkSet: 'eight pigments' },
  })
  const paper = (surface: string): string =>
    printers.room.one<string>('select id from papers where surface = ?', surface)
  await printers.room.must(ACTIONS['stock.add'], {
    ...{ paperId: paper('gloss'), kind: 'sheet' as const, width: 101_600, length: 152_400 },
    ...{ pack: 100, price: 800, count: 5000 },
  })
}, 60_000)
afterAll(() => printers.end())

/** Every sheet that came out, as the machines wrote it down. */
function tray(): readonly (Out & { readonly ml: number })[] {
  return ['wren', 'heron'].flatMap((id) =>
    readdirSync(join(printers.trays, id))
      .filter((n) => n.endsWith('.json'))
      .map((n) => JSON.parse(readFileSync(join(printers.trays, id, n), 'utf8')) as Out & { readonly ml: number }),
  )
}

/** One print with one thing that goes wrong; a person stands by, sees what came out, and answers what is asked. */
async function oneJob(trouble: Trouble): Promise<string> {
  const { room } = printers
  const roll = trouble.kind === 'roll end'
  const machine = printers.machines.get(roll ? 'heron' : 'wren')
  if (!machine) throw new Error('no machine')
  printers.supply()
  machine.standsBy = true
  const slip = await printers.slip({
    ...{ pictureId: await picture(), versionId: roll ? versions.roll : versions.card, copies: 1 },
    sheet: roll
      ? { kind: 'cut', width: fromMm(610), length: fromMm(300) }
      : { kind: 'size', sizeId: 'na_index-4x6_4x6in' },
    placing: { mode: 'exact', by: { edge: 'width', um: fromMm(60) } },
  })
  const {
    printIds: [id = ''],
  } = await room.must(ACTIONS['print.start'], {
    ...{ slipId: slip.id, revision: 1, outcome: 'good' as const, note: '' },
    prints: [
      {
        ...{ printId: 'first', copies: 1 },
        answers: ['loaded', 'resolution', 'stock', 'gate', 'conversion'].map((check) => ({ check, reason: 'a test' })),
      },
    ],
  })
  if (trouble.at === 'printer') machine.faults.arm(trouble.kind, { stage: trouble.stage, seconds: 0.3 })
  const stop = new AbortController()
  const log = pino({ level: 'silent' })
  let working = printUntil(stop.signal, () => room.system(), log, IMPATIENT)
  let first: AbortController | null = stop
  const state = (): string => readPrintJob(room.db, id)?.state ?? 'gone'
  const reached = async (stage: string): Promise<void> => {
    for (let i = 0; i < 400 && state() === 'queued' && stage !== 'queued'; i++) await rest(2)
    for (let i = 0; i < 40 && state() === 'sending' && stage === 'printing'; i++) await rest(2)
  }
  if (trouble.at === 'us') {
    await reached(trouble.stage)
    if (trouble.kind === 'killed') {
      stop.abort()
      first = null
      await working
    } else {
      room.db.$client.pragma(`max_page_count = ${room.db.$client.pragma('page_count', { simple: true })}`)
      await rest(150)
      room.db.$client.pragma('max_page_count = 1000000')
    }
  }
  const again = new AbortController()
  if (first === null) working = printUntil(again.signal, () => room.system(), log, IMPATIENT)
  // whoever stands there puts paper in after a while; a job that hangs is cancelled
  let i = 0
  for (let n = 0; n < 2000 && ['queued', 'sending', 'printing'].includes(state()); n++) {
    await rest(10)
    // counted from when it went wrong
    if (machine.faults.armed.length > 0) continue
    i += 1
    if (i === 40) {
      for (const s of machine.model.sources) machine.holds.set(s.keyword, { ...s.holds })
      const main = machine.holds.get('main')
      if (main && !roll) Object.assign(main, { width: 101.6, length: 152.4 })
      printers.supply()
      machine.standsBy = true
      machine.wake()
      if (machine.faults.hangs) await room.act(ACTIONS['print.cancel'], { id })
    }
    if (i === 80) {
      machine.faults.clear()
      machine.wake()
    }
  }
  const over = await printers.over(id, 20_000)
  ;(first ?? again).abort()
  await working
  if (over.state === 'not known') {
    await rest(60)
    const out = tray().find((o) => o.jobName === over.jobName)
    await room.must(ACTIONS['print.settle'], {
      ...{ id, note: 'looked into the tray' },
      outcome: out ? (out.whole ? 'good' : 'spoiled') : 'not printed',
      cause: out && !out.whole ? 'something else' : null,
    })
  }
  machine.faults.clear()
  return id
}

let made: Promise<string> | null = null
const picture = (): Promise<string> => {
  made ??= printers.picture(600, 800)
  return made
}

describe(`${COUNT} jobs with every fault at every stage`, () => {
  it('none is lost, booked twice or printed twice; the log says what the machines used', {
    timeout: 1_800_000,
  }, async () => {
    const random = seeded(SEED)
    const { room } = printers
    const ends = new Map<string, number>()
    const rounds = Array.from({ length: COUNT }, (_, i) => TROUBLES[i % TROUBLES.length] as Trouble)
    if (COUNT > TROUBLES.length) rounds.sort(() => random() - 0.5)
    for (const trouble of rounds) {
      const id = await oneJob(trouble)
      const print = readPrintJob(room.db, id)
      const outs = tray().filter((o) => o.jobName === print?.jobName)
      const name = `${trouble.kind}, ${trouble.stage}: ${print?.state} (${print?.printerSays}${print?.problem ?? ''})`
      ends.set(`${trouble.kind} → ${print?.state}`, (ends.get(`${trouble.kind} → ${print?.state}`) ?? 0) + 1)
      expect(['done', 'failed', 'cancelled', 'settled'], name).toContain(print?.state)
      expect(outs.length, `${name} came out`).toBeLessThanOrEqual(1)
      const runs = room.db.$client
        .prepare('select outcome, width_um, length_um, ink_microlitres from runs where id = ?')
        .all(print?.runId ?? '') as { outcome: string; width_um: number; length_um: number; ink_microlitres: number }[]
      const [out] = outs
      if (!out) {
        for (const r of runs) expect(r.outcome, name).toBe('not printed')
        continue
      }
      expect(runs, name).toHaveLength(1)
      const [run] = runs
      expect(run?.outcome, name).toBe(out.whole ? 'good' : 'spoiled')
      expect(run?.width_um, name).toBe(Math.round(out.width * 1000))
      expect(run?.length_um, name).toBe(Math.round(out.length * 1000))
    }
    // what nobody can know is asked about, what can be known is not
    for (const end of [
      'dropped before the data → settled',
      'roll end → settled',
      'hangs → cancelled',
      'no paper → done',
    ])
      expect([...ends.keys()]).toContain(end)
    expect(ends.get('dropped after the data → done'), 'found again by its name').toBeGreaterThan(0)
    const count = (sql: string): number => room.one<number>(sql)
    expect(count('select count(*) from print_jobs')).toBe(COUNT)
    // no run of two jobs, no job of two runs
    expect(count('select count(*) from print_jobs where run_id is not null')).toBe(
      count('select count(distinct run_id) from print_jobs where run_id is not null'),
    )
    expect(count('select count(*) from runs')).toBe(count('select count(*) from print_jobs where run_id is not null'))
    const cards = tray().filter((o) => o.width < 200)
    expect(-count("select coalesce(sum(delta), 0) from stock_moves where kind = 'run'")).toBe(cards.length)
    expect(count("select count(*) from runs where outcome in ('good', 'spoiled')")).toBe(tray().length)
    // of whole cards the ink: the room's rates are the machine's, its area is rounded
    const ink = count("select coalesce(sum(ink_microlitres), 0) from runs where outcome = 'good' and width_um < 200000")
    const used = 1000 * cards.filter((o) => o.whole).reduce((sum, o) => sum + o.ml, 0)
    process.stdout.write(
      `${COUNT} jobs: ${[...ends].map(([k, n]) => `${k} ${n}`).join(', ')}; ${tray().length} sheets out; ink logged ${(ink / 1000).toFixed(1)} ml, used ${(used / 1000).toFixed(1)} ml\n`,
    )
    expect(Math.abs(ink / used - 1)).toBeLessThan(0.05)
  })
})
