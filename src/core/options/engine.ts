import { type Compiled, compile, hasBit, type Option, type Rule, type Selection, setBit } from '@/core/rules/rules'
import { lightestHit, smallestHit } from './hitting'
import { type Answer, NOBODY, Search } from './search'

export type Openness = 'open' | 'closed' | 'not settled'

/** Every value of every option, for one selection. */
export type OptionState = {
  readonly id: string
  readonly values: readonly { readonly id: string; readonly is: Openness }[]
  readonly chosen: string | null
  /** the only open value of an option that nobody chose: it sets itself */
  readonly forced: string | null
}

/** What closes a value: rules and choices that together allow no completion with it. */
export type Reason = {
  readonly rules: readonly Rule[]
  readonly choices: readonly { readonly option: string; readonly value: string }[]
  /** true: no smaller set closes it; false: nothing in it can be left out, but a smaller one was not ruled out */
  readonly smallest: boolean
}

/** Other choices that have to move so that a value opens. */
export type Change = {
  readonly moves: readonly { readonly option: string; readonly from: string; readonly to: string }[]
  readonly smallest: boolean
}

/** Up to here a reason is proven smallest. */
export const PROVEN_REASON = 4
/** Up to here a change is proven smallest. */
export const PROVEN_CHANGE = 3

const STEP_LIMIT = 400_000
/** Rounds of the search for a smallest set before it settles for one that is only irreducible. */
const ROUNDS = 250

/**
 * Options, rules and a working selection. Answers exactly: a value is open when some completion of the whole selection
 * (its own option's choice left out) exists that breaks no rule. Past the step limit a value is "not settled".
 */
export class Options {
  readonly compiled: Compiled
  /** What was searched so far, in steps of the search: measured by tests, since a slower answer is as right. */
  work = 0

  constructor(
    options: readonly Option[],
    rules: readonly Rule[],
    private readonly limit = STEP_LIMIT,
    /** how much it weighs to move an option's choice: what a person would change last weighs most */
    private readonly weightOf: (optionId: string) => number = () => 1,
  ) {
    this.compiled = compile(options, rules)
  }

  private option(id: string): number {
    const o = this.compiled.optionIndex.get(id)
    if (o === undefined) throw new Error(`option ${id} is not known`)
    return o
  }

  private pairs(selection: Selection): readonly (readonly [number, number])[] {
    return Object.entries(selection)
      .map(([id, value]) => {
        const o = this.option(id)
        const v = this.compiled.valueIndex[o]?.get(value)
        if (v === undefined) throw new Error(`option ${id} has no value ${value}`)
        return [o, v] as const
      })
      .sort((a, b) => a[0] - b[0])
  }

  /** Rules that allow nothing at all, whatever is chosen: a smallest such set, or null when the rules are sound. */
  contradiction(): readonly Rule[] | null {
    const all = this.core([], new Uint32Array(0), -1)
    return all && all.choices.length === 0 ? all.rules : null
  }

  /** Why a selection as a whole allows nothing: null when it does, or is not settled within the step limit. */
  clash(selection: Selection): Reason | null {
    return this.core(this.pairs(selection), new Uint32Array(0), -1)
  }

  /** The complete state of a selection. */
  state(selection: Selection): readonly OptionState[] {
    const c = this.compiled
    const n = c.options.length
    const chosen = this.pairs(selection)
    const value = new Int32Array(n).fill(-1)
    for (const [o, v] of chosen) value[o] = v
    const open = new Uint32Array(n * c.words)
    const unsettled = new Uint32Array(n * c.words)
    const search = new Search(c, this.limit)
    const sound = search.propagateAll()
    const root = search.mark()

    // options that nobody chose: all of the selection holds
    if (sound && chosen.every(([o, v]) => search.choose(o, v)) && search.propagate())
      this.witness(search, (o) => value[o] === -1, open, unsettled)
    search.undo(root)

    // a chosen option's other values: its own choice is left out
    if (sound)
      for (const [own] of chosen) {
        if (this.allSettled(own, open)) continue
        let fits = true
        for (const [o, v] of chosen) if (o !== own) fits = fits && search.choose(o, v)
        if (fits && search.propagate()) this.witness(search, (o) => o === own, open, unsettled)
        search.undo(root)
      }
    this.work += search.work

    return c.options.map((option, o): OptionState => {
      const values = option.values.map((v, i) => ({
        id: v.id,
        is: hasBit(open, o * c.words, i)
          ? ('open' as const)
          : hasBit(unsettled, o * c.words, i)
            ? ('not settled' as const)
            : ('closed' as const),
      }))
      const left = values.filter((v) => v.is !== 'closed')
      const own = value[o] ?? -1
      return {
        id: option.id,
        values,
        chosen: own === -1 ? null : (option.values[own]?.id ?? null),
        forced: own === -1 && left.length === 1 && left[0]?.is === 'open' ? left[0].id : null,
      }
    })
  }

