import { sql } from 'drizzle-orm'
import { check, index, integer, sqliteTable, text, uniqueIndex } from 'drizzle-orm/sqlite-core'
import { id, retiredAt, revision } from './columns'
import { papers } from './papers'
import { presetVersions } from './presets'
import { feeds, printers, queues } from './printers'
import { screens } from './room'
import { runs } from './runs'
import { pictures, slips } from './slips'

/** A ruler sheet for one queue, feed, size and edge: printed, read, solved, kept. */
export const edgeChecks = sqliteTable(
  'edge_checks',
  {
    id: id(),
    number: integer('number').notNull().unique(),
    printerId: text('printer_id')
      .notNull()
      .references(() => printers.id),
    queueId: text('queue_id')
      .notNull()
      .references(() => queues.id),
    feedId: text('feed_id')
      .notNull()
      .references(() => feeds.id),
    /** what the sheets are printed with: its media setting, quality and seal */
    versionId: text('version_id')
      .notNull()
      .references(() => presetVersions.id),
    edge: text('edge', { enum: ['margins', 'borderless'] }).notNull(),
    sizeName: text('size_name').notNull(),
    /** as it feeds */
    widthUm: integer('width_um').notNull(),
    lengthUm: integer('length_um').notNull(),
    layout: text('layout', { mode: 'json' }).notNull(),
    readings: text('readings', { mode: 'json' }).notNull(),
    instrument: text('instrument').notNull(),
    /** what was declared when it was made, to stand beside what was found */
    declared: text('declared', { mode: 'json' }).notNull(),
    result: text('result', { mode: 'json' }),
    state: text('state', { enum: ['open', 'solved', 'withdrawn'] }).notNull(),
    note: text('note').notNull().default(''),
    createdAt: integer('created_at').notNull(),
    byId: text('by_id').notNull(),
    solvedAt: integer('solved_at'),
    /** in which order checks were solved: the clock can be set back */
    solvedNo: integer('solved_no'),
    readById: text('read_by_id'),
    revision: revision(),
  },
  (t) => [
    index('edge_checks_in_use').on(t.queueId, t.feedId, t.edge, t.solvedAt),
    check('solved_has_result', sql`${t.state} <> 'solved' or ${t.result} is not null`),
  ],
)

/** A sheet that the room printed for itself and that is nobody's print: a ruler sheet. It costs the room. */
export const roomSheets = sqliteTable(
  'room_sheets',
  {
    id: id(),
    checkId: text('check_id')
      .notNull()
      .references(() => edgeChecks.id),
    at: integer('at').notNull(),
    printerId: text('printer_id')
      .notNull()
      .references(() => printers.id),
    paperId: text('paper_id')
      .notNull()
      .references(() => papers.id),
    paperUm2: integer('paper_um2').notNull(),
    inkMicrolitres: integer('ink_microlitres').notNull(),
    /** paper at its price, and ink, as they were then */
    cost: integer('cost').notNull(),
    /** what of the cost nobody could say: `paper`, `ink`, both or neither */
    unknown: text('unknown').notNull().default(''),
    byId: text('by_id').notNull(),
  },
  (t) => [index('room_sheets_by_time').on(t.at)],
)

/** A version's settings ticked against the printer's own dialog, and what was found otherwise. */
export const readBacks = sqliteTable(
  'read_backs',
  {
    id: id(),
    versionId: text('version_id')
      .notNull()
      .references(() => presetVersions.id),
    /** the print that it was read back for, where it was one's */
    slipId: text('slip_id').references(() => slips.id),
    printId: text('print_id'),
    at: integer('at').notNull(),
    byId: text('by_id').notNull(),
    /** what was found otherwise than it is said */
    found: text('found', { mode: 'json' }).notNull(),
    /** when everything that was found was put right */
    settledAt: integer('settled_at'),
    settledById: text('settled_by_id'),
  },
  (t) => [index('read_backs_by_version').on(t.versionId, t.at), index('read_backs_open').on(t.settledAt)],
)

