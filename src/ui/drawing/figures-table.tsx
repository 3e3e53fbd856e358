import type { ReactNode } from 'react'
import type { LengthUnit, Um } from '@/core/length/length'
import { lengthNumber } from '@/core/length/write'
import type { FedSheet } from '@/core/sheet/sheet'
import { distances, type PieceOutcome } from '@/core/slip/outcome'
import css from './figures-table.module.css'

/** The table that keeps the promise: asked, sent, on paper, tolerance. */
export function FiguresTable(props: {
  readonly sheet: FedSheet
  readonly piece: Pick<PieceOutcome, 'asked' | 'sent' | 'onPaper' | 'tolerance'>
  readonly unit: LengthUnit
  /** where the tolerance is from */
  readonly foot: ReactNode
}) {
  const { sheet, piece, unit } = props
  const n = (length: Um): string => lengthNumber(length, unit)
  const pair = (a: Um, b: Um): string => `${n(a)} / ${n(b)}`
  const plusMinus = (a: Um, b = a): string => `± ${n(Math.max(a, b) as Um)}`
  const asked = distances(sheet, piece.asked)
  const sent = distances(sheet, piece.sent)
  const paper = distances(sheet, piece.onPaper)
  const w = piece.tolerance
  const rows: readonly (readonly [string, string, string, string, string])[] = [
    ['Width', n(piece.asked.w), n(piece.sent.w), n(piece.onPaper.w), plusMinus(w.width)],
    ['Height', n(piece.asked.h), n(piece.sent.h), n(piece.onPaper.h), plusMinus(w.height)],
    [
      'Left / right',
      pair(asked.left, asked.right),
      pair(sent.left, sent.right),
      pair(paper.left, paper.right),
      plusMinus(w.left, w.right),
    ],
    [
      'Lead / trail',
      pair(asked.lead, asked.trail),
      pair(sent.lead, sent.trail),
      pair(paper.lead, paper.trail),
      plusMinus(w.lead, w.trail),
    ],
  ]
  return (
    <table className={css.figures}>
      <caption className="unseen">Asked, sent, on paper and tolerance, in {unit}</caption>
      <thead>
        <tr>
          <th scope="col">{unit}</th>
          <th scope="col">Asked</th>
          <th scope="col">Sent</th>
          <th scope="col">On paper</th>
          <th scope="col">Tolerance</th>
        </tr>
      </thead>
      <tbody>
        {rows.map(([name, a, s, p, tolerance]) => (
          <tr key={name}>
            <th scope="row">{name}</th>
            <td>{a}</td>
            <td>{s}</td>
            <td className={css.onPaper}>{p}</td>
            <td>{tolerance}</td>
          </tr>
        ))}
      </tbody>
      <tfoot>
        <tr>
          <td colSpan={5}>
            <div className={css.footnote}>{props.foot}</div>
          </td>
        </tr>
      </tfoot>
    </table>
  )
}
