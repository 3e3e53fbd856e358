'use client'

import { Button } from '@mantine/core'
import { useEffect, useState } from 'react'
import { NOTHING_READ, type ReadDistances } from '@/contract/measure'
import type { Cause } from '@/contract/slip-data'
import { DISTANCES } from '@/core/edge/measured-run'
import type { Instrument } from '@/core/edge/readings'
import { FormCount, FormNote } from '@/ui/form/fields'
import { Form } from '@/ui/form/form'
import { MeasuredFields } from '@/ui/form/measured-fields'
import { causeOf, OutcomeFields } from '@/ui/form/outcome-fields'
import { useRoomForm } from '@/ui/form/use-room-form'
import { FormModal } from '@/ui/parts/form-modal'
import { StopAnswers, useStopAnswers } from '@/ui/parts/stop-answers'
import { useWays } from '@/ui/unit/unit'
import { PrintsNamed } from './print-dialog'
import css from './slip.module.css'
import { stopsOf } from './stops-of'
import type { Wanted } from './wanted'
import { Whose, type WhoseProps } from './whose'

type Said = {
  readonly outcome: 'good' | 'proof' | 'spoiled'
  readonly cause: Cause | null
  readonly note: string
}
const NOT_SAID: Said = { outcome: 'good', cause: null, note: '' }
const NOT_MEASURED: { readonly read: ReadDistances; readonly instrument: Instrument } = {
  read: NOTHING_READ,
  instrument: 'steel rule',
}

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
  const { unit } = useWays()
  const one = prints.length === 1 ? (prints[0] ?? null) : null
  const wants = one?.left ?? 1
  const given = useStopAnswers(stopsOf(prints, unit))
  // one sheet of one piece: more are measured at their runs
  const canMeasure = (copies: number): boolean => one !== null && copies === 1 && one.print.pieces.length === 1
  const form = useRoomForm({
    action: 'run.log',
    row: null,
    values: () => ({ ...NOT_SAID, copies: wants, measured: NOT_MEASURED }),
    input: async ({ copies, measured, ...v }) => ({
      measured: canMeasure(copies) && DISTANCES.some((d) => measured.read[d] !== null) ? measured : null,
      ...{ slipId: props.slipId, revision: await props.flush(), ...v, cause: causeOf(v) },
      prints: prints.map((w) => ({
        ...{ printId: w.print.id, copies: one ? copies : w.left },
        answers: given.answersOf(w.print.id),
      })),
    }),
    done: () => (all === 1 ? 'One run is in the log.' : `${all} runs are in the log.`),
    then: () => {
      form.set({ ...NOT_SAID, measured: NOT_MEASURED })
      props.onClose()
    },
  })
  const { outcome, copies } = form.values
  const count = (w: Wanted): number => (one ? copies : w.left)
  const all = prints.reduce((sum, w) => sum + count(w), 0)
  const [asked, setAsked] = useState(props.whose.memberId === null)
  // opened again it starts with what is still wanted, and asks whose it is only while nobody is named
  // biome-ignore lint/correctness/useExhaustiveDependencies: runs when the dialog opens
  useEffect(() => {
    if (!props.open) return
    form.set({ copies: wants })
    setAsked(props.whose.memberId === null)
  }, [props.open])
  return (
    <FormModal opened={props.open} onClose={props.onClose} title="What came out" size="lg" centered>
      <Form
        form={form}
        focused
        submit={`Log as ${outcome}`}
        shut={outcome === 'good' && given.open ? 'Answer each stop with a reason first.' : null}
        extra={
          <Button variant="default" onClick={props.onClose}>
            Not yet
          </Button>
        }
      >
        <OutcomeFields outcomes={['good', 'proof', 'spoiled']} outcome={form.at('outcome')} cause={form.at('cause')} />
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
            <FormCount field={form.at('copies')} label="Prints like this" min={1} max={500} />
            <span className="soft small">
              {wants > 1 ? `${wants} good ones are still wanted; ` : ''}each becomes a run of its own
            </span>
          </div>
        ) : (
          <PrintsNamed prints={prints} count={count} unit={unit} />
        )}
        {canMeasure(copies) ? (
          <details>
            <summary className="small">Measured with a rule: two distances make the next promise narrower</summary>
            <div className={css.stack}>
              <MeasuredFields
                read={(name) => form.at(`measured.read.${name}`)}
                instrument={form.at('measured.instrument')}
              />
            </div>
          </details>
        ) : null}
        <FormNote field={form.at('note')} label="Note" />
      </Form>
    </FormModal>
  )
}
