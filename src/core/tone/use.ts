/** What a seal's tone checks say to a print: which curve it goes through, and what is not known. */

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
