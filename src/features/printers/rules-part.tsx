'use client'

import { Button } from '@mantine/core'
import type { Queue } from '@/contract/views/printer'
import type { Option, Rule } from '@/core/rules/rules'
import { sayRule } from '@/core/words/options'
import lists from '@/ui/parts/lists.module.css'
import { FormButton } from '@/ui/parts/panel'
import { BesideMark } from './beside-mark'
import css from './printer.module.css'
import { RuleForm } from './rule-forms'
import { RuleTableForm } from './table-forms'
import { useQueueSave } from './use-queue-save'

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
  const { save } = useQueueSave(queue)
  const { facts } = queue
  return (
    <details className={css.part} open>
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
            <span className={lists.acts}>
              <FormButton label="Edit" title="A rule" wide>
                {(close) => <RuleForm queue={queue} options={options} rule={rule} onDone={close} />}
              </FormButton>
              <Button
                size="compact-xs"
                variant="default"
                onClick={() => void save({ rules: facts.rules.filter((r) => r.id !== rule.id) }, 'The rule is gone.')}
              >
                Take out
              </Button>
            </span>
          </li>
        ))}
      </ul>
      <FormButton label="Several rules" title="Rules" wide>
        {(close) => <RuleTableForm queue={queue} options={options} onDone={close} />}
      </FormButton>{' '}
      <FormButton label="New rule" title="A rule" wide>
        {(close) => <RuleForm queue={queue} options={options} rule={null} onDone={close} />}
      </FormButton>
      <ul className={css.rules}>
        {derived.map((rule) => (
          <li key={rule.id} className="soft">
            {sayRule(rule, options)}
          </li>
        ))}
      </ul>
    </details>
  )
}
