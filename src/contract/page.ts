import { z } from 'zod'
import type { Page, PageItem } from '@/core/page/page'
import type { PxRect } from '@/core/placing/placing'
import type { Edges, FedSheet, Rect } from '@/core/sheet/sheet'
import { umSchema } from './lengths'

/** Whole um, wherever on a sheet or beyond its edge. */
export const rectSchema = z
  .object({ x: umSchema, y: umSchema, w: umSchema, h: umSchema })
  .readonly() satisfies z.ZodType<Rect, unknown>
export const pxRectSchema = z
  .object({ x: z.number(), y: z.number(), w: z.number(), h: z.number() })
  .readonly() satisfies z.ZodType<PxRect, unknown>
export const fedSheetSchema = z.object({ width: umSchema, length: umSchema }).readonly() satisfies z.ZodType<
  FedSheet,
  unknown
>
export const fourEdges = z
  .object({ left: umSchema, right: umSchema, lead: umSchema, trail: umSchema })
  .readonly() satisfies z.ZodType<Edges, unknown>
export const quarterSchema = z.union([z.literal(0), z.literal(1), z.literal(2), z.literal(3)])

const itemSchema = z.discriminatedUnion('kind', [
  z
    .object({
      kind: z.literal('picture'),
      pictureId: z.string(),
      quarter: quarterSchema,
      mirror: z.boolean(),
      full: rectSchema,
      window: rectSchema,
      crop: pxRectSchema,
    })
    .readonly(),
  z
    .object({
      kind: z.literal('text'),
      text: z.string(),
      at: z.object({ x: z.number(), y: z.number() }).readonly(),
      height: z.number(),
    })
    .readonly(),
  z.object({ kind: z.literal('mark'), rect: rectSchema, black: z.number().min(0).max(1).optional() }).readonly(),
]) satisfies z.ZodType<PageItem, unknown>

/** A page as it is stored with print jobs and records. */
export const pageSchema = z
  .object({ sheet: fedSheetSchema, trim: rectSchema, items: z.array(itemSchema).readonly() })
  .readonly() satisfies z.ZodType<Page, unknown>
