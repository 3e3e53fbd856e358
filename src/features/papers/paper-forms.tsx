'use client'

import { Select, Textarea, TextInput } from '@mantine/core'
import { useState } from 'react'
import type { Paper, Stock } from '@/contract/views/paper'
import { type Um, um } from '@/core/length/length'
import { writeLength } from '@/core/length/write'
import type { Minor } from '@/core/money/money'
import { SURFACES, type Surface } from '@/core/printer/facts'
import { CountField } from '@/ui/fields/count-field'
import { LengthField } from '@/ui/fields/length-field'
import { MoneyField } from '@/ui/fields/money-field'
import { Choices } from '@/ui/parts/choices'
import lists from '@/ui/parts/lists.module.css'
import { Form } from '@/ui/parts/panel'
import { useDo } from '@/ui/parts/use-do'
import { useWays } from '@/ui/unit/unit'

type Done = { readonly onDone: () => void }

export function PaperForm({ paper, onDone }: { readonly paper: Paper | null } & Done) {
  const { act, busy, seen } = useDo(paper && { id: paper.id, revision: paper.revision })
  const [name, setName] = useState(paper?.name ?? '')
  const [maker, setMaker] = useState(paper?.maker ?? '')
  const [surface, setSurface] = useState<Surface>(paper?.surface ?? 'matte')
  const [weight, setWeight] = useState(paper?.weight ?? 200)
  const [thickness, setThickness] = useState<Um>(paper?.thickness ?? um(250))
  const [note, setNote] = useState(paper?.note ?? '')
  const save = async (): Promise<void> => {
    const fields = { name, maker, surface, weight, thickness, note }
    const done = seen
      ? await act('paper.edit', { ...seen, ...fields }, `${name} is saved.`)
      : await act('paper.add', fields, `${name} is in the room’s books.`)
    if (done) onDone()
  }
  return (
    <Form
      submit={paper ? 'Save' : 'Add paper'}
      busy={busy}
      shut={name.trim() ? null : 'A name is needed.'}
      onSubmit={() => void save()}
    >
      <TextInput label="Name" value={name} onChange={(e) => setName(e.currentTarget.value)} data-autofocus />
      <TextInput label="Maker" value={maker} onChange={(e) => setMaker(e.currentTarget.value)} />
      <Select
        label="Surface"
        data={[...SURFACES]}
        value={surface}
        allowDeselect={false}
        comboboxProps={{ withinPortal: false }}
        onChange={(s) => setSurface(SURFACES.find((k) => k === s) ?? surface)}
      />
      <div className={lists.row}>
        <CountField label="Weight, g/m²" value={weight} min={20} max={2000} onChange={setWeight} />
        <CountField label="Thickness, µm" value={thickness} min={30} max={5000} onChange={(v) => setThickness(um(v))} />
      </div>
      <Textarea label="Note" autosize minRows={2} value={note} onChange={(e) => setNote(e.currentTarget.value)} />
    </Form>
  )
}

