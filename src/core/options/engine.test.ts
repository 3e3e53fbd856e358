import { describe, expect, it } from 'vitest'
import { checkRules, type Option, type Rule, type Selection } from '@/core/rules/rules'
import { seeded } from '../../../demo/random'
import { completions, feasibleSet, randomSet } from '../../../test/random-rules'
import { Options } from './engine'
import { lightestHit, smallestHit } from './hitting'
import { Search } from './search'

const without = (s: Selection, id: string): Selection => Object.fromEntries(Object.entries(s).filter(([k]) => k !== id))
const agrees = (full: Selection, part: Selection): boolean => Object.entries(part).every(([k, v]) => full[k] === v)

/** All subsets of 0..n-1 of one size. */
function* subsets(n: number, size: number, from = 0): Generator<number[]> {
  if (size === 0) yield []
  else for (let i = from; i <= n - size; i++) for (const rest of subsets(n, size - 1, i + 1)) yield [i, ...rest]
}

/** Size of the smallest set of rules and choices that closes a value, by trying all. */
function slowReason(
  options: readonly Option[],
  rules: readonly Rule[],
  selection: Selection,
  o: string,
  v: string,
): number {
  const choices = Object.entries(without(selection, o))
  for (let size = 0; size <= choices.length + rules.length; size++)
    for (const set of subsets(choices.length + rules.length, size)) {
      const part = Object.fromEntries(set.filter((e) => e < choices.length).map((e) => choices[e] ?? ['', '']))
      const some = set.filter((e) => e >= choices.length).flatMap((e) => rules[e - choices.length] ?? [])
      if (!completions(options, some).some((s) => s[o] === v && agrees(s, part))) return size
    }
  return -1
}

/** Size of the smallest set of other choices to drop so that a value opens; -1 when none does. */
function slowChange(all: readonly Selection[], selection: Selection, o: string, v: string): number {
  const choices = Object.entries(without(selection, o))
  for (let size = 0; size <= choices.length; size++)
    for (const set of subsets(choices.length, size)) {
      const kept = Object.fromEntries(choices.filter((_, i) => !set.includes(i)))
      if (all.some((s) => s[o] === v && agrees(s, kept))) return size
    }
  return -1
}

/** CI runs a share of the sets; LIBRETA_FULL runs all. */
const SETS = process.env.LIBRETA_FULL ? 2000 : 500
const REASONS = process.env.LIBRETA_FULL ? 2000 : 40

describe('against exhaustive search over random sets', () => {
  it(`open, closed and forced agree in ${SETS} sets`, () => {
    let closed = 0
    for (let seed = 1; seed <= SETS; seed++) {
      const { options, rules, selection } = randomSet(seed)
      const all = completions(options, rules)
      for (const state of new Options(options, rules).state(selection)) {
        const base = without(selection, state.id)
        const real = new Set(all.filter((s) => agrees(s, base)).map((s) => s[state.id]))
        for (const v of state.values)
          expect([seed, state.id, v.id, v.is]).toEqual([seed, state.id, v.id, real.has(v.id) ? 'open' : 'closed'])
        const forced = state.chosen === null && real.size === 1 ? [...real][0] : null
        expect(state.forced).toBe(forced)
        closed += state.values.filter((v) => v.is === 'closed').length
      }
    }
    expect(closed).toBeGreaterThan(1000)
  })

  it(`reasons and changes are the smallest in ${REASONS} sets`, () => {
    const sizes = new Map<number, number>()
    for (let seed = 1; seed <= REASONS; seed++) {
      const { options, rules, selection } = randomSet(seed)
      const all = completions(options, rules)
      const engine = new Options(options, rules)
      for (const state of engine.state(selection))
        for (const v of state.values) {
          const reason = engine.reason(selection, state.id, v.id)
          if (v.is === 'open') {
            expect(reason).toBeNull()
            continue
          }
          if (!reason) throw new Error('a closed value has a reason')
          const size = slowReason(options, rules, selection, state.id, v.id)
          const found = reason.rules.length + reason.choices.length
          sizes.set(size, (sizes.get(size) ?? 0) + 1)
          if (size <= 4)
            expect([seed, state.id, v.id, found, reason.smallest]).toEqual([seed, state.id, v.id, size, true])
          else expect(reason.smallest).toBe(false)
          // what is given closes it
          const part = Object.fromEntries(reason.choices.map((c) => [c.option, c.value]))
          expect(completions(options, reason.rules).some((s) => s[state.id] === v.id && agrees(s, part))).toBe(false)
          const change = engine.change(selection, state.id, v.id)
          const least = slowChange(all, selection, state.id, v.id)
          const moved = change === null ? -1 : change.moves.length
          if (least <= 3) expect([seed, state.id, v.id, moved]).toEqual([seed, state.id, v.id, least])
          else
            expect([seed, state.id, v.id, moved >= least, change?.smallest]).toEqual([
              seed,
              state.id,
              v.id,
              true,
              false,
            ])
          if (change) {
            const next = {
              ...selection,
              [state.id]: v.id,
              ...Object.fromEntries(change.moves.map((m) => [m.option, m.to])),
            }
            expect(all.some((s) => agrees(s, next))).toBe(true)
          }
        }
    }
    expect([...sizes.keys()].length).toBeGreaterThan(2)
  })
})

