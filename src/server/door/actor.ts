import { and, asc, eq, isNull } from 'drizzle-orm'
import { type Db, room, roomFolder } from '@/server/db/open'
import { people } from '@/server/db/schema'
import type { Actor, DoorContext } from './door'

/** Who acts before a room has people: setting up the room is all that it may do. */
export const FOUNDER: Actor = { id: 'founder', name: 'First keeper', role: 'keeper' }

/**
 * Who acts. Until people sign in it is the room's first keeper; a later sign-in replaces only this function.
 */
export function currentActor(db: Db): Actor {
  const keeper = db
    .select()
    .from(people)
    .where(and(eq(people.role, 'keeper'), isNull(people.retiredAt)))
    .orderBy(asc(people.number))
    .get()
  return keeper ? { id: keeper.id, name: keeper.name, role: keeper.role } : FOUNDER
}

/** The context of a request on this process's room. */
export function requestContext(): DoorContext {
  const db = room()
  return { db, actor: currentActor(db), now: Date.now(), folder: roomFolder() }
}
