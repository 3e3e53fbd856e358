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

const marks = new WeakMap<object, () => string>()

function markOf(db: Db): string {
  const made = marks.get(db.$client)
  if (made) return made()
  const version = db.$client.prepare('pragma data_version').pluck()
  const changes = db.$client.prepare('select total_changes()').pluck()
  const mark = (): string => `${version.get()} ${changes.get()}`
  marks.set(db.$client, mark)
  return mark()
}
