import type { Laid, NestAsk, NestItem, Plan } from './ask'
import { partAsk, placedAt, type Searching } from './grouped'
import { Search, type Standing } from './solve'

/** Why pins cannot stay where they were put; lengths um. */
export type PinTrouble =
  | { readonly code: 'outside'; readonly i: number }
  | { readonly code: 'too_close'; readonly i: number; readonly k: number; readonly apart: number }
  | { readonly code: 'not_straight' }

type Box = { readonly x: number; readonly y: number; readonly w: number; readonly h: number }

/** A print with its gap to the right and behind it. */
const folded = (p: Box, gap: number): Box => ({ ...p, w: p.w + gap, h: p.h + gap })

/**
 * Why prints cannot be laid around these pins; null: they can.
 * @example pinTrouble({ ...NEST, pins: [{ i: 0, x: -5, y: 0, w: 200000, h: 300000, turned: false }] }).code // 'outside'
 */
export function pinTrouble(ask: NestAsk): PinTrouble | null {
  const pins = ask.pins ?? []
  for (const p of pins)
    if (p.x < ask.margin || p.x + p.w > ask.width - ask.margin || p.y < 0) return { code: 'outside', i: p.i }
  for (const [n, p] of pins.entries())
    for (const q of pins.slice(n + 1)) {
      const apart = Math.max(q.x - p.x - p.w, p.x - q.x - q.w, q.y - p.y - p.h, p.y - q.y - q.h)
      if (apart < ask.gap) return { code: 'too_close', i: p.i, k: q.i, apart }
    }
  const boxes = pins.map((p) => folded(p, ask.gap))
  const end = Math.max(0, ...boxes.map((b) => b.y + b.h))
  const whole: Box = { x: ask.margin, y: 0, w: ask.width - 2 * ask.margin + ask.gap, h: end }
  return ask.cut === 'straight' && !around(whole, boxes, () => 0.5) ? { code: 'not_straight' } : null
}

/**
 * The free rectangles around pins, so that straight cuts part all of it; null: they do not part the pins.
 * @param random chooses among the ways to cut
 */
function around(all: Box, pins: readonly Box[], random: () => number): readonly Box[] | null {
  const [first] = pins
  if (!first) return [all]
  if (pins.length === 1) return aroundOne(all, first, random() < 0.5)
  const lines = (['x', 'y'] as const).flatMap((axis) => {
    const size = axis === 'x' ? 'w' : 'h'
    return pins
      .flatMap((p) => [p[axis], p[axis] + p[size]])
      .filter((at) => pins.every((p) => at <= p[axis] || at >= p[axis] + p[size]))
      .map((at) => ({ axis, size, at }) as const)
      .filter(({ at }) => {
        const before = pins.filter((p) => p[axis] + p[size] <= at).length
        return before > 0 && before < pins.length
      })
  })
  const line = lines[Math.floor(random() * lines.length)]
  if (!line) return null
  const { axis, size, at } = line
  const before = around(
    { ...all, [size]: at - all[axis] },
    pins.filter((p) => p[axis] + p[size] <= at),
    random,
  )
  const after = around(
    { ...all, [axis]: at, [size]: all[axis] + all[size] - at },
    pins.filter((p) => p[axis] + p[size] > at),
    random,
  )
  return before && after ? [...before, ...after] : null
}

function aroundOne(all: Box, pin: Box, acrossFirst: boolean): readonly Box[] {
  const end = { x: pin.x + pin.w, y: pin.y + pin.h }
  const [right, bottom] = [all.x + all.w, all.y + all.h]
  const boxes: readonly Box[] = acrossFirst
    ? [
        { x: all.x, y: all.y, w: all.w, h: pin.y - all.y },
        { x: all.x, y: end.y, w: all.w, h: bottom - end.y },
        { x: all.x, y: pin.y, w: pin.x - all.x, h: pin.h },
        { x: end.x, y: pin.y, w: right - end.x, h: pin.h },
      ]
    : [
        { x: all.x, y: all.y, w: pin.x - all.x, h: all.h },
        { x: end.x, y: all.y, w: right - end.x, h: all.h },
        { x: pin.x, y: all.y, w: pin.w, h: pin.y - all.y },
        { x: pin.x, y: end.y, w: pin.w, h: bottom - end.y },
      ]
  return boxes.filter((b) => b.w > 0 && b.h > 0)
}

/** The free rectangles around pins where any cut will do: band by band, whatever lies between two pins. */
function bands(all: Box, pins: readonly Box[]): readonly Box[] {
  const bottom = all.y + all.h
  const ys = [...new Set([all.y, bottom, ...pins.flatMap((p) => [p.y, p.y + p.h])])].sort((a, b) => a - b)
  return ys.slice(1).flatMap((to, n) => {
    const y = ys[n] as number
    const inside = pins.filter((p) => p.y < to && p.y + p.h > y).sort((a, b) => a.x - b.x)
    const free: Box[] = []
    let x = all.x
    for (const p of [...inside, { x: all.x + all.w, w: 0 }]) {
      if (p.x > x) free.push({ x, y, w: p.x - x, h: to - y })
      x = Math.max(x, p.x + p.w)
    }
    return free
  })
}

