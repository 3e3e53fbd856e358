import { type SQL, sql } from 'drizzle-orm'
import type { SQLiteColumn } from 'drizzle-orm/sqlite-core'
import { folded } from '@/core/names/fold'

/** LIKE's own signs in what was typed are letters. */
const pattern = (text: string): string =>
  `%${folded(text)
    .trim()
    .slice(0, 80)
    .replace(/[\\%_]/g, (c) => `\\${c}`)}%`

/** Names in the order of the language. */
export const byName = (column: SQLiteColumn): SQL => sql`sort_key(${column}), ${column}`

/** Whether a column's text holds what was typed, whatever the case and the marks; nothing typed is held by all. */
export const holds = (column: SQLiteColumn, typed: string): SQL =>
  typed.trim() === '' ? sql`true` : sql`folded(${column}) like ${pattern(typed)} escape '\\'`
