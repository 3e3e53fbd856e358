import { and, desc, eq, gte, lt, ne, or, type SQL, sql } from 'drizzle-orm'
import { readRecord } from '@/contract/record'
import type { LogTotals, Outcome, Run, RunLine } from '@/contract/views/log'
import type { RoomMonth } from '@/contract/views/room'
import { um } from '@/core/length/length'
import { minor } from '@/core/money/money'
import { kept } from '@/server/db/kept'
import type { Db } from '@/server/db/open'
import {
  groups,
  papers,
  people,
  presets,
  presetVersions,
  printers,
  runParts,
  runRecords,
  runs,
  slips,
} from '@/server/db/schema'
import { correctionsOf } from './corrections'
import { countedOf } from './papers'

export type LogFilter = {
  readonly printerId?: string
  readonly memberId?: string
  readonly paperId?: string
  readonly outcome?: Outcome
  readonly from?: number
  readonly to?: number
}

/** Where a page of the log ends: pages go on by key, never by offset. */
export type LogKey = { readonly at: number; readonly id: string }

const columns = {
  run: runs,
  part: runParts,
  title: slips.title,
  slipNumber: slips.number,
  memberName: people.name,
  groupName: groups.name,
  printerName: printers.nickname,
  presetName: presets.name,
  versionNumber: presetVersions.number,
  seal: presetVersions.seal,
  paperName: papers.name,
  pictureId: sql<
    string | null
  >`(select json_extract(${runRecords.body}, '$.pieces[' || ${runParts.position} || '].picture.id') from ${runRecords} where ${runRecords.runId} = ${runs.id})`,
  /** prints that share its sheet */
  parts: sql<number>`(select count(*) from run_parts as other where other.run_id = ${runs.id})`,
}

const base = (db: Db) =>
  db
    .select(columns)
    .from(runParts)
    .innerJoin(runs, eq(runs.id, runParts.runId))
    .innerJoin(slips, eq(slips.id, runParts.slipId))
    .innerJoin(printers, eq(printers.id, runParts.printerId))
    .innerJoin(presetVersions, eq(presetVersions.id, runParts.versionId))
    .innerJoin(presets, eq(presets.id, presetVersions.presetId))
    .innerJoin(papers, eq(papers.id, runParts.paperId))
    .leftJoin(people, eq(people.id, runParts.nowMemberId))
    .leftJoin(groups, eq(groups.id, runParts.groupId))

type Row = NonNullable<ReturnType<ReturnType<typeof base>['get']>>

const toLine = (r: Row): RunLine => ({
  id: r.parts > 1 ? r.part.id : r.run.id,
  parts: r.parts,
  number: r.run.number,
  at: r.run.at,
  slipId: r.part.slipId,
  printId: r.part.printId,
  slipNumber: r.slipNumber,
  title: r.title,
  pictureId: r.pictureId,
  memberName: r.memberName,
  groupName: r.groupName,
  printerName: r.printerName,
  presetName: r.presetName,
  versionNumber: r.versionNumber,
  seal: r.seal,
  paperName: r.paperName,
  outcome: r.part.nowOutcome,
  cause: r.part.nowCause,
  note: r.run.note,
  copy: r.part.copy,
  width: um(r.run.widthUm),
  length: um(r.run.lengthUm),
  roll: r.run.rollId !== null,
  inkMicrolitres: r.part.inkMicrolitres,
  cost: minor(r.part.cost),
  charge: minor(r.part.nowCharge),
  corrected: r.run.outcome !== r.part.nowOutcome,
})

const conditions = (f: LogFilter): SQL | undefined =>
  and(
    f.printerId ? eq(runParts.printerId, f.printerId) : undefined,
    f.memberId ? eq(runParts.nowMemberId, f.memberId) : undefined,
    f.paperId ? eq(runParts.paperId, f.paperId) : undefined,
    f.outcome ? eq(runParts.nowOutcome, f.outcome) : undefined,
    f.from === undefined ? undefined : gte(runParts.at, f.from),
    f.to === undefined ? undefined : lt(runParts.at, f.to),
  )

/** A page of runs, newest first, going on after `after`. */
export function listRuns(
  db: Db,
  filter: LogFilter,
  after: LogKey | null,
  limit: number,
): { readonly lines: readonly RunLine[]; readonly next: LogKey | null } {
  const beyond = after
    ? or(lt(runParts.at, after.at), and(eq(runParts.at, after.at), lt(runParts.id, after.id)))
    : undefined
  const rows = base(db)
    .where(and(conditions(filter), beyond))
    .orderBy(desc(runParts.at), desc(runParts.id))
    .limit(limit + 1)
    .all()
  const lines = rows.slice(0, limit).map(toLine)
  const last = rows.slice(0, limit).at(-1)
  return { lines, next: rows.length > limit && last ? { at: last.part.at, id: last.part.id } : null }
}

