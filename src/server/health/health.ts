import { existsSync, statfsSync } from 'node:fs'
import { join } from 'node:path'
import Database from 'better-sqlite3'
import { isBusy, isHeld } from '@/server/db/hold'
import { roomFolder } from '@/server/db/open'
import { sayTrouble } from '@/server/db/trouble'

const LOOK_EVERY_MS = 1500
/** A lock of another program, or a part that starts, is no trouble before it has lasted this long. */
const PATIENCE_MS = 4000
/** Below this SQLite and the files of a print may fail at any moment. */
const LEAST_BYTES = 20_000_000

/** One look at a room's folder: what is wrong this moment, or null. */
export function lookAt(folder: string): { readonly says: string; readonly passing: boolean } | null {
  const file = join(folder, 'libreta.db')
  if (!existsSync(file)) return null
  try {
    const { bavail, bsize } = statfsSync(folder)
    if (bavail * bsize < LEAST_BYTES)
      return {
        says: `The disk that holds the room is full (${Math.floor((bavail * bsize) / 1e6)} MB left). Printing waits until there is space.`,
        passing: false,
      }
    const probe = new Database(file, { timeout: 0 })
    try {
      probe.exec('begin immediate')
      probe.exec('rollback')
    } finally {
      probe.close()
    }
    if (isHeld(folder, 'background')) return null
    return {
      says: 'The background process of this room does not run: nothing is printed and no file is made until it does. It is started again by itself; if this stays, stop Libreta and start it.',
      passing: true,
    }
  } catch (error) {
    const says = sayTrouble(error)
    // looked at from a timer: what nobody foresaw is told, and ends nothing
    return { says: says ?? `The room cannot be looked at: ${String(error)}.`, passing: says === null || isBusy(error) }
  }
}

type Watch = { says: string | null; since: number | null; timer: ReturnType<typeof setInterval> }
// pages and routes are separate bundles: what is known hangs on the process
const shared = globalThis as typeof globalThis & { libretaWatch?: Watch }

/** Looks at the room now and then; what lasts is told to every screen. */
export function watchRoom(): void {
  if (shared.libretaWatch) return
  const watch: Watch = {
    says: null,
    since: null,
    timer: setInterval(() => {
      const found = lookAt(roomFolder())
      if (!found) {
        watch.since = null
        watch.says = null
        return
      }
      watch.since ??= performance.now()
      if (!found.passing || performance.now() - watch.since >= PATIENCE_MS) watch.says = found.says
    }, LOOK_EVERY_MS),
  }
  watch.timer.unref()
  shared.libretaWatch = watch
}

/** What is wrong with the room at present, in a sentence; null when it is well. */
export const trouble = (): string | null => shared.libretaWatch?.says ?? null