const OPTIONS: readonly Option[] = [
  {
    id: 'colour',
    name: 'File colour',
    values: [
      { id: 'untouched', name: 'Untouched' },
      { id: 'profile', name: 'To a profile' },
    ],
  },
  {
    id: 'printer',
    name: 'Printer colour',
    values: [
      { id: 'off', name: 'Off' },
      { id: 'own', name: 'Own' },
      { id: 'grey', name: 'Grey mode' },
    ],
  },
  {
    id: 'tint',
    name: 'Tint',
    values: [
      { id: 'none', name: 'None' },
      { id: 'set', name: 'Set' },
    ],
  },
]
const RULES: readonly Rule[] = [
  {
    id: 'once',
    when: [{ option: 'colour', in: ['profile'] }],
    then: { option: 'printer', in: ['off'] },
    because: 'both together would convert twice',
  },
  {
    id: 'tint',
    when: [{ option: 'printer', in: ['off', 'own'] }],
    then: { option: 'tint', in: ['none'] },
    because: 'tint belongs to monochrome',
  },
]

describe('the change that weighs least', () => {
  const weights: Readonly<Record<string, number>> = { o0: 1, o1: 2, o2: 4, o3: 8, o4: 16 }
  it('is the lightest of at most three choices in 60 random sets, and goes the nearest step', () => {
    let seen = 0
    for (let seed = 1; seed <= 60; seed++) {
      const { options, rules, selection } = randomSet(seed, 5, 4)
      const all = completions(options, rules)
      const engine = new Options(options, rules, undefined, (id) => weights[id] ?? 1)
      for (const state of engine.state(selection))
        for (const v of state.values) {
          if (v.is === 'open') continue
          const others = Object.entries(without(selection, state.id))
          const can = (kept: Selection) => all.filter((s) => s[state.id] === v.id && agrees(s, kept))
          const ways = [1, 2, 3]
            .flatMap((n) => [...subsets(others.length, n)])
            .flatMap((drop) => {
              const kept = Object.fromEntries(others.filter((_, i) => !drop.includes(i)))
              const weight = drop.reduce((sum, i) => sum + (weights[others[i]?.[0] ?? ''] ?? 1), 0)
              return can(kept).length > 0 ? [weight] : []
            })
          if (ways.length === 0) continue
          const change = engine.change(selection, state.id, v.id)
          const weight = change?.moves.reduce((sum, m) => sum + (weights[m.option] ?? 1), 0)
          expect([seed, state.id, v.id, weight]).toEqual([seed, state.id, v.id, Math.min(...ways)])
          seen++
          // the heaviest that moves could go no nearer
          const [first] = [...(change?.moves ?? [])].sort((a, b) => (weights[b.option] ?? 1) - (weights[a.option] ?? 1))
          if (!first) continue
          const moved = new Set(change?.moves.map((m) => m.option))
          const kept = Object.fromEntries(others.filter(([o]) => !moved.has(o)))
          const far = (to: string): number => Math.abs(Number(to.slice(1)) - Number(first.from.slice(1)))
          expect(far(first.to)).toBe(
            Math.min(
              ...can(kept)
                .map((s) => far(s[first.option] ?? ''))
                .filter((d) => d > 0),
            ),
          )
        }
    }
    expect(seen).toBeGreaterThan(50)
  })
})

