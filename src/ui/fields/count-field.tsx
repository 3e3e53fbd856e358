'use client'

import { NumberInput } from '@mantine/core'

/** A whole number from `min` to `max`. */
export function CountField(props: {
  readonly label: string
  readonly value: number
  readonly onChange: (value: number) => void
  readonly min: number
  readonly max: number
  readonly hideLabel?: boolean
  readonly width?: number
}) {
  return (
    <NumberInput
      label={props.hideLabel ? undefined : props.label}
      aria-label={props.label}
      value={props.value}
      min={props.min}
      max={props.max}
      allowDecimal={false}
      clampBehavior="blur"
      size="xs"
      w={props.width ?? 100}
      onChange={(v) => {
        if (typeof v === 'number' && Number.isInteger(v) && v >= props.min && v <= props.max) props.onChange(v)
      }}
    />
  )
}
