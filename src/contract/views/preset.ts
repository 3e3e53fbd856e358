import type { Settings } from '@/core/preset/settings'

/** A preset as lists show it, with what it is found by. */
export type PresetLine = {
  readonly id: string
  readonly name: string
  readonly printerName: string
  readonly paperName: string
  readonly settings: Settings | null
  readonly draft: boolean
  readonly retired: boolean
  /** the newest; null: never sealed */
  readonly version: { readonly number: number; readonly seal: string; readonly at: number } | null
}
