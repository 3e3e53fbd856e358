'use client'

import { folded } from '@/core/names/fold'
import lists from './lists.module.css'

/** Narrows a list as it is typed. `what` is named in its label: "Search papers". */
export function SearchBox(props: {
  readonly what: string
  readonly text: string
  readonly onText: (text: string) => void
}) {
  const label = `Search ${props.what}`
  return (
    <input
      className={lists.search}
      type="search"
      aria-label={label}
      placeholder={label}
      value={props.text}
      onChange={(e) => props.onText(e.currentTarget.value)}
    />
  )
}

/** Whether any of the texts holds what was typed, whatever the case and the marks. */
export const holdsText = (typed: string, ...texts: readonly (string | null | undefined)[]): boolean =>
  folded(texts.join(' ')).includes(folded(typed.trim()))
