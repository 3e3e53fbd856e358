import type { Um } from '@/core/length/length'
import type { BlackInk, Feed, QueueFacts } from '@/core/printer/facts'

export type Queue = {
  readonly id: string
  readonly printerId: string
  readonly name: string
  readonly address: string
  readonly language: string
  readonly isDefault: boolean
  readonly shared: boolean
  readonly facts: QueueFacts
  readonly revision: number
}

export type FeedRow = Feed & { readonly revision: number }

export type Load = {
  readonly feedId: string
  readonly feedName: string
  readonly stockId: string
  readonly paperId: string
  readonly paperName: string
  readonly kind: 'sheet' | 'roll'
  readonly width: Um
  readonly length: Um
  /** sheets on the shelf, or um on the roll */
  readonly left: number
  readonly rollId: string | null
  readonly rollNumber: number | null
  readonly surface: string
  /** what the printer said when somebody looked and said that it is as noted */
  readonly confirmed: string | null
}

export type UpkeepEntry = {
  readonly kind: string
  readonly at: number
  readonly note: string
  /** what came of it */
  readonly result: string
  /** a nozzle check that found nozzles which do not fire */
  readonly gaps: boolean
  /** who did it */
  readonly by: string
}

export type Printer = {
  readonly id: string
  readonly number: number
  readonly nickname: string
  readonly makeModel: string
  readonly carriage: Um
  readonly inkSet: string
  /** since when; null: it was never changed here */
  readonly inkSetAt: number | null
  readonly blackShared: boolean
  readonly swapSeconds: number
  readonly swapMicrolitres: number
  readonly holdsBlack: BlackInk | null
  /** days that upkeep stays good, by kind */
  readonly goodFor: Readonly<Record<string, number>>
  readonly revision: number
  readonly feeds: readonly FeedRow[]
  readonly queues: readonly Queue[]
  readonly loads: readonly Load[]
  readonly upkeep: readonly UpkeepEntry[]
}
