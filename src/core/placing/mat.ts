import { type Um, um } from '@/core/length/length'

type Extent = { readonly w: Um; readonly h: Um }

/** A mat around a print: how wide it is at the sides and the top, and at the foot, where many mats are wider. */
export type Mat = {
  /** how much of the print lies under the mat, at each edge */
  readonly under: Um
  readonly side: Um
  readonly foot: Um
}

/** What a matted print comes to. */
export type Matted = {
  /** what of the print is seen */
  readonly window: Extent
  /** mat, backing and glass: the inside of the frame */
  readonly outer: Extent
}

/**
 * Window and outer size of the mat around a print; null where nothing of it would be seen.
 * @example matAround({ w: 200000, h: 300000 }, { under: 3000, side: 50000, foot: 60000 }) // { window: { w: 194000, h: 294000 }, outer: { w: 294000, h: 404000 } }
 */
export function matAround(print: Extent, { under, side, foot }: Mat): Matted | null {
  const window = { w: um(print.w - 2 * under), h: um(print.h - 2 * under) }
  if (window.w <= 0 || window.h <= 0) return null
  return { window, outer: { w: um(window.w + 2 * side), h: um(window.h + side + foot) } }
}

/**
 * How large a print has to be for a frame of this inside: its window, and what lies under the mat. null: the mat leaves no
 * window.
 * @example printFor({ w: 294000, h: 404000 }, { under: 3000, side: 50000, foot: 60000 }) // { w: 200000, h: 300000 }
 */
export function printFor(outer: Extent, { under, side, foot }: Mat): Extent | null {
  const window = { w: outer.w - 2 * side, h: outer.h - side - foot }
  if (window.w <= 0 || window.h <= 0) return null
  return { w: um(window.w + 2 * under), h: um(window.h + 2 * under) }
}
