'use client'

import { Button, Checkbox, MultiSelect, NumberInput, Select, Textarea, TextInput } from '@mantine/core'
import { useState } from 'react'
import type { Queue } from '@/contract/views/printer'
import type { Um } from '@/core/length/length'
import type { Literal, Option, Rule } from '@/core/options/rules'
import {
  type BlackInk,
  type MediaSetting,
  PRINTER_COLOURS,
  type Quality,
  type QueueFacts,
  type Rate,
  SURFACES,
} from '@/core/printer/facts'
import { sayRule } from '@/core/words/options'
import { CountField } from '@/ui/fields/count-field'
import { LengthField } from '@/ui/fields/length-field'
import lists from '@/ui/parts/lists.module.css'
import { Form } from '@/ui/parts/panel'
import { useDo } from '@/ui/parts/use-do'
import { useQueueSave } from './queue-section'

type Done = { readonly onDone: () => void }

/** A key from a name: small letters, digits and hyphens, unlike those that are there. */
function keyFrom(name: string, taken: readonly string[]): string {
  const base =
    name
      .normalize('NFKD')
      .toLowerCase()
      .replace(/[^a-z0-9]+/g, '-')
      .replace(/^-+|-+$/g, '') || 'x'
  for (let i = 1; ; i++) {
    const key = i === 1 ? base : `${base}-${i}`
    if (!taken.includes(key)) return key
  }
}

/** A queue's own fields; a new one starts with what the other knows, to be changed where it differs. */
export function QueueForm(
  props: {
    readonly printerId: string
    readonly queue: Queue | null
    readonly base: QueueFacts
    readonly address?: string
  } & Done,
) {
  const { queue, base, onDone } = props
  const { act, busy } = useDo()
  const [f, set] = useState({
    name: queue?.name ?? '',
    address: queue?.address ?? props.address ?? '',
    language: queue?.language ?? '',
    isDefault: queue?.isDefault ?? false,
    shared: queue?.shared ?? false,
  })
  const [facts, setFacts] = useState(base)
  const save = async (): Promise<void> => {
    const done = await act(
      'queue.save',
      { printerId: props.printerId, id: queue?.id ?? null, revision: queue?.revision ?? null, ...f, facts },
      `${f.name} is saved.`,
    )
    if (done) onDone()
  }
  const below = facts.twoWayBelowRank
  return (
    <Form
      submit={queue ? 'Save' : 'Add queue'}
      busy={busy}
      shut={f.name.trim() ? null : 'A name is needed.'}
      onSubmit={() => void save()}
    >
      {queue ? null : (
        <p className="soft small">It starts with everything that the other queue knows; change what differs.</p>
      )}
      <TextInput
        label="Name"
        value={f.name}
        onChange={(e) => set({ ...f, name: e.currentTarget.value })}
        data-autofocus
      />
      <TextInput label="Address" value={f.address} onChange={(e) => set({ ...f, address: e.currentTarget.value })} />
      <TextInput
        label="Driver or language, with its version"
        value={f.language}
        onChange={(e) => set({ ...f, language: e.currentTarget.value })}
      />
      <MultiSelect
        label="What the printer can do to colour"
        data={[...PRINTER_COLOURS]}
        value={[...facts.printerColours]}
        comboboxProps={{ withinPortal: false }}
        onChange={(v) =>
          v.length > 0 && setFacts({ ...facts, printerColours: PRINTER_COLOURS.filter((c) => v.includes(c)) })
        }
      />
      <TextInput
        label="Kinds of topcoat, with commas between; empty for none"
        value={facts.topcoats.join(', ')}
        onChange={(e) =>
          setFacts({
            ...facts,
            topcoats: e.currentTarget.value
              .split(',')
              .map((t) => t.trim())
              .filter(Boolean),
          })
        }
      />
      <div className={lists.row}>
        <CountField
          label="Native resolution, ppi"
          width={160}
          value={facts.nativePpi}
          min={60}
          max={2880}
          onChange={(nativePpi) => setFacts({ ...facts, nativePpi })}
        />
        <Checkbox
          label="Two-way passes exist"
          checked={below !== null}
          onChange={(e) =>
            setFacts({
              ...facts,
              twoWayBelowRank: e.currentTarget.checked ? Math.max(2, facts.qualities.length) : null,
            })
          }
        />
        {below !== null ? (
          <CountField
            label="below quality step"
            value={below}
            min={1}
            max={21}
            onChange={(twoWayBelowRank) => setFacts({ ...facts, twoWayBelowRank })}
          />
        ) : null}
      </div>
      <Checkbox
        label="The printer’s default queue"
        checked={f.isDefault}
        onChange={(e) => set({ ...f, isDefault: e.currentTarget.checked })}
      />
      <Checkbox
        label="Shared with others"
        checked={f.shared}
        onChange={(e) => set({ ...f, shared: e.currentTarget.checked })}
      />
    </Form>
  )
}

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

