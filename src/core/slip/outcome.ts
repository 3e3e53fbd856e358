import { type Charge, chargeFor, type InkUse, type StockPrice } from '@/core/charge/charge'
import { coverOverspray, reaches } from '@/core/edge/cover'
import { grow, shrink, sliver } from '@/core/edge/enlargement'
import { type Accuracy, positionTolerance, sizeTolerance } from '@/core/edge/tolerance'
import { type Um, um } from '@/core/length/length'
import { minor } from '@/core/money/money'
import type { Page, PicturePart, TextLine } from '@/core/page/page'
import {
  cut,
  type LaidPlacing,
  type Placed,
  type PxRect,
  placePicture,
  resolution,
  wholeCrop,
} from '@/core/placing/placing'
import type { Rate } from '@/core/printer/facts'
import {
  EDGE_NAMES,
  type EdgeName,
  type Edges,
  edges,
  type FedSheet,
  intersect,
  type Quarter,
  type Rect,
  sheetRect,
} from '@/core/sheet/sheet'
import type { PieceBody } from './body'
import type { PictureFacts, PrintFacts } from './facts'
import { seenAreas } from './inked'
import { type SheetOutcome, type Stance, sheetOf } from './sheet-outcome'
import { stancesOf } from './stance'

/** What becomes of one piece. Lengths um, feed frame. */
export type PieceOutcome = {
  readonly pieceId: string
  readonly quarter: Quarter
  readonly crop: PxRect
  /** what the member wants, sheet coordinates */
  readonly asked: Rect
  /** what the file says: the asked part only, page coordinates; the file's picture may reach further over the edge */
  readonly sent: Rect
  /** what will be measured */
  readonly onPaper: Rect
  /** what of the crop comes out: its loss is the share that does not, whatever takes it */
  readonly placed: Placed
  /** by how much the picture had to grow to cover the overspray; 1 is not at all */
  readonly grownBy: number
  readonly tolerance: {
    readonly width: Um
    readonly height: Um
  } & Edges
  readonly ppi: { readonly across: number; readonly along: number }
  /** per edge: what the printer would cut off at its margin, um; 0 is nothing */
  readonly cutOff: Edges
  /** per edge that the picture should reach: white that may show */
  readonly slivers: Edges
  readonly reaches: Readonly<Record<EdgeName, boolean>>
  /** its share of the area that bears ink: what of it no later piece covers, mm2 */
  readonly inkedMm2: number
  /** what of it is sent */
  readonly part: PicturePart
}

export type PrintOutcome = {
  readonly sheet: SheetOutcome | null
  /** in the order of the pieces; null where a piece has no picture yet, or would leave no ink */
  readonly pieces: readonly (PieceOutcome | null)[]
  /** what is sent; null until every piece can be laid */
  readonly page: Page | null
  /** a piece has its picture and its sheet, and nothing of one would be on the other */
  readonly noInk: boolean
  readonly charge: Charge | null
  /** whole seconds that one copy takes, by the media setting's rate; null while unknown */
  readonly seconds: number | null
}

/**
 * The outcome of a print: pure, and the only place where the figures on the screen come from.
 * @example outcomeOf(FACTS).pieces[0].asked // { x: 3400, y: 11450, w: 250200, h: 333600 }
 */
