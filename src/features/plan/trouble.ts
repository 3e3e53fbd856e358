import { MOST_IN_PLAN } from '@/contract/roll-plan'
import type { PlanGroup } from '@/contract/views/plan'
import { type LengthUnit, um } from '@/core/length/length'
import { tradeLength, tradePair } from '@/core/length/write'
import { fitsAcross } from '@/core/nest/kinds'
import { pinTrouble } from '@/core/nest/pinned'
import { sayFault } from '@/core/words/plan'
import type { Wishes } from './use-wishes'

/** Why nothing can be searched for what is wished, with the culprit and a way out; null: it can. */
export function troubleOf(
  group: PlanGroup,
  { copies, ask, margin, of }: Pick<Wishes, 'copies' | 'ask' | 'margin' | 'of'>,
  unit: LengthUnit,
): string | null {
  const room = group.width - 2 * margin
  if (room <= 0) return `This roll is ${tradeLength(group.width, unit)} wide, and the printer leaves all of it white.`
  const wide = copies.find(({ print }) => !fitsAcross({ ...print, mayTurn: of(print).mayTurn }, group.width, margin))
  if (wide) {
    const { print } = wide
    return `${print.title} (${tradePair(print.w, print.h, unit)}) is wider than the ${tradeLength(um(room), unit)} that this roll prints${of(print).mayTurn ? ', both ways' : ' and must not be turned'}. Take it out, or make it smaller on its slip.`
  }
  if (copies.length > MOST_IN_PLAN)
    return `A plan has ${MOST_IN_PLAN} prints at most; these are ${copies.length}. Take some out.`
  const pins = pinTrouble(ask)
  return pins && sayFault(pins, (i) => `${copies[i]?.print.number} ${copies[i]?.print.title}`)
}
