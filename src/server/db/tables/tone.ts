import { sql } from 'drizzle-orm'
import { check, index, integer, sqliteTable, text } from 'drizzle-orm/sqlite-core'
import { id, retiredAt, revision } from './columns'
import { presetVersions } from './presets'
import { pictures, slips } from './slips'

/** A grey step wedge for one seal and darkness: its picture, its slip, and how its patches lie. */
export const wedges = sqliteTable(
  'wedges',
  {
    id: id(),
    number: integer('number').notNull().unique(),
    /** what stands in its first bar: it is found again by it */
    code: integer('code').notNull().unique(),
    versionId: text('version_id')
      .notNull()
      .references(() => presetVersions.id),
    seal: text('seal').notNull(),
    darkness: integer('darkness').notNull(),
    layout: text('layout', { mode: 'json' }).notNull(),
    /** the curve that it was printed through; null: untouched */
    curveId: text('curve_id'),
    pictureId: text('picture_id')
      .notNull()
      .references(() => pictures.id),
    slipId: text('slip_id')
      .notNull()
      .references(() => slips.id),
    /** what is booked when its file was printed elsewhere; null: it went through the queue */
    booking: text('booking', { mode: 'json' }),
    /** when it came out, as somebody said who printed its file elsewhere; null: as its print job says */
    printedAt: integer('printed_at'),
    note: text('note').notNull().default(''),
    at: integer('at').notNull(),
    byId: text('by_id').notNull(),
    revision: revision(),
    retiredAt: retiredAt(),
  },
  (t) => [index('wedges_by_seal').on(t.seal, t.darkness), index('wedges_by_slip').on(t.slipId)],
)

/** What was read of a wedge; the newest that stands counts. Never edited: another reading is another row. */
export const toneReadings = sqliteTable(
  'tone_readings',
  {
    id: id(),
    wedgeId: text('wedge_id')
      .notNull()
      .references(() => wedges.id),
    kind: text('kind', { enum: ['scan', 'instrument', 'typed', 'eye'] }).notNull(),
    body: text('body', { mode: 'json' }).notNull(),
    at: integer('at').notNull(),
    byId: text('by_id').notNull(),
    retiredAt: retiredAt(),
  },
  (t) => [index('tone_readings_by_wedge').on(t.wedgeId, t.at)],
)

/** A scanner of the room, and what makes its lightness known. */
export const scanners = sqliteTable('scanners', {
  id: id(),
  number: integer('number').notNull().unique(),
  name: text('name').notNull(),
  encoding: text('encoding').notNull(),
  /** from its scanner check; null: none was made */
  curve: text('curve', { mode: 'json' }),
  checkedAt: integer('checked_at'),
  /** the wedge that was read twice for it */
  wedgeId: text('wedge_id').references(() => wedges.id),
  revision: revision(),
  retiredAt: retiredAt(),
})

/** A correction that was bound to a seal and a darkness; it never changes. */
export const toneCurves = sqliteTable(
  'tone_curves',
  {
    id: id(),
    number: integer('number').notNull().unique(),
    wedgeId: text('wedge_id')
      .notNull()
      .references(() => wedges.id),
    readingId: text('reading_id')
      .notNull()
      .references(() => toneReadings.id),
    seal: text('seal').notNull(),
    darkness: integer('darkness').notNull(),
    /** per mille of the full correction */
    strength: integer('strength').notNull(),
    /** device grey for each step of the black that is asked for, 0 to 65535 */
    table: text('table', { mode: 'json' }).notNull(),
    at: integer('at').notNull(),
    byId: text('by_id').notNull(),
    retiredAt: retiredAt(),
  },
  (t) => [
    index('tone_curves_by_seal').on(t.seal, t.darkness),
    check('tone_strength', sql`${t.strength} between 0 and 1000`),
  ],
)
