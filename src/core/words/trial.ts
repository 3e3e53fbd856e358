import type { TrialFlaw } from '@/core/paper/trial'
import { absurd } from '@/core/result/result'
import { countOf } from './count'

/**
 * What speaks against a judgement, in words.
 * @example sayFlaw({ code: 'not dry', hours: 1, needs: 24 }) // 'judged 1 hour after printing; a print looks as it will after 24'
 */
export function sayFlaw(flaw: TrialFlaw): string {
  switch (flaw.code) {
    case 'poor light':
      return `judged under ${flaw.light === 'room lamps' ? 'the room’s lamps' : flaw.light}, which flatter one print and not another`
    case 'not dry':
      return `judged ${countOf(flaw.hours, 'hour')} after printing; a print looks as it will after ${flaw.needs}`
    case 'screen not measured':
      return 'held against a screen that was never measured'
    case 'screen measured long ago':
      return `held against a screen that was measured ${countOf(flaw.days, 'day')} before; good for ${flaw.good}`
    case 'screen too bright':
      return `held against a screen of ${flaw.brightness} cd/m², above ${flaw.most}: beside it every print looks dark`
    default:
      return absurd(flaw)
  }
}

/**
 * How long a stock lasts, in words that promise no more than a mean can.
 * @example sayLasts(16) // 'about 2 weeks'
 */
export function sayLasts(days: number | null): string {
  if (days === null) return 'not used lately'
  if (days < 1) return 'less than a day'
  if (days < 14) return `about ${countOf(Math.round(days), 'day')}`
  if (days < 60) return `about ${countOf(Math.round(days / 7), 'week')}`
  if (days < 730) return `about ${countOf(Math.round(days / 30.4), 'month')}`
  return 'more than two years'
}
