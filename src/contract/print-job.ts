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
    lengthUm: z.int(),
    /**
     * What it takes: a sheet of a stock, a length of an opened roll, or nothing that the room counts: its sheet went through
     * before, the room keeps no stock of that form, or no roll of it is opened.
     */
    paper: z.discriminatedUnion('kind', [
      z.object({ kind: z.literal('sheet'), stockId: z.string() }).readonly(),
      z.object({ kind: z.literal('roll'), stockId: z.string(), rollId: z.string() }).readonly(),
      z.object({ kind: z.literal('nothing'), why: z.enum(['again', 'no stock', 'no open roll']) }).readonly(),
    ]),
  })
  .readonly()
export type Used = z.output<typeof usedSchema>
export type UsedPaper = Used['paper']

/**
 * What one copy of a print takes: a sheet of its stock, or a length of the roll that is opened for it.
 * @param again its sheet goes through the printer again
 */
export function paperUsed(
  stock: { readonly id: string; readonly rollId?: string | null } | null,
  onRoll: boolean,
  again: boolean,
): UsedPaper {
  if (again) return { kind: 'nothing', why: 'again' }
  if (!stock) return { kind: 'nothing', why: 'no stock' }
  if (!onRoll) return { kind: 'sheet', stockId: stock.id }
  return stock.rollId
    ? { kind: 'roll', stockId: stock.id, rollId: stock.rollId }
    : { kind: 'nothing', why: 'no open roll' }
}

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
export const JOB_SCHEMA = 2

const stored = z.object({ schema: z.int().min(1), body: z.unknown() })

/** What was used, as schema 1 said it: fields that could contradict each other. */
const usedBefore2 = z.looseObject({
  ...{ stockId: z.string().nullable(), rollId: z.string().nullable() },
  again: z.boolean().optional(),
})

/** What schema 1 said of a roll without saying which: nothing was counted; whole rolls were taken for it. */
function paperOf({ stockId, rollId, again }: z.output<typeof usedBefore2>, onRoll: boolean): UsedPaper {
  if (again) return { kind: 'nothing', why: 'again' }
  if (rollId !== null) return { kind: 'roll', stockId: stockId ?? '', rollId }
  if (stockId === null) return { kind: 'nothing', why: 'no stock' }
  return onRoll ? { kind: 'nothing', why: 'no open roll' } : { kind: 'sheet', stockId }
}

const recordBefore = z.looseObject({
  run: z.object({ record: z.object({ body: z.object({ sheet: z.object({ roll: z.boolean() }) }) }) }).optional(),
})

/**
 * What is done to a document or a booking of each older schema to make it one of the next: a list that only grows, from
 * schema 1 on. What waits at a printer while the program is renewed is read by the new one.
 */
const UPGRADES: readonly ((body: unknown) => unknown)[] = [
  // 2 says in one field what a print takes; documents did not change
  (body) => {
    const whole = z.looseObject({ used: usedBefore2.optional() }).parse(body)
    if (whole.used === undefined) return whole
    const { stockId, rollId, again, ...used } = whole.used
    const onRoll = recordBefore.safeParse(body).data?.run?.record.body.sheet.roll ?? false
    return { ...whole, used: { ...used, paper: paperOf({ stockId, rollId, again }, onRoll) } }
  },
]

/** What is stored of a document or a booking. */
export const storedJson = <T>(body: T) => ({ schema: JOB_SCHEMA, body })

/** The same, for who can say what to do where it cannot be read; null: it cannot. */
export function storedOrNull<T extends z.ZodType>(schema: T, json: unknown): z.output<T> | null {
  try {
    return readStored(schema, json)
  } catch {
    return null
  }
}

/** A document or a booking out of the database, of whatever schema. @throws for one of a newer program, or that is none. */
export function readStored<T extends z.ZodType>(schema: T, json: unknown): z.output<T> {
  const { schema: number, body } = stored.parse(json)
  if (number > JOB_SCHEMA) throw new Error(`a print job of schema ${number}; this program knows ${JOB_SCHEMA}`)
  return schema.parse(UPGRADES.slice(number - 1).reduce((older, up) => up(older), body))
}
