import { and, desc, eq, sql } from 'drizzle-orm'
import { heldSchema } from '@/contract/measure'
import type { MeasuredRun } from '@/contract/views/measured'
import { type Landings, spreadOf } from '@/core/edge/pool'
import { um } from '@/core/length/length'
import type { Db } from '@/server/db/open'
import { feeds, people, queues, runMeasures, runs } from '@/server/db/schema'
import { feedName } from './feed-name'
import { parsed } from './parse'

/** Of several measurements of a run the newest counts. */
const NEWEST = sql`not exists (select 1 from run_measures as later where later.run_id = ${runMeasures.runId} and later.rowid > ${sql.raw('run_measures.rowid')})`

/** A spoiled sheet is held against its promise, and tells nothing of how its feed usually lands. */
const CAME_OUT = sql<number>`exists (select 1 from run_parts where run_parts.run_id = ${runMeasures.runId} and run_parts.now_outcome in ('good', 'proof'))`

const base = (db: Db) =>
  db
    .select({
      m: runMeasures,
      number: runs.number,
      queue: queues.name,
      feed: feeds.facts,
      by: people.name,
      counts: CAME_OUT,
    })
    .from(runMeasures)
    .innerJoin(runs, eq(runs.id, runMeasures.runId))
    .innerJoin(queues, eq(queues.id, runMeasures.queueId))
    .innerJoin(feeds, eq(feeds.id, runMeasures.feedId))
    .leftJoin(people, eq(people.id, runMeasures.byId))

type Row = NonNullable<ReturnType<ReturnType<typeof base>['get']>>

const toMeasured = ({ m, number, queue, feed, by, counts }: Row): MeasuredRun => ({
  ...{ id: m.id, runId: m.runId, number, runAt: m.runAt, at: m.at, by: by ?? 'someone' },
  ...{ queueId: m.queueId, queueName: queue, feedId: m.feedId, feedName: feedName(feed, m.feedId), edge: m.edge },
  ...{ checkId: m.checkId, piece: m.piece, instrument: m.instrument },
  held: parsed(heldSchema, m.held, `what was measured of run ${number}`),
  across: m.acrossUm === null ? null : um(m.acrossUm),
  along: m.alongUm === null ? null : um(m.alongUm),
  counts: counts === 1,
})

/** What was last measured of a run. */
export function measuredOf(db: Db, runId: string): MeasuredRun | null {
  const row = base(db)
    .where(and(eq(runMeasures.runId, runId), NEWEST))
    .get()
  return row ? toMeasured(row) : null
}

/** Measured runs of a printer, the newest runs first. */
export const measuredRunsOf = (db: Db, printerId: string, limit: number): readonly MeasuredRun[] =>
  base(db)
    .where(and(eq(runMeasures.printerId, printerId), NEWEST))
    .orderBy(desc(runMeasures.runAt), desc(runMeasures.id))
    .limit(limit)
    .all()
    .map(toMeasured)

/** Runs of one feed that were promised from the same figures, and where their sheets landed. */
export type RunGroup = Landings & {
  readonly printerId: string
  readonly feedId: string
  readonly checkId: string | null
  readonly edge: 'margins' | 'borderless'
}

/** More runs than this of one kind change a spread no more: the newest count. */
const MOST = 400

/** All measured runs by the figures that promised them; `from` says since when a printer's runs count. */
export function runGroups(db: Db, from: (printerId: string) => number): readonly RunGroup[] {
  const rows = db
    .select({
      ...{ printerId: runMeasures.printerId, feedId: runMeasures.feedId, queueId: runMeasures.queueId },
      ...{ checkId: runMeasures.checkId, edge: runMeasures.edge, runAt: runMeasures.runAt },
      ...{ across: runMeasures.acrossUm, along: runMeasures.alongUm },
    })
    .from(runMeasures)
    .where(and(NEWEST, CAME_OUT))
    .orderBy(desc(runMeasures.runAt))
    .all()
  const groups = new Map<string, { of: (typeof rows)[number]; across: number[]; along: number[] }>()
  for (const row of rows) {
    if (row.runAt <= from(row.printerId)) continue
    const key = `${row.feedId} ${row.queueId} ${row.edge} ${row.checkId ?? 'declared'}`
    const group = groups.get(key) ?? { of: row, across: [], along: [] }
    groups.set(key, group)
    if (row.across !== null && group.across.length < MOST) group.across.push(row.across)
    if (row.along !== null && group.along.length < MOST) group.along.push(row.along)
  }
  return [...groups.values()].map(({ of, across, along }) => ({
    ...{ printerId: of.printerId, feedId: of.feedId, checkId: of.checkId, edge: of.edge },
    ...{ across: spreadOf(across), along: spreadOf(along) },
  }))
}
