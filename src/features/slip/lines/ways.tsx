'use client'

import { measuredPair, writeLength, writeNumber } from '@/core/length/write'
import type { PrintFacts } from '@/core/slip/facts'
import { type PlacingWay, placingWays } from '@/core/slip/placing-ways'
import { useWays } from '@/ui/unit/unit'
import css from '../slip.module.css'

/** What each way of placing would come to, side by side: before one is chosen. */
export function Ways({ facts, stated }: { readonly facts: PrintFacts; readonly stated: boolean }) {
  const { unit } = useWays()
  const ways = placingWays(facts, ['whole', 'fill', ...(stated ? (['file size'] as const) : [])])
  if (ways.length === 0) return null
  const white = (w: PlacingWay): string =>
    w.white.across < 50 && w.white.along < 50
      ? 'nothing'
      : [
          ...(w.white.across < 50 ? [] : [`${writeLength(w.white.across, unit)} across`]),
          ...(w.white.along < 50 ? [] : [`${writeLength(w.white.along, unit)} along`]),
        ].join(', ')
  const lost = (w: PlacingWay): string =>
    [
      w.lostPercent < 0.05 ? 'nothing' : `${writeNumber(w.lostPercent, 1)} % of the picture`,
      ...(w.beyond > 50 ? [`${writeLength(w.beyond, unit)} beyond the area`] : []),
    ].join(', ')
  const rows: readonly (readonly [string, (w: PlacingWay) => string])[] = [
    ['comes out', (w) => measuredPair(w.width, w.height, unit)],
    ['lost', lost],
    ['stays white', white],
  ]
  return (
    <table className={css.ways}>
      <caption className="unseen">What each placing comes to</caption>
      <thead>
        <tr>
          <td />
          {ways.map((w) => (
            <th key={w.mode} scope="col">
              {w.mode}
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {rows.map(([name, say]) => (
          <tr key={name}>
            <th scope="row">{name}</th>
            {ways.map((w) => (
              <td key={w.mode}>{say(w)}</td>
            ))}
          </tr>
        ))}
      </tbody>
    </table>
  )
}
