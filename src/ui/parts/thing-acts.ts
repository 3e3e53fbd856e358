'use client'

import type { ActionInput } from '@/contract/actions'
import type { RowAct } from './row-menu'
import { useDo } from './use-do'

type Kind = ActionInput<'thing.retire'>['kind']

/** Takes something out of what is offered, or deletes it while nothing uses it: the last acts of its menu. */
export function useThingActs() {
  const { act } = useDo()
  return (kind: Kind, row: { readonly id: string; readonly revision: number }, name: string): readonly RowAct[] => [
    {
      ...{ label: 'Retire', away: true },
      act: () =>
        void act('thing.retire', { kind, id: row.id, revision: row.revision }, `${name} is no longer offered.`),
    },
    {
      ...{ label: 'Delete', away: true },
      act: () => void act('thing.delete', { kind, id: row.id }, `${name} is gone.`),
    },
  ]
}
