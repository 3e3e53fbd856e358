/**
 * What the solver works on: whole tenths of a millimetre, the gap folded into every size, equal prints counted together.
 * A print of w x h takes (w + gap) x (h + gap) of a strip that is wider by one gap: then prints may touch.
 */

import type { NestAsk } from './ask'
import { scaledBound } from './bound'
import { down, type Kind, type Stance, stancesOf, up } from './kinds'

export type Shape = {
  /** across, with one gap */
  readonly width: number
  readonly kinds: readonly Kind[]
  readonly stances: readonly Stance[]
  /** of all prints with their gaps */
  readonly area: number
  readonly count: number
  readonly gap: number
  /** what a strip of this many tenths can be filled with at most, across and along */
  readonly across: Int32Array
  readonly along: Int32Array
  /** no plan is shorter, with one gap */
  readonly bound: number
}

/**
 * The largest sum of lengths, each as often as one likes, for every limit from 0 to `most`.
 */
function sums(lengths: readonly number[], most: number): Int32Array {
  const sorted = Int32Array.from(lengths).sort()
  const least = sorted[0] ?? most + 1
  const best = new Int32Array(most + 1)
  const reached = new Uint8Array(most + 1)
  reached[0] = 1
  // how many values in a row were reached: as many as the least length, and every further one is
  let row = 1
  let last = 0
  for (let v = 0; v <= most; v++) {
    if (row >= least || reached[v] === 1) {
      last = v
      if (v > 0) row += 1
      if (row < least)
        for (let i = 0; i < sorted.length; i++) {
          const next = v + (sorted[i] as number)
          if (next > most) break
          reached[next] = 1
        }
    } else row = 0
    best[v] = last
  }
  return best
}

/**
 * Folds what is asked into whole tenths.
 * @example shapeOf(NEST).count // 3
 */
export function shapeOf(ask: NestAsk): Shape {
  const gap = up(ask.gap)
  const width = down(ask.width) - 2 * up(ask.margin) + gap
  const byKey = new Map<string, number[]>()
  for (const [i, item] of ask.items.entries()) {
    const [w, h] = [up(item.w) + gap, up(item.h) + gap]
    // a print that may turn is the same either way round
    const [a, b] = item.mayTurn && h < w ? [h, w] : [w, h]
    const key = `${a} ${b} ${item.mayTurn && a !== b}`
    byKey.set(key, [...(byKey.get(key) ?? []), i])
  }
  const kinds = [...byKey].map(([key, members]): Kind => {
    const [w = '0', h = '0', mayTurn] = key.split(' ')
    return { w: Number(w), h: Number(h), mayTurn: mayTurn === 'true', members }
  })
  const fitting = stancesOf(kinds, width)
  const area = kinds.reduce((sum, k) => sum + k.w * k.h * k.members.length, 0)
  const tallest = kinds.reduce((sum, k) => sum + Math.max(k.w, k.h) * k.members.length, 0)
  const across = sums([...new Set(fitting.map((s) => s.w))], Math.max(0, width))
  // lengths that no good plan reaches are filled as they are
  const worth = width > 0 ? Math.ceil((2 * area) / width) + Math.max(0, ...fitting.map((s) => s.h)) : 0
  const along = sums([...new Set(fitting.map((s) => s.h))], Math.min(tallest, worth))
  const best = across[Math.max(0, width)] ?? 0
  const least = kinds.reduce((most, k) => {
    const ways = fitting.filter((s) => kinds[s.kind] === k).map((s) => s.h)
    return ways.length > 0 ? Math.max(most, Math.min(...ways)) : most
  }, 0)
  return {
    ...{ width, kinds, stances: fitting, area, count: ask.items.length, gap, across, along },
    bound: Math.max(best > 0 ? Math.ceil(area / best) : 0, least, scaledBound(kinds, width)),
  }
}

/**
 * The same prints, some of them joined: area, bound and what lengths add up to stay.
 * @example withKinds(shapeOf(NEST), [], []).count // 0
 */
export const withKinds = (shape: Shape, kinds: readonly Kind[], stances: readonly Stance[]): Shape => ({
  ...shape,
  ...{ kinds, stances, count: kinds.reduce((n, k) => n + k.members.length, 0) },
})
