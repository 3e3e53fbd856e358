'use client'

import { um } from '@/core/length/length'
import type { ExactBy } from '@/core/placing/placing'
import { sameSheet } from '@/core/sizes/shelf'
import type { Size } from '@/core/sizes/sizes'
import type { PlainPatch } from '@/core/slip/body'
import type { PieceOutcome } from '@/core/slip/outcome'
import { LengthField } from '@/ui/fields/length-field'
import { SizeSelect } from '@/ui/fields/size-select'
import { Choices } from '@/ui/parts/choices'
import css from '../slip.module.css'

/** The size of a print: by its name, or by one edge or both. */
export function ExactFields({
  by,
  laid,
  sizes,
  onChange,
}: {
  readonly by: ExactBy
  readonly laid: PieceOutcome | null
  /** print sizes that have a name */
  readonly sizes: readonly Size[]
  readonly onChange: (patch: PlainPatch) => void
}) {
  const set = (next: ExactBy): void => onChange({ placing: { mode: 'exact', by: next } })
  const switchTo = (edge: ExactBy['edge']): void => {
    const w = laid?.asked.w ?? um(100_000)
    const h = laid?.asked.h ?? um(100_000)
    if (edge === 'both') return set({ edge, width: w, height: h })
    const length =
      edge === 'width' ? w : edge === 'height' ? h : edge === 'long' ? um(Math.max(w, h)) : um(Math.min(w, h))
    set({ edge, um: length })
  }
  const named =
    by.edge === 'both'
      ? (sizes.find((s) => sameSheet(s, { short: Math.min(by.width, by.height), long: Math.max(by.width, by.height) }))
          ?.id ?? null)
      : null
  /** A named size the way round that the picture stands. */
  const take = (size: Pick<Size, 'short' | 'long'>): void => {
    const lies = laid !== null && laid.asked.w > laid.asked.h
    const [width, height] = lies ? [size.long, size.short] : [size.short, size.long]
    set({ edge: 'both', width, height })
  }
  return (
    <div className={css.stack}>
      <SizeSelect
        label="Print size by its name"
        hideLabel
        placeholder="A size by its name, or 13 x 38 in"
        nothing="No size has that name. Type its sides, as in 13 x 38 in."
        sizes={sizes.filter((s) => !s.retired)}
        value={named}
        onChange={take}
        onTyped={take}
      />
      <Choices
        label="Which edge is given"
        value={by.edge}
        choices={[
          { value: 'width', label: 'width' },
          { value: 'height', label: 'height' },
          { value: 'long', label: 'long' },
          { value: 'short', label: 'short' },
          { value: 'both', label: 'both' },
        ]}
        onChange={switchTo}
      />
      {by.edge === 'both' ? (
        <div className={css.row}>
          <LengthField label="Width" value={by.width} min={1000} onChange={(width) => set({ ...by, width })} />
          <LengthField label="Height" value={by.height} min={1000} onChange={(height) => set({ ...by, height })} />
        </div>
      ) : (
        <LengthField
          label="Size"
          hideLabel
          value={by.um}
          min={1000}
          onChange={(length) => set({ edge: by.edge, um: length })}
        />
      )}
    </div>
  )
}
