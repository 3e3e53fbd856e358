'use client'

import Link from 'next/link'
import { memo } from 'react'
import { ASSUMED } from '@/core/edge/tolerance'
import type { Um } from '@/core/length/length'
import { lengthNumber } from '@/core/length/write'
import { distances, type PieceOutcome } from '@/core/slip/outcome'
import type { SheetOutcome } from '@/core/slip/sheet-outcome'
import { sayDay } from '@/ui/parts/dates'
import { useWays } from '@/ui/unit/unit'
import css from './slip.module.css'

/** The table that keeps the promise: asked, sent, on paper, tolerance. */
export const Figures = memo(function Figures({
  sheet,
  piece,
}: {
  readonly sheet: SheetOutcome | null
  readonly piece: PieceOutcome | null
}) {
  const { unit, timeZone } = useWays()
  const n = (length: Um): string => lengthNumber(length, unit)
  const pair = (a: Um, b: Um): string => `${n(a)} / ${n(b)}`
  const plusMinus = (a: Um, b = a): string => `± ${n(Math.max(a, b) as Um)}`
  if (!sheet || !piece)
    return <p className={css.figuresEmpty}>The figures stand here once there is a picture on a sheet.</p>
  const asked = distances(sheet.sheet, piece.asked)
  const sent = distances(sheet.sheet, piece.sent)
  const paper = distances(sheet.sheet, piece.onPaper)
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
            <div className={css.footnote}>
              {sheet.check ? (
                <>
                  Tolerance: measured by{' '}
                  <Link href={`/edge-checks/${sheet.check.id}`}>edge check {sheet.check.number}</Link>,{' '}
                  {sayDay(sheet.check.at, timeZone, Date.now())}
                </>
              ) : (
                `Tolerance: as declared, and assumed to be off by ${lengthNumber(ASSUMED.place, unit)} ${unit} in place and ${ASSUMED.lengthAlong} ‰ of a length; an edge check measures it`
              )}
            </div>
          </td>
        </tr>
      </tfoot>
    </table>
  )
})
