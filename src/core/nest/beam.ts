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

/** Nothing is so high. */
const HIGHEST = 0x7fffffff

/**
 * Prints that still have to lie, by their width, and the least pairs of width and height that one of them takes: whether
 * any fits into a rectangle is asked of these few.
 */
export class Least {
  /** the least pairs: widths rise, heights fall */
  readonly w: Int32Array
  readonly h: Int32Array
  size = 0
  /** ways to lay what is left, as many as `many`, the narrowest first: places in `order` */
  readonly open: Int32Array
  many = 0
  /** ways by their width, and their sizes in that order */
  readonly order: Int32Array
  readonly wide: Int32Array
  readonly high: Int32Array
  private readonly kind: Int32Array

  constructor(stances: readonly Stance[]) {
    this.w = new Int32Array(stances.length)
    this.h = new Int32Array(stances.length)
    this.open = new Int32Array(stances.length)
    this.order = Int32Array.from(stances.map((_, i) => i)).sort(
      (a, b) => (stances[a]?.w ?? 0) - (stances[b]?.w ?? 0) || (stances[a]?.h ?? 0) - (stances[b]?.h ?? 0),
    )
    this.kind = this.order.map((i) => stances[i]?.kind ?? 0)
    this.wide = this.order.map((i) => stances[i]?.w ?? 0)
    this.high = this.order.map((i) => stances[i]?.h ?? 0)
  }

  /** By what is left of each kind. */
  of(left: readonly number[]): void {
    const { open, kind, wide, high, w, h } = this
    let n = 0
    let many = 0
    let lowest = HIGHEST
    for (let k = 0; k < kind.length; k++) {
      if ((left[kind[k] as number] as number) === 0) continue
      open[many++] = k
      const is = high[k] as number
      if (is >= lowest) continue
      w[n] = wide[k] as number
      h[n] = is
      lowest = is
      n += 1
    }
    this.size = n
    this.many = many
  }

  /** How low the lowest of those is that so much width takes. */
  lowest(w: number): number {
    let low = 0
    let high = this.size
    while (low < high) {
      const middle = (low + high) >> 1
      if ((this.w[middle] as number) <= w) low = middle + 1
      else high = middle
    }
    return low > 0 ? (this.h[low - 1] as number) : HIGHEST
  }
}

/**
 * The same as `Least.lowest`, for widths that only fall or only rise from one question to the next: what it knows of the
 * last one is where it goes on.
 */
export class Walk {
  private at = 0

  constructor(private readonly least: Least) {}

  /** Begins with the widest. */
  fromWide(): this {
    this.at = this.least.size
    return this
  }

  /** Begins with the narrowest. */
  fromNarrow(): this {
    this.at = 0
    return this
  }

  /** For a width no larger than the last. */
  down(width: number): number {
    const { w, h } = this.least
    let at = this.at
    while (at > 0 && (w[at - 1] as number) > width) at -= 1
    this.at = at
    return at > 0 ? (h[at - 1] as number) : HIGHEST
  }

  /** For a width no smaller than the last. */
  up(width: number): number {
    const { w, h, size } = this.least
    let at = this.at
    while (at < size && (w[at] as number) <= width) at += 1
    this.at = at
    return at > 0 ? (h[at - 1] as number) : HIGHEST
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

/** What is left when one more of a kind lies. @example lessOne([2, 1], 0) // [1, 1] */
export function lessOne(left: readonly number[], kind: number): readonly number[] {
  const now = left.slice()
  now[kind] = (now[kind] as number) - 1
  return now
}

/** A print of a node, and the node before it; the first has none. */
export type Step = {
  readonly before: Step | null
  readonly stance: Stance | null
  readonly x: number
  readonly y: number
}

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
  private sorted = new Int32Array(0)
  private spare = new Int32Array(0)
  parent = new Int32Array(0)
  stance = new Int32Array(0)
  /** which place of the parent it takes */
  place = new Int32Array(0)
  /** which of its two ways there */
  way = new Uint8Array(0)
  guide = new Float64Array(0)
  mark = new Float64Array(0)
  size = 0
  /** what is no better than this is not kept */
  limit = Number.POSITIVE_INFINITY

  /** Makes ready for a level of which so many go on. */
  begin(wide: number): void {
    this.size = 0
    this.limit = Number.POSITIVE_INFINITY
    this.most = wide * LOOKED_AT
    if (this.heap.length >= this.most) return
    this.heap = new Int32Array(this.most)
    this.sorted = new Int32Array(this.most)
    this.spare = new Int32Array(this.most)
    this.parent = new Int32Array(this.most)
    this.stance = new Int32Array(this.most)
    this.place = new Int32Array(this.most)
    this.way = new Uint8Array(this.most)
    this.guide = new Float64Array(this.most)
    this.mark = new Float64Array(this.most)
  }

  add(parent: number, stance: number, place: number, way: number, guide: number, mark: number): void {
    if (guide >= this.limit) return
    const n = this.size === this.most ? (this.heap[0] as number) : this.size
    this.parent[n] = parent
    this.stance[n] = stance
    this.place[n] = place
    this.way[n] = way
    this.guide[n] = guide
    this.mark[n] = mark
    if (this.size === this.most) this.sink(0)
    else {
      this.heap[n] = n
      this.size += 1
      if (this.size < this.most) return
      for (let i = (this.most >> 1) - 1; i >= 0; i--) this.sink(i)
    }
    this.limit = this.guide[this.heap[0] as number] as number
  }

  /** The children by their guide, of equals the one that is kept further ahead: a merge sort, from pairs up. */
  private inOrder(): Int32Array {
    const { guide, size } = this
    let [from, to] = [this.sorted, this.spare]
    for (let i = 0; i < size; i++) from[i] = i
    for (let run = 1; run < size; run *= 2) {
      for (let start = 0; start < size; start += 2 * run) {
        const middle = Math.min(start + run, size)
        const end = Math.min(middle + run, size)
        let a = start
        let b = middle
        for (let k = start; k < end; k++) {
          const first =
            b >= end || (a < middle && (guide[from[a] as number] as number) <= (guide[from[b] as number] as number))
          to[k] = from[first ? a++ : b++] as number
        }
      }
      ;[from, to] = [to, from]
    }
    return from
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
    const { mark, size } = this
    const order = this.inOrder()
    const seen = new Map<number, number>()
    const out: number[] = []
    for (let i = 0; i < size; i++) {
      const c = order[i] as number
      const n = seen.get(mark[c] as number) ?? 0
      if (n >= alike) continue
      seen.set(mark[c] as number, n + 1)
      out.push(c)
      if (out.length === wide) break
    }
    return out
  }
}
