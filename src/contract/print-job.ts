import { z } from 'zod'
import type { Conversion } from '@/core/print/colour'
import type { Ticket } from '@/core/print/ticket'
import { GREY_WAYS } from '@/core/tone/to-grey'
import { pageSchema } from './page'

const ticketSchema = z
  .object({
    ...{ width: z.int(), length: z.int(), source: z.string().nullable(), mediaType: z.string() },
    margins: z.object({ left: z.int(), right: z.int(), top: z.int(), bottom: z.int() }).readonly(),
    quality: z.union([z.literal(3), z.literal(4), z.literal(5)]),
    format: z.enum(['image/pwg-raster', 'image/jpeg']),
    ppi: z.number(),
    colourMode: z.enum(['color', 'monochrome']),
  })
  .readonly() satisfies z.ZodType<Ticket, unknown>

const intents = z.enum(['perceptual', 'relative', 'saturation', 'absolute'])

/** What is done to the numbers of each picture on a page, and the profile that they are converted to; null: to none. */
const colours = {
  pictures: z
    .array(
      z
        .object({
          id: z.string(),
          convert: z.enum(['nothing', 'to sRGB', 'to the profile']) satisfies z.ZodType<Conversion>,
        })
        .readonly(),
    )
    .readonly(),
  target: z.object({ profileId: z.string(), intent: intents, blackPoint: z.boolean() }).readonly().nullable(),
  /** how colour becomes grey first; null: it stays as it is */
  grey: z.enum(GREY_WAYS).nullable().default(null),
  /** the tone curve that grey goes through after that; null: none */
  curveId: z.string().nullable().default(null),
}

/** What is sent of one sheet, as it was when somebody pressed: nothing that is edited meanwhile changes it. */
export const documentSchema = z
  .object({
    page: pageSchema,
    ticket: ticketSchema,
    /** how its samples go: device values or not, and how fine */
    space: z.enum(['rgb', 'black', 'srgb', 'sgray']),
    bits: z.union([z.literal(8), z.literal(16)]),
    ...colours,
    /** the paper that it wants, in words */
    wants: z.string(),
  })
  .readonly()
export type PrintDocument = z.output<typeof documentSchema>

/** A page that is saved as a file, with what stands in the file about itself and the name that it is saved by. */
export const fileDocumentSchema = z
  .object({
    page: pageSchema,
    ...colours,
    about: z.object({ title: z.string(), subject: z.string(), grey: z.boolean() }).readonly(),
    name: z.string(),
  })
  .readonly()
export type FileDocument = z.output<typeof fileDocumentSchema>

/** What a sheet uses at its printer: taken off the shelf and noted as loaded when it comes out. */
const usedSchema = z
  .object({
    ...{ printerId: z.string(), feedId: z.string(), blackInk: z.enum(['photo', 'matte']).nullable() },
    ...{ stockId: z.string().nullable(), rollId: z.string().nullable() },
    lengthUm: z.int(),
    /** it went through before: its paper was counted then */
    again: z.boolean().optional(),
  })
  .readonly()
export type Used = z.output<typeof usedSchema>

/** What a run is of, and what was promised of it. */
const ofRun = {
  ...{ versionId: z.string(), paperId: z.string(), tariffId: z.string(), widthUm: z.int() },
  record: z.object({ schema: z.int(), body: z.unknown() }).readonly(),
}
/** Whose print a part of a run is, and the ink that it took. */
const ofPart = {
  ...{ slipId: z.string(), printId: z.string() },
  ...{ memberId: z.string().nullable(), groupId: z.string().nullable(), chargeTo: z.enum(['member', 'group']) },
  inkMicrolitres: z.int(),
}

/** A run before it happens: its rows but for when and what became of it. */
const runDraftSchema = z.object({ ...ofRun, ...ofPart }).readonly()
export type RunDraft = z.output<typeof runDraftSchema>

export const slipBookingSchema = z.object({ used: usedSchema, run: runDraftSchema }).readonly()
export type SlipBooking = z.output<typeof slipBookingSchema>

/** A run that several prints share, each with a part: what a plan books. */
export const planBookingSchema = z
  .object({
    used: usedSchema,
    run: z.object(ofRun).readonly(),
    parts: z
      .array(z.object({ ...ofPart, paperUm2: z.int() }).readonly())
      .min(1)
      .readonly(),
  })
  .readonly()
export type PlanBooking = z.output<typeof planBookingSchema>

export const sheetBookingSchema = z.object({ used: usedSchema }).readonly()

/** The schema of both, as they are written now. */
export const JOB_SCHEMA = 1

const stored = z.object({ schema: z.literal(JOB_SCHEMA), body: z.unknown() })

/** What is stored of a document or a booking. */
export const storedJson = <T>(body: T) => ({ schema: JOB_SCHEMA, body })

/** A document or a booking out of the database. @throws where it is none of this program's: a bug. */
export const readStored = <T extends z.ZodType>(schema: T, json: unknown): z.output<T> =>
  schema.parse(stored.parse(json).body)
