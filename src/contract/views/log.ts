import type { Um } from '@/core/length/length'
import type { Minor } from '@/core/money/money'
import type { RunRecord } from '@/core/slip/record'

export type Outcome = 'good' | 'proof' | 'spoiled' | 'not known' | 'not printed'

export type Correction = {
  readonly at: number
  readonly by: string
  readonly outcome: 'good' | 'proof' | 'spoiled'
  readonly cause: string | null
  readonly note: string
  readonly charge: Minor
}

export type RunLine = {
  /** by which it is found: the run's, or the part's own where prints share the sheet */
  readonly id: string
  /** prints that share its sheet; 1: it has it alone */
  readonly parts: number
  readonly number: number
  readonly at: number
  readonly slipId: string
  readonly printId: string
  readonly slipNumber: number
  readonly title: string
  /** of its first piece, as the record has it */
  readonly pictureId: string | null
  readonly memberName: string | null
  readonly groupName: string | null
  readonly printerName: string
  readonly presetName: string
  readonly versionNumber: number
  readonly seal: string
  readonly paperName: string
  readonly outcome: Outcome
  readonly cause: string | null
  readonly note: string
  readonly copy: number
  readonly width: Um
  readonly length: Um
  /** cut from a roll */
  readonly roll: boolean
  readonly inkMicrolitres: number
  readonly cost: Minor
  readonly charge: Minor
  /** what of its cost nobody could say */
  readonly unknown: readonly ('paper' | 'ink')[]
  /** it was corrected since it was logged */
  readonly corrected: boolean
}

export type Run = RunLine & {
  readonly runId: string
  /** which of its parts this is, and in which order of its pieces, from 0 */
  readonly partId: string
  readonly position: number
  /** the other prints on its sheet */
  readonly others: readonly {
    readonly id: string
    readonly slipNumber: number
    readonly title: string
    readonly memberName: string | null
    readonly outcome: Outcome
    readonly charge: Minor
  }[]
  readonly chargeTo: 'member' | 'group'
  /** somebody is asked for its charge */
  readonly asked: boolean
  readonly memberId: string | null
  readonly groupId: string | null
  /** as what it was logged */
  readonly logged: { readonly outcome: Outcome; readonly cause: string | null }
  readonly corrections: readonly Correction[]
  readonly by: string
  /** what the printer counted of the roll, where that is not what was sent */
  readonly counted: string | null
  /** what was promised when it was made */
  readonly record: RunRecord
}

/** What prints add up to. What is not known, or was not printed, is counted apart and is in no sum. */
export type RunSums = {
  /** prints that came out, each of them once */
  readonly prints: number
  /** passes through a printer that brought them out: prints that share a sheet share one */
  readonly runs: number
  /** sheets and lengths of roll that they took: one that went through again is one */
  readonly sheets: number
  readonly good: number
  readonly proof: number
  readonly spoiled: number
  readonly notKnown: number
  readonly notPrinted: number
  readonly mm2: number
  readonly microlitres: number
  /** what the room spent: paper at its price, and ink */
  readonly cost: Minor
  /** what somebody is asked for */
  readonly charge: Minor
  /** what of the cost nobody could say of some print: the cost is at least that */
  readonly unknown: readonly ('paper' | 'ink')[]
  /** how many of the sheets the room printed for itself, such as ruler sheets; left away: none */
  readonly ofRoom?: number
}

export type LogFilter = {
  readonly printerId?: string
  readonly memberId?: string
  readonly paperId?: string
  readonly outcome?: Outcome
  readonly from?: number
  readonly to?: number
}
