import { type Anchor, cut, type Placed, type PxRect } from '@/core/placing/placing'
import { type Edges, type FedSheet, type Quarter, type Rect, rect } from '@/core/sheet/sheet'

/** Within this of a sheet's edge a picture is meant to reach it: 0.05 mm, half of what a ruler shows. */
const AT_EDGE = 50

/**
 * Which edges of the sheet a rectangle reaches. Feed frame.
 * @example reaches({ width: 100000, length: 100000 }, rect(0, 0, 100000, 50000)).trail // false
 */
export function reaches(sheet: FedSheet, r: Rect): Readonly<Record<keyof Edges, boolean>> {
  return {
    left: r.x <= AT_EDGE,
    right: r.x + r.w >= sheet.width - AT_EDGE,
    lead: r.y <= AT_EDGE,
    trail: r.y + r.h >= sheet.length - AT_EDGE,
  }
}

export type Covered = {
  /** the picture as it will be laid, window and all, in on-paper coordinates of the feed frame */
  readonly placed: Placed
  /** the window with the overspray: beyond the sheet where an edge is reached */
  readonly window: Rect
  /** by how much the picture had to grow evenly because the crop had nothing left beyond the frame; 1 is not at all */
  readonly grownBy: number
}

/**
 * Extends a placed picture over the overspray at every edge that it reaches: from content of the crop beyond the frame
 * if there is some, else by growing the picture evenly until it covers. What is lost is only what falls off the sheet:
 * a side that shows the picture's own edge grows with it, whatever does not reach the sheet's edge stays as asked.
 * @example coverOverspray({ width: 1000, length: 1000 }, sameEdges(10), { x: 0, y: 0, w: 10, h: 10 }, 0, placePicture({ x: 0, y: 0, w: 10, h: 10 }, 0, rect(0, 0, 1000, 1000), { mode: 'fill' }, { x: 0.5, y: 0.5 }), { x: 0.5, y: 0.5 }).window // { x: -10, y: -10, w: 1020, h: 1020 }
 */
export function coverOverspray(
  sheet: FedSheet,
  overspray: Edges,
  crop: PxRect,
  quarter: Quarter,
  placed: Placed,
  anchor: Anchor,
): Covered {
  const at = reaches(sheet, placed.rect)
  const r = placed.rect
  const over = (side: keyof Edges): number => (at[side] ? overspray[side] : 0)
  const window = sides(r.x - over('left'), r.y - over('lead'), r.x + r.w + over('right'), r.y + r.h + over('trail'))
  const grownBy = Math.max(1, window.w / placed.full.w, window.h / placed.full.h)
  const full = slideOver(placed.full, window, grownBy, anchor)
  if (grownBy === 1) return { placed: cut(crop, quarter, full, r, placed.scale), window, grownBy }
  // where the window shows the picture's own edge, and not the sheet's, nothing is cut: it grows
  const own = (side: keyof Edges, seen: number, whole: number): boolean => !at[side] && Math.abs(seen - whole) <= 1
  const f = placed.full
  const left = own('left', r.x, f.x) ? Math.max(0, full.x) : r.x
  const lead = own('lead', r.y, f.y) ? Math.max(0, full.y) : r.y
  const right = own('right', r.x + r.w, f.x + f.w) ? Math.min(sheet.width, full.x + full.w) : r.x + r.w
  const trail = own('trail', r.y + r.h, f.y + f.h) ? Math.min(sheet.length, full.y + full.h) : r.y + r.h
  const seen = sides(left, lead, right, trail)
  return {
    placed: cut(crop, quarter, full, seen, placed.scale * grownBy),
    window: sides(left - over('left'), lead - over('lead'), right + over('right'), trail + over('trail')),
    grownBy,
  }
}

const sides = (x0: number, y0: number, x1: number, y1: number): Rect => rect(x0, y0, x1 - x0, y1 - y0)

/** The picture grown about its anchor point, then moved as little as needed so that it covers the window. */
function slideOver(full: Rect, window: Rect, by: number, anchor: Anchor): Rect {
  const w = full.w * by
  const h = full.h * by
  const x = full.x - (w - full.w) * anchor.x
  const y = full.y - (h - full.h) * anchor.y
  return rect(
    Math.min(window.x, Math.max(window.x + window.w - w, x)),
    Math.min(window.y, Math.max(window.y + window.h - h, y)),
    w,
    h,
  )
}
