import { and, desc, eq, gte, inArray, type SQL, sql } from 'drizzle-orm'
import type { PaperDeeds, WayChosen } from '@/contract/views/paper'
import type { Db } from '@/server/db/open'
import { presetVersions, rollMoves, rolls, runParts, runs, slips, stockMoves, stocks } from '@/server/db/schema'
import { runSums } from './run-sums'
import { readSlip } from './slips'

const DAY = 86_400_000
/** days that mean use and outcomes are of */
export const DEED_DAYS = 90
/** Since when deeds count. */
export const deedsFrom = (now: number): number => now - DEED_DAYS * DAY
/** runs that a trial may be of */
const NEWEST = 40

/** What was printed on a paper in the last {@link DEED_DAYS}, what that used of each stock, and the newest runs on it. */
export function paperDeeds(db: Db, paperId: string, now: number): PaperDeeds {
  const from = deedsFrom(now)
  const { good, spoiled, mm2 } = runSums(db, and(eq(runParts.paperId, paperId), gte(runParts.at, from)))
  const newest = runsNamed(db, eq(runParts.paperId, paperId)).limit(NEWEST).all()
  return { days: DEED_DAYS, good, spoiled, mm2, used: usedSince(db, from, paperId), newest }
}

/** Runs as a trial names them, the newest first; one with parts of several prints is one. */
const runsNamed = (db: Db, of: SQL | undefined) =>
  db
    .select({
      ...{ id: runs.id, number: runs.number, at: runs.at, title: slips.title, outcome: runParts.nowOutcome },
      queueId: sql<string>`json_extract(${presetVersions.settings}, '$.queueId')`,
      mediaSettingId: sql<string>`json_extract(${presetVersions.settings}, '$.mediaSettingId')`,
    })
    .from(runParts)
    .innerJoin(runs, eq(runs.id, runParts.runId))
    .innerJoin(slips, eq(slips.id, runParts.slipId))
    .innerJoin(presetVersions, eq(presetVersions.id, runParts.versionId))
    .where(of)
    .groupBy(runs.id)
    .orderBy(desc(runs.at), desc(runs.number))

/** A way of a proof sheet that came out on a paper, as `slip.print`; null: there is none such. */
export function wayChosen(db: Db, paperId: string, way: string): WayChosen | null {
  const [slipId = '', printId = ''] = way.split('.')
  const says = readSlip(db, slipId)?.body.prints.find((p) => p.id === printId)?.label
  const of = and(eq(runParts.slipId, slipId), eq(runParts.printId, printId), eq(runParts.paperId, paperId))
  const run = runsNamed(db, and(of, inArray(runParts.nowOutcome, ['good', 'proof', 'spoiled']))).get()
  return says && run ? { run, says } : null
}

/** Sheets, or um of roll, that runs took of each stock since a time, by the stock: of one paper, or of all. */
export function usedSince(db: Db, from: number, paperId?: string): Readonly<Record<string, number>> {
  const of = paperId === undefined ? undefined : eq(stocks.paperId, paperId)
  const sheets = db
    .select({ id: stocks.id, n: sql<number>`-sum(${stockMoves.delta})` })
    .from(stockMoves)
    .innerJoin(stocks, eq(stocks.id, stockMoves.stockId))
    .where(and(of, eq(stockMoves.kind, 'run'), gte(stockMoves.at, from)))
    .groupBy(stocks.id)
    .all()
  const lengths = db
    .select({ id: stocks.id, n: sql<number>`-sum(${rollMoves.deltaUm})` })
    .from(rollMoves)
    .innerJoin(rolls, eq(rolls.id, rollMoves.rollId))
    .innerJoin(stocks, eq(stocks.id, rolls.stockId))
    .where(and(of, eq(rollMoves.kind, 'run'), gte(rollMoves.at, from)))
    .groupBy(stocks.id)
    .all()
  return Object.fromEntries([...sheets, ...lengths].map((r) => [r.id, r.n]))
}
