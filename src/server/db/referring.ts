import type { Db } from './open'

type Reference = { readonly table: string; readonly column: string }

/** Columns by which rows of other tables point to rows of this one, as the database itself knows them. */
function referencesTo(db: Db, table: string): readonly Reference[] {
  const rows = db.$client
    .prepare(
      `select m.name as "table", f."from" as "column" from sqlite_master m, pragma_foreign_key_list(m.name) f
       where m.type = 'table' and f."table" = ?`,
    )
    .all(table)
  return rows as readonly Reference[]
}

const marks = (ids: readonly string[]): string => ids.map(() => '?').join(', ')

/** A table's rows that point to other rows: how many. */
export type Referring = { readonly table: string; readonly rows: number }

/**
 * Deletes rows with what belongs to them alone, unless something else points to any of them: then nothing is deleted,
 * and what points there is told by its table.
 * @param along tables whose rows mean nothing without the row that they point to.
 */
export function deleteUnused(
  db: Db,
  table: string,
  ids: readonly string[],
  along: readonly string[],
): readonly Referring[] {
  const found = new Map<string, number>()
  const doomed: { readonly table: string; readonly column: string; readonly ids: readonly string[] }[] = []
  const look = (of: string, rows: readonly string[]): void => {
    if (rows.length === 0) return
    for (const ref of referencesTo(db, of)) {
      const where = `from "${ref.table}" where "${ref.column}" in (${marks(rows)})`
      if (!along.includes(ref.table)) {
        const { n } = db.$client.prepare(`select count(*) as n ${where}`).get(...rows) as { n: number }
        if (n > 0) found.set(ref.table, Math.max(n, found.get(ref.table) ?? 0))
        continue
      }
      const hasId = db.$client.prepare(`select 1 from pragma_table_info(?) where name = 'id'`).get(ref.table)
      if (hasId)
        look(
          ref.table,
          (db.$client.prepare(`select id ${where}`).all(...rows) as { id: string }[]).map((r) => r.id),
        )
      doomed.push({ ...ref, ids: rows })
    }
  }
  look(table, ids)
  if (found.size > 0) return [...found].map(([name, rows]) => ({ table: name, rows }))
  for (const d of doomed)
    db.$client.prepare(`delete from "${d.table}" where "${d.column}" in (${marks(d.ids)})`).run(...d.ids)
  db.$client.prepare(`delete from "${table}" where id in (${marks(ids)})`).run(...ids)
  return []
}