  private allSettled(o: number, open: Uint32Array): boolean {
    const { words, full } = this.compiled
    for (let w = 0; w < words; w++) if (open[o * words + w] !== full[o * words + w]) return false
    return true
  }

  /**
   * Finds for each value of the asked options a completion that has it. Each completion serves many values at once: its
   * own, and those of any option that can be turned to another value by itself without breaking a rule (also a chosen
   * option's, since its own choice is what such a turn leaves out).
   */
  private witness(search: Search, asked: (option: number) => boolean, open: Uint32Array, unsettled: Uint32Array): void {
    const c = this.compiled
    const mine = c.options.map((_, o) => asked(o))
    const wanted = (o: number): number => {
      if (!mine[o]) return -1
      const count = c.options[o]?.values.length ?? 0
      for (let v = 0; v < count; v++) if (search.has(o, v) && !hasBit(open, o * c.words, v)) return v
      return -1
    }
    const alone = mine.filter(Boolean).length === 1
    const model = new Int32Array(c.options.length)
    const find = (): Answer => {
      const answer = search.complete(wanted)
      if (answer === 'yes') {
        for (let k = 0; k < model.length; k++) model[k] = search.value(k)
        for (let k = 0; k < model.length; k++) if (mine[k] || !alone) this.turns(model, k, open)
      }
      return answer
    }
    const mark = search.mark()
    search.steps = 0
    find()
    search.undo(mark)
    for (let o = 0; o < c.options.length; o++) {
      if (!mine[o]) continue
      const count = c.options[o]?.values.length ?? 0
      for (let v = 0; v < count; v++) {
        if (!search.has(o, v) || hasBit(open, o * c.words, v)) continue
        search.steps = 0
        const answer: Answer = search.choose(o, v) && search.propagate() ? find() : 'no'
        if (answer === 'unknown') setBit(unsettled, o * c.words, v)
        search.undo(mark)
      }
    }
  }

  /** Marks every value to which one option of a completion can be turned by itself. */
  private turns(model: Int32Array, o: number, open: Uint32Array): void {
    const { words, full, occurs, start, literalOption, literalMask } = this.compiled
    const free = new Uint32Array(words)
    for (let w = 0; w < words; w++) free[w] = full[o * words + w] ?? 0
    const list = occurs[o] ?? new Int32Array(0)
    for (let k = 0; k < list.length; k += 2) {
      const clause = list[k] ?? 0
      const own = list[k + 1] ?? 0
      let held = false
      for (let l = start[clause] ?? 0; l < (start[clause + 1] ?? 0) && !held; l++) {
        const x = literalOption[l] ?? 0
        if (x !== o) held = hasBit(literalMask, l * words, model[x] ?? 0)
      }
      if (held) continue
      // an option may stand in one clause twice: either literal lets a value through
      for (let w = 0; w < words; w++) {
        let mask = literalMask[own * words + w] ?? 0
        for (let l = start[clause] ?? 0; l < (start[clause + 1] ?? 0); l++)
          if (l !== own && literalOption[l] === o) mask |= literalMask[l * words + w] ?? 0
        free[w] = ((free[w] ?? 0) & mask) >>> 0
      }
    }
    for (let w = 0; w < words; w++) open[o * words + w] = ((open[o * words + w] ?? 0) | (free[w] ?? 0)) >>> 0
  }

  /** Why a value is closed: null when it is open, or not settled within the step limit. */
  reason(selection: Selection, optionId: string, valueId: string): Reason | null {
    const o = this.option(optionId)
    const v = this.compiled.valueIndex[o]?.get(valueId)
    if (v === undefined) throw new Error(`option ${optionId} has no value ${valueId}`)
    const mask = new Uint32Array(this.compiled.words)
    setBit(mask, 0, v)
    return this.core(
      this.pairs(selection).filter(([x]) => x !== o),
      mask,
      o,
    )
  }

