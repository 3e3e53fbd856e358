/** One setting with its finite values, in the order in which they are shown; ranges come split at the rules' thresholds. */
export type Option = {
  readonly id: string
  readonly name: string
  readonly values: readonly { readonly id: string; readonly name: string }[]
}

/** "option is one of these values". */
export type Literal = { readonly option: string; readonly in: readonly string[] }

/**
 * "When all of `when` hold, then `then` holds, because ...". Without `when` it always holds. `because` is a clause
 * without capital or full stop, fit to follow the word "because".
 */
export type Rule = {
  readonly id: string
  readonly when: readonly Literal[]
  readonly then: Literal
  readonly because: string
}

/** What is chosen so far: option id to value id. */
export type Selection = Readonly<Record<string, string>>

/** Something that rules or selections say of options or values that nobody knows. */
export type RuleProblem =
  | { readonly code: 'option_unknown'; readonly rule: string; readonly option: string }
  | { readonly code: 'value_unknown'; readonly rule: string; readonly option: string; readonly value: string }
  | { readonly code: 'never_met'; readonly rule: string; readonly option: string }
  | { readonly code: 'contradiction'; readonly rules: readonly string[] }

/** Values of one option as a set of bits, 32 a word. */
export type Compiled = {
  readonly options: readonly Option[]
  readonly rules: readonly Rule[]
  /** words per option */
  readonly words: number
  readonly optionIndex: ReadonlyMap<string, number>
  readonly valueIndex: readonly ReadonlyMap<string, number>[]
  /** all values of each option */
  readonly full: Uint32Array
  /** literals of clause c are [start[c], start[c + 1]); one of them must hold */
  readonly start: Int32Array
  readonly literalOption: Int32Array
  readonly literalMask: Uint32Array
  /** per option: the clauses that speak of it, and with which literal */
  readonly occurs: readonly Int32Array[]
  /** clauses that have at most one literal that can hold at all: they narrow before anything is chosen */
  readonly units: Int32Array
}

/**
 * What is wrong with rules by themselves, before anything is chosen: names that nobody knows, results that cannot be.
 * @example checkRules(OPTIONS, [{ ...RULE, then: { option: 'ink', in: ['red'] } }]) // [{ code: 'value_unknown', rule: 'r', option: 'ink', value: 'red' }]
 */
export function checkRules(options: readonly Option[], rules: readonly Rule[]): readonly RuleProblem[] {
  const known = new Map(options.map((o) => [o.id, new Set(o.values.map((v) => v.id))]))
  return rules.flatMap((rule): RuleProblem[] => {
    const literals = [...rule.when, rule.then]
    for (const literal of literals) {
      const values = known.get(literal.option)
      if (!values) return [{ code: 'option_unknown', rule: rule.id, option: literal.option }]
      const stray = literal.in.find((v) => !values.has(v))
      if (stray !== undefined) return [{ code: 'value_unknown', rule: rule.id, option: literal.option, value: stray }]
    }
    const empty = literals.find((l) => l.in.length === 0)
    return empty ? [{ code: 'never_met', rule: rule.id, option: empty.option }] : []
  })
}

/**
 * Turns options and rules into bit sets. Each rule is a clause: one of its conditions fails, or its result holds.
 * @throws on names that {@link checkRules} would have found.
 * @example compile(OPTIONS, [RULE]).words // 1
 */
export function compile(options: readonly Option[], rules: readonly Rule[]): Compiled {
  const words = Math.max(1, ...options.map((o) => Math.ceil(o.values.length / 32)))
  const optionIndex = new Map(options.map((o, i) => [o.id, i]))
  const valueIndex = options.map((o) => new Map(o.values.map((v, i) => [v.id, i])))
  const full = new Uint32Array(options.length * words)
  for (const [i, o] of options.entries()) for (let v = 0; v < o.values.length; v++) setBit(full, i * words, v)
  const start = new Int32Array(rules.length + 1)
  const literalOption: number[] = []
  const literalMask: number[] = []
  const occurs: number[][] = options.map(() => [])
  for (const [c, rule] of rules.entries()) {
    start[c] = literalOption.length
    for (const [literal, negated] of [...rule.when.map((l) => [l, true] as const), [rule.then, false] as const]) {
      const o = optionIndex.get(literal.option)
      if (o === undefined) throw new Error(`rule ${rule.id} speaks of option ${literal.option}, which is not known`)
      const mask = new Uint32Array(words)
      for (const value of literal.in) {
        const v = valueIndex[o]?.get(value)
        if (v === undefined)
          throw new Error(`rule ${rule.id} speaks of value ${value}, which ${literal.option} does not have`)
        setBit(mask, 0, v)
      }
      occurs[o]?.push(c, literalOption.length)
      literalOption.push(o)
      for (let w = 0; w < words; w++) {
        const all = full[o * words + w] ?? 0
        const m = mask[w] ?? 0
        literalMask.push((negated ? all & ~m : m) >>> 0)
      }
    }
  }
  start[rules.length] = literalOption.length
  const can = (l: number): boolean => literalMask.slice(l * words, (l + 1) * words).some((m) => m !== 0)
  const units = rules.flatMap((_, c) => {
    let n = 0
    for (let l = start[c] ?? 0; l < (start[c + 1] ?? 0); l++) if (can(l)) n++
    return n <= 1 ? [c] : []
  })
  return {
    options,
    rules,
    words,
    optionIndex,
    valueIndex,
    full,
    start,
    literalOption: Int32Array.from(literalOption),
    literalMask: Uint32Array.from(literalMask),
    occurs: occurs.map((list) => Int32Array.from(list)),
    units: Int32Array.from(units),
  }
}

/**
 * Sets a bit of a set of values that begins at word `at`.
 * @example (() => { const set = new Uint32Array(2); setBit(set, 0, 33); return [...set] })() // [0, 2]
 */
export function setBit(set: Uint32Array, at: number, bit: number): void {
  const i = at + (bit >> 5)
  set[i] = ((set[i] ?? 0) | (1 << (bit & 31))) >>> 0
}

/**
 * Whether a bit of a set of values that begins at word `at` is set.
 * @example hasBit(new Uint32Array([0, 2]), 0, 33) // true
 */
export const hasBit = (set: Uint32Array, at: number, bit: number): boolean =>
  (((set[at + (bit >> 5)] ?? 0) >>> (bit & 31)) & 1) === 1
