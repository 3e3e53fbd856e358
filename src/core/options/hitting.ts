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
