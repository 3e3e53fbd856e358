'use client'

import { Button, NumberInput, Select, Switch } from '@mantine/core'
import Link from 'next/link'
import { useEffect, useMemo, useState } from 'react'
import { MOST_IN_PLAN as MOST } from '@/contract/roll-plan'
import type { PlanGroup, PlanLine, PlanPrint } from '@/contract/views/plan'
import { type Um, um } from '@/core/length/length'
import { tradeLength, tradePair, writeNumber } from '@/core/length/write'
import { minor, writeAmount } from '@/core/money/money'
import type { NestAsk } from '@/core/nest/ask'
import { cutsOf } from '@/core/nest/cuts'
import { gainOf } from '@/core/nest/gain'
import { fitsAcross } from '@/core/nest/kinds'
import { sideMargin, USUAL_GAP } from '@/core/nest/together'
import { countOf } from '@/core/words/count'
import { LengthField } from '@/ui/fields/length-field'
import { sayDay } from '@/ui/parts/dates'
import lists from '@/ui/parts/lists.module.css'
import { PageHead } from '@/ui/parts/page-head'
import { useWays } from '@/ui/unit/unit'
import { CutList } from './cut-list'
import css from './plan.module.css'
import { PlanDrawing } from './plan-drawing'
import { usePlanner } from './use-planner'

type Wish = { readonly copies: number; readonly mayTurn: boolean }
const keyOf = (p: PlanPrint): string => `${p.slipId} ${p.printId}`

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
  const [at, setAt] = useState(0)
  const group = groups[at] ?? null
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
              value={String(at)}
              allowDeselect={false}
              data={groups.map((g, i) => ({ value: String(i), label: `${g.name} (${g.prints.length} to lay)` }))}
              onChange={(v) => setAt(Number(v ?? 0))}
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
            {countOf(p.count, 'print')}, {tradeLength(p.length, unit)} for {p.printerName}
          </span>
          <span className="soft">
            {p.state === 'kept' ? 'kept' : 'printed'}, laid by {p.by} {sayDay(p.at, timeZone, now)}
          </span>
        </li>
      ))}
    </ul>
  )
}

function GroupPlan({ group }: { readonly group: PlanGroup }) {
  const { unit } = useWays()
  const [gap, setGap] = useState<Um>(um(USUAL_GAP))
  const [straight, setStraight] = useState(true)
  const [wishes, setWishes] = useState<Readonly<Record<string, Wish>>>({})
  const [made, setMade] = useState(0)
  const { planning, search, stop } = usePlanner()
  const wishOf = (p: PlanPrint): Wish => wishes[keyOf(p)] ?? { copies: p.copies, mayTurn: true }
  const laid = useMemo(
    () => group.prints.flatMap((p) => Array.from({ length: (wishes[keyOf(p)] ?? p).copies }, () => p)),
    [group, wishes],
  )
  const margin = sideMargin(group.margins)
  const room = group.width - 2 * margin
  const ask = useMemo(
    (): NestAsk => ({
      ...{ width: group.width, gap, margin, cut: straight ? 'straight' : 'any' },
      items: laid.map((p) => ({ w: p.w, h: p.h, mayTurn: wishes[keyOf(p)]?.mayTurn ?? true })),
    }),
    [group.width, gap, margin, straight, laid, wishes],
  )
  const wide = laid.find((p) => !fitsAcross({ ...p, mayTurn: wishOf(p).mayTurn }, group.width, margin))
  const trouble = wide
    ? `${wide.title} (${tradePair(wide.w, wide.h, unit)}) is wider than the ${tradeLength(um(room), unit)} that this roll prints${wishOf(wide).mayTurn ? ', both ways' : ' and must not be turned'}. Take it out, or make it smaller on its slip.`
    : laid.length > MOST
      ? `A plan has ${MOST} prints at most; these are ${laid.length}. Take some out.`
      : null
  useEffect(() => {
    setMade(0)
    search(trouble ? { ...ask, items: [] } : ask)
  }, [ask, trouble, search])
  const wish = (p: PlanPrint, more: Partial<Wish>): void =>
    setWishes((now) => ({ ...now, [keyOf(p)]: { ...wishOf(p), ...more } }))
  return (
    <div className={css.page}>
      <div>
        <ul className={css.prints} aria-label="Prints to lay">
          {group.prints.map((p) => (
            <li key={keyOf(p)}>
              <span>
                <Link href={`/slips/${p.slipId}`} className="strong">
                  {p.number}
                </Link>{' '}
                {p.title}
                <span className="soft small">
                  {' '}
                  {tradePair(p.w, p.h, unit)}
                  {p.memberName ? `, ${p.memberName}` : ''}
                </span>
              </span>
              <NumberInput
                aria-label={`Copies of ${p.number}, ${p.title}, in this plan`}
                size="xs"
                min={0}
                max={MOST}
                value={wishOf(p).copies}
                onChange={(v) => typeof v === 'number' && wish(p, { copies: Math.floor(v) })}
              />
              <Switch
                size="xs"
                label="may be turned"
                aria-label={`${p.number}, ${p.title}, may be turned`}
                checked={wishOf(p).mayTurn}
                onChange={(e) => wish(p, { mayTurn: e.currentTarget.checked })}
              />
            </li>
          ))}
        </ul>
        {group.prints.length === 0 ? <p className="soft small">Nothing here can lie beside something else.</p> : null}
        {group.others.map((o) => (
          <p key={`${o.slipId} ${o.title}`} className="soft small">
            <Link href={`/slips/${o.slipId}`}>{o.number}</Link> {o.title} is printed by itself: {o.why}.
          </p>
        ))}
        <div className={css.row}>
          <LengthField label="Gap between prints" value={gap} onChange={(v) => v !== null && setGap(v)} />
          <Switch
            size="xs"
            label="straight cuts part it"
            checked={straight}
            onChange={(e) => setStraight(e.currentTarget.checked)}
          />
        </div>
      </div>
      <div>
        {trouble ? <p className="level-stop">{trouble}</p> : null}
        {planning.wrong ? (
          <p className="level-stop">
            The plan that was found does not hold, and is not shown. Change something to search again.
          </p>
        ) : null}
        {!trouble && laid.length > 0 ? (
          <Found {...{ group, laid, planning, made }} onStop={stop} onMade={setMade} />
        ) : null}
      </div>
    </div>
  )
}

