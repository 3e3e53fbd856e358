'use client'

import { Button, MultiSelect, Select } from '@mantine/core'
import { noteOfQueueSchema, ruleSchema } from '@/contract/printer'
import type { Queue } from '@/contract/views/printer'
import type { Literal, Option, Rule } from '@/core/rules/rules'
import { sayRule } from '@/core/words/options'
import { FormNote, FormSelect, FormText } from '@/ui/form/fields'
import type { Field } from '@/ui/form/use-room-form'
import { foldedFilter } from '@/ui/parts/folded-filter'
import lists from '@/ui/parts/lists.module.css'
import { keyFrom } from './key-from'
import { PartForm } from './part-form'
import { idsOf, useQueuePart, withItem } from './use-queue-save'

type Done = { readonly onDone: () => void }

function LiteralFields(props: {
  readonly label: string
  readonly options: readonly Option[]
  readonly literal: Literal
  readonly error?: string | null
  readonly onChange: (l: Literal) => void
}) {
  const { label, options, literal, onChange } = props
  const option = options.find((o) => o.id === literal.option)
  return (
    <div className={lists.fields}>
      <Select
        label={label}
        openOnFocus={false}
        w={170}
        searchable
        filter={foldedFilter}
        data={options.map((o) => ({ value: o.id, label: o.name }))}
        value={literal.option || null}
        error={props.error ? true : undefined}
        onChange={(id) => onChange({ option: id ?? '', in: [] })}
      />
      <MultiSelect
        label="is one of"
        openOnFocus={false}
        flex={1}
        searchable
        filter={foldedFilter}
        data={(option?.values ?? []).map((v) => ({ value: v.id, label: v.name }))}
        value={[...literal.in]}
        error={props.error}
        onChange={(values) => onChange({ ...literal, in: values })}
      />
    </div>
  )
}

const EMPTY: Literal = { option: '', in: [] }
const whole = (l: Literal): boolean => l.option !== '' && l.in.length > 0
const needed = (field: Field<Literal>): string | null => (field.error ? 'Choose what, and its values.' : null)

type RuleTyped = { readonly when: readonly Literal[]; readonly then: Literal; readonly because: string }
const NO_RULE: RuleTyped = { when: [EMPTY], then: EMPTY, because: '' }

/** "When ... then ... because ...": read back as a sentence before it is saved. */
export function RuleForm({
  queue,
  options,
  rule,
  onDone,
}: { readonly queue: Queue; readonly options: readonly Option[]; readonly rule: Rule | null } & Done) {
  const made = ({ when, then, because }: RuleTyped, taken: readonly Rule[]): Rule => ({
    id: rule?.id ?? keyFrom(because, idsOf(taken)),
    when: when.filter(whole),
    then,
    because: because.trim().replace(/\.$/, ''),
  })
  const form = useQueuePart({
    queue,
    values: (facts): RuleTyped => {
      const { when, then, because } = facts.rules.find((r) => r.id === rule?.id) ?? rule ?? NO_RULE
      return { when, then, because }
    },
    schema: ruleSchema,
    part: (v, { rules }) => made(v, rules),
    put: ({ rules }, r) => ({ rules: withItem(rules, r) }),
    done: 'The rule holds now.',
    then: onDone,
  })
  const [when, then] = [form.at('when'), form.at('then')]
  const { because } = form.values
  return (
    <PartForm form={form} queue={queue} submit="Save the rule">
      {when.value.map((l, i) => (
        <LiteralFields
          // biome-ignore lint/suspicious/noArrayIndexKey: conditions have no name but their place
          key={i}
          label={i === 0 ? 'When' : 'and'}
          options={options}
          literal={l}
          onChange={(next) => when.set(when.value.map((x, k) => (k === i ? next : x)))}
        />
      ))}
      {when.value.length < 3 ? (
        <div>
          <Button size="compact-xs" variant="default" onClick={() => when.set([...when.value, EMPTY])}>
            and another condition
          </Button>
        </div>
      ) : null}
      <LiteralFields label="then" options={options} literal={then.value} error={needed(then)} onChange={then.set} />
      <FormText field={form.at('because')} label="because" placeholder="cotton takes the ink slowly" />
      {whole(then.value) && because.trim() ? (
        <p className="soft">{sayRule(made(form.values, queue.facts.rules), options)}</p>
      ) : null}
      {rule && when.there ? (
        <p className="level-caution small">
          There now:{' '}
          {sayRule({ ...rule, when: when.there.value, then: then.there?.value ?? then.value, because }, options)}
        </p>
      ) : null}
    </PartForm>
  )
}

type NoteTyped = { readonly when: Literal; readonly beside: string | null; readonly says: string }
const NO_NOTE: NoteTyped = { when: EMPTY, beside: null, says: '' }

/** Advice shown beside an option while something is chosen; it closes nothing. */
export function NoteForm({
  queue,
  options,
  onDone,
}: { readonly queue: Queue; readonly options: readonly Option[] } & Done) {
  const form = useQueuePart({
    queue,
    values: () => NO_NOTE,
    schema: noteOfQueueSchema,
    part: (v, { notes }) => ({
      ...v,
      id: keyFrom(v.says, idsOf(notes)),
      beside: v.beside ?? '',
      says: v.says.trim(),
    }),
    put: ({ notes }, note) => ({ notes: withItem(notes, note) }),
    done: 'The note is there.',
    then: onDone,
  })
  const when = form.at('when')
  return (
    <PartForm form={form} queue={queue} submit="Save the note">
      <LiteralFields label="When" options={options} literal={when.value} error={needed(when)} onChange={when.set} />
      <FormSelect
        field={form.at('beside')}
        label="show beside"
        data={options.map((o) => ({ value: o.id, label: o.name }))}
      />
      <FormNote field={form.at('says')} label="this advice" minRows={1} />
    </PartForm>
  )
}
