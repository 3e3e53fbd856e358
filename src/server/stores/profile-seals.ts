import { asc, eq, inArray, sql } from 'drizzle-orm'
import { kept } from '@/server/db/kept'
import type { Db } from '@/server/db/open'
import { presetVersions, profileSeals, queues, targetPrints, upkeep } from '@/server/db/schema'

/** The seals that each profile was made with, by its id, in the order in which they were said; who has none is not in it. */
export const sealsOfProfiles = (db: Db): ReadonlyMap<string, readonly string[]> =>
  kept(db, 'seals of profiles', () => {
    const seals = new Map<string, string[]>()
    for (const row of db.select().from(profileSeals).orderBy(asc(profileSeals.at), asc(profileSeals.seal)).all())
      seals.set(row.profileId, [...(seals.get(row.profileId) ?? []), row.seal])
    return seals
  })

/** Upkeep after which what was measured does not hold any more. */
export const UPSETS = ['driver change', 'head change', 'ink change']

/** A profile, the printer that it was made for, and what was done to that printer since. */
export type StaleProfile = { readonly profileId: string; readonly printerId: string; readonly since: string }

/** Profiles that do not describe their printer any more: what upset it came after they were made for it. */
export const staleProfiles = (db: Db): readonly StaleProfile[] =>
  kept(db, 'stale profiles', () => {
    const newest = new Map<string, { readonly at: number; readonly kind: string }>()
    for (const u of db.select().from(upkeep).where(inArray(upkeep.kind, UPSETS)).orderBy(asc(upkeep.at)).all())
      newest.set(u.printerId, { at: u.at, kind: u.kind })
    if (newest.size === 0) return []
    const made = db
      .select({
        ...{ profileId: profileSeals.profileId, printerId: queues.printerId },
        // a chart shows the printer as it was when it was printed, not when its profile came back
        // bound to one more seal later it is no younger: the first of them counts
        at: sql<number>`min(coalesce((
          select max(${targetPrints.at}) from ${targetPrints}
          inner join ${presetVersions} as printed on printed.id = ${targetPrints.versionId}
          where printed.seal = ${profileSeals.seal} and ${targetPrints.at} <= ${profileSeals.at}
        ), ${profileSeals.at}))`,
      })
      .from(profileSeals)
      .innerJoin(presetVersions, eq(presetVersions.seal, profileSeals.seal))
      .innerJoin(queues, eq(queues.id, sql<string>`json_extract(${presetVersions.settings}, '$.queueId')`))
      .groupBy(profileSeals.profileId, queues.printerId)
      .all()
    return made.flatMap(({ profileId, printerId, at }) => {
      const upset = newest.get(printerId)
      return upset && upset.at > at ? [{ profileId, printerId, since: upset.kind }] : []
    })
  })
