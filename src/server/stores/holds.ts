import { type SQL, sql } from 'drizzle-orm'
import type { SQLiteColumn } from 'drizzle-orm/sqlite-core'

/** LIKE's own signs in what was typed are letters. */
const pattern = (text: string): string =>
  `%${text
    .trim()
    .slice(0, 80)
    .replace(/[\\%_]/g, (c) => `\\${c}`)}%`

/** Whether a column's text holds what was typed, whatever the case; nothing typed is held by all. */
export const holds = (column: SQLiteColumn, typed: string): SQL =>
  typed.trim() === '' ? sql`true` : sql`${column} like ${pattern(typed)} escape '\\'`