const NEW_SETTING: Omit<MediaSetting, 'id'> = {
  name: '',
  group: '',
  surfaces: ['matte'],
  blacks: ['matte'],
  inkLimit: {},
  longest: null,
  rates: {},
}

export function MediaSettingForm({
  queue,
  setting,
  onDone,
}: { readonly queue: Queue; readonly setting: MediaSetting | null } & Done) {
  const { save, busy } = useQueueSave(queue)
  const [m, set] = useState<Omit<MediaSetting, 'id'>>(setting ?? NEW_SETTING)
  const { facts } = queue
  const rate = (id: string, patch: Partial<Rate> | null): void => {
    const rates = { ...m.rates }
    if (patch === null) delete rates[id]
    else rates[id] = { minutesPerM2: 20, mlPerM2: 9, ...rates[id], ...patch }
    set({ ...m, rates })
  }
  const shut = !m.name.trim()
    ? 'A name is needed.'
    : m.blacks.length === 0
      ? 'At least one black ink.'
      : Object.keys(m.rates).length === 0
        ? 'At least one quality.'
        : null
  const put = async (): Promise<void> => {
    const id =
      setting?.id ??
      keyFrom(
        m.name,
        facts.mediaSettings.map((x) => x.id),
      )
    const next = { ...m, id }
    const mediaSettings = setting
      ? facts.mediaSettings.map((x) => (x.id === id ? next : x))
      : [...facts.mediaSettings, next]
    if (await save({ mediaSettings }, `${m.name} is saved.`)) onDone()
  }
  return (
    <Form submit="Save" busy={busy} shut={shut} onSubmit={() => void put()}>
      <div className={lists.row}>
        <TextInput
          label="The printer’s name for it"
          value={m.name}
          onChange={(e) => set({ ...m, name: e.currentTarget.value })}
          data-autofocus
        />
        <TextInput label="Group" value={m.group} onChange={(e) => set({ ...m, group: e.currentTarget.value })} />
      </div>
      <MultiSelect
        label="For surfaces"
        data={[...SURFACES]}
        value={[...m.surfaces]}
        comboboxProps={{ withinPortal: false }}
        onChange={(v) => set({ ...m, surfaces: SURFACES.filter((s) => v.includes(s)) })}
      />
      <div className={lists.row}>
        {(['photo', 'matte'] as const).map((b: BlackInk) => (
          <div key={b} className={lists.row}>
            <Checkbox
              label={`${b} black`}
              checked={m.blacks.includes(b)}
              onChange={(e) =>
                set({ ...m, blacks: e.currentTarget.checked ? [...m.blacks, b] : m.blacks.filter((x) => x !== b) })
              }
            />
            <NumberInput
              label="ink limit, %"
              size="xs"
              w={90}
              min={0}
              max={400}
              value={m.inkLimit[b] ?? ''}
              onChange={(v) => set({ ...m, inkLimit: { ...m.inkLimit, ...(typeof v === 'number' ? { [b]: v } : {}) } })}
            />
          </div>
        ))}
      </div>
      <div className={lists.row}>
        <Checkbox
          label="Its prints have a longest length"
          checked={m.longest !== null}
          onChange={(e) => set({ ...m, longest: e.currentTarget.checked ? (900_000 as Um) : null })}
        />
        {m.longest !== null ? (
          <LengthField
            label="Longest print"
            value={m.longest}
            min={10_000}
            onChange={(longest) => set({ ...m, longest })}
          />
        ) : null}
      </div>
      {facts.qualities.map((q) => (
        <div key={q.id} className={lists.row}>
          <Checkbox
            w={120}
            label={q.name}
            checked={m.rates[q.id] !== undefined}
            onChange={(e) => rate(q.id, e.currentTarget.checked ? {} : null)}
          />
          {m.rates[q.id] ? (
            <>
              <NumberInput
                label="minutes per m²"
                size="xs"
                w={120}
                min={0}
                value={m.rates[q.id]?.minutesPerM2 ?? 0}
                onChange={(v) => typeof v === 'number' && rate(q.id, { minutesPerM2: v })}
              />
              <NumberInput
                label="ml per m²"
                size="xs"
                w={120}
                min={0}
                value={m.rates[q.id]?.mlPerM2 ?? 0}
                onChange={(v) => typeof v === 'number' && rate(q.id, { mlPerM2: v })}
              />
            </>
          ) : null}
        </div>
      ))}
    </Form>
  )
}

