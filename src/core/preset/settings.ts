import type { BlackInk, ColourMode, PrinterColour } from '@/core/printer/facts'

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
  /** null where the printer has no blacks to choose from */
  readonly blackInk: BlackInk | null
  readonly topcoat: string | null
  readonly colourMode: ColourMode
  /** null in monochrome, which is made in the printer's own way */
  readonly printerColour: PrinterColour | null
  /** what the driver converts to, when it is the driver that does; null also where nobody said */
  readonly driverProfile: { readonly name: string; readonly intent: Intent } | null
  /** two whole numbers of the printer's monochrome; null in colour */
  readonly tint: { readonly a: number; readonly b: number } | null
  readonly fileColour: FileColour
  readonly bits: 8 | 16
  readonly mirror: boolean
  readonly edgeAllowed: 'either' | 'margins'
  /** options of the room's own, by their id */
  readonly own: Readonly<Record<string, string>>
}