describe('how much is searched', () => {
  // a slower search answers as rightly; the steps that it takes are counted, so that it is noticed without a clock
  it('is what it was, for states, reasons and changes of forty random sets', () => {
    const work = { states: 0, reasons: 0, changes: 0 }
    for (let seed = 1; seed <= 40; seed++) {
      const { options, rules, selection } = randomSet(seed)
      const engine = new Options(options, rules)
      const states = engine.state(selection)
      work.states += engine.work
      for (const state of states)
        for (const v of state.values.filter((x) => x.is === 'closed')) {
          const before = engine.work
          engine.reason(selection, state.id, v.id)
          work.reasons += engine.work - before
          const between = engine.work
          engine.change(selection, state.id, v.id)
          work.changes += engine.work - between
        }
    }
    expect(work).toEqual({ states: 715, reasons: 3179, changes: 6035 })
  })
  it('is what it was for sets that take a search', () => {
    const work = { state: 0, reason: 0, change: 0 }
    for (let seed = 1; seed <= 6; seed++) {
      const { options, rules } = feasibleSet(seed, 16, 90, 8)
      const engine = new Options(options, rules)
      const [first, second] = options
      const selection = {
        [first?.id ?? '']: first?.values[0]?.id ?? '',
        [second?.id ?? '']: second?.values[1]?.id ?? '',
      }
      const states = engine.state(selection)
      work.state += engine.work
      const closed = states.flatMap((s) => s.values.filter((v) => v.is === 'closed').map((v) => [s.id, v.id] as const))
      for (const [o, v] of closed.slice(0, 4)) {
        const before = engine.work
        engine.reason(selection, o, v)
        const between = engine.work
        engine.change(selection, o, v)
        work.reason += between - before
        work.change += engine.work - between
      }
    }
    expect(work).toEqual({ state: 3925, reason: 1409, change: 5381 })
  })
})

describe('what is not there', () => {
  it('is a bug of who asks, and says so', () => {
    const small = new Options(OPTIONS, RULES)
    expect(() => small.state({ sound: 'off' })).toThrow('option sound is not known')
    expect(() => small.state({ tint: 'red' })).toThrow('option tint has no value red')
    expect(() => small.reason({}, 'sound', 'off')).toThrow('option sound is not known')
  })
})

describe('a change of more than three choices', () => {
  it('is found and marked, also when not one choice can stay', () => {
    const option = (id: string): Option => ({
      id,
      name: id,
      values: [
        { id: 'a', name: 'A' },
        { id: 'b', name: 'B' },
      ],
    })
    const five = ['v', 'w', 'x', 'y', 'z'].map(option)
    const rules: Rule[] = ['w', 'x', 'y', 'z'].map((id) => ({
      id,
      when: [{ option: 'v', in: ['b'] }],
      then: { option: id, in: ['b'] },
      because: `${id} follows v`,
    }))
    const change = new Options(five, rules).change({ v: 'a', w: 'a', x: 'a', y: 'a', z: 'a' }, 'v', 'b')
    expect(change?.moves.map((m) => [m.option, m.to])).toEqual([
      ['w', 'b'],
      ['x', 'b'],
      ['y', 'b'],
      ['z', 'b'],
    ])
    expect(change?.smallest).toBe(false)
  })
})

describe('a reason of more than four parts', () => {
  it('is marked as such, closes the value, and holds nothing that could be left out', () => {
    const yesNo = [
      { id: 'a', name: 'A' },
      { id: 'b', name: 'B' },
    ]
    const ids = ['p', 'q', 'r', 's', 't', 'aside']
    const options: Option[] = [...ids, 'end'].map((id) => ({ id, name: id, values: yesNo }))
    const rules: Rule[] = [
      { id: 'aside', when: [{ option: 'aside', in: ['b'] }], then: { option: 'p', in: ['a', 'b'] }, because: 'aside' },
      {
        id: 'all five',
        when: ['p', 'q', 'r', 's', 't'].map((id) => ({ option: id, in: ['b'] })),
        then: { option: 'end', in: ['a'] },
        because: 'five together end it',
      },
    ]
    const engine = new Options(options, rules)
    const chosen = Object.fromEntries(ids.map((id) => [id, 'b']))
    const reason = engine.reason(chosen, 'end', 'b')
    expect(reason?.smallest).toBe(false)
    expect(reason?.rules.map((r) => r.id)).toEqual(['all five'])
    expect(reason?.choices.map((c) => c.option)).toEqual(['p', 'q', 'r', 's', 't'])
  })
})

