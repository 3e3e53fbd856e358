import { and, eq, inArray, type SQL, sql } from 'drizzle-orm'
import { type CopyCounts, copiesWanted, NO_COPIES } from '@/core/slip/copies'
import type { Db } from '@/server/db/open'
import { printJobs, runParts } from '@/server/db/schema'
import { heldCopies } from './kept-plans'
import { UNDER_WAY } from './print-jobs'

/** The copies of prints, by slip and print. */
export type Copies = {
  readonly of: (slipId: string, printId: string) => CopyCounts
  /** how many are still wanted of a print that asks for `asked` */
  readonly wanted: (slipId: string, print: { readonly id: string; readonly copies: number }) => number
}

const key = (slipId: string, printId: string): string => `${slipId} ${printId}`

/** Good copies in the log of prints, by slip and print. @param slipIds of these slips alone; null: of all */
function goodCopies(db: Db, within: SQL | undefined): ReadonlyMap<string, number> {
  const rows = db
    .select({ slipId: runParts.slipId, printId: runParts.printId, n: sql<number>`count(*)` })
    .from(runParts)
    .where(and(within, eq(runParts.nowOutcome, 'good')))
    .groupBy(runParts.slipId, runParts.printId)
    .all()
  return new Map(rows.map((r) => [key(r.slipId, r.printId), r.n]))
}

/** Copies sent as good prints of slips that are not over, and those of which nobody knows yet whether they came out. */
function copiesUnderWay(db: Db): ReadonlyMap<string, number> {
  const rows = db
    .select({ slipId: printJobs.subjectId, printId: printJobs.printId, n: sql<number>`count(*)` })
    .from(printJobs)
    .where(
      and(
        eq(printJobs.subject, 'slip print'),
        eq(printJobs.outcome, 'good'),
        inArray(printJobs.state, [...UNDER_WAY, 'not known']),
      ),
    )
    .groupBy(printJobs.subjectId, printJobs.printId)
    .all()
  return new Map(rows.map((r) => [key(r.slipId, r.printId), r.n]))
}

/** Copies of the prints of these slips: the one place that counts them, for bench, slip, plans and books. */
export function copiesOf(db: Db, slipIds: readonly string[]): Copies {
  const good = goodCopies(db, inArray(runParts.slipId, [...slipIds]))
  const held = heldCopies(db)
  const underWay = copiesUnderWay(db)
  const of = (slipId: string, printId: string): CopyCounts => {
    const own = key(slipId, printId)
    return {
      good: good.get(own) ?? NO_COPIES.good,
      inPlans: held.get(own)?.copies ?? NO_COPIES.inPlans,
      underWay: underWay.get(own) ?? NO_COPIES.underWay,
    }
  }
  return { of, wanted: (slipId, print) => copiesWanted(print.copies, of(slipId, print.id)) }
}
