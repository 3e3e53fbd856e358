import type { Options, Reason } from '@/core/options/engine'
import { engineOf } from '@/core/options/room-engine'
import { type QueueWorld, selectionOf, strays } from '@/core/options/room-options'
import { differences } from '@/core/preset/differences'
import { sealedText } from '@/core/preset/seal'
import type { Settings } from '@/core/preset/settings'
import type { Literal, Option, Rule, Selection } from '@/core/rules/rules'

/** What a queue's settings are judged by: its options and rules, its printer, and what has been retired. */
export type GateWorld = QueueWorld & {
  readonly queue: string
  readonly printer: { readonly name: string; readonly retired: boolean; readonly inkSet: string }
  /** papers and profiles that are no longer offered, which versions may still name */
  readonly retired: readonly {
    readonly id: string
    readonly name: string
    readonly what: 'paper' | 'profile' | 'feed' | 'queue'
  }[]
  /** the settings with which profiles were made, by the profile's id, where versions of this room have those seals */
  readonly madeWith: ReadonlyMap<string, readonly Settings[]>
  /** what was done to the printer after a profile was made for it, by the profile's id; others are not in it */
  readonly stale: ReadonlyMap<string, string>
}

/** An option and its value, both in words. */
export type Chosen = { readonly option: string; readonly value: string }

/** Something that speaks against settings, as data. The words stand in `words/gate`. */
export type GateFinding =
  | {
      readonly code: 'retired'
      readonly what: 'preset' | 'printer' | 'queue' | 'feed' | 'paper' | 'profile'
      readonly name: string
    }
  | { readonly code: 'gone'; readonly queue: string; readonly option: string }
  /** `rules`: ids of the rules, which are data of the queue and never shown */
  | {
      readonly code: 'against_rules'
      readonly rules: readonly string[]
      readonly because: readonly string[]
      readonly chosen: readonly Chosen[]
    }
  | { readonly code: 'nobody_set'; readonly option: string }
  | { readonly code: 'ink_set'; readonly printer: string; readonly holds: string; readonly named: string }
  | { readonly code: 'profile_elsewhere'; readonly name: string; readonly differs: readonly (keyof Settings)[] }
  | { readonly code: 'profile_stale'; readonly name: string; readonly printer: string; readonly since: string }
  | { readonly code: 'printer_colour_unsaid' }
  | { readonly code: 'driver_profile_unsaid' }

/** What nothing can be sealed without: the seal would not say how ink lands. */
export const MUST: readonly GateFinding['code'][] = ['printer_colour_unsaid', 'driver_profile_unsaid', 'gone']

/** The gate of one queue: its options and rules, compiled once. */
export type Gate = {
  readonly options: readonly Option[]
  readonly engine: Options
  /**
   * Everything that speaks against settings, empty when nothing does.
   * @param more choices beyond the settings: the print's size
   */
  readonly of: (settings: Settings, more?: Selection) => readonly GateFinding[]
}

/**
 * The one place where it is asked what settings may say: whether every part is there and in use, what the queue's facts
 * and rules allow, which options nobody has set, whether the printer holds the ink set that they name, and whether the
 * profile that they convert to was made for them. Settings are against the rules exactly when no choice of what is left
 * open keeps all rules.
 * @example gateOf(GATE_WORLD).of(VERSION.settings) // []
 */
export function gateOf(world: GateWorld): Gate {
  const { options, engine } = engineOf(world)
  const { rules } = engine.compiled
  const sealOwn = world.facts.ownOptions.filter((o) => o.inSeal).map((o) => o.id)
  return {
    options,
    engine,
    of: (settings, more = {}) => {
      const known = Object.fromEntries(
        Object.entries(more).filter(([id, v]) => options.some((o) => o.id === id && o.values.some((x) => x.id === v))),
      )
      const selection = { ...selectionOf(settings, options), ...known }
      return [
        ...partsOf(world, settings, options),
        ...againstRules(engine, options, rules, selection),
        ...unset(world, settings),
        ...unsaidColour(settings),
        ...inkSet(world, settings),
        ...profileFor(world, settings, sealOwn),
        ...profileStale(world, settings),
      ]
    },
  }
}

/** The option that something retired belongs to. */
const SAID = { paper: 'Paper', profile: 'File colour', feed: 'Feed', queue: 'Queue' } as const

function partsOf(world: GateWorld, s: Settings, options: readonly Option[]): readonly GateFinding[] {
  const found: GateFinding[] = []
  if (world.printer.retired) found.push({ code: 'retired', what: 'printer', name: world.printer.name })
  const profileId = s.fileColour.kind === 'profile' ? s.fileColour.profileId : null
  const named = { paper: s.paperId, profile: profileId, feed: s.feedId, queue: s.queueId } as const
  const old = world.retired.filter((r) => named[r.what] === r.id)
  for (const { what, name } of old) found.push({ code: 'retired', what, name })
  const said = new Set<string>(old.map((r) => SAID[r.what]))
  if (s.blackInk === null && options.some((o) => o.id === 'blackInk')) {
    said.add('Black ink')
    found.push({ code: 'nobody_set', option: 'Black ink' })
  }
  // not said yet, which is said
  if (s.printerColour === null) said.add('Printer colour')
  for (const option of strays(s, options))
    if (!said.has(option)) found.push({ code: 'gone', queue: world.queue, option })
  return found
}

