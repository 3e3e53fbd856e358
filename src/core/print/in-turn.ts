import type { PrintBody } from '@/core/slip/body'
import type { VersionFacts } from '@/core/slip/facts'
import { notSent } from './ticket'

/** A print that is sent, with how many copies of it. */
export type Turn = {
  readonly print: Pick<PrintBody, 'again' | 'darkness' | 'label'>
  readonly version: VersionFacts
  readonly copies: number
}

/**
 * What somebody has to do at the printer for a print: feed its sheet again, set what the protocol cannot say, or what its
 * label asks for.
 * @example handOf({ print: { darkness: 0, again: true }, version: VERSION })[0] // 'feed the same sheet again'
 */
export const handOf = ({ print, version }: Pick<Turn, 'print' | 'version'>): readonly string[] => [
  ...(print.again ? ['feed the same sheet again'] : []),
  ...notSent(version, print.darkness),
  ...(print.label && SET_BY_HAND.test(print.label) ? [print.label] : []),
]

/** Labels that tell what is set: tints beside each other. */
const SET_BY_HAND = /: set it at the printer$/

/**
 * Whether prints can be sent one after the other with nobody at the printer: nothing is fed again, and what is set by hand
 * is the same for all of them.
 * @example printsInTurn([{ print: { darkness: 0, again: true }, version: VERSION, copies: 2 }]) // false
 */
export function printsInTurn(turns: readonly Turn[]): boolean {
  const all = turns.reduce((sum, t) => sum + t.copies, 0)
  if (all <= 1) return true
  if (turns.some((t) => t.print.again)) return false
  return new Set(turns.map((t) => JSON.stringify(handOf(t)))).size === 1
}
