'use client'

import { Button, Modal, Textarea } from '@mantine/core'
import { useState } from 'react'
import type { Cause } from '@/contract/slip-data'
import { MemberSelect } from '@/ui/parts/member-select'
import { OutcomeFields } from '@/ui/parts/outcome-fields'
import { Form } from '@/ui/parts/panel'
import { useDo } from '@/ui/parts/use-do'

type Outcome = 'good' | 'proof' | 'spoiled'

/** A run that turned out to be something else: what it is now, and why. The run as it was logged stays. */
export function CorrectRun(props: {
  readonly id: string
  readonly outcome: Outcome
  readonly cause: string | null
  readonly memberId: string | null
  readonly people: readonly { readonly id: string; readonly name: string }[]
}) {
  const { id, outcome: was } = props
  const { act, busy } = useDo()
  const [open, setOpen] = useState(false)
  const [outcome, setOutcome] = useState<Outcome>(
    props.memberId === null ? was : was === 'spoiled' ? 'good' : 'spoiled',
  )
  const [cause, setCause] = useState<Cause | null>(null)
  const [memberId, setMemberId] = useState(props.memberId)
  const [note, setNote] = useState('')
  const shut =
    outcome === 'spoiled' && !cause
      ? 'Say what spoiled it.'
      : note.trim() === ''
        ? 'Say how it was found: it stays beside the run.'
        : outcome === was && memberId === props.memberId
          ? 'Change the outcome, or whose print it is.'
          : null
  const correct = async (): Promise<void> => {
    const done = await act(
      'run.correct',
      {
        id,
        outcome,
        cause: outcome === 'spoiled' ? cause : null,
        note,
        ...(memberId !== null && memberId !== props.memberId ? { memberId } : {}),
      },
      `The run is ${outcome} now; its charge follows.`,
    )
    if (!done) return
    setOpen(false)
    setNote('')
  }
  return (
    <>
      <Button size="compact-xs" variant="default" onClick={() => setOpen(true)}>
        Correct this run
      </Button>
      <Modal opened={open} onClose={() => setOpen(false)} title="What it turned out to be" size="lg" centered>
        <Form
          focused
          submit={`It is ${outcome}`}
          busy={busy}
          shut={shut}
          onSubmit={() => void correct()}
          extra={
            <Button variant="default" onClick={() => setOpen(false)}>
              Leave it
            </Button>
          }
        >
          <OutcomeFields
            label="Outcome"
            outcomes={['good', 'proof', 'spoiled']}
            outcome={outcome}
            onOutcome={setOutcome}
            cause={cause}
            onCause={setCause}
          />
          <MemberSelect
            label="Whose print it is"
            placeholder="nobody is named"
            value={memberId}
            people={props.people}
            nothingFoundMessage="No member has this name. Add them under Members."
            onChange={(next) => setMemberId(next ?? props.memberId)}
          />
          <Textarea label="Note" autosize minRows={2} value={note} onChange={(e) => setNote(e.currentTarget.value)} />
          <p className="soft small">
            Paper and ink stay spent. What the member pays follows the outcome, and the slip counts its good prints
            anew.
          </p>
        </Form>
      </Modal>
    </>
  )
}
