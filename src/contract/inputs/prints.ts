import { z } from 'zod'
import { idSchema, noteSchema, timeSchema } from '../lengths'
import { measuredSchema } from '../measure'
import { innerIdSchema, slipBodySchema } from '../slip'
import { CAUSES } from '../slip-data'
import { CAUSE_FITS, causeFits, edited, printsAsked, revisionSchema } from './shared'

export const PRINTS_INPUTS = {
  'slip.add': z.object({ body: slipBodySchema.nullable() }),
  'slip.save': z.object({ ...edited, body: slipBodySchema }),
  'slip.state': z.object({ ...edited, state: z.enum(['open', 'waiting', 'withdrawn']) }),
  'slip.copy': z.object({ id: idSchema }),
  'slip.file': z.object({ id: idSchema, printId: innerIdSchema, revision: revisionSchema }),
  'job.cancel': z.object({ id: idSchema }),
  'run.log': z
    .object({
      slipId: idSchema,
      revision: revisionSchema,
      outcome: z.enum(['good', 'proof', 'spoiled']),
      cause: z.enum(CAUSES).nullable(),
      note: noteSchema,
      prints: printsAsked(500),
      /** only for a room that is filled afterwards; null is now */
      at: timeSchema.nullable().default(null),
      /** distances taken on the sheet, where one sheet is logged */
      measured: measuredSchema.nullable().default(null),
    })
    .refine(causeFits, CAUSE_FITS)
    .refine((v) => v.measured === null || (v.prints.length === 1 && v.prints[0]?.copies === 1), {
      path: ['measured'],
      error: 'distances belong to one sheet: log it by itself, or type them at its run',
    }),
  'run.correct': z
    .object({
      id: idSchema,
      /** how many corrections the run had when it was looked at */
      revision: z.int().min(0),
      outcome: z.enum(['good', 'proof', 'spoiled']),
      cause: z.enum(CAUSES).nullable(),
      note: noteSchema,
      /** whose print it was; left away: as before */
      memberId: idSchema.optional(),
    })
    .refine(causeFits, CAUSE_FITS),
  'run.measure': measuredSchema.extend({ id: idSchema }),
  'print.start': z.object({
    slipId: idSchema,
    revision: revisionSchema,
    prints: printsAsked(100),
    /** what each copy is logged as once the printer says that it is done */
    outcome: z.enum(['good', 'proof']),
    note: noteSchema,
  }),
  'print.cancel': z.object({ id: idSchema }),
  'print.settle': z
    .object({
      id: idSchema,
      outcome: z.enum(['good', 'proof', 'spoiled', 'not printed']),
      cause: z.enum(CAUSES).nullable(),
      note: noteSchema,
    })
    .refine(causeFits, CAUSE_FITS),
  'picture.untagged': z.object({ id: idSchema }),
} as const satisfies Record<string, z.ZodType>
