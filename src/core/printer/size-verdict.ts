import type { LengthUnit, Um } from '@/core/length/length'
import { type FeedLimits, fitSize, type SizeFit } from '@/core/sizes/fit'
import { type BorderlessClosed, borderlessClosed } from './closed'
import type { MediaSetting, QueueFeed } from './facts'

/** What of a queue decides which sizes go through it. */
export type SizeQueue = {
  readonly queueId: string
  readonly queueName: string
  readonly printerId: string
  readonly printerName: string
  readonly paths: readonly {
    readonly feed: FeedLimits & { readonly id: string; readonly name: string }
    readonly driven: QueueFeed
  }[]
  readonly mediaSettings: readonly Pick<MediaSetting, 'id' | 'name' | 'longest'>[]
}

/** What one feed of one queue makes of a size. */
export type SizeVerdict = {
  readonly queueId: string
  readonly feedId: string
  readonly feedName: string
  readonly roll: boolean
  readonly fit: SizeFit
  /** media settings that do not print so long, of those the queue has; all of them: nothing prints it */
  readonly tooLongFor: readonly { readonly name: string; readonly longest: Um }[]
  /** why it cannot be printed borderless with any media setting; null: it can with one at least */
  readonly borderlessClosed: BorderlessClosed | null
  /** it fits, and some media setting prints it */
  readonly taken: boolean
}

type Edges = { readonly short: Um; readonly long: Um }

/**
 * Every feed of every queue with what it makes of a size. A sheet is turned where it fits only so; a roll's piece is as
 * wide as its short edge and never turned.
 * @example verdictsOn({ short: 210000, long: 297000 }, [])  // []
 */
export const verdictsOn = ({ short, long }: Edges, queues: readonly SizeQueue[]): readonly SizeVerdict[] =>
  queues.flatMap((q) =>
    q.paths.map(({ feed, driven }): SizeVerdict => {
      const fit = fitSize(short, long, feed, null)
      const [across, along] = fit.leads === 'short' ? [short, long] : [long, short]
      const tooLongFor = q.mediaSettings.flatMap((m) =>
        m.longest !== null && along > m.longest ? [{ name: m.name, longest: m.longest }] : [],
      )
      const rest = q.mediaSettings.filter((m) => m.longest === null || along <= m.longest)
      const closed = rest.map((m) => borderlessClosed(driven, across, m))
      return {
        ...{ queueId: q.queueId, feedId: feed.id, feedName: feed.name, roll: feed.kind === 'roll', fit, tooLongFor },
        borderlessClosed: closed.some((c) => c === null) ? null : (closed[0] ?? { code: 'borderless_not_on_feed' }),
        taken: fit.problems.length === 0 && (q.mediaSettings.length === 0 || rest.length > 0),
      }
    }),
  )

/**
 * The size that is already there: its edges agree within 0.1 mm, whichever way round they were typed. Retired ones count
 * too: they can be offered again.
 * @example twinOf([{ id: 'a', short: 210000, long: 297000 }], { short: 297050, long: 210000 }, null).id // 'a'
 */
export function twinOf<S extends Edges & { readonly id: string; readonly replacedBy?: string }>(
  sizes: readonly S[],
  typed: Edges,
  self: string | null,
): S | null {
  const [short, long] = [Math.min(typed.short, typed.long), Math.max(typed.short, typed.long)]
  return (
    sizes.find(
      (s) =>
        s.id !== self &&
        s.replacedBy === undefined &&
        Math.abs(s.short - short) <= TWIN_UM &&
        Math.abs(s.long - long) <= TWIN_UM,
    ) ?? null
  )
}

/** 0.1 mm: what rounding of inches makes, and less than any cutter's error. */
const TWIN_UM = 100

/**
 * One edge from the other, at a ratio that is held; rounded to what people type, 0.1 mm or 1/16 in.
 * @param ratio the wanted edge over the typed one
 * @example heldRatio(210000, Math.SQRT2, 'mm') // 297000
 */
export function heldRatio(typed: Um, ratio: number, unit: LengthUnit): number {
  const step = unit === 'mm' ? 100 : 25_400 / 16
  return Math.round(Math.round((typed * ratio) / step) * step)
}
