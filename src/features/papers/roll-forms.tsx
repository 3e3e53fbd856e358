'use client'

import Link from 'next/link'
import { useState } from 'react'
import type { RollMove, Stock } from '@/contract/views/paper'
import type { Um } from '@/core/length/length'
import { writeNumber } from '@/core/length/write'
import { FormLength, FormMoney, FormNumber, FormText } from '@/ui/form/fields'
import { Form } from '@/ui/form/form'
import { useRoomForm } from '@/ui/form/use-room-form'
import { type Choice, Choices } from '@/ui/parts/choices'
import { sayShortDay } from '@/ui/parts/dates'
import lists from '@/ui/parts/lists.module.css'
import { useWays } from '@/ui/unit/unit'
import { ByDiameter } from './by-diameter'

type Done = { readonly onDone: () => void }

/** A length of roll: `24.60 m`, with its sign where it is a move. */
export const sayMetres = (length: Um, move = false): string =>
  `${length < 0 ? '−' : move ? '+' : ''}${writeNumber(Math.abs(length) / 1e6, 2)} m`

type Move = 'trimmed' | 'cut by hand' | 'test' | 'measured'
const MOVES: readonly Choice<Move>[] = [
  { value: 'trimmed', label: 'trimmed' },
  { value: 'cut by hand', label: 'cut by hand' },
  { value: 'test', label: 'a test that is not logged' },
  { value: 'measured', label: 'measured' },
]

type RollProps = { readonly roll: Stock['rolls'][number] } & Done

/** The ledger of a roll: what happened to it, and what is to be written down. */
export function RollForm({
  roll,
  thickness,
  moves,
  now,
  onDone,
}: {
  /** of its paper; null: nobody has said */
  readonly thickness: Um | null
  /** the newest lines of its ledger, the newest first */
  readonly moves: readonly RollMove[]
  readonly now: number
} & RollProps) {
  const { timeZone } = useWays()
  const [kind, setKind] = useState<Move>('trimmed')
  return (
    <>
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
              <td>
                {m.run ? (
                  <Link href={`/log/${m.run.id}`} className={lists.link}>
                    run {m.run.number}
                  </Link>
                ) : (
                  m.kind
                )}
              </td>
              <td className="number">{sayMetres(m.delta, true)}</td>
              <td className="soft">{m.note}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <div className={lists.act}>
        <Choices label="What happened" choices={MOVES} value={kind} onChange={setKind} />
      </div>
      {kind === 'measured' ? (
        <MeasureRoll roll={roll} thickness={roll.thickness ?? thickness} onDone={onDone} />
      ) : (
        <TakeOffRoll key={kind} kind={kind} roll={roll} onDone={onDone} />
      )}
    </>
  )
}

/** A length that was taken off a roll, and why. */
function TakeOffRoll({ kind, roll, onDone }: { readonly kind: Exclude<Move, 'measured'> } & RollProps) {
  const form = useRoomForm({
    action: 'roll.move',
    row: null,
    values: (): { readonly delta: Um | null; readonly note: string } => ({ delta: null, note: '' }),
    input: (v) => ({ ...v, id: roll.id, kind }),
    done: 'The ledger has it.',
    then: onDone,
  })
  return (
    <Form form={form} submit="Log the length">
      <FormLength field={form.at('delta')} label="Length taken off" min={0} width={180} />
      <FormText field={form.at('note')} label="Note" />
    </Form>
  )
}

/** What is left of a roll as somebody measured it: of the roll as they saw it, whatever is printed meanwhile. */
function MeasureRoll({ roll, thickness, onDone }: { readonly thickness: Um | null } & RollProps) {
  // as it was when the form was opened: what is measured is measured now, not when it is sent
  const [seen] = useState(roll.moves)
  const form = useRoomForm({
    action: 'roll.measure',
    row: null,
    values: (): { readonly measured: Um | null; readonly note: string } => ({ measured: null, note: '' }),
    input: (v) => ({ ...v, id: roll.id, seen }),
    done: 'The ledger is corrected to it.',
    then: onDone,
  })
  return (
    <Form form={form} submit="Log the length">
      <FormLength field={form.at('measured')} label="Measured length left" min={0} width={180} />
      <FormText field={form.at('note')} label="Note" />
      <ByDiameter
        left={roll.left}
        thickness={thickness}
        core={roll.core}
        onTake={(measured, note) => form.set({ measured, note })}
      />
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
