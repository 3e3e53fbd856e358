import { sayDarkness } from '@/core/printer/darkness'
import type { VersionFacts } from '@/core/slip/facts'

/**
 * What stands above a wedge: it has to be found again in a pile, and read by whoever holds it.
 * @example sayWedgeHeader(VERSION, { code: '4K7', darkness: 0, place: 1, of: 1, now: 0, zone: 'UTC' })[0] // 'Wedge 4K7'
 */
export function sayWedgeHeader(
  version: VersionFacts,
  w: {
    readonly code: string
    readonly darkness: number
    /** the curve that it goes through, in words; null or left away: none */
    readonly through?: string | null
    readonly place: number
    readonly of: number
    readonly now: number
    readonly zone: string
  },
): readonly string[] {
  const day = new Intl.DateTimeFormat('en-GB', { dateStyle: 'medium', timeZone: w.zone }).format(w.now)
  return [
    w.of === 1 ? `Wedge ${w.code}` : `Wedge ${w.code}, ${w.place} of ${w.of} on this sheet`,
    `${version.queueName}, ${version.paper.name}, ${version.mediaSetting.name}, ${version.quality.name}`,
    `${version.presetName}, version ${version.number}, seal ${version.seal}`,
    [sayDarkness(w.darkness, version.darkness), ...(w.through ? [`through ${w.through}`] : []), `printed ${day}`].join(
      ', ',
    ),
  ]
}
