import type { Held } from '@/core/edge/measured-run'
import type { Um } from '@/core/length/length'

/** Distances that somebody took on a run's sheet, against its promise. */
export type MeasuredRun = {
  readonly id: string
  readonly runId: string
  readonly number: number
  readonly runAt: number
  readonly at: number
  readonly by: string
  readonly queueId: string
  readonly queueName: string
  readonly feedId: string
  readonly feedName: string
  readonly edge: 'margins' | 'borderless'
  /** the edge check that the promise came from; null: declared figures */
  readonly checkId: string | null
  readonly piece: number
  readonly instrument: string
  readonly held: readonly Held[]
  /** where the sheet landed against where it was promised to; null: what was read does not tell */
  readonly across: Um | null
  readonly along: Um | null
  /** it came out: its landing counts for the feed's drift */
  readonly counts: boolean
}
