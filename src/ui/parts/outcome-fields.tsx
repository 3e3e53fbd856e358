import { Select } from '@mantine/core'
import { CAUSES, type Cause } from '@/contract/slip-data'
import { Choices } from './choices'

const LABELS = {
  good: 'Good',
  proof: 'Proof',
  spoiled: 'Spoiled',
  'not printed': 'Nothing came out',
} as const

/** What came out; a spoiled print also says what spoiled it. */
export function OutcomeFields<Outcome extends keyof typeof LABELS>(props: {
  readonly label: string
  readonly outcomes: readonly Outcome[]
  readonly outcome: Outcome
  readonly onOutcome: (outcome: Outcome) => void
  readonly cause: Cause | null
  readonly onCause: (cause: Cause | null) => void
}) {
  return (
    <>
      <Choices
        label={props.label}
        value={props.outcome}
        choices={props.outcomes.map((value) => ({ value, label: LABELS[value] }))}
        onChange={props.onOutcome}
      />
      {props.outcome === 'spoiled' ? (
        <Select
          label="What spoiled it"
          placeholder="Choose a cause"
          data={[...CAUSES]}
          value={props.cause}
          comboboxProps={{ withinPortal: false }}
          onChange={(c) => props.onCause(CAUSES.find((k) => k === c) ?? null)}
        />
      ) : null}
    </>
  )
}
