import type { PrintLine } from '@/contract/prints'
import type { Finding } from '@/core/checks/check'
import type { Um } from '@/core/length/length'
import type { Minor } from '@/core/money/money'
import type { SaysInstead } from '@/core/printer/heard'
import type { Needs } from '@/core/slip/needs'
import type { ReadBack } from './card'
import type { RunSums } from './log'
import type { PlanLine } from './plan'
import type { Printer } from './printer'

/** Upkeep that is due; null days: it was never noted; `since`: what made it due before its days were over. */
export type Due = {
  readonly kind: string
  readonly days: number | null
  readonly since?: string
  /** what the last one found, where it did not find all well */
  readonly gaps?: string
}

/** A print of a waiting slip as the bench shows it. */
export type BenchSlip = {
  readonly id: string
  /** which of the slip's prints */
  readonly printId: string
  readonly number: number
  readonly title: string
  readonly memberName: string | null
  readonly pictureId: string | null
  /** good prints that it still wants */
  readonly copies: number
  readonly sheet: { readonly width: Um; readonly length: Um; readonly roll: boolean } | null
  readonly level: 'stop' | 'caution' | 'fine'
  /** the first finding that is not fine */
  readonly finding: Finding | null
}

/** Prints that need the same first: those that have waited longest are shown, the others counted. */
export type BenchGroup = {
  readonly needs: Needs
  readonly slips: readonly BenchSlip[]
  readonly count: number
  /** copies of all of them */
  readonly prints: number
  /** that all of them take at the printer, by its media settings' rates; null: of one it is not known */
  readonly seconds: number | null
}

export type Lane = {
  readonly printer: Pick<
    Printer,
    'id' | 'nickname' | 'loads' | 'feeds' | 'blackShared' | 'holdsBlack' | 'swapSeconds' | 'swapMicrolitres' | 'upkeep'
  >
  readonly due: readonly Due[]
  /** what the printer says is in it and the room does not know */
  readonly says: readonly SaysInstead[]
  /** what somebody left set at it, with since when; null: nothing */
  readonly copiesSet: { readonly copies: string; readonly since: number | null } | null
  /** since when it does not answer; null: it does, or is never asked */
  readonly awayAt: number | null
  readonly prints: readonly PrintLine[]
  /** settings that were found otherwise in its dialogs and that nobody has put right yet */
  readonly found: readonly ReadBack[]
  /** what prints that wait for its rolls take beside each other, and what that saves; um */
  readonly together: readonly RollHint[]
  /** plans that are kept for it: their copies stand in no group */
  readonly plans: readonly PlanLine[]
  /** what a swap of its black costs the room in ink; null: nobody has said what ink costs */
  readonly swapCost: Minor | null
  readonly groups: readonly BenchGroup[]
}

/** A first plan of what waits for a roll. */
export type RollHint = {
  readonly printerId: string
  readonly name: string
  readonly count: number
  readonly length: number
  readonly alone: number
}

export type Bench = {
  readonly lanes: readonly Lane[]
  /** waiting without preset, or with one whose printer is gone */
  readonly unplaced: readonly BenchSlip[]
  readonly unplacedCount: number
  readonly waiting: number
  readonly today: Pick<RunSums, 'prints' | 'spoiled' | 'mm2'>
}
