'use client'

import Link from 'next/link'
import { memo } from 'react'
import { ASSUMED } from '@/core/edge/tolerance'
import { lengthNumber } from '@/core/length/write'
import type { PieceOutcome } from '@/core/slip/outcome'
import type { SheetOutcome } from '@/core/slip/sheet-outcome'
import { countOf } from '@/core/words/count'
import { FiguresTable } from '@/ui/drawing/figures-table'
import { sayDay } from '@/ui/parts/dates'
import { useWays } from '@/ui/unit/unit'
import css from './slip.module.css'

/** What is promised of a print, and where its tolerance is from. */
export const Figures = memo(function Figures({
  sheet,
  piece,
}: {
  readonly sheet: SheetOutcome | null
  readonly piece: PieceOutcome | null
}) {
  const { unit, timeZone } = useWays()
  if (!sheet || !piece)
    return <p className={css.figuresEmpty}>The figures stand here once there is a picture on a sheet.</p>
  const foot = sheet.check ? (
    <>
      Tolerance: measured by <Link href={`/edge-checks/${sheet.check.id}`}>edge check {sheet.check.number}</Link>,{' '}
      {sayDay(sheet.check.at, timeZone, Date.now())}
      {sheet.pool
        ? sheet.pool.alone
          ? '; its drift alone, which other measured sheets of this feed contradict'
          : `; its drift by ${countOf(sheet.pool.sheets, 'measured sheet')} of this feed`
        : ''}
    </>
  ) : (
    `Tolerance: as declared, and assumed to be off by ${lengthNumber(ASSUMED.place, unit)} ${unit} in place and ${ASSUMED.lengthAlong} ‰ of a length; an edge check measures it`
  )
  return <FiguresTable sheet={sheet.sheet} piece={piece} unit={unit} foot={foot} />
})
