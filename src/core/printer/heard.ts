import type { Um } from '@/core/length/length'
import type { Feed, QueueFacts, Surface } from './facts'
import { couldBe } from './ready'
import type { ToldReady } from './told'

/** What a printer says of itself now: what is in it, and what somebody set at it. */
export type Heard = {
  readonly ready: readonly ToldReady[]
  readonly settings: { readonly copies: number | null; readonly colourMode: string | null }
  readonly state: 'idle' | 'processing' | 'stopped' | 'not told'
  readonly reasons: readonly string[]
}

/** When each setting became what it is; null: it was so when the printer was first asked. */
export type HeardSince = { readonly copies: number | null; readonly colourMode: number | null }

/** What is noted as loaded in a feed, with what of it a printer can know. */
export type Noted = {
  readonly feedId: string
  readonly paperName: string
  readonly kind: 'sheet' | 'roll'
  readonly width: Um
  readonly length: Um
  readonly surface: Surface
  /** what the printer said when somebody looked and said that it is as noted all the same */
  readonly confirmed: string | null
}

/** What a printer says is in a feed and the room does not know. */
export type SaysInstead = {
  readonly feedId: string
  readonly width: Um
  readonly length: Um
  readonly roll: boolean
  /** the room's name of the media setting that it says, with the surfaces that it prints on; null: it says none */
  readonly mediaSetting: { readonly name: string; readonly surfaces: readonly Surface[] } | null
  /** null: nothing is noted there */
  readonly noted: string | null
  /** what was said, to be confirmed by */
  readonly key: string
}

/** @example readyKey({ source: 'main', width: 210000, length: 297000, mediaType: 'stationery' }) // 'main 210000 297000 stationery' */
export const readyKey = (r: ToldReady): string => `${r.source} ${r.width} ${r.length} ${r.mediaType ?? '-'}`

/**
 * What a queue's printer says is loaded, where that is not what is noted: another form, a kind of paper that the noted one
 * is not, or nothing noted at all. What somebody confirmed is not asked again until the printer says something else.
 * A feed for single sheets holds one only while somebody stands there: what it had last is not asked about.
 * @example saysInstead([], { ipp: { sources: {}, types: {}, qualities: {} }, mediaSettings: [] }, [], []) // []
 */
export function saysInstead(
  ready: readonly ToldReady[],
  facts: Pick<QueueFacts, 'ipp' | 'mediaSettings'>,
  noted: readonly Noted[],
  feeds: readonly Pick<Feed, 'id' | 'kind'>[],
): readonly SaysInstead[] {
  const feedOf = (keyword: string): string | null =>
    Object.entries(facts.ipp.sources).find(([, word]) => word === keyword)?.[0] ?? null
  return ready.flatMap((r): readonly SaysInstead[] => {
    const feedId = feedOf(r.source)
    if (feedId === null) return []
    const key = readyKey(r)
    const there = noted.find((n) => n.feedId === feedId) ?? null
    const setting = facts.mediaSettings.find((m) => (facts.ipp.types[m.id] ?? m.id) === r.mediaType) ?? null
    const kind = feeds.find((f) => f.id === feedId)?.kind ?? null
    if (kind === null || (kind === 'sheet' && !there)) return []
    const roll = kind === 'roll'
    const told = { roll, width: r.width, length: r.length, surfaces: setting?.surfaces ?? null }
    if (there && (there.confirmed === key || couldBe(told, there))) return []
    return [
      {
        ...{ feedId, width: r.width, length: r.length, roll, key, noted: there?.paperName ?? null },
        mediaSetting: setting && { name: setting.name, surfaces: setting.surfaces },
      },
    ]
  })
}

/** Something that was set at a printer and is not what a version wants. */
export type SetAtPrinter = {
  readonly what: 'copies' | 'colour mode'
  readonly is: string
  readonly since: number | null
}

/**
 * What somebody left set at the printer, against what a version wants: what is sent says its own, but whoever prints from
 * elsewhere inherits it.
 * @example setAtPrinter({ copies: 12, colourMode: null }, { copies: 5, colourMode: null }, 'colour') // [{ what: 'copies', is: '12', since: 5 }]
 */
export function setAtPrinter(
  settings: Heard['settings'],
  since: HeardSince,
  colourMode: 'colour' | 'monochrome',
): readonly SetAtPrinter[] {
  const wanted = colourMode === 'colour' ? ['color', 'auto'] : ['monochrome', 'auto-monochrome', 'auto']
  return [
    ...(settings.copies !== null && settings.copies !== 1
      ? [{ what: 'copies' as const, is: String(settings.copies), since: since.copies }]
      : []),
    // a default of another mode is set for nobody yet; one that was changed was set by somebody
    ...(settings.colourMode !== null && since.colourMode !== null && !wanted.includes(settings.colourMode)
      ? [{ what: 'colour mode' as const, is: settings.colourMode, since: since.colourMode }]
      : []),
  ]
}
