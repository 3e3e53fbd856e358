'use client'

import { useState } from 'react'
import type { Paper, Stock } from '@/contract/views/paper'
import type { Um } from '@/core/length/length'
import type { Minor } from '@/core/money/money'
import {
  FormCheck,
  FormChoices,
  FormCount,
  FormLength,
  FormMoney,
  FormNote,
  FormNumber,
  FormSelect,
  FormText,
} from '@/ui/form/fields'
import { Form } from '@/ui/form/form'
import { useRoomForm } from '@/ui/form/use-room-form'
import type { Choice } from '@/ui/parts/choices'
import lists from '@/ui/parts/lists.module.css'
import { useWays } from '@/ui/unit/unit'

type Done = { readonly onDone: () => void }

export function PaperForm({ paper, onDone }: { readonly paper: Paper | null } & Done) {
  const form = useRoomForm({
    action: paper ? 'paper.edit' : 'paper.add',
    row: paper,
    values: (p) => ({
      name: p?.name ?? '',
      maker: p?.maker ?? '',
      surface: p?.surface ?? 'matte',
      weight: p?.weight ?? null,
      thickness: p?.thickness ?? null,
      measured: p?.white != null,
      white: p?.white ?? { l: 96, a: 0, b: 0 },
      note: p?.note ?? '',
    }),
    input: ({ measured, white, ...v }) => ({ ...v, white: measured ? white : null }),
    done: (v) => (paper ? `${v.name} is saved.` : `${v.name} is added.`),
    then: onDone,
  })
  const { surfaces } = useWays()
  return (
    <Form form={form} submit={paper ? 'Save' : 'Add paper'}>
      <FormText field={form.at('name')} label="Name" first />
      <FormText field={form.at('maker')} label="Maker" />
      <FormSelect field={form.at('surface')} label="Surface" data={surfaces} />
      <div className={lists.fields}>
        <FormNumber field={form.at('weight')} label="Weight, g/m²" />
        <FormNumber field={form.at('thickness')} label="Thickness, µm" />
      </div>
      <FormCheck field={form.at('measured')} label="Its white was measured" />
      {form.values.measured ? (
        <div className={lists.fields}>
          <FormNumber field={form.at('white.l')} label="L*" width={90} />
          <FormNumber field={form.at('white.a')} label="a*" width={90} />
          <FormNumber field={form.at('white.b')} label="b*" width={90} />
        </div>
      ) : null}
      <FormNote field={form.at('note')} label="Note" />
    </Form>
  )
}

const FORMS: readonly Choice<'sheet' | 'roll'>[] = [
  { value: 'sheet', label: 'sheets' },
  { value: 'roll', label: 'a roll' },
]

type NewStock = {
  readonly kind: 'sheet' | 'roll'
  readonly width: Um | null
  readonly length: Um | null
  readonly pack: number
  readonly price: Minor | null
  readonly count: number
}

const NOTHING_TYPED: NewStock = { kind: 'sheet', width: null, length: null, pack: 25, price: null, count: 0 }

export function StockForm({ paperId, onDone }: { readonly paperId: string } & Done) {
  const form = useRoomForm({
    action: 'stock.add',
    row: null,
    values: () => NOTHING_TYPED,
    input: (v) => ({ paperId, ...v, pack: v.kind === 'roll' ? 1 : v.pack }),
    done: 'It is on the shelf.',
    then: onDone,
  })
  const roll = form.values.kind === 'roll'
  return (
    <Form form={form} submit="Add">
      <FormChoices field={form.at('kind')} label="Form" choices={FORMS} />
      <div className={lists.fields}>
        <FormLength field={form.at('width')} label={roll ? 'Width' : 'Short edge'} min={10_000} />
        <FormLength
          field={form.at('length')}
          label={roll ? 'Length, for example 30 m' : 'Long edge'}
          min={10_000}
          width={180}
        />
      </div>
      <div className={lists.fields}>
        {roll ? null : <FormCount field={form.at('pack')} label="Sheets in a pack" />}
        <FormMoney field={form.at('price')} label={roll ? 'Price of a roll' : 'Price of a pack'} />
        <FormCount field={form.at('count')} label={roll ? 'Rolls here' : 'Sheets here'} />
      </div>
    </Form>
  )
}

export function BuyForm({ stock, onDone }: { readonly stock: Stock } & Done) {
  const form = useRoomForm({
    action: 'stock.buy',
    row: null,
    values: () => ({ packs: 1 }),
    input: ({ packs }) => ({ id: stock.id, delta: packs * stock.pack }),
    done: ({ packs }) => (stock.kind === 'roll' ? `${packs} on the shelf.` : `${packs * stock.pack} sheets more.`),
    then: onDone,
  })
  return (
    <Form form={form} submit="Put it on the shelf">
      <FormCount
        field={form.at('packs')}
        label={stock.kind === 'roll' ? 'Rolls' : `Packs of ${stock.pack}`}
        min={1}
        max={1000}
      />
    </Form>
  )
}

/** Another price or pack from now on. */
export function PriceForm({ stock, onDone }: { readonly stock: Stock } & Done) {
  const form = useRoomForm({
    action: 'stock.edit',
    row: stock,
    values: (s): { readonly pack: number; readonly price: Minor | null } => ({
      ...{ pack: s?.pack ?? stock.pack, price: s?.price ?? null },
    }),
    done: 'It costs this from now on; what was logged keeps the price of its day.',
    then: onDone,
  })
  const roll = stock.kind === 'roll'
  return (
    <Form form={form} submit="From now on">
      <FormMoney
        field={form.at('price')}
        label={roll ? 'Price of a roll; empty: not known' : 'Price of a pack; empty: not known'}
      />
      {roll ? null : <FormCount field={form.at('pack')} label="Sheets in a pack" />}
    </Form>
  )
}

export function CountForm({ stock, onDone }: { readonly stock: Stock } & Done) {
  // as it was when the form was opened: what is printed meanwhile is counted once
  const [seen] = useState(stock.moves)
  const form = useRoomForm({
    action: 'stock.count',
    row: null,
    values: () => ({ counted: Math.max(0, stock.count) }),
    input: (v) => ({ id: stock.id, seen, ...v }),
    done: 'The count is noted; the difference is in the ledger.',
    then: onDone,
  })
  return (
    <Form form={form} submit="Note the count">
      <p className="soft">Noted so far: {stock.count}.</p>
      <FormCount field={form.at('counted')} label="Counted" />
    </Form>
  )
}
