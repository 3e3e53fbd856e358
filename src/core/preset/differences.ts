import { sealedText } from './seal'
import type { Settings } from './settings'

/** One setting that two versions do not share, by its key, with both values as data. */
export type Difference<K extends keyof Settings = keyof Settings> = {
  readonly key: K
  readonly from: Settings[K]
  readonly to: Settings[K]
}

/** The order in which a preset's page shows its settings. */
export const SETTING_ORDER: readonly (keyof Settings)[] = [
  'queueId',
  'inkSet',
  'paperId',
  'mediaSettingId',
  'feedId',
  'edgeAllowed',
  'blackInk',
  'qualityId',
  'passes',
  'topcoat',
  'fileColour',
  'colourMode',
  'printerColour',
  'driverProfile',
  'tint',
  'bits',
  'mirror',
  'own',
]

/**
 * What differs between two versions, in the page's order, and whether the seal does.
 * @example differences(VERSION.settings, { ...VERSION.settings, mirror: true }) // { changed: [{ key: 'mirror', from: false, to: true }], newSeal: false }
 */
export function differences(
  from: Settings,
  to: Settings,
  sealOwn: readonly string[] = [],
): { readonly changed: readonly Difference[]; readonly newSeal: boolean } {
  const changed = SETTING_ORDER.filter((key) => JSON.stringify(from[key]) !== JSON.stringify(to[key])).map((key) => ({
    key,
    from: from[key],
    to: to[key],
  }))
  return { changed, newSeal: sealedText(from, sealOwn) !== sealedText(to, sealOwn) }
}
