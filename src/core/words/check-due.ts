import { type LengthUnit, type Um, um } from '@/core/length/length'
import { writeLength } from '@/core/length/write'
import { absurd } from '@/core/result/result'
import type { CheckDue } from '@/core/slip/facts'

/**
 * Why an edge check has to be made again, as the beginning of a sentence.
 * @example sayCheckDue({ why: 'age', days: 200 }, 4, 'mm') // 'Edge check 4 is 200 days old'
 */
export function sayCheckDue(due: CheckDue, number: number, unit: LengthUnit): string {
  switch (due.why) {
    case 'age':
      return `Edge check ${number} is ${due.days} days old`
    case 'upkeep':
      return `Since edge check ${number} there was a ${due.kind}`
    case 'shift': {
      const aside = (by: Um | null, plus: string, minus: string): readonly string[] =>
        by === null ? [] : [`${writeLength(um(Math.abs(by)), unit)} ${by > 0 ? plus : minus}`]
      const where = [
        ...aside(due.across, 'to the right', 'to the left'),
        ...aside(due.along, 'towards the trail edge', 'towards the lead edge'),
      ]
      return `${due.runs} measured runs lie ${where.join(' and ')} of what edge check ${number} promised, more than chance makes`
    }
    default:
      return absurd(due)
  }
}
