'use client'

import { z } from 'zod'
import { dialogStepSchema, mediaSettingSchema, qualitySchema, ruleSchema } from '@/contract/printer'
import type { Queue } from '@/contract/views/printer'
import { type Read, readMediaTable, readQualityTable, readStepTable } from '@/core/printer/table'
import type { Option, Rule } from '@/core/rules/rules'
import { sayRate } from '@/core/words/paper'
import { readRule } from '@/core/words/read-rule'
import { FormCheck, FormNote } from '@/ui/form/fields'
import { Form } from '@/ui/form/form'
import { useWays } from '@/ui/unit/unit'
import { stepSettings } from './dialog-forms'
import { keyFrom } from './key-from'
import { idsOf, useQueuePart, withItem } from './use-queue-save'

type Props = { readonly queue: Queue; readonly onDone: () => void }
const NOTHING = { text: '', replace: false }

/** Lines that could not be read, one each. */
function Wrong({ says }: { readonly says: readonly string[] }) {
  if (says.length === 0) return null
  return (
    <ul className="level-stop small">
      {says.map((s) => (
        <li key={s}>{s}</li>
      ))}
    </ul>
  )
}

const savedOf = (n: number, one: string, many: string): string => `${n} ${n === 1 ? one : many} saved.`

const LINES = 'one line is needed at least, and every line has to be read'

/** Several qualities at once, typed or pasted. */
export function QualityTableForm({ queue, onDone }: Props) {
  const read = (text: string, facts = queue.facts) => readQualityTable(text, facts, keyFrom)
  const form = useQueuePart({
    queue,
    values: () => NOTHING,
    schema: z.array(qualitySchema).min(1, LINES),
    // by what the page knows now: a form that was opened a moment too early still knows the queue as it was
    part: (v) => {
      const { items, wrong } = read(v.text, v.replace ? { ...queue.facts, qualities: [] } : queue.facts)
      return wrong.length > 0 ? [] : items
    },
    put: ({ qualities }, list, { replace }) => ({
      qualities: replace ? list : list.reduce<typeof qualities>((all, q) => withItem(all, q), qualities),
    }),
    done: (v) => savedOf(read(v.text).items.length, 'quality is', 'qualities are'),
    then: onDone,
  })
  const { items, wrong } = read(form.values.text)
  return (
    <Form form={form} submit={items.length > 0 ? `Save ${items.length}` : 'Save'}>
      <p className="soft small">A line each, the coarsest first: name, ppi. Lines of a spreadsheet can be pasted.</p>
      <FormNote field={form.at('text')} label="Qualities" minRows={4} first />
      <Wrong says={wrong} />
      <FormCheck field={form.at('replace')} label="These are all: others of this queue go" />
    </Form>
  )
}

/** Several media settings at once, typed or pasted; what each takes can follow later. */
export function MediaTableForm({ queue, onDone }: Props) {
  const { surfaces, unit } = useWays()
  const read = (text: string, facts = queue.facts) => readMediaTable(text, facts, surfaces, unit, keyFrom)
  const form = useQueuePart({
    queue,
    values: () => NOTHING,
    schema: z.array(mediaSettingSchema).min(1, LINES),
    part: (v) => {
      const { items, wrong } = read(v.text, v.replace ? { ...queue.facts, mediaSettings: [] } : queue.facts)
      return wrong.length > 0 ? [] : items
    },
    put: ({ mediaSettings }, list, { replace }) => ({
      mediaSettings: replace ? list : list.reduce<typeof mediaSettings>((all, m) => withItem(all, m), mediaSettings),
    }),
    done: (v) => savedOf(read(v.text).items.length, 'media setting is', 'media settings are'),
    then: onDone,
  })
  const { items, wrong } = read(form.values.text)
  return (
    <Form form={form} submit={items.length > 0 ? `Save ${items.length}` : 'Save'}>
      <p className="soft small">
        A line each: name, surfaces, blacks, qualities, longest print, group, with slashes inside a cell. Empty means
        every surface, no black to choose, every quality, no end. Lines of a spreadsheet can be pasted.
      </p>
      <FormNote field={form.at('text')} label="Media settings" minRows={6} first />
      <Wrong says={wrong} />
      {items.length > 0 ? (
        <table className="ruled small">
          <tbody>
            {items.map((m) => (
              <tr key={m.id}>
                <th scope="row">{m.name}</th>
                <td>{m.surfaces.join(', ')}</td>
                <td>{m.blacks.join(', ') || 'no black'}</td>
                <td>
                  {Object.entries(m.rates)
                    .map(([id, rate]) => `${queue.facts.qualities.find((q) => q.id === id)?.name}: ${sayRate(rate)}`)
                    .join('; ')}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      ) : null}
      <FormCheck field={form.at('replace')} label="These are all: others of this queue go" />
    </Form>
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

/** Several rules at once, typed as they are said, or copied from another queue. */
export function RuleTableForm({ queue, options, onDone }: Props & { readonly options: readonly Option[] }) {
  const read = (text: string, facts = queue.facts) => rulesOf(text, options, idsOf(facts.rules))
  const form = useQueuePart({
    queue,
    values: () => ({ text: '' }),
    schema: z.array(ruleSchema).min(1, LINES),
    part: (v) => {
      const { items, wrong } = read(v.text)
      return wrong.length > 0 ? [] : items
    },
    put: ({ rules }, list) => ({ rules: [...rules, ...list] }),
    done: (v) => savedOf(read(v.text).items.length, 'rule is', 'rules are'),
    then: onDone,
  })
  const { items, wrong } = read(form.values.text)
  return (
    <Form form={form} submit={items.length > 0 ? `Save ${items.length}` : 'Save'}>
      <p className="soft small">
        A line each, as rules are said: “When media setting is Matte A and edge is Either, quality is Fine or Slow,
        because the quick one leaves gaps.” or “Always, ... because ...”.
      </p>
      <FormNote field={form.at('text')} label="Rules" minRows={6} first />
      <Wrong says={wrong} />
    </Form>
  )
}

/** Several steps of a dialog at once. */
export function StepTableForm({ queue, options, onDone }: Props & { readonly options: readonly Option[] }) {
  const settings = stepSettings(options).map((s) => ({ id: s.value, name: s.label }))
  const read = (text: string, facts = queue.facts) => readStepTable(text, facts, settings, keyFrom)
  const form = useQueuePart({
    queue,
    values: () => ({ text: '' }),
    schema: z.array(dialogStepSchema).min(1, LINES),
    part: (v) => {
      const { items, wrong } = read(v.text)
      return wrong.length > 0 ? [] : items
    },
    put: ({ dialog }, list) => ({ dialog: list.reduce<typeof dialog>((all, d) => withItem(all, d), dialog) }),
    done: (v) => savedOf(read(v.text).items.length, 'step is', 'steps are'),
    then: onDone,
  })
  const { items, wrong } = read(form.values.text)
  return (
    <Form form={form} submit={items.length > 0 ? `Save ${items.length}` : 'Save'}>
      <p className="soft small">
        A line each, in the dialog’s order: what it calls the step, then our setting (
        {settings
          .slice(0, 4)
          .map((s) => s.name.toLowerCase())
          .join(', ')}
        , ...) or an instruction.
      </p>
      <FormNote field={form.at('text')} label="Steps" minRows={6} first />
      <Wrong says={wrong} />
    </Form>
  )
}
