import { z } from 'zod'
import { STEP_IDS } from '@/core/paper/path'
import { KEPT, LIGHTS } from '@/core/paper/trial'
import { PART_KINDS } from '@/core/printer/parts'
import { instrumentSchema, MOST_SHEETS, readingsSchema } from './edge-check'
import { idSchema, lengthSchema, minorSchema, nameSchema, noteSchema, timeSchema, umSchema } from './lengths'
import { measuredSchema } from './measure'
import { readingFields, whiteSchema } from './paper'
import { settingsSchema } from './preset'
import { feedSchema, queueFactsSchema, surfaceSchema } from './printer'
import { foundSchema } from './read-back'
import { innerIdSchema, sheetChoiceSchema, slipBodySchema } from './slip'
import { CAUSES, MOST_PRINTS } from './slip-data'
import { UPKEEP_KINDS } from './upkeep'

/** Counts up by one from 1: no row is ever saved a thousand million times. */
const revisionSchema = z.int().min(1).max(1_000_000_000)

/** A row that is edited: which, and the revision that the person saw. */
const edited = { id: idSchema, revision: revisionSchema }
const unit = z.enum(['mm', 'in'])

const roomFields = {
  currency: z.string().regex(/^[A-Z]{3}$/, 'three capital letters, as in ISO 4217'),
  exponent: z.union([z.literal(0), z.literal(2), z.literal(3)]),
  timeZone: z.string().refine(knownZone, 'not a time zone that is known here'),
}

const printerFields = {
  nickname: nameSchema,
  makeModel: z.string().max(120),
  carriage: lengthSchema,
  inkSet: nameSchema.pipe(z.string().max(80, 'at most 80 letters')),
  blackShared: z.boolean(),
  swapSeconds: z.int().min(0).max(36_000),
  swapMicrolitres: z.int().min(0).max(1_000_000),
}

const { inkSet: _inkSet, ...printerEdited } = printerFields

const paperFields = {
  maker: z.string().max(120),
  name: nameSchema,
  surface: surfaceSchema,
  weight: z.int().min(20).max(2000).nullable(),
  thickness: lengthSchema.nullable(),
  white: whiteSchema.nullable().default(null),
  note: noteSchema,
}

const stockFields = {
  kind: z.enum(['sheet', 'roll']),
  width: lengthSchema.refine((v) => v > 0, 'above 0'),
  length: lengthSchema.refine((v) => v > 0, 'above 0'),
  pack: z.int().min(1).max(5000),
  price: minorSchema.refine((v) => v >= 0, 'not below 0').nullable(),
}

type OutcomeSaid = { readonly outcome?: string; readonly cause?: string | null }

/** A spoiled print has a cause, others have none. */
const causeFits = (v: OutcomeSaid): boolean => (v.outcome === 'spoiled') === ((v.cause ?? null) !== null)
const CAUSE_FITS: Parameters<z.ZodType['refine']>[1] = {
  path: ['cause'],
  error: 'a spoiled print has a cause, others have none: say what spoiled it',
  // also said beside whatever else is wrong
  when: ({ value }) => typeof value === 'object' && value !== null,
}

const answersSchema = z
  .array(z.object({ check: z.string().max(40), reason: noteSchema.pipe(z.string().min(1, 'a reason is needed')) }))
  .max(40)

/** Prints of a slip that are printed or logged: how many of each, and why the stops of each were answered. */
const printsAsked = (mostCopies: number) =>
  z
    .array(z.object({ printId: innerIdSchema, copies: z.int().min(1).max(mostCopies), answers: answersSchema }))
    .min(1)
    .max(MOST_PRINTS)
    .refine((list) => new Set(list.map((p) => p.printId)).size === list.length, 'one print twice')