describe('reasons in a small room', () => {
  const engine = new Options(OPTIONS, RULES)
  it('forces, closes, explains and offers', () => {
    const selection = { colour: 'profile' }
    const state = engine.state(selection)
    expect(state.map((s) => s.forced)).toEqual([null, 'off', 'none'])
    expect(engine.reason(selection, 'printer', 'grey')).toMatchObject({
      rules: [{ id: 'once' }],
      choices: [{ option: 'colour', value: 'profile' }],
      smallest: true,
    })
    expect(engine.change(selection, 'printer', 'grey')).toEqual({
      moves: [{ option: 'colour', from: 'profile', to: 'untouched' }],
      smallest: true,
    })
    expect(engine.whyForced(selection, 'tint', 'none')?.rules.map((r) => r.id)).toEqual(['once', 'tint'])
  })
  it('tells what follows from a change before it is made', () => {
    const preview = engine.preview({ colour: 'profile', printer: 'off' }, 'printer', 'grey')
    expect(preview).toMatchObject({
      selection: { colour: 'untouched', printer: 'grey' },
      moves: [{ option: 'colour', to: 'untouched' }],
      forced: [],
    })
    expect(engine.preview({ colour: 'untouched', printer: 'grey' }, 'colour', 'profile')).toMatchObject({
      moves: [{ option: 'printer', from: 'grey', to: 'off' }],
      forced: [{ option: 'tint', to: 'none' }],
    })
  })
  it('finds rules that contradict each other by themselves', () => {
    const never = (id: string, values: string[]): Rule => ({
      id,
      when: [],
      then: { option: 'printer', in: values },
      because: id,
    })
    const odd = new Options(OPTIONS, [
      ...RULES,
      never('a', ['off']),
      never('b', ['own', 'grey']),
      never('c', ['off', 'own']),
    ])
    expect(odd.contradiction()?.map((r) => r.id)).toEqual(['a', 'b'])
    expect(engine.contradiction()).toBeNull()
  })
  it('names what no rule can know', () => {
    const rule = (patch: Partial<Rule>): Rule => ({
      id: 'x',
      when: [],
      then: { option: 'tint', in: ['set'] },
      because: '',
      ...patch,
    })
    expect(checkRules(OPTIONS, [rule({ then: { option: 'gloss', in: ['a'] } })])).toEqual([
      { code: 'option_unknown', rule: 'x', option: 'gloss' },
    ])
    expect(checkRules(OPTIONS, [rule({ when: [{ option: 'tint', in: ['sepia'] }] })])).toEqual([
      { code: 'value_unknown', rule: 'x', option: 'tint', value: 'sepia' },
    ])
    expect(checkRules(OPTIONS, [rule({ then: { option: 'tint', in: [] } })])).toEqual([
      { code: 'never_met', rule: 'x', option: 'tint' },
    ])
    expect(checkRules(OPTIONS, RULES)).toEqual([])
  })
  it('says "not settled" past its step limit, and never guesses', () => {
    const { options, rules } = randomSet(7, 40, 3, 60)
    const states = new Options(options, rules, 0).state({})
    const all = states.flatMap((s) => s.values.map((v) => v.is))
    expect(all).toContain('not settled')
  })
  it('is the same every time', () => {
    const { options, rules, hidden } = feasibleSet(3, 15, 40)
    const some = Object.fromEntries(Object.entries(hidden).slice(0, 6))
    const once = JSON.stringify(new Options(options, rules).state(some))
    expect(JSON.stringify(new Options(options, rules).state(some))).toBe(once)
  })
  it('takes options of more than 32 values', () => {
    const many: Option = {
      id: 'paper',
      name: 'Paper',
      values: Array.from({ length: 70 }, (_, i) => ({ id: `p${i}`, name: `P ${i}` })),
    }
    const thick: Rule = {
      id: 't',
      when: [{ option: 'paper', in: ['p69', 'p33'] }],
      then: { option: 'tint', in: ['set'] },
      because: 'thick',
    }
    const wide = new Options([many, ...OPTIONS], [thick])
    const [paper] = wide.state({ tint: 'none' })
    expect(paper?.values.filter((v) => v.is === 'closed').map((v) => v.id)).toEqual(['p33', 'p69'])
  })
  it('takes options of more than 2048 values: the last one closes what its rule says and nothing else', () => {
    const many: Option = {
      id: 'paper',
      name: 'Paper',
      values: Array.from({ length: 2100 }, (_, i) => ({ id: `p${i}`, name: `P ${i}` })),
    }
    const last: Rule = {
      id: 'l',
      when: [{ option: 'paper', in: ['p2099'] }],
      then: { option: 'tint', in: ['set'] },
      because: 'last',
    }
    const wide = new Options([many, ...OPTIONS], [last])
    const shut = wide
      .state({ paper: 'p2099' })
      .filter((o) => o.id !== 'paper')
      .flatMap((o) => o.values.filter((v) => v.is !== 'open').map((v) => `${o.id} ${v.id}`))
    expect(shut).toEqual(['tint none'])
    expect(wide.state({ paper: 'p2050' }).every((o) => o.values.every((v) => v.is === 'open'))).toBe(true)
  })
})

