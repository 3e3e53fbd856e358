import { type Um, um } from '@/core/length/length'
import { type Edges, type FedSheet, type Rect, rect } from '@/core/sheet/sheet'

/**
 * A map of the feed frame that stretches about the sheet's centre and shifts: on paper = c + g * (p - c) + shift.
 * Lengths um, factors without unit.
 */
export type Enlargement = {
  readonly cx: number
  readonly cy: number
  readonly gx: number
  readonly gy: number
  readonly shiftX: number
  readonly shiftY: number
}

/**
 * No enlargement: margins printing, or a queue that sprays past no edge.
 * @example noEnlargement({ width: 210000, length: 297000 }).gx // 1
 */
export const noEnlargement = (sheet: FedSheet): Enlargement => ({
  cx: sheet.width / 2,
  cy: sheet.length / 2,
  gx: 1,
  gy: 1,
  shiftX: 0,
  shiftY: 0,
})

/**
 * What a borderless queue does to a sheet when it sprays past its edges: the page [0, W] lands on [-left, W + right],
 * so gx = (W + left + right) / W and the centre moves by (right - left) / 2; so along.
 * @example enlargementOf(fedSheet(297000, 420000, 'short'), sameEdges(2200)).gx // 1.01481
 */
export function enlargementOf(sheet: FedSheet, overspray: Edges): Enlargement {
  return {
    cx: sheet.width / 2,
    cy: sheet.length / 2,
    gx: (sheet.width + overspray.left + overspray.right) / sheet.width,
    gy: (sheet.length + overspray.lead + overspray.trail) / sheet.length,
    shiftX: (overspray.right - overspray.left) / 2,
    shiftY: (overspray.trail - overspray.lead) / 2,
  }
}

/**
 * The enlargement that a queue tells when in borderless it reports an odd resolution: native / reported.
 * @example enlargementFromResolution(720, 710) // 1.01408
 */
export const enlargementFromResolution = (native: number, reported: number): number => native / reported

/**
 * The overspray at each side of a sheet of this width, from the resolution that the queue reports in borderless: what the
 * enlargement makes more, half of it past either side.
 * @example oversprayFromResolution(720, 710, 210000) // 1479
 */
export const oversprayFromResolution = (native: number, reported: number, width: Um): Um =>
  um(((enlargementFromResolution(native, reported) - 1) * width) / 2)

/**
 * Where the page's rectangle lands on the sheet. Both in the feed frame.
 * @example grow(enlargementOf({ width: 100000, length: 100000 }, sameEdges(1000)), rect(25000, 25000, 50000, 50000)) // { x: 24500, y: 24500, w: 51000, h: 51000 }
 */
export function grow(g: Enlargement, r: Rect): Rect {
  return rect(g.cx + g.gx * (r.x - g.cx) + g.shiftX, g.cy + g.gy * (r.y - g.cy) + g.shiftY, r.w * g.gx, r.h * g.gy)
}

/**
 * What has to be sent so that `r` comes out: the inverse of {@link grow}, within half a um per edge.
 * @example shrink(enlargementOf({ width: 100000, length: 100000 }, sameEdges(1000)), rect(24500, 24500, 51000, 51000)) // { x: 25000, y: 25000, w: 50000, h: 50000 }
 */
export function shrink(g: Enlargement, r: Rect): Rect {
  return rect(g.cx + (r.x - g.cx - g.shiftX) / g.gx, g.cy + (r.y - g.cy - g.shiftY) / g.gy, r.w / g.gx, r.h / g.gy)
}

/**
 * White that may show where a picture should reach an edge: drift beyond the overspray, never below 0.
 * @example sliver(700, 300) // 400
 */
export const sliver = (drift: Um, overspray: Um): Um => um(Math.max(0, drift - overspray))
