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
}) {
  const { currency } = useWays()
  const shown = props.value === null ? '' : writeMoney(props.value, currency)
  const [typed, setTyped] = useState(shown)
  const [problem, setProblem] = useState<string | null>(null)
  useEffect(() => setTyped(shown), [shown])
  const take = (): void => {
    if (typed === shown) return setProblem(null)
    const read = readMoney(typed, currency)
    setProblem(read.ok ? null : sayMoney(read.problem))
    if (read.ok) props.onChange(read.value)
  }
  return (
    <TextInput
      label={props.label}
      value={typed}
      error={problem}
      size="xs"
      w={130}
      inputMode="decimal"
      rightSection={<span className="soft small">{currency.code}</span>}
      rightSectionWidth={42}
      onChange={(e) => setTyped(e.currentTarget.value)}
      onBlur={take}
    />
  )
}
