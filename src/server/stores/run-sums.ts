import { and, inArray, ne, type SQL, sql } from 'drizzle-orm'
import type { Outcome, RunSums } from '@/contract/views/log'
import { minor } from '@/core/money/money'
import type { Db } from '@/server/db/open'
import { runParts } from '@/server/db/schema'

/** A print came out when somebody can look at it: what is not known or was not printed is counted apart. */
const CAME: readonly Outcome[] = ['good', 'proof', 'spoiled']

/** Runs that several prints share have a second part. */
const SHARED = sql`${runParts.runId} in (select run_id from run_parts as second where second.position = 1)`

/**
 * What prints add up to, the one place that counts them: prints (a part of a run each), runs (one pass through a printer
 * each, however many prints share it), and sheets or lengths of paper (a sheet that went through again is counted once).
 * Plain sums by outcome, and a second look at what shares a run alone: counting distinct runs takes ten times as long.
 * @param where which parts of runs; undefined: all
 */
export function runSums(db: Db, where: SQL | undefined): RunSums {
  const rows = db
    .select({
      outcome: runParts.nowOutcome,
      prints: sql<number>`count(*)`,
      withPaper: sql<number>`count(nullif(${runParts.paperUm2}, 0))`,
      um2: sql<number>`total(${runParts.paperUm2})`,
      microlitres: sql<number>`coalesce(sum(${runParts.inkMicrolitres}), 0)`,
      cost: sql<number>`coalesce(sum(${runParts.cost}), 0)`,
      charge: sql<number>`coalesce(sum(${runParts.nowCharge}), 0)`,
      unknown: sql<string>`max(${runParts.unknown})`,
    })
    .from(runParts)
    .where(where)
    .groupBy(runParts.nowOutcome)
    .all()
  const came = rows.filter((r) => CAME.includes(r.outcome))
  const sum = (of: (r: (typeof rows)[number]) => number): number => came.reduce((all, r) => all + of(r), 0)
  const of = (outcome: Outcome): number => rows.find((r) => r.outcome === outcome)?.prints ?? 0
  const twice = countedTwice(db, where)
  const prints = sum((r) => r.prints)
  return {
    prints,
    runs: prints - twice.runs,
    sheets: sum((r) => r.withPaper) - twice.sheets,
    ...{ good: of('good'), proof: of('proof'), spoiled: of('spoiled') },
    ...{ notKnown: of('not known'), notPrinted: of('not printed') },
    mm2: sum((r) => r.um2) / 1e6,
    microlitres: sum((r) => r.microlitres),
    cost: minor(sum((r) => r.cost)),
    charge: minor(sum((r) => r.charge)),
    unknown: came.some((r) => r.unknown !== '') ? unknownOf(db, where) : [],
  }
}

/** How often runs and sheets are among their prints beyond the first time. */
function countedTwice(db: Db, where: SQL | undefined): { readonly runs: number; readonly sheets: number } {
  const shared = db
    .select({ prints: sql<number>`count(*)`, withPaper: sql<number>`count(nullif(${runParts.paperUm2}, 0))` })
    .from(runParts)
    .where(and(SHARED, inArray(runParts.nowOutcome, [...CAME]), where))
    .groupBy(runParts.runId)
    .all()
  const beyond = (of: (r: (typeof shared)[number]) => number): number =>
    shared.reduce((all, r) => all + Math.max(0, of(r) - 1), 0)
  return { runs: beyond((r) => r.prints), sheets: beyond((r) => r.withPaper) }
}

/** What of the costs nobody could say. */
function unknownOf(db: Db, where: SQL | undefined): RunSums['unknown'] {
  const kinds = db
    .selectDistinct({ unknown: runParts.unknown })
    .from(runParts)
    .where(and(ne(runParts.unknown, ''), inArray(runParts.nowOutcome, [...CAME]), where))
    .all()
    .flatMap((r) => r.unknown.split(' '))
  return (['paper', 'ink'] as const).filter((what) => kinds.includes(what))
}

/** The prints of all versions of a preset. */
export const ofPreset = (presetId: string): SQL =>
  sql`${runParts.versionId} in (select id from preset_versions where preset_id = ${presetId})`
