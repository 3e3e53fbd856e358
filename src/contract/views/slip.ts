export type SlipState = 'open' | 'waiting' | 'done' | 'withdrawn'

/** A slip in a line of a list. */
export type SlipInLine = {
  readonly id: string
  readonly number: number
  readonly title: string
  readonly state: SlipState
  readonly pictureId: string | null
}
