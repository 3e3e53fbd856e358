import type { Db } from './open'

type Kept = { mark: string; readonly values: Map<string, unknown> }
const ofRoom = new WeakMap<object, Kept>()

/**
 * What was read of a room, read again only when something was written since: by this connection (SQLite's total_changes)
 * or by another (data_version). Inside a transaction nothing is kept: it may be taken back. What is kept is shared, so
 * it is never changed by who gets it.
 * @param key names the reader, with whatever it depends on beside the room.
 */
export function kept<T>(db: Db, key: string, read: () => T): T {
  if (db.$client.inTransaction) return read()
  const mark = markOf(db)
  const room = ofRoom.get(db.$client)
  const now = room && room.mark === mark ? room : { mark, values: new Map<string, unknown>() }
  ofRoom.set(db.$client, now)
  if (!now.values.has(key)) now.values.set(key, read())
  // put there by the same reader under the same key
  return now.values.get(key) as T
}

type Marks = { readonly version: () => unknown; readonly changes: () => unknown }
const marks = new WeakMap<object, Marks>()

function markOf(db: Db): string {
  const made = marks.get(db.$client)
  const ask = made ?? {
    version: (
      (s) => () =>
        s.get()
    )(db.$client.prepare('pragma data_version').pluck()),
    changes: (
      (s) => () =>
        s.get()
    )(db.$client.prepare('select total_changes()').pluck()),
  }
  marks.set(db.$client, ask)
  return `${ask.version()} ${ask.changes()}`
}
