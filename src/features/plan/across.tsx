'use client'

import { Button } from '@mantine/core'
import { useState } from 'react'
import type { PlanGroup } from '@/contract/views/plan'
import { um } from '@/core/length/length'
import { tradeLength, tradePair } from '@/core/length/write'
import { acrossWidth } from '@/core/nest/together'
import { NumberField } from '@/ui/fields/number-field'
import { useDo } from '@/ui/parts/use-do'
import { useWays } from '@/ui/unit/unit'
import css from './plan.module.css'
import type { Wishes } from './use-wishes'

/** So that n go across: how wide each print is then, how long that makes it, and the slips changed to it. */
export function Across({ group, wishes }: { readonly group: PlanGroup; readonly wishes: Wishes }) {
  const { unit } = useWays()
  const { act, busy } = useDo()
  const [n, setN] = useState(3)
  const { gap, margin, of } = wishes
  const each = acrossWidth({ width: group.width, margin, gap }, n)
  const chosen = group.prints.filter((p) => of(p).copies > 0)
  return (
    <details className={css.more}>
      <summary>Sizes so that some number goes across</summary>
      <div className={css.row}>
        <NumberField label="Go across" width={90} whole min={1} max={40} value={n} onChange={setN} />
        <span className="small">
          {each === null
            ? `There is no room for ${n} on ${tradeLength(group.width, unit)}.`
            : `${n} with ${tradeLength(gap, unit)} between them are each ${tradeLength(um(each), unit)} wide.`}
        </span>
      </div>
      {each === null ? null : (
        <>
          <ul className={css.sizes}>
            {chosen.map((p) => (
              <li key={`${p.slipId} ${p.printId}`}>
                {p.number} {p.title}{' '}
                <span className="soft">
                  {tradePair(p.w, p.h, unit)} becomes {tradePair(um(each), um(each / p.ratio), unit)}
                </span>
              </li>
            ))}
          </ul>
          <Button
            size="compact-sm"
            variant="default"
            loading={busy}
            disabled={chosen.length === 0}
            onClick={() =>
              void act(
                'plan.sizes',
                {
                  width: each,
                  prints: chosen.map(({ slipId, revision, printId }) => ({ slipId, revision, printId })),
                },
                'The slips ask for these sizes now.',
              )
            }
          >
            Ask for these sizes on the slips
          </Button>
        </>
      )}
      {gap === 0 ? (
        <p className="soft small">
          With no gap two prints share a cut: where the cut misses, it takes from one and leaves white on the other.
        </p>
      ) : null}
    </details>
  )
}
