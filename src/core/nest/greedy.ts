import type { Spot } from './beam'
import type { Kind, Stance } from './kinds'
import type { Shape } from './shape'

/**
 * A plan at once, so that a drawing follows the hand: prints by size, each into the free rectangle that it fits best, what
 * is left of that split in two. All orders, fits and splits are tried under one ceiling after the other. Straight cuts part
 * what comes of it (the guillotine heuristics of Jylänki, 2010).
 */

type Free = { readonly x: number; readonly y: number; readonly w: number; readonly h: number }

const ORDERS: readonly ((k: Kind) => number)[] = [
  (k) => Math.max(k.w, k.h),
  (k) => k.w * k.h,
  (k) => Math.min(k.w, k.h),
  (k) => k.w + k.h,
]
/** How well a stance fits into a rectangle: less is better. */
const FITS: readonly ((f: Free, s: Stance) => number)[] = [
  (f, s) => Math.min(f.w - s.w, f.h - s.h),
  (f, s) => f.w * f.h - s.w * s.h,
]
/** Whether what is beside the print is as high as the rectangle. */
const SPLITS: readonly ((f: Free, s: Stance) => boolean)[] = [
  (f, s) => f.w - s.w > f.h - s.h,
  (f, s) => s.w * (f.h - s.h) < s.h * (f.w - s.w),
]
/** Over the bound. Many prints never lie without waste by such means: for them the lowest are left out. */
const CEILINGS = [1, 1.02, 1.04, 1.06, 1.08, 1.1, 1.13, 1.17, 1.22, 1.3, 1.4, 1.6, 2, 3]

/**
 * The first plan; null only where none is below three times the bound.
 * @example greedy(shapeOf(NEST), () => false).spots.length // 3
 */
export function greedy(
  shape: Shape,
  stop: () => boolean,
): { readonly spots: readonly Spot[] | null; readonly steps: number } {
  const stances = shape.kinds.map((_, k) => shape.stances.filter((s) => s.kind === k))
  const orders = ORDERS.map((by) =>
    shape.kinds
      .flatMap((k, kind) => k.members.map(() => kind))
      .sort((a, b) => by(shape.kinds[b] as Kind) - by(shape.kinds[a] as Kind) || a - b),
  )
  let steps = 0
  for (const over of CEILINGS.filter((c) => shape.count <= 30 || c > 1.03))
    for (const order of orders)
      for (const fit of FITS)
        for (const split of SPLITS) {
          if (steps > 0 && stop()) return { spots: null, steps }
          const { spots, looked } = filled(shape, Math.ceil(shape.bound * over), order, stances, fit, split)
          steps += looked
          if (spots) return { spots, steps }
        }
  return { spots: null, steps }
}

function filled(
  shape: Shape,
  ceiling: number,
  order: readonly number[],
  stances: readonly (readonly Stance[])[],
  worthOf: (typeof FITS)[number],
  split: (typeof SPLITS)[number],
): { readonly spots: readonly Spot[] | null; readonly looked: number } {
  const free: Free[] = [{ x: 0, y: 0, w: shape.width, h: ceiling }]
  const spots: Spot[] = []
  let looked = 0
  for (const kind of order) {
    let best = Number.POSITIVE_INFINITY
    let at = -1
    let how: Stance | null = null
    const ways = stances[kind] as readonly Stance[]
    for (let n = 0; n < free.length; n++)
      for (let k = 0; k < ways.length; k++) {
        const f = free[n] as Free
        const s = ways[k] as Stance
        looked += 1
        if (s.w > f.w || s.h > f.h) continue
        const worth = worthOf(f, s)
        if (worth < best) {
          best = worth
          at = n
          how = s
        }
      }
    if (!how) return { spots: null, looked }
    const f = free[at] as Free
    spots.push({ stance: how, x: f.x, y: f.y })
    const high = split(f, how)
    const beside = { x: f.x + how.w, y: f.y, w: f.w - how.w, h: high ? f.h : how.h }
    const behind = { x: f.x, y: f.y + how.h, w: high ? how.w : f.w, h: f.h - how.h }
    free.splice(at, 1, ...[beside, behind].filter((r) => r.w > 0 && r.h > 0))
  }
  return { spots, looked }
}
