import { type Charge, chargeFor } from '@/core/charge/charge'
import { coverOverspray, reaches } from '@/core/edge/cover'
import { accuracyOn, checkedMargins, mapOf } from '@/core/edge/figures'
import { type Growth, grow, growthOf, noGrowth, shrink, sliver } from '@/core/edge/growth'
import {
  type Accuracy,
  ASSUMED,
  ASSUMED_SKEW,
  type DeclaredAccuracy,
  positionWithin,
  sizeWithin,
} from '@/core/edge/within'
import { type Um, um } from '@/core/length/length'
import type { Page } from '@/core/page/page'
import {
  cut,
  type Placed,
  type Placing,
  type PxRect,
  placePicture,
  resolution,
  wholeCrop,
} from '@/core/placing/placing'
import { type BorderlessClosed, borderlessClosed } from '@/core/printer/closed'
import { declaredMargins } from '@/core/printer/facts'
import { absurd } from '@/core/result/result'
import {
  EDGE_NAMES,
  type EdgeName,
  type Edges,
  edges,
  evenMargins,
  type FedSheet,
  type GivenUp,
  givenUp,
  intersect,
  printableArea,
  type Quarter,
  type Rect,
  sameEdges,
  sheetRect,
  trueCentre,
} from '@/core/sheet/sheet'
import { fitSize, type SizeFit } from '@/core/sizes/fit'
import type { PictureFacts, SlipFacts, VersionFacts } from './facts'
import { fed } from './fed'

/** The sheet and what the printer leaves white or sprays past, before any picture is laid. Feed frame. */
export type SheetOutcome = {
  readonly sheet: FedSheet
  readonly roll: boolean
  /** on a roll: how long the piece would be if the print had not been turned by itself; null: it was not */
  readonly insteadOf: Um | null
  readonly fit: SizeFit
  readonly margins: Edges
  readonly overspray: Edges
  readonly growth: Growth
  readonly accuracy: Accuracy
  readonly figures: 'declared' | 'checked'
  /** the edge check that the figures come from */
  readonly check: { readonly id: string; readonly number: number; readonly at: number } | null
  /** what is sent is mapped back, so that what was asked comes out */
  readonly corrected: boolean
  /** why borderless was asked for and is not possible; it is then computed with margins */
  readonly borderlessClosed: BorderlessClosed | null
  readonly borderless: boolean
  /** where the picture is placed */
  readonly frame: Rect
  readonly area: Rect
  readonly givenUp: GivenUp
}

export type PrintOutcome = {
  readonly quarter: Quarter
  readonly crop: PxRect
  /** what the member wants, sheet coordinates */
  readonly asked: Rect
  /** what the file says: the asked part only, page coordinates; the file's picture may reach further over the edge */
  readonly sent: Rect
  /** what will be measured */
  readonly onPaper: Rect
  readonly placed: Placed
  /** by how much the picture had to grow to cover the overspray; 1 is not at all */
  readonly grownBy: number
  readonly within: {
    readonly width: Um
    readonly height: Um
  } & Edges
  readonly ppi: { readonly across: number; readonly along: number }
  /** per edge: what the printer would cut off at its margin, um; 0 is nothing */
  readonly cutOff: Edges
  /** per edge that the picture should reach: white that may show */
  readonly slivers: Edges
  readonly reaches: Readonly<Record<EdgeName, boolean>>
  readonly page: Page
}

export type SlipOutcome = {
  readonly sheet: SheetOutcome | null
  readonly print: PrintOutcome | null
  /** picture and sheet are there, and nothing of one would be on the other */
  readonly noInk: boolean
  readonly charge: Charge | null
  /** whole seconds that one copy takes, by the media setting's rate; null while unknown */
  readonly seconds: number | null
}

const NOTHING = sameEdges(0)

/** Drift when nothing is declared: what a careful hand gets out of a plain feed. */
const UNKNOWN: DeclaredAccuracy = {
  source: 'declared',
  driftAcross: um(1000),
  driftAlong: um(1000),
  skew: ASSUMED_SKEW,
  assumed: ASSUMED,
}

