import { differences } from '@/core/preset/differences'
import type { FileColour, Settings } from '@/core/preset/settings'
import type { PresetWorld } from './types'

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
  printerColour: 'printer colour',
  tint: 'tint',
  bits: 'bits',
  mirror: 'mirror',
  own: 'own options',
}

/** The name of a setting's value, for people. */
export function sayValue(key: keyof Settings, value: unknown, world: PresetWorld): string {
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
    case 'topcoat':
      return value === null ? 'none' : String(value)
    default:
      return typeof value === 'object' ? JSON.stringify(value) : String(value)
  }
}

export function sayFileColour(colour: FileColour, world: PresetWorld): string {
  if (colour.kind === 'untouched') return 'untouched'
  const name = world.profiles.find((p) => p.id === colour.profileId)?.name ?? 'a profile that is gone'
  return `to ${name}, ${colour.intent}, black point ${colour.blackPoint ? 'on' : 'off'}`
}

/** What a version changed against the one before, in a line: `quality fine, was quick: new seal`. */
export function sayChange(before: Settings | null, after: Settings, world: PresetWorld): string {
  if (!before) return 'the first version'
  const { changed, newSeal } = differences(before, after)
  if (changed.length === 0) return 'nothing changed: same seal'
  const words = changed.map(
    (d) => `${SETTING_NAMES[d.key]} ${sayValue(d.key, d.to, world)}, was ${sayValue(d.key, d.from, world)}`,
  )
  return `${words.join('; ')}: ${newSeal ? 'new' : 'same'} seal`
}
