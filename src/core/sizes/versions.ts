import type { Rule } from '@/core/rules/rules'
import type { Size } from './sizes'

type Versioned = Pick<Size, 'id' | 'replacedBy'>

/**
 * The newest version of a size; null where it is the newest itself, or nobody knows it.
 * @example newerSize([{ id: 'a', replacedBy: 'b' }, { id: 'b' }], 'a').id // 'b'
 */
export function newerSize<S extends Versioned>(sizes: readonly S[], id: string): S | null {
  const at = sizes.find((s) => s.id === id)
  let now = at
  // a chain is as long as the list at most
  for (let i = 0; now?.replacedBy !== undefined && i < sizes.length; i++) {
    const next: string = now.replacedBy
    now = sizes.find((s) => s.id === next) ?? now
  }
  return now && now !== at ? now : null
}

/**
 * The ids of a size's versions up to this one, the oldest first: the first of them names the size through every change.
 * @example versionsOf([{ id: 'a', replacedBy: 'b' }, { id: 'b' }], 'b') // ['a', 'b']
 */
export function versionsOf(sizes: readonly Versioned[], id: string): readonly string[] {
  const known = [id]
  for (let i = 0; i < sizes.length; i++) {
    const before = sizes.find((s) => s.replacedBy === known[0] && !known.includes(s.id))
    if (!before) break
    known.unshift(before.id)
  }
  return known
}

/**
 * Rules with every version of each size that they name: what is said of a size holds for open slips that keep an older
 * version of it too.
 * @example ofEveryVersion([{ id: 'r', when: [], then: { option: 'size', in: ['a'] }, because: 'x' }], [{ id: 'a', replacedBy: 'b' }, { id: 'b' }])[0].then.in // ['a', 'b']
 */
export function ofEveryVersion(rules: readonly Rule[], sizes: readonly Versioned[]): readonly Rule[] {
  const newest = (id: string): string => newerSize(sizes, id)?.id ?? id
  if (!sizes.some((s) => s.replacedBy !== undefined)) return rules
  const family = new Map<string, string[]>()
  for (const { id } of sizes) {
    const key = newest(id)
    family.set(key, [...(family.get(key) ?? []), id])
  }
  const all = (literal: Rule['then']): Rule['then'] =>
    literal.option === 'size'
      ? { ...literal, in: [...new Set(literal.in.flatMap((id) => family.get(newest(id)) ?? [id]))] }
      : literal
  return rules.map((r) => ({ ...r, when: r.when.map(all), then: all(r.then) }))
}
