'use client'

import { Checkbox } from '@mantine/core'
import { UPKEEP_KINDS } from '@/contract/upkeep'
import type { Printer } from '@/contract/views/printer'
import { fromMm } from '@/core/length/length'
import { NumberField } from '@/ui/fields/number-field'
import { FormCheck, FormCount, FormLength, FormNote, FormSelect, FormText, FormWhen } from '@/ui/form/fields'
import { Form } from '@/ui/form/form'
import { NozzleResult } from '@/ui/form/nozzle-form'
import { useRoomForm } from '@/ui/form/use-room-form'
import lists from '@/ui/parts/lists.module.css'

type Done = { readonly onDone: () => void }

export function PrinterForm({ printer, onDone }: { readonly printer: Printer | null } & Done) {
  const form = useRoomForm({
    action: printer ? 'printer.edit' : 'printer.add',
    row: printer,
    values: (p) => ({
      nickname: p?.nickname ?? '',
      makeModel: p?.makeModel ?? '',
      carriage: p?.carriage ?? fromMm(330),
      inkSet: p?.inkSet ?? 'the inks it came with',
      blackShared: p?.blackShared ?? false,
      swapSeconds: p?.swapSeconds ?? 0,
      swapMicrolitres: p?.swapMicrolitres ?? 0,
    }),
    done: (v) =>
      printer ? `${v.nickname} is saved.` : `${v.nickname} is added, with a cautious feed and queue to correct.`,
    then: onDone,
  })
  return (
    <Form form={form} submit={printer ? 'Save' : 'Add printer'}>
      <FormText field={form.at('nickname')} label="Nickname" first />
      <FormText field={form.at('makeModel')} label="Make and model" />
      <FormLength field={form.at('carriage')} label="Carriage width" min={10_000} />
      {printer ? null : <FormText field={form.at('inkSet')} label="Ink set" />}
      <FormCheck field={form.at('blackShared')} label="Photo and matte black share a channel and have to be swapped" />
      {form.values.blackShared ? (
        <div className={lists.fields}>
          <FormCount field={form.at('swapSeconds')} label="A swap takes, seconds" width={150} />
          <FormCount field={form.at('swapMicrolitres')} label="and ink, µl" width={150} />
        </div>
      ) : null}
    </Form>
  )
}

type UpkeepKind = (typeof UPKEEP_KINDS)[number]
type Noted = {
  readonly kind: UpkeepKind
  readonly at: number | null
  readonly personId: string | null
  readonly result: string
  readonly gaps: boolean
  readonly note: string
}
const NOTED: Noted = { kind: 'nozzle check', at: null, personId: null, result: '', gaps: false, note: '' }

type People = readonly { readonly id: string; readonly name: string }[]

export function UpkeepForm({ printer, people, onDone }: { readonly printer: Printer; readonly people: People } & Done) {
  const form = useRoomForm({
    action: 'upkeep.log',
    row: null,
    values: () => NOTED,
    input: (v) => ({ printerId: printer.id, ...v, gaps: v.gaps && v.kind === 'nozzle check' }),
    done: (v) => `Noted: ${v.kind} of ${printer.nickname}.`,
    then: onDone,
  })
  return (
    <Form form={form} submit="Note it">
      <FormSelect field={form.at('kind')} label="What was done" data={UPKEEP_KINDS} />
      {form.values.kind === 'nozzle check' ? (
        <NozzleResult gaps={form.at('gaps')} result={form.at('result')} />
      ) : (
        <FormText field={form.at('result')} label="Result" />
      )}
      <FormWhen field={form.at('at')} label="When" />
      <FormSelect
        field={form.at('personId')}
        label="Who did it"
        none="whoever notes it"
        data={people.map((p) => ({ value: p.id, label: p.name }))}
      />
      <FormNote field={form.at('note')} label="Note" />
    </Form>
  )
}

/** Other inks: an act of its own, with its upkeep entry. */
export function InkSetForm({ printer, onDone }: { readonly printer: Printer } & Done) {
  const form = useRoomForm({
    action: 'printer.ink-set',
    row: printer,
    values: (p): { readonly inkSet: string; readonly at: number | null; readonly note: string } => ({
      ...{ inkSet: p?.inkSet ?? '', at: null, note: '' },
    }),
    done: (v) => `${printer.nickname} holds ${v.inkSet} now; its upkeep says so.`,
    then: onDone,
  })
  return (
    <Form form={form} submit="Change the ink set">
      <p className="soft">
        What was measured with the former inks no longer holds: profiles and checks made with them are shown as stale
        until a version names the new ones.
      </p>
      <FormText field={form.at('inkSet')} label="It holds now" first />
      <FormWhen field={form.at('at')} label="Since" />
      <FormNote field={form.at('note')} label="Note" />
    </Form>
  )
}

type Days = Readonly<Record<string, number>>

/** How many days each kind of upkeep stays good; a kind that is off is never due. */
export function GoodForForm({ printer, onDone }: { readonly printer: Printer } & Done) {
  const form = useRoomForm({
    action: 'printer.good-for',
    row: printer,
    values: (p): { readonly goodFor: Days } => ({ goodFor: (p ?? printer).goodFor }),
    done: 'It is due by these days from now on.',
    then: onDone,
  })
  const days = form.at('goodFor')
  const toggle = (kind: string, on: boolean): void => {
    const { [kind]: _, ...rest } = days.value
    days.set(on ? { ...rest, [kind]: 30 } : rest)
  }
  return (
    <Form form={form} submit="Save">
      {UPKEEP_KINDS.map((kind) => {
        const good = days.value[kind]
        const there = days.there && days.there.value[kind] !== good ? days.there.value[kind] : undefined
        return (
          <div key={kind} className={lists.row}>
            <Checkbox
              w={160}
              label={kind}
              checked={good !== undefined}
              onChange={(e) => toggle(kind, e.currentTarget.checked)}
            />
            {good === undefined ? (
              <span className="soft small">never due</span>
            ) : (
              <NumberField
                whole
                label={`Days that a ${kind} stays good`}
                hideLabel
                width={90}
                value={good}
                min={1}
                max={3650}
                onUnread={(is) => form.unread(`goodFor.${kind}`, is)}
                onChange={(v) => days.set({ ...days.value, [kind]: v })}
              />
            )}
            {good === undefined ? null : <span className="soft small">days</span>}
            {there === undefined ? null : <span className="level-caution small">there now: {there} days</span>}
          </div>
        )
      })}
    </Form>
  )
}
