import { differences } from '@/core/preset/differences'
import type { FileColour, Settings } from '@/core/preset/settings'
import type { QueueFacts } from '@/core/printer/facts'

type Named = { readonly id: string; readonly name: string }

/** The names by which settings are read. */
export type SettingWorld = {
  readonly queues: readonly (Named & { readonly feeds: readonly Named[]; readonly facts: QueueFacts })[]
  readonly papers: readonly Named[]
  readonly profiles: readonly Named[]
  /** no longer offered, but versions name them */
  readonly retiredProfiles: readonly Named[]
}

/** What each setting is called on the page. */
export const SETTING_NAMES: Readonly<Record<keyof Settings, string>> = {
  queueId: 'queue',
  inkSet: 'ink set',
  paperId: 'paper',
  mediaSettingId: 'media setting',
  feedId: 'feed',
  edgeAllowed: 'borderless',
  blackInk: 'black ink',
  qualityId: 'quality',
  passes: 'passes',
  topcoat: 'topcoat',
  fileColour: 'file colour',
  colourMode: 'colour mode',
  printerColour: 'printer colour',
  driverProfile: 'driver’s profile',
  tint: 'tint',
  bits: 'bits',
  mirror: 'mirror',
  own: 'own options',
}

const named = (id: string, list: readonly Named[]): string => list.find((x) => x.id === id)?.name ?? 'gone'
const orNone = (word: string | null): string => word ?? 'none'

/** How each setting's value is said. */
const SAID: { readonly [K in keyof Settings]: (value: Settings[K], world: SettingWorld) => string } = {
  queueId: (id, world) => named(id, world.queues),
  inkSet: String,
  paperId: (id, world) => named(id, world.papers),
  mediaSettingId: (id, world) =>
    named(
      id,
      world.queues.flatMap((q) => q.facts.mediaSettings),
    ),
  feedId: (id, world) =>
    named(
      id,
      world.queues.flatMap((q) => q.feeds),
    ),
  edgeAllowed: (edge) => (edge === 'either' ? 'allowed' : 'not allowed'),
  blackInk: String,
  qualityId: (id, world) =>
    named(
      id,
      world.queues.flatMap((q) => q.facts.qualities),
    ).toLowerCase(),
  passes: String,
  topcoat: orNone,
  fileColour: (colour, world) => sayFileColour(colour, world),
  colourMode: String,
  printerColour: orNone,
  driverProfile: (profile) => sayDriverProfile(profile),
  tint: (tint) => (tint === null ? 'none' : `${tint.a}, ${tint.b}`),
  bits: String,
  mirror: (on) => (on ? 'on' : 'off'),
  own: (own, world) => sayOwn(own, world),
}

/** The name of a setting's value, for people. @example sayValue('tint', { a: 2, b: 1 }, ROOM) // '2, 1' */
export const sayValue = <K extends keyof Settings>(key: K, value: Settings[K], world: SettingWorld): string =>
  SAID[key](value, world)

/**
 * The driver's profile with its intent.
 * @example sayDriverProfile({ name: 'Lustre, fine', intent: 'relative' }) // 'Lustre, fine, relative'
 */
export const sayDriverProfile = (p: Settings['driverProfile']): string => (p ? `${p.name}, ${p.intent}` : 'not said')

/**
 * How the printer makes colour, in a word or two: `monochrome`, `printer own`.
 * @example sayPrinterColour({ colourMode: 'monochrome', printerColour: null }) // 'monochrome'
 */
export const sayPrinterColour = (s: Pick<Settings, 'colourMode' | 'printerColour'>): string =>
  s.colourMode === 'monochrome' ? 'monochrome' : `printer ${s.printerColour ?? 'colour not said'}`

/**
 * What is done to the file's colour.
 * @example sayFileColour({ kind: 'untouched' }, { profiles: [], retiredProfiles: [] }) // 'untouched'
 */
export function sayFileColour(colour: FileColour, world: Pick<SettingWorld, 'profiles' | 'retiredProfiles'>): string {
  if (colour.kind === 'untouched') return 'untouched'
  const is = (p: { readonly id: string }): boolean => p.id === colour.profileId
  const retired = world.retiredProfiles.find(is)?.name
  const name = world.profiles.find(is)?.name ?? (retired ? `${retired} (retired)` : 'a profile that is gone')
  return `to ${name}, ${colour.intent}, black point ${colour.blackPoint ? 'on' : 'off'}`
}

/**
 * Own options that belong to the seal, of the queue that settings print through.
 * @example sealOwnOf({ queues: [{ id: 'q', facts: { ownOptions: [{ id: 'drying', inSeal: true }, { id: 'sound', inSeal: false }] } }] }, VERSION.settings) // ['drying']
 */
export const sealOwnOf = (world: SettingWorld, settings: Settings): readonly string[] =>
  world.queues
    .find((q) => q.id === settings.queueId)
    ?.facts.ownOptions.filter((o) => o.inSeal)
    .map((o) => o.id) ?? []

/**
 * What a version changed against the one before, in a line: `quality fine, was quick: new seal`.
 * @example sayChange(VERSION.settings, { ...VERSION.settings, mirror: true }, { queues: [] }) // 'mirror on, was off: same seal'
 */
export function sayChange(before: Settings | null, after: Settings, world: SettingWorld): string {
  if (!before) return 'the first version'
  const { changed, newSeal } = differences(before, after, sealOwnOf(world, after))
  if (changed.length === 0) return 'nothing changed: same seal'
  const words = changed.map(
    (d) => `${SETTING_NAMES[d.key]} ${sayValue(d.key, d.to, world)}, was ${sayValue(d.key, d.from, world)}`,
  )
  return `${words.join('; ')}: ${newSeal ? 'new' : 'same'} seal`
}

function sayOwn(own: Settings['own'], world: SettingWorld): string {
  const options = world.queues.flatMap((q) => q.facts.ownOptions)
  const said = Object.entries(own).map(([id, value]) => {
    const option = options.find((o) => o.id === id)
    const named = option?.values.find((v) => v.id === value)?.name.toLowerCase() ?? 'a value that is gone'
    return `${option?.name.toLowerCase() ?? 'an option that is gone'} ${named}`
  })
  return said.length > 0 ? said.join(', ') : 'none'
}
