import { sayDarkness } from '@/core/printer/darkness'
import { printQuality, type QueueFacts } from '@/core/printer/facts'
import { askedSize, type Told } from '@/core/printer/told'
import type { FedSheet } from '@/core/sheet/sheet'
import type { VersionFacts } from '@/core/slip/facts'
import type { Delivery } from './delivery'

/** What a printer is asked for, in its own words; lengths in hundredths of a millimetre (PWG 5100.7). */
export type Ticket = {
  readonly width: number
  readonly length: number
  /** media-source keyword; null: the printer chooses */
  readonly source: string | null
  readonly mediaType: string
  readonly margins: { readonly left: number; readonly right: number; readonly top: number; readonly bottom: number }
  readonly quality: 3 | 4 | 5
  readonly format: Delivery['format']
  readonly ppi: number
  readonly colourMode: 'color' | 'monochrome'
}

const UNIT = 10 // um
const units = (um: number): number => Math.round(um / UNIT)

/**
 * The ticket of a version on a sheet, by the size that the printer knows the sheet by. Borderless is asked for by margins of
 * nothing (PWG 5100.7, 6.3.1.12).
 * @example ticketFor(VERSION, QUEUE.ipp, QUEUE.qualities, { width: 257000, length: 364000 }, null, { format: 'image/jpeg', ppi: 360 }, null).source // 'main'
 */
export function ticketFor(
  version: VersionFacts,
  ipp: QueueFacts['ipp'],
  qualities: QueueFacts['qualities'],
  sheet: FedSheet,
  margins: { readonly left: number; readonly right: number; readonly lead: number; readonly trail: number } | null,
  delivery: Pick<Delivery, 'format' | 'ppi'>,
  told: Pick<Told, 'sizes'> | null,
): Ticket {
  const source = ipp.sources[version.feed.id] ?? null
  const asked = askedSize(told, source, sheet)
  const m = margins ?? { left: 0, right: 0, lead: 0, trail: 0 }
  return {
    width: units(asked.width),
    length: units(asked.length),
    source,
    mediaType: ipp.types[version.mediaSetting.id] ?? version.mediaSetting.id,
    margins: { left: units(m.left), right: units(m.right), top: units(m.lead), bottom: units(m.trail) },
    quality: printQuality({ qualities, ipp }, version.settings.qualityId),
    format: delivery.format,
    ppi: delivery.ppi,
    colourMode: version.settings.colourMode === 'monochrome' ? 'monochrome' : 'color',
  }
}

/**
 * Settings for which the protocol has no word: they have to be right at the printer.
 * @example notSent({ ...VERSION, settings: { ...VERSION.settings, topcoat: 'even' } }, -2) // ['topcoat even', 'one-way passes', 'darkness −2']
 */
export function notSent(version: VersionFacts, darkness: number): readonly string[] {
  const s = version.settings
  return [
    ...(s.topcoat === null ? [] : [`topcoat ${s.topcoat}`]),
    ...(s.passes === 'one-way' ? ['one-way passes'] : []),
    ...(s.tint && (s.tint.a !== 0 || s.tint.b !== 0) ? [`tint ${s.tint.a}, ${s.tint.b}`] : []),
    ...(darkness === 0 ? [] : [sayDarkness(darkness, version.darkness)]),
    ...Object.entries(s.own).map(([id, value]) => {
      const option = version.ownOptions.find((o) => o.id === id)
      return `${option?.name ?? id}: ${option?.values.find((v) => v.id === value)?.name ?? value}`
    }),
  ]
}
