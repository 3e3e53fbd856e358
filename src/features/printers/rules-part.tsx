'use client'

import type { Queue } from '@/contract/views/printer'
import type { Option, Rule } from '@/core/rules/rules'
import { countOf } from '@/core/words/count'
import { sayRule } from '@/core/words/options'
import { FormButton } from '@/ui/parts/panel'
import { RowMenu } from '@/ui/parts/row-menu'
import { BesideMark } from './beside-mark'
import css from './printer.module.css'
import { RuleForm } from './rule-forms'
import { RuleTableForm } from './table-forms'
import { useRemove } from './use-queue-save'

/** A queue’s rules as a table that reads like sentences: the keeper’s, then what follows from the facts. */
export function RulesPart({
  queue,
  options,
  derived,
}: {
  readonly queue: Queue
  readonly options: readonly Option[]
  readonly derived: readonly Rule[]
}) {
  const remove = useRemove(queue)
  const { facts } = queue
  return (
    <details className={css.part}>
      <summary>
        Rules{' '}
        <span className="soft">
          {facts.rules.length} of the keeper’s, {derived.length} from the facts
        </span>
      </summary>
      <ul className={css.rules}>
        {facts.rules.map((rule) => (
          <li key={rule.id}>
            <span>
              {sayRule(rule, options)} <BesideMark queue={queue} kind="rules" item={rule} />
            </span>
            <RowMenu
              of={`the rule because ${rule.because}`}
              acts={[
                {
                  ...{ label: 'Edit', title: 'A rule', wide: true },
                  form: (close) => <RuleForm queue={queue} options={options} rule={rule} onDone={close} />,
                },
                remove('rules', rule.id, 'The rule is gone.'),
              ]}
            />
          </li>
        ))}
      </ul>
      <FormButton label="Several rules" title="Rules" wide>
        {(close) => <RuleTableForm queue={queue} options={options} onDone={close} />}
      </FormButton>{' '}
      <FormButton label="New rule" title="A rule" wide>
        {(close) => <RuleForm queue={queue} options={options} rule={null} onDone={close} />}
      </FormButton>
      {derived.length > 0 ? (
        <details className={css.derived}>
          <summary className="soft">{countOf(derived.length, 'rule')} that follow from the facts</summary>
          <ul className={css.rules}>
            {derived.map((rule) => (
              <li key={rule.id} className="soft">
                {sayRule(rule, options)}
              </li>
            ))}
          </ul>
        </details>
      ) : null}
    </details>
  )
}
