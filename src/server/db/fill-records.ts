import type Database from 'better-sqlite3'
import { z } from 'zod'
import { settingsNow } from '@/contract/former'
import { paperUsed, type SlipBooking, storedJson } from '@/contract/print-job'
import { RECORD_SCHEMA } from '@/contract/record'
import { readSlipBody } from '@/contract/slip'
import { FIRST } from '@/contract/slip-data'
import type { PictureFacts, PrintFacts } from '@/core/slip/facts'
import { outcomeOf } from '@/core/slip/outcome'
import { type RecordedStop, recordOf } from '@/core/slip/record'
import { newId } from './ids'

/*
 * What no statement can do when a room of schema 0005 is brought up: each run gets its part and its record, from the facts
 * that it was logged with and by the rules of those facts; account entries point to parts. Sheets under way become print
 * jobs with their page, or a question where they can no longer be sent as they were.
 */

type Row = Readonly<Record<string, string | number | null>>

/** Facts as rooms of schema 0005 kept them: one print with one piece, all in one. Numbers of rules came late. */
const oldFacts = z.looseObject({
  rules: z.int().default(1),
  body: z.looseObject({ growth: z.string() }),
  picture: z.looseObject({ id: z.string() }).nullable(),
  version: z.looseObject({ settings: z.looseObject({}) }).nullable(),
  size: z.looseObject({}).nullable(),
  stock: z.looseObject({ id: z.string() }).nullable(),
  tariff: z.looseObject({ id: z.string() }),
  room: z.looseObject({ stopPpi: z.int(), lookPpi: z.int(), usualCopies: z.int() }),
})

type OldVersion = { readonly settings: object } | null

const versionNow = (version: OldVersion): unknown => version && { ...version, settings: settingsNow(version.settings) }

/** Facts of today from facts of then; @throws where they are none: the room is left as it was. */
export function upgradedFacts(json: unknown): PrintFacts {
  const old = oldFacts.parse(json)
  const { title, memberId, chargeTo, prints } = readSlipBody(old.body)
  const [print] = prints
  if (!print) throw new Error('facts without a print')
  return {
    rules: old.rules,
    slip: { title, memberId, chargeTo },
    print,
    pictures: [old.picture as unknown as PictureFacts | null],
    version: versionNow(old.version) as PrintFacts['version'],
    size: old.size as unknown as PrintFacts['size'],
    stock: old.stock as unknown as PrintFacts['stock'],
    tariff: old.tariff as unknown as PrintFacts['tariff'],
    room: { stopPpi: old.room.stopPpi, cautionPpi: old.room.lookPpi, usualCopies: old.room.usualCopies },
  }
}

const answersSchema = z.array(z.object({ check: z.string(), says: z.string(), reason: z.string() }))

const text = (v: string | number | null | undefined): string => String(v ?? '')

/** Rows of the old tables, in the order in which they were written. */
const rows = (db: Database.Database, table: string): readonly Row[] =>
  db.prepare(`select * from ${table} order by rowid`).all() as readonly Row[]

export function fillRecords(db: Database.Database): void {
  db.prepare('update room set caution_ppi = look_ppi').run()
  const parts = fillRuns(db)
  const point = db.prepare('update account_entries set part_id = ? where id = ?')
  db.exec('drop trigger account_entries_never_change')
  for (const entry of rows(db, 'account_entries'))
    if (entry.run_id !== null) point.run(parts.get(text(entry.run_id)) ?? null, entry.id)
  fillJobs(db)
}

/** Parts and records of all runs; answers the part of each run. */
function fillRuns(db: Database.Database): ReadonlyMap<string, string> {
  const corrections = new Map<string, Row[]>()
  for (const c of rows(db, 'run_corrections')) {
    const own = corrections.get(text(c.run_id)) ?? []
    corrections.set(text(c.run_id), [...own, c])
  }
  const part = db.prepare(
    `insert into run_parts (id, run_id, position, slip_id, print_id, copy, member_id, group_id, charge_to, at, printer_id,
      version_id, paper_id, paper_um2, ink_microlitres, cost, charge, now_outcome, now_cause, now_member_id, now_charge)
     values (?, ?, 0, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?)`,
  )
  const record = db.prepare('insert into run_records (run_id, schema, body) values (?, ?, ?)')
  const parts = new Map<string, string>()
  for (const r of rows(db, 'runs')) {
    const facts = upgradedFacts(JSON.parse(text(r.facts)))
    const promised = recordOf(facts, outcomeOf(facts), stopsOf(r))
    if (!promised) throw new Error(`run ${r.number} can no longer be read: its facts lead to no print`)
    record.run(r.id, RECORD_SCHEMA, JSON.stringify(promised))
    const own = corrections.get(text(r.id)) ?? []
    const newest = own.at(-1)
    const moved = own.filter((c) => c.member_id !== null).at(-1)
    const id = newId()
    parts.set(text(r.id), id)
    part.run(
      ...[id, r.id, r.slip_id, FIRST, r.copy, r.member_id, r.group_id, facts.slip.chargeTo, r.at, r.printer_id],
      ...[r.version_id, r.paper_id, Number(r.width_um) * Number(r.length_um)],
      ...[r.ink_microlitres, r.cost, r.charge, newest?.outcome ?? r.outcome, newest ? newest.cause : r.cause],
      ...[moved?.member_id ?? r.member_id, newest?.charge ?? r.charge],
    )
  }
  return parts
}

