import { bad, ok, type Result } from '@/core/result/result'

/** Money in whole minor units (cents) of the room's currency. */
export type Minor = number & { readonly __unit: 'minor' }

/** ISO 4217 code and exponent: how many digits stand behind the point. */
export type Currency = { readonly code: string; readonly exponent: 0 | 2 | 3 }

/**
 * Rounds to whole minor units, halves away from zero (commercial rounding).
 * @example minor(-2.5) // -3
 */
export function minor(value: number): Minor {
  if (!Number.isFinite(value)) throw new Error(`not an amount: ${value}`)
  const rounded = Math.sign(value) * Math.floor(Math.abs(value) + 0.5)
  return (rounded === 0 ? 0 : rounded) as Minor
}

/**
 * Splits `total` in proportion to `weights` so that the shares add up exactly: largest remainder (Hamilton), ties to
 * the earlier share. All weights zero: equal parts.
 * @example splitMoney(100, [1, 1, 1]) // [34, 33, 33]
 */
export function splitMoney(total: Minor, weights: readonly number[]): readonly Minor[] {
  if (weights.length === 0) return []
  const sum = weights.reduce((a, b) => a + b, 0)
  const parts = weights.map((w) => (sum === 0 ? 1 / weights.length : w / sum))
  const exact = parts.map((p) => Math.abs(total) * p)
  const floors = exact.map(Math.floor)
  let left = Math.abs(total) - floors.reduce((a, b) => a + b, 0)
  const order = exact.map((e, i) => ({ i, rest: e - Math.floor(e) })).sort((a, b) => b.rest - a.rest || a.i - b.i)
  const shares = [...floors]
  for (const { i } of order) {
    if (left <= 0) break
    shares[i] = (shares[i] ?? 0) + 1
    left -= 1
  }
  return shares.map((s) => minor(Math.sign(total) * s))
}

/**
 * So many of an amount. @param count whole number.
 * @example times(minor(148), 3) // 444
 */
export const times = (amount: Minor, count: number): Minor => minor(amount * count)

/**
 * The amount as written in the log: `1.84`, a true minus, the exponent's digits.
 * @example writeMoney(minor(-184), { code: 'EUR', exponent: 2 }) // '−1.84'
 */
export function writeMoney(amount: Minor, currency: Currency): string {
  const text = (Math.abs(amount) / 10 ** currency.exponent).toFixed(currency.exponent)
  return `${amount < 0 ? '−' : ''}${text}`
}

/**
 * An amount with its currency, from which it never parts at the end of a line.
 * @example writeAmount(minor(157), { code: 'EUR', exponent: 2 }) // '1.57\u00a0EUR'
 */
export const writeAmount = (amount: Minor, currency: Currency): string =>
  `${writeMoney(amount, currency)}\u00a0${currency.code}`

export type MoneyProblem =
  | { readonly code: 'money_unread'; readonly text: string }
  | { readonly code: 'money_too_fine'; readonly text: string; readonly exponent: number }

/**
 * Reads `1.84`, `1,84`, `12`; a comma is always decimal. More digits than the currency has are refused, not rounded.
 * @example readMoney('1,84', { code: 'EUR', exponent: 2 }).value // 184
 */
export function readMoney(text: string, currency: Currency): Result<Minor, MoneyProblem> {
  const match = /^\s*([-−]?)(\d{1,9})(?:[.,](\d+))?\s*$/.exec(text)
  if (!match) return bad({ code: 'money_unread', text })
  const digits = match[3] ?? ''
  if (digits.length > currency.exponent) return bad({ code: 'money_too_fine', text, exponent: currency.exponent })
  const whole = Number(match[2]) * 10 ** currency.exponent
  const part = digits === '' ? 0 : Number(digits.padEnd(currency.exponent, '0'))
  return ok(minor((match[1] ? -1 : 1) * (whole + part)))
}
