import { type Enlargement, enlargementOf, noEnlargement } from '@/core/edge/enlargement'
import { accuracyOn, checkedMargins, type EdgeFigures, mapOf } from '@/core/edge/figures'
import { type Accuracy, ASSUMED, ASSUMED_SKEW, type DeclaredAccuracy } from '@/core/edge/tolerance'
import { type Um, um } from '@/core/length/length'
import { type LaidPlacing, wholeCrop } from '@/core/placing/placing'
import { type BorderlessClosed, borderlessClosed } from '@/core/printer/closed'
import { declaredMargins } from '@/core/printer/facts'
import { centred } from '@/core/sheet/centring'
import {
  type Edges,
  type FedSheet,
  type GivenUp,
  givenUp,
  printableArea,
  type Quarter,
  type Rect,
  sameEdges,
} from '@/core/sheet/sheet'
import { fitSize, type SizeFit } from '@/core/sizes/fit'
import type { PrintFacts, VersionFacts } from './facts'
import { fed, type Wanted } from './fed'
import { laidPlacing } from './laid-placing'

/** The sheet and what the printer leaves white or sprays past, before any picture is laid. Feed frame. */
export type SheetOutcome = {
  readonly sheet: FedSheet
  readonly roll: boolean
  /** on a roll: how long it would be if nothing had been turned by itself; null: nothing was */
  readonly insteadOf: Um | null
  readonly fit: SizeFit
  readonly margins: Edges
  readonly overspray: Edges
  readonly enlargement: Enlargement
  readonly accuracy: Accuracy
  readonly figures: 'declared' | 'checked'
  /** the edge check that the figures come from */
  readonly check: { readonly id: string; readonly number: number; readonly at: number } | null
  /** other measured sheets that its drift rests on; left away: none */
  readonly pool?: NonNullable<EdgeFigures['pool']>
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
  readonly placing: LaidPlacing
  /** turned by itself because that takes less of the roll */
  readonly saves: boolean
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

/**
 * The sheet of a print with its pieces standing so; null while no sheet is chosen.
 * @example sheetOf(FACTS, stancesOf(FACTS)).area // { x: 3400, y: 5000, w: 250200, h: 346500 }
 */
export function sheetOf(facts: PrintFacts, stances: readonly Stance[]): SheetOutcome | null {
  const { print, version, size } = facts
  const wantsBorderless = print.edge === 'borderless'
  // the edge that leads decides: margins and widths are those of the sheet as it goes in
  const across =
    size && version && fitSize(size.short, size.long, version.feed, null).leads === 'long' ? size.long : size?.short
  const width = print.sheet?.kind === 'cut' ? print.sheet.width : (across ?? um(0))
  const closedFor = (w: Um): BorderlessClosed | null =>
    version ? borderlessClosed(version.queueFeed, w, version.mediaSetting) : null
  const margins = marginsFor(version, width)
  const around = wantsBorderless && closedFor(width) === null ? NOTHING : centred(print.centring, margins)
  const laid = fed(print.sheet, size, version, wantedOf(facts, stances), around)
  if (!laid) return null
  const unturned = stances.map((s, i) => (s.saves ? uprightOf(facts, s, i) : s))
  const upright = stances.some((s) => s.saves) && fed(print.sheet, size, version, wantedOf(facts, unturned), around)
  const { sheet, fit, roll } = laid
  const closed = wantsBorderless ? closedFor(sheet.width) : null
  const borderless = wantsBorderless && closed === null
  const overspray = borderless ? oversprayOf(version) : NOTHING
  const found = (borderless ? version?.checked.borderless : version?.checked.margins) ?? null
  const frameMargins = borderless ? NOTHING : centred(print.centring, margins)
  return {
    sheet,
    roll,
    insteadOf: upright && upright.sheet.length > laid.sheet.length ? upright.sheet.length : null,
    fit,
    margins: borderless ? NOTHING : margins,
    overspray,
    enlargement: found
      ? mapOf(found, sheet, borderless)
      : borderless
        ? enlargementOf(sheet, overspray)
        : noEnlargement(sheet),
    accuracy: found ? accuracyOn(found, sheet) : declaredOn(version, borderless),
    figures: found ? 'checked' : 'declared',
    check: found ? { id: found.checkId, number: found.number, at: found.at } : null,
    ...(found?.pool ? { pool: found.pool } : {}),
    corrected: print.enlargement === 'corrected' && (borderless || found !== null),
    borderlessClosed: closed,
    borderless,
    frame: printableArea(sheet, frameMargins),
    area: printableArea(sheet, borderless ? NOTHING : margins),
    givenUp: givenUp(sheet, borderless ? NOTHING : margins, frameMargins),
  }
}

const uprightOf = (facts: PrintFacts, turned: Stance, i: number): Stance => {
  const piece = facts.print.pieces[i]
  return {
    quarter: 0,
    placing: piece ? laidPlacing(piece, facts.pictures[i] ?? null, 0) : turned.placing,
    saves: false,
  }
}

/** Crop, turn and placing of each piece that has a picture. */
const wantedOf = (facts: PrintFacts, stances: readonly Stance[]): readonly Wanted[] =>
  facts.print.pieces.flatMap((piece, i): readonly Wanted[] => {
    const [picture, stance] = [facts.pictures[i], stances[i]]
    if (!picture || !stance) return []
    return [{ crop: piece.crop ?? wholeCrop(picture), quarter: stance.quarter, placing: stance.placing }]
  })

/**
 * Margins on paper for a sheet of this width: by the edge check, else as declared; none without a version.
 * @example marginsFor(null, 210000).lead // 0
 */
export function marginsFor(version: Pick<VersionFacts, 'checked' | 'queueFeed'> | null, width: Um): Edges {
  if (!version) return NOTHING
  const found = version.checked.margins
  return found
    ? checkedMargins(found, version.queueFeed, { width, length: found.sheet.length })
    : declaredMargins(version.queueFeed, width)
}

const oversprayOf = (version: VersionFacts | null): Edges =>
  version?.checked.borderless?.edges ?? version?.queueFeed.borderless?.overspray ?? NOTHING

/**
 * Accuracy while no edge check says better: the declared drift, and what is assumed of everything else.
 * @example declaredAccuracy(VERSION).driftAcross // 700
 */
export const declaredAccuracy = (version: VersionFacts | null): DeclaredAccuracy =>
  version
    ? { ...UNKNOWN, driftAcross: version.queueFeed.driftAcross, driftAlong: version.queueFeed.driftAlong }
    : UNKNOWN

/** With margins nothing is sprayed past an edge, so nothing is assumed of that. */
function declaredOn(version: VersionFacts | null, borderless: boolean): DeclaredAccuracy {
  const declared = declaredAccuracy(version)
  return borderless ? declared : { ...declared, assumed: { ...declared.assumed, overspray: um(0) } }
}
