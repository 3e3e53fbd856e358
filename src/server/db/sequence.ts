import { type SQL, sql } from 'drizzle-orm'
import type { SQLiteTable } from 'drizzle-orm/sqlite-core'

/*
 * The order in which rows were written: SQLite numbers the rows of a table as they come, and history is never deleted.
 * Times and ids made from times follow the machine's clock, which can be set back by hours; what is newest is never
 * asked of them.
 */

/** The first row first. */
export const inSequence = (table: SQLiteTable): SQL => sql`${table}.rowid asc`

/** The newest row first. */
export const newestFirst = (table: SQLiteTable): SQL => sql`${table}.rowid desc`
