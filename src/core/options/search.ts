import { type Compiled, hasBit } from '@/core/rules/rules'

/** The reason of a narrowing that is neither a rule's nor a choice's. */
export const NOBODY = -(2 ** 30)

/** Whether a completion exists; `unknown` when the step limit came first. */
export type Answer = 'yes' | 'no' | 'unknown'

/** Steps of the first, simple try. */
const EASY = 4000

function bits(word: number): number {
  let v = word - ((word >>> 1) & 0x55555555)
  v = (v & 0x33333333) + ((v >>> 2) & 0x33333333)
  return (((v + (v >>> 4)) & 0x0f0f0f0f) * 0x01010101) >>> 24
}

/**
 * A search over partial selections: narrows values by the rules (unit propagation on clauses of value sets), takes
 * narrowing back, and finds completions by trying values, the smallest choice first. Deterministic: ties by the order
 * of options, values in their order unless `prefer` says otherwise. Every clause look counts as a step.
 */
export class Search {
  readonly domain: Uint32Array
  /** clauses that count; the others are as if they were not there */
  readonly active: Uint8Array
  steps = 0
  /** clauses looked at and values tried, over all that was asked: how much work it was, without a clock */
  work = 0
  /** entries of three: the word that was narrowed, what it was, and why: a clause, or ~i for the i-th choice */
  private readonly trail: number[] = []
  /** the clause that could not be kept, -1 when values ran out by a choice alone */
  private conflict = -1
  private readonly queue: number[] = []
  private readonly queued: Uint8Array
  /** one value as a mask, as wide as the widest option */
  private readonly one: Uint32Array

  constructor(
    readonly c: Compiled,
    public limit: number,
  ) {
    this.domain = Uint32Array.from(c.full)
    this.active = new Uint8Array(c.rules.length).fill(1)
    this.queued = new Uint8Array(c.options.length)
    this.one = new Uint32Array(c.words)
  }

  mark(): number {
    return this.trail.length
  }

  undo(mark: number): void {
    while (this.trail.length > mark) {
      this.trail.pop()
      const before = this.trail.pop() ?? 0
      const index = this.trail.pop() ?? 0
      this.domain[index] = before
    }
    for (const o of this.queue) this.queued[o] = 0
    this.queue.length = 0
  }

  /** Keeps only the values of `mask` (at `from`); false when none is left. */
  narrow(option: number, mask: Uint32Array, from: number, why: number): boolean {
    const { words } = this.c
    let left = 0
    let changed = false
    for (let w = 0; w < words; w++) {
      const i = option * words + w
      const before = this.domain[i] ?? 0
      const after = (before & (mask[from + w] ?? 0)) >>> 0
      left |= after
      if (after === before) continue
      this.trail.push(i, before, why)
      this.domain[i] = after
      changed = true
    }
    if (changed && this.queued[option] === 0) {
      this.queued[option] = 1
      this.queue.push(option)
    }
    return left !== 0
  }

  /** Chooses one value; false when it is not there any more. */
  choose(option: number, value: number, why = NOBODY): boolean {
    this.one.fill(0, 0, this.c.words)
    this.one[value >> 5] = (1 << (value & 31)) >>> 0
    return this.narrow(option, this.one, 0, why)
  }

  /** Follows all narrowing to its end; false on a contradiction. */
  propagate(): boolean {
    this.conflict = -1
    const { occurs, words, literalMask } = this.c
    for (let at = 0; at < this.queue.length; at++) {
      const option = this.queue[at] ?? 0
      this.queued[option] = 0
      const list = occurs[option] ?? []
      for (let k = 0; k < list.length; k += 2) {
        const clause = list[k] ?? 0
        if (this.active[clause] === 0) continue
        // a literal that may still hold gives no news
        const literal = (list[k + 1] ?? 0) * words
        let may = false
        for (let w = 0; w < words && !may; w++)
          may = ((this.domain[option * words + w] ?? 0) & (literalMask[literal + w] ?? 0)) !== 0
        if (may) continue
        this.steps++
        this.work++
        if (!this.look(clause)) {
          this.conflict = clause
          for (let rest = at; rest < this.queue.length; rest++) this.queued[this.queue[rest] ?? 0] = 0
          this.queue.length = 0
          return false
        }
      }
    }
    this.queue.length = 0
    return true
  }

