import { sql } from 'drizzle-orm'
import { check, index, integer, primaryKey, sqliteTable, text, uniqueIndex } from 'drizzle-orm/sqlite-core'

// Lengths in um, money in minor units, times in UTC milliseconds, all integers. Ids are UUIDv7; `number` is for people.

const id = () => text('id').primaryKey()
const revision = () => integer('revision').notNull().default(1)
const retiredAt = () => integer('retired_at')

export const room = sqliteTable(
  'room',
  {
    id: integer('id').primaryKey(),
    name: text('name').notNull(),
    unit: text('unit', { enum: ['mm', 'in'] }).notNull(),
    currency: text('currency').notNull(),
    exponent: integer('exponent').notNull(),
    timeZone: text('time_zone').notNull(),
    stopPpi: integer('stop_ppi').notNull().default(90),
    cautionPpi: integer('caution_ppi').notNull().default(200),
    usualCopies: integer('usual_copies').notNull().default(6),
    /** days that an edge check stays good */
    edgeCheckDays: integer('edge_check_days').notNull().default(180),
    /** days that a screen's measurement stays good; brighter screens than this are no judge, cd/m2; hours until dry */
    screenDays: integer('screen_days').notNull().default(30),
    brightestScreen: integer('brightest_screen').notNull().default(120),
    dryHours: integer('dry_hours').notNull().default(24),
    /** the surfaces that papers of this room can have; null: the trade's */
    surfaces: text('surfaces', { mode: 'json' }),
    demo: integer('demo', { mode: 'boolean' }).notNull().default(false),
    revision: revision(),
  },
  (t) => [check('one_room', sql`${t.id} = 1`), check('exponent_known', sql`${t.exponent} in (0, 2, 3)`)],
)

export const groups = sqliteTable('groups', {
  id: id(),
  name: text('name').notNull(),
  revision: revision(),
  retiredAt: retiredAt(),
})

export const people = sqliteTable('people', {
  id: id(),
  number: integer('number').notNull().unique(),
  name: text('name').notNull(),
  role: text('role', { enum: ['keeper', 'helper', 'member'] }).notNull(),
  groupId: text('group_id').references(() => groups.id),
  note: text('note').notNull().default(''),
  revision: revision(),
  retiredAt: retiredAt(),
})

export const printers = sqliteTable('printers', {
  id: id(),
  number: integer('number').notNull().unique(),
  nickname: text('nickname').notNull(),
  makeModel: text('make_model').notNull(),
  carriageUm: integer('carriage_um').notNull(),
  inkSet: text('ink_set').notNull(),
  /** since when it holds this ink set; null: it was never changed here */
  inkSetAt: integer('ink_set_at'),
  blackShared: integer('black_shared', { mode: 'boolean' }).notNull(),
  swapSeconds: integer('swap_seconds').notNull(),
  swapMicrolitres: integer('swap_microlitres').notNull(),
  holdsBlack: text('holds_black', { enum: ['photo', 'matte'] }),
  /** days that each kind of upkeep stays good, by kind */
  goodFor: text('good_for', { mode: 'json' }).notNull().default({ 'nozzle check': 7, 'head alignment': 90 }),
  revision: revision(),
  retiredAt: retiredAt(),
})

export const feeds = sqliteTable('feeds', {
  id: id(),
  printerId: text('printer_id')
    .notNull()
    .references(() => printers.id),
  position: integer('position').notNull(),
  facts: text('facts', { mode: 'json' }).notNull(),
  revision: revision(),
  retiredAt: retiredAt(),
})

export const queues = sqliteTable('queues', {
  id: id(),
  printerId: text('printer_id')
    .notNull()
    .references(() => printers.id),
  name: text('name').notNull(),
  address: text('address').notNull().default(''),
  language: text('language').notNull().default(''),
  isDefault: integer('is_default', { mode: 'boolean' }).notNull(),
  shared: integer('shared', { mode: 'boolean' }).notNull().default(false),
  facts: text('facts', { mode: 'json' }).notNull(),
  revision: revision(),
  retiredAt: retiredAt(),
})

export const papers = sqliteTable('papers', {
  id: id(),
  number: integer('number').notNull().unique(),
  maker: text('maker').notNull(),
  name: text('name').notNull(),
  surface: text('surface').notNull(),
  /** g/m2, um; null: nobody has said */
  weight: integer('weight'),
  thicknessUm: integer('thickness_um'),
  /** CIELAB of the bare paper (D50, 2 degrees); null: nobody has measured it */
  white: text('white', { mode: 'json' }),
  note: text('note').notNull().default(''),
  revision: revision(),
  retiredAt: retiredAt(),
})

