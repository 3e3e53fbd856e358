import { sql } from 'drizzle-orm'
import { check, index, integer, sqliteTable, text } from 'drizzle-orm/sqlite-core'
import { SHARE_RULES } from '@/core/charge/shares'
import { id, retiredAt, revision } from './columns'

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
    /** a wedge that bends more than this, L*, or whose tint lies further off than this, a* and b*, is said */
    toneBend: integer('tone_bend').notNull().default(4),
    toneTint: integer('tone_tint').notNull().default(2),
    /** who pays for the paper between the prints of a roll plan */
    planShares: text('plan_shares', { enum: SHARE_RULES }).notNull().default('own area and waste'),
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

export const tariffs = sqliteTable('tariffs', {
  id: id(),
  validFrom: integer('valid_from').notNull(),
  paperPercent: integer('paper_percent').notNull(),
  /** null: nobody has said */
  inkPer100Ml: integer('ink_per_100_ml'),
  roomShare: integer('room_share').notNull(),
})

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
