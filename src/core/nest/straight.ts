import { Children, Least, lessOne, marksOf, type Pass, spotsOf, Walk, type Weights } from './beam'
import type { Stance } from './kinds'
import type { Shape } from './shape'

/**
 * Beam search for plans that straight cuts part. A node is a set of free rectangles; the smallest of them that something
 * fits into takes a print in its corner, and what is left of it is split in two, across or along. The strip ends at a
 * ceiling; what is dead below it is waste, and a node that wastes more than the ceiling leaves is dropped. The best nodes
 * by (base + waste + pieces) / mean area ^ size go on to the next print.
 */

type Node = {
  readonly before: Node | null
  readonly stance: Stance | null
  readonly x: number
  readonly y: number
  /** free rectangles, four numbers each: x, y, w, h */
  free: Int32Array
  readonly left: readonly number[]
  readonly placed: number
  /** of rectangles that nothing fits into any more, which are left out of the free ones */
  dead: number
  readonly count: number
  readonly mark: number
}

/** How much of so much height sizes can fill. */
const filled = (along: Int32Array, h: number): number => (h < along.length ? (along[h] as number) : h)

/**
 * What a rectangle wastes at least: all of it where nothing that is left fits.
 * @param lowest of what is left and no wider
 * @param a of its width that sizes can fill
 * @param b of its height
 */
const wasted = (w: number, h: number, lowest: number, a: number, b: number): number =>
  w <= 0 || h <= 0 ? 0 : lowest <= h ? w * h - a * b : w * h

/** One pass runs at a time. */
const SHARED = new Children()

/**
 * One pass.
 * @example straightPass(shapeOf(NEST), 400, 3, WEIGHTS, () => false).spots.length // 3
 * @param ceiling tenths, with one gap
 * @param wide how many nodes go on from each level
 * @param stop asked now and then: true ends the pass
 */
