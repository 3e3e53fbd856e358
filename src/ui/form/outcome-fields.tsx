import { CAUSES, type Cause } from '@/contract/slip-data'
import { FormChoices, FormSelect } from './fields'
import type { Field } from './use-room-form'

const LABELS = {
  good: 'Good',
  proof: 'Proof',
  spoiled: 'Spoiled',
  'not printed': 'Nothing came out',
} as const

/** A cause belongs to a spoiled print only. */
export const causeOf = (v: { readonly outcome: string; readonly cause: Cause | null }): Cause | null =>
  v.outcome === 'spoiled' ? v.cause : null

/** What came out; a spoiled print also says what spoiled it. */
export function OutcomeFields<Outcome extends keyof typeof LABELS>(props: {
  readonly outcomes: readonly Outcome[]
  readonly outcome: Field<Outcome>
  readonly cause: Field<Cause | null>
}) {
  const { outcomes, outcome, cause } = props
  return (
    <>
      <FormChoices
        field={outcome}
        label="Outcome"
        choices={outcomes.map((value) => ({ value, label: LABELS[value] }))}
      />
      {outcome.value === 'spoiled' ? (
        <FormSelect field={cause} label="What spoiled it" placeholder="Choose a cause" data={CAUSES} />
      ) : null}
    </>
  )
}
