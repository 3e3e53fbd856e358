import type { NestAsk } from '@/core/nest/ask'
import type { Standing } from '@/core/nest/solve'

/** What a page asks of the planner: to search from the beginning, or to stop where it is. */
export type PlanAsked =
  | { readonly does: 'search'; readonly id: number; readonly ask: NestAsk; readonly seed: number; readonly ms: number }
  | { readonly does: 'stop' }

/** How the search stands, as often as it finds something shorter and now and then. */
export type PlanAnswered = {
  readonly id: number
  readonly standing: Standing
  /** it has ended: by time, by a stop, or because nothing is shorter */
  readonly over: boolean
}
