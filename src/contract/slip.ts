import { z } from 'zod'
import type { SlipBody } from '@/core/slip/facts'
import { idSchema, lengthSchema } from './lengths'

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
])

export const sheetChoiceSchema = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('size'), sizeId: z.string().max(200) }).readonly(),
  z
    .object({ kind: z.literal('cut'), width: lengthSchema, length: z.union([lengthSchema, z.literal('auto')]) })
    .readonly(),
])

export const slipBodySchema = z
  .object({
    title: z.string().max(200),
    memberId: idSchema.nullable(),
    chargeTo: z.enum(['member', 'group']),
    pictureId: idSchema.nullable(),
    crop: cropSchema.nullable(),
    quarter: z.union([z.literal(0), z.literal(1), z.literal(2), z.literal(3), z.literal('auto')]),
    versionId: idSchema.nullable(),
    sheet: sheetChoiceSchema.nullable(),
    edge: z.enum(['margins', 'borderless']),
    growth: z.enum(['cancelled', 'accepted']),
    centring: z.discriminatedUnion('kind', [
      z.object({ kind: z.literal('area') }).readonly(),
      z.object({ kind: z.literal('true') }).readonly(),
      z.object({ kind: z.literal('even'), um: lengthSchema.nullable() }).readonly(),
    ]),
    placing: placingSchema,
    anchor: z.object({ x: z.number().min(0).max(1), y: z.number().min(0).max(1) }).readonly(),
    depth: z.int().min(-100).max(100),
    copies: z.int().min(1, 'at least one copy').max(500, 'at most 500 copies'),
  })
  .readonly() satisfies z.ZodType<SlipBody, unknown>
