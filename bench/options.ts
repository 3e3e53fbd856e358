import { Options } from '@/core/options/engine'
import type { Selection } from '@/core/rules/rules'
import { seeded } from '../demo/random'
import { feasibleSet, randomSet } from '../test/random-rules'
import { say, spread } from './spread'

/** Selections of growing size along a hidden completion: what a person's work looks like. */
function selections(hidden: Selection, seed: number, count: number): readonly Selection[] {
  const random = seeded(seed)
  const all = Object.entries(hidden)
  return Array.from({ length: count }, () => {
    const share = random()
    return Object.fromEntries(all.filter(() => random() < share))
  })
}

/** Complete states, reasons and changes: 15, 40 and 80 options of 20 values with 40, 300 and 1000 rules. */
export function benchOptions(): void {
  // the engine is compiled as it runs: one round that does not count
  const warm = feasibleSet(99, 20, 80)
  const warmed = new Options(warm.options, warm.rules)
  for (const selection of selections(warm.hidden, 99, 40)) {
    for (const s of warmed.state(selection))
      for (const v of s.values) if (v.is === 'closed') warmed.reason(selection, s.id, v.id)
  }
  for (const [optionCount, ruleCount, limit] of [
    [15, 40, 2],
    [40, 300, 16],
    [80, 1000, 60],
  ] as const) {
    const states: number[] = []
    const reasons: number[] = []
    let proven = 0
    for (let seed = 1; seed <= 4; seed++) {
      const { options, rules, hidden } = feasibleSet(seed, optionCount, ruleCount)
      const engine = new Options(options, rules)
      for (const selection of selections(hidden, seed, 12)) {
        const began = performance.now()
        const state = engine.state(selection)
        states.push(performance.now() - began)
        const closed = state.flatMap((s) => s.values.filter((v) => v.is === 'closed').map((v) => [s.id, v.id] as const))
        const step = Math.max(1, Math.floor(closed.length / 6))
        for (let i = 0; i < closed.length; i += step) {
          const [o, v] = closed[i] ?? ['', '']
          const start = performance.now()
          const reason = engine.reason(selection, o, v)
          engine.change(selection, o, v)
          reasons.push(performance.now() - start)
          if (reason?.smallest) proven++
        }
      }
    }
    say(
      `options ${optionCount} x 20, rules ${ruleCount}: complete state ${spread(states)} ms (p95 limit ${limit}); reason with change ${spread(reasons)} ms (limit 50), ${proven} of ${reasons.length} proven smallest`,
    )
  }
  const hard: number[] = []
  let unsettled = 0
  for (let seed = 1; seed <= 20; seed++) {
    const { options, rules } = randomSet(seed, 30, 3, 130)
    const began = performance.now()
    const state = new Options(options, rules).state({})
    hard.push(performance.now() - began)
    unsettled += state.filter((s) => s.values.some((v) => v.is === 'not settled')).length
  }
  say(
    `random hard sets, 30 options of 3 values, 130 rules: complete state ${spread(hard)} ms, ${unsettled} options not settled`,
  )
}
