import { type Um, um } from '@/core/length/length'
import type { FeedLimits } from '@/core/sizes/fit'
import type { Accuracy } from './tolerance'
import { sizeTolerance } from './tolerance'

/** A piece that is cut by hand from a roll for a feed that takes sheets. Lengths um. */
export type HandPiece = {
  readonly width: Um
  /** how much is cut off: the wanted length, and what the feed needs to hold its end */
  readonly cut: Um
  /** from the lead edge: where it is trimmed after printing */
  readonly trimAt: Um
  /** how far the far end may run aside, by the feed's turn over that length */
  readonly aside: Um
  /** how much longer or shorter the print may come out than asked */
  readonly longer: Um
}

/** Why a piece cannot be cut or fed. */
export type PieceProblem =
  | { readonly code: 'wider_than_roll'; readonly isUm: Um; readonly rollUm: Um }
  | { readonly code: 'wider_than_long'; readonly widthUm: Um; readonly leastUm: Um }
  | { readonly code: 'not_fed'; readonly isUm: Um; readonly limitUm: Um; readonly across: boolean }
  | { readonly code: 'not_left'; readonly isUm: Um; readonly leftUm: Um }

/**
 * A piece for a print of a wanted length. It feeds by the edge that was the roll's width, so it is at least as long as it
 * is wide.
 * @param left of the roll
 * @example handPiece({ width: 300000, length: 900000 }, { width: 432000, left: 5000000 }, { minWidth: 0, maxWidth: 329000, minLength: 0, maxLength: 2000000, kind: 'sheet', extraLength: 60000 }, FIGURES.accuracy).piece.cut // 960000
 */
export function handPiece(
  wanted: { readonly width: Um; readonly length: Um },
  roll: { readonly width: Um; readonly left: Um },
  feed: FeedLimits & { readonly extraLength: Um },
  accuracy: Accuracy,
): { readonly piece: HandPiece; readonly problems: readonly PieceProblem[] } {
  const { width, length } = wanted
  const cut = um(length + feed.extraLength)
  const problems: PieceProblem[] = []
  if (width > roll.width) problems.push({ code: 'wider_than_roll', isUm: width, rollUm: roll.width })
  if (cut < width) problems.push({ code: 'wider_than_long', widthUm: width, leastUm: um(width - feed.extraLength) })
  const limit = (is: Um, limitUm: Um, across: boolean, over: boolean): void => {
    if (over) problems.push({ code: 'not_fed', isUm: is, limitUm, across })
  }
  limit(width, feed.maxWidth, true, width > feed.maxWidth)
  limit(width, feed.minWidth, true, width < feed.minWidth)
  limit(cut, feed.maxLength, false, cut > feed.maxLength)
  limit(cut, feed.minLength, false, cut < feed.minLength)
  if (cut > roll.left) problems.push({ code: 'not_left', isUm: cut, leftUm: roll.left })
  return {
    piece: {
      ...{ width, cut, trimAt: length },
      aside: um((Math.abs(accuracy.skew) * cut) / 1000),
      longer: sizeTolerance(accuracy, length, 'along', cut),
    },
    problems,
  }
}
