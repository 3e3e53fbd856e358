import { z } from 'zod'
import { type Said, STEP_IDS } from '@/core/paper/path'

const saidOfStep = z
  .object({ state: z.enum(['done', 'skipped']), says: z.string(), at: z.int(), by: z.string() })
  .readonly()

/** What was said of a path's steps, as it is stored. */
export const saidSchema = z.partialRecord(z.enum(STEP_IDS), saidOfStep).readonly() satisfies z.ZodType<Said, unknown>

/** Presets that were made on a path. */
export const proofsSchema = z.array(z.string()).readonly()