export function outcomeOf(facts: PrintFacts): PrintOutcome {
  const stances = stancesOf(facts)
  const sheet = sheetOf(facts, stances)
  const laid = sheet
    ? stances.map((stance, i) => {
        const [piece, picture] = [facts.print.pieces[i], facts.pictures[i]]
        return piece && picture && !leavesNoInk(sheet, stance.placing)
          ? lay(facts, piece, picture, sheet, stance)
          : null
      })
    : []
  const areas = seenAreas(laid.flatMap((l) => (l ? [l.onPaper] : [])))
  let seen = 0
  const pieces = facts.print.pieces.map((_, i) => {
    const one = laid[i]
    return one ? { ...one, inkedMm2: areas[seen++] ?? 0 } : null
  })
  const all = pieces.length > 0 && pieces.every((p) => p !== null)
  const rate = facts.version?.mediaSetting.rates[facts.version.settings.qualityId]
  const inked = pieces.reduce((sum, p) => sum + (p?.inkedMm2 ?? 0), 0)
  const m2 = sheet ? (sheet.sheet.width / 1e6) * (sheet.sheet.length / 1e6) : 0
  return {
    sheet,
    pieces,
    page:
      sheet && all
        ? pageOf(sheet, [
            ...pieces.flatMap((p) => (p ? [p.part] : [])),
            ...labelOf(facts.print.label, pieces[0] ?? null),
          ])
        : null,
    noInk: sheet !== null && pieces.some((p, i) => p === null && facts.pictures[i]),
    charge:
      sheet && all && rate
        ? chargeFor(sheet.sheet, inked, inkUse(facts.version, rate), paperPrice(facts), facts.tariff)
        : null,
    seconds: rate && rate.minutesPerM2 !== null && sheet ? Math.round(rate.minutesPerM2 * m2 * 60) : null,
  }
}

const inkUse = (version: PrintFacts['version'], rate: Rate): InkUse =>
  version?.perSheet != null ? { kind: 'sheet', price: version.perSheet } : { kind: 'area', mlPerM2: rate.mlPerM2 }

/** What the paper costs: nothing where it goes through the printer again. */
function paperPrice({ stock, print }: PrintFacts): StockPrice | null {
  const price = stock?.price ?? null
  return price && print.again ? { ...price, price: minor(0) } : price
}

/** Letters of a label, and how far below the picture its line stands, um. */
const LABEL = 2400
const BELOW = 3400

/** The label of a print, one line below its first picture, no wider than that. */
function labelOf(label: string | undefined, piece: Omit<PieceOutcome, 'inkedMm2'> | null): readonly TextLine[] {
  if (!label || !piece) return []
  const { x, y, w, h } = piece.part.window
  const height = Math.min(LABEL, w / (label.length * 0.56))
  return [{ kind: 'text', text: label, at: { x, y: y + h + BELOW }, height }]
}

const pageOf = (sheet: SheetOutcome, items: Page['items']): Page => ({
  sheet: sheet.sheet,
  trim: sheet.borderless
    ? intersect(shrink(sheet.enlargement, sheetRect(sheet.sheet)), sheetRect(sheet.sheet))
    : sheetRect(sheet.sheet),
  items,
})

/** Margins that meet, or a size of nothing: there is nothing to lay. */
function leavesNoInk(sheet: SheetOutcome, placing: LaidPlacing): boolean {
  if (sheet.frame.w <= 0 || sheet.frame.h <= 0) return true
  if (placing.mode !== 'exact') return false
  const { by } = placing
  return by.edge === 'both' ? by.width <= 0 || by.height <= 0 : by.um <= 0
}

