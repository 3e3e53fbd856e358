import { asc, isNotNull, isNull } from 'drizzle-orm'
import type { Takes } from '@/core/print/delivery'
import type { Db } from '@/server/db/open'
import { profiles } from '@/server/db/schema'
import { listPapers } from './papers'
import { listPrinters } from './printers'
import { takesOf, toldOf } from './told'

/** What the printer behind a queue told that it takes, or null. */
const takesAt = (db: Db, queueId: string): Takes | null => {
  const heard = toldOf(db, queueId)
  return heard && takesOf(heard.told)
}

/** Queues, papers and profiles: what presets are made of. */
export function presetWorld(db: Db) {
  return {
    queues: listPrinters(db).flatMap((p) =>
      p.queues.map((q) => ({
        id: q.id,
        name: q.name,
        printerName: p.nickname,
        inkSet: p.inkSet,
        feeds: p.feeds,
        facts: q.facts,
        takes: q.address.trim() === '' ? null : takesAt(db, q.id),
      })),
    ),
    papers: listPapers(db).map((p) => ({
      id: p.id,
      name: p.name,
      surface: p.surface,
      weight: p.weight,
      thickness: p.thickness,
    })),
    profiles: listProfiles(db),
    /** no longer offered, but versions name them */
    retiredProfiles: profileRows(db, true).map(({ id, name }) => ({ id, name })),
  }
}

const profileRows = (db: Db, retired: boolean) =>
  db
    .select({
      id: profiles.id,
      name: profiles.name,
      sealMadeWith: profiles.sealMadeWith,
      space: profiles.space,
      at: profiles.at,
    })
    .from(profiles)
    .where(retired ? isNotNull(profiles.retiredAt) : isNull(profiles.retiredAt))
    .orderBy(asc(profiles.name))
    .all()
    .map(({ space, ...p }) => ({ ...p, grey: space === 'GRAY' }))

/** Profiles that are offered, by name. */
export const listProfiles = (db: Db) => profileRows(db, false)
