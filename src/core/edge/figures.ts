import { perMille, type Um, um } from '@/core/length/length'
import { declaredMargins, type QueueFeed } from '@/core/printer/facts'
import { EDGE_NAMES, type EdgeName, type Edges, edges, type FedSheet } from '@/core/sheet/sheet'
import type { Enlargement } from './enlargement'
import type { CheckResult } from './solve'
import type { CheckedAccuracy } from './tolerance'

/** What an edge check found, in use instead of what was declared. Lengths um, feed frame. */
export type EdgeFigures = {
  readonly checkId: string
  readonly number: number
  readonly at: number
  /** the check's own sheet */
  readonly sheet: FedSheet
  readonly edges: Edges
  /** margins only: where the page's left and lead edges land against the sheet's */
  readonly offsetAcross: Um
  readonly offsetAlong: Um
  /** printed length over asked length of the feed itself; 1 is true */
  readonly stretchAcross: number
  readonly stretchAlong: number
  /** false: the stretch is still in the overspray, which holds for sheets of the check's size */
  readonly stretchKnown: boolean
  readonly accuracy: CheckedAccuracy
  /** what beside this check its drift rests on; left away: nothing */
  readonly pool?: { readonly sheets: number; readonly alone: boolean }
}

type About = { readonly checkId: string; readonly number: number; readonly at: number; readonly sheet: FedSheet }
type Stretch = Pick<CheckResult, 'stretchAcross' | 'stretchAlong'>

/** Per metre of difference in length that a stretch, which nobody measured, may make: 2 mm. */
const UNKNOWN_STRETCH = 0.002

/**
 * Puts a check's result into use. A borderless check cannot tell enlargement from the feed's own stretch; `margins`, the
 * check of the same feed with margins, can: then overspray and stretch are taken apart and hold on other sizes too.
 * @example figuresFrom({ checkId: 'c', number: 1, at: 0, sheet: LAYOUT.sheet }, 'margins', SOLVED, null).edges.left // 3450
 */
export function figuresFrom(
  about: About,
  edge: 'margins' | 'borderless',
  r: CheckResult,
  margins: Stretch | null,
): EdgeFigures {
  if (edge === 'margins')
    return {
      ...about,
      edges: r.edges,
      offsetAcross: r.offsetAcross,
      offsetAlong: r.offsetAlong,
      stretchAcross: r.stretchAcross ?? 1,
      stretchAlong: r.stretchAlong ?? 1,
      stretchKnown: r.stretchAlong !== null,
      accuracy: r.accuracy,
    }
  const [sx, sy] = [margins?.stretchAcross ?? 1, margins?.stretchAlong ?? 1]
  // the page's first edge lands where it lands; what is left of the enlargement goes past the last
  const apart = (extent: number, first: number, last: number, s: number): number =>
    (extent + first + last) / s - extent - first
  const o = r.edges
  return {
    ...about,
    edges: edges(
      o.left,
      apart(about.sheet.width, o.left, o.right, sx),
      o.lead,
      apart(about.sheet.length, o.lead, o.trail, sy),
    ),
    offsetAcross: um(0),
    offsetAlong: um(0),
    stretchAcross: sx,
    stretchAlong: sy,
    stretchKnown: margins?.stretchAlong != null,
    accuracy: r.accuracy,
  }
}

/**
 * Where a page of this sheet lands on paper by the check: the stretch starts at the left guide and at the lead edge,
 * where the sheet is taken.
 * @example mapOf(FIGURES, FIGURES.sheet, true).gx // 1.0218
 */
export function mapOf(f: EdgeFigures, sheet: FedSheet, borderless: boolean): Enlargement {
  const o = borderless ? f.edges : NO_EDGES
  const one = (extent: number, first: number, last: number, stretch: number, offset: number) => {
    const g = (stretch * (extent + first + last)) / extent
    return { g, shift: offset - first + (g - 1) * (extent / 2) }
  }
  const x = one(sheet.width, o.left, o.right, f.stretchAcross, f.offsetAcross)
  const y = one(sheet.length, o.lead, o.trail, f.stretchAlong, f.offsetAlong)
  return { cx: sheet.width / 2, cy: sheet.length / 2, gx: x.g, gy: y.g, shiftX: x.shift, shiftY: y.shift }
}

const NO_EDGES = edges(0, 0, 0, 0)

/**
 * The check's accuracy on a sheet of another size: what an unknown stretch could make of the difference is added.
 * @example accuracyOn({ ...FIGURES, stretchKnown: false }, { width: 257000, length: 464000 }).driftAlong // 500
 */
export function accuracyOn(f: EdgeFigures, sheet: FedSheet): CheckedAccuracy {
  if (f.stretchKnown) return f.accuracy
  const dx = Math.abs(sheet.width - f.sheet.width) * UNKNOWN_STRETCH
  const dy = Math.abs(sheet.length - f.sheet.length) * UNKNOWN_STRETCH
  return {
    ...f.accuracy,
    driftAcross: um(f.accuracy.driftAcross + dx),
    driftAlong: um(f.accuracy.driftAlong + dy),
    lengthAcross: perMille(f.accuracy.lengthAcross + (1000 * dx) / sheet.width),
    lengthAlong: perMille(f.accuracy.lengthAlong + (1000 * dy) / sheet.length),
  }
}

/**
 * Margins by the check. On a sheet of another size class the declared ones hold, moved by what the check found
 * different on its own.
 * @example checkedMargins({ ...FIGURES, edges: sameEdges(4000) }, VERSION.queueFeed, FIGURES.sheet) // { left: 4000, right: 4000, lead: 4000, trail: 4000 }
 */
export function checkedMargins(f: EdgeFigures, feed: QueueFeed, sheet: FedSheet): Edges {
  const here = declaredMargins(feed, sheet.width)
  const there = declaredMargins(feed, f.sheet.width)
  const of = (e: EdgeName): number => Math.max(0, here[e] + f.edges[e] - there[e])
  const [left, right, lead, trail] = EDGE_NAMES.map(of)
  return edges(left ?? 0, right ?? 0, lead ?? 0, trail ?? 0)
}
