'use client'

import Link from 'next/link'
import type { RollMove, Stock } from '@/contract/views/paper'
import { type Um, um } from '@/core/length/length'
import { writeNumber } from '@/core/length/write'
import { FormChoices, FormLength, FormMoney, FormNumber, FormText } from '@/ui/form/fields'
import { Form } from '@/ui/form/form'
import { useRoomForm } from '@/ui/form/use-room-form'
import type { Choice } from '@/ui/parts/choices'
import { sayShortDay } from '@/ui/parts/dates'
import lists from '@/ui/parts/lists.module.css'
import { useWays } from '@/ui/unit/unit'
import { ByDiameter } from './by-diameter'

type Done = { readonly onDone: () => void }

/** A length of roll: `24.60 m`, with its sign where it is a move. */
export const sayMetres = (length: Um, move = false): string =>
  `${length < 0 ? '−' : move ? '+' : ''}${writeNumber(Math.abs(length) / 1e6, 2)} m`

type Move = 'trimmed' | 'cut by hand' | 'test' | 'corrected'
const MOVES: readonly Choice<Move>[] = [
  { value: 'trimmed', label: 'trimmed' },
  { value: 'cut by hand', label: 'cut by hand' },
  { value: 'test', label: 'a test that is not logged' },
  { value: 'corrected', label: 'it is really' },
]

type Moved = { readonly kind: Move; readonly delta: Um | null; readonly note: string }
const NOT_MOVED: Moved = { kind: 'trimmed', delta: null, note: '' }

/** The ledger of a roll: what happened to it, and what is to be written down. */
export function RollForm({
  roll,
  thickness,
  moves,
  now,
  onDone,
}: {
  readonly roll: Stock['rolls'][number]
  /** of its paper; null: nobody has said */
  readonly thickness: Um | null
  /** the newest lines of its ledger, the newest first */
  readonly moves: readonly RollMove[]
  readonly now: number
} & Done) {
  const { timeZone } = useWays()
  const form = useRoomForm({
    action: 'roll.move',
    row: null,
    values: () => NOT_MOVED,
    input: (v) => ({
      ...v,
      id: roll.id,
      delta: v.kind === 'corrected' && v.delta !== null ? um(v.delta - roll.left) : v.delta,
    }),
    done: 'The ledger has it.',
    then: onDone,
  })
  return (
    <Form form={form} submit="Write it down">
      <p>
        <strong>{sayMetres(roll.left)}</strong> left of {sayMetres(roll.first)},{' '}
        {roll.inPrinter ? `in ${roll.inPrinter}` : 'on the shelf'}
      </p>
      <table className="ruled small">
        <tbody>
          {moves.map((m, i) => (
            // biome-ignore lint/suspicious/noArrayIndexKey: a ledger is only added to
            <tr key={i}>
              <td>{sayShortDay(m.at, timeZone, now)}</td>
              <td>{m.run ? <Link href={`/log/${m.run.id}`}>run {m.run.number}</Link> : m.kind}</td>
              <td className="number">{sayMetres(m.delta, true)}</td>
              <td className="soft">{m.note}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <FormChoices field={form.at('kind')} label="What happened" choices={MOVES} />
      <FormLength
        field={form.at('delta')}
        label={form.values.kind === 'corrected' ? 'Measured length left' : 'Length taken off'}
        min={0}
        width={180}
      />
      <FormText field={form.at('note')} label="Note" />
      {form.values.kind === 'corrected' ? (
        <ByDiameter
          left={roll.left}
          thickness={roll.thickness ?? thickness}
          core={roll.core}
          onTake={(delta, note) => form.set({ delta, note })}
        />
      ) : null}
    </Form>
  )
}

/** What is known of one roll beside its ledger. */
export function RollFacts({ roll, onDone }: { readonly roll: Stock['rolls'][number] } & Done) {
  const form = useRoomForm({
    action: 'roll.edit',
    row: roll,
    values: (r) => ({ core: r?.core ?? null, thickness: r?.thickness ?? null, price: r?.price ?? null }),
    done: 'The roll is saved.',
    then: onDone,
  })
  return (
    <Form form={form} submit="Save">
      <p className="soft small">
        Its tube and its own thickness tell its length by the diameter; left empty, the usual tube and the paper’s
        thickness are taken.
      </p>
      <div className={lists.fields}>
        <FormLength field={form.at('core')} label="Core, outer diameter" min={10_000} />
        <FormNumber field={form.at('thickness')} label="Thickness, µm" />
        <FormMoney field={form.at('price')} label="What it cost" />
      </div>
    </Form>
  )
}
