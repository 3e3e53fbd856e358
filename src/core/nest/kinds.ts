/** One way to lay a kind of print: its size across and along. */
export type Stance = { readonly kind: number; readonly w: number; readonly h: number; readonly turned: boolean }

/** Prints of one size that may be turned alike. */
export type Kind = {
  readonly w: number
  readonly h: number
  readonly mayTurn: boolean
  /** places in the list that was asked */
  readonly members: readonly number[]
}

/** Micrometres in one step of the solver's grid. */
export const GRID = 100

/** Sizes never shrink: they are rounded up to the grid. @example up(1001) // 11 */
export const up = (um: number): number => Math.ceil(um / GRID - 1e-9)
/** Room never grows: it is rounded down. @example down(1099) // 10 */
export const down = (um: number): number => Math.floor(um / GRID + 1e-9)

/**
 * Every way to lay the kinds on a strip of a width.
 * @example stancesOf([{ w: 2, h: 9, mayTurn: true, members: [0] }], 5).length // 1
 */
export const stancesOf = (kinds: readonly Kind[], width: number): readonly Stance[] =>
  kinds
    .flatMap((k, kind): readonly Stance[] => [
      { kind, w: k.w, h: k.h, turned: false },
      ...(k.mayTurn ? [{ kind, w: k.h, h: k.w, turned: true }] : []),
    ])
    .filter((s) => s.w <= width)

/** Whether a print lies on a strip at all, as the search counts: a size is rounded up to the grid, the room down. @example fitsAcross({ w: 601950, h: 900000, mayTurn: true }, 609950, 4000) // false */
export const fitsAcross = (
  item: { readonly w: number; readonly h: number; readonly mayTurn: boolean },
  width: number,
  margin: number,
): boolean => up(item.mayTurn ? Math.min(item.w, item.h) : item.w) <= down(width) - 2 * up(margin)
