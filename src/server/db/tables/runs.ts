import { sql } from 'drizzle-orm'
import { check, index, integer, primaryKey, sqliteTable, text, uniqueIndex } from 'drizzle-orm/sqlite-core'
import { id } from './columns'
import { papers, rolls, stocks } from './papers'
import { presetVersions } from './presets'
import { printers } from './printers'
import { groups, people } from './room'
import { pictures, slips } from './slips'

export const runs = sqliteTable(
  'runs',
  {
    id: id(),
    number: integer('number').notNull().unique(),
    versionId: text('version_id')
      .notNull()
      .references(() => presetVersions.id),
    printerId: text('printer_id')
      .notNull()
      .references(() => printers.id),
    paperId: text('paper_id')
      .notNull()
      .references(() => papers.id),
    stockId: text('stock_id').references(() => stocks.id),
    rollId: text('roll_id').references(() => rolls.id),
    at: integer('at').notNull(),
    byId: text('by_id').notNull(),
    outcome: text('outcome', { enum: ['good', 'proof', 'spoiled', 'not known', 'not printed'] }).notNull(),
    cause: text('cause'),
    note: text('note').notNull().default(''),
    widthUm: integer('width_um').notNull(),
    lengthUm: integer('length_um').notNull(),
    inkMicrolitres: integer('ink_microlitres').notNull(),
    /** what it cost the room in paper and ink, and what the member pays */
    cost: integer('cost').notNull(),
    charge: integer('charge').notNull(),
    tariffId: text('tariff_id').notNull(),
  },
  (t) => [
    index('runs_by_time').on(t.at, t.id),
    check('cause_when_spoiled', sql`(${t.outcome} = 'spoiled') = (${t.cause} is not null)`),
  ],
)

/**
 * The share of a run that belongs to one print and member: the lines of the log. A plain run has one part. What a run
 * turned out to be is kept here beside what was booked, so that lists and sums are read from one table.
 */
export const runParts = sqliteTable(
  'run_parts',
  {
    id: id(),
    runId: text('run_id')
      .notNull()
      .references(() => runs.id),
    /** from 0 */
    position: integer('position').notNull(),
    slipId: text('slip_id')
      .notNull()
      .references(() => slips.id),
    /** which print of its slip */
    printId: text('print_id').notNull(),
    /** which copy of that print, from 1 */
    copy: integer('copy').notNull(),
    memberId: text('member_id').references(() => people.id),
    groupId: text('group_id').references(() => groups.id),
    chargeTo: text('charge_to', { enum: ['member', 'group'] }).notNull(),
    /** as of its run: what the log filters by */
    at: integer('at').notNull(),
    printerId: text('printer_id').notNull(),
    versionId: text('version_id').notNull(),
    paperId: text('paper_id').notNull(),
    /** its share of the sheet */
    paperUm2: integer('paper_um2').notNull(),
    inkMicrolitres: integer('ink_microlitres').notNull(),
    /** what the room spent on it: paper at its price and ink */
    cost: integer('cost').notNull(),
    charge: integer('charge').notNull(),
    /** what of its cost nobody could say, empty where all was known: `paper`, `ink`, or both with a space between */
    unknown: text('unknown').notNull().default(''),
    /** as it stands: after the newest correction */
    nowOutcome: text('now_outcome', { enum: ['good', 'proof', 'spoiled', 'not known', 'not printed'] }).notNull(),
    nowCause: text('now_cause'),
    nowMemberId: text('now_member_id').references(() => people.id),
    /** the group of whose print it is now */
    nowGroupId: text('now_group_id').references(() => groups.id),
    nowCharge: integer('now_charge').notNull(),
  },
  (t) => [
    uniqueIndex('parts_of_run').on(t.runId, t.position),
    index('parts_by_time').on(t.at, t.id),
    index('parts_by_member').on(t.nowMemberId, t.at),
    index('parts_by_printer').on(t.printerId, t.at),
    index('parts_by_paper').on(t.paperId, t.at),
    index('parts_by_outcome').on(t.nowOutcome, t.at),
    index('parts_by_version').on(t.versionId),
    index('parts_by_slip').on(t.slipId, t.printId),
    /** runs that several prints share: few among many */
    index('second_parts').on(t.runId).where(sql`${t.position} = 1`),
  ],
)

/** What was promised when a run was made: never recomputed. Read by its schema number. */
export const runRecords = sqliteTable('run_records', {
  runId: text('run_id')
    .primaryKey()
    .references(() => runs.id),
  schema: integer('schema').notNull(),
  body: text('body', { mode: 'json' }).notNull(),
})

/**
 * Distances that somebody took on a run's sheet, held against its promise; the newest of a run counts, none is ever
 * changed. Where the sheet landed is kept beside them: it sharpens the drift of its feed.
 */
export const runMeasures = sqliteTable(
  'run_measures',
  {
    id: id(),
    runId: text('run_id')
      .notNull()
      .references(() => runs.id),
    /** when the run was made; when it was measured */
    runAt: integer('run_at').notNull(),
    at: integer('at').notNull(),
    byId: text('by_id').notNull(),
    instrument: text('instrument').notNull(),
    printerId: text('printer_id')
      .notNull()
      .references(() => printers.id),
    queueId: text('queue_id').notNull(),
    feedId: text('feed_id').notNull(),
    edge: text('edge', { enum: ['margins', 'borderless'] }).notNull(),
    /** the edge check that the promise came from; null: it was made from declared figures */
    checkId: text('check_id'),
    /** which piece of the sheet, from 0 */
    piece: integer('piece').notNull(),
    /** each distance that was read, with its promise and tolerance */
    held: text('held', { mode: 'json' }).notNull(),
    /** where the sheet landed against where it was promised to; null: what was read does not tell */
    acrossUm: integer('across_um'),
    alongUm: integer('along_um'),
  },
  (t) => [index('measures_by_run').on(t.runId, t.at), index('measures_by_feed').on(t.printerId, t.feedId, t.runAt)],
)

/** Which pictures lie on a run's sheet: by them it is found when one comes in again. */
export const runPictures = sqliteTable(
  'run_pictures',
  {
    runId: text('run_id')
      .notNull()
      .references(() => runs.id),
    pictureId: text('picture_id')
      .notNull()
      .references(() => pictures.id),
  },
  (t) => [primaryKey({ columns: [t.pictureId, t.runId] })],
)

/** What a run turned out to be after it was logged; the newest counts. The run itself is never edited. */
export const runCorrections = sqliteTable(
  'run_corrections',
  {
    id: id(),
    runId: text('run_id')
      .notNull()
      .references(() => runs.id),
    at: integer('at').notNull(),
    byId: text('by_id').notNull(),
    outcome: text('outcome', { enum: ['good', 'proof', 'spoiled'] }).notNull(),
    cause: text('cause'),
    note: text('note').notNull(),
    /** what the member pays from now on */
    charge: integer('charge').notNull(),
    /** whose print it is from now on; null: as before */
    memberId: text('member_id').references(() => people.id),
    groupId: text('group_id').references(() => groups.id),
    /** which part of the run; null: it has one */
    partId: text('part_id').references(() => runParts.id),
  },
  (t) => [
    index('corrections_by_run').on(t.runId, t.id),
    check('corrected_cause_when_spoiled', sql`(${t.outcome} = 'spoiled') = (${t.cause} is not null)`),
  ],
)
