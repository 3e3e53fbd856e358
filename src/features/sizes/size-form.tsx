'use client'

import { Checkbox } from '@mantine/core'
import { useState } from 'react'
import { type LengthUnit, um } from '@/core/length/length'
import { tradePair } from '@/core/length/write'
import { heldRatio, type SizeQueue, twinOf } from '@/core/printer/size-verdict'
import { customPwgName, type Size } from '@/core/sizes/sizes'
import { FormChoices, FormLength, FormText } from '@/ui/form/fields'
import { Form } from '@/ui/form/form'
import { useRoomForm } from '@/ui/form/use-room-form'
import lists from '@/ui/parts/lists.module.css'
import { useWays } from '@/ui/unit/unit'
import css from './sizes.module.css'
import { Verdicts } from './verdicts'

/** A size of the room's own: its edges in any unit, what is that size already, and what takes it, while it is typed. */
export function SizeForm(props: {
  readonly size: (Size & { readonly revision: number }) | null
  readonly sizes: readonly Size[]
  readonly queues: readonly SizeQueue[]
  readonly onDone: (id: string) => void
}) {
  const { size, sizes, queues } = props
  const { unit: room } = useWays()
  const [ratio, setRatio] = useState<number | null>(null)
  const form = useRoomForm({
    action: size ? 'size.edit' : 'size.add',
    row: size,
    values: (s) => ({
      name: s?.name ?? '',
      short: s?.short ?? null,
      long: s?.long ?? null,
      unit: (s?.unit ?? room) as LengthUnit,
    }),
    input: (v) => v,
    done: (v) => (size ? `${v.name} is saved.` : `${v.name} is a size now.`),
    then: (value) => props.onDone(value.id),
  })
  const { name, short: a, long: b, unit } = form.values
  const edges = a !== null && b !== null ? { short: um(Math.min(a, b)), long: um(Math.max(a, b)) } : null
  const twin = edges && twinOf(sizes, edges, size?.id ?? null)
  const [one, other] = [form.at('short'), form.at('long')]
  const typed = (edge: 'short' | 'long') => (value: number | null) => {
    const field = edge === 'short' ? one : other
    field.set(value === null ? null : um(value))
    if (ratio === null || value === null) return
    const length = um(heldRatio(um(value), edge === 'short' ? ratio : 1 / ratio, unit))
    if (edge === 'short') other.set(length)
    else one.set(length)
  }
  const changes = size !== null && edges !== null && (edges.short !== size.short || edges.long !== size.long)
  return (
    <Form form={form} submit={size ? 'Save' : 'Add size'}>
      <FormText field={form.at('name')} label="Name" first />
      <div className={lists.fields}>
        <FormLength field={{ ...one, set: typed('short') }} label="Width, across the feed" min={10_000} />
        <FormLength field={{ ...other, set: typed('long') }} label="Length" min={10_000} />
        <FormChoices
          field={form.at('unit')}
          label="Its own unit"
          choices={[
            { value: 'mm', label: 'mm' },
            { value: 'in', label: 'in' },
          ]}
        />
      </div>
      <Checkbox
        label="Hold the ratio: one edge follows the other"
        checked={ratio !== null}
        disabled={edges === null}
        onChange={(e) => setRatio(e.currentTarget.checked && a !== null && b !== null && a > 0 ? b / a : null)}
      />
      {edges && a !== null && b !== null ? (
        <div aria-live="polite">
          {a > b ? (
            <p className={css.says}>
              Wider than long: as a sheet it is kept as {tradePair(edges.short, edges.long, unit)}, short edge first.
            </p>
          ) : null}
          {twin ? (
            <p className={`level-caution ${css.says}`}>
              The room has it already: {twin.name}, {tradePair(twin.short, twin.long, unit)}.
            </p>
          ) : null}
          {changes ? (
            <p className={css.says}>
              Open slips keep {tradePair(size.short, size.long, unit)}, say so, and can take the new size on one press.
            </p>
          ) : null}
          {name.trim() ? (
            <p className={`soft ${css.says}`}>
              Printers will know it as {customPwgName(name, edges.short, edges.long, unit)}.
            </p>
          ) : null}
          <Verdicts size={edges} queues={queues} />
        </div>
      ) : null}
    </Form>
  )
}
