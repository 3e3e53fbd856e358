import { type Um, um } from '@/core/length/length'
import { tradeLength } from '@/core/length/write'
import type { Settings } from '@/core/preset/settings'
import {
  type BlackInk,
  COLOUR_MODES,
  type Feed,
  PRINTER_COLOURS,
  type QueueFacts,
  type Surface,
} from '@/core/printer/facts'
import type { Option, Rule, Selection } from '@/core/rules/rules'

export type RoomPaper = {
  readonly id: string
  readonly name: string
  readonly surface: Surface
  /** um, g/m2; null: nobody has said, and no limit closes it */
  readonly thickness: number | null
  readonly weight: number | null
}
/** `grey`: made for the printer's monochrome (its space is GRAY). */
export type RoomProfile = { readonly id: string; readonly name: string; readonly grey: boolean }

/** What one queue's options are made of. */
export type QueueWorld = {
  readonly feeds: readonly Feed[]
  readonly facts: QueueFacts
  readonly papers: readonly RoomPaper[]
  readonly profiles: readonly RoomProfile[]
  /** the room's sizes, where its rules may speak of them: no setting of a preset, a print says it */
  readonly sizes?: readonly { readonly id: string; readonly name: string }[]
}

/** Whether a queue's own rules speak of sizes. @example speaksOfSizes([]) // false */
export const speaksOfSizes = (rules: readonly Rule[]): boolean =>
  rules.some((r) => [...r.when, r.then].some((l) => l.option === 'size'))

export const NO_TOPCOAT = 'none'
export const UNTOUCHED = 'untouched'

const words = (...list: readonly string[]) => list.map((w) => ({ id: w, name: w[0]?.toUpperCase() + w.slice(1) }))
const named = (list: readonly { readonly id: string; readonly name: string }[]) =>
  list.map(({ id, name }) => ({ id, name }))

/**
 * Lengths at which something changes: the longest print of a media setting, the end of a feed. Ascending.
 * @example thresholds(ROOM).length // 2
 */
export function thresholds({ feeds, facts }: QueueWorld): readonly Um[] {
  const used = feeds.filter((f) => facts.feeds.some((x) => x.feedId === f.id))
  const all = [
    ...used.map((f) => f.maxLength),
    ...facts.mediaSettings.flatMap((m) => (m.longest === null ? [] : [m.longest])),
  ]
  return [...new Set(all)].sort((a, b) => a - b).map(um)
}

/**
 * The blacks that some media setting of a queue prints with; none where there is nothing to choose.
 * @example blacksOf(ROOM.facts) // ['matte']
 */
export const blacksOf = (facts: QueueFacts): readonly BlackInk[] =>
  (['photo', 'matte'] as const).filter((b) => facts.mediaSettings.some((m) => m.blacks.includes(b)))

/**
 * The options of one queue in the order in which people work: paper and media setting, feed, edge, inks, quality, colour.
 * @example optionsOf(ROOM).map((o) => o.id).slice(0, 4) // ['paper', 'mediaSetting', 'feed', 'edge']
 */
export function optionsOf(world: QueueWorld): readonly Option[] {
  const { facts } = world
  const feeds = world.feeds.filter((f) => facts.feeds.some((x) => x.feedId === f.id))
  const list: Option[] = [
    { id: 'paper', name: 'Paper', values: named(world.papers) },
    { id: 'mediaSetting', name: 'Media setting', values: named(facts.mediaSettings) },
    { id: 'feed', name: 'Feed', values: named(feeds) },
    {
      id: 'edge',
      name: 'Borderless',
      values: [
        { id: 'either', name: 'Allowed' },
        { id: 'margins', name: 'Not allowed' },
      ],
    },
    { id: 'blackInk', name: 'Black ink', values: words(...blacksOf(facts)) },
    { id: 'quality', name: 'Quality', values: named(facts.qualities) },
    { id: 'passes', name: 'Passes', values: words('one-way', 'two-way') },
    { id: 'topcoat', name: 'Topcoat', values: [...words(NO_TOPCOAT), ...words(...facts.topcoats)] },
    {
      id: 'fileColour',
      name: 'File colour',
      values: [...words(UNTOUCHED), ...world.profiles.map((p) => ({ id: p.id, name: `To ${p.name}` }))],
    },
    { id: 'colourMode', name: 'Colour mode', values: words(...facts.colourModes) },
    // of colour alone: in monochrome nobody chooses it, and tint follows monochrome
    { id: 'printerColour', name: 'Printer colour', values: words(...facts.printerColours) },
    {
      id: 'bits',
      name: 'Bits',
      values: [
        { id: '8', name: '8' },
        { id: '16', name: '16' },
      ],
    },
    { id: 'mirror', name: 'Mirror', values: words('off', 'on') },
    {
      id: 'length',
      name: 'Longest print',
      values: thresholds(world).map((t) => ({ id: String(t), name: `Up to ${tradeLength(t, 'mm')}` })),
    },
    { id: 'size', name: 'Size', values: named(world.sizes ?? []) },
    ...facts.ownOptions.map((o) => ({ id: `own:${o.id}`, name: o.name, values: o.values })),
  ]
  return list.filter((o) => o.values.length > 0)
}

