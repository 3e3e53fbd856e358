import { z } from 'zod'
import { bad, ok, type Result } from '@/core/result/result'
import { exchangeOf2, exchangeOf3 } from './former'
import { lengthSchema, timeSchema } from './lengths'
import { settingsSchema } from './preset'
import { feedSchema, queueFactsSchema } from './printer'
import { UPKEEP_KINDS } from './upkeep'

/** The number of the exchange format; raised when a field changes its meaning, with an upgrade in {@link UPGRADES}. */
export const EXCHANGE_VERSION = 3

/** How files of older numbers become those of the next, by the number that they have. */
const UPGRADES: Readonly<Record<number, (data: unknown) => unknown>> = { 1: exchangeOf2, 2: exchangeOf3 }

const queueSchema = z.object({
  name: z.string().min(1).max(120),
  language: z.string().max(120),
  address: z.string().max(300).default(''),
  isDefault: z.boolean().optional(),
  shared: z.boolean().default(false),
  facts: queueFactsSchema,
})

const nameListSchema = z.array(z.object({ id: z.string().max(80), name: z.string().max(120) })).max(2000)

/** The machine itself; left away in files from before it was carried. */
const machineSchema = z.object({
  carriage: lengthSchema,
  inkSet: z.string().min(1).max(80),
  blackShared: z.boolean(),
  swapSeconds: z.int().min(0).max(36_000),
  swapMicrolitres: z.int().min(0).max(1_000_000),
  holdsBlack: z.enum(['photo', 'matte']).nullable(),
  goodFor: z.record(z.string().max(40), z.int().min(1).max(3650)),
})

const upkeepSchema = z.object({
  kind: z.enum(UPKEEP_KINDS),
  at: timeSchema,
  note: z.string().max(4000),
  result: z.string().max(200),
  gaps: z.boolean().default(false),
})

/** A printer's knowledge as a file: feeds and queues with everything that the keeper found out, its machine and its upkeep. */
export const printerFileSchema = z.object({
  libreta: z.literal('printer'),
  version: z.literal(EXCHANGE_VERSION),
  nickname: z.string().min(1).max(120),
  makeModel: z.string().max(120),
  machine: machineSchema.optional(),
  upkeep: z.array(upkeepSchema).max(2000).default([]),
  feeds: z.array(feedSchema).max(12),
  queues: z.array(queueSchema).min(1).max(12),
  /** what the ids of papers and profiles in rules are called, so that another room can find its own */
  names: z.object({ papers: nameListSchema, profiles: nameListSchema }).default({ papers: [], profiles: [] }),
})
export type PrinterFile = z.output<typeof printerFileSchema>

/** A preset's version as a file; names stand beside ids, so that another room can find its own. */
export const presetFileSchema = z.object({
  libreta: z.literal('preset'),
  version: z.literal(EXCHANGE_VERSION),
  name: z.string().min(1).max(120),
  sealHash: z.string().regex(/^[0-9a-f]{64}$/),
  seal: z.string().max(12),
  why: z.string().max(4000),
  settings: settingsSchema,
  names: z.object({
    /** left away in files from before it was said */
    printer: z.string().max(120).default(''),
    queue: z.string(),
    paper: z.string(),
    feed: z.string(),
    profile: z.string().nullable(),
  }),
  /** the ICC profile that it converts to, whole; null: it converts to none, or its file was not there */
  profile: z
    .object({ name: z.string().min(1).max(120), data: z.base64().max(8_000_000) })
    .nullable()
    .default(null),
})
export type PresetFile = z.output<typeof presetFileSchema>

export type ExchangeProblem =
  | { readonly code: 'not_json' }
  | { readonly code: 'other_kind'; readonly is: string; readonly wants: string }
  | { readonly code: 'newer'; readonly is: number; readonly knows: number }
  | { readonly code: 'wrong'; readonly path: string; readonly message: string }

/** What an import says when it cannot be taken; nothing was stored then. */
export function sayExchange(p: ExchangeProblem): string {
  switch (p.code) {
    case 'not_json':
      return 'This is not a JSON file. Choose one that was saved from here.'
    case 'other_kind':
      return `This file holds ${p.is}, not ${p.wants}.`
    case 'newer':
      return `This file has the format number ${p.is}; this Libreta knows up to ${p.knows}. Bring Libreta up to date first.`
    case 'wrong':
      return `${p.path || 'The file'}: ${p.message}. Nothing was taken over.`
  }
}

/** Reads an exchange file: its kind, its number (upgraded when older), then every field. */
export function readExchange<T extends z.ZodType>(
  text: string,
  wants: 'printer' | 'preset',
  schema: T,
): Result<z.output<T>, ExchangeProblem> {
  let data: unknown
  try {
    data = JSON.parse(text)
  } catch {
    return bad({ code: 'not_json' })
  }
  const head = z.object({ libreta: z.string(), version: z.int().min(1).max(1_000_000) }).safeParse(data)
  if (!head.success) return bad({ code: 'other_kind', is: 'something else', wants: `a ${wants}` })
  if (head.data.libreta !== wants)
    return bad({ code: 'other_kind', is: `a ${head.data.libreta.slice(0, 40)}`, wants: `a ${wants}` })
  if (head.data.version > EXCHANGE_VERSION)
    return bad({ code: 'newer', is: head.data.version, knows: EXCHANGE_VERSION })
  for (let v = head.data.version; v < EXCHANGE_VERSION; v++) data = UPGRADES[v]?.(data) ?? data
  const parsed = schema.safeParse(data)
  if (parsed.success) return ok(parsed.data)
  const [first] = parsed.error.issues
  return bad({ code: 'wrong', path: first?.path.join('.') ?? '', message: first?.message ?? 'not as it should be' })
}

/** The JSON Schemas (2020-12) of the exchange files, made from the same definitions that read them. */
export const exchangeSchemas = () => ({
  printer: z.toJSONSchema(printerFileSchema, { io: 'input', unrepresentable: 'any' }),
  preset: z.toJSONSchema(presetFileSchema, { io: 'input', unrepresentable: 'any' }),
})