/** Each rule that the choices break by themselves; else what the search finds that leaves nothing open. */
function againstRules(
  engine: Options,
  options: readonly Option[],
  rules: readonly Rule[],
  selection: Selection,
): readonly GateFinding[] {
  const broken = rules.flatMap((rule): Reason[] => {
    const own = selection[rule.then.option]
    if (own === undefined || rule.then.in.includes(own)) return []
    if (!rule.when.every((l) => holds(l, selection))) return []
    const about = [...rule.when.map((l) => l.option), rule.then.option]
    const choices = [...new Set(about)].map((option) => ({ option, value: selection[option] ?? '' }))
    return [{ rules: [rule], choices, smallest: true }]
  })
  const clash = broken.length === 0 ? engine.clash(selection) : null
  return [...broken, ...(clash ? [clash] : [])].map((reason) => ({
    code: 'against_rules',
    rules: reason.rules.map((r) => r.id),
    because: [...new Set(reason.rules.map((r) => r.because))],
    chosen: reason.choices.map((c) => named(options, c.option, c.value)),
  }))
}

const holds = (l: Literal, selection: Selection): boolean => l.in.includes(selection[l.option] ?? '')

function named(options: readonly Option[], id: string, value: string): Chosen {
  const option = options.find((o) => o.id === id)
  return { option: option?.name ?? '', value: option?.values.find((v) => v.id === value)?.name ?? '' }
}

/** Options of the room's own that stand open: what is printed would depend on who stood there last. */
const unset = ({ facts }: GateWorld, s: Settings): readonly GateFinding[] =>
  facts.ownOptions
    .filter((o) => !o.values.some((v) => v.id === s.own[o.id]))
    .map((o) => ({ code: 'nobody_set', option: o.name }))

function unsaidColour(s: Settings): readonly GateFinding[] {
  if (s.colourMode === 'colour' && s.printerColour === null) return [{ code: 'printer_colour_unsaid' }]
  return s.printerColour === 'driver profile' && s.driverProfile === null ? [{ code: 'driver_profile_unsaid' }] : []
}

const inkSet = ({ printer }: GateWorld, s: Settings): readonly GateFinding[] =>
  printer.inkSet === s.inkSet
    ? []
    : [{ code: 'ink_set', printer: printer.name, holds: printer.inkSet, named: s.inkSet }]

/** A profile is right for the settings with which it was made: as far as the seal reaches. */
function profileFor(world: GateWorld, s: Settings, sealOwn: readonly string[]): readonly GateFinding[] {
  if (s.fileColour.kind !== 'profile') return []
  const { profileId } = s.fileColour
  const all = world.madeWith.get(profileId) ?? []
  const profile = world.profiles.find((p) => p.id === profileId)
  const [made] = all
  const here = sealedText(s, sealOwn)
  if (!made || !profile || all.some((m) => sealedText(m, sealOwn) === here)) return []
  const differs = differences(made, s, sealOwn)
    .changed.map((d) => d.key)
    // what differs and is no part of the seal does not matter to a profile
    .filter((key) => sealedText({ ...made, [key]: s[key] }, sealOwn) !== sealedText(made, sealOwn))
  return [{ code: 'profile_elsewhere', name: profile.name, differs }]
}

/** A profile describes the printer of its day: another head, driver or ink, and it describes none. */
function profileStale(world: GateWorld, { fileColour }: Settings): readonly GateFinding[] {
  if (fileColour.kind !== 'profile') return []
  const since = world.stale.get(fileColour.profileId)
  const profile = world.profiles.find((p) => p.id === fileColour.profileId)
  return since && profile ? [{ code: 'profile_stale', name: profile.name, printer: world.printer.name, since }] : []
}

/**
 * What closes a version on a slip: what speaks against it, without what other checks speak of (colour that is converted
 * twice, the profile itself, the ink set, which is a caution) and what was known and answered when it was sealed.
 * @param answered sentences that were answered when it was sealed. @param say a finding in words.
 * @example closedOnSlip([{ code: 'printer_colour_unsaid' }], [], String) // []
 */
export function closedOnSlip(
  found: readonly GateFinding[],
  answered: readonly string[],
  say: (f: GateFinding) => string,
): readonly GateFinding[] {
  return found.filter((f) => {
    if (f.code === 'retired') return f.what !== 'profile'
    if (f.code === 'against_rules') return !f.rules.every((id) => COLOUR_RULES.has(id)) && !answered.includes(say(f))
    return (f.code === 'gone' && f.option !== 'File colour') || (f.code === 'nobody_set' && !answered.includes(say(f)))
  })
}

/** Derived rules about who converts colour: the colour check of a slip speaks of them, with the picture in view. */
export const COLOUR_RULES: ReadonlySet<string> = new Set(['once', 'grey file', 'grey profile'])
