'use client'

import { Button } from '@mantine/core'
import type { ReactNode } from 'react'
import type { Cut } from '@/core/nest/cuts'
import { sayCut } from '@/core/words/cuts'
import { useWays } from '@/ui/unit/unit'
import css from './plan.module.css'

/** The cuts in order, ticked off one by one beside the cutter. */
export function CutList(props: {
  readonly cuts: readonly Cut[]
  readonly made: number
  readonly nameOf: (i: number) => string
  readonly onMade: (made: number) => void
  /** what is said or done about an offcut that a cut gives; left away: nothing */
  readonly offcut?: (cut: Cut, side: 0 | 1) => ReactNode
}) {
  const { cuts, made, nameOf, onMade } = props
  const { unit } = useWays()
  return (
    <section aria-label="Cuts" className={css.cuts}>
      <div className={css.cutHead}>
        <h2>
          {made} of {cuts.length} cuts made
        </h2>
        <Button size="compact-sm" disabled={made >= cuts.length} onClick={() => onMade(made + 1)}>
          Cut {Math.min(made + 1, cuts.length)} is made
        </Button>
        <Button size="compact-sm" variant="default" disabled={made === 0} onClick={() => onMade(made - 1)}>
          One back
        </Button>
      </div>
      <ol>
        {cuts.map((c) => (
          <li
            key={c.number}
            data-state={c.number <= made ? 'made' : c.number === made + 1 ? 'next' : undefined}
            aria-current={c.number === made + 1 ? 'step' : undefined}
          >
            {sayCut(c, unit, nameOf)}
            {props.offcut && c.number <= made ? (
              <>
                {props.offcut(c, 0)}
                {props.offcut(c, 1)}
              </>
            ) : null}
          </li>
        ))}
      </ol>
    </section>
  )
}
