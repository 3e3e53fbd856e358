'use client'

import { Checkbox, MultiSelect, NumberInput, TextInput } from '@mantine/core'
import { useState } from 'react'
import type { Queue } from '@/contract/views/printer'
import type { Um } from '@/core/length/length'
import { type BlackInk, type MediaSetting, type Quality, type Rate, SURFACES } from '@/core/printer/facts'
import { CountField } from '@/ui/fields/count-field'
import { LengthField } from '@/ui/fields/length-field'
import lists from '@/ui/parts/lists.module.css'
import { Form } from '@/ui/parts/panel'
import { keyFrom } from './key-from'
import { useQueueSave } from './use-queue-save'

type Done = { readonly onDone: () => void }

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
