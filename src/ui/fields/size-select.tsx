'use client'

import { type ComboboxItem, Select } from '@mantine/core'
import { useState } from 'react'
import type { Um } from '@/core/length/length'
import { tradePair } from '@/core/length/write'
import { sizeMeant, sizeTyped } from '@/core/sizes/shelf'
import type { Size } from '@/core/sizes/sizes'
import { useWays } from '@/ui/unit/unit'

/** The choice that stands for what was typed. */
const TYPED = 'typed'

/** One of the sizes that have a name: found by a part of it, or by its dimensions in any unit. */
export function SizeSelect<S extends Pick<Size, 'id' | 'name' | 'short' | 'long'>>(props: {
  readonly label: string
  readonly hideLabel?: boolean
  readonly placeholder?: string
  /** said where nothing is meant by what is typed */
  readonly nothing?: string
  readonly sizes: readonly S[]
  readonly value: string | null
  readonly onChange: (size: S) => void
  /** takes dimensions that no size has, typed like `13 x 38 in`; left away: only sizes with a name are taken */
  readonly onTyped?: (size: { readonly short: Um; readonly long: Um }) => void
  /** it stands first in a dialog: the focus begins here */
  readonly inDialog?: boolean
}) {
  const { label, sizes, value, onChange } = props
  const { unit } = useWays()
  const [text, setText] = useState('')
  const typed = props.onTyped ? sizeTyped(text, unit) : null
  const fresh = typed && !sizes.some((s) => sizeMeant(text, s, unit)) ? typed : null
  const sizeOf = (id: string | null): S | undefined => sizes.find((s) => s.id === id)
  return (
    <Select
      {...(props.hideLabel ? { 'aria-label': label } : { label })}
      placeholder={props.placeholder ?? 'Type to find a size'}
      searchable
      allowDeselect={false}
      size="xs"
      data-autofocus={props.inDialog ? true : undefined}
      value={value}
      // what is typed takes the place of the name that stands there
      onFocus={(e) => e.currentTarget.select()}
      onSearchChange={setText}
      data={[
        ...sizes.map((s) => ({ value: s.id, label: s.name })),
        ...(fresh ? [{ value: TYPED, label: `${tradePair(fresh.short, fresh.long, unit)}, as typed` }] : []),
      ]}
      nothingFoundMessage={props.nothing ?? 'No size has that name.'}
      filter={({ options, search }) =>
        (options as ComboboxItem[]).filter((o) => {
          const size = sizeOf(o.value)
          return o.value === TYPED || (size !== undefined && sizeMeant(search, size, unit))
        })
      }
      onChange={(id) => {
        if (id === TYPED && fresh) props.onTyped?.(fresh)
        const size = sizeOf(id)
        if (size) onChange(size)
      }}
    />
  )
}
