import { index, integer, sqliteTable, text } from 'drizzle-orm/sqlite-core'
import { id, revision } from './columns'
import { people } from './room'

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