/** The outcome of a slip: pure, below a millisecond, and the only place where the figures on the screen come from. */
export function outcomeOf(facts: SlipFacts): SlipOutcome {
  const stance = stanceOf(facts)
  const sheet = sheetOf(facts, stance)
  const print =
    sheet && facts.picture && !leavesNoInk(sheet, stance.placing) ? printOf(facts, facts.picture, sheet, stance) : null
  const rate = facts.version?.mediaSetting.rates[facts.version.settings.qualityId]
  const inked = print ? (print.onPaper.w / 1000) * (print.onPaper.h / 1000) : 0
  const charge =
    sheet && print && rate
      ? chargeFor(sheet.sheet, inked, rate.mlPerM2, facts.stock?.price ?? null, facts.tariff)
      : null
  const m2 = sheet ? (sheet.sheet.width / 1e6) * (sheet.sheet.length / 1e6) : 0
  return {
    sheet,
    print,
    noInk: sheet !== null && facts.picture !== null && print === null,
    charge,
    seconds: rate && sheet ? Math.round(rate.minutesPerM2 * m2 * 60) : null,
  }
}

/** Margins that meet, or a size of nothing: there is nothing to lay. */
function leavesNoInk(sheet: SheetOutcome, placing: Placing): boolean {
  if (sheet.frame.w <= 0 || sheet.frame.h <= 0) return true
  if (placing.mode !== 'exact') return false
  const { by } = placing
  return by.edge === 'both' ? by.width <= 0 || by.height <= 0 : by.um <= 0
}

/** How the picture stands on the sheet. */
type Stance = {
  readonly quarter: Quarter
  readonly placing: Placing
  /** turned by itself because that takes less of the roll: how long the piece would be otherwise */
  readonly insteadOf: Um | null
}

/**
 * `auto`: the turn that stands the picture the way of the sheet; square pictures stay upright. Across a roll a picture
 * stays upright, but a print of a given size is turned when only so it fits, or when it takes less of the roll; its
 * width and height turn with it.
 */
function stanceOf(facts: SlipFacts): Stance {
  const { body, picture, size, version } = facts
  const upright: Stance = { quarter: 0, placing: body.placing, insteadOf: null }
  if (body.quarter !== 'auto') return { ...upright, quarter: body.quarter }
  if (!picture) return upright
  const crop = body.crop ?? wholeCrop(picture)
  const lies = crop.w > crop.h
  if (body.sheet?.kind === 'cut') {
    if (body.placing.mode === 'exact' && facts.rules >= 2) return exactStance(facts, crop, upright)
    const { length, width } = body.sheet
    return length === 'auto' ? upright : { ...upright, quarter: turned(lies, crop.w === crop.h, width > length) }
  }
  if (!size) return upright
  const long = version !== null && fitSize(size.short, size.long, version.feed, null).leads === 'long'
  return { ...upright, quarter: turned(lies, crop.w === crop.h || size.short === size.long, long) }
}

/** A print of a given size on a roll: upright unless turned it fits better. */
function exactStance(facts: SlipFacts, crop: PxRect, upright: Stance): Stance {
  const { body } = facts
  if (body.sheet?.kind !== 'cut') return upright
  const frame = sheetOf(facts, upright)?.frame
  if (!frame) return upright
  const turn: Stance = { ...upright, quarter: 1, placing: turnedPlacing(body.placing) }
  const at = (s: Stance) => placePicture(crop, s.quarter, frame, s.placing, CENTRE).rect
  const [a, b] = [at(upright), at(turn)]
  const { length } = body.sheet
  const fits = (r: Rect): boolean => r.w <= frame.w && (length === 'auto' || r.h <= frame.h)
  if (fits(a) !== fits(b)) return fits(a) ? upright : turn
  if (length !== 'auto' || b.h >= a.h || !fits(b)) return upright
  const [now, then] = [sheetOf(facts, turn)?.sheet.length, sheetOf(facts, upright)?.sheet.length]
  return now !== undefined && then !== undefined && now < then ? { ...turn, insteadOf: then } : upright
}

const CENTRE = { x: 0.5, y: 0.5 } as const

/** A size that was given for the upright picture, for the picture lying. */
function turnedPlacing(placing: Placing): Placing {
  if (placing.mode !== 'exact') return placing
  const { by } = placing
  switch (by.edge) {
    case 'width':
      return { mode: 'exact', by: { edge: 'height', um: by.um } }
    case 'height':
      return { mode: 'exact', by: { edge: 'width', um: by.um } }
    case 'both':
      return { mode: 'exact', by: { edge: 'both', width: by.height, height: by.width } }
    case 'long':
    case 'short':
      return placing
    default:
      return absurd(by)
  }
}

