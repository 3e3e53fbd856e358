import type { Charge, ChargeLine } from '@/core/charge/charge'
import { type Currency, type Minor, writeAmount } from '@/core/money/money'
import { listed } from './count'

type Said = Pick<Charge, 'unknown'>

/**
 * An amount of a charge: the least that it is, where a line of it is not known.
 * @example sayAmount({ unknown: ['ink'] }, 95, { code: 'EUR', exponent: 2 }) // 'at least 0.95\u00a0EUR'
 */
export const sayAmount = ({ unknown }: Said, amount: Minor, currency: Currency): string =>
  `${unknown.length > 0 ? 'at least ' : ''}${writeAmount(amount, currency)}`

/**
 * An amount with what of it is not known.
 * @example sayCost(['paper'], 120, { code: 'EUR', exponent: 2 }) // 'at least 1.20\u00a0EUR, paper not known'
 */
export const sayCost = (unknown: Said['unknown'], amount: Minor, currency: Currency): string =>
  `${sayAmount({ unknown }, amount, currency)}${unknown.length > 0 ? `, ${listed(unknown)} not known` : ''}`

/**
 * A line's amount, which nobody may know.
 * @example sayChargeLine({ unknown: ['ink'] }, { what: 'ink', amount: 0 }, { code: 'EUR', exponent: 2 }) // 'not known'
 */
export const sayChargeLine = ({ unknown }: Said, { what, amount }: ChargeLine, currency: Currency): string =>
  unknown.some((u) => u === what) ? 'not known' : writeAmount(amount, currency)
