import { um } from '@/core/length/length'
import type { Mark, Page } from '@/core/page/page'
import { rect, sheetRect } from '@/core/sheet/sheet'

/** Device greys in which a tint shows most: the middle of the scale, and a light and a dark one. */
const GREYS = [0.2, 0.35, 0.5, 0.65, 0.8] as const
/** One patch, um. */
const PATCH = { w: 22_000, h: 16_000 }

export const STRIP = { width: um(PATCH.w * GREYS.length), height: um(PATCH.h) }

/**
 * A strip of greys side by side, from light to dark: what a row of tints is made of.
 * @example tintStrip().items.length // 5
 */
export function tintStrip(): Page {
  const sheet = { width: STRIP.width, length: STRIP.height }
  // each reaches on to the end, where the next ones lie on it
  const items = GREYS.map(
    (black, i): Mark => ({ kind: 'mark', rect: rect(i * PATCH.w, 0, STRIP.width - i * PATCH.w, PATCH.h), black }),
  )
  return { sheet, trim: sheetRect(sheet), items }
}