/** One piece on its sheet: its figures, and what of it is sent. */
function lay(
  { version }: PrintFacts,
  piece: PieceBody,
  picture: PictureFacts,
  sheet: SheetOutcome,
  { quarter, placing }: Stance,
): Omit<PieceOutcome, 'inkedMm2'> {
  const crop = piece.crop ?? wholeCrop(picture)
  const first = placePicture(crop, quarter, sheet.frame, placing, piece.anchor)
  const { corrected } = sheet
  const covered =
    corrected && sheet.borderless
      ? coverOverspray(sheet.sheet, sheet.overspray, crop, quarter, first, piece.anchor)
      : { placed: first, window: first.rect, grownBy: 1 }
  const { window, grownBy } = covered
  const back = (r: Rect): Rect => (corrected ? shrink(sheet.enlargement, r) : r)
  const asked = covered.placed.rect
  const sent = back(asked)
  const landed = grow(sheet.enlargement, sent)
  const inkable = sheet.borderless ? sheetRect(sheet.sheet) : sheet.area
  const onPaper = intersect(corrected ? asked : landed, inkable)
  // what a margin cuts off, or an enlargement pushes off the sheet, is lost like what the frame cuts: used is what stays
  const off = cutOff(inkable, landed)
  const { full, scale } = covered.placed
  const placed = EDGE_NAMES.some((e) => off[e] > 0)
    ? {
        ...cut(crop, quarter, corrected ? full : grow(sheet.enlargement, full), onPaper, scale),
        ...{ rect: asked, full },
      }
    : covered.placed
  const at = reaches(sheet.sheet, onPaper)
  const file = back(window)
  return {
    pieceId: piece.id,
    quarter,
    crop,
    asked,
    sent,
    onPaper,
    placed,
    grownBy,
    tolerance: toleranceOf(sheet.accuracy, sheet.sheet, inkable, onPaper),
    ppi: resolution(placed.used, quarter, onPaper),
    cutOff: off,
    slivers: sliversOf(sheet, at),
    reaches: at,
    part: {
      kind: 'picture',
      pictureId: picture.id,
      quarter,
      mirror: version?.settings.mirror ?? false,
      full: back(placed.full),
      window: intersect(file, sheetRect(sheet.sheet)),
      crop,
    },
  }
}

/**
 * Tolerances of a print on paper. Where its edge lies about as far out as ink can go, drift also changes its size: one
 * side is cut and nothing is added at the other.
 */
function toleranceOf(accuracy: Accuracy, sheet: FedSheet, inkable: Rect, r: Rect): PieceOutcome['tolerance'] {
  const farY = Math.max(Math.abs(r.y - sheet.length / 2), Math.abs(r.y + r.h - sheet.length / 2))
  const farX = Math.max(Math.abs(r.x - sheet.width / 2), Math.abs(r.x + r.w - sheet.width / 2))
  const at = {
    left: positionTolerance(accuracy, 'left', farY, r.x),
    right: positionTolerance(accuracy, 'right', farY, r.x + r.w),
    lead: positionTolerance(accuracy, 'lead', farX, r.y),
    trail: positionTolerance(accuracy, 'trail', farX, r.y + r.h),
  }
  const near = {
    across: r.x - inkable.x <= at.left || inkable.x + inkable.w - r.x - r.w <= at.right,
    along: r.y - inkable.y <= at.lead || inkable.y + inkable.h - r.y - r.h <= at.trail,
  }
  return {
    width: um(sizeTolerance(accuracy, r.w, 'across', sheet.width) + (near.across ? at.left : 0)),
    height: um(sizeTolerance(accuracy, r.h, 'along', sheet.length) + (near.along ? at.lead : 0)),
    ...at,
  }
}

/** What of `r` lies outside `area`, per edge; within 1 um is rounding. */
function cutOff(area: Rect, r: Rect): Edges {
  const over = (n: number): number => (n > 1 ? n : 0)
  return edges(
    over(area.x - r.x),
    over(r.x + r.w - area.x - area.w),
    over(area.y - r.y),
    over(r.y + r.h - area.y - area.h),
  )
}

function sliversOf(sheet: SheetOutcome, at: PieceOutcome['reaches']): Edges {
  const of = (edge: EdgeName): number => {
    if (!sheet.borderless || !at[edge]) return 0
    const drift = edge === 'left' || edge === 'right' ? sheet.accuracy.driftAcross : sheet.accuracy.driftAlong
    return sliver(drift, sheet.overspray[edge])
  }
  const [left, right, lead, trail] = EDGE_NAMES.map(of)
  return edges(left ?? 0, right ?? 0, lead ?? 0, trail ?? 0)
}

/**
 * The four distances of a rectangle to the sheet's edges. Feed frame.
 * @example distances({ width: 257000, length: 364000 }, rect(10000, 20000, 100000, 200000)) // { left: 10000, right: 147000, lead: 20000, trail: 144000 }
 */
export const distances = (sheet: FedSheet, r: Rect): Edges =>
  edges(r.x, sheet.width - r.x - r.w, r.y, sheet.length - r.y - r.h)
