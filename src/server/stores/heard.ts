import { heardSchema, heardSinceSchema } from '@/contract/heard'
import type { Heard, HeardSince, Noted, SaysInstead } from '@/core/printer/heard'
import { saysInstead } from '@/core/printer/heard'
import { kept } from '@/server/db/kept'
import type { Db } from '@/server/db/open'
import { heard } from '@/server/db/schema'
import { parsed } from './parse'
import { listPrinters } from './printers'

export type HeardOf = {
  readonly at: number
  readonly facts: Heard
  readonly since: HeardSince
  readonly awayAt: number | null
}

/** What every queue's printer says now, by queue; a queue that was never heard is not in it. */
export const allHeard = (db: Db): ReadonlyMap<string, HeardOf> =>
  kept(
    db,
    'heard',
    () =>
      new Map(
        db
          .select()
          .from(heard)
          .all()
          .map((row) => [
            row.queueId,
            {
              ...{ at: row.at, awayAt: row.awayAt },
              facts: parsed(heardSchema, row.facts, `what the printer of queue ${row.queueId} says`),
              since: parsed(heardSinceSchema, row.since, `since when the printer of queue ${row.queueId} says it`),
            },
          ]),
      ),
  )

/** What printers say is in their feeds where that is not what is noted, by printer: each feed once. */
export const printersSay = (db: Db): ReadonlyMap<string, readonly SaysInstead[]> =>
  kept(db, 'printers say', () => {
    const all = allHeard(db)
    return new Map(
      listPrinters(db).map((p) => {
        const noted: readonly Noted[] = p.loads.map((l) => ({
          ...{ feedId: l.feedId, paperName: l.paperName, kind: l.kind, width: l.width, length: l.length },
          ...{ surface: l.surface, confirmed: l.confirmed },
        }))
        const found = new Map<string, SaysInstead>()
        for (const q of p.queues) {
          const says = all.get(q.id)
          if (!says || says.awayAt !== null) continue
          for (const s of saysInstead(says.facts.ready, q.facts, noted, p.feeds))
            if (!found.has(s.feedId)) found.set(s.feedId, s)
        }
        return [p.id, [...found.values()]]
      }),
    )
  })

/** Since when a printer does not answer at any of its queues; null: it does, or was never asked. */
export function awaySince(db: Db, queueIds: readonly string[]): number | null {
  const all = allHeard(db)
  const own = queueIds.flatMap((id) => all.get(id) ?? [])
  if (own.length === 0 || own.some((h) => h.awayAt === null)) return null
  return Math.min(...own.map((h) => h.awayAt ?? Number.POSITIVE_INFINITY))
}
