'use client'

import { Button, Checkbox } from '@mantine/core'
import { useRouter } from 'next/navigation'
import { useMemo, useState } from 'react'
import type { PlanGroup } from '@/contract/views/plan'
import { um } from '@/core/length/length'
import { tradeLength, writeNumber } from '@/core/length/write'
import { minor, writeAmount } from '@/core/money/money'
import type { NestAsk, Plan } from '@/core/nest/ask'
import { cutsOf } from '@/core/nest/cuts'
import { LEAST_GAP_FOR_LABELS, stripEnds } from '@/core/nest/ends'
import { gainOf } from '@/core/nest/gain'
import { countOf } from '@/core/words/count'
import { useDo } from '@/ui/parts/use-do'
import { useWays } from '@/ui/unit/unit'
import css from './plan.module.css'
import { PlanDrawing } from './plan-drawing'
import type { usePlanner } from './use-planner'
import type { Wishes } from './use-wishes'

/** The plan as it stands: what it takes and saves, the drawing that a hand may change, and keeping it. */
export function Found(props: {
  readonly group: PlanGroup
  readonly wishes: Wishes
  readonly planning: ReturnType<typeof usePlanner>['planning']
  /** why nothing is searched for now; what was found before stays to be seen, so that it can be put right */
  readonly trouble: string | null
  /** each print bears a label below it */
  readonly labels: boolean
  readonly onLabels: (on: boolean) => void
  readonly onStop: () => void
}) {
  const { group, wishes, planning, trouble, labels, onLabels, onStop } = props
  const { unit } = useWays()
  const { copies, ask } = wishes
  const { standing, over } = planning
  // drawn and cut as the whole strip that comes out: as it is printed once it is kept
  const { lead } = group.margins
  const ends = stripEnds(group.margins, labels, ask.gap)
  // a plan of a wish before this one names other prints
  const fits = planning.ask !== null && sameItems(planning.ask, ask)
  const plan = fits ? (standing?.plan ?? null) : null
  const cuts = useMemo(
    () =>
      plan && over && ask.cut === 'straight'
        ? (cutsOf(onStrip(plan.laid, lead), { width: ask.width, length: plan.length + ends }) ?? [])
        : [],
    [plan, ask, over, lead, ends],
  )
  const shown = plan ?? (trouble && ask.pins ? { laid: ask.pins, length: endOf(ask.pins) } : null)
  if (!shown) return trouble ? null : <p className="soft">{over ? 'No plan yet.' : 'Searching for a first plan…'}</p>
  const laid = pinnedOver(shown, ask.pins ?? [])
  return (
    <>
      {plan && !trouble ? <Figures {...{ group, wishes, planning, plan, labels }} onStop={onStop} /> : null}
      <PlanDrawing
        {...{ width: ask.width, length: shown.length + ends, laid: onStrip(laid, lead), cuts, made: 0 }}
        says={`${countOf(copies.length, 'print')} on ${tradeLength(um(shown.length + ends), unit)} of roll`}
        names={copies.map(({ print, key }) => ({
          label: String(print.number),
          title: `${print.number} ${print.title}`,
          pinned: key in wishes.pinned,
        }))}
        hand={{
          margin: ask.margin,
          lead,
          place: (i, at) => {
            const copy = copies[i]
            if (copy) wishes.pin(copy.key, { ...at, y: at.y - lead })
          },
          free: (i) => {
            const copy = copies[i]
            if (copy) wishes.unpin(copy.key)
          },
          takeOut: (i) => {
            const copy = copies[i]
            if (copy) wishes.takeOut(copy)
          },
          mayTurn: (i) => ask.items[i]?.mayTurn ?? false,
        }}
      />
      {plan && !trouble ? (
        <Keep
          {...{ group, wishes, plan, labels }}
          onLabels={onLabels}
          cuts={ask.cut === 'straight' ? cuts.length : null}
          fresh={planning.ask === ask}
        />
      ) : null}
    </>
  )
}

/** Whether two wishes are of the same prints, whatever else is wished of them. */
const sameItems = (a: NestAsk, b: NestAsk): boolean =>
  a.items.length === b.items.length && a.items.every((p, i) => p.w === b.items[i]?.w && p.h === b.items[i]?.h)

/** Prints as they lie on the strip that comes out, behind what the printer leaves white at its lead edge. */
const onStrip = (laid: Plan['laid'], lead: number): Plan['laid'] => laid.map((p) => ({ ...p, y: p.y + lead }))

const endOf = (laid: Plan['laid']): number => Math.max(0, ...laid.map((p) => p.y + p.h))

/** Prints where they lie, those that were just put somewhere already there. */
const pinnedOver = ({ laid }: Plan, pins: Plan['laid']): Plan['laid'] =>
  laid.map((p) => pins.find((q) => q.i === p.i) ?? p)