const turned = (pictureLies: boolean, square: boolean, sheetLies: boolean): Quarter =>
  square || pictureLies === sheetLies ? 0 : 1

function sheetOf(facts: SlipFacts, { quarter, placing, insteadOf }: Stance): SheetOutcome | null {
  const { body, version, picture, size } = facts
  const wantsBorderless = body.edge === 'borderless'
  // the edge that leads decides: margins and widths are those of the sheet as it goes in
  const across =
    size && version && fitSize(size.short, size.long, version.feed, null).leads === 'long' ? size.long : size?.short
  const width = body.sheet?.kind === 'cut' ? body.sheet.width : (across ?? um(0))
  const closedFor = (w: Um): BorderlessClosed | null =>
    version ? borderlessClosed(version.queueFeed, w, version.mediaSetting) : null
  const margins = marginsFor(version, width)
  const around = wantsBorderless && closedFor(width) === null ? NOTHING : centred(body.centring, margins)
  const want = picture ? { crop: body.crop ?? wholeCrop(picture), quarter, placing } : null
  const laid = fed(body.sheet, facts.size, version, want, around)
  if (!laid) return null
  const { sheet, fit, roll } = laid
  const closed = wantsBorderless ? closedFor(sheet.width) : null
  const borderless = wantsBorderless && closed === null
  const overspray = borderless ? oversprayOf(version) : NOTHING
  const found = (borderless ? version?.checked.borderless : version?.checked.margins) ?? null
  const frameMargins = borderless ? NOTHING : centred(body.centring, margins)
  return {
    sheet,
    roll,
    insteadOf,
    fit,
    margins: borderless ? NOTHING : margins,
    overspray,
    growth: found ? mapOf(found, sheet, borderless) : borderless ? growthOf(sheet, overspray) : noGrowth(sheet),
    accuracy: found ? accuracyOn(found, sheet) : declaredOn(version, borderless),
    figures: found ? 'checked' : 'declared',
    check: found ? { id: found.checkId, number: found.number, at: found.at } : null,
    corrected: body.growth === 'cancelled' && (borderless || found !== null),
    borderlessClosed: closed,
    borderless,
    frame: printableArea(sheet, frameMargins),
    area: printableArea(sheet, borderless ? NOTHING : margins),
    givenUp: givenUp(sheet, borderless ? NOTHING : margins, frameMargins),
  }
}

/** Margins on paper for a sheet of this width: by the edge check, else as declared. */
function marginsFor(version: VersionFacts | null, width: Um): Edges {
  if (!version) return NOTHING
  const found = version.checked.margins
  return found
    ? checkedMargins(found, version.queueFeed, { width, length: found.sheet.length })
    : declaredMargins(version.queueFeed, width)
}

function centred(centring: SlipFacts['body']['centring'], margins: Edges): Edges {
  if (centring.kind === 'area') return margins
  return centring.kind === 'true' ? trueCentre(margins) : evenMargins(margins, centring.um)
}

const oversprayOf = (version: VersionFacts | null): Edges =>
  version?.checked.borderless?.edges ?? version?.queueFeed.borderless?.overspray ?? NOTHING

/** Accuracy while no edge check says better: the declared drift, and what is assumed of everything else. */
export const declaredAccuracy = (version: VersionFacts | null): DeclaredAccuracy =>
  version
    ? { ...UNKNOWN, driftAcross: version.queueFeed.driftAcross, driftAlong: version.queueFeed.driftAlong }
    : UNKNOWN

/** With margins nothing is sprayed past an edge, so nothing is assumed of that. */
function declaredOn(version: VersionFacts | null, borderless: boolean): DeclaredAccuracy {
  const declared = declaredAccuracy(version)
  return borderless ? declared : { ...declared, assumed: { ...declared.assumed, overspray: um(0) } }
}

