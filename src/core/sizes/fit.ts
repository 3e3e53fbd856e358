import type { Um } from '@/core/length/length'

/** What a feed takes. `null`: the feed states no limit. Widths are across the feed. */
export type FeedLimits = {
  readonly kind: 'stack' | 'sheet' | 'roll'
  readonly minWidth: Um
  readonly maxWidth: Um
  readonly minLength: Um
  readonly maxLength: Um
}

export type SizeProblem =
  | {
      readonly code: 'size_too_wide' | 'size_too_narrow' | 'size_too_long' | 'size_too_short'
      readonly isUm: Um
      readonly limitUm: Um
    }
  | {
      readonly code: 'longer_than_media_setting'
      readonly isUm: Um
      readonly limitUm: Um
      readonly mediaSetting: string
    }

export type SizeFit = {
  /** which edge enters first; a roll's is always its width */
  readonly leads: 'short' | 'long'
  /** true when the size fits only with its long edge first */
  readonly turned: boolean
  readonly problems: readonly SizeProblem[]
}

/**
 * Whether a sheet (short x long) or a length cut from a roll fits a feed. A sheet's width is its short edge; where it
 * fits only the other way round it is turned, and that is said. A roll is never turned: `short` is then its width.
 * Problems are those of the short edge first.
 * @example fitSize(210000, 400000, VERSION.feed, null).leads // 'short'
 */
export function fitSize(
  short: Um,
  long: Um,
  feed: FeedLimits,
  longest: { readonly mediaSetting: string; readonly um: Um } | null,
): SizeFit {
  const upright = limitsMet(short, long, feed, longest)
  if (feed.kind === 'roll' || upright.length === 0) return { leads: 'short', turned: false, problems: upright }
  const across = limitsMet(long, short, feed, longest)
  return across.length === 0
    ? { leads: 'long', turned: true, problems: [] }
    : { leads: 'short', turned: false, problems: upright }
}

function limitsMet(
  width: Um,
  length: Um,
  feed: FeedLimits,
  longest: { readonly mediaSetting: string; readonly um: Um } | null,
): readonly SizeProblem[] {
  const found: SizeProblem[] = []
  if (width > feed.maxWidth) found.push({ code: 'size_too_wide', isUm: width, limitUm: feed.maxWidth })
  if (width < feed.minWidth) found.push({ code: 'size_too_narrow', isUm: width, limitUm: feed.minWidth })
  if (length > feed.maxLength) found.push({ code: 'size_too_long', isUm: length, limitUm: feed.maxLength })
  if (length < feed.minLength) found.push({ code: 'size_too_short', isUm: length, limitUm: feed.minLength })
  if (longest && length > longest.um)
    found.push({
      code: 'longer_than_media_setting',
      isUm: length,
      limitUm: longest.um,
      mediaSetting: longest.mediaSetting,
    })
  return found
}
