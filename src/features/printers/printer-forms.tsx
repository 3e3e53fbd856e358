'use client'

import { Checkbox, Select, Textarea, TextInput } from '@mantine/core'
import { useState } from 'react'
import { UPKEEP_KINDS } from '@/contract/actions'
import { fromMm, type Um, um } from '@/core/length/length'
import type { Feed, QueueFeed } from '@/core/printer/facts'
import { CountField } from '@/ui/fields/count-field'
import { LengthField } from '@/ui/fields/length-field'
import { Choices } from '@/ui/parts/choices'
import lists from '@/ui/parts/lists.module.css'
import { Form } from '@/ui/parts/panel'
import { useDo } from '@/ui/parts/use-do'
import type { PrinterView, QueueView } from './types'

type Done = { readonly onDone: () => void }

export function PrinterForm({ printer, onDone }: { readonly printer: PrinterView | null } & Done) {
  const { act, busy } = useDo()
  const [values, set] = useState({
    nickname: printer?.nickname ?? '',
    makeModel: printer?.makeModel ?? '',
    carriage: printer?.carriage ?? fromMm(330),
    inkSet: printer?.inkSet ?? 'the inks it came with',
    blackShared: printer?.blackShared ?? false,
    swapSeconds: printer?.swapSeconds ?? 0,
    swapMicrolitres: printer?.swapMicrolitres ?? 0,
  })
  const save = async (): Promise<void> => {
    const done = printer
      ? await act(
          'printer.edit',
          { id: printer.id, revision: printer.revision, ...values },
          `${values.nickname} is saved.`,
        )
      : await act(
          'printer.add',
          values,
          `${values.nickname} is in the room’s books, with a cautious feed and queue to correct.`,
        )
    if (done) onDone()
  }
  return (
    <Form
      submit={printer ? 'Save' : 'Add printer'}
      busy={busy}
      shut={values.nickname.trim() && values.inkSet.trim() ? null : 'A nickname and an ink set are needed.'}
      onSubmit={() => void save()}
    >
      <TextInput
        label="Nickname"
        value={values.nickname}
        onChange={(e) => set({ ...values, nickname: e.currentTarget.value })}
        data-autofocus
      />
      <TextInput
        label="Make and model"
        value={values.makeModel}
        onChange={(e) => set({ ...values, makeModel: e.currentTarget.value })}
      />
      <LengthField
        label="Carriage width"
        value={values.carriage}
        min={10_000}
        onChange={(carriage) => set({ ...values, carriage })}
      />
      <TextInput
        label="Ink set"
        value={values.inkSet}
        onChange={(e) => set({ ...values, inkSet: e.currentTarget.value })}
      />
      <Checkbox
        label="Photo and matte black share a channel and have to be swapped"
        checked={values.blackShared}
        onChange={(e) => set({ ...values, blackShared: e.currentTarget.checked })}
      />
      {values.blackShared ? (
        <div className={lists.row}>
          <CountField
            label="A swap takes, seconds"
            width={150}
            value={values.swapSeconds}
            min={0}
            max={36_000}
            onChange={(swapSeconds) => set({ ...values, swapSeconds })}
          />
          <CountField
            label="and ink, µl"
            width={150}
            value={values.swapMicrolitres}
            min={0}
            max={1_000_000}
            onChange={(swapMicrolitres) => set({ ...values, swapMicrolitres })}
          />
        </div>
      ) : null}
    </Form>
  )
}

export function UpkeepForm({ printer, onDone }: { readonly printer: PrinterView } & Done) {
  const { act, busy } = useDo()
  const [kind, setKind] = useState<(typeof UPKEEP_KINDS)[number]>('nozzle check')
  const [note, setNote] = useState('')
  const save = async (): Promise<void> => {
    if (
      await act('upkeep.log', { printerId: printer.id, kind, at: null, note }, `Noted: ${kind} of ${printer.nickname}.`)
    )
      onDone()
  }
  return (
    <Form submit="Note it" busy={busy} onSubmit={() => void save()}>
      <Select
        label="What was done"
        data={[...UPKEEP_KINDS]}
        value={kind}
        allowDeselect={false}
        comboboxProps={{ withinPortal: false }}
        onChange={(k) => setKind(UPKEEP_KINDS.find((u) => u === k) ?? kind)}
      />
      <Textarea label="Note" autosize minRows={2} value={note} onChange={(e) => setNote(e.currentTarget.value)} />
    </Form>
  )
}

const NEW_FEED: Omit<Feed, 'id'> = {
  name: '',
  kind: 'stack',
  sheetsAtATime: 20,
  minWidth: fromMm(89),
  maxWidth: fromMm(330),
  minLength: fromMm(127),
  maxLength: fromMm(914),
  minThickness: um(80),
  maxThickness: um(300),
  extraLength: um(0),
  loading: [],
}

