'use client'

import { TextInput } from '@mantine/core'
import { useEffect, useRef, useState } from 'react'
import { type NumberLimits, readNumber, showNumber } from '@/core/number/read'
import { sayNumber } from '@/core/words/numbers'

type Shared = NumberLimits & {
  readonly label: string
  readonly hideLabel?: boolean
  /** what stands above it, where its whole name would be too long there */
  readonly shortLabel?: string
  /** what it is a number of, behind it in the field */
  readonly unit?: string
  readonly width?: number
  readonly disabled?: boolean
  /** what is wrong with the value as it was sent */
  readonly error?: string | null
  /** told whether what is typed cannot be read */
  readonly onUnread?: (is: boolean) => void
  /** told of a number as it is typed, or once it is typed: when the field is left, or Enter is pressed */
  readonly when?: 'typed' | 'left'
}
type Must = { readonly value: number; readonly optional?: false; readonly onChange: (value: number) => void }
type May = { readonly value: number | null; readonly optional: true; readonly onChange: (value: number | null) => void }

/**
 * The one field for numbers. What is typed stays as typed, key by key, with either separator and any dash as a sign; what is
 * no number, or lies outside its limits, says so and changes nothing. Arrows up and down go a step.
 */
export function NumberField(props: Shared & (Must | May)) {
  const { label, value, when = 'typed' } = props
  const shown = value === null ? '' : showNumber(value)
  const [typed, setTyped] = useState(shown)
  const [left, setLeft] = useState(true)
  /** typed since it was told: a field that is shut while it is sent loses its focus a second time */
  const typing = useRef(false)
  const limits: NumberLimits = {
    whole: props.whole ?? false,
    ...(props.min === undefined ? {} : { min: props.min }),
    ...(props.max === undefined ? {} : { max: props.max }),
    ...(props.step === undefined ? {} : { step: props.step }),
  }
  const meant = (text: string): number | null | undefined => {
    if (text.trim() === '') return props.optional ? null : undefined
    const read = readNumber(text, limits)
    return read.ok ? read.value : undefined
  }
  // a value that is what was typed, in other letters, leaves it as it was typed
  // biome-ignore lint/correctness/useExhaustiveDependencies: runs when the value changes from outside
  useEffect(() => {
    // what is being typed and not told yet stays while news come in
    if (when === 'left' && !left) return
    if (meant(typed) !== value) setTyped(shown)
  }, [value])
  const tell = (text: string): void => {
    if (!typing.current) return
    typing.current = false
    const next = meant(text)
    if (next === undefined || next === value) return
    if (next !== null) props.onChange(next)
    else if (props.optional) props.onChange(null)
  }
  const type = (text: string): void => {
    setTyped(text)
    typing.current = true
    props.onUnread?.(text.trim() !== '' && meant(text) === undefined)
    if (when === 'typed') tell(text)
  }
  const read = typed.trim() === '' ? null : readNumber(typed, limits)
  const wrong = read && !read.ok && (left || read.problem.code !== 'number_unread') ? sayNumber(read.problem) : null
  const leave = (): void => {
    setLeft(true)
    if (when === 'left') tell(typed)
    // nothing where there must be something: as it was
    if (typed.trim() === '' && !props.optional) setTyped(shown)
  }
  const by = (way: 1 | -1): void => {
    const next = (meant(typed) ?? value ?? props.min ?? 0) + way * (props.step ?? 1)
    const rounded = Math.round(next * 1e6) / 1e6
    type(showNumber(Math.min(props.max ?? rounded, Math.max(props.min ?? rounded, rounded))))
  }
  return (
    <TextInput
      label={props.hideLabel ? undefined : (props.shortLabel ?? label)}
      aria-label={label}
      value={typed}
      error={wrong ?? props.error}
      disabled={props.disabled ?? false}
      size="xs"
      w={props.width ?? 100}
      inputMode={props.whole && (props.min ?? -1) >= 0 ? 'numeric' : 'decimal'}
      autoComplete="off"
      {...(props.unit
        ? {
            rightSection: <span className="soft small">{props.unit}</span>,
            rightSectionWidth: 9 + 7 * props.unit.length,
            // a press on the unit is a press on the field
            rightSectionPointerEvents: 'none' as const,
          }
        : {})}
      onChange={(e) => type(e.currentTarget.value)}
      onFocus={() => setLeft(false)}
      onBlur={leave}
      onKeyDown={(e) => {
        if (e.key === 'Enter' && when === 'left') tell(typed)
        if (e.key !== 'ArrowUp' && e.key !== 'ArrowDown') return
        e.preventDefault()
        by(e.key === 'ArrowUp' ? 1 : -1)
      }}
    />
  )
}
