import { fromMm } from '@/core/length/length'
import type { MediaSetting } from '@/core/printer/facts'

/** Millimetres. */
export const mm = fromMm

/** A media setting of the demo. */
export const setting = (
  id: string,
  name: string,
  group: string,
  surfaces: MediaSetting['surfaces'],
  blacks: MediaSetting['blacks'],
  rates: MediaSetting['rates'],
  longestMm: number | null = null,
): MediaSetting => ({
  id,
  name,
  group,
  surfaces,
  blacks,
  inkLimit: blacks.includes('photo') ? { photo: 100 } : { matte: 85 },
  longest: longestMm === null ? null : mm(longestMm),
  rates,
})

/** The id of a feed that was made before its queue. */
export const at = (ids: readonly string[], i: number): string => {
  const id = ids[i]
  if (!id) throw new Error(`feed ${i} was not made`)
  return id
}

/** What a square metre takes at each step of quality. */
export const quick = { minutesPerM2: 14, mlPerM2: 7.5 }
export const fine = { minutesPerM2: 32, mlPerM2: 9.4 }
export const slow = { minutesPerM2: 58, mlPerM2: 11.2 }
