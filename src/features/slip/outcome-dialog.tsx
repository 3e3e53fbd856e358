'use client'

import { Button, Modal, Textarea } from '@mantine/core'
import { useEffect, useState } from 'react'
import type { Cause } from '@/contract/slip-data'
import type { Finding } from '@/core/checks/check'
import { CountField } from '@/ui/fields/count-field'
import { OutcomeFields } from '@/ui/parts/outcome-fields'
import { Form } from '@/ui/parts/panel'
import { useDo } from '@/ui/parts/use-do'
import css from './slip.module.css'
import { StopAnswers, useStopAnswers } from './stop-answers'
import { Whose, type WhoseProps } from './whose'

type Outcome = 'good' | 'proof' | 'spoiled'

/** What came out: good, proof or spoiled. A stop keeps "good" shut until it is answered with a reason. */
export function OutcomeDialog(props: {
  readonly slipId: string
  readonly open: boolean
  readonly onClose: () => void
  readonly stops: readonly Finding[]
  readonly left: number
  readonly whose: WhoseProps
  readonly flush: () => Promise<number>
}) {
  const { act, busy } = useDo()
  const [outcome, setOutcome] = useState<Outcome>('good')
  const [cause, setCause] = useState<Cause | null>(null)
  const [note, setNote] = useState('')
  const [copies, setCopies] = useState(props.left)
  const [asked, setAsked] = useState(props.whose.memberId === null)
  // opened again it starts with what is still wanted, and asks whose it is only while nobody is named
  // biome-ignore lint/correctness/useExhaustiveDependencies: runs when the dialog opens
  useEffect(() => {
    if (!props.open) return
    setCopies(props.left)
    setAsked(props.whose.memberId === null)
  }, [props.open])
  const given = useStopAnswers(props.stops)
  const shut =
    outcome === 'good' && given.open
      ? 'Answer each stop with a reason first.'
      : outcome === 'spoiled' && !cause
        ? 'Say what spoiled it.'
        : null
  const log = async (): Promise<void> => {
    const revision = await props.flush()
    const done = await act(
      'run.log',
      {
        slipId: props.slipId,
        revision,
        outcome,
        cause: outcome === 'spoiled' ? cause : null,
        note,
        copies,
        answers: given.answers,
      },
      copies === 1 ? 'One run is in the log.' : `${copies} runs are in the log.`,
    )
    if (!done) return
    setNote('')
    setCause(null)
    setOutcome('good')
    props.onClose()
  }
  return (
    <Modal opened={props.open} onClose={props.onClose} title="What came out" size="lg" centered>
      <Form
        focused
        submit={`Log as ${outcome}`}
        busy={busy}
        shut={shut}
        onSubmit={() => void log()}
        extra={
          <Button variant="default" onClick={props.onClose}>
            Not yet
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
        {outcome === 'good' && props.stops.length > 0 ? (
          <div className={css.stack}>
            <p className="small">
              It was printed although a check said stop. Why it is good all the same goes into the log.
            </p>
            <StopAnswers stops={props.stops} given={given} why="Reason" />
          </div>
        ) : null}
        <Whose whose={props.whose} asked={asked} />
        <div className={css.row}>
          <CountField label="Prints like this" value={copies} min={1} max={500} onChange={setCopies} />
          <span className="soft small">
            {props.left > 1 ? `${props.left} good ones are still wanted; ` : ''}each becomes a run of its own
          </span>
        </div>
        <Textarea label="Note" autosize minRows={2} value={note} onChange={(e) => setNote(e.currentTarget.value)} />
      </Form>
    </Modal>
  )
}