  /** Why an option sets itself to a value: what closes all its other values. */
  whyForced(selection: Selection, optionId: string, valueId: string): Reason | null {
    const c = this.compiled
    const o = this.option(optionId)
    const v = c.valueIndex[o]?.get(valueId) ?? -1
    const mask = c.full.slice(o * c.words, (o + 1) * c.words)
    mask[v >> 5] = ((mask[v >> 5] ?? 0) & ~(1 << (v & 31))) >>> 0
    return this.core(
      this.pairs(selection).filter(([x]) => x !== o),
      mask,
      o,
    )
  }

  /** A completion under some choices, the asked mask, and the active rules of a search; its values, or null, or unknown. */
  private solve(
    search: Search,
    choices: readonly (readonly [number, number])[],
    mask: Uint32Array,
    o: number,
    prefer: (o: number) => number,
  ): Int32Array | 'no' | 'unknown' {
    const mark = search.mark()
    const began = search.work
    search.steps = 0
    let fits = o === -1 || search.narrow(o, mask, 0, NOBODY)
    for (const [x, v] of choices) fits = fits && search.choose(x, v)
    const answer: Answer = fits && search.propagateAll() ? search.complete(prefer) : 'no'
    const values = answer === 'yes' ? Int32Array.from(this.compiled.options, (_, x) => search.value(x)) : answer
    search.undo(mark)
    this.work += search.work - began
    return values as Int32Array | 'no' | 'unknown'
  }

  /**
   * The smallest set of rules and choices that allows no completion with `mask` on option `o`. Elements are numbered:
   * choices first, in the order of options, then rules. Each round takes the smallest set that meets all correction
   * sets known so far; if it allows a completion, what that completion breaks is a new correction set, and otherwise it
   * is the answer (implicit hitting sets, after Ignatiev et al., Smallest MUS extraction, CP 2015).
   */
  private core(choices: readonly (readonly [number, number])[], mask: Uint32Array, o: number): Reason | null {
    const c = this.compiled
    const search = new Search(c, this.limit)
    const whole = this.solve(search, choices, mask, o, () => -1)
    if (whole !== 'no') return null
    const likes = this.likes(search, choices)
    const corrections: (readonly number[])[] = []
    for (let round = 0; round < ROUNDS; round++) {
      const set = smallestHit(corrections, PROVEN_REASON)
      if (!set) break
      search.active.fill(0)
      for (const e of set) if (e >= choices.length) search.active[e - choices.length] = 1
      const held = choices.filter((_, i) => set.includes(i))
      const model = this.solve(search, held, mask, o, (x) => likes[x] ?? -1)
      if (model === 'unknown') return null
      if (model === 'no') return this.told(set, choices, true)
      corrections.push(this.broken(model, choices))
    }
    return this.told(this.irreducible(search, choices, mask, o), choices, false)
  }

  /**
   * Values from which a completion should stray as little as it can: a completion of all choices and rules if there is
   * one, else the choices themselves. What strays little breaks little.
   */
  private likes(search: Search, choices: readonly (readonly [number, number])[]): Int32Array {
    const none = new Uint32Array(0)
    const wanted = new Int32Array(this.compiled.options.length).fill(-1)
    for (const [x, v] of choices) wanted[x] = v
    const sound = this.solve(search, choices, none, -1, () => -1)
    if (typeof sound !== 'string') return sound
    const lawful = this.solve(search, [], none, -1, (x) => wanted[x] ?? -1)
    if (typeof lawful === 'string') return wanted
    return lawful.map((v, x) => ((wanted[x] ?? -1) === -1 ? v : (wanted[x] ?? v)))
  }

  /** What a completion breaks: at least one of these is in every set that closes the value. */
  private broken(model: Int32Array, choices: readonly (readonly [number, number])[]): readonly number[] {
    const c = this.compiled
    const out: number[] = []
    for (const [i, [x, v]] of choices.entries()) if (model[x] !== v) out.push(i)
    for (let r = 0; r < c.rules.length; r++) if (!this.holds(r, model)) out.push(choices.length + r)
    if (out.length === 0) throw new Error('a completion that breaks nothing was found after none existed')
    return out
  }

