import { type Um, um } from '@/core/length/length'
import { fAbove, tBeyond } from './beyond-chance'
import type { EdgeFigures } from './figures'
import type { CheckResult } from './solve'
import { pooledFactor } from './tolerance-factor'

/** Sheets of one kind, measured on one axis: how many, their mean and the square of their spread. um, um2. */
export type Spread = { readonly n: number; readonly mean: number; readonly s2: number }

/** What is called more than chance: one in a hundred. */
export const CHANCE = 0.01

/**
 * How far values lie apart; null for fewer than two, of which nobody can say.
 * @example spreadOf([10, 20, 30]) // { n: 3, mean: 20, s2: 100 }
 */
export function spreadOf(values: readonly number[]): Spread | null {
  const n = values.length
  if (n < 2) return null
  const mean = values.reduce((a, b) => a + b, 0) / n
  return { n, mean, s2: values.reduce((a, v) => a + (v - mean) ** 2, 0) / (n - 1) }
}

/**
 * Spreads of several groups as one: s2 = sum((n_i - 1) s_i2) / sum(n_i - 1).
 * @example pooled([{ n: 3, mean: 0, s2: 100 }, { n: 2, mean: 7, s2: 400 }]) // { df: 3, s2: 200 }
 */
export function pooled(groups: readonly Spread[]): { readonly df: number; readonly s2: number } | null {
  const df = groups.reduce((sum, g) => sum + g.n - 1, 0)
  return df < 1 ? null : { df, s2: groups.reduce((sum, g) => sum + (g.n - 1) * g.s2, 0) / df }
}

/** What all measured sheets of a feed make of one check's drift on one axis. */
export type Sharpened = {
  /** half-width that holds 95 % of sheets with 90 % confidence */
  readonly drift: Um
  readonly df: number
  /** its own spread contradicts what others measured by more than chance: it stands alone */
  readonly alone: boolean
}

/**
 * The drift of a check whose own sheets spread so, with everything else that was measured on its feed since. The mean
 * is the check's, of `meanOf` sheets. null: not even pooled is there a spread.
 * @example sharpened({ n: 5, mean: 0, s2: 10000 }, 5, [{ n: 15, mean: 0, s2: 10000 }]) // { drift: 279, df: 18, alone: false }
 */
export function sharpened(own: Spread | null, meanOf: number, others: readonly Spread[]): Sharpened | null {
  const rest = pooled(others)
  const alone = own !== null && rest !== null && own.s2 !== rest.s2 && contradicts(own, rest)
  const all = alone ? pooled([own]) : pooled(own ? [own, ...others] : others)
  return all && { drift: um(pooledFactor(meanOf, all.df) * Math.sqrt(all.s2)), df: all.df, alone }
}

/** F-ratio of the larger over the smaller spread, at either end: half of {@link CHANCE} each. */
function contradicts(own: Spread, rest: { readonly df: number; readonly s2: number }): boolean {
  const df = own.n - 1
  return own.s2 > rest.s2
    ? fAbove(own.s2 / rest.s2, df, rest.df) < CHANCE / 2
    : fAbove(rest.s2 / own.s2, rest.df, df) < CHANCE / 2
}

/**
 * Whether runs lie off what their check promised by more than chance: Student's t of their mean against 0, with the
 * pooled spread, and the check's own mean as unsure as its sheets are few.
 * @example offBeyondChance({ n: 16, mean: 100, s2: 10000 }, 5, { df: 19, s2: 10000 }) // false
 */
export function offBeyondChance(
  runs: Spread,
  meanOf: number,
  all: { readonly df: number; readonly s2: number },
): boolean {
  if (all.s2 <= 0) return runs.mean !== 0
  return tBeyond(runs.mean / Math.sqrt(all.s2 * (1 / runs.n + 1 / meanOf)), all.df) < CHANCE
}

/** Both axes of sheets that were measured together. */
export type Landings = { readonly across: Spread | null; readonly along: Spread | null }

/**
 * How a check's own sheets lay apart.
 * @example landingsOf(SOLVED).across // null
 */
export const landingsOf = (result: Pick<CheckResult, 'perSheet'>): Landings => ({
  across: spreadOf(result.perSheet.map((p) => p.across)),
  along: spreadOf(result.perSheet.map((p) => p.along)),
})

/**
 * A check's figures with the drift that all measured sheets of its feed give.
 * @param sheets of the check. @param others everything else that was measured on its feed since its last change.
 * @example withPool(FIGURES, { across: null, along: null }, 5, []).accuracy.driftAcross // 250
 */
export function withPool(
  figures: EdgeFigures,
  own: Landings,
  sheets: number,
  others: readonly Landings[],
): EdgeFigures {
  const of = (axis: 'across' | 'along') =>
    sharpened(
      own[axis],
      sheets,
      others.flatMap((o) => o[axis] ?? []),
    )
  const [across, along] = [of('across'), of('along')]
  if (!across || !along || others.length === 0) return figures
  const count = (axis: 'across' | 'along'): number => [own, ...others].reduce((sum, o) => sum + (o[axis]?.n ?? 0), 0)
  return {
    ...figures,
    accuracy: { ...figures.accuracy, driftAcross: across.drift, driftAlong: along.drift },
    pool: { sheets: Math.min(count('across'), count('along')), alone: across.alone || along.alone },
  }
}
