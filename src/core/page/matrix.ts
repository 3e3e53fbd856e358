import type { PictureSize, PxRect } from '@/core/placing/placing'
import type { Quarter, Rect } from '@/core/sheet/sheet'
import type { PicturePart } from './page'

/** x' = a x + c y + e, y' = b x + d y + f (the order of SVG and PDF). */
export type Affine = readonly [a: number, b: number, c: number, d: number, e: number, f: number]

/** First `p`, then `q`. @example chain([2, 0, 0, 2, 0, 0], [1, 0, 0, 1, 10, 20]) // [2, 0, 0, 2, 10, 20] */
export const chain = (p: Affine, q: Affine): Affine => [
  q[0] * p[0] + q[2] * p[1],
  q[1] * p[0] + q[3] * p[1],
  q[0] * p[2] + q[2] * p[3],
  q[1] * p[2] + q[3] * p[3],
  q[0] * p[4] + q[2] * p[5] + q[4],
  q[1] * p[4] + q[3] * p[5] + q[5],
]

/** What a map makes of a point. @example apply([1, 0, 0, 1, 10, 20], 3, 4) // [13, 24] */
export const apply = (m: Affine, x: number, y: number): readonly [number, number] => [
  m[0] * x + m[2] * y + m[4],
  m[1] * x + m[3] * y + m[5],
]

/** Clockwise quarter turns of the unit square, y down. */
const TURNS: Readonly<Record<Quarter, Affine>> = {
  0: [1, 0, 0, 1, 0, 0],
  1: [0, 1, -1, 0, 1, 0],
  2: [-1, 0, 0, -1, 1, 1],
  3: [0, -1, 1, 0, 0, 1],
}

/**
 * EXIF orientation 1..8: from the unit square as stored to the unit square as it should be seen, y down
 * (Exif 2.32, tag 274).
 */
const ORIENTATIONS: readonly Affine[] = [
  [1, 0, 0, 1, 0, 0],
  [-1, 0, 0, 1, 1, 0],
  [-1, 0, 0, -1, 1, 1],
  [1, 0, 0, -1, 0, 1],
  [0, 1, 1, 0, 0, 0],
  [0, 1, -1, 0, 1, 0],
  [0, -1, -1, 0, 1, 1],
  [0, -1, 1, 0, 0, 1],
]

/**
 * The map of an EXIF orientation. @throws for one that does not exist: a reader's bug.
 * @example apply(orientationMatrix(6), 0, 0) // [1, 0]
 */
export function orientationMatrix(orientation: number): Affine {
  const m = ORIENTATIONS[orientation - 1]
  if (!m) throw new Error(`EXIF orientation ${orientation} does not exist`)
  return m
}

/** The unit square to the crop's share of it: what is the crop becomes 0..1. */
const cropMatrix = (crop: PxRect, size: PictureSize): Affine => [
  size.width / crop.w,
  0,
  0,
  size.height / crop.h,
  -crop.x / crop.w,
  -crop.y / crop.h,
]

const into = (r: Rect): Affine => [r.w, 0, 0, r.h, r.x, r.y]

/** Mirrors about the upright middle line of a rectangle. */
const mirror = (r: Rect): Affine => [-1, 0, 0, 1, 2 * r.x + r.w, 0]

/**
 * From the unit square of the whole picture (as seen, y down) to the page in um: crop, quarter turn, place, mirror.
 * Screen, PDF and raster all lay pictures with this one matrix.
 * @example apply(pictureMatrix({ crop: { x: 0, y: 0, w: 100, h: 50 }, quarter: 0, full: rect(0, 0, 200, 100), window: rect(0, 0, 200, 100), mirror: true }, { width: 100, height: 50 }), 0, 0) // [200, 0]
 */
export function pictureMatrix(part: PicturePart, size: PictureSize): Affine {
  const laid = chain(chain(cropMatrix(part.crop, size), TURNS[part.quarter]), into(part.full))
  return part.mirror ? chain(laid, mirror(part.window)) : laid
}
