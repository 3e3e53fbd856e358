import type { Um } from '@/core/length/length'
import type { Minor } from '@/core/money/money'
import type { Edges } from '@/core/sheet/sheet'

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
  /** copies that it still wants */
  readonly copies: number
  /** how much of the roll each of them takes alone */
  readonly alone: Um
}

/** Waiting prints of one version on one roll: what can be printed as one piece. */
export type PlanGroup = {
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
  readonly roll: { readonly number: number; readonly left: Um } | null
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
