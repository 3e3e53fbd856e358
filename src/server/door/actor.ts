import { and, asc, eq, isNull } from 'drizzle-orm'
import { type Db, room, roomFolder } from '@/server/db/open'
import { people } from '@/server/db/schema'
import type { Actor, DoorContext } from './door'

/** Who acts before a room has people: setting up the room is all that it may do. */
export const FOUNDER: Actor = { id: 'founder', name: 'First keeper', role: 'keeper' }

/** The background process: it takes the steps that no person takes. */
export const SYSTEM: Actor = { id: 'system', name: 'Libreta', role: 'system' }

/** The keeper that a room was set up with, or who may set it up. */
export function firstKeeper(db: Db): Actor {
  const keeper = db
    .select()
    .from(people)
    .where(and(eq(people.role, 'keeper'), isNull(people.retiredAt)))
    .orderBy(asc(people.number))
    .get()
  return keeper ? { id: keeper.id, name: keeper.name, role: keeper.role } : FOUNDER
}

/**
 * Who asks by a request, on this process's room: the only way from a request to an actor. Until people sign in it is the
 * room's first keeper, whoever sends it; the guard has let the request in.
 */
export function contextOf(_request: Request): DoorContext {
  const db = room()
  return { db, actor: firstKeeper(db), now: Date.now(), folder: roomFolder() }
}

/** The background process on its room. */
export const systemContext = (): DoorContext => ({
  ...{ db: room(), actor: SYSTEM, now: Date.now(), folder: roomFolder() },
})
