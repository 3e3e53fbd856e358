import { mkdirSync } from 'node:fs'
import { join } from 'node:path'
import Database from 'better-sqlite3'

/** The two processes of a running room, each of which runs once; and bringing its schema up to date, one at a time. */
export type Part = 'server' | 'background' | 'update'

/** A part's claim on a room folder; it ends with the process, however that ends. */
export type Hold = { readonly release: () => void }

const lockFile = (folder: string, part: Part): string => join(folder, `${part}.lock`)

/**
 * Claims a room folder for one part of a running room. The claim is a lock of the operating system on a small file, so
 * that a killed process leaves none behind.
 * @returns null when another process holds it
 */
export function holdRoom(folder: string, part: Part): Hold | null {
  mkdirSync(folder, { recursive: true })
  const lock = new Database(lockFile(folder, part), { timeout: 0 })
  try {
    lock.exec('begin exclusive')
    return { release: () => lock.close() }
  } catch (error) {
    lock.close()
    if (isBusy(error)) return null
    throw error
  }
}

/** Whether some process holds that part of a room now. */
export function isHeld(folder: string, part: Part): boolean {
  const hold = holdRoom(folder, part)
  hold?.release()
  return hold === null
}

export const isBusy = (error: unknown): boolean =>
  error instanceof Error && /^SQLITE_(BUSY|LOCKED)/.test(String((error as { code?: unknown }).code ?? ''))

/** What a second start is told. */
export const inUseSentence = (folder: string): string =>
  `The room in ${folder} is open already, in another Libreta. Use that one, or stop it first: two would print and book the same things.`

/** Exit code of a part that refuses to run: starting it again would change nothing. */
export const REFUSED = 3
