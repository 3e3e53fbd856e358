import { type CurvePrice, curveOf, priceOf, responseOf } from './curve'
import type { Reading } from './reading'
import { type ToneVerdict, verdictOf } from './verdict'

/** A reading with everything that is said of it. */
export type Judged = {
  readonly verdict: ToneVerdict
  /** of the full correction */
  readonly price: CurvePrice
  /** how much the correction moves device grey on average, 0 to 1 */
  readonly correction: number
}

/**
 * Judges one reading.
 * @example judge({ patches: [{ d: 0, l: 90, spread: 0.1, ab: null }, { d: 1, l: 10, spread: 0.1, ab: null }], within: 0.3 }).price.levels // 256
 */
export function judge(reading: Reading): Judged {
  const curve = curveOf(reading)
  const last = curve.table.length - 1
  return {
    verdict: verdictOf(reading),
    price: priceOf(curve, responseOf(reading)),
    correction: curve.table.reduce((sum, v, i) => sum + Math.abs(v - i / last), 0) / curve.table.length,
  }
}

/** Corrections that differ by less than this are alike, and blacks. */
const SAME_CORRECTION = 0.01
const SAME_BLACK = 1

/** Why the first of two is ranked before the second. */
export type Reason =
  | { readonly code: 'lighter_correction'; readonly share: number; readonly blackBy: number }
  | { readonly code: 'deeper_black'; readonly by: number }
  | { readonly code: 'alike' }

/**
 * Orders readings of one paper: first what needs the lighter correction, then what is blacker. Answers their places in the
 * list that was given.
 * @example ranked([{ verdict: { black: 20 }, correction: 0.1 }, { verdict: { black: 12 }, correction: 0.02 }]) // [1, 0]
 */
export const ranked = (
  all: readonly { readonly verdict: Pick<ToneVerdict, 'black'>; readonly correction: number }[],
): readonly number[] =>
  all
    .map((_, i) => i)
    .sort((i, j) => {
      const [a, b] = [all[i], all[j]]
      if (!a || !b) return 0
      const by = Math.round(a.correction / SAME_CORRECTION) - Math.round(b.correction / SAME_CORRECTION)
      return by === 0 ? a.verdict.black - b.verdict.black : by
    })

/**
 * Why one reading comes before another.
 * @example reasonFor({ verdict: { black: 12 }, correction: 0.02 }, { verdict: { black: 12.5 }, correction: 0.06 }).code // 'lighter_correction'
 */
export function reasonFor(
  first: { readonly verdict: Pick<ToneVerdict, 'black'>; readonly correction: number },
  second: { readonly verdict: Pick<ToneVerdict, 'black'>; readonly correction: number },
): Reason {
  const blackBy = second.verdict.black - first.verdict.black
  if (second.correction - first.correction > SAME_CORRECTION)
    return { code: 'lighter_correction', share: first.correction / second.correction, blackBy }
  return Math.abs(blackBy) >= SAME_BLACK ? { code: 'deeper_black', by: blackBy } : { code: 'alike' }
}

/** What an eye told apart: the first patch from the paper on and the last before full black, by their numbers from 0. */
export type SeenApart = { readonly lightest: number; readonly deepest: number; readonly steps: number }

/**
 * How many steps of a wedge an eye told apart from its ends: more is better.
 * @example stepsApart({ lightest: 1, deepest: 18, steps: 21 }) // 18
 */
export const stepsApart = ({ lightest, deepest }: SeenApart): number => deepest - lightest + 1

/**
 * Orders what an eye saw of several wedges of one paper: first where more steps part, as a share of the wedge's, then where
 * the darks part further down. Answers their places in the list that was given. It measures no lightness.
 * @example rankedByEye([{ lightest: 1, deepest: 15, steps: 21 }, { lightest: 1, deepest: 18, steps: 21 }]) // [1, 0]
 */
export const rankedByEye = (all: readonly SeenApart[]): readonly number[] =>
  all
    .map((_, i) => i)
    .sort((i, j) => {
      const [a, b] = [all[i], all[j]]
      if (!a || !b) return 0
      const share = (s: SeenApart): number => stepsApart(s) / s.steps
      return share(b) - share(a) || b.deepest / b.steps - a.deepest / a.steps
    })
