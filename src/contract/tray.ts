import { z } from 'zod'

/** A sheet in the output tray, as a simulated printer writes it down. Lengths mm. */
export const traySheetSchema = z.object({
  number: z.int(),
  printer: z.string().regex(/^[a-z0-9-]+$/),
  queue: z.string(),
  jobId: z.int(),
  jobName: z.string(),
  source: z.string(),
  width: z.number(),
  length: z.number(),
  type: z.string(),
  quality: z.int(),
  borderless: z.boolean(),
  whole: z.boolean(),
  ml: z.number(),
  seconds: z.number(),
  at: z.number(),
  file: z.string().regex(/^[0-9]+\.png$/),
  /** the jobs that printed on it before, where it went through again */
  earlier: z.array(z.string()).default([]),
})
export type TraySheet = z.output<typeof traySheetSchema>

/** What a simulated printer holds, and what can be switched at it. */
export const trayPrinterSchema = z.object({
  id: z.string(),
  name: z.string(),
  makeModel: z.string(),
  state: z.string(),
  reasons: z.array(z.string()),
  standsBy: z.boolean(),
  /** it blinks: somebody asked which printer it is */
  shows: z.boolean(),
  blackIn: z.string().nullable(),
  sources: z.array(
    z.object({
      keyword: z.string(),
      kind: z.enum(['stack', 'sheet', 'roll']),
      width: z.number(),
      length: z.number(),
      left: z.number(),
      type: z.string(),
    }),
  ),
  types: z.array(z.string()),
  /** copies that somebody set at it, and left so */
  copies: z.int().default(1),
  /** what its own dialog for black-and-white was left at; null: it has none */
  grey: z
    .object({ darkness: z.int(), tint: z.tuple([z.int(), z.int()]) })
    .nullable()
    .default(null),
  /** the sheet that lies in it again */
  again: z.int().nullable().default(null),
  /** what will go wrong, and with which of the next jobs: 0 is the next */
  faults: z.array(z.object({ kind: z.string(), stage: z.string(), job: z.int(), seconds: z.number() })).default([]),
  /** it answers nobody */
  offline: z.boolean().default(false),
  inks: z.array(z.object({ name: z.string(), colour: z.string(), level: z.number() })),
})
export type TrayPrinter = z.output<typeof trayPrinterSchema>

/** What the room calls what a machine calls by keywords, by the machine. */
export type TrayNames = Readonly<Record<string, Readonly<Record<string, string>>>>

/** What can be made to go wrong at a simulated printer. */
export const TRAY_FAULTS = [
  'offline',
  'slow',
  'dropped before the data',
  'dropped in the data',
  'dropped after the data',
  'answer cut short',
  'no paper',
  'other paper',
  'roll end',
  'hangs',
  'restart',
] as const

/** What a person does at a simulated printer. */
export const switchSchema = z.object({
  printer: z.string().regex(/^[a-z0-9-]+$/),
  source: z.string().max(60).optional(),
  width: z.number().min(0).max(5000).optional(),
  length: z.number().min(0).max(100_000).optional(),
  left: z.number().min(0).max(100_000).optional(),
  type: z.string().max(60).optional(),
  ink: z.string().max(60).optional(),
  level: z.number().min(0).max(100).optional(),
  standsBy: z.boolean().optional(),
  copies: z.int().min(1).max(99).optional(),
  darkness: z.int().min(-100).max(100).optional(),
  tintA: z.int().min(-100).max(100).optional(),
  tintB: z.int().min(-100).max(100).optional(),
  /** a sheet of its tray that is put in again; null: it is taken out */
  again: z.int().nullable().optional(),
  /** something that is to go wrong; `none` takes back all that is */
  fault: z.enum([...TRAY_FAULTS, 'none']).optional(),
  seconds: z.number().min(0.1).max(600).optional(),
  job: z.int().min(0).max(1000).optional(),
})
export type TraySwitch = z.output<typeof switchSchema>
