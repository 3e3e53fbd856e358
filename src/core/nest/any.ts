import { Children, Least, lessOne, marksOf, type Pass, type Spot, type Step, spotsOf, Walk, type Weights } from './beam'
import type { Stance } from './kinds'
import type { Shape } from './shape'

/**
 * Beam search for plans of any kind: a node is a skyline. Its lowest stretch takes a print at its left or its right end, or
 * is given up where nothing fits; what is given up, and what lies below a print or above the ceiling, is waste.
 */

type Node = {
  readonly before: Step | null
  readonly stance: Stance | null
  readonly x: number
  readonly y: number
  /** stretches from the left: x, y, width */
  line: Int32Array
  readonly left: readonly number[]
  readonly placed: number
  dead: number
  readonly count: number
  readonly mark: number
}

/** The stretch that is lowest, and of those the narrowest; its place in the line. */
function lowest(line: Int32Array): number {
  let at = 0
  for (let k = 3; k < line.length; k += 3) {
    const y = line[k + 1] as number
    const by = line[at + 1] as number
    if (y < by || (y === by && (line[k + 2] as number) < (line[at + 2] as number))) at = k
  }
  return at
}

/** The line without the stretch: raised to its lower neighbour. */
function raised(line: Int32Array, at: number): { readonly line: Int32Array; readonly dead: number } | null {
  const before = at > 0 ? (line[at - 2] as number) : Number.POSITIVE_INFINITY
  const after = at + 3 < line.length ? (line[at + 4] as number) : Number.POSITIVE_INFINITY
  const to = Math.min(before, after)
  if (!Number.isFinite(to)) return null
  const dead = (line[at + 2] as number) * (to - (line[at + 1] as number))
  const now = line.slice()
  now[at + 1] = to
  return { line: joined(now), dead }
}

/** Neighbours of one height are one stretch. */
function joined(line: Int32Array): Int32Array {
  let n = 3
  for (let k = 3; k < line.length; k += 3) {
    if (line[k + 1] === line[n - 2]) line[n - 1] = (line[n - 1] as number) + (line[k + 2] as number)
    else {
      if (n < k) line.copyWithin(n, k, k + 3)
      n += 3
    }
  }
  return n < line.length ? line.slice(0, n) : line
}

/** Gives up stretches that nothing fits on; the place of the lowest that something does, or -1. */
function readied(node: Node, least: Least, ceiling: number): number {
  for (;;) {
    const at = lowest(node.line)
    if (least.lowest(node.line[at + 2] as number) <= ceiling - (node.line[at + 1] as number)) return at
    const up = raised(node.line, at)
    if (!up) return -1
    node.line = up.line
    node.dead += up.dead
  }
}

/** Where a pass begins: the skyline over what is kept. What lies below it and is no print is given up. */
function begun({ kinds, width }: Shape, kept: readonly Spot[], marks: Float64Array): Node {
  const left = kinds.map((k) => k.members.length)
  const ends = [...new Set([0, width, ...kept.flatMap((s) => [s.x, s.x + s.stance.w])])].sort((a, b) => a - b)
  const line: number[] = []
  let under = 0
  for (const [i, x] of ends.slice(0, -1).entries()) {
    const to = ends[i + 1] as number
    const top = kept.reduce((y, s) => (s.x <= x && s.x + s.stance.w >= to ? Math.max(y, s.y + s.stance.h) : y), 0)
    line.push(x, top, to - x)
    under += top * (to - x)
  }
  let last: Step = { before: null, stance: null, x: 0, y: 0 }
  let placed = 0
  let mark = 0
  for (const spot of kept) {
    const { kind, w, h } = spot.stance
    left[kind] = (left[kind] as number) - 1
    placed += w * h
    mark += marks[kind] as number
    last = { ...spot, before: last }
  }
  const done = { left, placed, mark, count: kept.length, dead: under - placed }
  return { ...last, ...done, line: joined(Int32Array.from(line)) }
}

/** One pass runs at a time. */
const SHARED = new Children()

/**
 * One pass; arguments as in `straightPass`.
 * @param kept what lies already, nothing of the rest below any of it: the pass goes on from there
 * @example anyPass(shapeOf(NEST), 400, 3, WEIGHTS, () => false).spots.length // 3
 */
