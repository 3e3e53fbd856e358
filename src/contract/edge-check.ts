import { z } from 'zod'
import { INSTRUMENT_NAMES, type SheetReading } from '@/core/edge/readings'
import { CROSSES, type RulerLayout } from '@/core/edge/ruler-sheet'
import type { CheckResult } from '@/core/edge/solve'
import { perMille } from '@/core/length/length'
import { EDGE_NAMES } from '@/core/sheet/sheet'
import { umSchema } from './lengths'
import type { Declared } from './views/edge-check'

const tick = z.int().min(-100).max(1000).nullable()
const length = umSchema.nullable()

/** What was read on one ruler sheet. */
const readingSchema = z
  .object({
    ticks: z.object({ left: tick, right: tick, lead: tick, trail: tick }).readonly(),
    lengths: z
      .object({ 'left to A': length, 'left to C': length, 'lead to A': length, 'A to B': length, 'A to C': length })
      .readonly(),
    leftOut: z.boolean(),
  })
  .readonly() satisfies z.ZodType<SheetReading, unknown>

/** More sheets tell nothing new, and nobody reads them. */
export const MOST_SHEETS = 40

export const readingsSchema = z.array(readingSchema).min(1).max(MOST_SHEETS)

export const instrumentSchema = z.enum(INSTRUMENT_NAMES)

// What core made of a check, as the room keeps it.

const kind = z.enum(['margins', 'borderless'])
const edgesFound = z.object({ left: umSchema, right: umSchema, lead: umSchema, trail: umSchema }).readonly()
const perMilleSchema = z.number().transform(perMille)
const point = z.object({ x: umSchema, y: umSchema }).readonly()

export const layoutSchema = z
  .object({
    sheet: z.object({ width: umSchema, length: umSchema }).readonly(),
    edge: kind,
    stairs: z
      .array(
        z
          .object({ edge: z.enum(EDGE_NAMES), first: z.int(), last: z.int(), from: umSchema, pitch: umSchema })
          .readonly(),
      )
      .readonly(),
    crosses: z.record(z.enum(CROSSES), point).readonly(),
  })
  .readonly() satisfies z.ZodType<RulerLayout, unknown>

export const declaredSchema = z
  .object({ edges: edgesFound, driftAcross: umSchema, driftAlong: umSchema })
  .readonly() satisfies z.ZodType<Declared, unknown>

export const checkResultSchema = z
  .object({
    sheets: z.int(),
    edges: edgesFound,
    offsetAcross: umSchema,
    offsetAlong: umSchema,
    stretchAcross: z.number().nullable(),
    stretchAlong: z.number().nullable(),
    skew: perMilleSchema.nullable(),
    accuracy: z
      .object({
        source: z.literal('checked'),
        ...{ driftAcross: umSchema, driftAlong: umSchema, skew: perMilleSchema },
        ...{ lengthAcross: perMilleSchema, lengthAlong: perMilleSchema, reading: umSchema },
      })
      .readonly(),
    driftKnown: z.boolean(),
    outliers: z
      .array(
        z
          .object({
            sheet: z.int(),
            what: z.enum(['place across', 'place along', 'length across', 'length along', 'turn']),
            by: umSchema,
          })
          .readonly(),
      )
      .readonly(),
    perSheet: z.array(z.object({ sheet: z.int(), across: umSchema, along: umSchema }).readonly()).readonly(),
  })
  .readonly() satisfies z.ZodType<CheckResult, unknown>
