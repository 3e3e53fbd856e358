import { cpSync, existsSync, mkdirSync, readdirSync, renameSync, rmSync, statSync } from 'node:fs'
import { join } from 'node:path'
import Database from 'better-sqlite3'
import { isHeld } from '@/server/db/hold'
import { isSha } from './files'

/** The contents kept by a room, by name. */
function contents(folder: string): readonly string[] {
  const root = join(folder, 'files')
  if (!existsSync(root)) return []
  return readdirSync(root).flatMap((pair) => readdirSync(join(root, pair)).filter(isSha))
}

/**
 * Copies a room while it may be in use: the database by VACUUM INTO (one consistent state), then every content file.
 * Contents are only ever added, so those that the copied database names are there. Nothing is left on failure.
 * @throws Error in a sentence when there is no room, or the target exists.
 */
export async function backupRoom(data: string, to: string): Promise<{ readonly files: number }> {
  if (!existsSync(join(data, 'libreta.db')))
    throw new Error(`There is no room in ${data}. Set LIBRETA_DATA to its folder.`)
  if (existsSync(to)) throw new Error(`${to} exists already; a backup never overwrites. Name another folder.`)
  const making = `${to}.making`
  rmSync(making, { recursive: true, force: true })
  mkdirSync(making, { recursive: true })
  try {
    const db = new Database(join(data, 'libreta.db'))
    try {
      db.prepare('vacuum into ?').run(join(making, 'libreta.db'))
    } finally {
      db.close()
    }
    if (existsSync(join(data, 'files'))) cpSync(join(data, 'files'), join(making, 'files'), { recursive: true })
    renameSync(making, to)
    return { files: contents(to).length }
  } catch (error) {
    rmSync(making, { recursive: true, force: true })
    throw error
  }
}

/** @throws Error in a sentence when a file is not a sound database of a room */
function mustBeRoom(file: string, from: string): void {
  const foreign = new Error(
    `${from} is no backup of a room: its libreta.db is ${statSync(file).size === 0 ? 'empty' : 'something else'}.`,
  )
  const db = new Database(file, { readonly: true })
  try {
    const sound = db.pragma('integrity_check', { simple: true })
    if (sound !== 'ok') throw new Error(`The database in ${from} is damaged: ${String(sound)}.`)
    const tables = db
      .prepare("select count(*) from sqlite_master where name in ('room', 'runs', 'events')")
      .pluck()
      .get()
    if (tables !== 3) throw foreign
  } catch (error) {
    throw error instanceof Error && 'code' in error && error.code === 'SQLITE_NOTADB' ? foreign : error
  } finally {
    db.close()
  }
}

/**
 * Puts a backup in a room's place after checking it; what was there is kept beside it under another name.
 * @throws Error in a sentence when the source is no sound backup; the room is untouched then.
 */
export async function restoreRoom(from: string, data: string): Promise<{ readonly kept: string | null }> {
  const file = join(from, 'libreta.db')
  if (!existsSync(file)) throw new Error(`There is no backup in ${from}.`)
  mustBeRoom(file, from)
  if (existsSync(data) && (['server', 'background'] as const).some((part) => isHeld(data, part)))
    throw new Error(`The room in ${data} is open now. Stop Libreta first, then restore.`)
  const making = `${data}.making`
  rmSync(making, { recursive: true, force: true })
  cpSync(from, making, { recursive: true })
  const kept = existsSync(data) ? `${data}.before-restore-${Date.now()}` : null
  if (kept) renameSync(data, kept)
  renameSync(making, data)
  return { kept }
}
