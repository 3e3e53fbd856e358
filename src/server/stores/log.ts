import { and, desc, eq, gte, lt, or, type SQL, sql } from 'drizzle-orm'
import type { LogTotals, Outcome, Run, RunLine } from '@/contract/views/log'
import { um } from '@/core/length/length'
import { minor } from '@/core/money/money'
import { storedFacts } from '@/core/slip/facts'
import type { Db } from '@/server/db/open'
import { groups, papers, people, presets, presetVersions, printers, runs, slips } from '@/server/db/schema'
import { CORRECTED, CORRECTED_MEMBER, correctionsOf } from './corrections'

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
  outcome: CORRECTED.outcome,
  cause: CORRECTED.cause,
  charge: CORRECTED.charge,
  title: slips.title,
  slipNumber: slips.number,
  memberId: CORRECTED_MEMBER,
  memberName: people.name,
  groupName: groups.name,
  printerName: printers.nickname,
  presetName: presets.name,
  versionNumber: presetVersions.number,
  seal: presetVersions.seal,
  paperName: papers.name,
}

const base = (db: Db) =>
  db
    .select(columns)
    .from(runs)
    .innerJoin(slips, eq(slips.id, runs.slipId))
    .innerJoin(printers, eq(printers.id, runs.printerId))
    .innerJoin(presetVersions, eq(presetVersions.id, runs.versionId))
    .innerJoin(presets, eq(presets.id, presetVersions.presetId))
    .innerJoin(papers, eq(papers.id, runs.paperId))
    .leftJoin(people, eq(people.id, CORRECTED_MEMBER))
    .leftJoin(groups, eq(groups.id, runs.groupId))

type Row = NonNullable<ReturnType<ReturnType<typeof base>['get']>>

const toLine = (r: Row): RunLine => ({
  id: r.run.id,
  number: r.run.number,
  at: r.run.at,
  slipId: r.run.slipId,
  slipNumber: r.slipNumber,
  title: r.title,
  memberName: r.memberName,
  groupName: r.groupName,
  printerName: r.printerName,
  presetName: r.presetName,
  versionNumber: r.versionNumber,
  seal: r.seal,
  paperName: r.paperName,
  outcome: r.outcome,
  cause: r.cause,
  note: r.run.note,
  copy: r.run.copy,
  width: um(r.run.widthUm),
  length: um(r.run.lengthUm),
  roll: r.run.rollId !== null,
  inkMicrolitres: r.run.inkMicrolitres,
  cost: minor(r.run.cost),
  charge: minor(r.charge),
  corrected: r.run.outcome !== r.outcome,
})

function conditions(f: LogFilter): SQL | undefined {
  return and(
    f.printerId ? eq(runs.printerId, f.printerId) : undefined,
    f.memberId ? eq(CORRECTED_MEMBER, f.memberId) : undefined,
    f.paperId ? eq(runs.paperId, f.paperId) : undefined,
    f.outcome ? eq(CORRECTED.outcome, f.outcome) : undefined,
    f.from === undefined ? undefined : gte(runs.at, f.from),
    f.to === undefined ? undefined : lt(runs.at, f.to),
  )
}

/** A page of runs, newest first, going on after `after`. */
export function listRuns(
  db: Db,
  filter: LogFilter,
  after: LogKey | null,
  limit: number,
): { readonly lines: readonly RunLine[]; readonly next: LogKey | null } {
  const beyond = after ? or(lt(runs.at, after.at), and(eq(runs.at, after.at), lt(runs.id, after.id))) : undefined
  const rows = base(db)
    .where(and(conditions(filter), beyond))
    .orderBy(desc(runs.at), desc(runs.id))
    .limit(limit + 1)
    .all()
  const lines = rows.slice(0, limit).map(toLine)
  const last = lines.at(-1)
  return { lines, next: rows.length > limit && last ? { at: last.at, id: last.id } : null }
}

/** What the runs of a filter add up to. */
export function logTotals(db: Db, filter: LogFilter): LogTotals {
  const row = db
    .select({
      runs: sql<number>`count(*)`,
      spoiled: sql<number>`coalesce(sum(${CORRECTED.outcome} = 'spoiled'), 0)`,
      mm2: sql<number>`coalesce(sum(${runs.widthUm} / 1000.0 * ${runs.lengthUm} / 1000.0), 0)`,
      microlitres: sql<number>`coalesce(sum(${runs.inkMicrolitres}), 0)`,
      cost: sql<number>`coalesce(sum(${runs.cost}), 0)`,
      charge: sql<number>`coalesce(sum(${CORRECTED.charge}), 0)`,
    })
    .from(runs)
    .where(conditions(filter))
    .get()
  if (!row) throw new Error('a sum always has a row')
  return { ...row, cost: minor(row.cost), charge: minor(row.charge) }
}

export function readRun(db: Db, id: string): Run | null {
  const row = base(db).where(eq(runs.id, id)).get()
  if (!row) return null
  const by = db.select({ name: people.name }).from(people).where(eq(people.id, row.run.byId)).get()
  return {
    ...toLine(row),
    memberId: row.memberId,
    groupId: row.run.groupId,
    logged: { outcome: row.run.outcome, cause: row.run.cause },
    corrections: correctionsOf(db, id),
    by: by?.name ?? 'someone',
    answers: row.run.answers as Run['answers'],
    facts: storedFacts(row.run.facts),
  }
}

export function runsOfSlip(db: Db, slipId: string): readonly RunLine[] {
  return base(db).where(eq(runs.slipId, slipId)).orderBy(desc(runs.at), desc(runs.id)).all().map(toLine)
}

/** A page's key in an address, and back; null for what is none. */
export const keyToText = (key: LogKey): string => `${key.at}~${key.id}`

export function keyFromText(text: string | undefined): LogKey | null {
  const match = /^(\d{1,15})~([0-9a-f-]{36})$/.exec(text ?? '')
  return match?.[1] && match[2] ? { at: Number(match[1]), id: match[2] } : null
}

const OUTCOMES: readonly Outcome[] = ['good', 'proof', 'spoiled', 'not known', 'not printed']

export const outcomeFromText = (text: string | undefined): Outcome | null => OUTCOMES.find((o) => o === text) ?? null
