import { index, integer, sqliteTable, text } from 'drizzle-orm/sqlite-core'
import { id, revision } from './columns'
import { rolls } from './papers'
import { presetVersions } from './presets'
import { runs } from './runs'

/**
 * Prints of slips laid beside each other on a roll, to be printed as one. While it is kept nobody else plans or prints the
 * copies that lie on it.
 */
export const rollPlans = sqliteTable(
  'roll_plans',
  {
    id: id(),
    number: integer('number').notNull().unique(),
    versionId: text('version_id')
      .notNull()
      .references(() => presetVersions.id),
    /** the roll that it was laid for; null: the room kept none */
    rollId: text('roll_id').references(() => rolls.id),
    state: text('state', { enum: ['kept', 'printed', 'put away'] }).notNull(),
    /** what lies where, and how it is to be printed; read by its schema number */
    body: text('body', { mode: 'json' }).notNull(),
    /** cuts that are made */
    cutsMade: integer('cuts_made').notNull().default(0),
    /** offcuts that were laid on the shelf: which cut they fell off at, and at which side */
    offcutsKept: text('offcuts_kept', { mode: 'json' }).notNull().default([]),
    runId: text('run_id').references(() => runs.id),
    createdAt: integer('created_at').notNull(),
    byId: text('by_id').notNull(),
    revision: revision(),
  },
  (t) => [index('roll_plans_by_state').on(t.state)],
)
