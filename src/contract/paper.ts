import { z } from 'zod'
import { LIGHTS, type TrialFlaw } from '@/core/paper/trial'

/** CIELAB of a paper's white (D50, 2 degrees): as a meter gives it. */
export const whiteSchema = z
  .object({ l: z.number().min(0).max(100), a: z.number().min(-128).max(128), b: z.number().min(-128).max(128) })
  .readonly()
export type PaperWhite = z.output<typeof whiteSchema>

/** A measurement of a screen's white, within what screens can be. */
export const readingFields = {
  brightness: z.int().min(5, 'at least 5 cd/m²').max(4000, 'at most 4000 cd/m²'),
  white: z.int().min(2000, 'at least 2000 K').max(20_000, 'at most 20 000 K'),
  instrument: z.string().trim().max(120),
}

const flawSchema = z.discriminatedUnion('code', [
  z.object({ code: z.literal('poor light'), light: z.enum(LIGHTS) }).readonly(),
  z.object({ code: z.literal('not dry'), hours: z.number(), needs: z.number() }).readonly(),
  z.object({ code: z.literal('screen not measured') }).readonly(),
  z.object({ code: z.literal('screen measured long ago'), days: z.number(), good: z.number() }).readonly(),
  z.object({ code: z.literal('screen too bright'), brightness: z.number(), most: z.number() }).readonly(),
]) satisfies z.ZodType<TrialFlaw, unknown>

/** What spoke against a judgement when it was made. */
export const flawsSchema = z.array(flawSchema).readonly()
