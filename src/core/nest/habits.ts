import type { NestAsk } from './ask'
import type { Shape } from './shape'

/** How a search goes about its prints, by how many there are and of how few sizes: what the bench found best. */
export type Habits = {
  /** nodes that go on from a level of the first pass */
  readonly wide: number
  /** passes that fail before more of them do: few where each takes long */
  readonly round: number
  /** how many times as many then */
  readonly grows: number
  /** how often a part of the best is laid again instead of the whole */
  readonly again: number
  /** many prints of one size each: rows and blocks of one are what good plans are made of */
  readonly few: boolean
  /** how often prints are joined first whose sides match */
  readonly joins: number
  /**
   * Between bound and best, where the lowest ceiling lies: far below the best nothing is found in the time of a pass. Of
   * many prints a little is gained often; of more yet a pass takes so long that each gain should be a large one.
   */
  readonly low: number
}

/**
 * The habits for so many prints.
 * @example habitsOf(shapeOf(NEST), 'any').wide // 3
 */
export function habitsOf({ count, kinds }: Shape, cut: NestAsk['cut']): Habits {
  const few = 3 * kinds.length <= count
  if (count <= 30) return { wide: 3, round: 8, grows: 1.6, again: 0.6, few, joins: 0.5, low: 0.3 }
  const joins = few ? 0.9 : 0.12
  if (count <= 60)
    return { wide: 5, round: 5, grows: 1.6, again: few && cut === 'any' ? 0.75 : 0.6, few, joins, low: 0.8 }
  if (count <= 120)
    return { wide: 10, round: 2, grows: 1.7, again: cut === 'straight' ? 0.3 : 0.6, few, joins, low: 0.55 }
  return { wide: 10, round: 1, grows: 1.9, again: 0, few, joins, low: 0.55 }
}

/** A node looks at every way to lay a print. */
export const EVERY_WAY = Number.POSITIVE_INFINITY
/** Ways that a node looks at, of many, at least. */
const FEWEST = 20

/**
 * How many ways a node looks at. Of many prints some only: a pass is over sooner then, and there are more of them. Passes of
 * any kind gain by that from fewer prints on, and now and then by looking at all.
 * @param any the pass may leave what straight cuts cannot part
 * @example looksOf(200, false, () => 0.5) // 40
 */
export function looksOf(count: number, any: boolean, random: () => number): number {
  if (count <= (any ? 30 : 80) || (any && random() < 0.25)) return EVERY_WAY
  return FEWEST * 4 ** random()
}
