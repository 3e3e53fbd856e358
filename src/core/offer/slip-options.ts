import { type LengthUnit, type Um, um } from '@/core/length/length'
import { tradeLength, tradeNumber, tradePair } from '@/core/length/write'
import { Options, type Reason } from '@/core/options/engine'
import { borderlessClosed } from '@/core/printer/closed'
import { declaredMargins } from '@/core/printer/facts'
import { absurd } from '@/core/result/result'
import type { Option, Rule, Selection } from '@/core/rules/rules'
import type { SizeProblem } from '@/core/sizes/fit'
import type { PrintBody, SheetChoice } from '@/core/slip/body'
import { type Catalogue, stockFor } from '@/core/slip/catalogue'
import type { VersionFacts } from '@/core/slip/facts'
import { fed } from '@/core/slip/fed'
import { listed } from '@/core/words/count'
import { sayGate } from '@/core/words/gate'

/** What of a print decides whether it can be made: which preset, on which sheet, with which edge. */
export type Asked = Pick<PrintBody, 'versionId' | 'sheet' | 'edge'>

/** A change of a print that opens what is closed: in words, and what it sets. */
export type Way = { readonly says: string; readonly set: Partial<Asked> }

/** Why something is closed, and what opens it, the least change first. */
export type WayOut = { readonly why: string; readonly ways: readonly Way[] }

type Sheet = { readonly key: string; readonly choice: SheetChoice; readonly name: string }

/** A print's own choices as options with rules: presets, sheets and edges, and what the queues' facts say of them. */
export type SlipOptions = {
  /** why presets cannot make the print as it is asked, by version; a preset that can is not in it */
  readonly closedVersions: () => ReadonlyMap<string, string>
  /**
   * Why the print cannot be made as it is asked, or with one thing asked differently, and what would open it; null: it can
   */
  readonly wayOut: (want: Partial<Asked> | null) => WayOut | null
}

/** What a person would change last weighs most; each is also tried as the lightest, so that one way of each kind shows. */
const WEIGHTS = [
  { edge: 1, sheet: 2, preset: 4 },
  { edge: 8, sheet: 2, preset: 1 },
  { edge: 8, sheet: 1, preset: 4 },
] as const
const PLAIN: Readonly<Record<string, number>> = WEIGHTS[0]

const keyOf = (choice: SheetChoice): string =>
  choice.kind === 'size' ? `size ${choice.sizeId}` : `roll ${choice.width} ${choice.length}`

/**
 * The options engine over a slip's print. Presets stand in the order of how near they are to the one that is asked: its
 * queue, its paper, its printer.
 * @example slipOptions(CATALOGUE, { versionId: 'v', sheet: { kind: 'size', sizeId: 'iso_a2_420x594mm' }, edge: 'margins' }, 'mm').wayOut(null).why // 'The rear stack takes at most 329 mm across.'
 */
export function slipOptions(catalogue: Catalogue, asked: Asked, unit: LengthUnit): SlipOptions {
  const own = catalogue.versions.find((v) => v.id === asked.versionId) ?? null
  const versions = [...catalogue.versions].sort((a, b) => distance(own, a) - distance(own, b))
  const sheets = sheetsOf(catalogue, asked.sheet, unit)
  const options: readonly Option[] = [
    {
      ...{ id: 'preset', name: 'Preset' },
      values: versions.map((v) => ({ id: v.id, name: `${v.presetName}, version ${v.number}` })),
    },
    { id: 'sheet', name: 'Sheet', values: sheets.map((s) => ({ id: s.key, name: s.name })) },
    {
      ...{ id: 'edge', name: 'Edge' },
      values: [
        { id: 'margins', name: 'Margins' },
        { id: 'borderless', name: 'Borderless' },
      ],
    },
  ]
  const rules = versions.flatMap((v) => rulesOf(catalogue, v, versions, sheets, unit))
  const engines = WEIGHTS.map((w) => new Options(options, rules, undefined, (id) => w[id as keyof typeof w] ?? 1))
  const [engine] = engines
  if (!engine) throw new Error('no weights')
  const select = ({ versionId, sheet, edge }: Partial<Asked>): Selection => ({
    ...(versionId && versions.some((v) => v.id === versionId) ? { preset: versionId } : {}),
    ...(sheet ? { sheet: keyOf(sheet) } : {}),
    ...(edge ? { edge } : {}),
  })
  const patchOf = (moves: Selection): Partial<Asked> => ({
    ...(moves.preset ? { versionId: moves.preset } : {}),
    ...(moves.sheet ? { sheet: sheets.find((s) => s.key === moves.sheet)?.choice ?? null } : {}),
    ...(moves.edge === 'margins' || moves.edge === 'borderless' ? { edge: moves.edge } : {}),
  })
  const nameOf = (option: string, value: string): string =>
    options.find((o) => o.id === option)?.values.find((v) => v.id === value)?.name ?? ''
  return {
    closedVersions: () => {
      const { preset: _, ...rest } = select(asked)
      return new Map(
        versions.flatMap((v): readonly (readonly [string, string])[] => {
          const reason = engine.reason(rest, 'preset', v.id)
          return reason ? [[v.id, because(reason)]] : []
        }),
      )
    },
    wayOut: (want) => {
      const wanted = want ? select(want) : {}
      // of what is wanted one thing at a time is asked for; everything else may move
      const [target] = Object.entries(wanted)
      const now = { ...select(asked), ...wanted }
      const reason = target ? engine.reason(now, target[0], target[1]) : engine.clash(now)
      if (!reason) return null
      const ways = new Map<string, { readonly way: Way; readonly weight: number }>()
      for (const e of engines) {
        const change = target ? e.change(now, target[0], target[1]) : e.repair(now)
        if (!change || (change.moves.length === 0 && !target)) continue
        const moves = Object.fromEntries(change.moves.map((m) => [m.option, m.to]))
        const says = change.moves.map((m) => sayMove(m.option, nameOf(m.option, m.to)))
        const all = target ? [sayMove(target[0], nameOf(target[0], target[1])), ...says] : says
        const weight = change.moves.reduce((sum, m) => sum + (PLAIN[m.option] ?? 1), 0)
        ways.set(all.join('|'), {
          weight,
          way: {
            says: capital(listed(all)),
            set: patchOf({ ...(target ? { [target[0]]: target[1] } : {}), ...moves }),
          },
        })
      }
      return {
        why: because(reason),
        ways: [...ways.values()].sort((a, b) => a.weight - b.weight).map((w) => w.way),
      }
    },
  }
}

