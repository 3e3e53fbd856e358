import { z } from 'zod'
import {
  ANY_DARKNESS,
  COLOUR_MODES,
  type Feed,
  NO_WORDS,
  PRINTER_COLOURS,
  type QueueFacts,
  USUAL_FACTS,
} from '@/core/printer/facts'
import { edgesSchema, lengthSchema, minorSchema, nameSchema } from './lengths'

/** One of the room's own surfaces. */
export const surfaceSchema = z
  .string()
  .transform((s) => s.normalize('NFC').trim())
  .pipe(z.string().min(1, 'a surface has a name').max(40, 'at most 40 letters'))

const keySchema = z.string().regex(/^[a-z0-9][a-z0-9-]{0,60}$/, 'small letters, digits and hyphens')

export const feedSchema = z
  .object({
    id: z.string().min(1).max(80),
    name: nameSchema,
    kind: z.enum(['stack', 'sheet', 'roll']),
    sheetsAtATime: z.int().min(1).max(1000),
    minWidth: lengthSchema,
    maxWidth: lengthSchema,
    minLength: lengthSchema,
    maxLength: lengthSchema,
    minThickness: lengthSchema,
    maxThickness: lengthSchema,
    minWeight: z.int().min(0).max(2000).default(0),
    maxWeight: z.int().min(0).max(2000).default(2000),
    extraLength: lengthSchema,
    pictureId: z.uuid().nullable().default(null),
    loading: z.array(z.string().max(400)).max(20).readonly(),
    message: z.string().max(400).optional(),
  })
  .readonly()
  .superRefine((f, ctx) => {
    const pair = (from: number, to: number, what: string, path: string) => {
      if (from > to)
        ctx.addIssue({ code: 'custom', path: [path], message: `the smallest ${what} is above the largest` })
    }
    pair(f.minWidth, f.maxWidth, 'width', 'minWidth')
    pair(f.minLength, f.maxLength, 'length', 'minLength')
    pair(f.minThickness, f.maxThickness, 'thickness', 'minThickness')
    pair(f.minWeight, f.maxWeight, 'weight', 'minWeight')
  }) satisfies z.ZodType<Feed, unknown>

const borderlessSchema = z
  .object({
    overspray: edgesSchema,
    widths: z.array(lengthSchema).max(40).readonly(),
    mediaSettings: z.array(keySchema).max(80).readonly(),
    always: z.boolean().optional(),
  })
  .readonly()

export const queueFeedSchema = z
  .object({
    feedId: z.string().min(1).max(80),
    margins: z
      .array(z.object({ upToWidth: lengthSchema.nullable(), margins: edgesSchema }).readonly())
      .min(1)
      .max(12)
      .refine((rows) => rows.at(-1)?.upToWidth === null, 'the last row of margins must hold for every width')
      .readonly(),
    borderless: borderlessSchema.nullable(),
    driftAcross: lengthSchema,
    driftAlong: lengthSchema,
  })
  .readonly()

const rateSchema = z
  .object({
    minutesPerM2: z.number().min(0).max(10_000).nullable(),
    mlPerM2: z.number().min(0).max(1000).nullable(),
  })
  .readonly()

const limitSchema = z.number().min(0).max(400)

export const mediaSettingSchema = z
  .object({
    id: keySchema,
    name: nameSchema,
    group: z.string().max(80),
    surfaces: z.array(surfaceSchema).max(40).readonly(),
    blacks: z
      .array(z.enum(['photo', 'matte']))
      .max(2)
      .readonly(),
    inkLimit: z.object({ photo: limitSchema.optional(), matte: limitSchema.optional() }).readonly(),
    longest: lengthSchema.nullable(),
    rates: z.record(keySchema, rateSchema).readonly(),
  })
  .readonly()

export const literalSchema = z
  .object({ option: z.string().min(1).max(80), in: z.array(z.string().min(1).max(80)).min(1).max(200).readonly() })
  .readonly()

