import fc from 'fast-check'

/**
 * Numbers between two, all of them alike: fast-check's own doubles are mostly so small that they are none, and a property
 * over them finds nothing.
 */
export const between = (least: number, most: number): fc.Arbitrary<number> =>
  fc.integer({ min: 0, max: 1_000_000 }).map((v) => least + (v / 1_000_000) * (most - least))