  private holds(rule: number, model: Int32Array): boolean {
    const c = this.compiled
    for (let l = c.start[rule] ?? 0; l < (c.start[rule + 1] ?? 0); l++)
      if (hasBit(c.literalMask, l * c.words, model[c.literalOption[l] ?? 0] ?? 0)) return true
    return false
  }

  /**
   * A set from which nothing can be left out: halves of what the contradiction came from are dropped while what remains
   * still closes the value.
   */
  private irreducible(
    search: Search,
    choices: readonly (readonly [number, number])[],
    mask: Uint32Array,
    o: number,
  ): readonly number[] {
    const closes = (elements: readonly number[]): boolean => {
      search.active.fill(0)
      const held: (readonly [number, number])[] = []
      for (const e of elements) {
        const choice = choices[e]
        if (choice) held.push(choice)
        else search.active[e - choices.length] = 1
      }
      return this.solve(search, held, mask, o, () => -1) === 'no'
    }
    search.active.fill(1)
    const from = this.traced(search, choices, mask, o)
    const all = Array.from({ length: choices.length + this.compiled.rules.length }, (_, i) => i)
    return quickSplit(from ?? all, closes)
  }

  /** What a contradiction came from, when narrowing alone meets it; null when it takes a search. Ascending. */
  private traced(
    search: Search,
    choices: readonly (readonly [number, number])[],
    mask: Uint32Array,
    o: number,
  ): readonly number[] | null {
    const mark = search.mark()
    let stuck = o === -1 || search.narrow(o, mask, 0, NOBODY) ? -1 : o
    for (const [i, [x, v]] of choices.entries()) if (stuck === -1 && !search.choose(x, v, ~i)) stuck = x
    const met = stuck !== -1 || !search.propagateAll()
    const found = met ? search.trace(stuck).map((e) => (e < 0 ? ~e : choices.length + e)) : null
    search.undo(mark)
    return found ? [...new Set(found)].sort((a, b) => a - b) : null
  }

  private told(set: readonly number[], choices: readonly (readonly [number, number])[], smallest: boolean): Reason {
    const c = this.compiled
    return {
      rules: set.filter((e) => e >= choices.length).flatMap((e) => c.rules[e - choices.length] ?? []),
      choices: set
        .filter((e) => e < choices.length)
        .map((e) => {
          const [x, v] = choices[e] ?? [0, 0]
          const option = c.options[x]
          return { option: option?.id ?? '', value: option?.values[v]?.id ?? '' }
        }),
      smallest,
    }
  }

  /**
   * The change of other choices that weighs least and opens a value, each moved the nearest step; null when the rules
   * alone close it (or nothing was settled). Proven lightest up to {@link PROVEN_CHANGE} choices.
   */
  change(selection: Selection, optionId: string, valueId: string): Change | null {
    const c = this.compiled
    const o = this.option(optionId)
    const v = c.valueIndex[o]?.get(valueId)
    if (v === undefined) throw new Error(`option ${optionId} has no value ${valueId}`)
    const mask = new Uint32Array(c.words)
    setBit(mask, 0, v)
    return this.changeFor(
      this.pairs(selection).filter(([x]) => x !== o),
      mask,
      o,
    )
  }

  /**
   * The smallest change that makes a selection possible at all: no moves when it is, null when the rules allow nothing.
   */
  repair(selection: Selection): Change | null {
    return this.changeFor(this.pairs(selection), new Uint32Array(0), -1)
  }

  private changeFor(choices: readonly (readonly [number, number])[], mask: Uint32Array, o: number): Change | null {
    const search = new Search(this.compiled, this.limit)
    if (this.solve(search, [], mask, o, () => -1) === 'no') return null
    const cores: (readonly number[])[] = []
    const weight = (i: number): number => this.weightOf(this.compiled.options[choices[i]?.[0] ?? 0]?.id ?? '')
    for (let round = 0; round < ROUNDS; round++) {
      const drop = lightestHit(cores, PROVEN_CHANGE, weight)
      if (!drop) break
      const kept = choices.filter((_, i) => !drop.includes(i))
      const model = this.solve(search, kept, mask, o, () => -1)
      if (model === 'unknown') return null
      if (model !== 'no') {
        const heaviest = drop.toSorted((a, b) => weight(b) - weight(a) || a - b).flatMap((i) => choices.slice(i, i + 1))
        return this.moves(choices, this.nearest(search, kept, heaviest, mask, o, model), true)
      }
      const traced = this.traced(search, choices, mask, o)?.filter((e) => e < choices.length)
      const rest = (traced && !traced.some((i) => drop.includes(i)) ? traced : choices.map((_, i) => i)).filter(
        (i) => !drop.includes(i),
      )
      cores.push(
        quickSplit(
          rest,
          (set) =>
            this.solve(
              search,
              choices.filter((_, i) => set.includes(i)),
              mask,
              o,
              () => -1,
            ) === 'no',
        ),
      )
    }
    return this.largerChange(search, choices, mask, o)
  }