  /** Follows the rules from a start where nothing was narrowed yet but by choices. */
  propagateAll(): boolean {
    for (const clause of this.c.units) {
      if (this.active[clause] === 0 || this.look(clause)) continue
      this.conflict = clause
      return false
    }
    return this.propagate()
  }

  /**
   * After a contradiction met by {@link propagate}: the clauses and choices that it came from (`~i` is the i-th choice),
   * found by following the narrowing back. They suffice for the contradiction; some may be left out.
   */
  trace(option: number): readonly number[] {
    const { start, literalOption, words } = this.c
    const involved = new Set<number>()
    const found = new Set<number>()
    const take = (clause: number): void => {
      found.add(clause)
      for (let l = start[clause] ?? 0; l < (start[clause + 1] ?? 0); l++) involved.add(literalOption[l] ?? 0)
    }
    if (this.conflict >= 0) take(this.conflict)
    else involved.add(option)
    for (let t = this.trail.length - 3; t >= 0; t -= 3) {
      if (!involved.has(Math.floor((this.trail[t] ?? 0) / words))) continue
      const why = this.trail[t + 2] ?? NOBODY
      if (why === NOBODY) continue
      if (why < 0) found.add(why)
      else take(why)
    }
    return [...found]
  }

  /** A clause with one literal left narrows it; false when none is left. */
  private look(clause: number): boolean {
    const { start, literalOption, literalMask, words } = this.c
    let only = -1
    for (let l = start[clause] ?? 0; l < (start[clause + 1] ?? 0); l++) {
      const o = literalOption[l] ?? 0
      let may = false
      let must = true
      for (let w = 0; w < words; w++) {
        const d = this.domain[o * words + w] ?? 0
        const m = literalMask[l * words + w] ?? 0
        if ((d & m) !== 0) may = true
        if ((d & ~m) !== 0) must = false
      }
      if (!may) continue
      if (must || only !== -1) return true
      only = l
    }
    if (only === -1) return false
    return this.narrow(literalOption[only] ?? 0, literalMask, only * words, clause)
  }

  count(option: number): number {
    const { words } = this.c
    let n = 0
    for (let w = 0; w < words; w++) n += bits(this.domain[option * words + w] ?? 0)
    return n
  }

  /** The value of an option that has one left; the first one otherwise. */
  value(option: number): number {
    const { words } = this.c
    for (let w = 0; w < words; w++) {
      const d = this.domain[option * words + w] ?? 0
      if (d !== 0) return w * 32 + (31 - Math.clz32(d & -d))
    }
    return -1
  }

  has(option: number, value: number): boolean {
    return hasBit(this.domain, option * this.c.words, value)
  }

  /**
   * Completes the selection: first by the order of options within a small budget, since most selections are easy, then
   * with the option of fewest values first. On `yes` every option has one value left (take the trail back when done
   * with it); on `no` and `unknown` the state is as before.
   * @param prefer the value to try first for an option, or -1
   */
  complete(prefer: (option: number) => number): Answer {
    const limit = this.limit
    this.limit = Math.min(limit, this.steps + EASY)
    const quick = this.descend(0, prefer)
    this.limit = limit
    return quick === 'unknown' ? this.descend(-1, prefer) : quick
  }

  private descend(from: number, prefer: (option: number) => number): Answer {
    if (this.steps > this.limit) return 'unknown'
    const next = from === -1 ? this.tightest() : this.firstOpen(from)
    if (next === -1) return 'yes'
    const tried = prefer(next)
    const count = this.c.options[next]?.values.length ?? 0
    for (let k = -1; k < count; k++) {
      const v = k === -1 ? tried : k
      if (v < 0 || (k >= 0 && v === tried) || !this.has(next, v)) continue
      const mark = this.mark()
      if (this.choose(next, v) && this.propagate()) {
        const answer = this.descend(from === -1 ? -1 : next + 1, prefer)
        if (answer !== 'no') {
          if (answer === 'unknown') this.undo(mark)
          return answer
        }
      }
      this.undo(mark)
      this.steps++
      this.work++
    }
    return 'no'
  }

  private firstOpen(from: number): number {
    for (let o = from; o < this.c.options.length; o++) if (this.count(o) > 1) return o
    return -1
  }

  private tightest(): number {
    let best = -1
    let fewest = Number.POSITIVE_INFINITY
    for (let o = 0; o < this.c.options.length && fewest > 2; o++) {
      const n = this.count(o)
      if (n > 1 && n < fewest) {
        fewest = n
        best = o
      }
    }
    return best
  }
}
