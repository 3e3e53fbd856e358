import type { NestAsk } from './ask'
import { stripEnds } from './ends'
import { type Gain, gainOf } from './gain'
import { fitsAcross, GRID } from './kinds'
import { Search } from './solve'

/** What waits for one roll; lengths um. */
export type OnRoll = {
  readonly width: number
  /** what the printer leaves white around all of it */
  readonly margins: { readonly left: number; readonly right: number; readonly lead: number; readonly trail: number }
  readonly prints: readonly {
    readonly w: number
    readonly h: number
    readonly copies: number
    /** how much of the roll a copy takes by itself */
    readonly alone: number
    /** unless somebody says otherwise it may */
    readonly mayTurn?: boolean
  }[]
  /** the usual one unless somebody says otherwise */
  readonly gap?: number
  /** white that is wished at both sides, where it is more than the printer leaves */
  readonly white?: number
  /** each print bears its label, unless somebody says otherwise */
  readonly labels?: boolean
  /** straight unless somebody says otherwise */
  readonly cut?: NestAsk['cut']
}

/** Room for a cutter between prints unless somebody says otherwise, um. */
export const USUAL_GAP = 5000

/**
 * White at both sides of a roll: the wider of its margins, since a roll may lie a little to either side.
 * @example sideMargin({ left: 3000, right: 4000 }) // 4000
 */
export const sideMargin = (m: { readonly left: number; readonly right: number }): number => Math.max(m.left, m.right)

/**
 * A first plan of all that waits for a roll: what it takes beside printing one after the other. Prints that are too wide for
 * it are left out.
 * @param steps so many children are looked at, and no more passes begun
 * @returns null: nothing fits across it
 * @example firstPlan({ width: 600000, margins: { left: 0, right: 0, lead: 0, trail: 0 }, prints: [{ w: 290000, h: 200000, copies: 2, alone: 200000 }], labels: false }, 2000).length // 200000
 */
export function firstPlan(
  { width, margins, prints, gap = USUAL_GAP, white = 0, labels = true, cut = 'straight' }: OnRoll,
  steps: number,
): (Gain & { readonly count: number }) | null {
  const margin = Math.max(white, sideMargin(margins))
  const fits = prints.filter(({ w, h, mayTurn = true }) => fitsAcross({ w, h, mayTurn }, width, margin))
  const laid = fits.flatMap((p) => Array.from({ length: p.copies }, () => p))
  const items = laid.map(({ w, h, mayTurn = true }) => ({ w, h, mayTurn }))
  const ask: NestAsk = { width, gap, margin, cut, items }
  const search = new Search(ask, 1)
  while (search.standing.steps < steps && search.pass(() => false));
  const { plan, bound } = search.standing
  if (!plan || laid.length === 0) return null
  const gain = gainOf({
    ...{ width, length: plan.length, bound, ends: stripEnds(margins, labels, gap) },
    area: laid.reduce((sum, p) => sum + p.w * p.h, 0),
    alone: laid.reduce((sum, p) => sum + p.alone, 0),
  })
  return { ...gain, count: laid.length }
}

/**
 * What lies together on a roll, by a {@link firstPlan}.
 * @returns null: there are not two prints to lay beside each other, or that saves nothing
 * @example together({ width: 600000, margins: { left: 0, right: 0, lead: 0, trail: 0 }, prints: [{ w: 290000, h: 200000, copies: 2, alone: 200000 }], labels: false }, 2000).saved // 200000
 */
export function together(onRoll: OnRoll, steps: number): ReturnType<typeof firstPlan> {
  const found = firstPlan(onRoll, steps)
  return found && found.count > 1 && found.saved > 0 ? found : null
}

/**
 * How wide each print is where so many go across a roll, with the gap between them; whole tenths of a millimetre, never more
 * than there is room for. null: there is no room for so many.
 * @example acrossWidth({ width: 610000, margin: 4000, gap: 5000 }, 3) // 197300
 */
export function acrossWidth(
  { width, margin, gap }: { readonly width: number; readonly margin: number; readonly gap: number },
  n: number,
): number | null {
  const each = Math.floor((width - 2 * margin - (n - 1) * gap) / n / GRID) * GRID
  return each >= LEAST_PRINT ? each : null
}

/** A print that is narrower is none, um. */
const LEAST_PRINT = 10_000