describe('values that are left', () => {
  it('are counted, in one word and in several', () => {
    for (const n of [1, 2, 3, 7, 8, 31, 32, 33, 64, 70]) {
      const values = Array.from({ length: n }, (_, i) => ({ id: `v${i}`, name: `V ${i}` }))
      const { compiled } = new Options([{ id: 'o', name: 'O', values }], [])
      const search = new Search(compiled, 100)
      expect([n, search.count(0)]).toEqual([n, n])
      search.choose(0, n - 1)
      expect([n, search.count(0), search.value(0)]).toEqual([n, 1, n - 1])
    }
  })
})

describe('hitting sets', () => {
  it('are the lightest where elements weigh, against trying all', () => {
    for (let seed = 1; seed <= 300; seed++) {
      const random = seeded(seed)
      const sets = Array.from({ length: 1 + Math.floor(random() * 4) }, () =>
        [0, 1, 2, 3, 4, 5].filter(() => random() < 0.4),
      ).filter((s) => s.length > 0)
      const weight = (e: number): number => [3, 1, 4, 1, 5, 9][e] ?? 1
      const ways = [0, 1, 2, 3]
        .flatMap((n) => [...subsets(6, n)])
        .filter((set) => sets.every((s) => s.some((e) => set.includes(e))))
        .map((set) => ({ set, weight: set.reduce((sum, e) => sum + weight(e), 0) }))
        .sort((a, b) => a.weight - b.weight || a.set.length - b.set.length)
      expect([seed, lightestHit(sets, 3, weight)?.reduce((sum, e) => sum + weight(e), 0)]).toEqual([
        seed,
        ways[0]?.weight,
      ])
    }
    expect(lightestHit([[1], [2], [3]], 2, () => 1)).toBeNull()
    expect(lightestHit([[1, 2]], 3, (e) => (e === 1 ? 5 : 1))).toEqual([2])
  })
  it('are given up after so many looks, and not after fewer', () => {
    const apart = Array.from({ length: 24 }, (_, i) => [3 * i, 3 * i + 1, 3 * i + 2])
    expect(lightestHit(apart, 24, () => 1, 2000)).toBeNull()
    // two sets of two: the whole, two after the first choice with two each below
    expect(
      lightestHit(
        [
          [1, 2],
          [3, 4],
        ],
        2,
        () => 1,
        7,
      ),
    ).toEqual([1, 3])
    expect(
      lightestHit(
        [
          [1, 2],
          [3, 4],
        ],
        2,
        () => 1,
        6,
      ),
    ).toBeNull()
  })
  it('are smallest, and the first among equals', () => {
    expect(smallestHit([[1, 2], [2, 3], [4]], 4)).toEqual([2, 4])
    expect(
      smallestHit(
        [
          [1, 5],
          [3, 5],
          [2, 6],
        ],
        4,
      ),
    ).toEqual([2, 5])
    expect(smallestHit([[1], [2], [3]], 2)).toBeNull()
    expect(smallestHit([], 2)).toEqual([])
    expect(
      smallestHit(
        [
          [0, 9],
          [1, 9],
          [0, 1],
        ],
        3,
      ),
    ).toEqual([0, 1])
  })
})
