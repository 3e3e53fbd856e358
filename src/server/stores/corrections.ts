import { and, eq, isNull, or } from 'drizzle-orm'
import type { Correction } from '@/contract/views/log'
import { minor } from '@/core/money/money'
import type { Db } from '@/server/db/open'
import { people, runCorrections } from '@/server/db/schema'
import { newestFirst } from '@/server/db/sequence'

/** The corrections of a part of a run, the newest first. */
export const correctionsOf = (db: Db, runId: string, partId: string): readonly Correction[] =>
  db
    .select({ row: runCorrections, by: people.name })
    .from(runCorrections)
    .leftJoin(people, eq(people.id, runCorrections.byId))
    .where(and(eq(runCorrections.runId, runId), or(isNull(runCorrections.partId), eq(runCorrections.partId, partId))))
    .orderBy(newestFirst(runCorrections))
    .all()
    .map(({ row, by }) => ({
      at: row.at,
      by: by ?? 'someone',
      outcome: row.outcome,
      cause: row.cause,
      note: row.note,
      charge: minor(row.charge),
    }))
