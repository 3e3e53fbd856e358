/** One patch of a wedge as it was read. */
export type PatchRead = {
  /** device grey: 0 no ink, 1 full black */
  readonly d: number
  /** CIE L*, D50 */
  readonly l: number
  /** standard deviation of the reading of this patch, in L* */
  readonly spread: number
  /** a* and b*, where an instrument read them */
  readonly ab: readonly [number, number] | null
}

/** A wedge as it was read, by rising d; at least the paper (d = 0) and full black (d = 1). */
export type Reading = {
  readonly patches: readonly PatchRead[]
  /** uncertainty of each lightness against the truth, 95 %, in L* */
  readonly within: number
}

/**
 * The lightness of the paper and of full black: the ends of a reading.
 * @throws for a reading without patches: a bug.
 * @example ends({ patches: [{ d: 0, l: 96, spread: 0.1, ab: null }, { d: 1, l: 16, spread: 0.1, ab: null }], within: 0.3 }) // { white: 96, black: 16 }
 */
export function ends({ patches }: Reading): { readonly white: number; readonly black: number } {
  const [first, last] = [patches[0], patches.at(-1)]
  if (!first || !last) throw new Error('a reading without patches')
  return { white: first.l, black: last.l }
}

/**
 * The aim of even steps: lightness falls evenly with the black that is asked for.
 * @example evenSteps(0.25, 96, 16) // 76
 */
export const evenSteps = (d: number, white: number, black: number): number => white - d * (white - black)