export const stocks = sqliteTable(
  'stocks',
  {
    id: id(),
    paperId: text('paper_id')
      .notNull()
      .references(() => papers.id),
    kind: text('kind', { enum: ['sheet', 'roll'] }).notNull(),
    /** short edge of the sheet, or width of the roll */
    widthUm: integer('width_um').notNull(),
    /** long edge of the sheet, or length of a new roll */
    lengthUm: integer('length_um').notNull(),
    /** sheets in a pack; 1 for a roll */
    pack: integer('pack').notNull(),
    /** null: nobody has said */
    price: integer('price'),
    revision: revision(),
    retiredAt: retiredAt(),
  },
  (t) => [
    uniqueIndex('one_stock_per_form').on(t.paperId, t.kind, t.widthUm, t.lengthUm),
    check('stock_sizes', sql`${t.widthUm} > 0 and ${t.lengthUm} > 0 and ${t.pack} > 0 and ${t.price} >= 0`),
  ],
)

/** What a stock cost from a time on; the newest that is not later than a run is what it is priced by. */
export const stockPrices = sqliteTable(
  'stock_prices',
  {
    id: id(),
    stockId: text('stock_id')
      .notNull()
      .references(() => stocks.id),
    validFrom: integer('valid_from').notNull(),
    pack: integer('pack').notNull(),
    price: integer('price'),
    byId: text('by_id').notNull(),
  },
  (t) => [index('stock_prices_by_stock').on(t.stockId, t.validFrom)],
)

export const stockMoves = sqliteTable(
  'stock_moves',
  {
    id: id(),
    stockId: text('stock_id')
      .notNull()
      .references(() => stocks.id),
    at: integer('at').notNull(),
    /** sheets, or whole rolls not opened yet */
    delta: integer('delta').notNull(),
    kind: text('kind', { enum: ['bought', 'run', 'counted', 'opened', 'lost', 'cut'] }).notNull(),
    runId: text('run_id'),
    byId: text('by_id').notNull(),
  },
  (t) => [index('stock_moves_by_stock').on(t.stockId)],
)

export const rolls = sqliteTable('rolls', {
  id: id(),
  number: integer('number').notNull().unique(),
  stockId: text('stock_id')
    .notNull()
    .references(() => stocks.id),
  retiredAt: retiredAt(),
})

export const rollMoves = sqliteTable(
  'roll_moves',
  {
    id: id(),
    rollId: text('roll_id')
      .notNull()
      .references(() => rolls.id),
    at: integer('at').notNull(),
    kind: text('kind', { enum: ['loaded', 'run', 'trimmed', 'cut by hand', 'corrected'] }).notNull(),
    deltaUm: integer('delta_um').notNull(),
    runId: text('run_id'),
    note: text('note').notNull().default(''),
    byId: text('by_id').notNull(),
  },
  (t) => [index('roll_moves_by_roll').on(t.rollId)],
)

/** What is in each feed now: set by hand, or by a printer that tells. */
export const loads = sqliteTable(
  'loads',
  {
    printerId: text('printer_id')
      .notNull()
      .references(() => printers.id),
    feedId: text('feed_id')
      .notNull()
      .references(() => feeds.id),
    stockId: text('stock_id').references(() => stocks.id),
    rollId: text('roll_id').references(() => rolls.id),
    at: integer('at').notNull(),
    byId: text('by_id').notNull(),
    /** what the printer said when somebody looked and said that it is as noted; null: nobody was asked */
    confirmed: text('confirmed'),
  },
  (t) => [primaryKey({ columns: [t.printerId, t.feedId] })],
)

/** What the printer of a queue says of itself now, since when it says so, and since when it does not answer. */
export const heard = sqliteTable('heard', {
  queueId: text('queue_id')
    .primaryKey()
    .references(() => queues.id),
  /** since when it says this */
  at: integer('at').notNull(),
  facts: text('facts', { mode: 'json' }).notNull(),
  since: text('since', { mode: 'json' }).notNull(),
  /** null: it answers */
  awayAt: integer('away_at'),
})

export const sizes = sqliteTable('sizes', {
  id: id(),
  name: text('name').notNull(),
  shortUm: integer('short_um').notNull(),
  longUm: integer('long_um').notNull(),
  unit: text('unit', { enum: ['mm', 'in'] }).notNull(),
  pwg: text('pwg').notNull(),
  /** the version of it that came after; null: this is the newest */
  replacedById: text('replaced_by_id'),
  revision: revision(),
  retiredAt: retiredAt(),
})

/** What the room calls a standard size, where it has a name of its own for it. */
export const sizeNames = sqliteTable('size_names', {
  sizeId: text('size_id').primaryKey(),
  name: text('name').notNull(),
  at: integer('at').notNull(),
  byId: text('by_id').notNull(),
})

export const profiles = sqliteTable('profiles', {
  id: id(),
  name: text('name').notNull(),
  sha: text('sha').notNull(),
  space: text('space').notNull(),
  /** what it says of itself, in sentences; null: taken in before that was read */
  about: text('about', { mode: 'json' }),
  /** why it cannot be chosen for printing; null: it can */
  unfit: text('unfit'),
  at: integer('at').notNull(),
  retiredAt: retiredAt(),
})

/** The seals that a profile was made with: right for every version that has one of them. */
export const profileSeals = sqliteTable(
  'profile_seals',
  {
    profileId: text('profile_id')
      .notNull()
      .references(() => profiles.id),
    seal: text('seal').notNull(),
    at: integer('at').notNull(),
    byId: text('by_id').notNull(),
  },
  (t) => [primaryKey({ columns: [t.profileId, t.seal] })],
)