const sayMove = (option: string, value: string): string =>
  option === 'preset' ? `take ${value}` : option === 'sheet' ? `print on ${value}` : `with ${value.toLowerCase()}`

const capital = (text: string): string => (text[0]?.toUpperCase() ?? '') + text.slice(1)

/** The rules of a reason as a sentence. */
const because = (reason: Reason): string => `${capital(listed([...new Set(reason.rules.map((r) => r.because))]))}.`

/** How far a preset is from the one that is asked: what a person would have to carry. */
function distance(own: VersionFacts | null, other: VersionFacts): number {
  if (!own || own.id === other.id) return 0
  return (
    (own.paper.id === other.paper.id ? 0 : 4) +
    (own.settings.queueId === other.settings.queueId ? 0 : own.printerName === other.printerName ? 1 : 2) +
    (own.feed.id === other.feed.id ? 0 : 1) +
    (own.settings.colourMode === other.settings.colourMode ? 0 : 3)
  )
}

/** Every sheet that the room could print on: sizes that are offered, rolls that it keeps, and what is asked now. */
function sheetsOf({ sizes, stocks }: Catalogue, asked: SheetChoice | null, unit: LengthUnit): readonly Sheet[] {
  const kept = new Set<number>()
  for (const s of stocks) if (s.kind === 'roll') kept.add(s.width)
  const choices: readonly SheetChoice[] = [
    ...sizes.filter((s) => !s.retired).map((s): SheetChoice => ({ kind: 'size', sizeId: s.id })),
    ...[...kept].map((width): SheetChoice => ({ kind: 'cut', width: um(width), length: 'auto' })),
  ]
  const all = asked ? [asked, ...choices] : choices
  const name = (c: SheetChoice): string => {
    if (c.kind === 'cut')
      return c.length === 'auto'
        ? `a roll of ${tradeLength(c.width, unit)}`
        : `${tradePair(c.width, c.length, unit)} from a roll`
    return sizes.find((s) => s.id === c.sizeId)?.name ?? 'a size that is gone'
  }
  return [...new Map(all.map((choice) => [keyOf(choice), { key: keyOf(choice), choice, name: name(choice) }])).values()]
}

