'use client'

import { NumberInput } from '@mantine/core'
import { useEffect, useState } from 'react'

/** A whole number from `min` to `max`. What is none stays as typed, with a sentence, and changes nothing. */
export function CountField(props: {
  readonly label: string
  readonly value: number
  readonly onChange: (value: number) => void
  readonly min: number
  readonly max: number
  readonly step?: number
  readonly hideLabel?: boolean
  readonly width?: number
  /** what is wrong with the value as it was sent */
  readonly error?: string | null
  /** told whether what is typed cannot be read */
  readonly onUnread?: (is: boolean) => void
}) {
  const { value, min, max, step = 1 } = props
  const [typed, setTyped] = useState<number | string>(value)
  useEffect(() => setTyped(value), [value])
  const wrong = problemOf(typed, min, max, step)
  return (
    <NumberInput
      label={props.hideLabel ? undefined : props.label}
      aria-label={props.label}
      value={typed}
      min={min}
      max={max}
      step={step}
      clampBehavior="none"
      error={wrong ?? props.error}
      size="xs"
      w={props.width ?? 100}
      onChange={(next) => {
        setTyped(next)
        const reads = problemOf(next, min, max, step) === null
        props.onUnread?.(!reads)
        if (next !== '' && next !== '-' && reads) props.onChange(Number(next))
      }}
      onBlur={() => {
        if (typed === '' || typed === '-') setTyped(value)
      }}
    />
  )
}

function problemOf(typed: number | string, min: number, max: number, step: number): string | null {
  if (typed === '' || typed === '-') return null
  const n = Number(typed)
  if (!Number.isInteger(n)) return `A whole number, not ${typed}.`
  if (n < min) return `At least ${min}, not ${n}.`
  if (n > max) return `At most ${max}, not ${n}.`
  return n % step === 0 ? null : `In steps of ${step}, not ${n}.`
}
