'use client'

import { Select, TextInput } from '@mantine/core'
import { useRouter } from 'next/navigation'
import { useState } from 'react'
import { call } from '@/contract/call'
import { SURFACES, type Surface } from '@/core/printer/facts'
import { sayProblem } from '@/core/words/problems'
import { CountField } from '@/ui/fields/count-field'
import { Choices } from '@/ui/parts/choices'
import { Form } from '@/ui/parts/panel'
import css from './first.module.css'

const CURRENCIES = [
  { value: 'EUR 2', label: 'euro, EUR' },
  { value: 'USD 2', label: 'US dollar, USD' },
  { value: 'GBP 2', label: 'pound, GBP' },
  { value: 'CHF 2', label: 'franc, CHF' },
  { value: 'SEK 2', label: 'krona, SEK' },
  { value: 'JPY 0', label: 'yen, JPY' },
  { value: 'TND 3', label: 'dinar, TND' },
] as const

/** The first page of an empty room: what is needed for a first slip, and no more. */
export function First({ sizes }: { readonly sizes: readonly { readonly id: string; readonly name: string }[] }) {
  const router = useRouter()
  const [busy, setBusy] = useState(false)
  const [problem, setProblem] = useState<string | null>(null)
  const [name, setName] = useState('')
  const [keeper, setKeeper] = useState('')
  const [unit, setUnit] = useState<'mm' | 'in'>('mm')
  const [currency, setCurrency] = useState('EUR 2')
  const [nickname, setNickname] = useState('')
  const [makeModel, setMakeModel] = useState('')
  const [paper, setPaper] = useState('')
  const [surface, setSurface] = useState<Surface>('lustre')
  const [sizeId, setSizeId] = useState('iso_a4_210x297mm')
  const [count, setCount] = useState(25)
  const missing = [
    [name, 'the room’s name'],
    [keeper, 'your name'],
    [nickname, 'a nickname for the printer'],
    [paper, 'the paper’s name'],
  ].find(([value]) => value?.trim() === '')?.[1]
  const save = async (): Promise<void> => {
    setBusy(true)
    const [code = 'EUR', exponent = '2'] = currency.split(' ')
    const result = await call('room.set-up', {
      name,
      unit,
      currency: code,
      exponent: Number(exponent) as 0 | 2 | 3,
      timeZone: Intl.DateTimeFormat().resolvedOptions().timeZone,
      keeper,
      printer: { nickname, makeModel },
      paper: { name: paper, surface, sizeId, count },
    })
    setBusy(false)
    if (!result.ok) return setProblem(sayProblem(result.problem))
    router.push(`/slips/${result.value.slipId}`)
  }
  return (
    <main className={css.page}>
      <h1>Libreta</h1>
      <p className="soft">
        A new room. Five lines, and the first slip can be filled; everything here can be changed later.
      </p>
      <Form
        submit="Open the room"
        busy={busy}
        shut={missing ? `Still needed: ${missing}.` : null}
        onSubmit={() => void save()}
      >
        <fieldset>
          <legend>The room</legend>
          <TextInput
            label="Its name"
            placeholder="Print room of the harbour library"
            value={name}
            onChange={(e) => setName(e.currentTarget.value)}
            data-autofocus
          />
          <TextInput label="Your name, its keeper" value={keeper} onChange={(e) => setKeeper(e.currentTarget.value)} />
          <div className={css.row}>
            <span>Lengths in</span>
            <Choices
              label="Unit"
              value={unit}
              choices={[
                { value: 'mm', label: 'millimetres' },
                { value: 'in', label: 'inches' },
              ]}
              onChange={(next) => {
                setUnit(next)
                setSizeId(next === 'mm' ? 'iso_a4_210x297mm' : 'na_letter_8.5x11in')
              }}
            />
          </div>
          <Select
            label="Currency"
            data={[...CURRENCIES]}
            value={currency}
            allowDeselect={false}
            onChange={(v) => v && setCurrency(v)}
          />
        </fieldset>
        <fieldset>
          <legend>One printer</legend>
          <TextInput label="What you call it" value={nickname} onChange={(e) => setNickname(e.currentTarget.value)} />
          <TextInput
            label="Make and model, as on its label"
            value={makeModel}
            onChange={(e) => setMakeModel(e.currentTarget.value)}
          />
        </fieldset>
        <fieldset>
          <legend>One paper</legend>
          <TextInput label="Name" value={paper} onChange={(e) => setPaper(e.currentTarget.value)} />
          <div className={css.row}>
            <Select
              label="Surface"
              data={[...SURFACES]}
              value={surface}
              allowDeselect={false}
              onChange={(s) => setSurface(SURFACES.find((k) => k === s) ?? surface)}
            />
            <Select
              label="Size"
              searchable
              data={sizes.map((s) => ({ value: s.id, label: s.name }))}
              value={sizeId}
              allowDeselect={false}
              onChange={(v) => v && setSizeId(v)}
            />
            <CountField label="Sheets here" value={count} min={0} max={10_000} onChange={setCount} />
          </div>
        </fieldset>
        {problem ? (
          <p role="alert" className="level-stop">
            {problem}
          </p>
        ) : null}
      </Form>
    </main>
  )
}
