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
  /** it was logged as something else */
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

export type LogTotals = {
  readonly runs: number
  readonly spoiled: number
  readonly mm2: number
  readonly microlitres: number
  readonly cost: Minor
  readonly charge: Minor
}