/**
 * A preset's settings as a selection of its queue's options; what the queue does not offer is left out.
 * @example selectionOf(VERSION.settings, optionsOf(ROOM)).printerColour // 'own'
 */
export function selectionOf(s: Settings, options: readonly Option[]): Selection {
  const all: Record<string, string> = {
    paper: s.paperId,
    mediaSetting: s.mediaSettingId,
    feed: s.feedId,
    edge: s.edgeAllowed,
    blackInk: s.blackInk ?? '',
    quality: s.qualityId,
    passes: s.passes,
    topcoat: s.topcoat ?? NO_TOPCOAT,
    fileColour: s.fileColour.kind === 'untouched' ? UNTOUCHED : s.fileColour.profileId,
    colourMode: s.colourMode,
    printerColour: s.colourMode === 'monochrome' ? '' : (s.printerColour ?? ''),
    bits: String(s.bits),
    mirror: s.mirror ? 'on' : 'off',
    ...Object.fromEntries(Object.entries(s.own).map(([k, v]) => [`own:${k}`, v])),
  }
  return Object.fromEntries(
    options.flatMap((o) => (o.values.some((v) => v.id === all[o.id]) ? [[o.id, all[o.id] ?? '']] : [])),
  )
}

/**
 * Values of a queue's options that a preset names and the queue does not have.
 * @example strays({ ...VERSION.settings, qualityId: 'gone' }, optionsOf(ROOM)) // ['Quality']
 */
export function strays(s: Settings, options: readonly Option[]): readonly string[] {
  const known = selectionOf(s, options)
  return (
    options
      .filter((o) => o.id !== 'length' && o.id !== 'size' && !o.id.startsWith('own:') && known[o.id] === undefined)
      // monochrome is made in one way
      .filter((o) => o.id !== 'printerColour' || s.colourMode !== 'monochrome')
      .map((o) => o.name)
  )
}

/**
 * A selection put back into settings; what a selection does not speak of stays as it was.
 * @example settingsWith(VERSION.settings, { mirror: 'on' }).mirror // true
 */
export function settingsWith(s: Settings, selection: Selection): Settings {
  const pick = (id: string, now: string): string => selection[id] ?? now
  const file = pick('fileColour', s.fileColour.kind === 'untouched' ? UNTOUCHED : s.fileColour.profileId)
  const topcoat = pick('topcoat', s.topcoat ?? NO_TOPCOAT)
  const colourMode = COLOUR_MODES.find((m) => m === pick('colourMode', s.colourMode)) ?? s.colourMode
  const monochrome = colourMode === 'monochrome'
  const printerColour = monochrome ? '' : pick('printerColour', s.printerColour ?? '')
  const kept = s.fileColour.kind === 'profile' ? s.fileColour : { intent: 'relative' as const, blackPoint: true }
  return {
    ...s,
    paperId: pick('paper', s.paperId),
    mediaSettingId: pick('mediaSetting', s.mediaSettingId),
    feedId: pick('feed', s.feedId),
    edgeAllowed: pick('edge', s.edgeAllowed) as Settings['edgeAllowed'],
    blackInk: (pick('blackInk', s.blackInk ?? '') || null) as Settings['blackInk'],
    qualityId: pick('quality', s.qualityId),
    passes: pick('passes', s.passes) as Settings['passes'],
    topcoat: topcoat === NO_TOPCOAT ? null : topcoat,
    fileColour:
      file === UNTOUCHED
        ? { kind: 'untouched' }
        : { kind: 'profile', profileId: file, intent: kept.intent, blackPoint: kept.blackPoint },
    colourMode,
    printerColour: PRINTER_COLOURS.find((c) => c === printerColour) ?? null,
    driverProfile: printerColour === 'driver profile' ? s.driverProfile : null,
    // monochrome always has a tint; 0, 0 is neutral
    tint: monochrome ? (s.tint ?? { a: 0, b: 0 }) : null,
    bits: pick('bits', String(s.bits)) === '16' ? 16 : 8,
    mirror: pick('mirror', s.mirror ? 'on' : 'off') === 'on',
    own: {
      ...s.own,
      ...Object.fromEntries(
        Object.entries(selection).flatMap(([k, v]) => (k.startsWith('own:') ? [[k.slice(4), v]] : [])),
      ),
    },
  }
}
