/** A tint that a queue was set to, in its own steps, and what its greys looked like then: a* and b* less the paper's. */
export type TintSeen = { readonly set: readonly [number, number]; readonly is: readonly [number, number] }

/** What to try next. */
export type TintTry =
  /** neutral already, as far as its steps go */
  | { readonly code: 'stays' }
  /** learned from other checks of the queue: what to set, and what is expected then */
  | { readonly code: 'learned'; readonly set: readonly [number, number]; readonly expected: readonly [number, number] }
  /** no check tells yet what a step does on these axes: one with another tint would */
  | { readonly code: 'unknown'; readonly axes: readonly ('a' | 'b')[] }

/** The furthest tint that a preset can name, either way. */
export const MOST_TINT = 100

/** Differences of settings below this teach nothing. */
const LEAST_STEPS = 1

/**
 * What one of the queue's steps does on an axis: by least squares over all checks, each against the mean of them.
 * @returns null: the checks were all made with the same setting, or a step does nothing that can be measured.
 */
function perStep(all: readonly TintSeen[], axis: 0 | 1): number | null {
  const mean = (of: (t: TintSeen) => number): number => all.reduce((s, t) => s + of(t), 0) / all.length
  const [set, is] = [mean((t) => t.set[axis]), mean((t) => t.is[axis])]
  const xx = all.reduce((s, t) => s + (t.set[axis] - set) ** 2, 0)
  if (xx < LEAST_STEPS / 2) return null
  const slope = all.reduce((s, t) => s + (t.set[axis] - set) * (t.is[axis] - is), 0) / xx
  return Math.abs(slope) < 0.02 ? null : slope
}

/**
 * Which tint makes greys neutral, in whole steps of the queue.
 * @param now the check that is looked at
 * @param others further checks of the same queue
 * @param most the furthest setting that the queue knows, either way
 * @example tintToTry({ set: [0, 0], is: [1, -3] }, [{ set: [0, 4], is: [1, -1] }], 40) // { code: 'unknown', axes: ['a'] }
 */
export function tintToTry(now: TintSeen, others: readonly TintSeen[], most: number): TintTry {
  const all = [now, ...others]
  const axes = [0, 1].map((k) => {
    const axis = k as 0 | 1
    const step = perStep(all, axis)
    if (step === null) return Math.abs(now.is[axis]) < NEUTRAL ? { set: now.set[axis], expected: now.is[axis] } : null
    const set = Math.max(-most, Math.min(most, Math.round(now.set[axis] - now.is[axis] / step)))
    return { set, expected: now.is[axis] + step * (set - now.set[axis]) }
  })
  const [a, b] = axes
  if (!a || !b) return { code: 'unknown', axes: (['a', 'b'] as const).filter((_, i) => axes[i] === null) }
  if (a.set === now.set[0] && b.set === now.set[1]) return { code: 'stays' }
  return { code: 'learned', set: [a.set, b.set], expected: [a.expected, b.expected] }
}

/** A tint nearer than this to the paper's is not seen. */
const NEUTRAL = 0.7

/** How far a row of tints goes either way, in steps of the queue. */
const ROW = 2

/**
 * The tints beside a set one along an axis, in the queue's own steps, from the lowest to the highest; the set one is in
 * their middle where the limit allows it.
 * @example rowOf([0, 4], 'b', 100) // [[0, 2], [0, 3], [0, 4], [0, 5], [0, 6]]
 */
export const rowOf = (
  set: readonly [number, number],
  axis: 'a' | 'b',
  most: number,
): readonly (readonly [number, number])[] =>
  Array.from({ length: 2 * ROW + 1 }, (_, i) => i - ROW)
    .map((by) => (axis === 'a' ? ([set[0] + by, set[1]] as const) : ([set[0], set[1] + by] as const)))
    .filter(([a, b]) => Math.abs(a) <= most && Math.abs(b) <= most)
