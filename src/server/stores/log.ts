import { and, desc, eq, gte, lt, ne, or, type SQL, sql } from 'drizzle-orm'
import { readRecord } from '@/contract/record'
import type { LogFilter, Outcome, Run, RunLine, RunSums } from '@/contract/views/log'
import type { RoomMonth } from '@/contract/views/room'
import { accountOf } from '@/core/charge/account'
import { um } from '@/core/length/length'
import { minor } from '@/core/money/money'
import { startOfDayBefore } from '@/core/time/days'
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
import { roomSheetsSince, withRoomSheets } from './room-sheets'
import { runSums } from './run-sums'

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
  onRoll: sql<number>`(select json_extract(${runRecords.body}, '$.sheet.roll') from ${runRecords} where ${runRecords.runId} = ${runs.id})`,
  corrected: sql<number>`exists (select 1 from run_corrections as c where c.run_id = ${runs.id} and (c.part_id is null or c.part_id = ${runParts.id}))`,
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
    .leftJoin(groups, eq(groups.id, runParts.nowGroupId))

type Row = NonNullable<ReturnType<ReturnType<typeof base>['get']>>

/** What of a part's cost nobody could say, as its row keeps it. */
const unknownOf = (stored: string): RunLine['unknown'] =>
  (['paper', 'ink'] as const).filter((what) => stored.split(' ').includes(what))

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
  roll: r.onRoll === 1,
  inkMicrolitres: r.part.inkMicrolitres,
  cost: minor(r.part.cost),
  charge: minor(r.part.nowCharge),
  unknown: unknownOf(r.part.unknown),
  corrected: r.corrected === 1,
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

/** What the prints of a filter add up to. */
export const logTotals = (db: Db, filter: LogFilter): RunSums =>
  kept(db, `log ${JSON.stringify(filter)}`, () => withRoomSheets(db, filter, runSums(db, conditions(filter))))

/** Sums of what was logged since the day that began so many days ago in the room's time zone, by how it came out. */
export function totalsOfDays(db: Db, now: number, days: number, timeZone: string): RoomMonth {
  const from = startOfDayBefore(now, days, timeZone)
  const of = (outcome: Outcome): RunSums => logTotals(db, { outcome, from })
  return { days, good: of('good'), proof: of('proof'), spoiled: of('spoiled'), room: roomSheetsSince(db, from) }
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
    groupId: row.part.nowGroupId,
    chargeTo: row.part.chargeTo,
    asked: accountOf(row.part.chargeTo, row.part.nowMemberId, row.part.nowGroupId) !== null,
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
