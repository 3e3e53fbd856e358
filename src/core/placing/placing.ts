import { UM_PER_INCH, type Um } from '@/core/length/length'
import { absurd } from '@/core/result/result'
import { contains, type Quarter, type Rect, rect } from '@/core/sheet/sheet'

/** Whole picture pixels after the file's own orientation was applied. */
export type PictureSize = { readonly width: number; readonly height: number }

/** A part of the picture in its pixels: x, y from the top left corner, fractions allowed. */
export type PxRect = {
  readonly x: number
  readonly y: number
  readonly w: number
  readonly h: number
}

/** 0..1 across and along the frame: 0 keeps the left or lead side, 1 the right or trail side, 0.5 the middle. */
export type Anchor = { readonly x: number; readonly y: number }

/** `file size`: as large as the file itself says; it becomes an exact size where the picture is known. */
export type Placing = LaidPlacing | { readonly mode: 'file size' }

/** A placing that can be laid without asking the file. */
export type LaidPlacing =
  | { readonly mode: 'whole' }
  | { readonly mode: 'fill' }
  | { readonly mode: 'exact'; readonly by: ExactBy }

/** A given size: one edge, the long or short edge (the other follows the picture), or both (then a part is lost). */
export type ExactBy =
  | { readonly edge: 'width' | 'height' | 'long' | 'short'; readonly um: Um }
  | { readonly edge: 'both'; readonly width: Um; readonly height: Um }

export type Placed = {
  /** what will carry picture, feed frame */
  readonly rect: Rect
  /** the uncut picture (all of the crop) at the same scale, feed frame */
  readonly full: Rect
  /** the part used, in the picture's pixels */
  readonly used: PxRect
  /** loss of the crop's area, 0..100 */
  readonly lossPercent: number
  /** um on the sheet per picture pixel */
  readonly scale: number
}

/** The crop's pixel size as it stands on the sheet after quarter turns. */
const standing = (crop: PxRect, quarter: Quarter): { readonly pw: number; readonly ph: number } =>
  quarter % 2 === 0 ? { pw: crop.w, ph: crop.h } : { pw: crop.h, ph: crop.w }

/**
 * Places the crop of a picture, turned clockwise by `quarter`, in a frame. `whole`: scale = min(fw/pw, fh/ph);
 * `fill`: scale = max(...), what is lost follows the anchor; `exact`: the asked size, positioned by the anchor.
 * @param frame feed frame, um. @returns rectangles in the feed frame.
 * @example placePicture({ x: 0, y: 0, w: 5472, h: 3648 }, 0, rect(0, 0, 254000, 203200), { mode: 'fill' }, { x: 0.5, y: 0.5 }).lossPercent // 16.67
 */
export function placePicture(
  crop: PxRect,
  quarter: Quarter,
  frame: Rect,
  placing: LaidPlacing,
  anchor: Anchor,
): Placed {
  const { pw, ph } = standing(crop, quarter)
  switch (placing.mode) {
    case 'whole': {
      const scale = Math.min(frame.w / pw, frame.h / ph)
      return seat(crop, quarter, frame, scale, pw * scale, ph * scale, anchor)
    }
    case 'fill': {
      const scale = Math.max(frame.w / pw, frame.h / ph)
      return seat(crop, quarter, frame, scale, frame.w, frame.h, anchor)
    }
    case 'exact': {
      const size = exactSize(placing.by, pw, ph)
      const scale = Math.max(size.w / pw, size.h / ph)
      return seat(crop, quarter, frame, scale, size.w, size.h, anchor)
    }
    default:
      return absurd(placing)
  }
}

function exactSize(by: ExactBy, pw: number, ph: number): { w: number; h: number } {
  switch (by.edge) {
    case 'width':
      return { w: by.um, h: (by.um * ph) / pw }
    case 'height':
      return { w: (by.um * pw) / ph, h: by.um }
    case 'long':
      return pw >= ph ? exactSize({ ...by, edge: 'width' }, pw, ph) : exactSize({ ...by, edge: 'height' }, pw, ph)
    case 'short':
      return pw >= ph ? exactSize({ ...by, edge: 'height' }, pw, ph) : exactSize({ ...by, edge: 'width' }, pw, ph)
    case 'both':
      return { w: by.width, h: by.height }
    default:
      return absurd(by)
  }
}

/** Seats a window of w x h in the frame by the anchor, and the picture behind the window by the same anchor. */
function seat(
  crop: PxRect,
  quarter: Quarter,
  frame: Rect,
  scale: number,
  w: number,
  h: number,
  anchor: Anchor,
): Placed {
  const { pw, ph } = standing(crop, quarter)
  const seen = rect(frame.x + (frame.w - w) * anchor.x, frame.y + (frame.h - h) * anchor.y, w, h)
  const full = rect(
    seen.x + (seen.w - pw * scale) * anchor.x,
    seen.y + (seen.h - ph * scale) * anchor.y,
    pw * scale,
    ph * scale,
  )
  return cut(crop, quarter, full, seen, scale)
}

