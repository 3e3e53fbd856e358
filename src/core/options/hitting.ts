/**
 * The smallest set that meets every one of `sets` (each ascending numbers), the first in lexicographic order among the
 * smallest; null when none of at most `most` elements does, or when more than `looks` partial sets had to be looked at.
 * Depth-first with growing size: the smallest open set branches.
 * @example smallestHit([[1, 2], [2, 3], [3, 2]], 3, () => true) // [2]
 */
export function smallestHit(
  sets: readonly (readonly number[])[],
  most: number,
  looks = 30_000,
): readonly number[] | null {
  const budget = { left: looks }
  for (let size = Math.min(most, disjoint(sets)); size <= most; size++) {
    const found = hit(sets, size, budget)
    if (budget.left < 0) return null
    if (found) return found
  }
  return null
}

/** The lexicographically first hitting set of exactly up to `size` elements. */
function hit(sets: readonly (readonly number[])[], size: number, budget: { left: number }): readonly number[] | null {
  let best: readonly number[] | null = null
  const chosen: number[] = []
  const go = (sets: readonly (readonly number[])[]): void => {
    if (budget.left-- < 0) return
    const last = chosen.at(-1) ?? -1
    const open = sets.filter((s) => !s.includes(last))
    const [first] = open
    if (!first) {
      const sorted = [...chosen].sort((a, b) => a - b)
      if (!best || before(sorted, best)) best = sorted
      return
    }
    if (chosen.length === size || disjoint(open) > size - chosen.length) return
    const branch = open.reduce((a, s) => (s.length < a.length ? s : a), first)
    for (const e of branch) {
      chosen.push(e)
      go(open)
      chosen.pop()
    }
  }
  go(sets)
  return best
}

/** How many of the sets share nothing, taken greedily: each needs an element of its own. */
function disjoint(sets: readonly (readonly number[])[]): number {
  const seen = new Set<number>()
  let n = 0
  for (const s of sets) {
    if (s.some((e) => seen.has(e))) continue
    n++
    for (const e of s) seen.add(e)
  }
  return n
}

function before(a: readonly number[], b: readonly number[]): boolean {
  for (let i = 0; i < Math.min(a.length, b.length); i++) {
    const d = (a[i] ?? 0) - (b[i] ?? 0)
    if (d !== 0) return d < 0
  }
  return a.length < b.length
}

/**
 * The lightest set of at most `most` elements that meets every one of `sets`; among the lightest the smallest, then the
 * first in lexicographic order. Null when there is none, or when more than `looks` partial sets had to be looked at.
 * @param weight of an element, above 0.
 * @example lightestHit([[1, 2]], 3, (e) => (e === 1 ? 5 : 1)) // [2]
 */
export function lightestHit(
  sets: readonly (readonly number[])[],
  most: number,
  weight: (element: number) => number,
  looks = 30_000,
): readonly number[] | null {
  let left = looks
  let best: { readonly set: readonly number[]; readonly weight: number } | null = null
  const chosen: number[] = []
  const better = (set: readonly number[], total: number): boolean => {
    if (!best || total !== best.weight) return !best || total < best.weight
    return set.length !== best.set.length ? set.length < best.set.length : before(set, best.set)
  }
  const go = (open: readonly (readonly number[])[], total: number): void => {
    if (left-- < 0 || (best && total > best.weight)) return
    const [first] = open
    if (!first) {
      const sorted = [...chosen].sort((a, b) => a - b)
      if (better(sorted, total)) best = { set: sorted, weight: total }
      return
    }
    if (chosen.length + disjoint(open) > most) return
    const branch = open.reduce((a, s) => (s.length < a.length ? s : a), first)
    for (const e of branch) {
      chosen.push(e)
      go(
        open.filter((s) => !s.includes(e)),
        total + weight(e),
      )
      chosen.pop()
    }
  }
  go(sets, 0)
  const found = best as { readonly set: readonly number[] } | null
  return left < 0 || !found ? null : found.set
}