export function FeedForm(
  props: { readonly printer: PrinterView; readonly feed: PrinterView['feeds'][number] | null } & Done,
) {
  const { printer, feed, onDone } = props
  const { act, busy } = useDo()
  const [f, set] = useState<Omit<Feed, 'id'>>(feed ?? NEW_FEED)
  const put = (patch: Partial<Feed>): void => set({ ...f, ...patch })
  const save = async (): Promise<void> => {
    const facts = { ...f, id: feed?.id ?? 'new' }
    const done = await act(
      'feed.save',
      { printerId: printer.id, id: feed?.id ?? null, revision: feed?.revision ?? null, facts },
      `The feed ${f.name} is saved.`,
    )
    if (done) onDone()
  }
  return (
    <Form
      submit="Save the feed"
      busy={busy}
      shut={f.name.trim() ? null : 'A name is needed.'}
      onSubmit={() => void save()}
    >
      <TextInput label="Name" value={f.name} onChange={(e) => put({ name: e.currentTarget.value })} data-autofocus />
      <Choices
        label="Kind"
        value={f.kind}
        choices={[
          { value: 'stack', label: 'stack' },
          { value: 'sheet', label: 'single sheet' },
          { value: 'roll', label: 'roll' },
        ]}
        onChange={(kind) => put({ kind })}
      />
      <div className={lists.row}>
        <LengthField label="Narrowest" value={f.minWidth} onChange={(minWidth) => put({ minWidth })} width={110} />
        <LengthField label="Widest" value={f.maxWidth} onChange={(maxWidth) => put({ maxWidth })} width={110} />
        <LengthField label="Shortest" value={f.minLength} onChange={(minLength) => put({ minLength })} width={110} />
        <LengthField label="Longest" value={f.maxLength} onChange={(maxLength) => put({ maxLength })} width={110} />
      </div>
      <div className={lists.row}>
        <CountField
          label="Thinnest, µm"
          value={f.minThickness}
          min={0}
          max={5000}
          onChange={(v) => put({ minThickness: um(v) })}
        />
        <CountField
          label="Thickest, µm"
          value={f.maxThickness}
          min={0}
          max={5000}
          onChange={(v) => put({ maxThickness: um(v) })}
        />
        <CountField
          label="Sheets at a time"
          value={f.sheetsAtATime}
          min={1}
          max={1000}
          onChange={(sheetsAtATime) => put({ sheetsAtATime })}
          width={120}
        />
        <LengthField
          label="Extra for a cut piece"
          value={f.extraLength}
          onChange={(extraLength) => put({ extraLength })}
          width={140}
        />
      </div>
      <Textarea
        label="How to load it, a step a line"
        autosize
        minRows={2}
        value={f.loading.join('\n')}
        onChange={(e) => put({ loading: e.currentTarget.value.split('\n') })}
      />
    </Form>
  )
}

const PLAIN_MARGIN = fromMm(5)

/** What one queue declares of one feed: margins, overspray where it prints borderless, drift. */
export function QueueFeedForm(props: { readonly queue: QueueView; readonly feed: Feed } & Done) {
  const { queue, feed, onDone } = props
  const { act, busy } = useDo()
  const known = queue.facts.feeds.find((f) => f.feedId === feed.id)
  const [f, set] = useState<QueueFeed>(
    known ?? {
      feedId: feed.id,
      margins: [
        {
          upToWidth: null,
          margins: { left: PLAIN_MARGIN, right: PLAIN_MARGIN, lead: PLAIN_MARGIN, trail: PLAIN_MARGIN },
        },
      ],
      borderless: null,
      driftAcross: fromMm(1),
      driftAlong: fromMm(1),
    },
  )
  const last = f.margins.at(-1)
  const setMargin = (edge: 'left' | 'right' | 'lead' | 'trail') => (value: Um) => {
    if (last)
      set({ ...f, margins: [...f.margins.slice(0, -1), { ...last, margins: { ...last.margins, [edge]: value } }] })
  }
  const setSpray = (edge: 'left' | 'right' | 'lead' | 'trail') => (value: Um) => {
    if (f.borderless)
      set({ ...f, borderless: { ...f.borderless, overspray: { ...f.borderless.overspray, [edge]: value } } })
  }
  const save = async (): Promise<void> => {
    const feeds = [...queue.facts.feeds.filter((x) => x.feedId !== feed.id), f]
    const { id, printerId, revision, facts, ...fields } = queue
    const done = await act(
      'queue.save',
      { ...fields, id, printerId, revision, facts: { ...facts, feeds } },
      `${queue.name} knows its ${feed.name} now.`,
    )
    if (done) onDone()
  }
  const edges = ['left', 'right', 'lead', 'trail'] as const
  return (
    <Form submit="Save" busy={busy} onSubmit={() => void save()}>
      <p className="soft small">Margins as seen when the sheet feeds; the lead edge enters first.</p>
      <div className={lists.row}>
        {edges.map((e) => (
          <LengthField
            key={e}
            label={`Margin ${e}`}
            width={105}
            value={last?.margins[e] ?? null}
            onChange={setMargin(e)}
          />
        ))}
      </div>
      <Checkbox
        label="It prints borderless here"
        checked={f.borderless !== null}
        onChange={(e) =>
          set({
            ...f,
            borderless: e.currentTarget.checked
              ? {
                  overspray: { left: fromMm(2), right: fromMm(2), lead: fromMm(2), trail: fromMm(2) },
                  widths: [],
                  mediaSettings: [],
                }
              : null,
          })
        }
      />
      {f.borderless ? (
        <div className={lists.row}>
          {edges.map((e) => (
            <LengthField
              key={e}
              label={`Overspray ${e}`}
              width={115}
              value={f.borderless?.overspray[e] ?? null}
              onChange={setSpray(e)}
            />
          ))}
        </div>
      ) : null}
      <div className={lists.row}>
        <LengthField
          label="Drift across"
          value={f.driftAcross}
          onChange={(driftAcross) => set({ ...f, driftAcross })}
        />
        <LengthField label="Drift along" value={f.driftAlong} onChange={(driftAlong) => set({ ...f, driftAlong })} />
      </div>
    </Form>
  )
}
