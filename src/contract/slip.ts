import { z } from 'zod'
import type { PieceBody, PrintBody, SlipBody } from '@/core/slip/body'
import { GREY_WAYS } from '@/core/tone/to-grey'
import { edgesSchema, idSchema, lengthSchema } from './lengths'
import { MOST_PRINTS } from './slip-data'
import { upgradedBody } from './slip-upgrade'

const cropSchema = z
  .object({
    x: z.number().min(0).max(1e6),
    y: z.number().min(0).max(1e6),
    w: z.number().min(1).max(1e6),
    h: z.number().min(1).max(1e6),
  })
  .readonly()

const bySchema = z.union([
  z.object({ edge: z.enum(['width', 'height', 'long', 'short']), um: lengthSchema }).readonly(),
  z.object({ edge: z.literal('both'), width: lengthSchema, height: lengthSchema }).readonly(),
])

const placingSchema = z.discriminatedUnion('mode', [
  z.object({ mode: z.literal('whole') }).readonly(),
  z.object({ mode: z.literal('fill') }).readonly(),
  z.object({ mode: z.literal('exact'), by: bySchema }).readonly(),
  z.object({ mode: z.literal('file size') }).readonly(),
])

export const sheetChoiceSchema = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('size'), sizeId: z.string().max(200) }).readonly(),
  z
    .object({ kind: z.literal('cut'), width: lengthSchema, length: z.union([lengthSchema, z.literal('auto')]) })
    .readonly(),
])

const centringSchema = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('area') }).readonly(),
  z.object({ kind: z.literal('true') }).readonly(),
  z.object({ kind: z.literal('even'), um: lengthSchema.nullable() }).readonly(),
  z.object({ kind: z.literal('asked'), margins: edgesSchema }).readonly(),
])

/** Ids within a slip: made where the print or piece is added, and never another's. */
export const innerIdSchema = z.string().min(1).max(36)

const pieceSchema = z
  .object({
    id: innerIdSchema,
    pictureId: idSchema.nullable(),
    crop: cropSchema.nullable(),
    quarter: z.union([z.literal(0), z.literal(1), z.literal(2), z.literal(3), z.literal('auto')]),
    placing: placingSchema,
    anchor: z.object({ x: z.number().min(0).max(1), y: z.number().min(0).max(1) }).readonly(),
  })
  .readonly() satisfies z.ZodType<PieceBody, unknown>

const apart = (list: readonly { readonly id: string }[]): boolean => new Set(list.map((x) => x.id)).size === list.length

/** A print as it is asked for. */
export const printSchema = z
  .object({
    id: innerIdSchema,
    versionId: idSchema.nullable(),
    sheet: sheetChoiceSchema.nullable(),
    edge: z.enum(['margins', 'borderless']),
    enlargement: z.enum(['corrected', 'left']),
    centring: centringSchema,
    darkness: z.int().min(-100).max(100),
    grey: z.enum(GREY_WAYS).optional(),
    label: z.string().max(120, 'at most 120 letters').optional(),
    again: z.boolean().optional(),
    copies: z.int().min(1, 'at least one copy').max(500, 'at most 500 copies'),
    pieces: z.array(pieceSchema).min(1).max(200).refine(apart, 'two pieces with one id').readonly(),
  })
  .readonly() satisfies z.ZodType<PrintBody, unknown>

export const slipBodySchema = z
  .object({
    title: z.string().max(200),
    memberId: idSchema.nullable(),
    chargeTo: z.enum(['member', 'group']),
    screenId: idSchema.nullable().exactOptional(),
    prints: z
      .array(printSchema)
      .min(1)
      .max(MOST_PRINTS, `at most ${MOST_PRINTS} prints on one slip`)
      .refine(apart, 'two prints with one id')
      .readonly(),
  })
  .readonly() satisfies z.ZodType<SlipBody, unknown>

/** The schema of a slip's body as it is stored now. 1 had no number: one print with one piece, all in one. */
export const SLIP_SCHEMA = 2

const numbered = z.looseObject({ schema: z.int().optional() })

/** A slip's body out of the database, whatever schema it was written in. @throws where it is none: a bug. */
export function readSlipBody(json: unknown): SlipBody {
  const schema = numbered.parse(json).schema ?? 1
  if (schema > SLIP_SCHEMA) throw new Error(`a slip of schema ${schema}; this program knows ${SLIP_SCHEMA}`)
  return slipBodySchema.parse(schema === 1 ? upgradedBody(json) : json)
}

/** What is stored of a body. */
export const storedSlipBody = (body: SlipBody) => ({ schema: SLIP_SCHEMA, ...body })
