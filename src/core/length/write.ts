import { absurd } from '@/core/result/result'
import { type LengthUnit, toMm, UM_PER_INCH, type Um } from './length'

/** Thin space between thousands, as in ISO 80000-1, clause 7.3.1. */
const THIN = '\u2009'

/** toFixed of what a person would write down: 6.35 is stored a hair below itself, and still becomes 6.4. */
const halfAway = (value: number, decimals: number): string => (value * (1 + Number.EPSILON * 4)).toFixed(decimals)

/**
 * A fixed number of decimals, a true minus sign, thin spaces from ten thousand on.
 * @example writeNumber(1234.5, 1) // '1234.5'
 */
export function writeNumber(value: number, decimals: number): string {
  const text = halfAway(Math.abs(value), decimals)
  const [whole = '0', part] = text.split('.')
  const grouped = whole.length > 4 ? whole.replace(/\B(?=(\d{3})+$)/g, THIN) : whole
  const minus = value < 0 && Number(text) !== 0 ? '−' : ''
  return minus + grouped + (part ? `.${part}` : '')
}

/**
 * A size that is written already, with the sign of what it is of; what reads as nothing has none.
 * @example signOf('0.0 mm', -4) // '0.0 mm'
 */
export const signOf = (text: string, of: number): string => (/[1-9]/.test(text) ? `${of < 0 ? '−' : '+'}${text}` : text)

/**
 * A difference with its sign; one that is written as nothing has none.
 * @example signedNumber(-0.04, 1) // '0.0'
 */
export const signedNumber = (value: number, decimals: number): string =>
  signOf(writeNumber(Math.abs(value), decimals), value)

/**
 * The length without its unit: mm to 0.1; inches to 0.01.
 * @example lengthNumber(fromMm(257), 'mm') // '257.0'
 */
export function lengthNumber(length: Um, unit: LengthUnit): string {
  switch (unit) {
    case 'mm':
      return writeNumber(toMm(length), 1)
    case 'in':
      return writeNumber(length / UM_PER_INCH, 2)
    default:
      return absurd(unit)
  }
}

/** The length with its unit. @example writeLength(fromInches(8.5), 'in') // '8.50 in' */
export const writeLength = (length: Um, unit: LengthUnit): string => `${lengthNumber(length, unit)} ${unit}`

/**
 * The trade's way to name a length: `8 1/2 in` where it is exact in eighths or sixteenths, whole mm without decimals.
 * Falls back to {@link writeLength}. 1/16 in is 1587.5 um and was rounded when read, so "exact" means within half a um.
 * @example tradeLength(fromMm(210), 'mm') // '210 mm'
 */
export function tradeLength(length: Um, unit: LengthUnit): string {
  return `${tradeNumber(length, unit)} ${unit}`
}

/**
 * {@link tradeLength} without the unit, for pairs such as `8 1/2 × 11 in`.
 * @example tradeNumber(fromInches(8.5), 'in') // '8 1/2'
 */
export function tradeNumber(length: Um, unit: LengthUnit): string {
  // what was typed is shown as it was typed: two halves of 12.7 are 6.35 each
  if (unit === 'mm')
    return writeNumber(length / 1000, length % 1000 === 0 ? 0 : length % 100 === 0 ? 1 : length % 10 === 0 ? 2 : 1)
  const sixteenths = Math.round((length * 16) / UM_PER_INCH)
  if (Math.abs((sixteenths * UM_PER_INCH) / 16 - length) > 0.5) return lengthNumber(length, unit)
  const whole = Math.floor(sixteenths / 16)
  const part = sixteenths % 16
  if (part === 0) return String(whole)
  const shared = part % 8 === 0 ? 8 : part % 4 === 0 ? 4 : part % 2 === 0 ? 2 : 1
  const fraction = `${part / shared}/${16 / shared}`
  return whole === 0 ? fraction : `${whole} ${fraction}`
}

/**
 * `210 × 297 mm`, in the trade's way.
 * @example tradePair(fromMm(210), fromMm(297), 'mm') // '210 × 297 mm'
 */
export const tradePair = (a: Um, b: Um, unit: LengthUnit): string =>
  `${tradeNumber(a, unit)} × ${tradeNumber(b, unit)} ${unit}`

/**
 * `180.0 × 240.0 mm`, as measured values are written.
 * @example measuredPair(fromMm(180), fromMm(240), 'mm') // '180.0 × 240.0 mm'
 */
export const measuredPair = (a: Um, b: Um, unit: LengthUnit): string =>
  `${lengthNumber(a, unit)} × ${lengthNumber(b, unit)} ${unit}`
