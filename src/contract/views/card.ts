import type { CardStep } from '@/core/preset/dialog'

/** A setting that was found otherwise than it is said. */
export type Found = { readonly label: string; readonly expected: string; readonly found: string }

/** A card read back at the printer's own dialog. */
export type ReadBack = {
  readonly id: string
  readonly at: number
  readonly by: string
  readonly presetId: string
  readonly versionId: string
  readonly presetName: string
  readonly versionNumber: number
  readonly queueName: string
  /** what was found otherwise; empty: all as it says */
  readonly found: readonly Found[]
  /** when somebody put it right; null: not yet, where something was found */
  readonly settled: { readonly at: number; readonly by: string } | null
}

/** How often settings of a preset were found changed, and which ones. */
export type FoundChanged = { readonly times: number; readonly labels: readonly string[] }

/** The page that walks through a version's settings, or those of a print with it, at the printer. */
export type BenchCard = {
  readonly versionId: string
  readonly presetId: string
  readonly presetName: string
  readonly number: number
  readonly seal: string
  readonly printerName: string
  readonly queueName: string
  readonly paperName: string
  readonly feed: {
    readonly name: string
    readonly loading: readonly string[]
    readonly message: string
    readonly pictureId: string | null
  }
  /** the print that it is of; null: of the version alone */
  readonly print: {
    readonly slipId: string
    readonly printId: string
    readonly slipNumber: number
    readonly title: string
    /** its size by name, or what stands for it */
    readonly sheet: string
    /** which edge enters first, where the sheet is known */
    readonly leads: 'short' | 'long' | null
  } | null
  readonly steps: readonly CardStep[]
}
