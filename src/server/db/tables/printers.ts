import { index, integer, primaryKey, sqliteTable, text } from 'drizzle-orm/sqlite-core'
import { id, retiredAt, revision } from './columns'
import { rolls, stocks } from './papers'
import { people } from './room'

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
    /** a nozzle check that found nozzles which do not fire */
    gaps: integer('gaps', { mode: 'boolean' }).notNull().default(false),
    /** who did it, where that is not who noted it */
    personId: text('person_id').references(() => people.id),
    byId: text('by_id').notNull(),
  },
  (t) => [index('upkeep_by_printer').on(t.printerId, t.at)],
)
