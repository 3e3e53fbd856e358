import { type Um, um } from '@/core/length/length'
import { tradeLength } from '@/core/length/write'
import { Options } from '@/core/options/engine'
import type { Settings } from '@/core/preset/settings'
import {
  type BlackInk,
  COLOUR_MODES,
  type Feed,
  PRINTER_COLOURS,
  type QueueFacts,
  type Surface,
} from '@/core/printer/facts'
import type { Literal, Option, Rule, Selection } from '@/core/rules/rules'

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

const NO_TOPCOAT = 'none'
const UNTOUCHED = 'untouched'

const words = (...list: readonly string[]) => list.map((w) => ({ id: w, name: w[0]?.toUpperCase() + w.slice(1) }))
const named = (list: readonly { readonly id: string; readonly name: string }[]) =>
  list.map(({ id, name }) => ({ id, name }))

/** Lengths at which something changes: the longest print of a media setting, the end of a feed. Ascending. */
function thresholds({ feeds, facts }: QueueWorld): readonly Um[] {
  const used = feeds.filter((f) => facts.feeds.some((x) => x.feedId === f.id))
  const all = [
    ...used.map((f) => f.maxLength),
    ...facts.mediaSettings.flatMap((m) => (m.longest === null ? [] : [m.longest])),
  ]
  return [...new Set(all)].sort((a, b) => a - b).map(um)
}

/** The blacks that some media setting of a queue prints with; none where there is nothing to choose. */
const blacksOf = (facts: QueueFacts): readonly BlackInk[] =>
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

const is = (option: string, ...values: readonly string[]): Literal => ({ option, in: values })

const listed = (names: readonly string[], last: 'and' | 'or' = 'and'): string =>
  names.length <= 1 ? (names[0] ?? 'nothing') : `${names.slice(0, -1).join(', ')} ${last} ${names.at(-1)}`

/**
 * The rules that follow from a queue's facts, and those that the keeper wrote. Ids of derived rules name the fact, so
 * that they are the same every time.
 * @example rulesOf(ROOM)[0].because // 'Matte B prints with matte black'
 */
export function rulesOf(world: QueueWorld): readonly Rule[] {
  const options = optionsOf(world)
  const derived = [...mediaRules(world), ...feedRules(world), ...qualityRules(world), ...colourRules(world)]
  return [...derived, ...world.facts.rules].flatMap((rule) => sound(known(rule, options), options))
}

/** A rule without values that are not offered any more: a paper that is retired, an option that is gone. */
function known(rule: Rule, options: readonly Option[]): Rule {
  const of = (l: Literal): Literal => {
    const values = options.find((o) => o.id === l.option)?.values ?? []
    return values.length > 0 && l.in.every((v) => values.some((x) => x.id === v))
      ? l
      : { ...l, in: l.in.filter((v) => values.some((x) => x.id === v)) }
  }
  return { ...rule, when: rule.when.map(of), then: of(rule.then) }
}

/**
 * A derived rule whose result the queue cannot give at all ("... then printer colour is nothing") says instead that its
 * one condition is never met here; a condition that names nothing makes no rule. Where nothing else is left (a queue for
 * papers that the room does not have) the rule stays, and the contradiction is shown.
 */
function sound(rule: Rule, options: readonly Option[]): readonly Rule[] {
  if (rule.when.some((l) => l.in.length === 0)) return []
  if (rule.then.in.length > 0) return [rule]
  if (!options.some((o) => o.id === rule.then.option)) return []
  const [only] = rule.when
  const others = options.find((o) => o.id === only?.option)?.values.filter((v) => !only?.in.includes(v.id)) ?? []
  return only && others.length > 0 ? [{ ...rule, when: [], then: is(only.option, ...others.map((v) => v.id)) }] : [rule]
}