/** What the facts of a version's queue, feed, media setting and shelf say of sheets and edges. */
function rulesOf(
  catalogue: Catalogue,
  v: VersionFacts,
  versions: readonly VersionFacts[],
  sheets: readonly Sheet[],
  unit: LengthUnit,
): readonly Rule[] {
  const when = [{ option: 'preset', in: [v.id] }]
  const rules: Rule[] = []
  const add = (what: Omit<Rule, 'id'>): void => {
    rules.push({ id: `${v.id} ${rules.length}`, ...what })
  }
  if (v.closed && v.closed.length > 0)
    add({
      when: [],
      then: { option: 'preset', in: versions.flatMap((o) => (o.id === v.id ? [] : [o.id])) },
      because: listed(v.closed.map(clauseOf)),
    })
  if (v.settings.edgeAllowed === 'margins')
    add({ when, then: { option: 'edge', in: ['margins'] }, because: `${v.presetName} is for margins only` })
  if (v.queueFeed.borderless?.always)
    add({
      when,
      then: { option: 'edge', in: ['borderless'] },
      because: `the ${v.feed.name} always prints to the edges of the sheet`,
    })
  const closed = new Map<string, string[]>()
  const bare = new Map<string, string[]>()
  const note = (map: Map<string, string[]>, why: string | null, key: string): void => {
    if (why !== null) map.set(why, [...(map.get(why) ?? []), key])
  }
  for (const sheet of sheets) {
    for (const why of sheetClosed(catalogue, v, sheet.choice, unit)) note(closed, why, sheet.key)
    note(bare, noBorderless(catalogue, v, sheet.choice, unit), sheet.key)
  }
  const but = (keys: readonly string[]): readonly string[] =>
    sheets.flatMap((s) => (keys.includes(s.key) ? [] : [s.key]))
  for (const [because, keys] of closed) add({ when, then: { option: 'sheet', in: but(keys) }, because })
  for (const [because, keys] of bare)
    add({ when: [...when, { option: 'sheet', in: keys }], then: { option: 'edge', in: ['margins'] }, because })
  return rules
}

const clauseOf = (f: Parameters<typeof sayGate>[0]): string => sayGate(f).replace(/\.$/, '')

const sizeFor = ({ sizes }: Catalogue, choice: SheetChoice) =>
  choice.kind === 'size' ? (sizes.find((s) => s.id === choice.sizeId) ?? null) : null

/** A sheet as this version's feed takes it, with the margins that its queue declares. */
function laidOn(catalogue: Catalogue, v: VersionFacts, choice: SheetChoice) {
  const size = sizeFor(catalogue, choice)
  const width = choice.kind === 'cut' ? choice.width : (size?.short ?? um(0))
  return fed(choice, size, v, [], declaredMargins(v.queueFeed, width))
}

/** Why a version cannot print on a sheet, a clause for each reason. */
function sheetClosed(catalogue: Catalogue, v: VersionFacts, choice: SheetChoice, unit: LengthUnit): readonly string[] {
  const roll = v.feed.kind === 'roll'
  if (roll !== (choice.kind === 'cut')) return [`the ${v.feed.name} ${roll ? 'prints from a roll' : 'takes sheets'}`]
  const size = sizeFor(catalogue, choice)
  const laid = laidOn(catalogue, v, choice)
  // a length that is as long as the print needs is not known here: only its width is judged
  const auto = choice.kind === 'cut' && choice.length === 'auto'
  const [problem] = (laid?.fit.problems ?? []).filter(
    (p) => !auto || p.code === 'size_too_wide' || p.code === 'size_too_narrow',
  )
  if (problem) return [limitOf(problem, v.feed.name, unit)]
  const ruled = choice.kind === 'size' ? (v.closedSizes?.[choice.sizeId] ?? []) : []
  if (ruled.length > 0) return ruled.map(clauseOf)
  const form =
    choice.kind === 'cut'
      ? ({ kind: 'roll', width: choice.width } as const)
      : size && ({ kind: 'sheet', short: size.short, long: size.long } as const)
  return form && !stockFor(catalogue, v.paper.id, form) ? [`${v.paper.name} is not kept in this size`] : []
}

/** Why a version cannot print a sheet borderless, as a clause; null: it can. */
function noBorderless(catalogue: Catalogue, v: VersionFacts, choice: SheetChoice, unit: LengthUnit): string | null {
  const width: Um | null = laidOn(catalogue, v, choice)?.sheet.width ?? null
  const why = width === null ? null : borderlessClosed(v.queueFeed, width, v.mediaSetting)
  if (!why) return null
  switch (why.code) {
    case 'borderless_not_on_feed':
      return `the ${v.feed.name} cannot print borderless`
    case 'borderless_not_on_width':
      return `the ${v.feed.name} prints borderless only ${why.widths.map((w) => tradeNumber(w, unit)).join(', ')} ${unit} across`
    case 'borderless_not_on_media_setting':
      return `${why.mediaSetting} does not print borderless`
    default:
      return absurd(why)
  }
}

/** What a feed or media setting takes, as a clause. */
function limitOf(p: SizeProblem, feed: string, unit: LengthUnit): string {
  const limit = tradeLength(p.limitUm, unit)
  switch (p.code) {
    case 'size_too_wide':
      return `the ${feed} takes at most ${limit} across`
    case 'size_too_narrow':
      return `the ${feed} takes at least ${limit} across`
    case 'size_too_long':
      return `the ${feed} takes at most ${limit} of length`
    case 'size_too_short':
      return `the ${feed} takes at least ${limit} of length`
    case 'longer_than_media_setting':
      return `${p.mediaSetting} prints at most ${limit} of length`
    default:
      return absurd(p)
  }
}
