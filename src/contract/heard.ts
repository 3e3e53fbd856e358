import { z } from 'zod'
import type { Heard, HeardSince } from '@/core/printer/heard'
import { readySchema } from './told'

/** What a printer says of itself now, as the room keeps it. */
export const heardSchema = z
  .object({
    ready: z.array(readySchema).max(40).readonly(),
    settings: z.object({ copies: z.int().nullable(), colourMode: z.string().max(80).nullable() }).readonly(),
    state: z.enum(['idle', 'processing', 'stopped', 'not told']),
    reasons: z.array(z.string().max(120)).max(40).readonly(),
  })
  .readonly() satisfies z.ZodType<Heard, unknown>

export const heardSinceSchema = z
  .object({ copies: z.int().nullable(), colourMode: z.int().nullable() })
  .readonly() satisfies z.ZodType<HeardSince, unknown>