/**
 * What a window shows of a picture laid at `full`: the used pixels and the loss. Both rectangles in the same frame.
 * A window that is a hair (1 um of rounding) larger than the picture uses all of it.
 * @example cut({ x: 0, y: 0, w: 100, h: 100 }, 0, rect(0, 0, 1000, 1000), rect(0, 0, 1000, 500), 10).used // { x: 0, y: 0, w: 100, h: 50 }
 */
export function cut(crop: PxRect, quarter: Quarter, full: Rect, seen: Rect, scale: number): Placed {
  const x0 = clamp01((seen.x - full.x) / full.w)
  const y0 = clamp01((seen.y - full.y) / full.h)
  const x1 = clamp01((seen.x + seen.w - full.x) / full.w)
  const y1 = clamp01((seen.y + seen.h - full.y) / full.h)
  const part = contains(seen, full, 1) ? { x0: 0, y0: 0, x1: 1, y1: 1 } : { x0, y0, x1, y1 }
  return {
    rect: seen,
    full,
    used: toPicture(crop, quarter, part),
    lossPercent: 100 * (1 - (part.x1 - part.x0) * (part.y1 - part.y0)),
    scale,
  }
}

const clamp01 = (v: number): number => Math.min(1, Math.max(0, v))

type Part = { readonly x0: number; readonly y0: number; readonly x1: number; readonly y1: number }

/** A part of the turned picture (0..1 of what stands on the sheet) as pixels of the unturned one. */
function toPicture(crop: PxRect, quarter: Quarter, part: Part): PxRect {
  const { x0, y0, x1, y1 } = turnBack(part, quarter)
  return {
    x: crop.x + crop.w * x0,
    y: crop.y + crop.h * y0,
    w: crop.w * (x1 - x0),
    h: crop.h * (y1 - y0),
  }
}

function turnBack(p: Part, quarter: Quarter): Part {
  switch (quarter) {
    case 0:
      return p
    case 1: // clockwise: the sheet's x runs up the picture, its y to the right
      return { x0: p.y0, x1: p.y1, y0: 1 - p.x1, y1: 1 - p.x0 }
    case 2:
      return { x0: 1 - p.x1, x1: 1 - p.x0, y0: 1 - p.y1, y1: 1 - p.y0 }
    case 3:
      return { x0: 1 - p.y1, x1: 1 - p.y0, y0: p.x0, y1: p.x1 }
    default:
      return absurd(quarter)
  }
}

/**
 * All of a picture as a crop.
 * @example wholeCrop({ width: 6000, height: 4000 }) // { x: 0, y: 0, w: 6000, h: 4000 }
 */
export const wholeCrop = (size: PictureSize): PxRect => ({
  x: 0,
  y: 0,
  w: size.width,
  h: size.height,
})

/**
 * A crop of another ratio that keeps what the eye is on: as much of the picture as `crop` shows, about its middle; where
 * the picture ends it is made smaller, and moved no further than it must be.
 * @param ratio width / height
 * @example recrop({ x: 400, y: 300, w: 400, h: 100 }, 1, { width: 1200, height: 900 }) // { x: 500, y: 250, w: 200, h: 200 }
 */
export function recrop(crop: PxRect, ratio: number, size: PictureSize): PxRect {
  const w = Math.min(Math.sqrt(crop.w * crop.h * ratio), size.width, size.height * ratio)
  const h = w / ratio
  return clampCrop({ x: crop.x + (crop.w - w) / 2, y: crop.y + (crop.h - h) / 2, w, h }, size)
}

/**
 * Keeps a crop inside its picture and at least one pixel wide and high.
 * @example clampCrop({ x: -10, y: 20, w: 100, h: 100 }, { width: 400, height: 300 }) // { x: 0, y: 20, w: 100, h: 100 }
 */
export function clampCrop(crop: PxRect, size: PictureSize): PxRect {
  const w = Math.min(size.width, Math.max(1, crop.w))
  const h = Math.min(size.height, Math.max(1, crop.h))
  return {
    x: Math.min(size.width - w, Math.max(0, crop.x)),
    y: Math.min(size.height - h, Math.max(0, crop.y)),
    w,
    h,
  }
}

/**
 * Pixels used per inch of paper, across and along the sheet, for a rectangle as it will be measured.
 * @example resolution({ x: 0, y: 0, w: 4800, h: 3600 }, 0, { w: 180000, h: 135000 }).across // 677.3
 */
export function resolution(
  used: PxRect,
  quarter: Quarter,
  onPaper: { readonly w: number; readonly h: number },
): { readonly across: number; readonly along: number } {
  const { pw, ph } = standing(used, quarter)
  return { across: (pw * UM_PER_INCH) / onPaper.w, along: (ph * UM_PER_INCH) / onPaper.h }
}

/** One minute of arc: the detail that normal sight just parts (visual acuity 1.0, ISO 8596). */
const MINUTE_OF_ARC = Math.PI / (180 * 60)

/**
 * The distance in um from which a print of `ppi` looks sharp: 25.4 mm / (ppi * tan 1').
 * @example sharpFrom(120) // 727656.38
 */
export const sharpFrom = (ppi: number): number => UM_PER_INCH / (ppi * Math.tan(MINUTE_OF_ARC))
