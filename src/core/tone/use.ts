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

/**
 * The curve that a print goes through: the one that was made for its own darkness, none instead of another's.
 * @example curveFor({ checks: [], curves: [{ id: 'c', number: 1, darkness: 0, strength: 1 }], since: null }, 3) // null
 */
export const curveFor = (tone: ToneFacts | undefined, darkness: number): ToneFacts['curves'][number] | null =>
  tone?.curves.find((c) => c.darkness === darkness) ?? null