/** What the runs of a filter add up to. */
export const logTotals = (db: Db, filter: LogFilter): LogTotals =>
  kept(db, `log ${JSON.stringify(filter)}`, () => totalsNow(db, filter))

function totalsNow(db: Db, filter: LogFilter): LogTotals {
  const row = db
    .select({
      runs: sql<number>`count(*)`,
      spoiled: sql<number>`coalesce(sum(${runParts.nowOutcome} = 'spoiled'), 0)`,
      mm2: sql<number>`coalesce(sum(${runParts.paperUm2} / 1e6), 0)`,
      microlitres: sql<number>`coalesce(sum(${runParts.inkMicrolitres}), 0)`,
      cost: sql<number>`coalesce(sum(${runParts.cost}), 0)`,
      charge: sql<number>`coalesce(sum(${runParts.nowCharge}), 0)`,
    })
    .from(runParts)
    .where(conditions(filter))
    .get()
  if (!row) throw new Error('a sum always has a row')
  return { ...row, cost: minor(row.cost), charge: minor(row.charge) }
}

const DAY = 86_400_000

/** Sums of what was logged since the UTC day that began so many days ago, by how it came out. */
export function totalsOfDays(db: Db, now: number, days: number): RoomMonth {
  const from = Math.floor(now / DAY - days) * DAY
  const of = (outcome: Outcome): LogTotals => logTotals(db, { outcome, from })
  return { days, good: of('good'), proof: of('proof'), spoiled: of('spoiled') }
}

/**
 * A run as one of its parts sees it.
 * @param id the part's, or the run's: then its first part
 */
export function readRun(db: Db, id: string): Run | null {
  const row = base(db)
    .where(or(eq(runParts.runId, id), eq(runParts.id, id)))
    .orderBy(runParts.position)
    .limit(1)
    .get()
  if (!row) return null
  const by = db.select({ name: people.name }).from(people).where(eq(people.id, row.run.byId)).get()
  const record = db.select().from(runRecords).where(eq(runRecords.runId, row.run.id)).get()
  if (!record) throw new Error(`run ${row.run.number} has no record`)
  return {
    ...toLine(row),
    runId: row.run.id,
    partId: row.part.id,
    position: row.part.position,
    others: row.parts > 1 ? othersOf(db, row) : [],
    memberId: row.part.nowMemberId,
    groupId: row.part.groupId,
    chargeTo: row.part.chargeTo,
    logged: { outcome: row.run.outcome, cause: row.run.cause },
    corrections: correctionsOf(db, row.run.id, row.part.id),
    by: by?.name ?? 'someone',
    counted: row.run.rollId === null ? null : countedOf(db, row.run.id),
    record: readRecord(record.schema, record.body),
  }
}

/** The other prints on a run's sheet, in their order. */
const othersOf = (db: Db, { run, part }: Row): Run['others'] =>
  base(db)
    .where(and(eq(runParts.runId, run.id), ne(runParts.id, part.id)))
    .orderBy(runParts.position)
    .all()
    .map((r) => ({
      ...{ id: r.part.id, slipNumber: r.slipNumber, title: r.title, memberName: r.memberName },
      ...{ outcome: r.part.nowOutcome, charge: minor(r.part.nowCharge) },
    }))

export function runsOfSlip(db: Db, slipId: string): readonly RunLine[] {
  return base(db).where(eq(runParts.slipId, slipId)).orderBy(desc(runParts.at), desc(runParts.id)).all().map(toLine)
}

/** A page's key in an address, and back; null for what is none. */
export const keyToText = (key: LogKey): string => `${key.at}~${key.id}`

export function keyFromText(text: string | undefined): LogKey | null {
  const match = /^(\d{1,15})~([0-9a-f-]{36})$/.exec(text ?? '')
  return match?.[1] && match[2] ? { at: Number(match[1]), id: match[2] } : null
}

const OUTCOMES: readonly Outcome[] = ['good', 'proof', 'spoiled', 'not known', 'not printed']

export const outcomeFromText = (text: string | undefined): Outcome | null => OUTCOMES.find((o) => o === text) ?? null
