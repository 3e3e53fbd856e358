import type { LengthUnit } from '@/core/length/length'
import { readLength } from '@/core/length/read'
import type { BlackInk, DialogStep, MediaSetting, Quality, QueueFacts, Surface } from './facts'

/** What a table of lines gave: what could be read, and a sentence for each line that could not. */
export type Read<T> = { readonly items: readonly T[]; readonly wrong: readonly string[] }

/** Makes an id for a name that none of the taken ones is. */
export type KeyOf = (name: string, taken: readonly string[]) => string

/** The cells of a line: between tabs as a spreadsheet copies them, else between commas. */
const cellsOf = (line: string): readonly string[] => line.split(line.includes('\t') ? '\t' : ',').map((c) => c.trim())

/** Several words in one cell, between slashes, plus signs or semicolons. */
const wordsOf = (cell: string | undefined): readonly string[] =>
  (cell ?? '').split(/[/+;]/).flatMap((w) => w.trim() || [])

const linesOf = (text: string): readonly (readonly [number, readonly string[]])[] =>
  text.split(/\r?\n/).flatMap((line, i) => (line.trim() === '' ? [] : [[i + 1, cellsOf(line)] as const]))

/** A setting that a step of a dialog can make, with other words that people write for it. */
export type NamedSetting = { readonly id: string; readonly name: string; readonly also?: readonly string[] }

const sameName = (a: string, b: string): boolean => a.toLowerCase() === b.toLowerCase()

/**
 * Qualities typed as lines, the coarsest first: name, then ppi; without ppi it is the queue's native resolution. Those
 * that the queue has already, by their names, are changed in their place.
 * @example readQualityTable('Draft, 300', { qualities: [], nativePpi: 600 }, (n) => n.toLowerCase()).items // [{ id: 'draft', name: 'Draft', rank: 1, ppi: 300 }]
 */
export function readQualityTable(
  text: string,
  facts: Pick<QueueFacts, 'qualities' | 'nativePpi'>,
  keyOf: KeyOf,
): Read<Quality> {
  const items: Quality[] = []
  const wrong: string[] = []
  let next = facts.qualities.length + 1
  for (const [line, [name = '', ppiText = '']] of linesOf(text)) {
    const ppi = ppiText === '' ? facts.nativePpi : Number(ppiText.replace(/\s*ppi$/i, ''))
    const known = facts.qualities.find((q) => sameName(q.name, name))
    if (name === '') wrong.push(`Line ${line} has no name.`)
    else if (!Number.isInteger(ppi) || ppi < 60 || ppi > 2880)
      wrong.push(`Line ${line}: “${ppiText}” is no resolution; a whole number from 60 to 2880 is needed.`)
    else if (items.some((q) => sameName(q.name, name))) wrong.push(`Line ${line}: ${name} is there twice.`)
    else {
      const taken = [...facts.qualities, ...items].map((q) => q.id)
      items.push({ id: known?.id ?? keyOf(name, taken), name, rank: known?.rank ?? next++, ppi })
    }
  }
  return { items, wrong }
}

/**
 * Media settings typed as lines: name, surfaces, blacks, qualities, longest print, group; what is left empty is every
 * surface, no black to choose, every quality, no end, no group. What each takes can follow later. Those that the queue
 * has already, by their names, are changed in their place and keep their rates.
 * @param surfaces the room's own list. @param unit in which a length without a unit is meant.
 * @example readMediaTable('Satin, lustre/gloss, photo', { qualities: [], mediaSettings: [] }, ['lustre', 'gloss'], 'mm', (n) => n.toLowerCase()).items[0].surfaces // ['lustre', 'gloss']
 */
export function readMediaTable(
  text: string,
  facts: Pick<QueueFacts, 'qualities' | 'mediaSettings'>,
  surfaces: readonly Surface[],
  unit: LengthUnit,
  keyOf: KeyOf,
): Read<MediaSetting> {
  const items: MediaSetting[] = []
  const wrong: string[] = []
  for (const [line, [name = '', surfaceText, blackText, qualityText, longestText = '', group = '']] of linesOf(text)) {
    const say = (what: string): void => void wrong.push(`Line ${line}: ${what}`)
    const known = facts.mediaSettings.find((m) => sameName(m.name, name))
    const pick = <T extends string>(cell: string | undefined, of: readonly T[], what: string): readonly T[] | null => {
      const found = wordsOf(cell).map((w) => [w, of.find((x) => sameName(x, w))] as const)
      const strange = found.find(([, x]) => x === undefined)
      if (!strange) return found.flatMap(([, x]) => x ?? [])
      say(`“${strange[0]}” is no ${what} here; there ${of.length === 1 ? 'is' : 'are'} ${of.join(', ') || 'none'}.`)
      return null
    }
    if (name === '') {
      say('it has no name.')
      continue
    }
    if (items.some((m) => sameName(m.name, name))) {
      say(`${name} is there twice.`)
      continue
    }
    const on = pick(surfaceText, surfaces, 'surface')
    const blacks = pick<BlackInk>(blackText, ['photo', 'matte'], 'black')
    const names = pick(
      qualityText,
      facts.qualities.map((q) => q.name),
      'quality',
    )
    const longest = longestText === '' ? null : readLength(longestText, unit)
    if (longest && !longest.ok) say(`“${longestText}” is no length.`)
    if (!on || !blacks || !names || (longest && !longest.ok)) continue
    const offered = names.length === 0 ? facts.qualities : facts.qualities.filter((q) => names.includes(q.name))
    items.push({
      id:
        known?.id ??
        keyOf(
          name,
          [...facts.mediaSettings, ...items].map((m) => m.id),
        ),
      ...{ name, group, surfaces: on.length === 0 ? surfaces : on, blacks },
      inkLimit: known?.inkLimit ?? {},
      longest: longest?.ok ? longest.value : null,
      rates: Object.fromEntries(offered.map((q) => [q.id, known?.rates[q.id] ?? NOT_SAID])),
    })
  }
  return { items, wrong }
}

/**
 * Steps of a dialog typed as lines: what the dialog calls it, then our setting that is made there; what is no setting of
 * ours is a fixed instruction. A setting is named by its name or by another word for it. Steps of that name are changed in their place and keep the rest of what is known of them.
 * @example readStepTable('Level, quality', { dialog: [] }, [{ id: 'quality', name: 'Quality' }], (n) => n.toLowerCase()).items[0].option // 'quality'
 */
export function readStepTable(
  text: string,
  facts: Pick<QueueFacts, 'dialog'>,
  settings: readonly NamedSetting[],
  keyOf: KeyOf,
): Read<DialogStep> {
  const items: DialogStep[] = []
  const wrong: string[] = []
  for (const [line, [label = '', ...rest]] of linesOf(text)) {
    const what = rest.join(', ')
    const known = facts.dialog.find((d) => sameName(d.label, label))
    const option = settings.find((s) => [s.name, ...(s.also ?? [])].some((name) => sameName(name, what)))?.id ?? null
    if (label === '') wrong.push(`Line ${line} has no name.`)
    else if (what === '') wrong.push(`Line ${line}: what is set at ${label}: a setting, or an instruction.`)
    else if (items.some((d) => sameName(d.label, label))) wrong.push(`Line ${line}: ${label} is there twice.`)
    else
      items.push({
        ...{ after: [], setAfresh: false, ...known },
        id:
          known?.id ??
          keyOf(
            label,
            [...facts.dialog, ...items].map((d) => d.id),
          ),
        ...{ label, option, set: option === null ? what : null },
      })
  }
  return { items, wrong }
}

const NOT_SAID = { minutesPerM2: null, mlPerM2: null } as const
