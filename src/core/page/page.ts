import type { PxRect } from '@/core/placing/placing'
import type { FedSheet, Quarter, Rect } from '@/core/sheet/sheet'

/**
 * The display list of one page: what screen, PDF and raster draw, so that they cannot disagree. All rectangles are um
 * in the feed frame of the page as sent (before any enlargement).
 */
export type Page = {
  readonly sheet: FedSheet
  /** the part of the page that is predicted to lie on the sheet; the page itself when nothing grows */
  readonly trim: Rect
  readonly items: readonly PageItem[]
}

export type PageItem = PicturePart | TextLine | Mark

/** A picture laid at `full` and clipped to `window`; `used` are its pixels inside the window. */
export type PicturePart = {
  readonly kind: 'picture'
  readonly pictureId: string
  readonly quarter: Quarter
  readonly mirror: boolean
  /** where all of the crop would lie */
  readonly full: Rect
  readonly window: Rect
  readonly crop: PxRect
}

/** One line of text; `at` is its baseline's left end, `height` the em in um. */
export type TextLine = {
  readonly kind: 'text'
  readonly text: string
  readonly at: { readonly x: number; readonly y: number }
  readonly height: number
}

/** A filled rectangle: ticks, bars, crosses and patches are made of these. */
export type Mark = {
  readonly kind: 'mark'
  readonly rect: Rect
  /** device grey, 0 no ink to 1 full black; left away: full black */
  readonly black?: number | undefined
}
