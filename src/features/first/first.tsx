'use client'

import { useRouter } from 'next/navigation'
import type { LengthUnit } from '@/core/length/length'
import { SURFACES, type Surface } from '@/core/printer/facts'
import { FormChoices, FormCount, FormSelect, FormText } from '@/ui/form/fields'
import { Form } from '@/ui/form/form'
import { useRoomForm } from '@/ui/form/use-room-form'
import css from './first.module.css'

const CURRENCIES = [
  { code: 'EUR', exponent: 2, name: 'euro' },
  { code: 'USD', exponent: 2, name: 'US dollar' },
  { code: 'GBP', exponent: 2, name: 'pound' },
  { code: 'CHF', exponent: 2, name: 'franc' },
  { code: 'SEK', exponent: 2, name: 'krona' },
  { code: 'JPY', exponent: 0, name: 'yen' },
  { code: 'TND', exponent: 3, name: 'dinar' },
] as const

type Typed = {
  readonly name: string
  readonly keeper: string
  readonly unit: LengthUnit
  readonly money: string
  readonly printer: { readonly nickname: string; readonly makeModel: string }
  readonly paper: { readonly name: string; readonly surface: Surface; readonly sizeId: string; readonly count: number }
}

const NEW_ROOM: Typed = {
  ...{ name: '', keeper: '', unit: 'mm', money: 'EUR' },
  printer: { nickname: '', makeModel: '' },
  paper: { name: '', surface: 'lustre', sizeId: 'iso_a4_210x297mm', count: 25 },
}

/** The first page of an empty room: what is needed for a first slip, and no more. */
export function First({ sizes }: { readonly sizes: readonly { readonly id: string; readonly name: string }[] }) {
  const router = useRouter()
  const form = useRoomForm({
    action: 'room.set-up',
    row: null,
    values: () => NEW_ROOM,
    input: ({ money, ...v }) => {
      const { code, exponent } = CURRENCIES.find((c) => c.code === money) ?? CURRENCIES[0]
      return { ...v, currency: code, exponent, timeZone: Intl.DateTimeFormat().resolvedOptions().timeZone }
    },
    then: (made) => router.push(`/slips/${made.slipId}`),
  })
  const usual = (unit: LengthUnit): void => {
    const sizeId = unit === 'mm' ? 'iso_a4_210x297mm' : 'na_letter_8.5x11in'
    form.set({ unit, paper: { ...form.values.paper, sizeId } })
  }
  return (
    <main className={css.page}>
      <h1>Libreta</h1>
      <p className="soft">
        A new room. When this is filled in, the first slip can be; everything here can be changed later.
      </p>
      <Form form={form} submit="Open the room">
        <fieldset>
          <legend>The room</legend>
          <FormText field={form.at('name')} label="Its name" placeholder="Print room of the harbour library" first />
          <FormText field={form.at('keeper')} label="Your name, its keeper" />
          <div className={css.row}>
            <span>Lengths in</span>
            <FormChoices
              field={form.at('unit')}
              label="Unit"
              choices={[
                { value: 'mm', label: 'millimetres' },
                { value: 'in', label: 'inches' },
              ]}
              onChosen={usual}
            />
          </div>
          <FormSelect
            field={form.at('money')}
            label="Currency"
            data={CURRENCIES.map((c) => ({ value: c.code, label: `${c.name}, ${c.code}` }))}
          />
        </fieldset>
        <fieldset>
          <legend>One printer</legend>
          <FormText field={form.at('printer.nickname')} label="What you call it" />
          <FormText field={form.at('printer.makeModel')} label="Make and model, as on its label" />
        </fieldset>
        <fieldset>
          <legend>One paper</legend>
          <FormText field={form.at('paper.name')} label="Name" />
          <div className={css.row}>
            <FormSelect field={form.at('paper.surface')} label="Surface" data={SURFACES} />
            <FormSelect
              field={form.at('paper.sizeId')}
              label="Size"
              searchable
              data={sizes.map((s) => ({ value: s.id, label: s.name }))}
            />
            <FormCount field={form.at('paper.count')} label="Sheets here" />
          </div>
        </fieldset>
      </Form>
    </main>
  )
}
