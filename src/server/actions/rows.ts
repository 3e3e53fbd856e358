import { eq } from 'drizzle-orm'
import type { SQLiteColumn, SQLiteTable, SQLiteUpdateSetSource } from 'drizzle-orm/sqlite-core'
import { bad, ok, type Result } from '@/core/result/result'
import type { Problem } from '@/core/words/problems'
import type { Db } from '@/server/db/open'

type Revised = SQLiteTable & { readonly id: SQLiteColumn; readonly revision: SQLiteColumn }

/** A row by the names of an input: a length's column also says its unit. */
export const asTyped = (row: Record<string, unknown>): Record<string, unknown> =>
  Object.fromEntries(Object.entries(row).map(([key, value]) => [key.replace(/Um$/, ''), value]))

/**
 * Changes a row only if nobody did meanwhile. Otherwise the current row comes back with the problem, so that the
 * difference can be shown, and nothing is written.
 */
export function revise<T extends Revised>(
  db: Db,
  table: T,
  what: string,
  id: string,
  seen: number,
  values: SQLiteUpdateSetSource<T>,
): Result<{ readonly revision: number }, Problem> {
  const current = db.select().from(table).where(eq(table.id, id)).get() as
    | (Record<string, unknown> & { revision: number })
    | undefined
  if (!current) return bad({ code: 'not_found', what })
  if (current.revision !== seen)
    return bad({ code: 'stale', what, yours: seen, now: current.revision, current: asTyped(current) })
  db.update(table)
    .set({ ...values, revision: seen + 1 })
    .where(eq(table.id, id))
    .run()
  return ok({ revision: seen + 1 })
}

/** {@link revise} as the whole of a commit. */
export function revised<T extends Revised>(
  db: Db,
  table: T,
  what: string,
  input: { readonly id: string; readonly revision: number },
  values: SQLiteUpdateSetSource<T>,
) {
  const result = revise(db, table, what, input.id, input.revision, values)
  return result.ok ? ok({ value: result.value, subject: input.id }) : result
}
