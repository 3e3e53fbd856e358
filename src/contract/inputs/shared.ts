import { z } from 'zod'
import { idSchema, lengthSchema, minorSchema, nameSchema, noteSchema } from '../lengths'
import { whiteSchema } from '../paper'
import { surfaceSchema } from '../printer'
import { innerIdSchema } from '../slip'
import { MOST_PRINTS } from '../slip-data'

/** Counts up by one from 1: no row is ever saved a thousand million times. */
export const revisionSchema = z.int().min(1).max(1_000_000_000)

/** A row that is edited: which, and the revision that the person saw. */
export const edited = { id: idSchema, revision: revisionSchema }
export const unit = z.enum(['mm', 'in'])

export const roomFields = {
  currency: z.string().regex(/^[A-Z]{3}$/, 'three capital letters, as in ISO 4217'),
  exponent: z.union([z.literal(0), z.literal(2), z.literal(3)]),
  timeZone: z.string().refine(knownZone, 'not a time zone that is known here'),
}

export const printerFields = {
  nickname: nameSchema,
  makeModel: z.string().max(120),
  carriage: lengthSchema,
  inkSet: nameSchema.pipe(z.string().max(80, 'at most 80 letters')),
  blackShared: z.boolean(),
  swapSeconds: z.int().min(0).max(36_000),
  swapMicrolitres: z.int().min(0).max(1_000_000),
}

export const { inkSet: _inkSet, ...printerEdited } = printerFields

export const paperFields = {
  maker: z.string().max(120),
  name: nameSchema,
  surface: surfaceSchema,
  weight: z.int().min(20).max(2000).nullable(),
  thickness: lengthSchema.nullable(),
  white: whiteSchema.nullable().default(null),
  note: noteSchema,
}

export const stockFields = {
  kind: z.enum(['sheet', 'roll']),
  width: lengthSchema.refine((v) => v > 0, 'above 0'),
  length: lengthSchema.refine((v) => v > 0, 'above 0'),
  pack: z.int().min(1).max(5000),
  price: minorSchema.refine((v) => v >= 0, 'not below 0').nullable(),
}

export type OutcomeSaid = { readonly outcome?: string; readonly cause?: string | null }

/** A spoiled print has a cause, others have none. */
export const causeFits = (v: OutcomeSaid): boolean => (v.outcome === 'spoiled') === ((v.cause ?? null) !== null)
export const CAUSE_FITS: Parameters<z.ZodType['refine']>[1] = {
  path: ['cause'],
  error: 'a spoiled print has a cause, others have none: say what spoiled it',
  // also said beside whatever else is wrong
  when: ({ value }) => typeof value === 'object' && value !== null,
}

export const answersSchema = z
  .array(z.object({ check: z.string().max(40), reason: noteSchema.pipe(z.string().min(1, 'a reason is needed')) }))
  .max(40)

/** Prints of a slip that are printed or logged: how many of each, and why the stops of each were answered. */
export const printsAsked = (mostCopies: number) =>
  z
    .array(z.object({ printId: innerIdSchema, copies: z.int().min(1).max(mostCopies), answers: answersSchema }))
    .min(1)
    .max(MOST_PRINTS)
    .refine((list) => new Set(list.map((p) => p.printId)).size === list.length, 'one print twice')

function knownZone(zone: string): boolean {
  try {
    new Intl.DateTimeFormat('en', { timeZone: zone })
    return true
  } catch {
    return false
  }
}
