'use client'

import { TextInput } from '@mantine/core'
import { useEffect, useState } from 'react'
import { type Minor, readMoney, writeMoney } from '@/core/money/money'
import { sayMoney } from '@/core/words/lengths'
import { useWays } from '@/ui/unit/unit'

/** An amount in the room's currency; what cannot be read stays as typed, with a sentence. */
export function MoneyField(props: {
  readonly label: string
  readonly value: Minor | null
  readonly onChange: (value: Minor) => void
  /** what is wrong with the value as it was sent */
  readonly error?: string | null
  /** told whether what is typed cannot be read */
  readonly onUnread?: (is: boolean) => void
}) {
  const { currency } = useWays()
  const shown = props.value === null ? '' : writeMoney(props.value, currency)
  const [typed, setTyped] = useState(shown)
  const [problem, setProblem] = useState<string | null>(null)
  useEffect(() => setTyped(shown), [shown])
  const says = (sentence: string | null): void => {
    setProblem(sentence)
    props.onUnread?.(sentence !== null)
  }
  const take = (): void => {
    if (typed === shown) return says(null)
    const read = readMoney(typed, currency)
    says(read.ok ? null : sayMoney(read.problem))
    if (read.ok) props.onChange(read.value)
  }
  return (
    <TextInput
      label={props.label}
      value={typed}
      error={problem ?? props.error}
      size="xs"
      w={130}
      inputMode="decimal"
      rightSection={<span className="soft small">{currency.code}</span>}
      rightSectionWidth={42}
      onChange={(e) => setTyped(e.currentTarget.value)}
      onBlur={take}
      onKeyDown={(e) => e.key === 'Enter' && take()}
    />
  )
}
