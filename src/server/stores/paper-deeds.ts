import { and, desc, eq, gte, sql } from 'drizzle-orm'
import type { PaperDeeds } from '@/contract/views/paper'
import type { Db } from '@/server/db/open'
import { presetVersions, rollMoves, rolls, runParts, runs, slips, stockMoves, stocks } from '@/server/db/schema'

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
  const row = db
    .select({
      good: sql<number>`coalesce(sum(${runParts.nowOutcome} = 'good'), 0)`,
      spoiled: sql<number>`coalesce(sum(${runParts.nowOutcome} = 'spoiled'), 0)`,
      mm2: sql<number>`coalesce(sum(${runParts.paperUm2} / 1e6), 0)`,
    })
    .from(runParts)
    .where(and(eq(runParts.paperId, paperId), gte(runParts.at, from)))
    .get()
  const newest = db
    .select({
      ...{ id: runs.id, number: runs.number, at: runs.at, title: slips.title, outcome: runParts.nowOutcome },
      queueId: sql<string>`json_extract(${presetVersions.settings}, '$.queueId')`,
      mediaSettingId: sql<string>`json_extract(${presetVersions.settings}, '$.mediaSettingId')`,
    })
    .from(runParts)
    .innerJoin(runs, eq(runs.id, runParts.runId))
    .innerJoin(slips, eq(slips.id, runParts.slipId))
    .innerJoin(presetVersions, eq(presetVersions.id, runParts.versionId))
    .where(eq(runParts.paperId, paperId))
    .orderBy(desc(runParts.at), desc(runs.number))
    .limit(NEWEST)
    .all()
  return { days: DEED_DAYS, ...(row ?? { good: 0, spoiled: 0, mm2: 0 }), used: usedSince(db, from, paperId), newest }
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
