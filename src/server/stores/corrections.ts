import { eq, type SQL, sql } from 'drizzle-orm'
import type { Correction, Outcome } from '@/contract/views/log'
import { minor } from '@/core/money/money'
import type { Db } from '@/server/db/open'
import { people, runCorrections } from '@/server/db/schema'
import { newestFirst } from '@/server/db/sequence'

const newest = <T>(column: 'outcome' | 'charge'): SQL<T> =>
  sql`coalesce((select c.${sql.raw(column)} from run_corrections c where c.run_id = "runs"."id" order by c.rowid desc limit 1), "runs".${sql.raw(`"${column}"`)})`

/** A run's outcome, cause and charge as they are now: the newest correction's, else its own. For queries on `runs`. */
export const CORRECTED = {
  outcome: newest<Outcome>('outcome'),
  charge: newest<number>('charge'),
  /** a correction to good takes the cause away, so this is no coalesce */
  cause: sql<string | null>`case when exists (select 1 from run_corrections c where c.run_id = "runs"."id")
    then (select c.cause from run_corrections c where c.run_id = "runs"."id" order by c.rowid desc limit 1)
    else "runs"."cause" end`,
}

/** Whose print a run is now: the newest correction that says so, else its own. */
export const CORRECTED_MEMBER = sql<
  string | null
>`coalesce((select c.member_id from run_corrections c where c.run_id = "runs"."id" and c.member_id is not null order by c.rowid desc limit 1), "runs"."member_id")`

/** The corrections of a run, the newest first. */
export const correctionsOf = (db: Db, runId: string): readonly Correction[] =>
  db
    .select({ row: runCorrections, by: people.name })
    .from(runCorrections)
    .leftJoin(people, eq(people.id, runCorrections.byId))
    .where(eq(runCorrections.runId, runId))
    .orderBy(newestFirst(runCorrections))
    .all()
    .map(({ row, by }) => ({
      at: row.at,
      by: by ?? 'someone',
      outcome: row.outcome,
      cause: row.cause,
      note: row.note,
      charge: minor(row.charge),
    }))