function printOf(
  { body, version }: SlipFacts,
  picture: PictureFacts,
  sheet: SheetOutcome,
  { quarter, placing }: Stance,
): PrintOutcome {
  const crop = body.crop ?? wholeCrop(picture)
  const first = placePicture(crop, quarter, sheet.frame, placing, body.anchor)
  const cancelled = sheet.corrected
  const covered =
    cancelled && sheet.borderless
      ? coverOverspray(sheet.sheet, sheet.overspray, crop, quarter, first, body.anchor)
      : { placed: first, window: first.rect, grownBy: 1 }
  const { window, grownBy } = covered
  const back = (r: Rect): Rect => (cancelled ? shrink(sheet.growth, r) : r)
  const asked = covered.placed.rect
  const sent = back(asked)
  const landed = grow(sheet.growth, sent)
  const inkable = sheet.borderless ? sheetRect(sheet.sheet) : sheet.area
  const onPaper = intersect(cancelled ? asked : landed, inkable)
  // an enlargement that is left pushes a part of the picture off the sheet: what stays is what was used
  const placed =
    sheet.borderless && !cancelled
      ? {
          ...cut(crop, quarter, grow(sheet.growth, first.full), onPaper, first.scale),
          rect: first.rect,
          full: first.full,
        }
      : covered.placed
  const at = reaches(sheet.sheet, onPaper)
  const file = back(window)
  return {
    quarter,
    crop,
    asked,
    sent,
    onPaper,
    placed,
    grownBy,
    within: withinOf(sheet.accuracy, sheet.sheet, inkable, onPaper),
    ppi: resolution(placed.used, quarter, sheet.borderless ? onPaper : landed),
    cutOff: cutOff(inkable, landed),
    slivers: sliversOf(sheet, at),
    reaches: at,
    page: {
      sheet: sheet.sheet,
      trim: sheet.borderless
        ? intersect(shrink(sheet.growth, sheetRect(sheet.sheet)), sheetRect(sheet.sheet))
        : sheetRect(sheet.sheet),
      items: [
        {
          kind: 'picture',
          pictureId: picture.id,
          quarter,
          mirror: version?.settings.mirror ?? false,
          full: back(placed.full),
          window: intersect(file, sheetRect(sheet.sheet)),
          crop,
        },
      ],
    },
  }
}

/**
 * Tolerances of a print on paper. Where its edge lies about as far out as ink can go, drift also changes its size: one
 * side is cut and nothing is added at the other.
 */
function withinOf(accuracy: Accuracy, sheet: FedSheet, inkable: Rect, r: Rect): PrintOutcome['within'] {
  const farY = Math.max(Math.abs(r.y - sheet.length / 2), Math.abs(r.y + r.h - sheet.length / 2))
  const farX = Math.max(Math.abs(r.x - sheet.width / 2), Math.abs(r.x + r.w - sheet.width / 2))
  const at = {
    left: positionWithin(accuracy, 'left', farY, r.x),
    right: positionWithin(accuracy, 'right', farY, r.x + r.w),
    lead: positionWithin(accuracy, 'lead', farX, r.y),
    trail: positionWithin(accuracy, 'trail', farX, r.y + r.h),
  }
  const near = {
    across: r.x - inkable.x <= at.left || inkable.x + inkable.w - r.x - r.w <= at.right,
    along: r.y - inkable.y <= at.lead || inkable.y + inkable.h - r.y - r.h <= at.trail,
  }
  return {
    width: um(sizeWithin(accuracy, r.w, 'across', sheet.width) + (near.across ? at.left : 0)),
    height: um(sizeWithin(accuracy, r.h, 'along', sheet.length) + (near.along ? at.lead : 0)),
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

function sliversOf(sheet: SheetOutcome, at: PrintOutcome['reaches']): Edges {
  const of = (edge: EdgeName): number => {
    if (!sheet.borderless || !at[edge]) return 0
    const drift = edge === 'left' || edge === 'right' ? sheet.accuracy.driftAcross : sheet.accuracy.driftAlong
    return sliver(drift, sheet.overspray[edge])
  }
  const [left, right, lead, trail] = EDGE_NAMES.map(of)
  return edges(left ?? 0, right ?? 0, lead ?? 0, trail ?? 0)
}

/** The four distances of a rectangle to the sheet's edges. Feed frame. */
export const distances = (sheet: FedSheet, r: Rect): Edges =>
  edges(r.x, sheet.width - r.x - r.w, r.y, sheet.length - r.y - r.h)
