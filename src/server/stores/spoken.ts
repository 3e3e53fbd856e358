import { inArray, sql } from 'drizzle-orm'
import { type Um, um } from '@/core/length/length'
import type { Db } from '@/server/db/open'
import { printJobs } from '@/server/db/schema'
import { keptPlans, planLength } from './kept-plans'
import { UNDER_WAY } from './print-jobs'
import { readVersionFacts } from './version-facts'

/** Paper that is promised to a print and was not taken yet: sheets by their stock, lengths by their roll. */
export type Spoken = {
  readonly sheets: ReadonlyMap<string, number>
  readonly rolls: ReadonlyMap<string, Um>
}

const add = (to: Map<string, number>, id: string, by: number): void => void to.set(id, (to.get(id) ?? 0) + by)

/**
 * What copies at a printer, copies of which nobody knows yet whether they came out, and kept plans will take. A plan that
 * is being printed counts once.
 * @param exceptPlan a plan that asks for itself.
 */
export function spokenFor(db: Db, now: number, exceptPlan: string | null = null): Spoken {
  const used = (path: string) => sql<string | null>`json_extract(${printJobs.booking}, ${`$.body.used.${path}`})`
  const jobs = db
    .select({
      ...{ subjectId: printJobs.subjectId, kind: used('paper.kind'), stockId: used('paper.stockId') },
      ...{ rollId: used('paper.rollId'), length: used('lengthUm') },
    })
    .from(printJobs)
    .where(inArray(printJobs.state, [...UNDER_WAY, 'not known']))
    .all()
  const sheets = new Map<string, number>()
  const rolls = new Map<string, number>()
  for (const j of jobs) {
    if (j.kind === 'sheet' && j.stockId) add(sheets, j.stockId, 1)
    if (j.kind === 'roll' && j.rollId) add(rolls, j.rollId, Number(j.length ?? 0))
  }
  for (const plan of keptPlans(db)) {
    if (plan.rollId === null || plan.id === exceptPlan || jobs.some((j) => j.subjectId === plan.id)) continue
    const version = readVersionFacts(db, plan.versionId, now)
    add(rolls, plan.rollId, planLength(db, plan, version.ok ? version.value : null))
  }
  return { sheets, rolls: new Map([...rolls].map(([id, length]) => [id, um(length)])) }
}

type Kept = {
  readonly id: string
  readonly count: number
  readonly rolls: readonly { readonly id: string; readonly left: Um }[]
}

/** The room's stocks with what is left beside everything that is spoken for; less than nothing is nothing. */
export const withoutSpoken = <S extends Kept>(stocks: readonly S[], { sheets, rolls }: Spoken): readonly S[] =>
  sheets.size + rolls.size === 0
    ? stocks
    : stocks.map((s) => ({
        ...s,
        count: Math.max(0, s.count - (sheets.get(s.id) ?? 0)),
        rolls: s.rolls.map((r) => ({ ...r, left: um(Math.max(0, r.left - (rolls.get(r.id) ?? 0))) })),
      }))
