'use client'

import { Button, Modal, Textarea } from '@mantine/core'
import { useState } from 'react'
import type { Cause } from '@/contract/slip-data'
import { OutcomeFields } from '@/ui/parts/outcome-fields'
import { Form } from '@/ui/parts/panel'
import { useDo } from '@/ui/parts/use-do'

type Outcome = 'good' | 'proof' | 'spoiled'

/** A run that turned out to be something else: what it is now, and why. The run as it was logged stays. */
export function CorrectRun({ id, outcome: was }: { readonly id: string; readonly outcome: Outcome }) {
  const { act, busy } = useDo()
  const [open, setOpen] = useState(false)
  const [outcome, setOutcome] = useState<Outcome>(was === 'spoiled' ? 'good' : 'spoiled')
  const [cause, setCause] = useState<Cause | null>(null)
  const [note, setNote] = useState('')
  const shut =
    outcome === 'spoiled' && !cause
      ? 'Say what spoiled it.'
      : note.trim() === ''
        ? 'Say how it was found: it stays beside the run.'
        : null
  const correct = async (): Promise<void> => {
    const done = await act(
      'run.correct',
      { id, outcome, cause: outcome === 'spoiled' ? cause : null, note },
      `The run is ${outcome} now; its charge follows.`,
    )
    if (!done) return
    setOpen(false)
    setNote('')
  }
  return (
    <>
      <Button size="compact-xs" variant="default" onClick={() => setOpen(true)}>
        Correct the outcome
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
