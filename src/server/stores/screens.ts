import { asc, desc, isNull } from 'drizzle-orm'
import type { ScreenView } from '@/contract/views/paper'
import type { Db } from '@/server/db/open'
import { screenReadings, screens } from '@/server/db/schema'
import { newestFirst } from '@/server/db/sequence'

/** The room's screens with their newest measurement each. */
export function listScreens(db: Db): readonly ScreenView[] {
  const readings = db.select().from(screenReadings).orderBy(desc(screenReadings.at), newestFirst(screenReadings)).all()
  return db
    .select()
    .from(screens)
    .where(isNull(screens.retiredAt))
    .orderBy(asc(screens.number))
    .all()
    .map(({ id, number, name, note, revision }) => {
      const newest = readings.find((r) => r.screenId === id)
      return {
        ...{ id, number, name, note, revision },
        newest: newest
          ? {
              brightness: newest.brightness,
              white: newest.white,
              at: newest.at,
              instrument: newest.instrument,
            }
          : null,
      }
    })
}
