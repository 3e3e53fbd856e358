/**
 * How many days a stock lasts at its mean use; null: nothing of it was used.
 * @param left sheets or um. @param used in the days before, in the same unit.
 * @example daysLeft(20, 90, 90) // 20
 */
export const daysLeft = (left: number, used: number, days: number): number | null =>
  used <= 0 ? null : (Math.max(0, left) * days) / used

/** A stock as it lies there: sheets, or unopened rolls and what is left of the opened ones. */
export type Held = {
  readonly kind: 'sheet' | 'roll'
  readonly count: number
  /** of a new roll, um */
  readonly length: number
  readonly rolls: readonly { readonly left: number }[]
}

/**
 * What is left of a stock: sheets, or um of roll with the unopened ones; never below 0, whatever the count says.
 * @example leftOf({ kind: 'roll', count: 1, length: 10e6, rolls: [{ left: 2e6 }] }) // 12000000
 */
export const leftOf = ({ kind, count, length, rolls }: Held): number =>
  Math.max(0, kind === 'sheet' ? count : Math.max(0, count) * length + rolls.reduce((sum, r) => sum + r.left, 0))

/** days that a stock has to last to be no matter of concern: about what an order takes */
const LOW_DAYS = 14
const LOW_SHEETS = 5
const LOW_ROLL_UM = 2_000_000

/**
 * Whether more should be bought: it lasts less than two weeks at its mean use, or there are a few sheets, or nothing but
 * rests of rolls.
 * @param days as {@link daysLeft} has them; null: nothing of it was used.
 * @example isLow({ kind: 'sheet', count: 40, length: 0, rolls: [] }, 9) // true
 */
export const isLow = ({ kind, count, rolls }: Held, days: number | null): boolean =>
  (days !== null && days < LOW_DAYS) ||
  (kind === 'sheet' ? count <= LOW_SHEETS : count <= 0 && rolls.every((r) => r.left < LOW_ROLL_UM))
