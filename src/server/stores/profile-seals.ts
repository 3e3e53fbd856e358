import { asc } from 'drizzle-orm'
import { kept } from '@/server/db/kept'
import type { Db } from '@/server/db/open'
import { profileSeals } from '@/server/db/schema'

/** The seals that each profile was made with, by its id, in the order in which they were said; who has none is not in it. */
export const sealsOfProfiles = (db: Db): ReadonlyMap<string, readonly string[]> =>
  kept(db, 'seals of profiles', () => {
    const seals = new Map<string, string[]>()
    for (const row of db.select().from(profileSeals).orderBy(asc(profileSeals.at), asc(profileSeals.seal)).all())
      seals.set(row.profileId, [...(seals.get(row.profileId) ?? []), row.seal])
    return seals
  })
