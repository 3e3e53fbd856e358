import { z } from 'zod'
import type { Spent } from '@/core/charge/charge'
import type { RecordedPiece, RecordedShare, RecordedStop, RunRecord } from '@/core/slip/record'
import { minorSchema, umSchema } from './lengths'
import { fedSheetSchema, fourEdges, pageSchema, pxRectSchema, quarterSchema, rectSchema } from './page'
import { printSchema } from './slip'

const stopSchema = z
  .object({ check: z.string(), says: z.string(), reason: z.string().nullable() })
  .readonly() satisfies z.ZodType<RecordedStop, unknown>

const pieceSchema = z
  .object({
    picture: z.object({ id: z.string(), name: z.string(), width: z.number(), height: z.number() }).readonly(),
    quarter: quarterSchema,
    crop: pxRectSchema,
    asked: rectSchema,
    sent: rectSchema,
    onPaper: rectSchema,
    tolerance: z
      .object({
        ...{ width: umSchema, height: umSchema },
        ...{ left: umSchema, right: umSchema, lead: umSchema, trail: umSchema },
      })
      .readonly(),
    ppi: z.object({ across: z.number(), along: z.number() }).readonly(),
    cutOff: fourEdges,
    slivers: fourEdges,
    reaches: z.object({ left: z.boolean(), right: z.boolean(), lead: z.boolean(), trail: z.boolean() }).readonly(),
    inkedMm2: z.number(),
    placed: z.object({ rect: rectSchema, full: rectSchema, lossPercent: z.number() }).readonly(),
  })
  .readonly() satisfies z.ZodType<RecordedPiece, unknown>

const linesSchema = z
  .array(z.object({ what: z.enum(['paper', 'waste', 'ink', 'room share']), amount: minorSchema }).readonly())
  .readonly()

const spentSchema = z.object({ paper: minorSchema, ink: minorSchema }).readonly() satisfies z.ZodType<Spent, unknown>

const shareSchema = z
  .object({ lines: linesSchema, room: minorSchema, spent: spentSchema, print: printSchema })
  .readonly() satisfies z.ZodType<RecordedShare, unknown>

const recordSchema = z
  .object({
    sheet: z
      .object({
        sheet: fedSheetSchema,
        roll: z.boolean(),
        overspray: fourEdges,
        enlargement: z
          .object({
            ...{ gx: z.number(), gy: z.number(), cx: z.number(), cy: z.number() },
            ...{ shiftX: z.number(), shiftY: z.number() },
          })
          .readonly(),
        borderless: z.boolean(),
        area: rectSchema,
        frame: rectSchema,
      })
      .readonly(),
    sizeName: z.string().nullable(),
    enlargement: z.enum(['corrected', 'left']),
    corrected: z.boolean(),
    figures: z.discriminatedUnion('source', [
      z.object({ source: z.literal('declared') }).readonly(),
      z.object({ source: z.literal('checked'), id: z.string(), number: z.int(), at: z.int() }).readonly(),
    ]),
    pieces: z.array(pieceSchema).readonly(),
    lines: linesSchema,
    spent: spentSchema,
    inkMl: z.number().nullable(),
    unknown: z
      .array(z.enum(['paper', 'ink']))
      .readonly()
      .default([]),
    stops: z.array(stopSchema).readonly(),
    page: pageSchema,
    print: printSchema.nullable(),
    shares: z.array(shareSchema).readonly().nullable(),
  })
  .readonly() satisfies z.ZodType<RunRecord, unknown>

const withLines = z.looseObject({
  lines: linesSchema,
  shares: z.array(z.looseObject({ lines: linesSchema, room: minorSchema })).nullable(),
})

/** What records before schema 4 counted as spent: the charged lines of paper and ink, and what the room bore. */
function spentBy(lines: z.output<typeof linesSchema>, room: number): { readonly paper: number; readonly ink: number } {
  const sum = (...of: readonly string[]): number =>
    lines.reduce((all, { what, amount }) => all + (of.includes(what) ? amount : 0), 0)
  return { paper: sum('paper', 'waste') + room, ink: sum('ink') }
}

/** The schema of a record as it is written now. */
export const RECORD_SCHEMA = 4

/**
 * What is done to a record of each older schema to make it one of the next: a list that only grows, from schema 1 on. A
 * record is never written again; it is brought up when it is read.
 */
const UPGRADES: readonly ((body: unknown) => unknown)[] = [
  // 2 keeps what was asked, to be asked again; of those before it nobody can say
  (body) => ({ ...z.looseObject({}).parse(body), print: null }),
  // 3 knows sheets that several prints share; before it there was none
  (body) => ({ ...z.looseObject({}).parse(body), shares: null }),
  // 4 keeps what was spent; before it the lines were all that was kept, and the log summed those
  (body) => {
    const whole = withLines.parse(body)
    const shares = whole.shares?.map((s) => ({ ...s, spent: spentBy(s.lines, s.room) })) ?? null
    return { ...whole, shares, spent: spentBy(whole.lines, shares?.reduce((sum, s) => sum + (s.room ?? 0), 0) ?? 0) }
  },
]

/** A record out of the database, of whatever schema. @throws for one of a newer program, or that is none: a bug. */
export function readRecord(schema: number, body: unknown): RunRecord {
  if (schema > RECORD_SCHEMA) throw new Error(`a record of schema ${schema}; this program knows ${RECORD_SCHEMA}`)
  return recordSchema.parse(UPGRADES.slice(schema - 1).reduce((older, up) => up(older), body))
}
