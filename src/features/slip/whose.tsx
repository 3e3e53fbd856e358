'use client'

import { MemberSelect, type Somebody } from '@/ui/parts/member-select'

/** Whose print it is, asked where a run is about to be logged for nobody. */
export type WhoseProps = {
  readonly memberId: string | null
  readonly people: readonly Somebody[]
  readonly onMember: (memberId: string | null, who: Somebody | null) => void
}

/** Nothing while the slip has a member; else a list, and what it means to leave it empty. */
export function Whose({ whose, asked }: { readonly whose: WhoseProps; readonly asked: boolean }) {
  if (!asked) return null
  return (
    <MemberSelect
      label="Whose print is it?"
      description={whose.memberId ? undefined : 'Left empty, nobody is charged; it can be set at the run later.'}
      placeholder="which member?"
      clearable
      value={whose.memberId}
      people={whose.people}
      nothingFoundMessage="No member has this name. Add them under Members."
      onChange={(memberId, who) => whose.onMember(memberId, who)}
    />
  )
}
