import { rmSync } from 'node:fs'
import { join } from 'node:path'
import { NewerSchema, room, roomFolder } from '@/server/db/open'
import { type Hold, holdRoom, inUseSentence, type Part, REFUSED } from './db/hold'
import { sayTrouble } from './db/trouble'
import { watchRoom } from './health/health'

let held: Hold | null = null

/** Ends this process with one sentence on the terminal. */
function refuse(sentence: string): never {
  process.stderr.write(`${sentence}\n`)
  process.exit(REFUSED)
}

/** Claims a room for one part, or ends the process in a sentence. */
function claim(part: Part): void {
  const folder = roomFolder()
  try {
    held = holdRoom(folder, part)
  } catch (error) {
    refuse(`${folder}: ${sayTrouble(error) ?? String(error)}`)
  }
  if (!held) refuse(inUseSentence(folder))
}

/** Opens the room's database, or ends the process in a sentence that says why it cannot be. */
function openOrRefuse(): void {
  try {
    room()
  } catch (error) {
    const says = error instanceof NewerSchema ? error.message : sayTrouble(error)
    if (!says) throw error
    refuse(says)
  }
}

/** The server: no second one on this room; uploads that broke off before are cleared. */
export async function openForServing(): Promise<void> {
  claim('server')
  openOrRefuse()
  // nothing can be coming in yet: whatever lies there was left by a break
  rmSync(join(roomFolder(), 'incoming'), { recursive: true, force: true })
  watchRoom()
}

/** The background process: no second one on this room. */
export function openForWork(): void {
  claim('background')
  openOrRefuse()
}
