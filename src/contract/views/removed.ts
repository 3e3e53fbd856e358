import type { PartKind } from '@/core/printer/parts'

/** Something that is no longer offered, and can be again. */
export type RemovedThing = {
  readonly kind:
    | 'printer'
    | 'preset'
    | 'paper'
    | 'profile'
    | 'size'
    | 'screen'
    | 'note'
    | 'target'
    | 'member'
    | 'tone check'
    | 'scanner'
    | 'group'
    | 'form'
    | 'feed'
    | 'queue'
    | 'roll'
  readonly id: string
  readonly name: string
  readonly at: number
  readonly revision: number
}

/** Something that was taken out of a queue, and can be put back. */
export type RemovedPart = {
  readonly event: number
  readonly at: number
  readonly queueId: string
  readonly queue: string
  readonly kind: PartKind
  readonly item: string
  readonly name: string
}
