import { accuracyOn, checkedMargins, mapOf } from '@/core/edge/figures'
import { type Growth, growthOf, noGrowth } from '@/core/edge/growth'
import { type Accuracy, ASSUMED, ASSUMED_SKEW, type DeclaredAccuracy } from '@/core/edge/within'
import { type Um, um } from '@/core/length/length'
import { type Placing, wholeCrop } from '@/core/placing/placing'
import { type BorderlessClosed, borderlessClosed } from '@/core/printer/closed'
import { declaredMargins } from '@/core/printer/facts'
import {
  type Edges,
  evenMargins,
  type FedSheet,
  type GivenUp,
  givenUp,
  printableArea,
  type Quarter,
  type Rect,
  sameEdges,
  trueCentre,
} from '@/core/sheet/sheet'
import { fitSize, type SizeFit } from '@/core/sizes/fit'
import type { SlipFacts, VersionFacts } from './facts'
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

/** How the picture stands on the sheet. */
export type Stance = {
  readonly quarter: Quarter
  readonly placing: Placing
  /** turned by itself because that takes less of the roll: how long the piece would be otherwise */
  readonly insteadOf: Um | null
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

/** The sheet of a slip with a picture standing so; null while no sheet is chosen. */
export function sheetOf(facts: SlipFacts, { quarter, placing, insteadOf }: Stance): SheetOutcome | null {
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
