'use client'

import { Button } from '@mantine/core'
import type { Cause } from '@/contract/slip-data'
import type { PlanView } from '@/contract/views/plan'
import { countOf } from '@/core/words/count'
import { FormChoices, FormNote } from '@/ui/form/fields'
import { Form } from '@/ui/form/form'
import { causeOf, OutcomeFields } from '@/ui/form/outcome-fields'
import { useRoomForm } from '@/ui/form/use-room-form'
import { FormModal } from '@/ui/parts/form-modal'
import { StopAnswers, useStopAnswers } from '@/ui/parts/stop-answers'

type Props = { readonly plan: PlanView; readonly onClose: () => void }

/** The stops of a plan, one for each check. */
const stopsOf = ({ promise }: PlanView) =>
  (promise?.findings ?? [])
    .filter((f) => f.level === 'stop')
    .filter((f, i, all) => all.findIndex((g) => g.check === f.check) === i)
    .map(({ check, says }) => ({ printId: '', check, says }))

/** Print as one and log: as what, and why its stops are answered. */
export function PrintPlan({ plan, onClose }: Props) {
  const given = useStopAnswers(stopsOf(plan))
  const form = useRoomForm({
    action: 'plan.print',
    row: null,
    values: (): { outcome: 'good' | 'proof'; note: string } => ({ outcome: 'good', note: '' }),
    input: (v) => ({ id: plan.id, revision: plan.revision, ...v, answers: given.answersOf('') }),
    done: 'It is on its way to the printer.',
    then: onClose,
  })
  return (
    <FormModal opened onClose={onClose} title={`Print plan ${plan.number} as one`} size="lg" centered>
      <Form
        form={form}
        focused
        submit="Print it"
        shut={form.values.outcome === 'good' && given.open ? 'Answer each stop with a reason first.' : null}
        extra={
          <Button variant="default" onClick={onClose}>
            Not yet
          </Button>
        }
      >
        <p className="small">
          One length of roll with {countOf(plan.pieces.length, 'print')}, sent at its own size, the printer’s scaling
          off. One run is logged with a part for each print when the printer says that it is done.
        </p>
        <FormChoices
          field={form.at('outcome')}
          label="If it comes out well, log as"
          choices={[
            { value: 'good', label: 'Good' },
            { value: 'proof', label: 'Proof' },
          ]}
        />
        {form.values.outcome === 'good' && given.stops.length > 0 ? (
          <StopAnswers given={given} why="Why it is printed all the same" />
        ) : null}
        <FormNote field={form.at('note')} label="Note" />
      </Form>
    </FormModal>
  )
}

/** What came out of a plan's file that was printed by another program. */
export function LogPlan({ plan, onClose }: Props) {
  const given = useStopAnswers(stopsOf(plan))
  const form = useRoomForm({
    action: 'plan.log',
    row: null,
    values: (): { outcome: 'good' | 'proof' | 'spoiled'; cause: Cause | null; note: string } => ({
      ...{ outcome: 'good', cause: null, note: '' },
    }),
    input: (v) => ({
      ...{ id: plan.id, revision: plan.revision, ...v, cause: causeOf(v) },
      answers: given.answersOf(''),
    }),
    done: 'One run is in the log, with a part for each print.',
    then: onClose,
  })
  const { outcome } = form.values
  return (
    <FormModal opened onClose={onClose} title={`What came out of plan ${plan.number}`} size="lg" centered>
      <Form
        form={form}
        focused
        submit={`Log as ${outcome}`}
        shut={outcome === 'good' && given.open ? 'Answer each stop with a reason first.' : null}
        extra={
          <Button variant="default" onClick={onClose}>
            Not yet
          </Button>
        }
      >
        <p className="small">A print of it that is spoiled by itself is corrected at its line of the log afterwards.</p>
        <OutcomeFields outcomes={['good', 'proof', 'spoiled']} outcome={form.at('outcome')} cause={form.at('cause')} />
        {outcome === 'good' && given.stops.length > 0 ? <StopAnswers given={given} why="Reason" /> : null}
        <FormNote field={form.at('note')} label="Note" />
      </Form>
    </FormModal>
  )
}
