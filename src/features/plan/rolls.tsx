'use client'

import { useMemo } from 'react'
import type { PlanGroup } from '@/contract/views/plan'
import { um } from '@/core/length/length'
import { tradeLength, writeNumber } from '@/core/length/write'
import { minor, writeAmount } from '@/core/money/money'
import { firstPlan } from '@/core/nest/together'
import { useWays } from '@/ui/unit/unit'
import css from './plan.module.css'
import type { Wishes } from './use-wishes'

/** Children that a first plan of each width looks at. */
const STEPS = 12_000

/** What the chosen prints would take of each width in which the room keeps this paper, by a first plan of each. */
export function Rolls({
  group,
  wishes,
  labels,
}: {
  readonly group: PlanGroup
  readonly wishes: Wishes
  readonly labels: boolean
}) {
  const { unit, currency } = useWays()
  const { of, ask } = wishes
  // biome-ignore lint/correctness/useExhaustiveDependencies: what is asked of the search changes with every wish
  const rows = useMemo(
    () =>
      group.rolls.map((roll) => ({
        roll,
        found: firstPlan(
          {
            ...{ width: roll.width, margins: group.margins, gap: ask.gap, white: ask.margin, cut: ask.cut },
            labels,
            prints: group.prints.map((p) => ({ ...p, ...of(p) })),
          },
          STEPS,
        ),
      })),
    [group, ask, labels],
  )
  const all = wishes.copies.length
  if (rows.length < 2 || all === 0) return null
  const best = Math.min(...rows.flatMap((r) => (r.found?.count === all ? [r.found.waste] : [])))
  return (
    <details className={css.more}>
      <summary>Other rolls of this paper</summary>
      <table className="ruled">
        <thead>
          <tr>
            <th scope="col">Roll</th>
            <th scope="col">Takes, first plan</th>
            <th scope="col">Waste</th>
            <th scope="col">Costs</th>
            <th scope="col">Left</th>
          </tr>
        </thead>
        <tbody>
          {rows.map(({ roll, found }) => (
            <tr key={roll.width}>
              <td>
                {tradeLength(roll.width, unit)}
                {roll.loaded ? <span className="soft">, loaded</span> : null}
              </td>
              {found && found.count === all ? (
                <>
                  <td>{tradeLength(um(found.length), unit)}</td>
                  <td className={found.waste === best ? 'level-fine' : undefined}>
                    {writeNumber(100 * found.waste, 1)} %{found.waste === best ? ', least' : ''}
                  </td>
                  <td>
                    {roll.perMetre === null
                      ? 'not known'
                      : writeAmount(minor((roll.perMetre * found.length) / 1e6), currency)}
                  </td>
                </>
              ) : (
                <td colSpan={3} className="soft">
                  {all - (found?.count ?? 0)} of {all} prints are wider than that
                </td>
              )}
              <td>
                {roll.open.length > 0
                  ? roll.open.map((r) => `roll ${r.number}: ${writeNumber(r.left / 1e6, 1)} m`).join(', ')
                  : roll.unopened > 0
                    ? `${roll.unopened} unopened`
                    : 'none here'}
                {found && roll.open.length > 0 && roll.open.every((r) => r.left < found.length) ? (
                  <span className="level-caution">, too short</span>
                ) : null}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      <p className="soft small">
        Another width is chosen on the slips, as the roll that they are cut from; this printer’s margins are taken as
        they are here.
      </p>
    </details>
  )
}
