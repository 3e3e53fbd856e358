import { z } from 'zod'
import type { LengthUnit } from '@/core/length/length'
import type { Offer } from '@/core/offer/other-sizes'
import type { WayOut } from '@/core/offer/slip-options'
import type { VersionFacts } from '@/core/slip/facts'
import { idSchema } from './lengths'
import { sheetChoiceSchema, slipBodySchema } from './slip'

const edge = z.enum(['margins', 'borderless'])
const unit = z.enum(['mm', 'in']) satisfies z.ZodType<LengthUnit>

/** What a slip's screen asks while it is filled; nothing is written. */
export const SLIP_QUESTIONS = {
  /** everything about one version */
  version: z.object({ versionId: idSchema }),
  /** why presets cannot print on this sheet with this edge */
  closed: z.object({ sheet: sheetChoiceSchema.nullable(), edge, unit }),
  /** why a print cannot be made as it is asked, or with one thing asked differently, and what opens it */
  'way-out': z.object({
    versionId: idSchema.nullable(),
    sheet: sheetChoiceSchema.nullable(),
    edge,
    want: z
      .union([z.object({ versionId: idSchema }), z.object({ sheet: sheetChoiceSchema }), z.object({ edge })])
      .nullable(),
    unit,
  }),
  /** the same picture in the room's other sizes; of a slip that has this print alone */
  offers: z.object({ body: slipBodySchema, mode: z.enum(['whole', 'fill']), typed: z.string().max(80), unit }),
}
export type SlipQuestion = keyof typeof SLIP_QUESTIONS
export type SlipAsked<Q extends SlipQuestion> = z.input<(typeof SLIP_QUESTIONS)[Q]>

export type SlipAnswers = {
  version: VersionFacts
  /** by version id; a version that can is not in it */
  closed: Readonly<Record<string, string>>
  /** null: nothing is closed */
  'way-out': WayOut | null
  /** the first of them, and how many there are */
  offers: { readonly offers: readonly Offer[]; readonly count: number; readonly room: boolean }
}
