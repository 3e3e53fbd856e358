import { desc, eq } from 'drizzle-orm'
import { z } from 'zod'
import { type PlanBody, readPlanBody } from '@/contract/roll-plan'
import type { PlanLine } from '@/contract/views/plan'
import { type Um, um } from '@/core/length/length'
import { stripEnds } from '@/core/nest/ends'
import type { VersionFacts } from '@/core/slip/facts'
import { marginsFor } from '@/core/slip/sheet-outcome'
import type { Db } from '@/server/db/open'
import { people, presets, presetVersions, rollPlans, runs } from '@/server/db/schema'
import { parsed } from './parse'
import { readVersionFacts } from './version-facts'

/** A plan as it is stored. */
export type KeptPlan = Omit<typeof rollPlans.$inferSelect, 'body' | 'offcutsKept'> & {
  readonly offcutsKept: readonly string[]
  readonly body: PlanBody
  readonly by: string
  /** of its preset and version */
  readonly name: string
}

const base = (db: Db) =>
  db
    .select({ plan: rollPlans, by: people.name, preset: presets.name, version: presetVersions.number })
    .from(rollPlans)
    .innerJoin(presetVersions, eq(presetVersions.id, rollPlans.versionId))
    .innerJoin(presets, eq(presets.id, presetVersions.presetId))
    .leftJoin(people, eq(people.id, rollPlans.byId))

type Row = NonNullable<ReturnType<ReturnType<typeof base>['get']>>

const toPlan = ({ plan, by, preset, version }: Row): KeptPlan => ({
  ...plan,
  body: readPlanBody(plan.body),
  offcutsKept: parsed(z.array(z.string()).readonly(), plan.offcutsKept, `the offcuts of plan ${plan.number}`),
  by: by ?? 'someone',
  name: `${preset}, version ${version}`,
})

export function readPlan(db: Db, id: string): KeptPlan | null {
  const row = base(db).where(eq(rollPlans.id, id)).get()
  return row ? toPlan(row) : null
}

/** Plans that are kept and not printed yet, the newest first. */
export const keptPlans = (db: Db): readonly KeptPlan[] =>
  base(db).where(eq(rollPlans.state, 'kept')).orderBy(desc(rollPlans.number)).all().map(toPlan)

/** Plans that were printed last: whose cuts may still be made. */
export const printedPlans = (db: Db, most: number): readonly KeptPlan[] =>
  base(db).where(eq(rollPlans.state, 'printed')).orderBy(desc(rollPlans.number)).limit(most).all().map(toPlan)

/** Copies that lie in kept plans, by slip and print: how many, and in which plan the newest of them does. */
export function heldCopies(db: Db): ReadonlyMap<string, { readonly copies: number; readonly plan: number }> {
  const held = new Map<string, { copies: number; plan: number }>()
  for (const { body, number } of keptPlans(db))
    for (const { slipId, printId } of body.items) {
      const key = `${slipId} ${printId}`
      held.set(key, { copies: (held.get(key)?.copies ?? 0) + 1, plan: Math.max(number, held.get(key)?.plan ?? 0) })
    }
  return held
}

/** Plans printed lately that are still shown: somebody may be cutting them. */
const PRINTED_SHOWN = 6

/** How much of the roll a plan takes, with all that lies around its prints: what was printed, or what it would be now. */
export function planLength(db: Db, plan: KeptPlan, version: VersionFacts | null): Um {
  const run = plan.runId === null ? undefined : db.select().from(runs).where(eq(runs.id, plan.runId)).get()
  if (run) return um(run.lengthUm)
  const { body } = plan
  return um(body.length + stripEnds(marginsFor(version, um(body.width)), body.labels, body.gap))
}

/** A plan in a line. */
export const planLine = (db: Db, plan: KeptPlan, now: number): PlanLine => {
  const version = readVersionFacts(db, plan.versionId, now)
  return {
    ...{ id: plan.id, number: plan.number, name: plan.name, by: plan.by, at: plan.createdAt, state: plan.state },
    queueId: version.ok ? version.value.settings.queueId : null,
    printerName: version.ok ? version.value.printerName : 'a printer that is gone',
    count: plan.body.items.length,
    length: planLength(db, plan, version.ok ? version.value : null),
  }
}

/** Plans that wait to be printed, and those that were printed last, the newest first. */
export const planLines = (db: Db, now: number): readonly PlanLine[] =>
  [...keptPlans(db), ...printedPlans(db, PRINTED_SHOWN)].map((p) => planLine(db, p, now))
