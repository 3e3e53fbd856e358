/**
 * How many days a stock lasts at its mean use; null: nothing of it was used.
 * @param left sheets or um. @param used in the days before, in the same unit.
 * @example daysLeft(20, 90, 90) // 20
 */
export const daysLeft = (left: number, used: number, days: number): number | null =>
  used <= 0 ? null : (Math.max(0, left) * days) / used
