'use client'

import { type KeyboardEvent, useRef } from 'react'
import css from './choices.module.css'

export type Choice<V extends string> = {
  readonly value: V
  readonly label: string
  /** why it cannot be chosen; said when it is pressed or pointed at */
  readonly closed?: string
}

export type ChoicesProps<V extends string> = {
  readonly label: string
  readonly value: V | null
  readonly choices: readonly Choice<V>[]
  readonly onChange: (value: V) => void
  readonly onClosed?: (choice: Choice<V>) => void
  readonly disabled?: boolean
}

/** One of a few values: a row of chips, moved through by arrow keys as a radio group. */
export function Choices<V extends string>(props: ChoicesProps<V>) {
  const { label, value, choices, onChange, onClosed, disabled } = props
  const group = useRef<HTMLDivElement>(null)
  const focusable = choices.some((c) => c.value === value) ? value : choices[0]?.value
  const take = (choice: Choice<V>): void => {
    if (disabled) return
    if (choice.closed) onClosed?.(choice)
    else onChange(choice.value)
  }
  const move = (event: KeyboardEvent, from: number): void => {
    const step =
      event.key === 'ArrowRight' || event.key === 'ArrowDown'
        ? 1
        : event.key === 'ArrowLeft' || event.key === 'ArrowUp'
          ? -1
          : 0
    if (step === 0) return
    event.preventDefault()
    const next = (from + step + choices.length) % choices.length
    const button = group.current?.querySelectorAll<HTMLButtonElement>('[role=radio]')[next]
    button?.focus()
    const choice = choices[next]
    if (choice && !choice.closed && !disabled) onChange(choice.value)
  }
  return (
    <div ref={group} role="radiogroup" aria-label={label} className={css.group}>
      {choices.map((choice, i) => (
        <button
          key={choice.value}
          type="button"
          role="radio"
          aria-checked={choice.value === value}
          aria-disabled={choice.closed !== undefined || disabled}
          tabIndex={choice.value === focusable ? 0 : -1}
          title={choice.closed}
          className={css.choice}
          data-closed={choice.closed !== undefined || undefined}
          onClick={() => take(choice)}
          onKeyDown={(e) => move(e, i)}
        >
          {choice.label}
        </button>
      ))}
    </div>
  )
}