function Found(props: {
  readonly group: PlanGroup
  readonly laid: readonly PlanPrint[]
  readonly planning: ReturnType<typeof usePlanner>['planning']
  readonly made: number
  readonly onStop: () => void
  readonly onMade: (made: number) => void
}) {
  const { group, laid, planning, made, onStop, onMade } = props
  const { unit, currency } = useWays()
  const { standing, ask, over } = planning
  const plan = standing?.plan ?? null
  const ends = group.margins.lead + group.margins.trail
  const cuts = useMemo(
    () =>
      plan && ask && over && ask.cut === 'straight'
        ? (cutsOf(plan.laid, { width: ask.width, length: plan.length }) ?? [])
        : [],
    [plan, ask, over],
  )
  // a plan of a wish before this one names other prints
  if (!plan || !ask || ask.items.length !== laid.length)
    return <p className="soft">{over ? 'No plan yet.' : 'Searching for a first plan…'}</p>
  const gain = gainOf({
    ...{ width: group.width, length: plan.length, bound: standing?.bound ?? 0, ends },
    area: laid.reduce((sum, p) => sum + p.w * p.h, 0),
    alone: laid.reduce((sum, p) => sum + p.alone, 0),
  })
  const money = (length: number): string =>
    group.perMetre === null ? '' : `, ${writeAmount(minor(Math.round((group.perMetre * length) / 1e6)), currency)}`
  const left = group.roll?.left ?? null
  const name = (i: number): string => {
    const p = laid[i]
    return p ? `${p.number} ${p.title}` : ''
  }
  const says = `${laid.length} prints on ${tradeLength(um(gain.length), unit)} of roll`
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
          <dd>{writeNumber(100 * gain.waste, 1)} %</dd>
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
          Roll {group.roll?.number} has {tradeLength(left, unit)} left; this plan takes{' '}
          {tradeLength(um(gain.length), unit)}. Take prints out, or load another roll.
        </p>
      ) : null}
      {gain.length > group.longest ? (
        <p className="level-stop">
          The {group.feedName} takes {tradeLength(group.longest, unit)} at once; take prints out.
        </p>
      ) : null}
      <PlanDrawing
        {...{ width: ask.width, length: plan.length, laid: plan.laid, cuts, made, says }}
        names={laid.map((p, i) => ({ label: String(p.number), title: name(i) }))}
      />
      {cuts.length > 0 ? <CutList cuts={cuts} made={made} nameOf={name} onMade={onMade} /> : null}
      {over && ask.cut === 'any' ? (
        <p className="soft small">Straight cuts may not part this plan: no list of cuts is made of it.</p>
      ) : null}
    </>
  )
}
