/** What is to be laid on a strip; lengths um. */
export type NestItem = {
  /** across and along, as it is asked for */
  readonly w: number
  readonly h: number
  readonly mayTurn: boolean
  /** prints of one group lie together, on a stretch of the strip that is theirs alone; stretches follow by this number */
  readonly group?: number
}

export type NestAsk = {
  /** of the strip, with its margins */
  readonly width: number
  /** between prints */
  readonly gap: number
  /** at both sides */
  readonly margin: number
  readonly items: readonly NestItem[]
  /** whether straight cuts from edge to edge part all prints */
  readonly cut: 'straight' | 'any'
  /** prints that stay where they were put: the others are laid around them. Groups are not kept then. */
  readonly pins?: readonly Laid[]
}

/** Where a print lies: x from the strip's left edge, y from its beginning, w and h as it lies; um. */
export type Laid = {
  readonly i: number
  readonly x: number
  readonly y: number
  readonly w: number
  readonly h: number
  readonly turned: boolean
}

export type Plan = {
  readonly laid: readonly Laid[]
  /** how much of the strip it takes */
  readonly length: number
}
