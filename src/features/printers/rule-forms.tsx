'use client'

import { Button, MultiSelect, Select, Textarea, TextInput } from '@mantine/core'
import { useState } from 'react'
import type { Queue } from '@/contract/views/printer'
import type { Literal, Option, Rule } from '@/core/rules/rules'
import { sayRule } from '@/core/words/options'
import lists from '@/ui/parts/lists.module.css'
import { Form } from '@/ui/parts/panel'
import { keyFrom } from './key-from'
import { useQueueSave } from './use-queue-save'

type Done = { readonly onDone: () => void }

function LiteralFields(props: {
  readonly label: string
  readonly options: readonly Option[]
  readonly literal: Literal
  readonly onChange: (l: Literal) => void
}) {
  const { label, options, literal, onChange } = props
  const option = options.find((o) => o.id === literal.option)
  return (
    <div className={lists.row}>
      <Select
        label={label}
        w={170}
        searchable
        data={options.map((o) => ({ value: o.id, label: o.name }))}
        value={literal.option || null}
        comboboxProps={{ withinPortal: false }}
        onChange={(id) => onChange({ option: id ?? '', in: [] })}
      />
      <MultiSelect
        label="is one of"
        flex={1}
        searchable
        data={(option?.values ?? []).map((v) => ({ value: v.id, label: v.name }))}
        value={[...literal.in]}
        comboboxProps={{ withinPortal: false }}
        onChange={(values) => onChange({ ...literal, in: values })}
      />
    </div>
  )
}

const EMPTY: Literal = { option: '', in: [] }
const whole = (l: Literal): boolean => l.option !== '' && l.in.length > 0

/** "When ... then ... because ...": read back as a sentence before it is saved. */
export function RuleForm({
  queue,
  options,
  rule,
  onDone,
}: { readonly queue: Queue; readonly options: readonly Option[]; readonly rule: Rule | null } & Done) {
  const { save, busy } = useQueueSave(queue)
  const [when, setWhen] = useState<readonly Literal[]>(rule?.when ?? [EMPTY])
  const [then, setThen] = useState<Literal>(rule?.then ?? EMPTY)
  const [because, setBecause] = useState(rule?.because ?? '')
  const conditions = when.filter(whole)
  const made: Rule = {
    id:
      rule?.id ??
      keyFrom(
        because,
        queue.facts.rules.map((r) => r.id),
      ),
    when: conditions,
    then,
    because: because.trim().replace(/\.$/, ''),
  }
  const shut = !whole(then)
    ? 'Say what then holds.'
    : because.trim() === ''
      ? 'Say why: it is shown to whoever meets the rule.'
      : null
  const put = async (): Promise<void> => {
    const rules = rule ? queue.facts.rules.map((r) => (r.id === rule.id ? made : r)) : [...queue.facts.rules, made]
    if (await save({ rules }, 'The rule holds now.')) onDone()
  }
  return (
    <Form submit="Save the rule" busy={busy} shut={shut} onSubmit={() => void put()}>
      {when.map((l, i) => (
        <LiteralFields
          // biome-ignore lint/suspicious/noArrayIndexKey: conditions have no name but their place
          key={i}
          label={i === 0 ? 'When' : 'and'}
          options={options}
          literal={l}
          onChange={(next) => setWhen(when.map((x, k) => (k === i ? next : x)))}
        />
      ))}
      {when.length < 3 ? (
        <div>
          <Button size="compact-xs" variant="default" onClick={() => setWhen([...when, EMPTY])}>
            and another condition
          </Button>
        </div>
      ) : null}
      <LiteralFields label="then" options={options} literal={then} onChange={setThen} />
      <TextInput
        label="because"
        placeholder="cotton takes the ink slowly"
        value={because}
        onChange={(e) => setBecause(e.currentTarget.value)}
      />
      {shut ? null : <p className="soft">{sayRule(made, options)}</p>}
    </Form>
  )
}

/** Advice shown beside an option while something is chosen; it closes nothing. */
export function NoteForm({
  queue,
  options,
  onDone,
}: { readonly queue: Queue; readonly options: readonly Option[] } & Done) {
  const { save, busy } = useQueueSave(queue)
  const [when, setWhen] = useState<Literal>(EMPTY)
  const [beside, setBeside] = useState<string | null>(null)
  const [says, setSays] = useState('')
  const shut = !whole(when) || !beside || !says.trim() ? 'All three are needed.' : null
  const put = async (): Promise<void> => {
    const id = keyFrom(
      says,
      queue.facts.notes.map((n) => n.id),
    )
    if (
      beside &&
      (await save({ notes: [...queue.facts.notes, { id, when, beside, says: says.trim() }] }, 'The note is there.'))
    )
      onDone()
  }
  return (
    <Form submit="Save the note" busy={busy} shut={shut} onSubmit={() => void put()}>
      <LiteralFields label="When" options={options} literal={when} onChange={setWhen} />
      <Select
        label="show beside"
        data={options.map((o) => ({ value: o.id, label: o.name }))}
        value={beside}
        comboboxProps={{ withinPortal: false }}
        onChange={setBeside}
      />
      <Textarea label="this advice" autosize value={says} onChange={(e) => setSays(e.currentTarget.value)} />
    </Form>
  )
}
