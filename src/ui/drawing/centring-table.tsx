import type { LengthUnit } from '@/core/length/length'
import { lengthNumber, writeNumber } from '@/core/length/write'
import { centringWays } from '@/core/sheet/centring'
import { EDGE_NAMES, type Edges, type FedSheet } from '@/core/sheet/sheet'
import { useWays } from '@/ui/unit/unit'
import css from './centring-table.module.css'

const NAMES = { area: 'area', true: 'true centre', even: 'even' } as const

/** The sides that get wider, and by how much. */
const sides = (wider: Edges, unit: LengthUnit): string[] =>
  EDGE_NAMES.filter((e) => wider[e] > 0).map((e) => `${e} ${lengthNumber(wider[e], unit)}`)

/** What each centring comes to on a sheet, side by side: margins, what is left, what it costs. */
export function CentringTable({ sheet, margins }: { readonly sheet: FedSheet; readonly margins: Edges }) {
  const { unit } = useWays()
  return (
    <table className={css.table}>
      <caption className="unseen">What each centring comes to, in {unit}</caption>
      <thead>
        <tr>
          <th scope="col">{unit}</th>
          <th scope="col">L / R / lead / trail</th>
          <th scope="col">Leaves</th>
          <th scope="col">Costs</th>
        </tr>
      </thead>
      <tbody>
        {centringWays(sheet, margins).map((w) => (
          <tr key={w.kind}>
            <th scope="row">{NAMES[w.kind]}</th>
            <td>{EDGE_NAMES.map((e) => lengthNumber(w.margins[e], unit)).join(' / ')}</td>
            <td>
              {lengthNumber(w.frame.w, unit)} × {lengthNumber(w.frame.h, unit)}
            </td>
            <td>
              {w.givenUp.percent < 0.05
                ? 'nothing'
                : [`${writeNumber(w.givenUp.percent, 1)} %`, ...sides(w.givenUp.edges, unit)].join(', ')}
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  )
}
