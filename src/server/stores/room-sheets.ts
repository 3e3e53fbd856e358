import { and, eq, gte, lt, sql } from 'drizzle-orm'
import type { LogFilter, RunSums } from '@/contract/views/log'
import { minor } from '@/core/money/money'
import type { Db } from '@/server/db/open'
import { roomSheets } from '@/server/db/schema'

/** Sums with the sheets that the room printed for itself: they have no member and no outcome. */
export function withRoomSheets(db: Db, f: LogFilter, sums: RunSums): RunSums {
  if (f.memberId || f.outcome) return sums
  const row = db
    .select({
      sheets: sql<number>`count(*)`,
      um2: sql<number>`total(${roomSheets.paperUm2})`,
      ink: sql<number>`coalesce(sum(${roomSheets.inkMicrolitres}), 0)`,
      cost: sql<number>`coalesce(sum(${roomSheets.cost}), 0)`,
      unknown: sql<string>`coalesce(group_concat(distinct ${roomSheets.unknown}), '')`,
    })
    .from(roomSheets)
    .where(
      and(
        f.printerId ? eq(roomSheets.printerId, f.printerId) : undefined,
        f.paperId ? eq(roomSheets.paperId, f.paperId) : undefined,
        f.from === undefined ? undefined : gte(roomSheets.at, f.from),
        f.to === undefined ? undefined : lt(roomSheets.at, f.to),
      ),
    )
    .get()
  if (!row || row.sheets === 0) return sums
  return {
    ...sums,
    sheets: sums.sheets + row.sheets,
    ofRoom: row.sheets,
    mm2: sums.mm2 + row.um2 / 1e6,
    microlitres: sums.microlitres + row.ink,
    cost: minor(sums.cost + row.cost),
    unknown: (['paper', 'ink'] as const).filter((what) => sums.unknown.includes(what) || row.unknown.includes(what)),
  }
}

/** Sums of nothing. */
const NOTHING: RunSums = {
  ...{ prints: 0, runs: 0, sheets: 0, good: 0, proof: 0, spoiled: 0, notKnown: 0, notPrinted: 0 },
  ...{ mm2: 0, microlitres: 0, cost: minor(0), charge: minor(0), unknown: [] },
}

/** What the room printed for itself since a moment. */
export const roomSheetsSince = (db: Db, from: number): RunSums => withRoomSheets(db, { from }, NOTHING)