  /** The completion in which each choice that moves goes the nearest step, the heaviest first. */
  private nearest(
    search: Search,
    kept: readonly (readonly [number, number])[],
    moving: readonly (readonly [number, number])[],
    mask: Uint32Array,
    o: number,
    model: Int32Array,
  ): Int32Array {
    const fixed = [...kept]
    let found = model
    for (const [x, own] of moving) {
      const count = this.compiled.options[x]?.values.length ?? 0
      const steps = Array.from({ length: count }, (_, v) => v)
        .filter((v) => v !== own)
        .sort((a, b) => Math.abs(a - own) - Math.abs(b - own) || a - b)
      for (const v of steps) {
        const next = this.solve(search, [...fixed, [x, v]], mask, o, () => -1)
        if (next === 'no' || next === 'unknown') continue
        found = next
        fixed.push([x, v])
        break
      }
    }
    return found
  }

  /** Keeps choices one after another while a completion remains; what could not be kept moves. */
  private largerChange(
    search: Search,
    choices: readonly (readonly [number, number])[],
    mask: Uint32Array,
    o: number,
  ): Change | null {
    const kept: (readonly [number, number])[] = []
    const free = this.solve(search, [], mask, o, () => -1)
    if (typeof free === 'string') return null
    let model = free // every choice may have to move
    for (const choice of choices) {
      const next = this.solve(search, [...kept, choice], mask, o, () => -1)
      if (next === 'unknown') return null
      if (next === 'no') continue
      kept.push(choice)
      model = next
    }
    return this.moves(choices, model, false)
  }

  private moves(choices: readonly (readonly [number, number])[], model: Int32Array, smallest: boolean): Change {
    const c = this.compiled
    const moves = choices
      .filter(([x, v]) => model[x] !== v)
      .map(([x, v]) => {
        const option = c.options[x]
        return {
          option: option?.id ?? '',
          from: option?.values[v]?.id ?? '',
          to: option?.values[model[x] ?? 0]?.id ?? '',
        }
      })
    return { moves, smallest }
  }

  /** What choosing a value would do before it is done: choices that move, and settings that then set themselves. */
  preview(
    selection: Selection,
    optionId: string,
    valueId: string,
  ): {
    readonly selection: Selection
    readonly moves: Change['moves']
    readonly forced: readonly { readonly option: string; readonly to: string }[]
  } | null {
    const change = this.change(selection, optionId, valueId)
    if (!change) return null
    const next: Record<string, string> = { ...selection, [optionId]: valueId }
    for (const m of change.moves) next[m.option] = m.to
    const before = new Map(this.state(selection).map((s) => [s.id, s.forced]))
    const forced = this.state(next).flatMap((s) =>
      s.forced !== null && before.get(s.id) !== s.forced ? [{ option: s.id, to: s.forced }] : [],
    )
    return { selection: next, moves: change.moves, forced }
  }
}

/**
 * A minimal subset of `all` for which `closes` still holds, by splitting (QuickXplain, Junker 2004). Earlier elements
 * are kept first. `closes(all)` must hold, and `closes` must grow with its set.
 */
function quickSplit(all: readonly number[], closes: (set: readonly number[]) => boolean): readonly number[] {
  const go = (base: readonly number[], added: boolean, rest: readonly number[]): readonly number[] => {
    if (added && closes(base)) return []
    if (rest.length <= 1) return rest
    const half = Math.ceil(rest.length / 2)
    const [a, b] = [rest.slice(0, half), rest.slice(half)]
    const fromB = go([...base, ...a], a.length > 0, b)
    const fromA = go([...base, ...fromB], fromB.length > 0, a)
    return [...fromA, ...fromB].sort((x, y) => x - y)
  }
  return closes([]) ? [] : go([], false, all)
}