const stopsOf = (r: Row): readonly RecordedStop[] => answersSchema.parse(JSON.parse(text(r.answers)))

/**
 * Sheets that were sent by then are told of as they were. One that still waits is cancelled: its page was not kept as it
 * was; one that is at its printer becomes the question that every break leads to.
 */
function fillJobs(db: Database.Database): void {
  const insert = db.prepare(
    `insert into print_jobs (id, job_name, queue_id, subject, subject_id, print_id, sheet, title, href, state, outcome, note,
      document, booking, ipp_job_id, job_uri, cancel_asked, progress, printer_says, problem, run_id, created_at, updated_at, by_id)
     values (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?)`,
  )
  const titles = new Map(rows(db, 'slips').map((s) => [text(s.id), text(s.title) || `Slip ${s.number}`]))
  const checks = new Map(rows(db, 'edge_checks').map((c) => [text(c.id), c]))
  const groupOf = new Map(rows(db, 'people').map((p) => [text(p.id), p.group_id ?? null]))
  const printerOf = new Map(rows(db, 'queues').map((q) => [text(q.id), text(q.printer_id)]))
  for (const p of rows(db, 'prints')) {
    const slip = p.slip_id !== null
    const check = checks.get(text(p.check_id))
    const booking = slip
      ? slipBooking(p, printerOf.get(text(p.queue_id)) ?? '', groupOf)
      : { used: { printerId: check?.printer_id, feedId: check?.feed_id, blackInk: 'photo', ...NO_PAPER, lengthUm: 0 } }
    insert.run(
      ...[p.id, p.job_name, p.queue_id, slip ? 'slip print' : 'ruler sheet', slip ? p.slip_id : p.check_id],
      ...[slip ? FIRST : '', p.copy],
      slip ? `${titles.get(text(p.slip_id))}, copy ${p.copy}` : `Edge check ${check?.number}, sheet ${p.copy}`,
      slip ? `/slips/${p.slip_id}` : `/edge-checks/${p.check_id}`,
      ...[STATES[text(p.state)] ?? p.state, p.outcome, p.note],
      ...[JSON.stringify(storedJson(null)), JSON.stringify(storedJson(booking)), p.ipp_job_id, p.job_uri],
      ...[p.cancel_asked, p.progress, p.printer_says, STATES[text(p.state)] ? UPDATED : p.problem, p.run_id],
      ...[p.created_at, p.updated_at, p.by_id],
    )
  }
}

const NO_PAPER = { paper: { kind: 'nothing', why: 'no stock' } } as const

/** States in which something would still have happened, and what becomes of them. */
const STATES: Readonly<Record<string, string>> = { queued: 'cancelled', sending: 'not known', printing: 'not known' }

const UPDATED = 'Libreta was updated while this print was under way.'

/** What the run of a slip's print would be: for the answer that a person still gives. */
function slipBooking(p: Row, printerId: string, groupOf: ReadonlyMap<string, Row[string]>): SlipBooking {
  const facts = upgradedFacts(JSON.parse(text(p.facts)))
  const outcome = outcomeOf(facts)
  const record = recordOf(facts, outcome, stopsOf(p))
  const { version } = facts
  if (!record || !version || !outcome.sheet) throw new Error(`print ${p.job_name} can no longer be read`)
  const { memberId, chargeTo } = facts.slip
  const groupId = memberId === null ? null : (groupOf.get(memberId) ?? null)
  return {
    used: {
      ...{ printerId, feedId: version.feed.id, blackInk: version.settings.blackInk },
      paper: paperUsed(facts.stock, outcome.sheet.roll, false),
      lengthUm: outcome.sheet.sheet.length,
    },
    run: {
      ...{ versionId: version.id, paperId: version.paper.id, tariffId: facts.tariff.id },
      ...{
        slipId: text(p.slip_id),
        printId: FIRST,
        memberId,
        groupId: groupId === null ? null : text(groupId),
        chargeTo,
      },
      ...{ widthUm: outcome.sheet.sheet.width, inkMicrolitres: Math.round((record.inkMl ?? 0) * 1000) },
      record: { schema: RECORD_SCHEMA, body: record },
    },
  }
}