function mediaRules({ facts, papers, feeds }: QueueWorld): readonly Rule[] {
  const lengths = thresholds({ facts, papers, feeds, profiles: [] })
  // a paper that no media setting is for: said as that, and not by what each of them is for
  const surfaces = new Set(facts.mediaSettings.flatMap((m) => m.surfaces))
  const strange = [...new Set(papers.map((p) => p.surface))].filter((s) => !surfaces.has(s))
  const taken = (s: string): Rule => ({
    id: `no setting for ${s}`,
    when: [],
    then: is('paper', ...papers.filter((p) => p.surface !== s).map((p) => p.id)),
    because: `no media setting of this queue takes ${s} paper`,
  })
  const none = strange.length < new Set(papers.map((p) => p.surface)).size ? strange.map(taken) : []
  const byMedia = facts.mediaSettings.flatMap((m): Rule[] => {
    const suited = papers.filter((p) => m.surfaces.includes(p.surface))
    const qualities = facts.qualities.filter((q) => m.rates[q.id])
    const when = [is('mediaSetting', m.id)]
    const found: Rule[] = []
    if (suited.length < papers.length)
      found.push({
        id: `surface ${m.id}`,
        when,
        then: is('paper', ...suited.map((p) => p.id)),
        because:
          suited.length > 0
            ? `${m.name} is for ${listed(m.surfaces)} papers`
            : `${m.name} waits: the room has no ${listed(m.surfaces, 'or')} paper`,
      })
    if (qualities.length < facts.qualities.length)
      found.push({
        id: `quality ${m.id}`,
        when,
        then: is('quality', ...qualities.map((q) => q.id)),
        because: `${m.name} offers ${listed(qualities.map((q) => q.name))} only`,
      })
    if (m.blacks.length === 1)
      found.push({
        id: `black ${m.id}`,
        when,
        then: is('blackInk', ...m.blacks),
        because: `${m.name} prints with ${m.blacks[0]} black`,
      })
    const { longest } = m
    if (longest !== null && lengths.some((t) => t > longest))
      found.push({
        id: `longest ${m.id}`,
        when,
        then: is('length', ...lengths.filter((t) => t <= longest).map(String)),
        because: `${m.name} prints at most ${tradeLength(longest, 'mm')} of length`,
      })
    return found
  })
  return [...none, ...byMedia]
}

const within = (value: number | null, least: number, most: number): boolean =>
  value === null || (value >= least && value <= most)

const thick = (t: number): string => `${(t / 1000).toFixed(2)} mm`

function feedRules({ facts, feeds, papers }: QueueWorld): readonly Rule[] {
  const used = feeds.filter((f) => facts.feeds.some((x) => x.feedId === f.id))
  const lengths = thresholds({ facts, papers, feeds, profiles: [] })
  const byThickness = used.flatMap((f): Rule[] => {
    const found: Rule[] = []
    const fit = papers.filter((p) => within(p.thickness, f.minThickness, f.maxThickness))
    const light = papers.filter((p) => within(p.weight, f.minWeight, f.maxWeight))
    if (light.length < papers.length)
      found.push({
        id: `weight ${f.id}`,
        when: [is('feed', f.id)],
        then: is('paper', ...light.map((p) => p.id)),
        because: `the ${f.name} takes papers ${f.minWeight > 0 ? `from ${f.minWeight} to` : 'up to'} ${f.maxWeight} g/m²`,
      })
    const long = lengths.filter((t) => t <= f.maxLength)
    if (fit.length < papers.length)
      found.push({
        id: `thickness ${f.id}`,
        when: [is('feed', f.id)],
        then: is('paper', ...fit.map((p) => p.id)),
        because: `the ${f.name} takes papers from ${thick(f.minThickness)} to ${thick(f.maxThickness)} thick`,
      })
    if (long.length < lengths.length)
      found.push({
        id: `length ${f.id}`,
        when: [is('feed', f.id)],
        then: is('length', ...long.map(String)),
        because: `the ${f.name} ends at ${tradeLength(f.maxLength, 'mm')}`,
      })
    return found
  })
  const borderless = facts.feeds.filter((f) => f.borderless)
  const edgeRules: Rule[] = []
  if (borderless.length < facts.feeds.length)
    edgeRules.push({
      id: 'borderless feeds',
      when: [is('edge', 'either')],
      then: is('feed', ...borderless.map((f) => f.feedId)),
      because:
        borderless.length === 0
          ? 'this queue cannot print borderless'
          : `borderless is possible from the ${listed(borderless.map((f) => used.find((u) => u.id === f.feedId)?.name ?? 'feed'))} only`,
    })
  for (const f of borderless) {
    const allowed = f.borderless?.mediaSettings ?? []
    if (allowed.length === 0 || allowed.length === facts.mediaSettings.length) continue
    const name = used.find((u) => u.id === f.feedId)?.name ?? 'feed'
    const settings = facts.mediaSettings.filter((m) => allowed.includes(m.id)).map((m) => m.name)
    edgeRules.push({
      id: `borderless media ${f.feedId}`,
      when: [is('edge', 'either'), is('feed', f.feedId)],
      then: is('mediaSetting', ...allowed),
      because: `borderless from the ${name} needs ${listed(settings, 'or')}`,
    })
  }
  const always = used.filter((f) => facts.feeds.some((x) => x.feedId === f.id && x.borderless?.always))
  if (always.length > 0)
    edgeRules.push({
      id: 'always borderless',
      when: [is('feed', ...always.map((f) => f.id))],
      then: is('edge', 'either'),
      because: `the ${listed(always.map((f) => f.name))} always prints to the edges of the sheet`,
    })
  return [...byThickness, ...edgeRules]
}

