/** What a plan takes and saves beside printing one after the other; lengths um, shares 0 to 1. */
export type Gain = {
  /** of the roll, with what the printer leaves white at both ends */
  readonly length: number
  /** what no plan goes below, counted alike */
  readonly bound: number
  /** what is paper and no print */
  readonly waste: number
  /** one after the other, each on a piece of its own */
  readonly alone: number
  readonly saved: number
}

/**
 * Holds a plan against printing one after the other.
 * @param area of all prints, um2
 * @param ends white before and behind the prints
 * @example gainOf({ width: 100, length: 180, bound: 150, ends: 20, area: 15000, alone: 400 }).saved // 200
 */
export function gainOf(p: {
  readonly width: number
  readonly length: number
  readonly bound: number
  readonly ends: number
  readonly area: number
  readonly alone: number
}): Gain {
  const length = p.length + p.ends
  return {
    length,
    bound: Math.min(length, p.bound + p.ends),
    waste: Math.max(0, 1 - p.area / (p.width * length)),
    alone: p.alone,
    saved: p.alone - length,
  }
}