export function StockForm({ paperId, onDone }: { readonly paperId: string } & Done) {
  const { act, busy } = useDo()
  const [kind, setKind] = useState<'sheet' | 'roll'>('sheet')
  const [width, setWidth] = useState<Um | null>(null)
  const [length, setLength] = useState<Um | null>(null)
  const [pack, setPack] = useState(25)
  const [price, setPrice] = useState<Minor | null>(null)
  const [count, setCount] = useState(0)
  const ready = width !== null && length !== null && price !== null
  const save = async (): Promise<void> => {
    if (!ready) return
    const done = await act(
      'stock.add',
      { paperId, kind, width, length, pack: kind === 'roll' ? 1 : pack, price, count },
      'It is on the shelf.',
    )
    if (done) onDone()
  }
  return (
    <Form
      submit="Add"
      busy={busy}
      shut={ready ? null : 'Both lengths and a price are needed.'}
      onSubmit={() => void save()}
    >
      <Choices
        label="Form"
        value={kind}
        choices={[
          { value: 'sheet', label: 'sheets' },
          { value: 'roll', label: 'a roll' },
        ]}
        onChange={setKind}
      />
      <div className={lists.row}>
        <LengthField label={kind === 'roll' ? 'Width' : 'Short edge'} value={width} min={10_000} onChange={setWidth} />
        <LengthField
          label={kind === 'roll' ? 'Length, for example 30 m' : 'Long edge'}
          value={length}
          min={10_000}
          onChange={setLength}
          width={180}
        />
      </div>
      <div className={lists.row}>
        {kind === 'sheet' ? (
          <CountField label="Sheets in a pack" value={pack} min={1} max={5000} onChange={setPack} />
        ) : null}
        <MoneyField label={kind === 'roll' ? 'Price of a roll' : 'Price of a pack'} value={price} onChange={setPrice} />
        <CountField
          label={kind === 'roll' ? 'Rolls here' : 'Sheets here'}
          value={count}
          min={0}
          max={10_000}
          onChange={setCount}
        />
      </div>
    </Form>
  )
}

export function BuyForm({ stock, onDone }: { readonly stock: Stock } & Done) {
  const { act, busy } = useDo()
  const [packs, setPacks] = useState(1)
  const delta = packs * stock.pack
  const save = async (): Promise<void> => {
    if (
      await act(
        'stock.buy',
        { id: stock.id, delta },
        stock.kind === 'roll' ? `${packs} on the shelf.` : `${delta} sheets more.`,
      )
    )
      onDone()
  }
  return (
    <Form submit="Put it on the shelf" busy={busy} onSubmit={() => void save()}>
      <CountField
        label={stock.kind === 'roll' ? 'Rolls' : `Packs of ${stock.pack}`}
        value={packs}
        min={1}
        max={1000}
        onChange={setPacks}
      />
    </Form>
  )
}

export function CountForm({ stock, onDone }: { readonly stock: Stock } & Done) {
  const { act, busy } = useDo()
  const [counted, setCounted] = useState(Math.max(0, stock.count))
  const save = async (): Promise<void> => {
    if (await act('stock.count', { id: stock.id, counted }, 'The count is noted; the difference is in the ledger.'))
      onDone()
  }
  return (
    <Form submit="Note the count" busy={busy} onSubmit={() => void save()}>
      <p className="soft">The books say {stock.count}.</p>
      <CountField label="Counted" value={counted} min={0} max={100_000} onChange={setCounted} />
    </Form>
  )
}

const MOVES = [
  { value: 'trimmed', label: 'trimmed' },
  { value: 'cut by hand', label: 'cut by hand' },
  { value: 'corrected', label: 'it is really' },
] as const

export function RollForm({ roll, onDone }: { readonly roll: Stock['rolls'][number] } & Done) {
  const { unit } = useWays()
  const { act, busy } = useDo()
  const [kind, setKind] = useState<(typeof MOVES)[number]['value']>('trimmed')
  const [length, setLength] = useState<Um | null>(null)
  const [note, setNote] = useState('')
  const save = async (): Promise<void> => {
    if (length === null) return
    const delta = kind === 'corrected' ? um(length - roll.left) : length
    if (await act('roll.move', { id: roll.id, kind, delta, note }, 'The ledger has it.')) onDone()
  }
  return (
    <Form
      submit="Write it down"
      busy={busy}
      shut={length === null ? 'A length is needed.' : null}
      onSubmit={() => void save()}
    >
      <p className="soft">The ledger says {writeLength(roll.left, unit)} are left.</p>
      <Choices label="What happened" value={kind} choices={[...MOVES]} onChange={setKind} />
      <LengthField
        label={kind === 'corrected' ? 'Measured length left' : 'Length taken off'}
        value={length}
        min={0}
        onChange={setLength}
        width={180}
      />
      <TextInput label="Note" value={note} onChange={(e) => setNote(e.currentTarget.value)} />
    </Form>
  )
}