export const presets = sqliteTable('presets', {
  id: id(),
  number: integer('number').notNull().unique(),
  name: text('name').notNull(),
  draft: text('draft', { mode: 'json' }),
  revision: revision(),
  retiredAt: retiredAt(),
})

export const presetVersions = sqliteTable(
  'preset_versions',
  {
    id: id(),
    presetId: text('preset_id')
      .notNull()
      .references(() => presets.id),
    number: integer('number').notNull(),
    settings: text('settings', { mode: 'json' }).notNull(),
    /** RFC 8785 bytes of what the seal covers */
    canonical: text('canonical').notNull(),
    sealHash: text('seal_hash').notNull(),
    seal: text('seal').notNull(),
    /** as they were before the seal's schema was raised; null for versions sealed since */
    formerSealHash: text('former_seal_hash'),
    formerSeal: text('former_seal'),
    at: integer('at').notNull(),
    byId: text('by_id').notNull(),
    why: text('why').notNull(),
    /** the words by which its settings were known when it was sealed; null for versions from before */
    words: text('words', { mode: 'json' }),
    /** what spoke against it when it was sealed all the same, and why it was */
    despite: text('despite', { mode: 'json' }),
  },
  (t) => [uniqueIndex('version_numbers').on(t.presetId, t.number), index('versions_by_seal').on(t.sealHash)],
)

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

/** What a printer told at its address, as it came: asked by a keeper. */
export const told = sqliteTable('told', {
  queueId: text('queue_id')
    .primaryKey()
    .references(() => queues.id),
  at: integer('at').notNull(),
  address: text('address').notNull(),
  facts: text('facts', { mode: 'json' }).notNull(),
})

/** Certificates of printers that no authority vouches for, trusted by a keeper; the newest of an address counts. */
export const certificates = sqliteTable('certificates', {
  id: id(),
  /** host and port */
  address: text('address').notNull(),
  /** SHA-256 of the certificate, as hexadecimal pairs */
  fingerprint: text('fingerprint').notNull(),
  at: integer('at').notNull(),
  byId: text('by_id').notNull(),
})

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

export const tariffs = sqliteTable('tariffs', {
  id: id(),
  validFrom: integer('valid_from').notNull(),
  paperPercent: integer('paper_percent').notNull(),
  /** null: nobody has said */
  inkPer100Ml: integer('ink_per_100_ml'),
  roomShare: integer('room_share').notNull(),
})

export const upkeep = sqliteTable(
  'upkeep',
  {
    id: id(),
    printerId: text('printer_id')
      .notNull()
      .references(() => printers.id),
    kind: text('kind').notNull(),
    at: integer('at').notNull(),
    note: text('note').notNull().default(''),
    /** what came of it, in a few words */
    result: text('result').notNull().default(''),
    /** who did it, where that is not who noted it */
    personId: text('person_id').references(() => people.id),
    byId: text('by_id').notNull(),
  },
  (t) => [index('upkeep_by_printer').on(t.printerId, t.at)],
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

/** Screens of the room that prints are compared with. */
export const screens = sqliteTable('screens', {
  id: id(),
  number: integer('number').notNull().unique(),
  name: text('name').notNull(),
  note: text('note').notNull().default(''),
  revision: revision(),
  retiredAt: retiredAt(),
})

/** A screen's white as it was measured; the newest counts, none is ever changed. */
export const screenReadings = sqliteTable(
  'screen_readings',
  {
    id: id(),
    screenId: text('screen_id')
      .notNull()
      .references(() => screens.id),
    at: integer('at').notNull(),
    /** cd/m2 */
    brightness: integer('brightness').notNull(),
    /** correlated colour temperature, K */
    white: integer('white').notNull(),
    instrument: text('instrument').notNull().default(''),
    byId: text('by_id').notNull(),
  },
  (t) => [index('screen_readings_by_screen').on(t.screenId, t.at)],
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

/** What was done through the door; ids only grow, and screens follow them. */
export const events = sqliteTable('events', {
  id: integer('id').primaryKey({ autoIncrement: true }),
  at: integer('at').notNull(),
  actorId: text('actor_id').notNull(),
  action: text('action').notNull(),
  subject: text('subject').notNull(),
  data: text('data', { mode: 'json' }).notNull(),
})

export const jobs = sqliteTable(
  'jobs',
  {
    id: id(),
    kind: text('kind').notNull(),
    payload: text('payload', { mode: 'json' }).notNull(),
    state: text('state', { enum: ['queued', 'running', 'done', 'failed', 'cancelled'] }).notNull(),
    attempts: integer('attempts').notNull().default(0),
    leaseUntil: integer('lease_until'),
    /** 0..1000 */
    progress: integer('progress').notNull().default(0),
    result: text('result', { mode: 'json' }),
    problem: text('problem', { mode: 'json' }),
    createdAt: integer('created_at').notNull(),
  },
  (t) => [index('jobs_waiting').on(t.state, t.createdAt)],
)