function Figures(props: {
  readonly group: PlanGroup
  readonly wishes: Wishes
  readonly planning: ReturnType<typeof usePlanner>['planning']
  readonly plan: Plan
  readonly labels: boolean
  readonly onStop: () => void
}) {
  const { group, wishes, planning, plan, labels, onStop } = props
  const { unit, currency } = useWays()
  const { standing, over } = planning
  const { copies, ask } = wishes
  const ends = stripEnds(group.margins, labels, ask.gap)
  const gain = gainOf({
    ...{ width: group.width, length: plan.length, bound: standing?.bound ?? 0, ends },
    area: copies.reduce((sum, { print }) => sum + print.w * print.h, 0),
    alone: copies.reduce((sum, { print }) => sum + print.alone, 0),
  })
  const money = (length: number): string =>
    group.perMetre === null ? '' : `, ${writeAmount(minor(Math.round((group.perMetre * length) / 1e6)), currency)}`
  const left = group.roll?.left ?? null
  return (
    <>
      <dl className={css.figures}>
        <div>
          <dt>Takes</dt>
          <dd>
            {tradeLength(um(gain.length), unit)}
            {money(gain.length)}
          </dd>
        </div>
        <div>
          <dt>No plan is shorter than</dt>
          <dd>{tradeLength(um(gain.bound), unit)}</dd>
        </div>
        <div>
          <dt>Waste</dt>
          <dd>
            {writeNumber(100 * gain.waste, 1)} %{money(gain.waste * gain.length)}
          </dd>
        </div>
        <div>
          <dt>One after the other</dt>
          <dd>{tradeLength(um(gain.alone), unit)}</dd>
        </div>
        <div>
          <dt>Saves</dt>
          <dd className={gain.saved > 0 ? 'level-fine' : undefined}>
            {gain.saved > 0 ? `${tradeLength(um(gain.saved), unit)}${money(gain.saved)}` : 'nothing'}
          </dd>
        </div>
        <div>
          <dt>Search</dt>
          <dd>
            {over ? (standing?.proven ? 'over: as short as can be' : 'over') : 'going on'}{' '}
            {over ? null : (
              <Button size="compact-xs" variant="default" onClick={onStop}>
                Stop
              </Button>
            )}
          </dd>
        </div>
      </dl>
      {left !== null && gain.length > left ? (
        <p className="level-stop">
          Roll {group.roll?.number} has {tradeLength(um(Math.max(0, left)), unit)} left; this plan takes{' '}
          {tradeLength(um(gain.length), unit)}. Take prints out, or load another roll.
        </p>
      ) : null}
      {gain.length > group.longest ? (
        <p className="level-stop">
          The {group.feedName} takes {tradeLength(group.longest, unit)} at once; take prints out.
        </p>
      ) : null}
    </>
  )
}

/** Keeps the plan as it stands: its copies are nobody else's from then on. */
function Keep(props: {
  readonly group: PlanGroup
  readonly wishes: Wishes
  readonly plan: Plan
  /** null: any cuts */
  readonly cuts: number | null
  /** it is a plan of what is wished now; one of a wish before it is not kept */
  readonly fresh: boolean
  /** slip and member stand below each print */
  readonly labels: boolean
  readonly onLabels: (wanted: boolean) => void
}) {
  const { group, wishes, plan, cuts, fresh, labels, onLabels } = props
  const router = useRouter()
  const { act, busy } = useDo()
  /** on the way to its page: a second press keeps nothing twice */
  const [kept, setKept] = useState(false)
  const [ticks, setTicks] = useState(true)
  const { ask, copies } = wishes
  const keep = async (): Promise<void> => {
    const made = await act('plan.keep', {
      group: group.key,
      plan: {
        ...{ width: ask.width, gap: ask.gap, margin: ask.margin, cut: ask.cut, length: plan.length, labels, ticks },
        items: copies.map(({ print }, i) => ({
          ...{ slipId: print.slipId, printId: print.printId, mayTurn: ask.items[i]?.mayTurn ?? true },
        })),
        laid: [...plan.laid],
      },
    })
    if (!made) return
    setKept(true)
    router.push(`/bench/plan/${made.id}`)
  }
  return (
    <div className={css.keep}>
      <Button onClick={() => void keep()} loading={busy || kept} disabled={!fresh}>
        Keep this plan
      </Button>
      <Checkbox
        size="xs"
        label="slip and member below each"
        checked={labels}
        onChange={(e) => onLabels(e.currentTarget.checked)}
      />
      <Checkbox
        size="xs"
        label="ticks for the cutter"
        checked={ticks}
        onChange={(e) => setTicks(e.currentTarget.checked)}
      />
      <span className="soft small">
        {cuts === null
          ? 'Straight cuts may not part it: there will be no list of cuts.'
          : cuts > 0
            ? `${countOf(cuts, 'cut')}. Kept, it is printed as one.`
            : 'Kept, it is printed as one.'}
        {labels && ask.gap < LEAST_GAP_FOR_LABELS ? ' This gap is too narrow for labels.' : ''}
      </span>
    </div>
  )
}
