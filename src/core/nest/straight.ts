import { Children, Least, lessOne, marksOf, type Pass, spotsOf, type Weights } from './beam'
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
  readonly left: Int16Array
  readonly placed: number
  /** of rectangles that nothing fits into any more, which are left out of the free ones */
  dead: number
  readonly count: number
  readonly mark: number
}

/** What a rectangle wastes at least, whatever is laid into it: all of it where nothing that is left fits. */
function wasted(shape: Shape, least: Least, w: number, h: number): number {
  if (w <= 0 || h <= 0) return 0
  if (!least.fits(w, h)) return w * h
  const { across, along } = shape
  const b = h < along.length ? (along[h] as number) : h
  return w * h - (across[w] as number) * b
}

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
  const { stances, kinds, width, area } = shape
  const slack = width * ceiling - area
  const { rule, looks } = weights
  const marks = marksOf(shape)
  const least = new Least(stances)
  const left = Int16Array.from(kinds, (k) => k.members.length)
  least.of(left)
  const first = wasted(shape, least, width, ceiling)
  let level: Node[] = [
    {
      ...{ before: null, stance: null, x: 0, y: 0, free: Int32Array.of(0, 0, width, ceiling), left },
      ...{ placed: 0, dead: 0, count: 0, mark: 0 },
    },
  ]
  let furthest = level[0] as Node
  let steps = 0
  if (slack < 0 || first > slack) return { spots: null, furthest: [], steps: 1 }
  const children = SHARED
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
        const [w, h] = [free[r + 2] as number, free[r + 3] as number]
        const waste = wasted(shape, least, w, h)
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
      const [rw, rh] = [node.free[rect + 2] as number, node.free[rect + 3] as number]
      held -= wasted(shape, least, rw, rh)
      const { open, many } = least
      const every = Math.max(1, Math.ceil(many / looks))
      let turn = (p + node.count) % every
      for (let k = 0; k < many; k++) {
        const s = open[k] as number
        const stance = stances[s] as Stance
        // they come by their width
        if (stance.w > rw) break
        if (stance.h > rh) continue
        const [bw, bh] = [rw - stance.w, rh - stance.h]
        turn = turn + 1 === every ? 0 : turn + 1
        // what fits exactly is always looked at
        if (turn !== 0 && bw !== 0 && bh !== 0) continue
        const splits = bw === 0 || bh === 0 ? 1 : 2
        const placed = node.placed + stance.w * stance.h
        const mean = (placed / (node.count + 1)) ** weights.size
        for (let split = 0; split < splits; split++) {
          steps += 1
          const a = wasted(shape, least, bw, split === 0 ? stance.h : rh)
          const b = wasted(shape, least, split === 0 ? rw : stance.w, bh)
          const dead = node.dead + held + a + b
          if (dead > slack) continue
          const share = dead / (placed + dead)
          const guide = (weights.base + share + weights.pieces * (pieces + splits)) / mean
          children.add(p, s, rect, split, guide, node.mark + (marks[stance.kind] as number))
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
