/** Copies of one print that nobody has to make any more: in the log as good, in a kept plan, or on the way to a printer. */
export type CopyCounts = {
  /** good ones in the log */
  readonly good: number
  /** in kept plans: they are printed with those */
  readonly inPlans: number
  /** sent as good and not yet in the log, or of which nobody knows yet whether they came out */
  readonly underWay: number
}

/** A print of which nothing was made yet. */
export const NO_COPIES: CopyCounts = { good: 0, inPlans: 0, underWay: 0 }

/**
 * Copies of a print that are still wanted: asked, less the good ones, those in plans and those under way. Never below 0.
 * @example copiesWanted(5, { good: 1, inPlans: 2, underWay: 1 }) // 1
 */
export const copiesWanted = (asked: number, { good, inPlans, underWay }: CopyCounts): number =>
  Math.max(0, asked - good - inPlans - underWay)
