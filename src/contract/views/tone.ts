import type { DarknessKnown } from '@/core/printer/darkness'
import type { SheetChoice } from '@/core/slip/body'
import type { ScannerCurve } from '@/core/tone/anchor'
import type { Encoding } from '@/core/tone/encoding'
import type { OfSet } from '@/core/tone/set'
import type { WedgeLayout } from '@/core/tone/wedge'
import type { PaperWhite } from '../paper'
import type { PrintLine } from '../prints'
import type { ReadingBody } from '../tone'
import type { SlipState } from './slip'

/** A reading of a wedge, as it is shown. */
export type ToneReading = {
  readonly id: string
  readonly at: number
  readonly by: string
  readonly body: ReadingBody
}

/** A curve that was bound. */
export type BoundCurve = {
  readonly id: string
  readonly number: number
  readonly strength: number
  readonly readingId: string
  readonly at: number
}

/** A tone check: a wedge with everything that became of it. */
export type ToneCheck = {
  readonly id: string
  readonly number: number
  /** three letters that stand in its header */
  readonly code: string
  readonly printerId: string
  readonly printerName: string
  readonly queueName: string
  readonly presetId: string
  readonly presetName: string
  readonly versionId: string
  readonly versionNumber: number
  readonly seal: string
  readonly paperId: string
  readonly paperName: string
  readonly surface: string
  readonly paperWhite: PaperWhite | null
  readonly mediaSetting: string
  readonly colourMode: 'colour' | 'monochrome'
  readonly blackInk: 'photo' | 'matte' | null
  readonly tint: readonly [number, number] | null
  readonly darkness: number
  readonly darknessName: string
  readonly layout: WedgeLayout
  /** the curve that it was printed through; null: untouched */
  readonly through: BoundCurve | null
  readonly pictureId: string
  readonly slipId: string
  readonly slipNumber: number
  readonly prints: readonly PrintLine[]
  /** its file is printed elsewhere: somebody has to say that it came out */
  readonly byHand: boolean
  /** when it came out; null: it did not yet */
  readonly printedAt: number | null
  /** from when on its ink is dry, as the room says of this surface */
  readonly dryAt: number | null
  readonly note: string
  readonly at: number
  readonly by: string
  /** those that stand, the newest first */
  readonly readings: readonly ToneReading[]
  /** curves that were bound from it and are in use */
  readonly curves: readonly BoundCurve[]
  /** what was done to its printer after it was printed; null: nothing */
  readonly since: string | null
  readonly revision: number
  readonly retired: boolean
}

export type Scanner = {
  readonly id: string
  readonly number: number
  readonly name: string
  readonly encoding: Encoding
  readonly curve: ScannerCurve | null
  readonly checkedAt: number | null
  readonly revision: number
}

/** A version that a wedge can be printed with. */
export type ToneVersion = {
  readonly id: string
  readonly name: string
  /** ways beside each other are of one paper and feed */
  readonly paperId: string
  readonly feedId: string
  readonly mono: boolean
  readonly addressed: boolean
  readonly sheets: readonly { readonly says: string; readonly choice: SheetChoice }[]
  readonly darkness: DarknessKnown
  /** upkeep that a wedge wants first and that is due */
  readonly due: readonly string[]
}

/** A slip with pictures in black-and-white, as a set view offers it. */
export type SlipInGrey = {
  readonly id: string
  readonly number: number
  readonly title: string
  readonly state: SlipState
  readonly memberName: string | null
  readonly prints: readonly {
    readonly id: string
    readonly pictureId: string
    readonly of: OfSet
    readonly preset: string
    readonly version: number
    /** by the queue's own name for it */
    readonly darkness: string
  }[]
}
