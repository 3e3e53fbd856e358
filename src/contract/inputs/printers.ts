import { z } from 'zod'
import { PART_KINDS } from '@/core/printer/parts'
import { instrumentSchema, MOST_SHEETS, readingsSchema } from '../edge-check'
import { idSchema, nameSchema, noteSchema, timeSchema } from '../lengths'
import { feedSchema, queueFactsSchema } from '../printer'
import { sheetChoiceSchema } from '../slip'
import { UPKEEP_KINDS } from '../upkeep'
import { edited, printerEdited, printerFields, revisionSchema, unit } from './shared'

/** A row that is saved over is named with the revision that was seen; without both it is a new one. */
const knownRow = ({ id, revision }: { readonly id: string | null; readonly revision: number | null }): boolean =>
  (id === null) === (revision === null)
const KNOWN_ROW = {
  path: ['revision'],
  message: 'say which revision was seen, or neither id nor revision for a new one',
}

export const PRINTERS_INPUTS = {
  'printer.add': z.object(printerFields),
  'printer.edit': z.object({ ...edited, ...printerEdited }),
  /** other inks: an act of its own, since what was measured with the former ones no longer holds */
  'printer.ink-set': z.object({
    ...edited,
    inkSet: printerFields.inkSet,
    at: timeSchema.nullable(),
    note: noteSchema,
  }),
  'printer.retire': z.object(edited),
  'printer.restore': z.object(edited),
  'printer.delete': z.object({ id: idSchema }),
  'printer.black': z.object({ id: idSchema, holds: z.enum(['photo', 'matte']) }),
  'printer.load': z.object({
    printerId: idSchema,
    feedId: idSchema,
    stockId: idSchema.nullable(),
    rollId: idSchema.nullable(),
  }),
  /** what the printer says is in a feed was looked at: it is as noted */
  'printer.as-noted': z.object({ printerId: idSchema, feedId: idSchema, key: z.string().min(1).max(200) }),
  'printer.good-for': z.object({
    ...edited,
    goodFor: z.record(z.string().max(40), z.int().min(1).max(3650)),
  }),
  'upkeep.log': z
    .object({
      printerId: idSchema,
      kind: z.enum(UPKEEP_KINDS),
      at: timeSchema.nullable(),
      note: noteSchema,
      result: z.string().trim().max(200).default(''),
      /** a nozzle check that found nozzles which do not fire: it is due again */
      gaps: z.boolean().default(false),
      /** who did it, where that is not who notes it */
      personId: idSchema.nullable().default(null),
    })
    .refine((u) => !u.gaps || u.kind === 'nozzle check', {
      path: ['gaps'],
      message: 'only a nozzle check finds gaps',
    }),
  'feed.save': z
    .object({
      printerId: idSchema,
      id: idSchema.nullable(),
      revision: revisionSchema.nullable(),
      facts: feedSchema,
    })
    .refine(knownRow, KNOWN_ROW),
  'queue.save': z
    .object({
      printerId: idSchema,
      id: idSchema.nullable(),
      revision: revisionSchema.nullable(),
      name: nameSchema,
      address: z.string().max(300),
      language: z.string().max(120),
      isDefault: z.boolean(),
      shared: z.boolean(),
      facts: queueFactsSchema,
      /** other queues of the printer: what stood there as it stood here is changed along */
      also: z.array(idSchema).max(20).default([]),
    })
    .refine(knownRow, KNOWN_ROW),
  /** `event`: of the history, in which it was taken out */
  'queue.put-back': z.object({
    id: idSchema,
    event: z.int().min(1),
    kind: z.enum(PART_KINDS),
    item: z.string().min(1).max(120),
  }),
  'printer.import': z.object({ text: z.string().max(900_000) }),
  'printer.by-address': z.object({ address: z.string().max(300), nickname: nameSchema }),
  'printer.trust': z.object({
    address: z.string().max(300),
    fingerprint: z.string().regex(/^(?:[0-9A-F]{2}:){31}[0-9A-F]{2}$/, 'a SHA-256 fingerprint has 32 pairs'),
  }),
  'queue.ask': z.object({ id: idSchema }),
  'queue.identify': z.object({ id: idSchema }),
  'queue.take': z.object({ id: idSchema, points: z.array(z.string().max(120)).min(1).max(200), unit }),
  'edge-check.start': z.object({
    versionId: idSchema,
    edge: z.enum(['margins', 'borderless']),
    sheet: sheetChoiceSchema,
    sheets: z.int().min(1).max(10),
    instrument: instrumentSchema,
    /** false: the sheets are saved as files and printed by hand */
    print: z.boolean(),
    note: noteSchema,
  }),
  'edge-check.more': z.object({ ...edited, sheets: z.int().min(1).max(10), print: z.boolean() }),
  'edge-check.file': z.object({ id: idSchema, sheet: z.int().min(1).max(MOST_SHEETS) }),
  'edge-check.read': z.object({
    ...edited,
    instrument: instrumentSchema,
    readings: readingsSchema,
  }),
  'edge-check.solve': z.object(edited),
  'edge-check.withdraw': z.object(edited),
} as const satisfies Record<string, z.ZodType>
