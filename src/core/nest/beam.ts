import type { Stance } from './kinds'
import type { Shape } from './shape'

/** A print as the solver has laid it, tenths, with its gap. */
export type Spot = { readonly stance: Stance; readonly x: number; readonly y: number }

/** What one pass of a search came to. */
export type Pass = {
  /** every print lies below the ceiling; null: it did not come so far */
  readonly spots: readonly Spot[] | null
  /** the furthest that it came: what lies, where the rest does not fit any more */
  readonly furthest: readonly Spot[]
  /** children that were looked at */
  readonly steps: number
}

/** How a pass weighs what it does. */
export type Weights = {
  /** added to the waste: the less, the more waste counts against large prints */
  readonly base: number
  /** how much it counts that large prints lie first */
  readonly size: number
  /** how much each free rectangle more counts */
  readonly pieces: number
  /** which free rectangle takes the next print */
  readonly rule: 'thinnest' | 'smallest' | 'lowest'
  /** nodes of one set of prints that go on: they differ in where these lie, and mostly in nothing that counts */
  readonly alike: number
  /** ways to lay a print that a node looks at, about; of more it looks at every so many only, each node at others */
  readonly looks: number
}

/**
 * Prints that still have to lie, as the least pairs of width and height that one of them takes: whether any fits into a
 * rectangle is asked of these few.
 */
export class Least {
  readonly w: Int32Array
  readonly h: Int32Array
  size = 0
  /** ways to lay what is left, as many as `many` */
  readonly open: Int32Array
  many = 0
  private readonly order: Int32Array
  private readonly kindOf: Int32Array
  private readonly wOf: Int32Array
  private readonly hOf: Int32Array

  constructor(stances: readonly Stance[]) {
    this.w = new Int32Array(stances.length)
    this.h = new Int32Array(stances.length)
    this.open = new Int32Array(stances.length)
    this.kindOf = Int32Array.from(stances, (s) => s.kind)
    this.wOf = Int32Array.from(stances, (s) => s.w)
    this.hOf = Int32Array.from(stances, (s) => s.h)
    this.order = Int32Array.from(stances.map((_, i) => i)).sort(
      (a, b) => (stances[a]?.w ?? 0) - (stances[b]?.w ?? 0) || (stances[a]?.h ?? 0) - (stances[b]?.h ?? 0),
    )
  }

  /** By what is left of each kind. */
  of(left: Int16Array): void {
    const { order, open, kindOf, wOf, hOf } = this
    let n = 0
    let many = 0
    let lowest = 0x7fffffff
    for (let k = 0; k < order.length; k++) {
      const i = order[k] as number
      if ((left[kindOf[i] as number] as number) === 0) continue
      open[many++] = i
      const h = hOf[i] as number
      if (h >= lowest) continue
      this.w[n] = wOf[i] as number
      this.h[n] = h
      lowest = h
      n += 1
    }
    this.size = n
    this.many = many
  }

  fits(w: number, h: number): boolean {
    // widths rise and heights fall: the widest that fits is the lowest that does
    let [low, high] = [0, this.size]
    while (low < high) {
      const middle = (low + high) >> 1
      if ((this.w[middle] as number) <= w) low = middle + 1
      else high = middle
    }
    return low > 0 && (this.h[low - 1] as number) <= h
  }
}

/** Numbers that tell sets of prints apart, drawn from a seed. @example marksOf(shapeOf(NEST)).length // 2 */
export function marksOf(shape: Shape): Float64Array {
  let a = 0x9e3779b9
  return Float64Array.from(shape.kinds, () => {
    a = (Math.imul(a ^ (a >>> 15), 0x2c1b3c6d) + 0x6d2b79f5) >>> 0
    return a + 1
  })
}

/** What is left when one more of a kind lies. @example lessOne(Int16Array.of(2, 1), 0)[0] // 1 */
export function lessOne(left: Int16Array, kind: number): Int16Array {
  const now = left.slice()
  now[kind] = (now[kind] as number) - 1
  return now
}

/** A print of a node, and the node before it; the first has none. */
type Step = { readonly before: Step | null; readonly stance: Stance | null; readonly x: number; readonly y: number }

/** The prints that led to a node, in their order. @example spotsOf({ before: null, stance: null, x: 0, y: 0 }) // [] */
export function spotsOf(last: Step): readonly Spot[] {
  const spots: Spot[] = []
  for (let n: Step | null = last; n; n = n.before) if (n.stance) spots.push({ stance: n.stance, x: n.x, y: n.y })
  return spots.reverse()
}

/** How many times as many children are looked at as go on: some of them are the same prints in another order. */
const LOOKED_AT = 3

/** The best children of a level, kept as numbers until they are chosen: a heap with the worst on top. */
export class Children {
  private most = 0
  private heap = new Int32Array(0)
  parent = new Int32Array(0)
  stance = new Int32Array(0)
  /** which place of the parent it takes */
  place = new Int32Array(0)
  /** which of its two ways there */
  way = new Uint8Array(0)
  guide = new Float64Array(0)
  mark = new Float64Array(0)
  size = 0

  /** Makes ready for a level of which so many go on. */
  begin(wide: number): void {
    this.size = 0
    this.most = wide * LOOKED_AT
    if (this.heap.length >= this.most) return
    this.heap = new Int32Array(this.most)
    this.parent = new Int32Array(this.most)
    this.stance = new Int32Array(this.most)
    this.place = new Int32Array(this.most)
    this.way = new Uint8Array(this.most)
    this.guide = new Float64Array(this.most)
    this.mark = new Float64Array(this.most)
  }

  add(parent: number, stance: number, place: number, way: number, guide: number, mark: number): void {
    let n = this.size
    if (n === this.most) {
      n = this.heap[0] as number
      if (guide >= (this.guide[n] as number)) return
    }
    this.parent[n] = parent
    this.stance[n] = stance
    this.place[n] = place
    this.way[n] = way
    this.guide[n] = guide
    this.mark[n] = mark
    if (this.size === this.most) return this.sink(0)
    this.heap[n] = n
    this.size += 1
    if (this.size === this.most) for (let i = (this.most >> 1) - 1; i >= 0; i--) this.sink(i)
  }

  private sink(from: number): void {
    const { heap, guide, size } = this
    const moved = heap[from] as number
    const worth = guide[moved] as number
    let i = from
    for (;;) {
      let k = 2 * i + 1
      if (k >= size) break
      if (k + 1 < size && (guide[heap[k + 1] as number] as number) > (guide[heap[k] as number] as number)) k += 1
      if ((guide[heap[k] as number] as number) <= worth) break
      heap[i] = heap[k] as number
      i = k
    }
    heap[i] = moved
  }

  /** The best of them, the best first; of those that came to the same prints in another order at most `alike`. */
  choose(wide: number, alike: number): readonly number[] {
    const { guide, mark } = this
    const order = Array.from({ length: this.size }, (_, i) => i)
    order.sort((a, b) => (guide[a] as number) - (guide[b] as number) || a - b)
    const seen = new Map<number, number>()
    const out: number[] = []
    for (const c of order) {
      const n = seen.get(mark[c] as number) ?? 0
      if (n >= alike) continue
      seen.set(mark[c] as number, n + 1)
      out.push(c)
      if (out.length === wide) break
    }
    return out
  }
}
