'use client'

import { Select, type SelectProps } from '@mantine/core'
import { useEffect, useState } from 'react'
import { foldedFilter } from '@/ui/parts/folded-filter'

/** Somebody to choose from. */
export type Somebody = { readonly id: string; readonly name: string; readonly groupName?: string | null }

const PAUSE_MS = 150

/** A list of the room's people that is searched on the server as one types: a room may have thousands. */
export function MemberSelect({
  people,
  value,
  onChange,
  ...rest
}: Omit<SelectProps, 'data' | 'value' | 'onChange' | 'searchable'> & {
  /** the first of the list, with whoever is chosen */
  readonly people: readonly Somebody[]
  readonly value: string | null
  readonly onChange: (id: string | null, who: Somebody | null) => void
}) {
  const [found, setFound] = useState<readonly Somebody[]>([])
  const [text, setText] = useState('')
  useEffect(() => {
    const typed = text.trim()
    if (typed === '' || people.some((p) => p.name === typed)) return
    const stop = new AbortController()
    const timer = setTimeout(async () => {
      try {
        const response = await fetch(`/api/people?q=${encodeURIComponent(typed)}`, { signal: stop.signal })
        setFound((await response.json()) as readonly Somebody[])
      } catch {
        // the list stays as it is while nobody answers
      }
    }, PAUSE_MS)
    return () => {
      clearTimeout(timer)
      stop.abort()
    }
  }, [text, people])
  const all = [...new Map([...people, ...found].map((p) => [p.id, p])).values()]
  return (
    <Select
      {...rest}
      searchable
      filter={foldedFilter}
      value={value}
      data={all.map((p) => ({ value: p.id, label: p.name }))}
      onSearchChange={setText}
      onChange={(id) => onChange(id, all.find((p) => p.id === id) ?? null)}
    />
  )
}
