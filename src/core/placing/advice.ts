import { type LengthUnit, UM_PER_INCH, type Um, um } from '@/core/length/length'
import type { Size } from '@/core/sizes/sizes'
import type { PxRect } from './placing'

/** A size and what `fill` would lose of the picture on it, in per cent of its area. */
export type RatioAdvice = { readonly size: Size; readonly lossPercent: number }

/**
 * Loss when a picture of ratio a fills a frame of ratio b, either way round, whichever is less.
 * @example fillLoss(3, 2, 1, 1) // 33.33333
 */
export function fillLoss(pw: number, ph: number, fw: number, fh: number): number {
  const ratio = (a: number, b: number): number => Math.max(a, b) / Math.min(a, b)
  const p = ratio(pw, ph)
  const f = ratio(fw, fh)
  return 100 * (1 - Math.min(p, f) / Math.max(p, f))
}

/**
 * The sizes sorted by what a filling print would lose; ties keep the list's order.
 * @example adviseSizes({ x: 0, y: 0, w: 300, h: 200 }, CATALOGUE.sizes).length // 38
 */
export function adviseSizes(crop: PxRect, sizes: readonly Size[]): readonly RatioAdvice[] {
  return sizes
    .map((size) => ({ size, lossPercent: fillLoss(crop.w, crop.h, size.short, size.long) }))
    .sort((a, b) => a.lossPercent - b.lossPercent)
}

/** Whole steps in which people trim and mount: 1/2 in or 10 mm. */
const STEP: Readonly<Record<LengthUnit, number>> = { in: UM_PER_INCH / 2, mm: 10_000 }

/**
 * The print size in whole steps nearest to the picture's ratio that fits `frame`, at least 60 % of the largest whole
 * print so that advice never shrinks a print to a stamp; equal losses: the larger. `null` when no step fits.
 * @example steppedSize({ x: 0, y: 0, w: 300, h: 200 }, { w: 200500, h: 140000 }, 'mm') // { w: 180000, h: 120000, lossPercent: 0 }
 */
export function steppedSize(
  crop: PxRect,
  frame: { readonly w: Um; readonly h: Um },
  unit: LengthUnit,
): { readonly w: Um; readonly h: Um; readonly lossPercent: number } | null {
  const step = STEP[unit]
  const scale = Math.min(frame.w / crop.w, frame.h / crop.h)
  let best: { w: Um; h: Um; lossPercent: number } | null = null
  for (let n = Math.floor((crop.w * scale) / step); n * step >= crop.w * scale * 0.6 && n > 0; n--) {
    const w = n * step
    const h = Math.round((w * crop.h) / crop.w / step) * step
    if (h === 0 || h > frame.h) continue
    const lossPercent = fillLoss(crop.w, crop.h, w, h)
    if (!best || lossPercent < best.lossPercent - 1e-9) best = { w: um(w), h: um(h), lossPercent }
  }
  return best
}
