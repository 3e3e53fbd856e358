import { type NumberProblem, showNumber } from '@/core/number/read'
import { absurd } from '@/core/result/result'

/**
 * Why a typed number was not taken, with what was typed and what may be.
 * @example sayNumber({ code: 'number_below', text: '0', min: 1 }) // 'At least 1, not 0.'
 */
export function sayNumber(p: NumberProblem): string {
  const typed = p.text.trim()
  switch (p.code) {
    case 'number_unread':
      return `A number, not “${typed}”.`
    case 'number_not_whole':
      return `A whole number, not ${typed}.`
    case 'number_below':
      return `At least ${showNumber(p.min)}, not ${typed}.`
    case 'number_above':
      return `At most ${showNumber(p.max)}, not ${typed}.`
    case 'number_between_steps':
      return `In steps of ${p.step}, not ${typed}.`
    default:
      return absurd(p)
  }
}
