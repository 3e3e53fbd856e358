'use client'

import { Checkbox, Select, Textarea, TextInput } from '@mantine/core'
import { useState } from 'react'
import { UPKEEP_KINDS } from '@/contract/actions'
import type { Printer } from '@/contract/views/printer'
import { fromMm } from '@/core/length/length'
import { CountField } from '@/ui/fields/count-field'
import { LengthField } from '@/ui/fields/length-field'
import lists from '@/ui/parts/lists.module.css'
import { Form } from '@/ui/parts/panel'
import { useDo } from '@/ui/parts/use-do'

type Done = { readonly onDone: () => void }

export function PrinterForm({ printer, onDone }: { readonly printer: Printer | null } & Done) {
  const { act, busy, seen } = useDo(printer && { id: printer.id, revision: printer.revision })
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
    const done = seen
      ? await act('printer.edit', { ...seen, ...values }, `${values.nickname} is saved.`)
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

export function UpkeepForm({ printer, onDone }: { readonly printer: Printer } & Done) {
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

/** How many days each kind of upkeep stays good; a kind that is off is never due. */
export function GoodForForm({ printer, onDone }: { readonly printer: Printer } & Done) {
  const { act, busy, seen } = useDo({ id: printer.id, revision: printer.revision })
  const [days, setDays] = useState<Readonly<Record<string, number>>>(printer.goodFor)
  const toggle = (kind: string, on: boolean): void => {
    const { [kind]: _, ...rest } = days
    setDays(on ? { ...rest, [kind]: 30 } : rest)
  }
  const save = async (): Promise<void> => {
    if (seen && (await act('printer.good-for', { ...seen, goodFor: days }, 'It is due by these days from now on.')))
      onDone()
  }
  return (
    <Form submit="Save" busy={busy} onSubmit={() => void save()}>
      {UPKEEP_KINDS.map((kind) => (
        <div key={kind} className={lists.row}>
          <Checkbox
            w={160}
            label={kind}
            checked={days[kind] !== undefined}
            onChange={(e) => toggle(kind, e.currentTarget.checked)}
          />
          {days[kind] === undefined ? (
            <span className="soft small">never due</span>
          ) : (
            <CountField
              label={`Days that a ${kind} stays good`}
              hideLabel
              width={90}
              value={days[kind] ?? 30}
              min={1}
              max={3650}
              onChange={(v) => setDays({ ...days, [kind]: v })}
            />
          )}
          {days[kind] === undefined ? null : <span className="soft small">days</span>}
        </div>
      ))}
    </Form>
  )
}
