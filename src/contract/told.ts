import { z } from 'zod'
import type { Told } from '@/core/printer/told'
import { edgesSchema, umSchema } from './lengths'

const words = z.array(z.string()).readonly()

const borderless = z.object({ widths: z.array(umSchema).readonly(), mediaTypes: words }).readonly()

const source = z
  .object({
    ...{ keyword: z.string(), roll: z.boolean() },
    ...{ minWidth: umSchema, maxWidth: umSchema, minLength: umSchema, maxLength: umSchema },
    margins: z.array(z.object({ upToWidth: umSchema.nullable(), margins: edgesSchema }).readonly()).readonly(),
    borderless: borderless.nullable(),
  })
  .readonly()

/** What is in one source of a printer. */
export const readySchema = z
  .object({ source: z.string(), width: umSchema, length: umSchema, mediaType: z.string().nullable() })
  .readonly()

/** What a printer told, as the room keeps it. Rows of earlier programs lack what was asked for later. */
export const toldSchema = z
  .object({
    ...{ makeModel: z.string(), info: z.string(), stateReasons: words },
    state: z.enum(['idle', 'processing', 'stopped', 'not told']),
    ...{ formats: words, sources: z.array(source).readonly(), mediaTypes: words },
    qualities: z.array(z.union([z.literal(3), z.literal(4), z.literal(5)])).readonly(),
    resolutions: z.array(z.number()).readonly(),
    ...{ colourModes: words, rasterTypes: words, scaling: words },
    inks: z
      .array(z.object({ name: z.string(), colour: z.string(), level: z.number().nullable() }).readonly())
      .readonly(),
    ready: z.array(readySchema).readonly(),
    sizes: z
      .array(z.object({ source: z.string(), width: umSchema, length: umSchema }).readonly())
      .readonly()
      .default([]),
    stateMessage: z.string().default(''),
    uris: words.default([]),
    ignored: words,
    attributes: z.number(),
  })
  .readonly() satisfies z.ZodType<Told, unknown>
