import { z } from 'zod'
import { GREY_WAYS } from '@/core/tone/to-grey'
import { idSchema, nameSchema, noteSchema, timeSchema } from '../lengths'
import { sheetChoiceSchema } from '../slip'
import { encodingSchema, readingBodySchema, stepsSchema } from '../tone'
import { edited } from './shared'

export const TONE_INPUTS = {
  'tone.start': z
    .object({
      versionId: idSchema,
      sheet: sheetChoiceSchema,
      steps: stepsSchema,
      darkness: z.int().min(-100).max(100),
      /** several wedges go onto one sheet one after the other: which of how many this is */
      place: z.int().min(1).max(6),
      of: z.int().min(1).max(6, 'at most 6 on one sheet'),
      /** the curve that it goes through; null: untouched */
      curveId: idSchema.nullable().default(null),
      note: noteSchema,
      /** sent through the queue; otherwise its file is saved and printed elsewhere */
      print: z.boolean(),
    })
    .refine((v) => v.place <= v.of, { path: ['place'], error: 'there are not so many places' }),
  'tone.ways': z.object({
    pictureId: idSchema,
    sheet: sheetChoiceSchema,
    ways: z
      .array(
        z.object({
          versionId: idSchema,
          darkness: z.int().min(-100).max(100),
          grey: z.enum(GREY_WAYS).nullable().default(null),
        }),
      )
      .min(2, 'choose two ways at least')
      .max(6, 'at most six ways lie on one sheet'),
  }),
  'tone.tints': z.object({ versionId: idSchema, sheet: sheetChoiceSchema, axis: z.enum(['a', 'b']) }),
  'tone.read': z.object({ id: idSchema, body: readingBodySchema }),
  'tone.unread': z.object({ id: idSchema }),
  'tone.bind': z.object({ readingId: idSchema, strength: z.int().min(0).max(1000) }),
  'tone.unbind': z.object({ id: idSchema }),
  'tone.retire': z.object(edited),
  'tone.restore': z.object(edited),
  'tone.printed': z.object({ ...edited, at: timeSchema }),
  'scanner.add': z.object({ name: nameSchema, encoding: encodingSchema }),
  'scanner.check': z.object({ ...edited, scanId: idSchema, instrumentId: idSchema }),
} as const satisfies Record<string, z.ZodType>
