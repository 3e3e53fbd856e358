import { WITHIN } from './anchor'

/** What a seal's tone checks say to a print: which curve it goes through, and what is not known. */

/** Why a curve may be off: its wedge was read before it was dry, or by a scanner that was never checked against a meter. */
export type CurveDoubt = 'wet' | 'unchecked scan'

/**
 * Why a curve made of a reading may be off.
 * @param readAt when it was read, ms. @param dryAt when its wedge is dry, ms; null: nobody logged when it came out.
 * @param within how far the lightness of a scan may be off, L*; null: a meter measured it.
 * @example doubtsOf({ readAt: 5, dryAt: 9, within: null }) // ['wet']
 */
export const doubtsOf = (reading: {
  readonly readAt: number
  readonly dryAt: number | null
  readonly within: number | null
}): readonly CurveDoubt[] => [
  ...(reading.dryAt !== null && reading.readAt < reading.dryAt ? (['wet'] as const) : []),
  ...(reading.within !== null && reading.within > WITHIN.checked ? (['unchecked scan'] as const) : []),
]

export type ToneFacts = {
  /** wedges of this seal that were read, by their darkness; the newest first */
  readonly checks: readonly { readonly number: number; readonly darkness: number }[]
  /** the curve in use, at most one for each darkness */
  readonly curves: readonly {
    readonly id: string
    readonly number: number
    readonly darkness: number
    /** 0 to 1 */
    readonly strength: number
    readonly doubts?: readonly CurveDoubt[]
  }[]
  /** what was done to the printer after the newest of them was printed; null: nothing */
  readonly since: string | null
}

/** What of a version says whether a curve is used. */
type WithTone = {
  readonly tone?: ToneFacts | undefined
  readonly settings: { readonly fileColour: { readonly kind: 'untouched' | 'profile' } }
}

/**
 * The curve that a print goes through: the one that was made for its own darkness, none instead of another's. What is
 * converted to a profile goes through none: the profile tells how the printer answers, and would be corrected twice.
 * @example curveFor({ settings: { fileColour: { kind: 'untouched' } }, tone: { checks: [], curves: [{ id: 'c', number: 1, darkness: 0, strength: 1 }], since: null } }, 3) // null
 */
export const curveFor = ({ tone, settings }: WithTone, darkness: number): ToneFacts['curves'][number] | null =>
  settings.fileColour.kind === 'profile' ? null : (tone?.curves.find((c) => c.darkness === darkness) ?? null)
