'use client'

import type { ReactNode } from 'react'
import { z } from 'zod'
import { dialogStepSchema, mediaSettingSchema, qualitySchema, ruleSchema } from '@/contract/printer'
import type { Queue } from '@/contract/views/printer'
import type { QueueFacts } from '@/core/printer/facts'
import { type Read, readMediaTable, readQualityTable, readStepTable } from '@/core/printer/table'
import type { Option, Rule } from '@/core/rules/rules'
import { sayRate } from '@/core/words/paper'
import { readRule } from '@/core/words/read-rule'
import { FormCheck, FormNote } from '@/ui/form/fields'
import { useWays } from '@/ui/unit/unit'
import { sayStep, stepSettings } from './dialog-forms'
import { keyFrom } from './key-from'
import { PartForm } from './part-form'
import { idsOf, useQueuePart, withItem } from './use-queue-save'

type Props = { readonly queue: Queue; readonly onDone: () => void }
type Kind = 'qualities' | 'mediaSettings' | 'rules' | 'dialog'

const LINES = 'one line is needed at least, and every line has to be read'

/**
 * Several parts of a queue at once, typed or pasted as lines: what could be read is counted, what could not is said with
 * its line. Parts that are there are changed in their place; where `whole` is asked, they may be all that stays.
 */
function TableForm<K extends Kind>(
  props: Props & {
    readonly kind: K
    readonly label: string
    /** `quality is`, `qualities are` */
    readonly names: readonly [one: string, many: string]
    readonly hint: ReactNode
    readonly schema: z.ZodType<QueueFacts[K][number], unknown>
    /** reads the lines by what is known; what it is given of its own kind may be empty */
    readonly read: (text: string, facts: QueueFacts) => Read<QueueFacts[K][number]>
    readonly whole?: boolean
    readonly shown?: (items: readonly QueueFacts[K][number][]) => ReactNode
  },
) {
  const { queue, kind, read, names } = props
  // by what the page knows now: a form that was opened a moment too early still knows the queue as it was
  const readNow = (text: string, replace: boolean) => read(text, replace ? { ...queue.facts, [kind]: [] } : queue.facts)
  const form = useQueuePart({
    queue,
    values: () => ({ text: '', replace: false }),
    schema: z.array(props.schema).min(1, LINES),
    part: ({ text, replace }) => {
      const { items, wrong } = readNow(text, replace)
      return wrong.length > 0 ? [] : items
    },
    put: (facts, list, { replace }) => {
      const all: readonly { readonly id: string }[] = replace ? [] : facts[kind]
      return { [kind]: list.reduce((there, item) => withItem(there, item), all) }
    },
    done: ({ text, replace }) => {
      const n = readNow(text, replace).items.length
      return `${n} ${names[n === 1 ? 0 : 1]} saved.`
    },
    then: props.onDone,
  })
  const { items, wrong } = readNow(form.values.text, form.values.replace)
  return (
    <PartForm form={form} queue={props.queue} submit={items.length > 0 ? `Save ${items.length}` : 'Save'}>
      <p className="soft small">{props.hint}</p>
      <FormNote field={form.at('text')} label={props.label} minRows={6} first />
      {wrong.length > 0 ? (
        <ul className="level-stop small">
          {wrong.map((s) => (
            <li key={s}>{s}</li>
          ))}
        </ul>
      ) : null}
      {items.length > 0 ? props.shown?.(items) : null}
      {props.whole ? <FormCheck field={form.at('replace')} label="These are all: others of this queue go" /> : null}
    </PartForm>
  )
}

export const QualityTableForm = (props: Props) => (
  <TableForm
    {...props}
    kind="qualities"
    label="Qualities"
    names={['quality is', 'qualities are']}
    hint="A line each, the coarsest first: name, ppi. Lines of a spreadsheet can be pasted."
    schema={qualitySchema}
    read={(text, facts) => readQualityTable(text, facts, keyFrom)}
    whole
  />
)

/** What each media setting takes can follow later. */
export function MediaTableForm(props: Props) {
  const { surfaces, unit } = useWays()
  const { qualities } = props.queue.facts
  return (
    <TableForm
      {...props}
      kind="mediaSettings"
      label="Media settings"
      names={['media setting is', 'media settings are']}
      hint="A line each: name, surfaces, blacks, qualities, longest print, group, with slashes inside a cell. Empty means every surface, no black to choose, every quality, no limit. Lines of a spreadsheet can be pasted."
      schema={mediaSettingSchema}
      read={(text, facts) => readMediaTable(text, facts, surfaces, unit, keyFrom)}
      whole
      shown={(items) => (
        <table className="ruled small">
          <tbody>
            {items.map((m) => (
              <tr key={m.id}>
                <th scope="row">{m.name}</th>
                <td>{m.surfaces.join(', ')}</td>
                <td>{m.blacks.join(', ') || 'no black'}</td>
                <td>
                  {Object.entries(m.rates)
                    .map(([id, rate]) => `${qualities.find((q) => q.id === id)?.name}: ${sayRate(rate)}`)
                    .join('; ')}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
    />
  )
}

/** Lines that are read as rules, each as it is said. */
function rulesOf(text: string, options: readonly Option[], taken: readonly string[]): Read<Rule> {
  const items: Rule[] = []
  const wrong: string[] = []
  for (const [i, line] of text.split('\n').entries()) {
    if (line.trim() === '') continue
    const read = readRule(line, options)
    if (read.ok) items.push({ id: keyFrom(read.value.because, [...taken, ...idsOf(items)]), ...read.value })
    else wrong.push(`Line ${i + 1}: ${read.problem}`)
  }
  return { items, wrong }
}

/** Rules typed as they are said, or copied from another queue. */
export const RuleTableForm = (props: Props & { readonly options: readonly Option[] }) => (
  <TableForm
    queue={props.queue}
    onDone={props.onDone}
    kind="rules"
    label="Rules"
    names={['rule is', 'rules are']}
    hint="A line each, as rules are said: “When media setting is Matte A and borderless is Allowed, quality is Fine or Slow, because the quick one leaves gaps.” or “Always, ... because ...”."
    schema={ruleSchema}
    read={(text, facts) => rulesOf(text, props.options, idsOf(facts.rules))}
  />
)

/** Steps of the queue's own dialog. */
export function StepTableForm(props: Props & { readonly options: readonly Option[] }) {
  const all = stepSettings(props.options)
  const settings = all.map(({ value: id, label: name, also = [] }) => ({ id, name, also }))
  const some = settings.slice(0, 4).map((s) => s.name.toLowerCase())
  return (
    <TableForm
      queue={props.queue}
      onDone={props.onDone}
      kind="dialog"
      label="Steps"
      names={['step is', 'steps are']}
      hint={`A line each, in the dialog’s order: what it calls the step, then our setting (${some.join(', ')}, ...) or an instruction.`}
      schema={dialogStepSchema}
      read={(text, facts) => readStepTable(text, facts, settings, keyFrom)}
      shown={(items) => (
        <table className="ruled small" aria-label="Steps as they are understood">
          <tbody>
            {items.map((step) => (
              <tr key={step.id}>
                <th scope="row">{step.label}</th>
                <td>{sayStep(step, all)}</td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
    />
  )
}
