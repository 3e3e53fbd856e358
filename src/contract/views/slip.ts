import type { Um } from '@/core/length/length'
import type { PrintBody } from '@/core/slip/body'
import type { Outcome } from './log'

export type SlipState = 'open' | 'waiting' | 'done' | 'withdrawn'

/** A slip in a line of a list. */
export type SlipInLine = {
  readonly id: string
  readonly number: number
  readonly title: string
  readonly state: SlipState
  readonly pictureId: string | null
}

/** How a picture was printed when it came in before. */
export type EarlierPrint = {
  readonly runId: string
  readonly runNumber: number
  readonly at: number
  readonly outcome: Outcome
  readonly cause: string | null
  readonly note: string
  readonly versionId: string
  readonly versionNumber: number
  readonly presetName: string
  /** its preset is no longer offered */
  readonly retired: boolean
  readonly paperName: string
  /** null: a length cut from a roll */
  readonly sizeName: string | null
  readonly width: Um
  readonly length: Um
  /** runs that were printed so, this one among them */
  readonly times: number
  /** what was asked; null where it was not kept */
  readonly print: PrintBody | null
}