export function QualityForm({
  queue,
  quality,
  onDone,
}: { readonly queue: Queue; readonly quality: Quality | null } & Done) {
  const { save, busy } = useQueueSave(queue)
  const [q, set] = useState<Omit<Quality, 'id'>>(
    quality ?? { name: '', rank: queue.facts.qualities.length + 1, ppi: queue.facts.nativePpi },
  )
  const put = async (): Promise<void> => {
    const id =
      quality?.id ??
      keyFrom(
        q.name,
        queue.facts.qualities.map((x) => x.id),
      )
    const qualities = quality
      ? queue.facts.qualities.map((x) => (x.id === id ? { ...q, id } : x))
      : [...queue.facts.qualities, { ...q, id }]
    if (await save({ qualities }, `${q.name} is saved.`)) onDone()
  }
  return (
    <Form submit="Save" busy={busy} shut={q.name.trim() ? null : 'A name is needed.'} onSubmit={() => void put()}>
      <TextInput
        label="Name"
        value={q.name}
        onChange={(e) => set({ ...q, name: e.currentTarget.value })}
        data-autofocus
      />
      <div className={lists.row}>
        <CountField
          label="Step, 1 is the coarsest"
          width={160}
          value={q.rank}
          min={1}
          max={20}
          onChange={(rank) => set({ ...q, rank })}
        />
        <CountField
          label="Resolution, ppi"
          width={130}
          value={q.ppi}
          min={60}
          max={2880}
          onChange={(ppi) => set({ ...q, ppi })}
        />
      </div>
    </Form>
  )
}

export function OwnOptionForm({ queue, onDone }: { readonly queue: Queue } & Done) {
  const { save, busy } = useQueueSave(queue)
  const [name, setName] = useState('')
  const [values, setValues] = useState('')
  const [inSeal, setInSeal] = useState(true)
  const list = values
    .split(',')
    .map((v) => v.trim())
    .filter(Boolean)
  const put = async (): Promise<void> => {
    const ids: string[] = []
    for (const v of list) ids.push(keyFrom(v, ids))
    const option = {
      id: keyFrom(
        name,
        queue.facts.ownOptions.map((o) => o.id),
      ),
      name,
      values: list.map((v, i) => ({ id: ids[i] ?? 'x', name: v })),
      inSeal,
    }
    if (await save({ ownOptions: [...queue.facts.ownOptions, option] }, `${name} is an option now.`)) onDone()
  }
  return (
    <Form
      submit="Add the option"
      busy={busy}
      shut={name.trim() && list.length >= 2 ? null : 'A name and at least two values.'}
      onSubmit={() => void put()}
    >
      <TextInput
        label="What its dialog calls it"
        value={name}
        onChange={(e) => setName(e.currentTarget.value)}
        data-autofocus
      />
      <TextInput
        label="Its values, with commas between"
        placeholder="None, One second"
        value={values}
        onChange={(e) => setValues(e.currentTarget.value)}
      />
      <Checkbox
        label="It decides how ink lands: a change of it is a new seal"
        checked={inSeal}
        onChange={(e) => setInSeal(e.currentTarget.checked)}
      />
    </Form>
  )
}

export function DialogStepForm({
  queue,
  options,
  onDone,
}: { readonly queue: Queue; readonly options: readonly Option[] } & Done) {
  const { save, busy } = useQueueSave(queue)
  const [label, setLabel] = useState('')
  const [option, setOption] = useState<string | null>(null)
  const [fixed, setFixed] = useState('')
  const [after, setAfter] = useState<string[]>([])
  const [chooseAgain, setChooseAgain] = useState(false)
  const shut = !label.trim()
    ? 'What the dialog calls it is needed.'
    : !option && !fixed.trim()
      ? 'Which setting, or what to set.'
      : null
  const put = async (): Promise<void> => {
    const id = keyFrom(
      label,
      queue.facts.dialog.map((d) => d.id),
    )
    const step = { id, label, option, set: fixed.trim() || null, after, chooseAgain }
    if (await save({ dialog: [...queue.facts.dialog, step] }, 'The step is written down.')) onDone()
  }
  return (
    <Form submit="Add the step" busy={busy} shut={shut} onSubmit={() => void put()}>
      <TextInput
        label="What the dialog calls it"
        value={label}
        onChange={(e) => setLabel(e.currentTarget.value)}
        data-autofocus
      />
      <Select
        label="Our setting that is made here"
        clearable
        data={options.map((o) => ({ value: o.id, label: o.name }))}
        value={option}
        comboboxProps={{ withinPortal: false }}
        onChange={setOption}
      />
      <TextInput
        label="or a fixed instruction"
        placeholder="off, here and in the print command"
        value={fixed}
        onChange={(e) => setFixed(e.currentTarget.value)}
      />
      <MultiSelect
        label="It shows or takes effect only after"
        data={queue.facts.dialog.map((d) => ({ value: d.id, label: d.label }))}
        value={after}
        comboboxProps={{ withinPortal: false }}
        onChange={setAfter}
      />
      <Checkbox
        label="Choose it again even if it is shown"
        checked={chooseAgain}
        onChange={(e) => setChooseAgain(e.currentTarget.checked)}
      />
    </Form>
  )
}