export function straightPass(shape: Shape, ceiling: number, wide: number, weights: Weights, stop: () => boolean): Pass {
  const { stances, kinds, width, area, across, along } = shape
  const slack = width * ceiling - area
  const { rule, looks } = weights
  const marks = marksOf(shape)
  const least = new Least(stances)
  const left = kinds.map((k) => k.members.length)
  least.of(left)
  const first = wasted(width, ceiling, least.lowest(width), across[width] as number, filled(along, ceiling))
  let level: Node[] = [
    {
      ...{ before: null, stance: null, x: 0, y: 0, free: Int32Array.of(0, 0, width, ceiling), left },
      ...{ placed: 0, dead: 0, count: 0, mark: 0 },
    },
  ]
  let furthest = level[0] as Node
  const largest = stances.reduce((most, s) => Math.max(most, s.w * s.h), 0)
  let steps = 0
  if (slack < 0 || first > slack) return { spots: null, furthest: [], steps: 1 }
  const children = SHARED
  const { order, wide: widths, high: heights } = least
  const [narrower, wider] = [new Walk(least), new Walk(least)]
  while (level.length > 0) {
    if (stop()) break
    children.begin(wide)
    for (let p = 0; p < level.length; p++) {
      const node = level[p] as Node
      least.of(node.left)
      // the smallest rectangle that something fits into; the waste that the others hold already
      let rect = -1
      let smallest = Number.POSITIVE_INFINITY
      let held = 0
      let kept = 0
      const { free } = node
      for (let r = 0; r < free.length; r += 4) {
        const w = free[r + 2] as number
        const h = free[r + 3] as number
        const waste = wasted(w, h, least.lowest(w), across[w] as number, filled(along, h))
        if (waste === w * h) {
          node.dead += waste
          continue
        }
        held += waste
        const rank = rule === 'thinnest' ? Math.min(w, h) : rule === 'lowest' ? (free[r + 1] as number) : w * h
        if (rank < smallest) {
          smallest = rank
          rect = kept
        }
        if (kept < r) free.copyWithin(kept, r, r + 4)
        kept += 4
      }
      if (kept < free.length) node.free = free.slice(0, kept)
      if (rect < 0) continue
      const pieces = kept / 4
      const rw = node.free[rect + 2] as number
      const rh = node.free[rect + 3] as number
      const lowest = least.lowest(rw)
      const ra = across[rw] as number
      const rb = filled(along, rh)
      held += node.dead - wasted(rw, rh, lowest, ra, rb)
      const { open, many } = least
      // the power bends downwards: it lies below its tangent at the largest mean
      const most = (node.placed + largest) / (node.count + 1)
      const power = most ** weights.size
      const slope = (weights.size * power) / most
      const every = Math.max(1, Math.ceil(many / looks))
      let turn = (p + node.count) % every
      narrower.fromWide()
      wider.fromNarrow()
      for (let k = 0; k < many; k++) {
        const s = open[k] as number
        const sw = widths[s] as number
        const sh = heights[s] as number
        // they come by their width
        if (sw > rw) break
        if (sh > rh) continue
        const bw = rw - sw
        const bh = rh - sh
        turn = turn + 1 === every ? 0 : turn + 1
        // what fits exactly is always looked at
        if (turn !== 0 && bw !== 0 && bh !== 0) continue
        const splits = bw === 0 || bh === 0 ? 1 : 2
        const placed = node.placed + sw * sh
        const besides = narrower.down(bw)
        const ba = across[bw] as number
        const bb = filled(along, bh)
        for (let split = 0; split < splits; split++) {
          steps += 1
          const dead =
            held +
            (split === 0
              ? wasted(bw, sh, besides, ba, filled(along, sh)) + wasted(rw, bh, lowest, ra, bb)
              : wasted(bw, rh, besides, ba, rb) + wasted(sw, bh, wider.up(sw), across[sw] as number, bb))
          if (dead > slack) continue
          const worth = weights.base + dead / (placed + dead) + weights.pieces * (pieces + splits)
          const mean = placed / (node.count + 1)
          if (worth >= children.limit * (power - slope * (most - mean))) continue
          const guide = worth / mean ** weights.size
          const way = order[s] as number
          const kind = (stances[way] as Stance).kind
          children.add(p, way, rect, split, guide, node.mark + (marks[kind] as number))
        }
      }
    }
    if (children.size === 0) break
    const before = level
    level = children.choose(wide, weights.alike).map((c) => {
      const node = before[children.parent[c] as number] as Node
      const stance = stances[children.stance[c] as number] as Stance
      return made(node, stance, children.place[c] as number, children.way[c] as number, children.mark[c] as number)
    })
    for (const node of level) if (node.placed > furthest.placed) furthest = node
    const done = level.find((n) => n.count === shape.count)
    if (done) return { spots: spotsOf(done), furthest: [], steps }
  }
  return { spots: null, furthest: spotsOf(furthest), steps }
}

function made(node: Node, stance: Stance, rect: number, split: number, mark: number): Node {
  const { free } = node
  const [x, y] = [free[rect] as number, free[rect + 1] as number]
  const [w, h] = [free[rect + 2] as number, free[rect + 3] as number]
  const [bw, bh] = [w - stance.w, h - stance.h]
  const now = new Int32Array(free.length - 4 + (bw > 0 ? 4 : 0) + (bh > 0 ? 4 : 0))
  let at = 0
  for (let k = 0; k < free.length; k++) {
    if (k === rect) k += 4
    if (k < free.length) now[at++] = free[k] as number
  }
  if (bw > 0) {
    now[at++] = x + stance.w
    now[at++] = y
    now[at++] = bw
    now[at++] = split === 0 ? stance.h : h
  }
  if (bh > 0) {
    now[at++] = x
    now[at++] = y + stance.h
    now[at++] = split === 0 ? w : stance.w
    now[at++] = bh
  }
  const left = lessOne(node.left, stance.kind)
  const placed = node.placed + stance.w * stance.h
  return { before: node, stance, x, y, free: now, left, placed, dead: node.dead, count: node.count + 1, mark }
}
