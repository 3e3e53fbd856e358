import type { Option, Rule, Selection } from '@/core/rules/rules'
import { seeded } from '../demo/random'

/** Small random sets of rules, anything goes: also such that allow nothing. */
export function randomSet(
  seed: number,
  optionCount = 5,
  valueCount = 3,
  ruleCount = 6,
): { options: Option[]; rules: Rule[]; selection: Selection } {
  const random = seeded(seed)
  const int = (n: number): number => Math.floor(random() * n)
  const options: Option[] = Array.from({ length: optionCount }, (_, o) => ({
    id: `o${o}`,
    name: `Option ${o}`,
    values: Array.from({ length: valueCount }, (_, v) => ({ id: `v${v}`, name: `Value ${v}` })),
  }))
  const some = (): string[] => {
    const picked = Array.from({ length: valueCount }, (_, v) => `v${v}`).filter(() => random() < 0.5)
    return picked.length > 0 ? picked : [`v${int(valueCount)}`]
  }
  const rules: Rule[] = Array.from({ length: ruleCount }, (_, r) => {
    const order = Array.from({ length: optionCount }, (_, i) => i).sort(() => random() - 0.5)
    const conditions = 1 + int(2)
    return {
      id: `r${r}`,
      when: order.slice(0, conditions).map((o) => ({ option: `o${o}`, in: some() })),
      then: { option: `o${order[conditions] ?? 0}`, in: some() },
      because: `rule ${r}`,
    }
  })
  const selection: Record<string, string> = {}
  for (let o = 0; o < optionCount; o++) if (random() < 0.5) selection[`o${o}`] = `v${int(valueCount)}`
  return { options, rules, selection }
}

/**
 * The published generator of the benchmark: one or two narrow conditions (a quarter of the values at most) imply an
 * allowed half of another option; a hidden completion keeps every rule, so the set is feasible by construction.
 */
export function feasibleSet(
  seed: number,
  optionCount: number,
  ruleCount: number,
  valueCount = 20,
): { options: Option[]; rules: Rule[]; hidden: Selection } {
  const random = seeded(seed)
  const int = (n: number): number => Math.floor(random() * n)
  const options: Option[] = Array.from({ length: optionCount }, (_, o) => ({
    id: `o${o}`,
    name: `Option ${o}`,
    values: Array.from({ length: valueCount }, (_, v) => ({ id: `v${v}`, name: `Value ${v}` })),
  }))
  const solution = options.map(() => int(valueCount))
  const subset = (size: number): number[] => {
    const all = Array.from({ length: valueCount }, (_, i) => i)
    for (let i = all.length - 1; i > 0; i--) {
      const j = int(i + 1)
      ;[all[i], all[j]] = [all[j] ?? 0, all[i] ?? 0]
    }
    return all.slice(0, size)
  }
  const rules: Rule[] = []
  while (rules.length < ruleCount) {
    const conditions = 1 + int(2)
    const chosen = new Set<number>()
    while (chosen.size < conditions + 1) chosen.add(int(optionCount))
    const [target = 0, ...from] = [...chosen]
    const when = from.map((o) => ({ o, values: subset(1 + int(valueCount / 4)) }))
    const allowed = subset(valueCount / 2)
    const met = when.every((w) => w.values.includes(solution[w.o] ?? -1))
    if (met && !allowed.includes(solution[target] ?? -1)) continue
    rules.push({
      id: `r${rules.length}`,
      when: when.map((w) => ({ option: `o${w.o}`, in: w.values.map((v) => `v${v}`) })),
      then: { option: `o${target}`, in: allowed.map((v) => `v${v}`) },
      because: `rule ${rules.length}`,
    })
  }
  return { options, rules, hidden: Object.fromEntries(solution.map((v, o) => [`o${o}`, `v${v}`])) }
}

/** Every assignment of all options that keeps the given rules: the slow, obvious way. */
export function completions(options: readonly Option[], rules: readonly Rule[]): readonly Selection[] {
  let all: Selection[] = [{}]
  for (const o of options) all = all.flatMap((s) => o.values.map((v) => ({ ...s, [o.id]: v.id })))
  const is = (s: Selection, l: Rule['then']): boolean => l.in.includes(s[l.option] ?? '')
  return all.filter((s) => rules.every((r) => !r.when.every((l) => is(s, l)) || is(s, r.then)))
}
