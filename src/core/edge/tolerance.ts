import { fromMm, type PerMille, perMille, type Um, um } from '@/core/length/length'
import type { EdgeName } from '@/core/sheet/sheet'

/**
 * How truly a feed lands a sheet. `declared`: what the printer declares, and beside it what the room assumes of declared
 * figures; `checked`: found by an edge check. All figures hold 95 % of sheets.
 */
export type Accuracy = DeclaredAccuracy | CheckedAccuracy

type Landing = {
  /** how far a sheet may land from true, across and along */
  readonly driftAcross: Um
  readonly driftAlong: Um
  /** its turn */
  readonly skew: PerMille
}

export type DeclaredAccuracy = Landing & { readonly source: 'declared'; readonly assumed: Assumed }

export type CheckedAccuracy = Landing & {
  readonly source: 'checked'
  /** uncertainty of a printed length across and along (enlargement's uncertainty and stretch's) */
  readonly lengthAcross: PerMille
  readonly lengthAlong: PerMille
  /** uncertainty of the reading behind the figures */
  readonly reading: Um
}

/** How far figures that nobody measured are taken to be off, beside the declared drift. */
export type Assumed = {
  /** where the page lies and where the margins end */
  readonly place: Um
  /** per edge, how far the overspray is off; 0 with margins */
  readonly overspray: Um
  /** of a length, across and along: rollers slip, carriages hardly do */
  readonly lengthAcross: PerMille
  readonly lengthAlong: PerMille
}

/**
 * The room's assumption: a plain feed before anybody measured it. A millimetre of place is what makers allow when they
 * state margins; a length along is what a worn roller makes of it.
 */
export const ASSUMED: Assumed = {
  place: fromMm(0.6),
  overspray: fromMm(0.5),
  lengthAcross: perMille(1),
  lengthAlong: perMille(3),
}

/** Turn of a sheet that nobody measured. */
export const ASSUMED_SKEW = perMille(0.6)

/** Size tolerance, when no check says better: never below 0.3 mm. */
const SIZE_FLOOR = fromMm(0.3)

/**
 * The tolerance of a printed width or height.
 * @param extent of the sheet on that axis: overspray that is not known stretches a print by its share of the sheet
 * @example sizeTolerance({ source: 'checked', driftAcross: 200, driftAlong: 300, skew: 0, lengthAcross: 1, lengthAlong: 1, reading: 0 }, 100000, 'across', 200000) // 100
 */
export function sizeTolerance(a: Accuracy, length: Um, axis: 'across' | 'along', extent: Um): Um {
  if (a.source === 'declared') {
    const share = axis === 'across' ? a.assumed.lengthAcross : a.assumed.lengthAlong
    const enlarged = extent > 0 ? (2 * a.assumed.overspray * length) / extent : 0
    return um(Math.max(SIZE_FLOOR, Math.hypot((length * share) / 1000, enlarged)))
  }
  const share = axis === 'across' ? a.lengthAcross : a.lengthAlong
  return um(Math.hypot((length * share) / 1000, a.reading))
}

/**
 * The tolerance of a distance to the sheet's edge `edge`: drift, plus what the turn about the middle makes of the
 * distance `far`, plus the reading's uncertainty (all at their 95 % figures, so the sum is on the safe side). Before any
 * check, what is assumed of the place, and of a length `from` the side where the sheet is taken (left, lead), is added.
 * @param far the print's farthest part from the sheet's middle along that edge, um
 * @param from the print's edge from the sheet's left or lead edge, um
 * @example positionTolerance(FIGURES.accuracy, 'left', 100000, 0) // 350
 */
export function positionTolerance(a: Accuracy, edge: EdgeName, far: number, from: number): Um {
  const across = edge === 'left' || edge === 'right'
  const drift = across ? a.driftAcross : a.driftAlong
  const turn = (Math.abs(a.skew) * far) / 1000
  if (a.source === 'checked') return um(drift + turn + a.reading)
  const share = across ? a.assumed.lengthAcross : a.assumed.lengthAlong
  return um(drift + turn + Math.hypot(a.assumed.place, a.assumed.overspray, (Math.abs(from) * share) / 1000))
}
