'use client'

import { useState } from 'react'
import type { ToneCheck } from '@/contract/views/tone'
import { MOST_TINT, rowOf } from '@/core/tone/tint'
import { FormSelect, FormText } from '@/ui/form/fields'
import { Form } from '@/ui/form/form'
import { useRoomForm } from '@/ui/form/use-room-form'
import lists from '@/ui/parts/lists.module.css'

type Typed = {
  readonly lightest: string | null
  readonly deepest: string | null
  readonly light: string
  readonly tint: string
}

const NONE = 'none'

/** The set tint and those of a row of tints beside it, along either axis. */
const neighbours = (tint: readonly [number, number] | null): readonly (readonly [number, number])[] =>
  tint ? [...rowOf(tint, 'a', MOST_TINT), ...rowOf(tint, 'b', MOST_TINT).filter(([, b]) => b !== tint[1])] : []

/** What an eye tells apart, typed at the sheet: it ranks settings, and measures no lightness. */
export function EyeForm({ check, onDone }: { readonly check: ToneCheck; readonly onDone: () => void }) {
  const { steps } = check.layout
  const [percent] = useState(() => (i: number) => Math.round((100 * i) / (steps - 1)))
  const tints = neighbours(check.tint)
  const form = useRoomForm({
    action: 'tone.read',
    row: null,
    values: (): { readonly body: Typed } => ({ body: { lightest: null, deepest: null, light: '', tint: NONE } }),
    input: ({ body: v }) => ({
      id: check.id,
      body: {
        ...{
          kind: 'eye' as const,
          lightest: v.lightest === null ? null : Number(v.lightest),
          deepest: v.deepest === null ? null : Number(v.deepest),
          light: v.light,
          tint: v.tint === NONE ? null : (tints[Number(v.tint)] ?? null),
        },
      },
    }),
    done: 'Kept. It ranks settings, and measures no lightness.',
    then: onDone,
  })
  const choices = (from: number, to: number, other: number) =>
    Array.from({ length: Math.abs(to - from) + 1 }, (_, i) => {
      const step = from + i * Math.sign(to - from)
      return { value: String(step), label: `${percent(step)} % parts from ${percent(other)} %` }
    })
  const half = Math.floor(steps / 2)
  return (
    <Form form={form} submit="Keep what I see">
      <p className="small soft">
        Look at the sheet in the light in which prints are judged. Which is the first patch, from the paper on, that you
        can tell from the paper? Which is the last one, before full black, that you can tell from full black?
      </p>
      <div className={lists.fields}>
        <FormSelect field={form.at('body.lightest')} label="In the lights" data={choices(1, half, 0)} />
        <FormSelect field={form.at('body.deepest')} label="In the darks" data={choices(steps - 2, half, steps - 1)} />
      </div>
      {tints.length > 0 ? (
        <FormSelect
          field={form.at('body.tint')}
          label="Which tint looks neutral in that light"
          description="a row of tints, printed from this check, shows those beside the set one"
          data={[
            { value: NONE, label: 'not compared' },
            ...tints.map(([a, b], i) => ({ value: String(i), label: `${a}, ${b}`.replaceAll('-', '−') })),
          ]}
        />
      ) : null}
      <FormText field={form.at('body.light')} label="In which light" placeholder="viewing booth, window at noon" />
    </Form>
  )
}
