import { eq, type SQL, sql } from 'drizzle-orm'
import type { RunSums } from '@/contract/views/log'
import { minor } from '@/core/money/money'
import type { Db } from '@/server/db/open'
import { presetVersions, runParts } from '@/server/db/schema'

const is = (outcome: string): SQL<number> => sql<number>`coalesce(sum(${runParts.nowOutcome} = ${outcome}), 0)`

/** A print came out when somebody can look at it: what is not known or was not printed is counted apart. */
const CAME = sql`${runParts.nowOutcome} in ('good', 'proof', 'spoiled')`

const unknown = (what: string): SQL<number> =>
  sql<number>`coalesce(sum(${CAME} and instr(${runParts.unknown}, ${what}) > 0), 0)`

/**
 * What prints add up to, the one place that counts them: prints (a part of a run each), runs (one pass through a printer
 * each, however many prints share it), and sheets or lengths of paper (a sheet that went through again is counted once).
 * @param where which parts of runs; undefined: all
 */
export function runSums(db: Db, where: SQL | undefined): RunSums {
  const row = db
    .select({
      prints: sql<number>`coalesce(sum(${CAME}), 0)`,
      runs: sql<number>`count(distinct case when ${CAME} then ${runParts.runId} end)`,
      sheets: sql<number>`count(distinct case when ${CAME} and ${runParts.paperUm2} > 0 then ${runParts.runId} end)`,
      ...{ good: is('good'), proof: is('proof'), spoiled: is('spoiled') },
      ...{ notKnown: is('not known'), notPrinted: is('not printed') },
      mm2: sql<number>`coalesce(sum(case when ${CAME} then ${runParts.paperUm2} / 1e6 end), 0)`,
      microlitres: sql<number>`coalesce(sum(${runParts.inkMicrolitres}), 0)`,
      cost: sql<number>`coalesce(sum(${runParts.cost}), 0)`,
      charge: sql<number>`coalesce(sum(${runParts.nowCharge}), 0)`,
      ...{ paperUnknown: unknown('paper'), inkUnknown: unknown('ink') },
    })
    .from(runParts)
    .innerJoin(presetVersions, eq(presetVersions.id, runParts.versionId))
    .where(where)
    .get()
  if (!row) throw new Error('a sum always has a row')
  const { paperUnknown, inkUnknown, cost, charge, ...counts } = row
  return {
    ...counts,
    cost: minor(cost),
    charge: minor(charge),
    unknown: [...(paperUnknown > 0 ? (['paper'] as const) : []), ...(inkUnknown > 0 ? (['ink'] as const) : [])],
  }
}
