import type { Um } from '@/core/length/length'
import type { SheetChoice } from '@/core/slip/body'

/** A file at a note or target. */
export type Attachment = { readonly id: string; readonly name: string; readonly mime: string }

/** A paper's note, with its files. */
export type PaperNote = {
  readonly id: string
  readonly says: string
  readonly source: string
  readonly at: number
  readonly by: string
  readonly revision: number
  readonly files: readonly Attachment[]
}

/** An outside target, with where it was printed. */
export type Target = {
  readonly id: string
  readonly number: number
  readonly name: string
  readonly service: string
  readonly instructions: string
  readonly pictureId: string
  readonly pictureName: string
  readonly width: Um
  readonly height: Um
  readonly revision: number
  readonly files: readonly Attachment[]
  /** the newest first */
  readonly prints: readonly {
    readonly slipId: string
    readonly slipNumber: number
    readonly at: number
    readonly version: string
    readonly seal: string
  }[]
}

/** A version that a target can be printed with, and the sheets that the room keeps of its paper. */
export type TargetVersion = {
  readonly id: string
  readonly name: string
  readonly addressed: boolean
  readonly sheets: readonly { readonly says: string; readonly choice: SheetChoice }[]
}
