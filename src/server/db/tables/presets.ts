import { index, integer, primaryKey, sqliteTable, text, uniqueIndex } from 'drizzle-orm/sqlite-core'
import { id, retiredAt, revision } from './columns'

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
