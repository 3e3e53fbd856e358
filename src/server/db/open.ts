import { copyFileSync, existsSync, mkdirSync, readFileSync } from 'node:fs'
import { join } from 'node:path'
import Database from 'better-sqlite3'
import { type BetterSQLite3Database, drizzle } from 'drizzle-orm/better-sqlite3'
import { readMigrationFiles } from 'drizzle-orm/migrator'
import { folded, sortKey } from '@/core/names/fold'
import { fillRecords } from './fill-records'
import { fillSeals } from './fill-seals'
import { type Hold, holdRoom } from './hold'
import * as schema from './schema'

export type Db = BetterSQLite3Database<typeof schema> & { readonly $client: Database.Database }

/** Where a room lives: its database and its files. */
export const roomFolder = (): string => process.env.LIBRETA_DATA ?? join(process.cwd(), 'data')

export const MIGRATIONS = join(process.cwd(), 'drizzle')

/** The schema is newer than this program: refused in a sentence, nothing touched. */
export class NewerSchema extends Error {}

/**
 * Opens a room's database: WAL, foreign keys, FULL, busy timeout 5 s.
 * @param file path, or ':memory:'.
 */
export function openDatabase(file: string): Db {
  const client = new Database(file)
  client.pragma('journal_mode = WAL')
  client.pragma('synchronous = FULL')
  client.pragma('foreign_keys = ON')
  client.pragma('busy_timeout = 5000')
  // names are found and sorted by the language’s rules, which the database does not know
  client.function('folded', { deterministic: true }, (text) => (text === null ? null : folded(String(text))))
  client.function('sort_key', { deterministic: true }, (text) => (text === null ? null : sortKey(String(text))))
  return drizzle(client, { schema })
}

type Journal = { readonly entries: readonly { readonly when: number; readonly tag: string }[] }

/**
 * Brings the schema up to this program's. A file with data is copied first (`libreta.before-<tag>.db`); foreign keys
 * are checked after. @throws NewerSchema when the database was written by a newer program.
 */
export function bringUpToDate(db: Db, folder: string | null, migrationsFolder = MIGRATIONS): void {
  const journal = JSON.parse(readFileSync(join(migrationsFolder, 'meta', '_journal.json'), 'utf8')) as Journal
  const newest = journal.entries.at(-1)
  if (!newest) throw new Error('no migrations ship with this program')
  const applied = lastApplied(db)
  if (applied !== null && applied > newest.when)
    throw new NewerSchema(
      'This room was opened by a newer Libreta before. Start that version again, or restore a backup made with this one.',
    )
  if (applied === newest.when) return
  if (applied !== null && folder) copyBefore(db, folder, newest.tag)
  db.$client.pragma('foreign_keys = OFF')
  applyAll(db, journal, migrationsFolder, applied)
  db.$client.pragma('foreign_keys = ON')
  const broken = db.$client.pragma('foreign_key_check') as readonly unknown[]
  if (broken.length > 0) throw new Error(`after the update ${broken.length} rows point to nothing`)
}

/** What no statement can do, by the migration after whose statements it is done. */
const STEPS: Readonly<Record<string, (client: Database.Database) => void>> = {
  '0006_records': fillRecords,
  '0008_seals': fillSeals,
}

/** All migrations that are not applied yet, in one transaction: a room is brought up whole or left as it was. */
function applyAll(db: Db, journal: Journal, migrationsFolder: string, applied: number | null): void {
  const client = db.$client
  client.exec(
    'create table if not exists __drizzle_migrations (id integer primary key, hash text not null, created_at numeric)',
  )
  const note = client.prepare('insert into __drizzle_migrations (hash, created_at) values (?, ?)')
  const all = readMigrationFiles({ migrationsFolder })
  const run = client.transaction(() => {
    for (const [i, migration] of all.entries()) {
      if (applied !== null && migration.folderMillis <= applied) continue
      for (const statement of migration.sql) client.exec(statement)
      STEPS[journal.entries[i]?.tag ?? '']?.(client)
      note.run(migration.hash, migration.folderMillis)
    }
  })
  run.immediate()
}

function lastApplied(db: Db): number | null {
  const has = db.$client.prepare("select 1 from sqlite_master where name = '__drizzle_migrations'").get()
  if (!has) return null
  const row = db.$client.prepare('select max(created_at) as at from __drizzle_migrations').get() as {
    at: number | null
  }
  return row.at === null ? null : Number(row.at)
}

function copyBefore(db: Db, folder: string, tag: string): void {
  db.$client.pragma('wal_checkpoint(TRUNCATE)')
  const file = join(folder, 'libreta.db')
  if (existsSync(file)) copyFileSync(file, join(folder, `libreta.before-${tag}.db`))
}

/** Opens a room folder, making it when it is not there yet. Server and background may do so at the same moment. */
export function openRoom(folder: string): Db {
  mkdirSync(folder, { recursive: true })
  const turn = takeTurn(folder)
  try {
    const db = openDatabase(join(folder, 'libreta.db'))
    bringUpToDate(db, folder)
    return db
  } finally {
    turn?.release()
  }
}

const TURN_MS = 50
/** An update of a large room takes a minute at most. */
const MOST_TURNS = 1200

/** Waits until nobody else brings this room up to date. */
function takeTurn(folder: string): Hold | null {
  for (let i = 0; i < MOST_TURNS; i++) {
    const hold = holdRoom(folder, 'update')
    if (hold) return hold
    Atomics.wait(new Int32Array(new SharedArrayBuffer(4)), 0, 0, TURN_MS)
  }
  return null
}

// Next.js loads routes and pages as separate bundles: the one connection hangs on the process.
const shared = globalThis as typeof globalThis & { libretaRoom?: Db }

/** This process's connection to the room of `LIBRETA_DATA`. */
export function room(): Db {
  shared.libretaRoom ??= openRoom(roomFolder())
  return shared.libretaRoom
}
