import type { PieceProblem } from '@/core/edge/piece'
import type { LengthUnit } from '@/core/length/length'
import { tradeLength } from '@/core/length/write'
import { absurd } from '@/core/result/result'

/**
 * Why a piece cannot be cut by hand, or fed.
 * @example sayPieceProblem({ code: 'not_left', isUm: 960000, leftUm: 900000 }, 'front sheet', 'mm') // 'The roll has 900 mm left; this takes 960 mm. Take another roll, or a shorter print.'
 */
export function sayPieceProblem(p: PieceProblem, feed: string, unit: LengthUnit): string {
  const say = (length: number): string => tradeLength(length as never, unit)
  switch (p.code) {
    case 'wider_than_roll':
      return `The roll is ${say(p.rollUm)} wide; ${say(p.isUm)} cannot be cut from it.`
    case 'wider_than_long':
      return `A piece that is wider than long would feed by its other edge: make the print at least ${say(p.leastUm)} long, or the piece narrower than ${say(p.widthUm)}.`
    case 'not_fed':
      return `The ${feed} takes ${p.isUm > p.limitUm ? 'at most' : 'at least'} ${say(p.limitUm)} ${p.across ? 'across' : 'of length'}; this piece is ${say(p.isUm)}.`
    case 'not_left':
      return `The roll has ${say(p.leftUm)} left; this takes ${say(p.isUm)}. Take another roll, or a shorter print.`
    default:
      return absurd(p)
  }
}
