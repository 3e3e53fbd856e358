import { z } from 'zod'
import { SHARE_RULES } from '@/core/charge/shares'
import { idSchema, lengthSchema, minorSchema, nameSchema, noteSchema, timeSchema } from '../lengths'
import { readingFields } from '../paper'
import { surfaceSchema } from '../printer'
import { edited, revisionSchema, roomFields, unit } from './shared'

/** Things of a room that are retired, offered again and deleted alike. */
export const THINGS = ['group', 'form', 'feed', 'queue', 'roll', 'screen', 'scanner'] as const

export const ROOM_INPUTS = {
  'room.set-up': z.object({
    name: nameSchema,
    unit,
    ...roomFields,
    keeper: nameSchema,
    printer: z.object({ nickname: nameSchema, makeModel: z.string().max(120) }),
    paper: z.object({
      name: nameSchema,
      surface: surfaceSchema,
      sizeId: z.string(),
      count: z.int().min(0).max(10_000),
    }),
    demo: z.boolean().default(false),
  }),
  'room.edit': z.object({
    revision: revisionSchema,
    name: nameSchema,
    unit,
    stopPpi: z.int().min(1).max(2000),
    cautionPpi: z.int().min(1).max(2000),
    usualCopies: z.int().min(1).max(500),
    edgeCheckDays: z.int().min(1).max(3650),
    screenDays: z.int().min(1).max(3650),
    brightestScreen: z.int().min(40).max(1000),
    dryHours: z.int().min(0).max(720),
    toneBend: z.int().min(1).max(30).default(4),
    toneTint: z.int().min(1).max(20).default(2),
    planShares: z.enum(SHARE_RULES).default('own area and waste'),
    timeZone: roomFields.timeZone,
    /** until the first charge */
    currency: roomFields.currency,
    exponent: roomFields.exponent,
    surfaces: z
      .array(surfaceSchema)
      .min(1, 'at least one')
      .max(40)
      .refine((list) => new Set(list.map((s) => s.toLowerCase())).size === list.length, 'one surface twice'),
  }),
  'tariff.set': z.object({
    paperPercent: z.int().min(0).max(1000),
    inkPer100Ml: minorSchema.refine((v) => v >= 0, 'not below 0').nullable(),
    roomShare: minorSchema.refine((v) => v >= 0, 'not below 0'),
    validFrom: timeSchema.nullable().default(null),
    /** how many tariffs the room had when this one was typed; null: whatever it has */
    revision: revisionSchema.nullable().default(null),
  }),
  'group.add': z.object({ name: nameSchema }),
  'person.add': z.object({
    name: nameSchema,
    role: z.enum(['keeper', 'helper', 'member']),
    groupId: idSchema.nullable(),
    note: noteSchema.default(''),
  }),
  'person.edit': z.object({
    ...edited,
    name: nameSchema,
    role: z.enum(['keeper', 'helper', 'member']),
    groupId: idSchema.nullable(),
    note: noteSchema,
  }),
  'person.retire': z.object(edited),
  'person.restore': z.object(edited),
  'account.pay': z.object({
    personId: idSchema.nullable(),
    groupId: idSchema.nullable(),
    amount: minorSchema.refine((v) => v > 0, 'a payment is above 0'),
    note: noteSchema,
  }),
  /** a payment that was booked by mistake: an entry of its own takes it back */
  'account.reverse': z.object({ id: idSchema, note: noteSchema.pipe(z.string().min(1, 'say why')) }),
  'size.add': z.object({ name: nameSchema, short: lengthSchema, long: lengthSchema, unit }),
  'size.edit': z.object({ ...edited, name: nameSchema, short: lengthSchema, long: lengthSchema, unit }),
  'size.name': z.object({
    id: z.string().max(200),
    name: z.string().trim().max(120, 'at most 120 letters'),
    was: z.string(),
  }),
  'size.word': z.object({ sizeId: z.string().max(200), queueId: idSchema, word: z.string().trim().max(120) }),
  'size.retire': z.object(edited),
  'size.restore': z.object(edited),
  'screen.add': z.object({ name: nameSchema, note: noteSchema.default('') }),
  'screen.edit': z.object({ ...edited, name: nameSchema, note: noteSchema }),
  'screen.measure': z.object({ id: idSchema, ...readingFields, at: timeSchema.nullable().default(null) }),
  /** what a room keeps beside its printers, papers and presets */
  'thing.retire': z.object({ ...edited, kind: z.enum(THINGS) }),
  'thing.restore': z.object({ ...edited, kind: z.enum(THINGS) }),
  'thing.rename': z.object({ ...edited, kind: z.enum(['group', 'scanner']), name: nameSchema }),
  'thing.delete': z.object({ id: idSchema, kind: z.enum(THINGS) }),
} as const satisfies Record<string, z.ZodType>
