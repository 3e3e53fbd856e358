import { isNotNull, isNull } from 'drizzle-orm'
import { z } from 'zod'
import type { Takes } from '@/core/printer/takes'
import { kept } from '@/server/db/kept'
import type { Db } from '@/server/db/open'
import { profiles } from '@/server/db/schema'
import { byName } from './holds'
import { listPapers } from './papers'
import { parsed } from './parse'
import { listPrinters } from './printers'
import { profilesWithoutFile } from './profile-files'
import { sealsOfProfiles, staleProfiles } from './profile-seals'
import { everySize } from './sizes'
import { allTold, takesOf } from './told'

/** Queues, papers and profiles: what presets are made of. */
export const presetWorld = (db: Db) => kept(db, 'preset world', () => worldNow(db))

function worldNow(db: Db) {
  const heard = allTold(db)
  const takesAt = (queueId: string): Takes | null => {
    const one = heard.get(queueId)
    return one ? takesOf(one.told) : null
  }
  return {
    queues: listPrinters(db).flatMap((p) =>
      p.queues.map((q) => ({
        id: q.id,
        name: q.name,
        printerName: p.nickname,
        inkSet: p.inkSet,
        feeds: p.feeds,
        facts: q.facts,
        takes: q.address.trim() === '' ? null : takesAt(q.id),
      })),
    ),
    papers: listPapers(db).map((p) => ({
      id: p.id,
      name: p.name,
      surface: p.surface,
      weight: p.weight,
      thickness: p.thickness,
    })),
    profiles: listProfiles(db).filter((p) => p.unfit === null),
    /** what rules may speak of */
    sizes: everySize(db).map(({ id, name, short, long }) => ({ id, name, short, long })),
    /** no longer offered, but versions name them */
    retiredProfiles: profileRows(db, true).map(({ id, name, grey }) => ({ id, name, grey })),
  }
}

const aboutSchema = z.array(z.string()).readonly()

const profileRows = (db: Db, retired: boolean) => {
  const seals = sealsOfProfiles(db)
  const names = new Map(listPrinters(db).map((p) => [p.id, p.nickname]))
  const stale = staleProfiles(db)
  const missing = profilesWithoutFile(db)
  return db
    .select({
      id: profiles.id,
      name: profiles.name,
      about: profiles.about,
      unfit: profiles.unfit,
      space: profiles.space,
      at: profiles.at,
    })
    .from(profiles)
    .where(retired ? isNotNull(profiles.retiredAt) : isNull(profiles.retiredAt))
    .orderBy(byName(profiles.name))
    .all()
    .map(({ space, about, ...p }) => ({
      ...{ ...p, grey: space === 'GRAY', seals: seals.get(p.id) ?? [] },
      /** its file is not in the room's folder */
      missing: missing.has(p.id),
      /** printers that it describes no longer, and what was done to them since */
      stale: stale.flatMap(({ profileId, printerId, since }) =>
        profileId === p.id ? [{ printer: names.get(printerId) ?? 'a printer', since }] : [],
      ),
      about: about === null ? [] : parsed(aboutSchema, about, `what profile ${p.name} says`),
    }))
}

/** Profiles that are offered, by name. */
export const listProfiles = (db: Db) => profileRows(db, false)
