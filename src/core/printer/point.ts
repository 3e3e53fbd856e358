import type { Feed, QueueFacts } from './facts'

/** What the room knows about a printer as one queue drives it: what taking over changes. */
export type Knowledge = {
  readonly makeModel: string
  readonly feeds: readonly Feed[]
  readonly facts: QueueFacts
}

/** One thing that a printer told, beside what is known of it. */
export type Point = {
  readonly id: string
  readonly about: string
  readonly known: string
  readonly told: string
  /** nothing to take over: both say the same */
  readonly same: boolean
  /** what has to be assumed when it is taken over, because no printer tells it */
  readonly assumes: string | null
  readonly apply: (k: Knowledge) => Knowledge
}
