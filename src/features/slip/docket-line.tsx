'use client'

import { type ReactNode, useEffect, useRef } from 'react'
import { Thumb } from '@/ui/parts/thumb'
import type { Line } from './sentences'
import css from './slip.module.css'

/** One numbered line of the docket: closed it is a sentence, open it holds its fields. */
export function DocketLine(props: {
  readonly number: number
  readonly label: string
  readonly line: Line
  readonly open: boolean
  /** of which a small picture stands at its end */
  readonly pictureId?: string | null
  readonly onToggle: () => void
  readonly children: ReactNode
}) {
  const { number, label, line, open, onToggle } = props
  const section = useRef<HTMLElement>(null)
  // what was opened is in view as far as it goes, its head first
  const shown = useRef(false)
  useEffect(() => {
    if (open) section.current?.scrollIntoView({ block: 'nearest' })
    // the line before closed under the keyboard: it goes on here
    if (open && shown.current && document.activeElement === document.body)
      section.current?.querySelector('button')?.focus()
    shown.current = true
  }, [open])
  return (
    <section ref={section} className={css.line} data-open={open || undefined} aria-label={label}>
      <button type="button" className={css.lineHead} aria-expanded={open} onClick={onToggle}>
        <span className={css.lineNumber}>{number}</span>
        <span className={css.lineLabel}>{label}</span>
        <span className={css.lineText}>
          <span className={css.lineSays}>{line.says}</span>
          <span className={css.lineDetail}>{line.detail}</span>
        </span>
        {props.pictureId ? <Thumb pictureId={props.pictureId} className={css.lineThumb} /> : null}
      </button>
      {open ? <div className={css.lineBody}>{props.children}</div> : null}
    </section>
  )
}
