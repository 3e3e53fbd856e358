import type { StepId, StepSaid } from '@/core/paper/path'
import type { SheetChoice } from '@/core/slip/body'

/** A step of a path as it stands, with where it is gone on with. */
export type StepView = {
  readonly id: StepId
  readonly name: string
  readonly reason: string
  readonly state: 'done' | 'skipped' | 'open'
  /** what the room knows of it */
  readonly found: { readonly says: string; readonly at: number | null } | null
  readonly said: StepSaid | null
}

/** A paper's path on a queue, in short. */
export type PathLine = {
  readonly id: string
  readonly queueId: string
  readonly settled: number
  readonly steps: number
}

/** A paper's path on a queue. */
export type PathView = {
  readonly id: string
  readonly revision: number
  readonly paper: { readonly id: string; readonly name: string }
  readonly queue: {
    readonly id: string
    readonly name: string
    readonly printerId: string
    readonly printerName: string
  }
  readonly begunAt: number
  readonly by: string
  readonly steps: readonly StepView[]
  /** media settings of the queue for this paper's surface, with how often each was tried */
  readonly settings: readonly { readonly id: string; readonly name: string; readonly tried: number }[]
  /** presets that were made on it and are still offered although their setting was not kept */
  readonly spare: number
  /** the version that the path led to, or the one it tries with */
  readonly version: { readonly id: string; readonly presetId: string } | null
  /** sheets and rolls that the room keeps of the paper */
  readonly sheets: readonly { readonly says: string; readonly choice: SheetChoice }[]
}
