import type { LengthUnit } from '@/core/length/length'
import type { LengthProblem } from '@/core/length/read'
import type { MoneyProblem } from '@/core/money/money'
import { absurd } from '@/core/result/result'

/**
 * What a field says about a length that it could not take.
 * @example sayLength({ code: 'length_negative', text: '-3' }, 'mm') // '“-3” is below zero; a length counts from 0 up.'
 */
export function sayLength(p: LengthProblem, unit: LengthUnit): string {
  switch (p.code) {
    case 'length_empty':
      return `A length is needed here, for example ${unit === 'mm' ? '210 mm' : '8 1/2 in'}.`
    case 'length_unread':
      return `“${p.text.trim()}” is not a length: write a number and mm, cm or in, for example ${unit === 'mm' ? '210 or 30,5 cm' : '8 1/2 or 30,5 cm'}.`
    case 'length_negative':
      return `“${p.text.trim()}” is below zero; a length counts from 0 up.`
    case 'length_too_long':
      return `“${p.text.trim()}” is longer than any roll; the most is ${p.longestUm / 1_000_000} m.`
    case 'length_divided_by_zero':
      return `“${p.text.trim()}” divides by zero; write the fraction as 1/2, 3/8 and so on.`
    default:
      return absurd(p)
  }
}

/**
 * What a field says about an amount that it could not take.
 * @example sayMoney({ code: 'money_too_fine', text: '1.845', exponent: 2 }) // '“1.845” has more than 2 digits behind the point.'
 */
export function sayMoney(p: MoneyProblem): string {
  switch (p.code) {
    case 'money_unread':
      return `“${p.text.trim()}” is not an amount: write digits and a point, for example 1.84.`
    case 'money_too_fine':
      return `“${p.text.trim()}” has more than ${p.exponent} digits behind the point.`
    default:
      return absurd(p)
  }
}
