import { sql } from 'drizzle-orm'
import { check, index, integer, sqliteTable, text } from 'drizzle-orm/sqlite-core'
import { id } from './columns'
import { groups, people } from './room'
import { runParts } from './runs'

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
