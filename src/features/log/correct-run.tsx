'use client'

import { Button } from '@mantine/core'
import { useState } from 'react'
import type { Cause } from '@/contract/slip-data'
import { FormNote } from '@/ui/form/fields'
import { Form } from '@/ui/form/form'
import { causeOf, OutcomeFields } from '@/ui/form/outcome-fields'
import { useRoomForm } from '@/ui/form/use-room-form'
import { FormModal } from '@/ui/parts/form-modal'
import { MemberSelect } from '@/ui/parts/member-select'

type Outcome = 'good' | 'proof' | 'spoiled'
type Typed = {
  readonly outcome: Outcome
  readonly cause: Cause | null
  readonly memberId: string | null
  readonly note: string
}

/** A run that turned out to be something else: what it is now, and why. The run as it was logged stays. */
export function CorrectRun(props: {
  readonly id: string
  /** how many corrections it had when the page was read */
  readonly revision: number
  readonly outcome: Outcome
  readonly cause: string | null
  readonly memberId: string | null
  readonly people: readonly { readonly id: string; readonly name: string }[]
}) {
  const { id, revision, outcome: was, memberId: whose } = props
  const [open, setOpen] = useState(false)
  const form = useRoomForm({
    action: 'run.correct',
    row: null,
    values: (): Typed => ({
      outcome: whose === null ? was : was === 'spoiled' ? 'good' : 'spoiled',
      cause: null,
      memberId: whose,
      note: '',
    }),
    input: ({ memberId, ...v }) => ({
      ...{ id, revision, ...v, cause: causeOf(v) },
      ...(memberId !== null && memberId !== whose ? { memberId } : {}),
    }),
    done: (v) => `The run is ${v.outcome} now; its charge follows.`,
    then: () => {
      setOpen(false)
      form.set({ note: '' })
    },
  })
  const { outcome, memberId, note } = form.values
  const shut =
    note.trim() === ''
      ? 'Say how it was found: it stays beside the run.'
      : outcome === was && memberId === whose
        ? 'Change the outcome, or whose print it is.'
        : null
  return (
    <>
      <Button size="compact-xs" variant="default" onClick={() => setOpen(true)}>
        Correct this run
      </Button>
      <FormModal opened={open} onClose={() => setOpen(false)} title="What it turned out to be" size="lg" centered>
        <Form
          form={form}
          focused
          submit={`It is ${outcome}`}
          shut={shut}
          extra={
            <Button variant="default" onClick={() => setOpen(false)}>
              Leave it
            </Button>
          }
        >
          <OutcomeFields
            outcomes={['good', 'proof', 'spoiled']}
            outcome={form.at('outcome')}
            cause={form.at('cause')}
          />
          <MemberSelect
            label="Whose print it is"
            placeholder="nobody is named"
            value={memberId}
            people={props.people}
            nothingFoundMessage="No member has this name. Add them under Members."
            onChange={(next) => form.set({ memberId: next ?? whose })}
          />
          <FormNote field={form.at('note')} label="Note" />
          <p className="soft small">
            Paper and ink stay spent. What the member pays follows the outcome, and the slip counts its good prints
            anew.
          </p>
        </Form>
      </FormModal>
    </>
  )
}
