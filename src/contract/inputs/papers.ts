import { z } from 'zod'
import { STEP_IDS } from '@/core/paper/path'
import { KEPT, LIGHTS } from '@/core/paper/trial'
import { idSchema, lengthSchema, noteSchema, timeSchema, umSchema } from '../lengths'
import { sheetChoiceSchema } from '../slip'
import { edited, paperFields, stockFields } from './shared'

export const PAPERS_INPUTS = {
  'paper.add': z.object(paperFields),
  'paper.edit': z.object({ ...edited, ...paperFields }),
  'paper.retire': z.object(edited),
  'paper.restore': z.object(edited),
  'paper.delete': z.object({ id: idSchema }),
  'stock.add': z.object({ paperId: idSchema, ...stockFields, count: z.int().min(0).max(10_000) }),
  'stock.edit': z.object({ ...edited, pack: stockFields.pack, price: stockFields.price }),
  'stock.buy': z.object({ id: idSchema, delta: z.int().min(1).max(10_000) }),
  /** what somebody counted, and how many lines the ledger had when they did */
  'stock.count': z.object({ id: idSchema, counted: z.int().min(0).max(100_000), seen: z.int().min(0) }),
  'roll.open': z.object({ stockId: idSchema }),
  'roll.move': z.object({
    id: idSchema,
    kind: z.enum(['trimmed', 'cut by hand', 'test']),
    delta: umSchema,
    note: noteSchema,
  }),
  /** what somebody measured, and how many lines the ledger had when they did */
  'roll.measure': z.object({ id: idSchema, measured: lengthSchema, seen: z.int().min(0), note: noteSchema }),
  'roll.edit': z.object({
    ...edited,
    core: lengthSchema.refine((v) => v >= 10_000 && v <= 300_000, '10 to 300 mm').nullable(),
    thickness: lengthSchema.refine((v) => v >= 20 && v <= 2000, '0.02 to 2 mm').nullable(),
    price: stockFields.price,
  }),
  /** used up or put away: what was left of it is thrown away */
  'roll.finish': z.object(edited),
  /** it was not finished: it is in use again with what it had */
  'roll.resume': z.object(edited),
  /** pieces cut by hand: off the roll, and on the shelf as sheets of their form */
  'roll.cut': z.object({
    id: idSchema,
    width: lengthSchema.refine((v) => v > 0, 'above 0'),
    length: lengthSchema.refine((v) => v > 0, 'above 0'),
    count: z.int().min(1).max(50, 'at most 50'),
    note: noteSchema.default(''),
  }),
  'trial.add': z.object({
    paperId: idSchema,
    queueId: idSchema,
    mediaSettingId: z.string().min(1, 'choose one').max(80),
    runId: idSchema.nullable().default(null),
    printed: noteSchema.default(''),
    printedAt: timeSchema.nullable().default(null),
    light: z.enum(LIGHTS),
    screenId: idSchema.nullable().default(null),
    seen: noteSchema.pipe(z.string().min(1, 'say what was seen')),
    kept: z.enum(KEPT),
  }),
  'trial.decide': z.object({ ...edited, kept: z.enum(KEPT) }),
  'note.add': z.object({
    paperId: idSchema,
    says: noteSchema.pipe(z.string().min(1, 'say something')),
    source: z.string().trim().max(200).default(''),
  }),
  'note.retire': z.object(edited),
  'note.restore': z.object(edited),
  'path.begin': z.object({ paperId: idSchema, queueId: idSchema }),
  'path.say': z.object({
    ...edited,
    step: z.enum(STEP_IDS),
    /** open: what was said of it is taken back */
    state: z.enum(['done', 'skipped', 'open']),
    says: noteSchema,
  }),
  'path.proofs': z.object({
    ...edited,
    mediaSettingIds: z
      .array(z.string().min(1).max(80))
      .min(1, 'choose at least one')
      .max(8, 'at most 8')
      .refine((list) => new Set(list).size === list.length, 'one of them twice'),
    pictureId: idSchema,
    sheet: sheetChoiceSchema,
  }),
  /** presets that were made for it and whose media setting was not kept are no longer offered */
  'path.tidy': z.object(edited),
  'path.end': z.object(edited),
} as const satisfies Record<string, z.ZodType>
