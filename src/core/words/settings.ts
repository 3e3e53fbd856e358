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
  edgeAllowed: 'edge',
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

/** The name of a setting's value, for people. */
export function sayValue(key: keyof Settings, value: unknown, world: SettingWorld): string {
  const named = (list: readonly { readonly id: string; readonly name: string }[]): string =>
    list.find((x) => x.id === value)?.name ?? 'gone'
  switch (key) {
    case 'queueId':
      return named(world.queues)
    case 'paperId':
      return named(world.papers)
    case 'feedId':
      return named(world.queues.flatMap((q) => q.feeds))
    case 'mediaSettingId':
      return named(world.queues.flatMap((q) => q.facts.mediaSettings))
    case 'qualityId':
      return named(world.queues.flatMap((q) => q.facts.qualities)).toLowerCase()
    case 'fileColour':
      return sayFileColour(value as FileColour, world)
    case 'tint':
      return value === null ? 'none' : `${(value as { a: number }).a}, ${(value as { b: number }).b}`
    case 'mirror':
      return value ? 'on' : 'off'
    case 'edgeAllowed':
      return value === 'either' ? 'either' : 'margins only'
    case 'own':
      return sayOwn(value as Settings['own'], world)
    case 'topcoat':
    case 'printerColour':
      return value === null ? 'none' : String(value)
    case 'driverProfile':
      return sayDriverProfile(value as Settings['driverProfile'])
    default:
      return typeof value === 'object' ? JSON.stringify(value) : String(value)
  }
}

export const sayDriverProfile = (p: Settings['driverProfile']): string => (p ? `${p.name}, ${p.intent}` : 'not said')

/** How the printer makes colour, in a word or two: `monochrome`, `printer own`. */
export const sayPrinterColour = (s: Pick<Settings, 'colourMode' | 'printerColour'>): string =>
  s.colourMode === 'monochrome' ? 'monochrome' : `printer ${s.printerColour ?? 'colour not said'}`

export function sayFileColour(colour: FileColour, world: Pick<SettingWorld, 'profiles' | 'retiredProfiles'>): string {
  if (colour.kind === 'untouched') return 'untouched'
  const is = (p: { readonly id: string }): boolean => p.id === colour.profileId
  const retired = world.retiredProfiles.find(is)?.name
  const name = world.profiles.find(is)?.name ?? (retired ? `${retired} (retired)` : 'a profile that is gone')
  return `to ${name}, ${colour.intent}, black point ${colour.blackPoint ? 'on' : 'off'}`
}

/** Own options that belong to the seal, of the queue that settings print through. */
export const sealOwnOf = (world: SettingWorld, settings: Settings): readonly string[] =>
  world.queues
    .find((q) => q.id === settings.queueId)
    ?.facts.ownOptions.filter((o) => o.inSeal)
    .map((o) => o.id) ?? []

/** What a version changed against the one before, in a line: `quality fine, was quick: new seal`. */
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
    return `${option?.name.toLowerCase() ?? id} ${option?.values.find((v) => v.id === value)?.name.toLowerCase() ?? value}`
  })
  return said.length > 0 ? said.join(', ') : 'none'
}
