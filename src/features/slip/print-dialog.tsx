'use client'

import { Button, Modal, Textarea } from '@mantine/core'
import { useEffect, useState } from 'react'
import type { Finding } from '@/core/checks/check'
import { CountField } from '@/ui/fields/count-field'
import { Choices } from '@/ui/parts/choices'
import { LevelWord } from '@/ui/parts/level'
import { Form } from '@/ui/parts/panel'
import { useDo } from '@/ui/parts/use-do'
import css from './slip.module.css'
import { StopAnswers, useStopAnswers } from './stop-answers'
import { Whose, type WhoseProps } from './whose'

/** Print and log: how many, as what, what has to be right at the printer; a stop wants its reason first. */
export function PrintDialog(props: {
  readonly slipId: string
  readonly open: boolean
  readonly onClose: () => void
  readonly stops: readonly Finding[]
  readonly left: number
  readonly whose: WhoseProps
  readonly queueName: string
  readonly address: string
  /** settings that the protocol cannot say */
  readonly notSent: readonly string[]
  readonly flush: () => Promise<number>
}) {
  const { act, busy } = useDo()
  const [outcome, setOutcome] = useState<'good' | 'proof'>('good')
  const [copies, setCopies] = useState(Math.min(100, props.left))
  const [asked, setAsked] = useState(props.whose.memberId === null)
  // opened again it starts with what is still wanted, and asks whose it is only while nobody is named
  // biome-ignore lint/correctness/useExhaustiveDependencies: runs when the dialog opens
  useEffect(() => {
    if (!props.open) return
    setCopies(Math.min(100, props.left))
    setAsked(props.whose.memberId === null)
  }, [props.open])
  const [note, setNote] = useState('')
  const given = useStopAnswers(props.stops)
  const shut = outcome === 'good' && given.open ? 'Answer each stop with a reason first.' : null
  const print = async (): Promise<void> => {
    const revision = await props.flush()
    const done = await act(
      'print.start',
      {
        slipId: props.slipId,
        revision,
        copies,
        outcome,
        note,
        answers: given.answers,
      },
      copies === 1 ? 'It is on its way to the printer.' : `${copies} copies are on their way, one after the other.`,
    )
    if (!done) return
    setNote('')
    props.onClose()
  }
  return (
    <Modal opened={props.open} onClose={props.onClose} title="Print and log" size="lg" centered>
      <Form
        focused
        submit={`Print ${copies === 1 ? 'it' : `${copies} copies`}`}
        busy={busy}
        shut={shut}
        onSubmit={() => void print()}
        extra={
          <Button variant="default" onClick={props.onClose}>
            Not yet
          </Button>
        }
      >
        <p className="small">
          Sent to <strong>{props.queueName}</strong>{' '}
          <span className="soft">({props.address.replace(/^ipps?:\/\//, '')})</span>, at its own size, the printer’s
          scaling off. Each copy is logged when the printer says that it is done.
        </p>
        {props.notSent.length > 0 ? (
          <p className="small">
            <LevelWord level="look" /> To be right at the printer, since it cannot be sent: {props.notSent.join(', ')}.
          </p>
        ) : null}
        <Choices
          label="Log each as"
          value={outcome}
          choices={[
            { value: 'good', label: 'Good' },
            { value: 'proof', label: 'Proof' },
          ]}
          onChange={setOutcome}
        />
        {outcome === 'good' && props.stops.length > 0 ? (
          <StopAnswers stops={props.stops} given={given} why="Why it is printed all the same" />
        ) : null}
        <Whose whose={props.whose} asked={asked} />
        <div className={css.row}>
          <CountField label="Copies" value={copies} min={1} max={100} onChange={setCopies} />
          <span className="soft small">{props.left > 1 ? `${props.left} good ones are still wanted` : ''}</span>
        </div>
        <Textarea label="Note" autosize minRows={2} value={note} onChange={(e) => setNote(e.currentTarget.value)} />
      </Form>
    </Modal>
  )
}
