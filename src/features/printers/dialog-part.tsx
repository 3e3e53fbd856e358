'use client'

import type { Queue } from '@/contract/views/printer'
import type { Option } from '@/core/rules/rules'
import { sayLiteral } from '@/core/words/options'
import { FormButton } from '@/ui/parts/panel'
import { RowMenu } from '@/ui/parts/row-menu'
import { BesideMark } from './beside-mark'
import { DialogStepForm, sayStep, stepSettings } from './dialog-forms'
import css from './printer.module.css'
import { StepTableForm } from './table-forms'
import { useQueueSave } from './use-queue-save'

/** The steps of a queue’s own dialog, in its order. */
export function DialogPart({ queue, options }: { readonly queue: Queue; readonly options: readonly Option[] }) {
  const { save } = useQueueSave(queue)
  const { facts } = queue
  const settings = stepSettings(options)
  return (
    <details className={css.part}>
      <summary>
        Dialog script{' '}
        <span className="soft">{facts.dialog.length === 0 ? 'not written yet' : `${facts.dialog.length} steps`}</span>
      </summary>
      <ol className={css.steps}>
        {facts.dialog.map((d, i) => (
          <li key={d.id}>
            <strong>{d.label}</strong>, {sayStep(d, settings)}
            {d.after.length > 0 ? (
              <span className="soft">
                , after {d.after.map((a) => facts.dialog.find((x) => x.id === a)?.label ?? a).join(', ')}
              </span>
            ) : null}
            {d.shows ? <span className="soft">, while {sayLiteral(d.shows, options)}</span> : null}
            {d.setAfresh ? <span className="soft">, set afresh each time</span> : null}{' '}
            <BesideMark queue={queue} kind="dialog" item={d} />{' '}
            <RowMenu
              of={`step ${d.label}`}
              acts={[
                {
                  ...{ label: 'Edit', title: `Step ${d.label}` },
                  form: (close) => <DialogStepForm queue={queue} options={options} step={d} onDone={close} />,
                },
                ...(i === 0
                  ? []
                  : [
                      {
                        label: 'Up',
                        act: () =>
                          void save({ dialog: moved(facts.dialog, i, i - 1) }, `${d.label} is a step earlier.`),
                      },
                    ]),
                ...(i === facts.dialog.length - 1
                  ? []
                  : [
                      {
                        label: 'Down',
                        act: () => void save({ dialog: moved(facts.dialog, i, i + 1) }, `${d.label} is a step later.`),
                      },
                    ]),
                {
                  ...{ label: 'Remove', away: true },
                  act: () =>
                    void save(
                      {
                        dialog: facts.dialog
                          .filter((x) => x.id !== d.id)
                          .map((x) => ({ ...x, after: x.after.filter((a) => a !== d.id) })),
                      },
                      'The step is gone.',
                    ),
                },
              ]}
            />
          </li>
        ))}
      </ol>
      <FormButton label="Several steps" title="Steps of its dialog" wide>
        {(close) => <StepTableForm queue={queue} options={options} onDone={close} />}
      </FormButton>{' '}
      <FormButton label="New step" title="A step of its dialog">
        {(close) => <DialogStepForm queue={queue} options={options} step={null} onDone={close} />}
      </FormButton>
    </details>
  )
}

/** A list with one of its items in another place. */
const moved = <T,>(list: readonly T[], from: number, to: number): readonly T[] =>
  list.toSpliced(from, 1).toSpliced(to, 0, ...list.slice(from, from + 1))
