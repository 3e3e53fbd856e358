import { eq, isNull, sql } from 'drizzle-orm'
import { alias } from 'drizzle-orm/sqlite-core'
import { foundSchema } from '@/contract/read-back'
import type { FoundChanged, ReadBack } from '@/contract/views/card'
import type { Db } from '@/server/db/open'
import { people, presets, presetVersions, queues, readBacks } from '@/server/db/schema'
import { newestFirst } from '@/server/db/sequence'
import { parsed } from './parse'

const settler = alias(people, 'settler')

const base = (db: Db) =>
  db
    .select({
      row: readBacks,
      ...{ by: people.name, settledBy: settler.name, presetId: presets.id, presetName: presets.name },
      ...{ versionNumber: presetVersions.number, queueName: queues.name, printerId: queues.printerId },
    })
    .from(readBacks)
    .innerJoin(presetVersions, eq(presetVersions.id, readBacks.versionId))
    .innerJoin(presets, eq(presets.id, presetVersions.presetId))
    .innerJoin(queues, eq(queues.id, sql<string>`json_extract(${presetVersions.settings}, '$.queueId')`))
    .leftJoin(people, eq(people.id, readBacks.byId))
    .leftJoin(settler, eq(settler.id, readBacks.settledById))

type Row = NonNullable<ReturnType<ReturnType<typeof base>['get']>>

const toReadBack = ({ row, by, settledBy, presetId, presetName, versionNumber, queueName }: Row): ReadBack => ({
  ...{ id: row.id, at: row.at, by: by ?? 'someone', versionId: row.versionId },
  ...{ presetId, presetName, versionNumber, queueName },
  found: parsed(foundSchema, row.found, `read back ${row.id}`),
  settled: row.settledAt === null ? null : { at: row.settledAt, by: settledBy ?? 'someone' },
})

/** What was found otherwise and nobody has put right yet, by printer, the newest first. */
export function openReadBacks(db: Db): ReadonlyMap<string, readonly ReadBack[]> {
  const rows = base(db).where(isNull(readBacks.settledAt)).orderBy(newestFirst(readBacks)).all()
  const byPrinter = new Map<string, ReadBack[]>()
  for (const row of rows) byPrinter.set(row.printerId, [...(byPrinter.get(row.printerId) ?? []), toReadBack(row)])
  return byPrinter
}

/** most read backs of a preset that are looked at */
const LOOKED = 200

/** How often settings of any version of a preset were found otherwise, and which; the newest read backs of it. */
export function readBacksOf(db: Db, presetId: string): FoundChanged & { readonly newest: readonly ReadBack[] } {
  const all = base(db)
    .where(eq(presets.id, presetId))
    .orderBy(newestFirst(readBacks))
    .limit(LOOKED)
    .all()
    .map(toReadBack)
  const changed = all.filter((r) => r.found.length > 0)
  return {
    times: changed.length,
    labels: [...new Set(changed.flatMap((r) => r.found.map((f) => f.label)))],
    newest: all.slice(0, 5),
  }
}