/** Numbers from a seed, 0 to 1: a linear congruence (Knuth's MMIX constants, taken to 32 bits by Numerical Recipes). */
function chance(seed: number): () => number {
  let a = seed >>> 0
  return () => {
    a = (Math.imul(a, 1_664_525) + 1_013_904_223) >>> 0
    return a / 4_294_967_296
  }
}

/** Passes of the search behind the pins that one way to fill around them is given. */
const BEHIND = 3

/**
 * Lays prints around others that stay where they were put: what fits between and beside the pins is filled there, the rest
 * is searched for on the strip behind them; again and again with other ways to cut, other orders and other ends.
 */
export class Pinned implements Searching {
  private readonly random: () => number
  private readonly pins: readonly Laid[]
  private readonly free: readonly number[]
  private readonly end: number
  private readonly least: number
  private best: Plan | null = null
  private steps = 0

  /** @param ask with pins that have no {@link pinTrouble} */
  constructor(
    private readonly ask: NestAsk,
    private readonly seed = 1,
  ) {
    this.random = chance(seed)
    this.pins = ask.pins ?? []
    const held = new Set(this.pins.map((p) => p.i))
    this.free = ask.items.flatMap((_, i) => (held.has(i) ? [] : [i]))
    this.end = Math.max(0, ...this.pins.map((p) => p.y + p.h))
    const bound = new Search({ ...partAsk(ask, [...ask.items.keys()]) }, 1).standing.bound
    this.least = Math.max(bound, this.end)
  }

  get standing(): Standing {
    const { best, least, steps } = this
    return { plan: best, bound: least, steps, proven: best !== null && best.length <= least }
  }

  pass(stop: () => boolean): boolean {
    if (this.best && this.best.length <= this.least) return false
    const { ask, random } = this
    const longer = this.best !== null && random() < 0.5 ? this.someSide() : 0
    const whole: Box = {
      ...{ x: ask.margin, y: 0, w: ask.width - 2 * ask.margin + ask.gap },
      h: this.end + ask.gap + longer,
    }
    const pins = this.pins.map((p) => folded(p, ask.gap))
    const frees = around(whole, pins, random) ?? (ask.cut === 'any' ? bands(whole, pins) : null)
    if (!frees) return false
    const { laid, left } = this.filled(frees)
    const all = [...this.pins, ...laid]
    const from = Math.max(0, ...all.map((p) => p.y + p.h)) + (all.length > 0 ? ask.gap : 0)
    if (left.length === 0) return this.took(all)
    const search = new Search(partAsk(ask, left), this.seed)
    for (let n = 0; n < BEHIND; n++) if (!search.pass(stop) || stop()) break
    const { plan, steps } = search.standing
    this.steps += steps
    return plan ? this.took([...all, ...placedAt(plan.laid, left, from)]) : true
  }

  /** A side of one of the free prints, with its gap: how much further than the pins it may pay to fill. */
  private someSide(): number {
    const item = this.ask.items[this.free[Math.floor(this.random() * this.free.length)] ?? -1]
    if (!item) return 0
    return (this.random() < 0.5 ? item.w : item.h) + this.ask.gap
  }

  /** Free prints in free rectangles, large ones first as chance has it; what fits nowhere is left. */
  private filled(frees: readonly Box[]): { readonly laid: readonly Laid[]; readonly left: readonly number[] } {
    const { ask, random } = this
    const noise = this.best ? 0.5 : 0
    const order = this.free
      .map((i) => ({ i, key: areaOf(ask.items[i]) * (1 + noise * (random() - 0.5)) }))
      .sort((a, b) => b.key - a.key || a.i - b.i)
    const free = [...frees]
    const laid: Laid[] = []
    const left: number[] = []
    for (const { i } of order) {
      const item = ask.items[i] as NestItem
      let found: { readonly at: number; readonly turned: boolean; readonly worth: number } | null = null
      for (const [at, f] of free.entries())
        for (const turned of item.mayTurn ? [false, true] : [false]) {
          this.steps += 1
          const [w, h] = turned ? [item.h + ask.gap, item.w + ask.gap] : [item.w + ask.gap, item.h + ask.gap]
          if (w > f.w || h > f.h) continue
          const worth = Math.min(f.w - w, f.h - h)
          if (!found || worth < found.worth) found = { at, turned, worth }
        }
      const f = found && free[found.at]
      if (!found || !f) {
        left.push(i)
        continue
      }
      const [w, h] = found.turned ? [item.h, item.w] : [item.w, item.h]
      laid.push({ i, x: f.x, y: f.y, w, h, turned: found.turned })
      const [fw, fh] = [w + ask.gap, h + ask.gap]
      const high = f.w - fw > f.h - fh
      const beside = { x: f.x + fw, y: f.y, w: f.w - fw, h: high ? f.h : fh }
      const behind = { x: f.x, y: f.y + fh, w: high ? fw : f.w, h: f.h - fh }
      free.splice(found.at, 1, ...[beside, behind].filter((r) => r.w > 0 && r.h > 0))
    }
    return { laid, left: left.sort((a, b) => a - b) }
  }

  private took(laid: readonly Laid[]): boolean {
    const length = Math.max(0, ...laid.map((p) => p.y + p.h))
    if (!this.best || length < this.best.length) this.best = { laid, length }
    return true
  }
}

const areaOf = (item: NestItem | undefined): number => (item ? item.w * item.h : 0)
