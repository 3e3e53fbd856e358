import type { DoorContext } from '@/server/door/door'
import { countedOn, newlyClosed } from '@/server/stores/closings'

/** Asks before presets, drafts and waiting slips are closed, or what was measured with them turns stale. */
export const asksWhatCloses = (what: string) => ({
  what: () => what,
  uses: (_: unknown, { db }: DoorContext) => {
    const before = countedOn(db)
    return () => newlyClosed(before, countedOn(db))
  },
})
