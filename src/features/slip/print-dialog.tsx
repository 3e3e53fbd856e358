'use client'

import { Button } from '@mantine/core'
import { useEffect, useState } from 'react'
import { handOf } from '@/core/print/in-turn'
import { countOf } from '@/core/words/count'
import { FormChoices, FormCount, FormNote } from '@/ui/form/fields'
import { Form } from '@/ui/form/form'
import { useRoomForm } from '@/ui/form/use-room-form'
import { FormModal } from '@/ui/parts/form-modal'
import { LevelWord } from '@/ui/parts/level'
import { StopAnswers, useStopAnswers } from '@/ui/parts/stop-answers'
import { useWays } from '@/ui/unit/unit'
import { saySheet } from './print-list'
import css from './slip.module.css'
import { stopsOf } from './stops-of'
import type { Wanted } from './wanted'
import { Whose, type WhoseProps } from './whose'

/** What a dialog is about: one print with so many copies, or all prints with what each still wants. */
const alone = (prints: readonly Wanted[]): Wanted | null => (prints.length === 1 ? (prints[0] ?? null) : null)

type Said = { readonly outcome: 'good' | 'proof'; readonly note: string }
const NOT_SAID: Said = { outcome: 'good', note: '' }

/** Print and log: how many, as what, what has to be right at the printer; a stop wants its reason first. */
export function PrintDialog(props: {
  readonly slipId: string
  readonly open: boolean
  readonly onClose: () => void
  /** one, or all that are printed in turn */
  readonly prints: readonly Wanted[]
  readonly whose: WhoseProps
  readonly flush: () => Promise<number>
}) {
  const { prints } = props
  const { unit } = useWays()
  const one = alone(prints)
  const wants = Math.max(1, one?.left ?? 1)
  const given = useStopAnswers(stopsOf(prints, unit))
  const form = useRoomForm({
    action: 'print.start',
    row: null,
    values: () => ({ ...NOT_SAID, copies: Math.min(MOST, wants) }),
    input: async ({ copies, ...v }) => ({
      ...{ slipId: props.slipId, revision: await props.flush(), ...v },
      prints: prints.map((w) => ({
        ...{ printId: w.print.id, copies: one ? copies : Math.min(MOST, w.left) },
        answers: given.answersOf(w.print.id),
      })),
    }),
    done: () =>
      all === 1 ? 'It is on its way to the printer.' : `${all} copies are on their way, one after the other.`,
    then: () => {
      form.set({ note: '' })
      props.onClose()
    },
  })
  const { outcome, copies } = form.values
  const count = (w: Wanted): number => (one ? copies : Math.min(MOST, w.left))
  const all = prints.reduce((sum, w) => sum + count(w), 0)
  const [asked, setAsked] = useState(props.whose.memberId === null)
  // opened again it starts with what is still wanted, and asks whose it is only while nobody is named
  // biome-ignore lint/correctness/useExhaustiveDependencies: runs when the dialog opens
  useEffect(() => {
    if (!props.open) return
    form.set({ copies: Math.min(MOST, wants) })
    setAsked(props.whose.memberId === null)
  }, [props.open])
  const byHand = [
    ...new Set(prints.flatMap((w) => (w.facts.version ? handOf({ print: w.print, version: w.facts.version }) : []))),
  ]
  return (
    <FormModal opened={props.open} onClose={props.onClose} title="Print and log" size="lg" centered>
      <Form
        form={form}
        focused
        submit={`Print ${countOf(all, 'copy')}`}
        shut={outcome === 'good' && given.open ? 'Answer each stop with a reason first.' : null}
        extra={
          <Button variant="default" onClick={props.onClose}>
            Not yet
          </Button>
        }
      >
        {one ? (
          <p className="small">
            Sent to <strong>{one.facts.version?.queueName}</strong>{' '}
            <span className="soft">({one.address?.replace(/^ipps?:\/\//, '')})</span>, at its own size, the printer’s
            scaling off. Each copy is logged when the printer says that it is done.
          </p>
        ) : (
          <>
            <p className="small">
              Sent one after the other, each at its own size, the printer’s scaling off. Each copy is logged when the
              printer says that it is done.
            </p>
            <PrintsNamed prints={prints} count={count} unit={unit} />
          </>
        )}
        {byHand.length > 0 ? (
          <p className="small">
            <LevelWord level="caution" /> Do it at the printer first, since it cannot be sent: {byHand.join(', ')}.
          </p>
        ) : null}
        <FormChoices
          field={form.at('outcome')}
          label="If it comes out well, log as"
          choices={[
            { value: 'good', label: 'Good' },
            { value: 'proof', label: 'Proof' },
          ]}
        />
        {outcome === 'good' && given.stops.length > 0 ? (
          <StopAnswers given={given} why="Why it is printed all the same" />
        ) : null}
        <Whose whose={props.whose} asked={asked} />
        {one ? (
          <div className={css.row}>
            <FormCount field={form.at('copies')} label="Copies" min={1} max={MOST} />
            <span className="soft small">{wants > 1 ? `${wants} good ones are still wanted` : ''}</span>
          </div>
        ) : null}
        <FormNote field={form.at('note')} label="Note" />
      </Form>
    </FormModal>
  )
}

/** Copies that are sent at once. */
const MOST = 100

/** Prints with how many of each. */
export function PrintsNamed({
  prints,
  count,
  unit,
}: {
  readonly prints: readonly Wanted[]
  readonly count: (w: Wanted) => number
  readonly unit: 'mm' | 'in'
}) {
  return (
    <ul className={css.named}>
      {prints.map((w) => (
        <li key={w.print.id}>
          {count(w)} × {saySheet(w, unit)}, {w.facts.version?.queueName}
        </li>
      ))}
    </ul>
  )
}
