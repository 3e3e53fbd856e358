import { signedNumber } from '@/core/length/write'
import { WITHIN } from '@/core/tone/anchor'
import type { CurvePrice } from '@/core/tone/curve'
import type { Reason } from '@/core/tone/rank'
import type { TintSeen, TintTry } from '@/core/tone/tint'
import type { CurveDoubt } from '@/core/tone/use'
import type { Stretch, ToneVerdict } from '@/core/tone/verdict'

const one = (v: number): string => v.toFixed(1)
const percent = (v: number): string => `${Math.round(100 * v)} %`

/**
 * Why a curve may be off.
 * @example sayDoubt('wet') // 'its wedge was read before it was dry'
 */
export const sayDoubt = (doubt: CurveDoubt): string =>
  doubt === 'wet'
    ? 'its wedge was read before it was dry'
    : `its wedge was read by a scanner that was never checked against a meter, which may be ${WITHIN.unchecked} L* off`

/**
 * A share of a correction in words.
 * @example sayShare(0.34) // 'a third'
 */
export function sayShare(share: number): string {
  const shares = [
    [0.1, 'a tenth'],
    [0.2, 'a fifth'],
    [0.25, 'a quarter'],
    [1 / 3, 'a third'],
    [0.5, 'half'],
    [2 / 3, 'two thirds'],
    [0.75, 'three quarters'],
  ] as const
  const nearest = shares.reduce((a, b) => (Math.abs(b[0] - share) < Math.abs(a[0] - share) ? b : a))
  return Math.abs(nearest[0] - share) < 0.06 ? nearest[1] : percent(share)
}

/**
 * Why one media setting is ranked before another.
 * @example sayReason({ code: 'deeper_black', by: 2.3 }, 'Matte B', 'Matte A') // 'Matte B needs the same correction as Matte A and its black is deeper by 2.3 L*.'
 */
export function sayReason(reason: Reason, first: string, second: string): string {
  switch (reason.code) {
    case 'lighter_correction':
      return `${first} needs ${sayShare(reason.share)} of the correction of ${second} and ${sayBlack(reason.blackBy)}.`
    case 'deeper_black':
      return `${first} needs the same correction as ${second} and its black is deeper by ${one(reason.by)} L*.`
    case 'alike':
      return `${first} and ${second} need the same correction and are as black: choose by the paper’s feel.`
  }
}

const sayBlack = (by: number): string =>
  Math.abs(by) < 1.5
    ? by === 0
      ? 'is as black'
      : `is as black (${one(Math.abs(by))} L* apart)`
    : by > 0
      ? `is blacker by ${one(by)} L*`
      : `is less black by ${one(-by)} L*`

/**
 * How strong a correction a reading needs.
 * @param correction mean movement of device grey, 0 to 1
 * @example sayCorrection(0.01) // 'hardly any'
 */
export const sayCorrection = (correction: number): string =>
  correction < 0.012
    ? 'hardly any'
    : correction < 0.045
      ? 'a light touch'
      : correction < 0.1
        ? 'a marked one'
        : 'a strong one'

const stretches = (list: readonly Stretch[]): string =>
  list.map((s) => `${percent(s.from)} and ${percent(s.to)}`).join('; ')

/**
 * Whether the steps part, and where they do not.
 * @example saySteps({ blocked: [], reversed: [] }, 21) // 'all 21 steps part'
 */
export function saySteps({ blocked, reversed }: Pick<ToneVerdict, 'blocked' | 'reversed'>, steps: number): string {
  if (reversed.length > 0) return `more black gives less between ${stretches(reversed)}`
  if (blocked.length === 0) return `all ${steps} steps part`
  const [first, last] = [blocked[0], blocked.at(-1)]
  const together = blocked.every((s, i) => i === 0 || Math.abs(s.from - (blocked[i - 1]?.to ?? 0)) < 1e-9)
  return together && first && last
    ? `${percent(first.from)} to ${percent(last.to)} cannot be told apart`
    : `cannot be told apart: ${stretches(blocked)}`
}

/**
 * The risk of banding that a correction brings.
 * @example sayBanding({ level: 'fine', largestStep: 0.43, levels: 250, steepest: 1.2 }) // 'low, steps up to 0.4 L*'
 */
export function sayBanding({ level, largestStep, levels }: CurvePrice): string {
  if (level === 'stop') return `only ${levels} of 256 levels are left: choose another media setting`
  return `${level === 'fine' ? 'low' : 'likely'}, steps up to ${one(largestStep)} L*`
}

const sign = (v: number): string => signedNumber(v, 1)
const steps = ([a, b]: readonly [number, number]): string => [a, b].map((v) => String(v).replace('-', '−')).join(', ')

/**
 * Which tint to try, and where that is known from.
 * @param others further checks of the queue
 * @example sayTint({ code: 'stays' }, { set: [0, -4], is: [0.1, 0] }, 2) // 'Tint 0, −4 is neutral, as far as the queue’s steps go.'
 */
export function sayTint(tint: TintTry, now: TintSeen, others: number): string {
  switch (tint.code) {
    case 'stays':
      return `Tint ${steps(now.set)} is neutral, as far as the queue’s steps go.`
    case 'learned':
      return `Tint ${steps(tint.set)} instead of ${steps(now.set)} would come to a* ${sign(tint.expected[0])}, b* ${sign(tint.expected[1])}: learned from ${others} other ${others === 1 ? 'check' : 'checks'} of this queue.`
    case 'unknown':
      return `What a step of tint does on ${tint.axes.map((a) => `${a}*`).join(' and ')} is not known yet: print a wedge with the tint set 4 steps ${now.is[tint.axes[0] === 'b' ? 1 : 0] > 0 ? 'lower' : 'higher'} there.`
  }
}
