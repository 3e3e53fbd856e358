import type { Um } from '@/core/length/length'
import type { Edges } from '@/core/sheet/sheet'

/** What a printer told at its address, after everything absurd was left out; `ignored` says what and why. */
export type Told = {
  readonly makeModel: string
  readonly info: string
  readonly state: 'idle' | 'processing' | 'stopped' | 'not told'
  readonly stateReasons: readonly string[]
  readonly formats: readonly string[]
  readonly sources: readonly ToldSource[]
  readonly mediaTypes: readonly string[]
  /** print-quality: 3 draft, 4 normal, 5 high */
  readonly qualities: readonly (3 | 4 | 5)[]
  readonly resolutions: readonly number[]
  readonly colourModes: readonly string[]
  readonly rasterTypes: readonly string[]
  readonly scaling: readonly string[]
  readonly inks: readonly { readonly name: string; readonly colour: string; readonly level: number | null }[]
  readonly ready: readonly ToldReady[]
  /** sheet sizes that it told one by one, as it feeds; empty: only ranges, or nothing */
  readonly sizes: readonly { readonly source: string; readonly width: Um; readonly length: Um }[]
  /** what it says of its state in its own words */
  readonly stateMessage: string
  /** the addresses that it says it has */
  readonly uris: readonly string[]
  readonly ignored: readonly string[]
  /** how many attributes and values came */
  readonly attributes: number
}

/** A feed by the printer's own keyword, from its media-col-database. Lengths um as it feeds. */
export type ToldSource = {
  readonly keyword: string
  readonly roll: boolean
  readonly minWidth: Um
  readonly maxWidth: Um
  readonly minLength: Um
  readonly maxLength: Um
  /** by size class: rows as in the room's own facts */
  readonly margins: readonly { readonly upToWidth: Um | null; readonly margins: Edges }[]
  /** null: no borderless; empty lists: every width or type */
  readonly borderless: { readonly widths: readonly Um[]; readonly mediaTypes: readonly string[] } | null
}

export type ToldReady = {
  readonly source: string
  readonly width: Um
  readonly length: Um
  readonly mediaType: string | null
}

/** How far a told size may be off the sheet's true one: points and hundredths round to this. */
const SAME_SIZE_UM = 500

/**
 * The size to ask for so that a printer knows it: the told one nearest to the sheet within 0.5 mm, of that source where it
 * told any, else the sheet's own. The prediction keeps the sheet's true size.
 * @example askedSize({ sizes: [{ source: 'main', width: 256900, length: 364100 }] }, 'main', { width: 257000, length: 364000 }) // { width: 256900, length: 364100 }
 */
export function askedSize(
  told: Pick<Told, 'sizes'> | null,
  source: string | null,
  sheet: { readonly width: Um; readonly length: Um },
): { readonly width: Um; readonly length: Um } {
  const off = (s: { readonly width: Um; readonly length: Um }): number =>
    Math.max(Math.abs(s.width - sheet.width), Math.abs(s.length - sheet.length))
  const near = (told?.sizes ?? []).filter((s) => off(s) <= SAME_SIZE_UM)
  const own = near.filter((s) => s.source === source)
  const [best] = [...(own.length > 0 ? own : near)].sort((a, b) => off(a) - off(b))
  return best ? { width: best.width, length: best.length } : sheet
}
