import { cpSync, existsSync, readFileSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { describe, expect, it } from 'vitest'
import { folder } from '../../../test/room'
import { bringUpToDate, MIGRATIONS, NewerSchema, openDatabase, openRoom } from './open'

describe('opening a room', () => {
  it('uses WAL, FULL, foreign keys and a busy timeout', () => {
    const db = openRoom(folder())
    const pragma = (name: string) => db.$client.pragma(name, { simple: true })
    expect([pragma('journal_mode'), pragma('synchronous'), pragma('foreign_keys'), pragma('busy_timeout')]).toEqual([
      'wal',
      2,
      1,
      5000,
    ])
    db.$client.close()
  })
  it('refuses a database of a newer program in a sentence, and leaves it as it is', () => {
    const path = folder()
    const db = openRoom(path)
    db.$client
      .prepare('insert into __drizzle_migrations (hash, created_at) values (?, ?)')
      .run('later', 9_999_999_999_999)
    db.$client.close()
    expect(() => openRoom(path)).toThrow(NewerSchema)
    expect(() => openRoom(path)).toThrow('opened by a newer Libreta')
  })
  it('copies a file with data before it is brought up to date', () => {
    const path = folder()
    const older = join(folder(), 'drizzle')
    cpSync(MIGRATIONS, older, { recursive: true })
    const journal = JSON.parse(readFileSync(join(older, 'meta', '_journal.json'), 'utf8'))
    const newest = journal.entries.at(-1).tag
    writeFileSync(
      join(older, 'meta', '_journal.json'),
      JSON.stringify({ ...journal, entries: journal.entries.slice(0, 1) }),
    )
    const db = openDatabase(join(path, 'libreta.db'))
    bringUpToDate(db, path, older)
    expect(existsSync(join(path, `libreta.before-${newest}.db`))).toBe(false)
    bringUpToDate(db, path)
    expect(existsSync(join(path, `libreta.before-${newest}.db`))).toBe(true)
    db.$client.close()
  })
})
