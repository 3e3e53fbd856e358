import { and, eq, ne, sql } from 'drizzle-orm'
import type { PrintBody } from '@/core/slip/body'
import { copiesWanted } from '@/core/slip/copies'
import type { Db } from '@/server/db/open'
import { runParts, slips } from '@/server/db/schema'
import { copiesOf } from '@/server/stores/copies'
import { readSlip } from '@/server/stores/slips'

/** The next copy of a print, counted from 1: what did not come out leaves no gap. */
export function nextCopy(db: Db, slipId: string, printId: string): number {
  const row = db
    .select({ n: sql<number>`count(*)` })
    .from(runParts)
    .where(and(eq(runParts.slipId, slipId), eq(runParts.printId, printId), ne(runParts.nowOutcome, 'not printed')))
    .get()
  return (row?.n ?? 0) + 1
}

/** Good copies that are not in the log yet, over all prints of a slip, wherever they are; a slip that misses none is done. */
export function countCopies(db: Db, slipId: string, now: number): number {
  const slip = readSlip(db, slipId)
  if (!slip) throw new Error(`slip ${slipId} is gone`)
  const made = copiesOf(db, [slipId])
  const missing = ({ id, copies }: PrintBody): number =>
    copiesWanted(copies, { good: made.of(slipId, id).good, inPlans: 0, underWay: 0 })
  const left = slip.body.prints.reduce((sum, p) => sum + missing(p), 0)
  // a slip that is open, or was taken off the bench meanwhile, is put on the bench by a person alone
  const waits = slip.state === 'done' ? 'waiting' : slip.state
  db.update(slips)
    .set({ state: left === 0 ? 'done' : waits, updatedAt: now, revision: slip.revision + 1 })
    .where(eq(slips.id, slipId))
    .run()
  return left
}
