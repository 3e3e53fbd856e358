'use client'

import { Select } from '@mantine/core'
import Link from 'next/link'
import { useEffect, useState } from 'react'
import type { PlanGroup, PlanLine } from '@/contract/views/plan'
import { tradeLength } from '@/core/length/write'
import { countOf } from '@/core/words/count'
import { sayDay } from '@/ui/parts/dates'
import lists from '@/ui/parts/lists.module.css'
import { PageHead } from '@/ui/parts/page-head'
import { useWays } from '@/ui/unit/unit'
import { Across } from './across'
import { Found } from './found'
import css from './plan.module.css'
import { PrintRows } from './print-rows'
import { Rolls } from './rolls'
import { troubleOf } from './trouble'
import { usePlanner } from './use-planner'
import { useWishes } from './use-wishes'

/** Waiting prints of one preset laid beside each other on its roll, how long that is, and how it is cut. */
export function RollPlan({
  groups,
  plans,
  now,
}: {
  readonly groups: readonly PlanGroup[]
  /** kept, and printed lately */
  readonly plans: readonly PlanLine[]
  readonly now: number
}) {
  const [key, setKey] = useState<string | null>(null)
  // what was chosen, while it is there; else what has most to lay
  const group = groups.find((g) => g.key === key) ?? mostOf(groups)
  return (
    <>
      <PageHead title="Roll plan" sub="what waits for a roll, laid beside each other instead of one after the other">
        <Link href="/bench" className="small">
          Bench
        </Link>
      </PageHead>
      <div className={lists.page}>
        <KeptPlans plans={plans} now={now} />
        {group ? (
          <>
            <Select
              label="Printed with"
              size="xs"
              w={420}
              maw="100%"
              value={group.key}
              allowDeselect={false}
              data={groups.map((g) => ({ value: g.key, label: `${g.name} (${g.prints.length} to lay)` }))}
              onChange={setKey}
            />
            <GroupPlan key={group.key} group={group} />
          </>
        ) : (
          <p className="soft">
            Nothing waits for a roll. A slip whose preset prints on one comes here once it is put on the bench.
          </p>
        )}
      </div>
    </>
  )
}

/** Plans that wait to be printed, and those whose cuts may still be made. */
function KeptPlans({ plans, now }: { readonly plans: readonly PlanLine[]; readonly now: number }) {
  const { unit, timeZone } = useWays()
  if (plans.length === 0) return null
  return (
    <ul className={css.kept} aria-label="Plans that are kept">
      {plans.map((p) => (
        <li key={p.id}>
          <Link href={`/bench/plan/${p.id}`} className="strong">
            Plan {p.number}
          </Link>
          <span>
            {countOf(p.count, 'print')} laid over {tradeLength(p.length, unit)}, for {p.printerName}
          </span>
          <span className="soft">
            {p.state === 'kept' ? 'kept' : 'printed'}, laid by {p.by} {sayDay(p.at, timeZone, now)}
          </span>
        </li>
      ))}
    </ul>
  )
}

const mostOf = (groups: readonly PlanGroup[]): PlanGroup | null =>
  groups.reduce<PlanGroup | null>((most, g) => (most && most.prints.length >= g.prints.length ? most : g), null)

function GroupPlan({ group }: { readonly group: PlanGroup }) {
  const { unit } = useWays()
  const wishes = useWishes(group)
  const { planning, search, stop } = usePlanner()
  const { ask, copies } = wishes
  const trouble = troubleOf(group, wishes, unit)
  const [labels, setLabels] = useState(true)
  useEffect(() => {
    search(trouble ? { ...ask, items: [] } : ask)
  }, [ask, trouble, search])
  return (
    <div className={css.page}>
      <div>
        <PrintRows group={group} wishes={wishes} />
        {group.prints.length > 0 ? <Across group={group} wishes={wishes} /> : null}
      </div>
      <div>
        {trouble ? (
          <p className="level-stop" role="alert">
            {trouble}
          </p>
        ) : null}
        {planning.wrong ? (
          <p className="level-stop">
            The plan that was found does not hold, and is not shown. Change something to search again.
          </p>
        ) : null}
        {copies.length === 0 && group.prints.length > 0 ? (
          <p className="soft">No print is chosen: say how many copies of each lie in the plan.</p>
        ) : null}
        {copies.length > 0 ? (
          <Found {...{ group, wishes, planning, trouble, labels }} onLabels={setLabels} onStop={stop} />
        ) : null}
        <Rolls group={group} wishes={wishes} labels={labels} />
      </div>
    </div>
  )
}
