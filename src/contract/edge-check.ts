import { z } from 'zod'
import type { SheetReading } from '@/core/edge/readings'
import { umSchema } from './lengths'

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
