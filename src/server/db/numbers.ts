import { sql } from 'drizzle-orm'
import type { SQLiteColumn, SQLiteTable } from 'drizzle-orm/sqlite-core'
import type { Db } from './open'

/** The next number for people: one more than the largest so far, within the commit's transaction. */
export function nextNumber(db: Db, table: SQLiteTable & { readonly number: SQLiteColumn }): number {
  const row = db
    .select({ n: sql<number>`coalesce(max(${table.number}), 0)` })
    .from(table)
    .get()
  return (row?.n ?? 0) + 1
}
