import { and, eq, ne, sql } from 'drizzle-orm'
import type { SlipBody } from '@/core/slip/body'
import type { Db } from '@/server/db/open'
import { runParts, slips } from '@/server/db/schema'
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

/** Good copies of each print of a slip. */
export function goodCopies(db: Db, slipId: string): ReadonlyMap<string, number> {
  const rows = db
    .select({ printId: runParts.printId, n: sql<number>`count(*)` })
    .from(runParts)
    .where(and(eq(runParts.slipId, slipId), eq(runParts.nowOutcome, 'good')))
    .groupBy(runParts.printId)
    .all()
  return new Map(rows.map((r) => [r.printId, r.n]))
}

const wantedBy = (body: SlipBody, good: ReadonlyMap<string, number>): number =>
  body.prints.reduce((sum, p) => sum + Math.max(0, p.copies - (good.get(p.id) ?? 0)), 0)

/** Good copies that a slip still wants, over all its prints; a slip that wants none is done. */
export function countCopies(db: Db, slipId: string, now: number): number {
  const slip = readSlip(db, slipId)
  if (!slip) throw new Error(`slip ${slipId} is gone`)
  const left = wantedBy(slip.body, goodCopies(db, slipId))
  // a slip that was taken off the bench meanwhile stays off
  const waits = slip.state === 'withdrawn' ? 'withdrawn' : 'waiting'
  db.update(slips)
    .set({ state: left === 0 ? 'done' : waits, updatedAt: now, revision: slip.revision + 1 })
    .where(eq(slips.id, slipId))
    .run()
  return left
}
