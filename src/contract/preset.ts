import { z } from 'zod'
import { INTENTS, type Settings } from '@/core/preset/settings'
import { COLOUR_MODES, PRINTER_COLOURS } from '@/core/printer/facts'
import { idSchema } from './lengths'

const driverProfileName = z
  .string()
  .transform((s) => s.normalize('NFC').trim())
  .pipe(z.string().min(1, 'the profile’s name is needed').max(120, 'at most 120 letters'))

export const settingsSchema = z
  .object({
    queueId: idSchema,
    inkSet: z.string().min(1).max(80),
    feedId: idSchema,
    paperId: idSchema,
    mediaSettingId: z.string().min(1).max(80),
    qualityId: z.string().min(1).max(80),
    passes: z.enum(['one-way', 'two-way']),
    blackInk: z.enum(['photo', 'matte']).nullable(),
    topcoat: z.string().max(60).nullable(),
    colourMode: z.enum(COLOUR_MODES),
    printerColour: z.enum(PRINTER_COLOURS).nullable(),
    driverProfile: z
      .object({ name: driverProfileName, intent: z.enum(INTENTS) })
      .readonly()
      .nullable(),
    tint: z
      .object({ a: z.int().min(-100).max(100), b: z.int().min(-100).max(100) })
      .readonly()
      .nullable(),
    fileColour: z.discriminatedUnion('kind', [
      z.object({ kind: z.literal('untouched') }).readonly(),
      z
        .object({ kind: z.literal('profile'), profileId: idSchema, intent: z.enum(INTENTS), blackPoint: z.boolean() })
        .readonly(),
    ]),
    bits: z.union([z.literal(8), z.literal(16)]),
    mirror: z.boolean(),
    edgeAllowed: z.enum(['either', 'margins']),
    own: z.record(z.string().max(80), z.string().max(80)).readonly(),
  })
  .readonly() satisfies z.ZodType<Settings, unknown>
