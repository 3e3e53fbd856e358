import { and, eq, inArray, sql } from 'drizzle-orm'
import type { Db } from '@/server/db/open'
import { runParts } from '@/server/db/schema'

/** Good copies that prints have already, by slip and print. */
export function goodCopies(db: Db, slipIds: readonly string[]): ReadonlyMap<string, number> {
  const rows = db
    .select({ slipId: runParts.slipId, printId: runParts.printId, n: sql<number>`count(*)` })
    .from(runParts)
    .where(and(inArray(runParts.slipId, [...slipIds]), eq(runParts.nowOutcome, 'good')))
    .groupBy(runParts.slipId, runParts.printId)
    .all()
  return new Map(rows.map((r) => [`${r.slipId} ${r.printId}`, r.n]))
}
