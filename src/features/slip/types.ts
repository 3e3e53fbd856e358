import type { PrintLine } from '@/contract/prints'
import type { EarlierPrint, SlipState } from '@/contract/views/slip'
import type { LengthUnit } from '@/core/length/length'
import type { Minor } from '@/core/money/money'
import type { SlipBody } from '@/core/slip/body'
import type { Catalogue } from '@/core/slip/catalogue'
import type { CopyCounts } from '@/core/slip/copies'
import type { PictureFacts } from '@/core/slip/facts'

/** A version to choose. */
export type VersionChoice = {
  readonly id: string
  readonly presetName: string
  readonly number: number
  readonly printerName: string
  /** its paper is in its feed now */
  readonly loaded?: boolean
}

/** What the slip's page hands down: plain data, read from the stores. */
export type SlipPage = {
  readonly slip: {
    readonly id: string
    readonly number: number
    readonly state: SlipState
    readonly body: SlipBody
    readonly revision: number
  }
  /** the outside target that it holds, which is printed from there alone; null: it is a plain slip */
  readonly target: { readonly name: string; readonly where: string } | null
  /** the pictures of its prints */
  readonly pictures: readonly (PictureFacts & { readonly bytes: number; readonly previewReady: boolean })[]
  /** with the versions that its prints hold; others are read when they are chosen */
  readonly catalogue: Catalogue
  /** the newest version of each preset in use */
  readonly choices: readonly VersionChoice[]
  readonly people: readonly {
    readonly id: string
    readonly name: string
    readonly groupName: string | null
  }[]
  readonly runs: readonly {
    readonly id: string
    readonly number: number
    readonly printId: string
    readonly outcome: string
    readonly copy: number
    readonly charge: Minor
  }[]
  /** sheets on their way, waiting for an answer, or lately out */
  readonly prints: readonly PrintLine[]
  /** copies of each print, by its id */
  readonly copies: Readonly<Record<string, CopyCounts>>
  /** addresses of the queues that have one, by queue */
  readonly addresses: Readonly<Record<string, string>>
  readonly roomUnit: LengthUnit
  /** when it was read */
  readonly now: number
  /** newer versions of presets than its prints hold, by the version held */
  readonly newer: Readonly<
    Record<string, { readonly versionId: string; readonly number: number; readonly changes: string }>
  >
  /** how its pictures were printed when they came in before, by picture */
  readonly earlier: Readonly<Record<string, readonly EarlierPrint[]>>
  /** copies on this member's slip before, said since it is often carried over by mistake */
  readonly lastCopies: number | null
}