/** A note of a test: which media setting on which paper, what was seen, under which light, kept or not. */
export const trials = sqliteTable(
  'trials',
  {
    id: id(),
    number: integer('number').notNull().unique(),
    paperId: text('paper_id')
      .notNull()
      .references(() => papers.id),
    queueId: text('queue_id')
      .notNull()
      .references(() => queues.id),
    mediaSettingId: text('media_setting_id').notNull(),
    /** the media setting's name as it was then */
    mediaSettingName: text('media_setting_name').notNull(),
    /** the print that was judged, where it was logged */
    runId: text('run_id').references(() => runs.id),
    /** what was printed, where it was no run of this room */
    printed: text('printed').notNull().default(''),
    printedAt: integer('printed_at'),
    at: integer('at').notNull(),
    light: text('light').notNull(),
    screenId: text('screen_id').references(() => screens.id),
    seen: text('seen').notNull(),
    kept: text('kept', { enum: ['kept', 'not kept', 'not decided'] }).notNull(),
    /** what speaks against the judgement: as it was then, for ever */
    flaws: text('flaws', { mode: 'json' }).notNull(),
    revision: revision(),
    byId: text('by_id').notNull(),
  },
  (t) => [index('trials_by_paper').on(t.paperId, t.at)],
)

/** What somebody wrote or copied about a paper: a maker's advice with its source, a warning of the room's own. */
export const paperNotes = sqliteTable(
  'paper_notes',
  {
    id: id(),
    paperId: text('paper_id')
      .notNull()
      .references(() => papers.id),
    says: text('says').notNull(),
    /** where it comes from; empty: the room's own */
    source: text('source').notNull().default(''),
    at: integer('at').notNull(),
    byId: text('by_id').notNull(),
    revision: revision(),
    retiredAt: retiredAt(),
  },
  (t) => [index('paper_notes_by_paper').on(t.paperId, t.at)],
)

/** A file that belongs to a note or to an outside target: kept by its content, handed out as it came. */
export const attachments = sqliteTable(
  'attachments',
  {
    id: id(),
    /** the note or target */
    ownerId: text('owner_id').notNull(),
    name: text('name').notNull(),
    mime: text('mime', { enum: ['application/pdf', 'image/jpeg', 'image/png'] }).notNull(),
    sha: text('sha').notNull(),
    bytes: integer('bytes').notNull(),
    at: integer('at').notNull(),
    byId: text('by_id').notNull(),
  },
  (t) => [index('attachments_by_owner').on(t.ownerId, t.at)],
)

/** A chart that somebody else measures: a file that is printed untouched, at its own size. */
export const outsideTargets = sqliteTable(
  'outside_targets',
  {
    id: id(),
    number: integer('number').notNull().unique(),
    name: text('name').notNull(),
    /** who measures it */
    service: text('service').notNull().default(''),
    /** how it is to be printed and sent, in their words */
    instructions: text('instructions').notNull().default(''),
    pictureId: text('picture_id')
      .notNull()
      .references(() => pictures.id),
    widthUm: integer('width_um').notNull(),
    heightUm: integer('height_um').notNull(),
    at: integer('at').notNull(),
    byId: text('by_id').notNull(),
    revision: revision(),
    retiredAt: retiredAt(),
  },
  (t) => [check('target_sizes', sql`${t.widthUm} > 0 and ${t.heightUm} > 0`)],
)

/** Under which version an outside target was printed; the slip carries its page and its log. */
export const targetPrints = sqliteTable(
  'target_prints',
  {
    slipId: text('slip_id')
      .primaryKey()
      .references(() => slips.id),
    targetId: text('target_id')
      .notNull()
      .references(() => outsideTargets.id),
    versionId: text('version_id')
      .notNull()
      .references(() => presetVersions.id),
    at: integer('at').notNull(),
    byId: text('by_id').notNull(),
  },
  (t) => [index('target_prints_by_target').on(t.targetId, t.at)],
)

/** The way of a new paper on a queue, from box to bench card: begun once, left and resumed at any time. */
export const paperPaths = sqliteTable(
  'paper_paths',
  {
    id: id(),
    paperId: text('paper_id')
      .notNull()
      .references(() => papers.id),
    queueId: text('queue_id')
      .notNull()
      .references(() => queues.id),
    begunAt: integer('begun_at').notNull(),
    byId: text('by_id').notNull(),
    /** by the step: what somebody said came of it, or why it was left out */
    said: text('said', { mode: 'json' }).notNull(),
    /** presets that were made to try media settings with */
    proofs: text('proofs', { mode: 'json' }).notNull(),
    revision: revision(),
    retiredAt: retiredAt(),
  },
  (t) => [uniqueIndex('one_path_at_a_time').on(t.paperId, t.queueId).where(sql`${t.retiredAt} is null`)],
)
