import type { DialogStep, QueueFacts } from '@/core/printer/facts'
import type { Settings } from './settings'

/** What a print says, of which a dialog may have a step: filled in when the print is known. */
export const PRINT_STEPS = ['size', 'length', 'edge', 'copies', 'darkness'] as const
export type PrintStep = (typeof PRINT_STEPS)[number]

/** One step of a queue's own dialog, as a person goes through it: what it calls the setting, and what is set there. */
export type DialogLine = {
  readonly label: string
  /** what is set, in the dialog's own word where it has one; null where the print says it */
  readonly value: string | null
  /** which part of the print it is, where it is one, with the dialog's words for its values */
  readonly of: PrintStep | null
  readonly words: Readonly<Record<string, string>>
  /** what has to be set before this one shows or takes effect */
  readonly after: readonly string[]
  /** it falls back by itself and is set each time */
  readonly afresh: boolean
  /** the same whatever the version says, such as scaling that is off */
  readonly fixed?: boolean
}

/** A setting of a version as it is said, by its option. */
export type Said = { readonly option: string; readonly name: string; readonly id: string; readonly value: string }

/** What a print says at the steps that are its own. */
export type PrintSays = Readonly<Record<PrintStep, string>>

/**
 * What is set at one step, in the dialog's word where it has one; without a print, which part of it is set there.
 * @example sayAt({ value: null, of: 'size', words: { A4: 'A4 210 x 297' } }, { size: 'A4', length: '297 mm', edge: 'margins', copies: '1', darkness: '0' }) // 'A4 210 x 297'
 */
export function sayAt(
  { value, of, words }: Pick<DialogLine, 'value' | 'of' | 'words'>,
  print: PrintSays | null,
): string {
  if (value !== null || of === null) return value ?? ''
  return print ? (words[print[of]] ?? print[of]) : `the print’s ${of}`
}

/** One setting as a person makes it at the printer: in the queue's dialog, or elsewhere because no step sets it. */
export type CardStep = {
  readonly label: string
  readonly value: string
  /** what has to be set before it */
  readonly after: readonly string[]
  readonly afresh: boolean
  readonly at: 'dialog' | 'printer'
}

/**
 * Every setting of a version, or of a print with it, in the order in which the dialog wants them; then what no step of it
 * sets, with the print's own values among it and no scaling.
 * @example cardSteps({ lines: [], without: [{ name: 'Topcoat', value: 'None' }] }, null)[0].at // 'printer'
 */
export function cardSteps(walk: DialogWalk, print: PrintSays | null): readonly CardStep[] {
  const stepped = walk.lines.map((l) => l.of)
  // a print's own values that no step sets; of a darkness of 0 nothing has to be set, and its size names the length too
  const own = PRINT_STEPS.filter((p) => p !== 'length' && !stepped.includes(p) && print?.[p] !== '0')
  const elsewhere = [
    ...(print ? own.map((p) => ({ name: p.charAt(0).toUpperCase() + p.slice(1), value: print[p] })) : []),
    ...walk.without,
    // whatever else a dialog does: it must not scale
    ...(walk.lines.some((l) => l.fixed) ? [] : [{ name: 'Scaling', value: 'off, 100 %' }]),
  ]
  return [
    ...walk.lines.map((line): CardStep => {
      const { label, after, afresh } = line
      return { label, value: sayAt(line, print), after, afresh, at: 'dialog' }
    }),
    ...elsewhere.map(({ name, value }): CardStep => ({ label: name, value, after: [], afresh: false, at: 'printer' })),
  ]
}

export type DialogWalk = {
  readonly lines: readonly DialogLine[]
  /** settings that no step of the dialog sets: to be made elsewhere, at the printer itself perhaps */
  readonly without: readonly { readonly name: string; readonly value: string }[]
}

/**
 * A queue's dialog walked with a version's settings: its steps in their order, those left out that its choices hide, and
 * what no step sets.
 * @param said every setting with its value, in the page's order.
 * @example dialogWalk([], [{ option: 'feed', name: 'Feed', id: 'f', value: 'rear stack' }]).without // [{ name: 'Feed', value: 'rear stack' }]
 */
export function dialogWalk(dialog: QueueFacts['dialog'], said: readonly Said[]): DialogWalk {
  const found = (option: string | null): Said | undefined => said.find((s) => s.option === option)
  // in monochrome nobody chooses the printer's colour: its step is where monochrome itself is set
  const of = (option: string | null): Said | undefined =>
    found(option) ?? (option === 'printerColour' ? found('colourMode') : undefined)
  const shown = dialog.filter((step) => {
    if (!step.shows) return true
    const now = of(step.shows.option)
    return now === undefined || step.shows.in.includes(now.id)
  })
  const label = (id: string): readonly string[] => shown.flatMap((s) => (s.id === id ? [s.label] : []))
  const lines = shown.map((step): DialogLine => {
    const own = PRINT_STEPS.find((p) => p === step.option) ?? null
    const setting = of(step.option)
    return {
      label: step.label,
      value: step.set ?? (own ? null : setting ? wordOf(step, setting) : 'as it is'),
      of: step.set === null ? own : null,
      words: step.words ?? {},
      after: step.after.flatMap(label),
      afresh: step.setAfresh,
      ...(step.set === null ? {} : { fixed: true }),
    }
  })
  const stepped = new Set(shown.flatMap((s) => (s.option === 'printerColour' ? [s.option, 'colourMode'] : [s.option])))
  return {
    lines,
    without: said.filter((s) => !stepped.has(s.option)).map(({ name, value }) => ({ name, value })),
  }
}

const wordOf = (step: DialogStep, { id, value }: Said): string => step.words?.[id] ?? value

/**
 * What every setting of a version says, by option, for a dialog's steps. Numbers are said as numbers.
 * @param names the options of its queue, by which values are called.
 * @example saidOf({ ...VERSION.settings, tint: { a: 2, b: 1 } }, []).at(-1) // { option: 'tint', name: 'Tint', id: 'set', value: '2, 1' }
 */
export function saidOf(
  settings: Settings,
  names: readonly {
    readonly id: string
    readonly name: string
    readonly value: { readonly id: string; readonly name: string } | null
  }[],
): readonly Said[] {
  const { tint, driverProfile } = settings
  const known = names.flatMap((o): readonly Said[] => {
    if (!o.value || UNSAID.has(o.id)) return []
    const more = o.id === 'printerColour' && driverProfile ? `: ${driverProfile.name}, ${driverProfile.intent}` : ''
    return [{ option: o.id, name: o.name, id: o.value.id, value: `${o.value.name}${more}` }]
  })
  return [...known, ...(tint ? [{ option: 'tint', name: 'Tint', id: 'set', value: `${tint.a}, ${tint.b}` }] : [])]
}

/** What is no setting of a dialog: how long a print may be, which paper it is, and what Libreta does to the file itself. */
const UNSAID: ReadonlySet<string> = new Set(['length', 'size', 'paper', 'edge', 'fileColour', 'bits', 'mirror'])
