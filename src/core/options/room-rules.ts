import { tradeLength } from '@/core/length/write'
import type { Literal, Option, Rule } from '@/core/rules/rules'
import { blacksOf, optionsOf, type QueueWorld, thresholds, UNTOUCHED } from './room-options'

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
