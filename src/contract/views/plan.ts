import type { ShareRule } from '@/core/charge/shares'
import type { Um } from '@/core/length/length'
import type { Minor } from '@/core/money/money'
import type { Laid } from '@/core/nest/ask'
import type { Edges } from '@/core/sheet/sheet'
import type { PrintLine } from '../prints'

/** A waiting print that may lie beside others on a roll; lengths um. */
export type PlanPrint = {
  readonly slipId: string
  readonly printId: string
  readonly number: number
  readonly title: string
  readonly memberName: string | null
  readonly pictureId: string | null
  /** as it is asked for, across and along the roll */
  readonly w: Um
  readonly h: Um
  /** its picture's shape, as it stands upright: width over height */
  readonly ratio: number
  /** of its slip, as it was when this was read */
  readonly revision: number
  /** copies that it still wants */
  readonly copies: number
  /** how much of the roll each of them takes alone */
  readonly alone: Um
}

/** Waiting prints of one version on one roll: what can be printed as one piece. */
export type PlanGroup = {
  /** version, width, darkness and way to grey: what all of its prints have in common */
  readonly key: string
  readonly versionId: string
  readonly queueId: string
  readonly name: string
  readonly printerName: string
  readonly feedName: string
  readonly paperName: string
  readonly width: Um
  /** what the printer leaves white around all of it */
  readonly margins: Edges
  /** the roll in use, with what is left of it; null: the room keeps none */
  readonly roll: { readonly id: string; readonly number: number; readonly left: Um } | null
  /** rolls of its paper of every width that the feed takes, this one's too: what is left of each that is open, the longest first */
  readonly rolls: readonly {
    readonly width: Um
    readonly perMetre: Minor | null
    readonly open: readonly { readonly number: number; readonly left: Um }[]
    readonly unopened: number
    readonly loaded: boolean
  }[]
  /** the longest piece that the feed takes */
  readonly longest: Um
  /** a metre of the roll; null: nobody has said what it costs */
  readonly perMetre: Minor | null
  readonly prints: readonly PlanPrint[]
  /** waiting on the same roll, and no print that others lie beside: with the reason */
  readonly others: readonly {
    readonly slipId: string
    readonly number: number
    readonly title: string
    readonly why: string
  }[]
}

/** A plan that somebody keeps, in a line. */
export type PlanLine = {
  readonly id: string
  readonly number: number
  readonly name: string
  /** null: its version cannot print any more */
  readonly queueId: string | null
  readonly printerName: string
  readonly count: number
  /** of roll, all in all */
  readonly length: Um
  readonly by: string
  readonly at: number
  readonly state: 'kept' | 'printed' | 'put away'
}

/** A print as it lies in a kept plan, on the length of roll as it comes out; um, feed frame. */
export type PlanPiece = {
  readonly slipId: string
  readonly number: number
  readonly title: string
  readonly memberName: string | null
  readonly groupName: string | null
  readonly pictureId: string | null
  readonly laid: Laid
  /** whose account it is charged to: the member's or the group's; null: nobody's */
  readonly payer: { readonly id: string; readonly name: string } | null
  /** what is charged for it; null: nobody can say */
  readonly charge: Minor | null
  /** its part of the run, once it is printed */
  readonly partId: string | null
}

/** What a plan leads to while it can be printed as it was laid. */
export type PlanPromise = {
  readonly findings: readonly {
    readonly check: string
    readonly level: 'stop' | 'caution' | 'fine'
    readonly says: string
  }[]
  /** how far a cut by measure may miss a print's edge, um */
  readonly miss: { readonly across: Um; readonly along: Um }
  readonly rule: ShareRule
  /** paper and ink together, and what of the paper nobody pays */
  readonly cost: Minor
  readonly room: Minor
  /** what of the charge nobody can say */
  readonly unknown: readonly ('paper' | 'ink')[]
  readonly inkMl: number | null
  readonly seconds: number | null
}

/** A kept plan with all that is said before it is printed, or of what was. */
export type PlanView = PlanLine & {
  readonly revision: number
  readonly feedName: string
  readonly paperName: string
  readonly sheet: { readonly width: Um; readonly length: Um }
  readonly gap: Um
  readonly straight: boolean
  readonly pieces: readonly PlanPiece[]
  readonly cutsMade: number
  /** offcuts that lie on the shelf already: the cut they fell off at, and the side */
  readonly offcutsKept: readonly string[]
  /** null: it was printed, put away, or cannot be printed as it was laid: `trouble` says why */
  readonly promise: PlanPromise | null
  readonly trouble: string | null
  readonly runId: string | null
  /** what the printer counted of the roll, where that is not what was sent */
  readonly counted: string | null
  readonly prints: readonly PrintLine[]
  /** whether its queue can be sent to */
  readonly reachable: boolean
}