function qualityRules({ facts, papers }: QueueWorld): readonly Rule[] {
  const found: Rule[] = []
  const below = facts.twoWayBelowRank
  if (below !== null) {
    const fast = facts.qualities.filter((q) => q.rank < below)
    found.push({
      id: 'two-way',
      when: [is('passes', 'two-way')],
      then: is('quality', ...fast.map((q) => q.id)),
      because: `two-way passes work at ${listed(fast.map((q) => q.name))} only`,
    })
  }
  const top = facts.qualities.filter((q) => facts.qualities.every((x) => x.rank <= q.rank))
  if (facts.sixteenBit === 'best' && top.length < facts.qualities.length)
    found.push({
      id: '16 bit',
      when: [is('bits', '16')],
      then: is('quality', ...top.map((q) => q.id)),
      because: `16 bits are taken at ${listed(top.map((q) => q.name))} only`,
    })
  const { surfaces, black } = facts.topcoatOn
  if (facts.topcoats.length > 0 && surfaces.length > 0)
    found.push({
      id: 'topcoat paper',
      when: [is('topcoat', ...facts.topcoats)],
      then: is('paper', ...papers.filter((p) => surfaces.includes(p.surface)).map((p) => p.id)),
      because: `the topcoat lies only on ${listed(surfaces)} paper`,
    })
  if (facts.topcoats.length > 0 && black && blacksOf(facts).includes(black))
    found.push({
      id: 'topcoat black',
      when: [is('topcoat', ...facts.topcoats)],
      then: is('blackInk', black),
      because: `the topcoat goes over ${black} black only`,
    })
  const mirrored = papers.filter((p) => facts.mirrorOn.includes(p.surface))
  if (mirrored.length > 0)
    found.push({
      id: 'mirror',
      when: [is('paper', ...mirrored.map((p) => p.id))],
      then: is('mirror', 'on'),
      because: `${listed(facts.mirrorOn)} paper is laid on face down, so its print is mirrored`,
    })
  return found
}

function colourRules({ facts, profiles }: QueueWorld): readonly Rule[] {
  const colour = profiles.filter((p) => !p.grey).map((p) => p.id)
  const grey = profiles.filter((p) => p.grey).map((p) => p.id)
  const found: Rule[] = []
  const off = facts.printerColours.filter((c) => c === 'off')
  const monochrome = facts.colourModes.filter((m) => m === 'monochrome')
  if (colour.length > 0)
    found.push({
      id: 'once',
      when: [is('fileColour', ...colour)],
      then: is('printerColour', ...off),
      because: 'the file is converted to a profile already, and the printer would convert it a second time',
    })
  if (monochrome.length > 0) {
    found.push({
      id: 'grey file',
      when: [is('colourMode', 'monochrome')],
      then: is('fileColour', UNTOUCHED, ...grey),
      because: 'monochrome takes an untouched file, or one converted to a profile that was made for it',
    })
  }
  if (grey.length > 0)
    found.push({
      id: 'grey profile',
      when: [is('fileColour', ...grey)],
      then: is('colourMode', ...monochrome),
      because: 'this profile was made for monochrome',
    })
  return found
}

/** What a person would change last weighs most: finish, then colour, then quality, then feed, media setting, paper. */
const WEIGHTS: Readonly<Record<string, number>> = {
  ...{ passes: 1, topcoat: 1, bits: 1, mirror: 1, edge: 2, length: 2, size: 2 },
  ...{ printerColour: 3, fileColour: 3, colourMode: 4, blackInk: 4 },
  ...{ quality: 6, feed: 12, mediaSetting: 24, paper: 48 },
}

/**
 * A queue's options with its rules, compiled: what is open, why not, and what would open it, touching least.
 * @example engineOf(ROOM).engine.contradiction() // null
 */
export function engineOf(world: QueueWorld): { readonly options: readonly Option[]; readonly engine: Options } {
  const options = optionsOf(world)
  const weight = (id: string): number => WEIGHTS[id] ?? 1
  return { options, engine: new Options(options, rulesOf(world), undefined, weight) }
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