export function anyPass(
  shape: Shape,
  ceiling: number,
  wide: number,
  weights: Weights,
  stop: () => boolean,
  kept: readonly Spot[] = [],
): Pass {
  const { stances, width, area, across, along } = shape
  const slack = width * ceiling - area
  if (slack < 0) return { spots: null, furthest: [], steps: 1 }
  const marks = marksOf(shape)
  const least = new Least(stances)
  let level: Node[] = [begun(shape, kept, marks)]
  let furthest = level[0] as Node
  const largest = stances.reduce((most, s) => Math.max(most, s.w * s.h), 0)
  let steps = 0
  /** what of so much height can be filled by no sizes */
  const thin = (room: number): number => (room < along.length ? room - (along[room] as number) : 0)
  const children = SHARED
  const { order, wide: widths, high: heights } = least
  const narrower = new Walk(least)
  while (level.length > 0) {
    if (stop()) break
    children.begin(wide)
    for (let p = 0; p < level.length; p++) {
      const node = level[p] as Node
      least.of(node.left)
      const at = readied(node, least, ceiling)
      if (at < 0 || node.dead > slack) continue
      const { line } = node
      const y = line[at + 1] as number
      const w = line[at + 2] as number
      const before = at > 0 ? (line[at - 2] as number) : ceiling
      const after = at + 3 < line.length ? (line[at + 4] as number) : ceiling
      let held = node.dead
      for (let k = 0; k < line.length; k += 3)
        if (k !== at) held += (line[k + 2] as number) * thin(ceiling - (line[k + 1] as number))
      const pieces = line.length / 3
      const { open, many } = least
      // the power bends downwards: it lies below its tangent at the largest mean
      const most = (node.placed + largest) / (node.count + 1)
      const power = most ** weights.size
      const slope = (weights.size * power) / most
      const every = Math.max(1, Math.ceil(many / weights.looks))
      let turn = (p + node.count) % every
      narrower.fromWide()
      for (let k = 0; k < many; k++) {
        const s = open[k] as number
        const sw = widths[s] as number
        const sh = heights[s] as number
        // they come by their width
        if (sw > w) break
        const top = y + sh
        if (top > ceiling) continue
        const rest = w - sw
        turn = turn + 1 === every ? 0 : turn + 1
        // what fits exactly, or is as high as what stands beside it, is always looked at
        if (turn !== 0 && rest !== 0 && top !== before && top !== after) continue
        const placed = node.placed + sw * sh
        const sure = held + sw * thin(ceiling - top)
        const fits = rest > 0 && narrower.down(rest) <= ceiling - y
        for (let side = 0; side < (rest > 0 ? 2 : 1); side++) {
          steps += 1
          // beside it a hole is left, as deep as the lower of its walls
          let hole = 0
          if (rest > 0) {
            const deep = Math.max(0, Math.min(top, side === 0 ? after : before) - y)
            hole = fits ? deep * (rest - (across[rest] as number)) : rest * deep
          }
          const dead = sure + hole
          if (dead > slack) continue
          const flush = (side === 0 && top === before ? 1 : 0) + ((side === 1 || rest === 0) && top === after ? 1 : 0)
          const parts = pieces + (rest > 0 ? 1 : 0) - flush
          const worth = weights.base + dead / (placed + dead) + weights.pieces * parts
          const mean = placed / (node.count + 1)
          if (worth >= children.limit * (power - slope * (most - mean))) continue
          const guide = worth / mean ** weights.size
          const way = order[s] as number
          children.add(p, way, at, side, guide, node.mark + (marks[(stances[way] as Stance).kind] as number))
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

function made(node: Node, stance: Stance, at: number, side: number, mark: number): Node {
  const from = node.line[at] as number
  const x = side === 0 ? from : from + (node.line[at + 2] as number) - stance.w
  const y = node.line[at + 1] as number
  const left = lessOne(node.left, stance.kind)
  const line = laidOn(node.line, at, stance, x)
  const placed = node.placed + stance.w * stance.h
  return { before: node, stance, x, y, line, left, mark, placed, dead: node.dead, count: node.count + 1 }
}

/** The line with a print on one of its stretches. */
function laidOn(line: Int32Array, at: number, stance: Stance, x: number): Int32Array {
  const from = line[at] as number
  const y = line[at + 1] as number
  const w = line[at + 2] as number
  const rest = w - stance.w
  const now = new Int32Array(line.length + (rest > 0 ? 3 : 0))
  for (let k = 0; k < at; k++) now[k] = line[k] as number
  let n = at
  const put = (a: number, b: number, c: number): void => {
    now[n++] = a
    now[n++] = b
    now[n++] = c
  }
  if (rest > 0 && x > from) put(from, y, rest)
  put(x, y + stance.h, stance.w)
  if (rest > 0 && x === from) put(x + stance.w, y, rest)
  for (let k = at + 3; k < line.length; k++) now[n++] = line[k] as number
  return joined(now)
}
