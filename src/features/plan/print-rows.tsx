'use client'

import { Button, Select, Switch } from '@mantine/core'
import Link from 'next/link'
import { MOST_IN_PLAN } from '@/contract/roll-plan'
import type { PlanGroup } from '@/contract/views/plan'
import { tradePair } from '@/core/length/write'
import { countOf } from '@/core/words/count'
import { LengthField } from '@/ui/fields/length-field'
import { NumberField } from '@/ui/fields/number-field'
import { useWays } from '@/ui/unit/unit'
import css from './plan.module.css'
import { ORDERS, type Order, type Wishes } from './use-wishes'

const SAY_ORDER: Readonly<Record<Order, string>> = {
  shortest: 'as short as can be',
  member: 'each member’s together',
  slip: 'slip by slip, as they wait',
}

/** The prints that wait, how many of each lie in the plan, and how it is to be laid. */
export function PrintRows({ group, wishes }: { readonly group: PlanGroup; readonly wishes: Wishes }) {
  const { unit } = useWays()
  const { of, wish, gap, setGap, margin, setMargin, least, straight, setStraight, order, setOrder, ask } = wishes
  const pins = ask.pins?.length ?? 0
  return (
    <div>
      <ul className={css.prints} aria-label="Prints to lay">
        {group.prints.map((p) => (
          <li key={`${p.slipId} ${p.printId}`}>
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
            <NumberField
              label={`Copies of ${p.number}, ${p.title}, in this plan`}
              hideLabel
              width={64}
              whole
              min={0}
              max={Math.min(MOST_IN_PLAN, p.copies)}
              value={of(p).copies}
              onChange={(copies) => wish(p, { copies })}
            />
            <Switch
              size="xs"
              label="may be turned"
              aria-label={`${p.number}, ${p.title}, may be turned`}
              checked={of(p).mayTurn}
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
      {group.prints.length === 0 ? null : (
        <div className={css.row}>
          <LengthField label="Gap between prints" value={gap} max={100_000} onChange={setGap} />
          <LengthField
            label="White at both sides"
            value={margin}
            min={least}
            max={group.width / 2}
            onChange={setMargin}
          />
          <Select
            label="Laid"
            size="xs"
            w={190}
            allowDeselect={false}
            value={order}
            data={ORDERS.map((value) => ({ value, label: SAY_ORDER[value] }))}
            disabled={pins > 0}
            onChange={(v) => v && setOrder(v as Order)}
          />
          <Switch
            size="xs"
            label="straight cuts part it"
            checked={straight}
            onChange={(e) => setStraight(e.currentTarget.checked)}
          />
        </div>
      )}
      {pins > 0 ? (
        <p className="small">
          {countOf(pins, 'print')} pinned: the rest is laid around.{' '}
          {order === 'shortest' ? '' : 'What stays together is not kept meanwhile. '}
          <Button size="compact-xs" variant="default" onClick={wishes.unpinAll}>
            Take the pins out
          </Button>
        </p>
      ) : null}
    </div>
  )
}
