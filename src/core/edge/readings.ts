import { type Um, um } from '@/core/length/length'
import { merged } from '@/core/merge/merge'
import { bad, ok, type Result } from '@/core/result/result'
import { EDGE_NAMES, type EdgeName } from '@/core/sheet/sheet'
import { type RulerLayout, STEP } from './ruler-sheet'

/** Lengths that are measured on a ruler sheet; the first three start at an edge of the paper. */
export const LENGTHS = ['left to A', 'left to C', 'lead to A', 'A to B', 'A to C'] as const
export type LengthName = (typeof LENGTHS)[number]

/** What was read on one sheet. `null`: not read. */
export type SheetReading = {
  /** the first tick that shows at each edge; below 1 when the print ends before the edge: white in tenths, with a minus */
  readonly ticks: Readonly<Record<EdgeName, number | null>>
  readonly lengths: Readonly<Record<LengthName, Um | null>>
  readonly leftOut: boolean
}

export const UNREAD: SheetReading = {
  ticks: { left: null, right: null, lead: null, trail: null },
  lengths: { 'left to A': null, 'left to C': null, 'lead to A': null, 'A to B': null, 'A to C': null },
  leftOut: false,
}

/**
 * What two people read of the same sheets at once, figure by figure: what was typed here since `base` stays, everything
 * else is as the other left it. Sheets that were added meanwhile join.
 * @param base as both began. @param mine as typed here. @param theirs as the room has it now.
 * @example mergeReadings([READ], [{ ...READ, leftOut: true }], [READ, READ]).map((r) => r.leftOut) // [true, false]
 */
export const mergeReadings = (
  base: readonly SheetReading[],
  mine: readonly SheetReading[],
  theirs: readonly SheetReading[],
): readonly SheetReading[] =>
  theirs.map((there, i) => {
    const here = mine[i]
    return here ? merged(base[i] ?? UNREAD, here, there) : there
  })

/** How finely lengths are read, 95 %: half of what a person tells apart with it. */
export const INSTRUMENTS = {
  'steel rule': 250,
  'rule and loupe': 100,
  'output tray': 60,
} as const
export type Instrument = keyof typeof INSTRUMENTS
export const INSTRUMENT_NAMES = Object.keys(INSTRUMENTS) as [Instrument, ...Instrument[]]

/** What a length is on a sheet that was printed perfectly, um. @example nominal(LAYOUT, 'A to B') // 226200 */
export function nominal(layout: RulerLayout, name: LengthName): number {
  const { A, B, C } = layout.crosses
  switch (name) {
    case 'left to A':
      return A.x
    case 'left to C':
      return C.x
    case 'lead to A':
      return A.y
    case 'A to B':
      return B.x - A.x
    case 'A to C':
      return C.y - A.y
  }
}

/** Why readings cannot be used: which sheet, what, and what would be possible. */
export type ReadingFault =
  | {
      readonly code: 'tick'
      readonly sheet: number
      readonly edge: EdgeName
      readonly tick: number
      readonly first: number
      readonly last: number
    }
  | {
      readonly code: 'length'
      readonly sheet: number
      readonly name: LengthName
      readonly is: Um
      readonly about: Um
    }
  | { readonly code: 'missing'; readonly sheet: number; readonly edge: EdgeName }
  | { readonly code: 'none' }
  /** a distance that has to be measured on one sheet at least */
  | { readonly code: 'unmeasured'; readonly lengths: readonly LengthName[] }
  /** the first tick of the ruler shows already: what lies further out is not on it */
  | { readonly code: 'off_ruler'; readonly sheet: number; readonly edge: EdgeName; readonly at: Um }

/** A length further from what it should be than this was measured between other marks. */
const FAR_OFF = 8000
const FAR_SHARE = 0.04
/** White at an edge in borderless, at most, in steps. */
const MOST_WHITE = 60

/**
 * Checks what was typed. Sheets are counted from 1; the used ones are answered with all ticks there.
 * @example usable(LAYOUT, [READ]).ok // true
 */
export function usable(
  layout: RulerLayout,
  readings: readonly SheetReading[],
): Result<readonly { readonly sheet: number; readonly reading: SheetReading }[], ReadingFault> {
  const used: { sheet: number; reading: SheetReading }[] = []
  for (const [i, reading] of readings.entries()) {
    const sheet = i + 1
    if (reading.leftOut || untouched(reading)) continue
    for (const edge of EDGE_NAMES) {
      const tick = reading.ticks[edge]
      if (tick === null) return bad({ code: 'missing', sheet, edge })
      const stair = layout.stairs.find((s) => s.edge === edge)
      const first = layout.edge === 'borderless' ? -MOST_WHITE : (stair?.first ?? 1)
      const last = stair?.last ?? 0
      // a staircase that begins inside the page says nothing of margins before it
      if (layout.edge === 'margins' && first > 1 && tick === first)
        return bad({ code: 'off_ruler', sheet, edge, at: um(tickMiddle(first)) })
      if (tick < first || tick > last) return bad({ code: 'tick', sheet, edge, tick, first, last })
    }
    for (const name of LENGTHS) {
      const is = reading.lengths[name]
      const about = nominal(layout, name)
      if (is !== null && Math.abs(is - about) > Math.max(FAR_OFF, about * FAR_SHARE))
        return bad({ code: 'length', sheet, name, is, about: um(about) })
    }
    used.push({ sheet, reading })
  }
  return used.length === 0 ? bad({ code: 'none' }) : ok(used)
}

/** Whether nothing of a sheet was read yet. @example untouched(UNREAD) // true */
export const untouched = (r: SheetReading): boolean =>
  EDGE_NAMES.every((e) => r.ticks[e] === null) && LENGTHS.every((n) => r.lengths[n] === null)

/** Page distance that a tick stands for: the middle of its step, um. @example tickMiddle(35) // 3450 */
export const tickMiddle = (tick: number): number => (tick - 0.5) * STEP
