import { fromMm, type Um, um } from '@/core/length/length'
import type { EdgeName } from '@/core/sheet/sheet'

/**
 * How truly a feed lands a sheet. `declared`: from the maker's data or the keeper's experience; `checked`: found by an
 * edge check. All figures hold 95 % of sheets.
 */
export type Accuracy = {
  readonly source: 'declared' | 'checked'
  /** how far a sheet may land from true, across and along */
  readonly driftAcross: Um
  readonly driftAlong: Um
  /** its turn, in milliradians (mm per metre) */
  readonly skew: number
  /** uncertainty of a printed length, per mille across and along (growth's uncertainty and stretch's) */
  readonly lengthAcross: number
  readonly lengthAlong: number
  /** uncertainty of the reading behind the figures */
  readonly reading: Um
}

/** Size within, when no check says better: 0.3 mm or 1 per mille, the larger. */
const SIZE_FLOOR = fromMm(0.3)
const SIZE_PER_MILLE = 1

/** The tolerance of a printed width or height. */
export function sizeWithin(a: Accuracy, length: Um, axis: 'across' | 'along'): Um {
  if (a.source === 'declared') return um(Math.max(SIZE_FLOOR, (length * SIZE_PER_MILLE) / 1000))
  const perMille = axis === 'across' ? a.lengthAcross : a.lengthAlong
  return um(Math.hypot((length * perMille) / 1000, a.reading))
}

/**
 * The tolerance of a distance to the sheet's edge `edge`, for a print whose farthest part lies `far` um from the
 * sheet's middle along that edge: drift, plus what the turn about the middle makes of that distance, plus the reading's
 * uncertainty (all three at their 95 % figures, so the sum is on the safe side).
 */
export function positionWithin(a: Accuracy, edge: EdgeName, far: number): Um {
  const drift = edge === 'left' || edge === 'right' ? a.driftAcross : a.driftAlong
  return um(drift + (Math.abs(a.skew) * far) / 1000 + a.reading)
}
