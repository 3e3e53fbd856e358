import type { Kind } from './kinds'

/**
 * No plan is shorter than this: by scales that make wide prints wider and narrow ones narrower without letting more of
 * them beside each other than the strip takes (dual feasible functions: Fekete and Schepers, 1998). A print that may turn
 * counts by the cheaper of its two ways.
 * @example scaledBound([{ w: 6, h: 5, mayTurn: false, members: [0, 1] }], 10) // 10
 */
export function scaledBound(kinds: readonly Kind[], width: number): number {
  if (width <= 0) return 0
  const scales: ((w: number) => number)[] = []
  // a share of the strip, rounded down to k parts unless it is an exact one
  for (let k = 1; k <= MOST_PARTS; k++)
    scales.push((w) => {
      const parts = ((k + 1) * w) / width
      return Number.isInteger(parts) ? w : (Math.floor(parts) * width) / k
    })
  // what leaves less than a limit beside it takes the whole strip, what is narrower than that counts nothing
  const limits = new Set(kinds.flatMap((k) => (k.mayTurn ? [k.w, k.h] : [k.w])).flatMap((w) => [w, width - w]))
  for (const limit of limits)
    if (limit > 0 && 2 * limit <= width) {
      scales.push((w) => (w > width - limit ? width : w < limit ? 0 : w))
      scales.push((w) => (w > width - limit ? width : w <= limit ? 0 : w))
    }
  let most = 0
  for (const scale of scales) {
    let area = 0
    for (const k of kinds) {
      const straight = k.w <= width ? scale(k.w) * k.h : Number.POSITIVE_INFINITY
      const turned = k.mayTurn && k.h <= width ? scale(k.h) * k.w : Number.POSITIVE_INFINITY
      const each = Math.min(straight, turned)
      if (Number.isFinite(each)) area += each * k.members.length
    }
    most = Math.max(most, area / width)
  }
  return Math.ceil(most - 1e-6)
}

/** Shares of the strip that are looked at: halves to thirtieths. */
const MOST_PARTS = 30
