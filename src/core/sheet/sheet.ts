import { type Um, um } from '@/core/length/length'

/**
 * The feed frame: printed side up, the edge that enters first (lead) at y = 0, x from the left, y towards the trail.
 * A sheet in the feed frame: `width` across the feed, `length` along it.
 */
export type FedSheet = { readonly width: Um; readonly length: Um }

/** Left, top edge and extent in um; every function says in which frame. */
export type Rect = { readonly x: Um; readonly y: Um; readonly w: Um; readonly h: Um }

/** One figure per edge of the sheet, as seen when it feeds. */
export type Edges = {
  readonly left: Um
  readonly right: Um
  readonly lead: Um
  readonly trail: Um
}

export const EDGE_NAMES = ['left', 'right', 'lead', 'trail'] as const
export type EdgeName = (typeof EDGE_NAMES)[number]

/** Quarter turns clockwise. */
export type Quarter = 0 | 1 | 2 | 3

/** @example rect(1.4, 2.6, 10, 20) // { x: 1, y: 3, w: 10, h: 20 } */
export const rect = (x: number, y: number, w: number, h: number): Rect => ({
  x: um(x),
  y: um(y),
  w: um(w),
  h: um(h),
})

/** @example sameEdges(3000) // { left: 3000, right: 3000, lead: 3000, trail: 3000 } */
export const sameEdges = (value: number): Edges => edges(value, value, value, value)

/** @example edges(1, 2, 3, 4) // { left: 1, right: 2, lead: 3, trail: 4 } */
export const edges = (left: number, right: number, lead: number, trail: number): Edges => ({
  left: um(left),
  right: um(right),
  lead: um(lead),
  trail: um(trail),
})

/** A sheet size fed with the named edge first. @example fedSheet(210, 297, 'short') // { width: 210, length: 297 } */
export const fedSheet = (short: Um, long: Um, leads: 'short' | 'long'): FedSheet =>
  leads === 'short' ? { width: short, length: long } : { width: long, length: short }

/**
 * The sheet less its margins, in the feed frame. Margins that meet leave a width or length of 0, never less.
 * @example printableArea(fedSheet(210000, 297000, 'short'), edges(3000, 3000, 5000, 12000)) // { x: 3000, y: 5000, w: 204000, h: 280000 }
 */
export function printableArea(sheet: FedSheet, margins: Edges): Rect {
  return rect(
    margins.left,
    margins.lead,
    Math.max(0, sheet.width - margins.left - margins.right),
    Math.max(0, sheet.length - margins.lead - margins.trail),
  )
}

/** What a centring costs: per edge in um, and of the printable area in per cent. */
export type GivenUp = { readonly edges: Edges; readonly percent: number }

/**
 * True centre: opposite margins equal to the larger of each pair, so that the area's middle is the sheet's.
 * @example trueCentre(edges(3000, 4000, 5000, 12000)) // { left: 4000, right: 4000, lead: 12000, trail: 12000 }
 */
export function trueCentre(margins: Edges): Edges {
  const across = Math.max(margins.left, margins.right)
  const along = Math.max(margins.lead, margins.trail)
  return edges(across, across, along, along)
}

/**
 * All four margins equal: to the largest, or to `asked` when it is not below the largest.
 * @example evenMargins(edges(3000, 4000, 5000, 12000), null) // { left: 12000, right: 12000, lead: 12000, trail: 12000 }
 */
export function evenMargins(margins: Edges, asked: Um | null): Edges {
  const largest = Math.max(margins.left, margins.right, margins.lead, margins.trail)
  return sameEdges(Math.max(largest, asked ?? 0))
}

/**
 * What is lost when `wider` margins replace `margins` on `sheet`.
 * @example givenUp(fedSheet(100000, 100000, 'short'), sameEdges(0), sameEdges(10000)).percent // 36
 */
export function givenUp(sheet: FedSheet, margins: Edges, wider: Edges): GivenUp {
  const before = printableArea(sheet, margins)
  const after = printableArea(sheet, wider)
  const area = before.w * before.h
  return {
    edges: edges(
      wider.left - margins.left,
      wider.right - margins.right,
      wider.lead - margins.lead,
      wider.trail - margins.trail,
    ),
    percent: area === 0 ? 0 : 100 * (1 - (after.w * after.h) / area),
  }
}

/**
 * Margins seen from a page turned clockwise by quarter turns against the feed: left, lead, right, trail become lead,
 * right, trail, left. Four turns are nothing.
 * @example turnEdges(edges(1, 2, 3, 4), 1) // { left: 3, lead: 2, right: 4, trail: 1 }
 */
export function turnEdges(e: Edges, quarter: Quarter): Edges {
  const ring = [e.left, e.lead, e.right, e.trail] as const
  const at = (i: number): Um => ring[(i + quarter) % 4] as Um
  return { left: at(0), lead: at(1), right: at(2), trail: at(3) }
}

/**
 * True when `inner` lies within `outer`, allowing `slack` um at each edge.
 * @example contains(rect(0, 0, 10, 10), rect(2, 2, 9, 3)) // false
 */
export const contains = (outer: Rect, inner: Rect, slack = 0): boolean =>
  inner.x >= outer.x - slack &&
  inner.y >= outer.y - slack &&
  inner.x + inner.w <= outer.x + outer.w + slack &&
  inner.y + inner.h <= outer.y + outer.h + slack

/**
 * The common part of two rectangles; width or height 0 when they do not meet.
 * @example intersect(rect(0, 0, 10, 10), rect(5, 5, 10, 10)) // { x: 5, y: 5, w: 5, h: 5 }
 */
export function intersect(a: Rect, b: Rect): Rect {
  const x = Math.max(a.x, b.x)
  const y = Math.max(a.y, b.y)
  return rect(x, y, Math.max(0, Math.min(a.x + a.w, b.x + b.w) - x), Math.max(0, Math.min(a.y + a.h, b.y + b.h) - y))
}

/**
 * The whole sheet as a rectangle of the feed frame.
 * @example sheetRect({ width: 210000, length: 297000 }) // { x: 0, y: 0, w: 210000, h: 297000 }
 */
export const sheetRect = (sheet: FedSheet): Rect => rect(0, 0, sheet.width, sheet.length)