/** The inputs of every write, by the action's name. */
export const INPUTS = {
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
  'paper.add': z.object(paperFields),
  'paper.edit': z.object({ ...edited, ...paperFields }),
  'paper.retire': z.object(edited),
  'paper.restore': z.object(edited),
  'paper.delete': z.object({ id: idSchema }),
  'stock.add': z.object({ paperId: idSchema, ...stockFields, count: z.int().min(0).max(10_000) }),
  'stock.edit': z.object({ ...edited, pack: stockFields.pack, price: stockFields.price }),
  'stock.buy': z.object({ id: idSchema, delta: z.int().min(1).max(10_000) }),
  'stock.count': z.object({ id: idSchema, counted: z.int().min(0).max(100_000) }),
  'roll.open': z.object({ stockId: idSchema }),
  'roll.move': z.object({
    id: idSchema,
    kind: z.enum(['trimmed', 'cut by hand', 'corrected']),
    delta: umSchema,
    note: noteSchema,
  }),
  /** pieces cut by hand: off the roll, and on the shelf as sheets of their form */
  'roll.cut': z.object({
    id: idSchema,
    width: lengthSchema.refine((v) => v > 0, 'above 0'),
    length: lengthSchema.refine((v) => v > 0, 'above 0'),
    count: z.int().min(1).max(50, 'at most 50'),
    note: noteSchema.default(''),
  }),
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
  'screen.add': z.object({ name: nameSchema, note: noteSchema.default('') }),
  'screen.edit': z.object({ ...edited, name: nameSchema, note: noteSchema }),
  'screen.measure': z.object({ id: idSchema, ...readingFields, at: timeSchema.nullable().default(null) }),
  'screen.retire': z.object(edited),
  'screen.restore': z.object(edited),
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
  'target.add': z.object({
    name: nameSchema,
    service: z.string().trim().max(120),
    instructions: noteSchema,
    pictureId: idSchema,
    /** pixels per inch that it was made for; null: as the file says */
    ppi: z.number().min(20, 'at least 20').max(5000, 'at most 5000').nullable(),
  }),
  'target.print': z.object({
    id: idSchema,
    versionId: idSchema,
    sheet: sheetChoiceSchema,
    copies: z.int().min(1).max(20, 'at most 20'),
  }),
  'target.retire': z.object(edited),
  'target.restore': z.object(edited),
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
  'read-back.log': z.object({
    versionId: idSchema,
    slipId: idSchema.nullable().default(null),
    printId: innerIdSchema.nullable().default(null),
    found: foundSchema,
  }),
  'read-back.settle': z.object({ id: idSchema }),
  'upkeep.log': z.object({
    printerId: idSchema,
    kind: z.enum(UPKEEP_KINDS),
    at: timeSchema.nullable(),
    note: noteSchema,
    result: z.string().trim().max(200).default(''),
    /** who did it, where that is not who notes it */
    personId: idSchema.nullable().default(null),
  }),
  'feed.save': z.object({
    printerId: idSchema,
    id: idSchema.nullable(),
    revision: revisionSchema.nullable(),
    facts: feedSchema,
  }),
  'queue.save': z.object({
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
  }),
  /** `event`: of the history, in which it was taken out */
  'queue.put-back': z.object({
    id: idSchema,
    event: z.int().min(1),
    kind: z.enum(PART_KINDS),
    item: z.string().min(1).max(120),
  }),
  'printer.import': z.object({ text: z.string().max(900_000) }),
  'preset.import': z.object({ text: z.string().max(200_000) }),
  'preset.carry': z.object({ id: idSchema, queueId: idSchema, name: nameSchema }),
  'preset.add': z.object({ name: nameSchema, draft: settingsSchema }),
  'preset.draft': z.object({ ...edited, name: nameSchema, draft: settingsSchema }),
  'preset.rename': z.object({ ...edited, name: nameSchema }),
  /** `despite`: why it is sealed although something speaks against it; empty where nothing does */
  'preset.seal': z.object({ ...edited, why: noteSchema, despite: noteSchema.default('') }),
  'preset.retire': z.object(edited),
  'preset.delete': z.object({ id: idSchema }),
  'preset.restore': z.object(edited),
  'profile.bind': z.object({ id: idSchema, seal: z.string().min(1, 'choose a version').max(12), made: z.boolean() }),
  'profile.retire': z.object({ id: idSchema }),
  'profile.restore': z.object({ id: idSchema }),
  'slip.add': z.object({ body: slipBodySchema.nullable() }),
  'slip.save': z.object({ ...edited, body: slipBodySchema }),
  'slip.state': z.object({ ...edited, state: z.enum(['open', 'waiting', 'withdrawn']) }),
  'slip.copy': z.object({ id: idSchema }),
  'slip.file': z.object({ id: idSchema, printId: innerIdSchema, revision: revisionSchema }),
  'job.cancel': z.object({ id: idSchema }),
  'run.log': z
    .object({
      slipId: idSchema,
      revision: revisionSchema,
      outcome: z.enum(['good', 'proof', 'spoiled']),
      cause: z.enum(CAUSES).nullable(),
      note: noteSchema,
      prints: printsAsked(500),
      /** only for a room that is filled afterwards; null is now */
      at: timeSchema.nullable().default(null),
      /** distances taken on the sheet, where one sheet is logged */
      measured: measuredSchema.nullable().default(null),
    })
    .refine(causeFits, CAUSE_FITS)
    .refine((v) => v.measured === null || (v.prints.length === 1 && v.prints[0]?.copies === 1), {
      path: ['measured'],
      error: 'distances belong to one sheet: log it by itself, or type them at its run',
    }),
  'run.correct': z
    .object({
      id: idSchema,
      outcome: z.enum(['good', 'proof', 'spoiled']),
      cause: z.enum(CAUSES).nullable(),
      note: noteSchema,
      /** whose print it was; left away: as before */
      memberId: idSchema.optional(),
    })
    .refine(causeFits, CAUSE_FITS),
  'run.measure': measuredSchema.extend({ id: idSchema }),
  'print.start': z.object({
    slipId: idSchema,
    revision: revisionSchema,
    prints: printsAsked(100),
    /** what each copy is logged as once the printer says that it is done */
    outcome: z.enum(['good', 'proof']),
    note: noteSchema,
  }),
  'print.cancel': z.object({ id: idSchema }),
  'print.settle': z
    .object({
      id: idSchema,
      outcome: z.enum(['good', 'proof', 'spoiled', 'not printed']),
      cause: z.enum(CAUSES).nullable(),
      note: noteSchema,
    })
    .refine(causeFits, CAUSE_FITS),
  'printer.by-address': z.object({ address: z.string().max(300), nickname: nameSchema }),
  'picture.untagged': z.object({ id: idSchema }),
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

export type ActionName = keyof typeof INPUTS
export type ActionInput<N extends ActionName> = z.input<(typeof INPUTS)[N]>

function knownZone(zone: string): boolean {
  try {
    new Intl.DateTimeFormat('en', { timeZone: zone })
    return true
  } catch {
    return false
  }
}