export const ruleSchema = z
  .object({
    id: z.string().min(1).max(120),
    when: z.array(literalSchema).max(6).readonly(),
    then: literalSchema,
    because: z.string().min(1, 'say why').max(300),
  })
  .readonly()

export const ownOptionSchema = z
  .object({
    id: keySchema,
    name: nameSchema,
    values: z
      .array(z.object({ id: keySchema, name: nameSchema }).readonly())
      .min(2, 'an option has at least two values')
      .max(60)
      .readonly(),
    inSeal: z.boolean(),
  })
  .readonly()

export const noteOfQueueSchema = z
  .object({
    id: z.string().max(120),
    when: literalSchema,
    beside: z.string().min(1).max(80),
    says: z.string().min(1).max(300),
  })
  .readonly()

export const dialogStepSchema = z
  .object({
    id: keySchema,
    label: z.string().min(1).max(120),
    option: z.string().max(80).nullable(),
    set: z.string().max(200).nullable(),
    after: z.array(keySchema).max(20).readonly(),
    setAfresh: z.boolean(),
    words: z.record(z.string().max(80), z.string().min(1).max(120)).readonly().optional(),
    shows: literalSchema.nullable().optional(),
  })
  .readonly()

const darknessSchema = z
  .object({ least: z.int().min(-100).max(0), most: z.int().min(0).max(100), step: z.int().min(1).max(50) })
  .readonly()

const ippKeywordSchema = z.string().regex(/^[a-z0-9][a-z0-9._-]{0,60}$/, 'a keyword of the printer')

const ippWordsSchema = z
  .object({
    sources: z.record(z.string().max(80), ippKeywordSchema).readonly(),
    types: z.record(keySchema, ippKeywordSchema).readonly(),
    qualities: z.record(keySchema, z.union([z.literal(3), z.literal(4), z.literal(5)])).readonly(),
  })
  .readonly()

export const qualitySchema = z
  .object({ id: keySchema, name: nameSchema, rank: z.int().min(1).max(20), ppi: z.int().min(60).max(2880) })
  .readonly()

export const queueFactsSchema = z
  .object({
    feeds: z.array(queueFeedSchema).max(12).readonly(),
    qualities: z.array(qualitySchema).max(12).readonly(),
    mediaSettings: z.array(mediaSettingSchema).max(80).readonly(),
    colourModes: z.array(z.enum(COLOUR_MODES)).min(1, 'at least one').readonly(),
    printerColours: z.array(z.enum(PRINTER_COLOURS)).readonly(),
    topcoats: z.array(z.string().min(1).max(60)).max(10).readonly(),
    twoWayBelowRank: z.int().min(1).max(21).nullable(),
    sixteenBit: z.enum(['best', 'any']).default(USUAL_FACTS.sixteenBit),
    topcoatOn: z
      .object({
        surfaces: z.array(surfaceSchema).max(40).readonly(),
        black: z.enum(['photo', 'matte']).nullable(),
      })
      .readonly()
      .default(USUAL_FACTS.topcoatOn),
    mirrorOn: z.array(surfaceSchema).max(40).readonly().default(USUAL_FACTS.mirrorOn),
    perSheet: minorSchema
      .refine((v) => v >= 0, 'not below 0')
      .nullable()
      .default(USUAL_FACTS.perSheet),
    nativePpi: z.int().min(60).max(2880),
    dialog: z.array(dialogStepSchema).max(60).readonly(),
    ownOptions: z.array(ownOptionSchema).max(20).readonly().default([]),
    rules: z.array(ruleSchema).max(400).readonly().default([]),
    notes: z.array(noteOfQueueSchema).max(60).readonly().default([]),
    darkness: darknessSchema.default(ANY_DARKNESS),
    ipp: ippWordsSchema.default(NO_WORDS),
  })
  .readonly()
  .refine((f) => f.colourModes.includes('colour') === f.printerColours.length > 0, {
    path: ['printerColours'],
    message: 'a queue with the mode colour has at least one, one without has none',
  }) satisfies z.ZodType<QueueFacts, unknown>
