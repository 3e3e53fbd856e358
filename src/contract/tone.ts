import { z } from 'zod'
import { ENCODINGS } from '@/core/tone/encoding'
import type { PatchRead } from '@/core/tone/reading'
import type { WedgeLayout } from '@/core/tone/wedge'
import { fedSheetSchema } from './page'

export const stepsSchema = z.union([z.literal(21), z.literal(51)])
export const encodingSchema = z.enum(ENCODINGS)

export const wedgeLayoutSchema = z
  .object({
    ...{ code: z.int(), steps: stepsSchema, columns: z.int(), sheet: fedSheetSchema },
    ...{ x: z.number(), y: z.number(), headerY: z.number(), aidsY: z.number(), place: z.int(), of: z.int() },
  })
  .readonly() satisfies z.ZodType<WedgeLayout, unknown>

const patchSchema = z
  .object({
    d: z.number().min(0).max(1),
    l: z.number().min(-1, 'no lightness is below 0').max(110, 'no lightness is above 100'),
    spread: z.number().min(0).max(60),
    ab: z
      .tuple([z.number().min(-128).max(128), z.number().min(-128).max(128)])
      .readonly()
      .nullable(),
  })
  .readonly() satisfies z.ZodType<PatchRead, unknown>

const patches = z.array(patchSchema).min(2).max(51).readonly()

export const anchorSchema = z
  .object({
    white: z.number().min(50, 'paper is lighter than 50').max(100, 'at most 100'),
    black: z.number().min(0, 'at least 0').max(60, 'full black is darker than 60'),
    source: z.enum(['instrument', 'paper', 'assumed']),
  })
  .readonly()

/** What was read of a wedge, and how: kept as it came, so that it can be judged again. */
export const readingBodySchema = z.discriminatedUnion('kind', [
  z
    .object({
      ...{ kind: z.literal('scan'), patches, within: z.number().min(0).max(100) },
      ...{ encoding: encodingSchema, scannerId: z.string().nullable(), anchor: anchorSchema.nullable() },
      /** light as the scanner counts it, a patch each: a scanner check needs it */
      light: z.array(z.number()).max(51).readonly(),
      fileName: z.string().max(200),
    })
    .readonly(),
  z
    .object({
      ...{ kind: z.literal('instrument'), patches, within: z.number().min(0).max(100) },
      ...{ instrument: z.string().max(120), fileName: z.string().max(200) },
    })
    .readonly(),
  z.object({ kind: z.literal('typed'), patches, within: z.number().min(0).max(100) }).readonly(),
  z
    .object({
      kind: z.literal('eye'),
      /** the last step from each end that can still be told from the end, by its number from 0 */
      ...{
        lightest: z.int('say which patch').min(1).max(50),
        deepest: z.int('say which patch').min(0).max(49),
      },
      light: z.string().trim().min(1, 'say in which light').max(120),
      /** the tint that looked neutral in that light; null: none was chosen */
      tint: z.tuple([z.int(), z.int()]).readonly().nullable(),
    })
    .readonly(),
])
export type ReadingBody = z.output<typeof readingBodySchema>

const TONE_SCHEMA = 1
const stored = z.object({ schema: z.literal(TONE_SCHEMA), body: z.unknown() })

/** What is stored of a reading. */
export const storedReading = (body: ReadingBody) => ({ schema: TONE_SCHEMA, body })

/** A reading out of the database. @throws where it is none of this program's: a bug. */
export const readReading = (json: unknown): ReadingBody => readingBodySchema.parse(stored.parse(json).body)

export const scannerCurveSchema = z
  .object({
    points: z
      .array(z.object({ light: z.number(), l: z.number() }).readonly())
      .min(2)
      .readonly(),
  })
  .readonly()

export const curveTableSchema = z.array(z.int().min(0).max(65_535)).min(2).readonly()
