'use client'

import { Select } from '@mantine/core'

/** Whose print it is, asked where a run is about to be logged for nobody. */
export type WhoseProps = {
  readonly memberId: string | null
  readonly people: readonly { readonly id: string; readonly name: string }[]
  readonly onMember: (memberId: string | null) => void
}

/** Nothing while the slip has a member; else a list, and what it means to leave it empty. */
export function Whose({ whose, asked }: { readonly whose: WhoseProps; readonly asked: boolean }) {
  if (!asked) return null
  return (
    <Select
      label="Whose print is it?"
      description={whose.memberId ? undefined : 'Left empty, nobody is charged; it can be set at the run later.'}
      placeholder="which member?"
      searchable
      clearable
      value={whose.memberId}
      data={whose.people.map((p) => ({ value: p.id, label: p.name }))}
      nothingFoundMessage="No member has this name. Add them under Members."
      onChange={(memberId) => whose.onMember(memberId)}
    />
  )
}
