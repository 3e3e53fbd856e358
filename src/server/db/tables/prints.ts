import { sql } from 'drizzle-orm'
import { check, index, integer, primaryKey, sqliteTable, text, uniqueIndex } from 'drizzle-orm/sqlite-core'
import { id, revision } from './columns'
import { papers, rolls, stocks } from './papers'
import { presetVersions } from './presets'
import { printers, queues } from './printers'
import { groups, people } from './room'

export const pictures = sqliteTable(
  'pictures',
  {
    id: id(),
    sha: text('sha').notNull(),
    name: text('name').notNull(),
    mime: text('mime', { enum: ['image/jpeg', 'image/png', 'image/tiff'] }).notNull(),
    bytes: integer('bytes').notNull(),
    /** pixels after the file's own orientation */
    width: integer('width').notNull(),
    height: integer('height').notNull(),
    /** EXIF orientation 1..8 as the file has it */
    orientation: integer('orientation').notNull(),
    grey: integer('grey', { mode: 'boolean' }).notNull(),
    bits: integer('bits').notNull(),
    profile: text('profile'),
    /** SHA-256 and ICC device class of the embedded profile; null also for pictures from before they were noted */
    profileSha: text('profile_sha'),
    profileClass: text('profile_class'),
    /** what is odd about how the file describes its colours; such a file counts as untagged */
    colourNote: text('colour_note'),
    /** a person still has to say that it may count as untagged */
    colourAsks: integer('colour_asks', { mode: 'boolean' }).notNull().default(false),
    /** which picture of the file it is, from 0 */
    page: integer('page').notNull().default(0),
    decoded: integer('decoded', { mode: 'boolean' }),
    /** the size that the file states of itself, upright; null: it states none, or it was not looked for yet */
    statedWidthUm: integer('stated_width_um'),
    statedHeightUm: integer('stated_height_um'),
    statedRead: integer('stated_read', { mode: 'boolean' }).notNull().default(false),
    thumbSha: text('thumb_sha').notNull(),
    previewSha: text('preview_sha'),
    at: integer('at').notNull(),
  },
  (t) => [index('pictures_by_sha').on(t.sha)],
)

export const slips = sqliteTable(
  'slips',
  {
    id: id(),
    number: integer('number').notNull().unique(),
    title: text('title').notNull(),
    state: text('state', { enum: ['open', 'waiting', 'done', 'withdrawn'] }).notNull(),
    memberId: text('member_id').references(() => people.id),
    /** the first picture of its first print: what lists show */
    pictureId: text('picture_id').references(() => pictures.id),
    body: text('body', { mode: 'json' }).notNull(),
    revision: revision(),
    createdAt: integer('created_at').notNull(),
    updatedAt: integer('updated_at').notNull(),
  },
  (t) => [index('slips_by_state').on(t.state, t.updatedAt)],
)

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
    cost: integer('cost').notNull(),
    charge: integer('charge').notNull(),
    /** as it stands: after the newest correction */
    nowOutcome: text('now_outcome', { enum: ['good', 'proof', 'spoiled', 'not known', 'not printed'] }).notNull(),
    nowCause: text('now_cause'),
    nowMemberId: text('now_member_id').references(() => people.id),
    nowCharge: integer('now_charge').notNull(),
  },
  (t) => [
    uniqueIndex('parts_of_run').on(t.runId, t.position),
    index('parts_by_time').on(t.at, t.runId),
    index('parts_by_member').on(t.nowMemberId, t.at),
    index('parts_by_printer').on(t.printerId, t.at),
    index('parts_by_paper').on(t.paperId, t.at),
    index('parts_by_outcome').on(t.nowOutcome, t.at),
    index('parts_by_version').on(t.versionId),
    index('parts_by_slip').on(t.slipId, t.printId),
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

/**
 * One sheet on its way to a printer, of one subject: its page and its ticket as they were when somebody pressed. The state
 * is written before each step towards the printer is taken, so that a break never leaves it unsaid.
 */
export const printJobs = sqliteTable(
  'print_jobs',
  {
    id: id(),
    /** what the printer is told as job-name; no two are the same */
    jobName: text('job_name').notNull().unique(),
    queueId: text('queue_id')
      .notNull()
      .references(() => queues.id),
    /** what it is a sheet of, and which one */
    subject: text('subject', { enum: ['slip print', 'ruler sheet', 'outside target'] }).notNull(),
    subjectId: text('subject_id').notNull(),
    /** which print of a slip; empty for what has none */
    printId: text('print_id').notNull(),
    /** which sheet of its subject, from 1 */
    sheet: integer('sheet').notNull(),
    /** in words, and where to look */
    title: text('title').notNull(),
    href: text('href').notNull(),
    state: text('state', {
      enum: ['queued', 'sending', 'printing', 'done', 'failed', 'cancelled', 'not known', 'settled'],
    }).notNull(),
    /** what the run is logged as once the printer says it is done */
    outcome: text('outcome', { enum: ['good', 'proof'] }).notNull(),
    note: text('note').notNull().default(''),
    /** page, ticket, pictures and colours, read by their schema number */
    document: text('document', { mode: 'json' }).notNull(),
    /** what is booked when it is done, by its subject's own schema */
    booking: text('booking', { mode: 'json' }).notNull(),
    ippJobId: integer('ipp_job_id'),
    /** what the printer calls the job: with number and name it tells whose a job is */
    jobUri: text('job_uri'),
    cancelAsked: integer('cancel_asked', { mode: 'boolean' }).notNull().default(false),
    leaseUntil: integer('lease_until'),
    /** 0..1000 of the file sent */
    progress: integer('progress').notNull().default(0),
    /** what the printer last said, in its own words */
    printerSays: text('printer_says').notNull().default(''),
    problem: text('problem'),
    runId: text('run_id').references(() => runs.id),
    createdAt: integer('created_at').notNull(),
    updatedAt: integer('updated_at').notNull(),
    byId: text('by_id').notNull(),
  },
  (t) => [
    index('print_jobs_under_way').on(t.state, t.createdAt),
    index('print_jobs_by_subject').on(t.subjectId, t.printId),
  ],
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
  },
  (t) => [
    index('corrections_by_run').on(t.runId, t.id),
    check('corrected_cause_when_spoiled', sql`(${t.outcome} = 'spoiled') = (${t.cause} is not null)`),
  ],
)

export const accountEntries = sqliteTable(
  'account_entries',
  {
    id: id(),
    at: integer('at').notNull(),
    personId: text('person_id').references(() => people.id),
    groupId: text('group_id').references(() => groups.id),
    kind: text('kind', { enum: ['charge', 'payment', 'correction'] }).notNull(),
    /** plus: owed to the room; minus: paid */
    amount: integer('amount').notNull(),
    partId: text('part_id').references(() => runParts.id),
    /** the payment that this entry takes back */
    reverses: text('reverses'),
    note: text('note').notNull().default(''),
    byId: text('by_id').notNull(),
  },
  (t) => [
    index('entries_by_person').on(t.personId),
    index('entries_by_group').on(t.groupId),
    index('entries_by_part').on(t.partId),
    check('one_account', sql`(${t.personId} is null) <> (${t.groupId} is null)`),
  ],
)
