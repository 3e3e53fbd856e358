'use client'

import type { ReactNode } from 'react'
import type { Line } from './sentences'
import css from './slip.module.css'

/** One numbered line of the docket: closed it is a sentence, open it holds its fields. */
export function DocketLine(props: {
  readonly number: number
  readonly label: string
  readonly line: Line
  readonly open: boolean
  readonly onToggle: () => void
  readonly children: ReactNode
}) {
  const { number, label, line, open, onToggle } = props
  return (
    <section className={css.line} data-open={open || undefined} aria-label={label}>
      <button type="button" className={css.lineHead} aria-expanded={open} onClick={onToggle}>
        <span className={css.lineNumber}>{number}</span>
        <span className={css.lineLabel}>{label}</span>
        <span className={css.lineText}>
          <span className={css.lineSays}>{line.says}</span>
          <span className={css.lineDetail}>{line.detail}</span>
        </span>
      </button>
      {open ? <div className={css.lineBody}>{props.children}</div> : null}
    </section>
  )
}
