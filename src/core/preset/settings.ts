import type { BlackInk, PrinterColour } from '@/core/printer/facts'

/** ICC rendering intents, ICC.1:2010 clause 3.1. */
export const INTENTS = ['perceptual', 'relative', 'saturation', 'absolute'] as const
export type Intent = (typeof INTENTS)[number]

/** What Libreta does to the file's colour before it is sent. */
export type FileColour =
  | { readonly kind: 'untouched' }
  | {
      readonly kind: 'profile'
      readonly profileId: string
      readonly intent: Intent
      readonly blackPoint: boolean
    }

/** Everything that a preset's version fixes. Ids are permanent; a version never changes. */
export type Settings = {
  readonly queueId: string
  readonly inkSet: string
  readonly feedId: string
  readonly paperId: string
  readonly mediaSettingId: string
  readonly qualityId: string
  readonly passes: 'one-way' | 'two-way'
  readonly blackInk: BlackInk
  readonly topcoat: string | null
  readonly printerColour: PrinterColour
  /** two whole numbers of the printer's grey mode; null outside it */
  readonly tint: { readonly a: number; readonly b: number } | null
  readonly fileColour: FileColour
  readonly bits: 8 | 16
  readonly mirror: boolean
  readonly edgeAllowed: 'either' | 'margins'
  /** options of the room's own, by their id */
  readonly own: Readonly<Record<string, string>>
}
