'use client'

import { Button, Modal, Textarea } from '@mantine/core'
import { useEffect, useState } from 'react'
import type { Cause } from '@/contract/slip-data'
import { CountField } from '@/ui/fields/count-field'
import { OutcomeFields } from '@/ui/parts/outcome-fields'
import { Form } from '@/ui/parts/panel'
import { useDo } from '@/ui/parts/use-do'
import { useWays } from '@/ui/unit/unit'
import { PrintsNamed } from './print-dialog'
import css from './slip.module.css'
import { StopAnswers, useStopAnswers } from './stop-answers'
import type { Wanted } from './wanted'
import { Whose, type WhoseProps } from './whose'

type Outcome = 'good' | 'proof' | 'spoiled'

/** What came out: good, proof or spoiled. A stop keeps "good" shut until it is answered with a reason. */
export function OutcomeDialog(props: {
  readonly slipId: string
  readonly open: boolean
  readonly onClose: () => void
  /** one, or all that are logged together */
  readonly prints: readonly Wanted[]
  readonly whose: WhoseProps
  readonly flush: () => Promise<number>
}) {
  const { prints } = props
  const { act, busy } = useDo()
  const { unit } = useWays()
  const one = prints.length === 1 ? (prints[0] ?? null) : null
  const wants = one?.left ?? 1
  const [outcome, setOutcome] = useState<Outcome>('good')
  const [cause, setCause] = useState<Cause | null>(null)
  const [note, setNote] = useState('')
  const [copies, setCopies] = useState(wants)
  const [asked, setAsked] = useState(props.whose.memberId === null)
  // opened again it starts with what is still wanted, and asks whose it is only while nobody is named
  // biome-ignore lint/correctness/useExhaustiveDependencies: runs when the dialog opens
  useEffect(() => {
    if (!props.open) return
    setCopies(wants)
    setAsked(props.whose.memberId === null)
  }, [props.open])
  const given = useStopAnswers(prints)
  const shut =
    outcome === 'good' && given.open
      ? 'Answer each stop with a reason first.'
      : outcome === 'spoiled' && !cause
        ? 'Say what spoiled it.'
        : null
  const count = (w: Wanted): number => (one ? copies : w.left)
  const all = prints.reduce((sum, w) => sum + count(w), 0)
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
        prints: prints.map((w) => ({
          ...{ printId: w.print.id, copies: count(w) },
          answers: given.answersOf(w.print.id),
        })),
      },
      all === 1 ? 'One run is in the log.' : `${all} runs are in the log.`,
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
        {outcome === 'good' && given.stops.length > 0 ? (
          <div className={css.stack}>
            <p className="small">
              It was printed although a check said stop. Why it is good all the same goes into the log.
            </p>
            <StopAnswers given={given} why="Reason" />
          </div>
        ) : null}
        <Whose whose={props.whose} asked={asked} />
        {one ? (
          <div className={css.row}>
            <CountField label="Prints like this" value={copies} min={1} max={500} onChange={setCopies} />
            <span className="soft small">
              {wants > 1 ? `${wants} good ones are still wanted; ` : ''}each becomes a run of its own
            </span>
          </div>
        ) : (
          <PrintsNamed prints={prints} count={count} unit={unit} />
        )}
        <Textarea label="Note" autosize minRows={2} value={note} onChange={(e) => setNote(e.currentTarget.value)} />
      </Form>
    </Modal>
  )
}
