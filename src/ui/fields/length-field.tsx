'use client'

import { TextInput } from '@mantine/core'
import { useEffect, useState } from 'react'
import type { Um } from '@/core/length/length'
import { readLength } from '@/core/length/read'
import { tradeNumber } from '@/core/length/write'
import { sayLength } from '@/core/words/lengths'
import { useWays } from '@/ui/unit/unit'

/**
 * A length as a person types it. What cannot be read stays as typed, with a sentence; the value moves only when it was
 * read and, with `min` and `max`, lies between them.
 */
export function LengthField(props: {
  readonly label: string
  readonly value: Um | null
  readonly onChange: (value: Um) => void
  /** nothing may stand there: told when what stood there is taken out */
  readonly onEmpty?: () => void
  readonly min?: number
  readonly max?: number
  readonly hideLabel?: boolean
  readonly width?: number
  readonly disabled?: boolean
  /** a dialog opens with the focus here */
  readonly first?: boolean
  /** what is wrong with the value as it was sent */
  readonly error?: string | null
  /** told whether what is typed cannot be read */
  readonly onUnread?: (is: boolean) => void
}) {
  const { unit } = useWays()
  const shown = props.value === null ? '' : tradeNumber(props.value, unit)
  const [typed, setTyped] = useState(shown)
  const [problem, setProblem] = useState<string | null>(null)
  useEffect(() => {
    setTyped(shown)
    setProblem(null)
  }, [shown])
  const says = (sentence: string | null): void => {
    setProblem(sentence)
    props.onUnread?.(sentence !== null)
  }
  const take = (): void => {
    if (typed === shown) return says(null)
    if (props.onEmpty && typed.trim() === '') {
      says(null)
      return props.onEmpty()
    }
    const read = readLength(typed, unit)
    if (!read.ok) return says(sayLength(read.problem, unit))
    const { min = 0, max = Number.POSITIVE_INFINITY } = props
    if (read.value < min) return says(`At least ${tradeNumber(min as Um, unit)} ${unit}; “${typed.trim()}” is less.`)
    if (read.value > max) return says(`At most ${tradeNumber(max as Um, unit)} ${unit}; “${typed.trim()}” is more.`)
    says(null)
    if (read.value === props.value) setTyped(shown)
    else props.onChange(read.value)
  }
  return (
    <TextInput
      label={props.hideLabel ? undefined : props.label}
      aria-label={props.label}
      value={typed}
      error={problem ?? props.error}
      disabled={props.disabled ?? false}
      rightSection={<span className="soft small">{unit}</span>}
      w={props.width ?? 130}
      size="xs"
      data-autofocus={props.first ? true : undefined}
      inputMode="text"
      autoComplete="off"
      onChange={(e) => setTyped(e.currentTarget.value)}
      onBlur={take}
      onKeyDown={(e) => {
        if (e.key === 'Enter') take()
        if (e.key === 'Escape') {
          setTyped(shown)
          says(null)
        }
      }}
    />
  )
}
