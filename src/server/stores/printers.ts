import { asc, desc, eq, isNull, sql } from 'drizzle-orm'
import { z } from 'zod'
import { feedSchema, queueFactsSchema } from '@/contract/printer'
import type { FeedRow, Load, Printer, Queue, UpkeepEntry } from '@/contract/views/printer'
import { um } from '@/core/length/length'
import type { QueueFacts } from '@/core/printer/facts'
import { kept } from '@/server/db/kept'
import type { Db } from '@/server/db/open'
import { feeds, loads, papers, printers, queues, rolls, stocks } from '@/server/db/schema'
import { parsed } from './parse'

const goodForSchema = z.record(z.string(), z.int())

/** Everything that the room knows of its printers, in their order: a fixed number of queries, however many there are. */
export const listPrinters = (db: Db): readonly Printer[] => kept(db, 'printers', () => readPrinters(db))

function readPrinters(db: Db): readonly Printer[] {
  const feedRows = db.select().from(feeds).where(isNull(feeds.retiredAt)).orderBy(asc(feeds.position)).all()
  const queueRows = db
    .select()
    .from(queues)
    .where(isNull(queues.retiredAt))
    .orderBy(desc(queues.isDefault), asc(queues.id))
    .all()
  const loadRows = allLoads(db)
  const upkeepRows = allUpkeep(db)
  return db
    .select()
    .from(printers)
    .where(isNull(printers.retiredAt))
    .orderBy(asc(printers.number))
    .all()
    .map((row) => ({
      id: row.id,
      number: row.number,
      nickname: row.nickname,
      makeModel: row.makeModel,
      carriage: um(row.carriageUm),
      inkSet: row.inkSet,
      inkSetAt: row.inkSetAt,
      blackShared: row.blackShared,
      swapSeconds: row.swapSeconds,
      swapMicrolitres: row.swapMicrolitres,
      holdsBlack: row.holdsBlack,
      goodFor: parsed(goodForSchema, row.goodFor, `printer ${row.number}`),
      revision: row.revision,
      feeds: feedRows.filter((f) => f.printerId === row.id).map(toFeed),
      queues: queueRows.filter((q) => q.printerId === row.id).map(toQueue),
      loads: loadRows.filter((l) => l.printerId === row.id).map(({ printerId: _, ...load }) => load),
      upkeep: upkeepRows.filter((u) => u.printerId === row.id).map(({ printerId: _, ...entry }) => entry),
    }))
}

export const readPrinter = (db: Db, id: string): Printer | null => listPrinters(db).find((p) => p.id === id) ?? null

const toFeed = (f: typeof feeds.$inferSelect): FeedRow => ({
  ...parsed(feedSchema, f.facts, `feed ${f.id}`),
  id: f.id,
  revision: f.revision,
})

const toQueue = (q: typeof queues.$inferSelect): Queue => ({
  id: q.id,
  printerId: q.printerId,
  name: q.name,
  address: q.address,
  language: q.language,
  isDefault: q.isDefault,
  shared: q.shared,
  facts: parsed(queueFactsSchema, q.facts, `queue ${q.id}`),
  revision: q.revision,
})

const sumOf = (table: 'stock_moves' | 'roll_moves', column: string, of: string) =>
  sql<number>`coalesce((select sum(m.${sql.raw(column)}) from ${sql.raw(table)} m where m.${sql.raw(of)}), 0)`

/** What is in every feed, with what is left of it. */
function allLoads(db: Db): readonly (Load & { readonly printerId: string })[] {
  return db
    .select({
      ...{ load: loads, feed: feeds, stock: stocks, paper: papers, roll: rolls },
      sheets: sumOf('stock_moves', 'delta', 'stock_id = "loads"."stock_id"'),
      left: sumOf('roll_moves', 'delta_um', 'roll_id = "loads"."roll_id"'),
    })
    .from(loads)
    .innerJoin(feeds, eq(feeds.id, loads.feedId))
    .innerJoin(stocks, eq(stocks.id, loads.stockId))
    .innerJoin(papers, eq(papers.id, stocks.paperId))
    .leftJoin(rolls, eq(rolls.id, loads.rollId))
    .orderBy(asc(feeds.position))
    .all()
    .map(({ load, feed, stock, paper, roll, sheets, left }) => ({
      printerId: load.printerId,
      feedId: feed.id,
      feedName: parsed(feedSchema, feed.facts, `feed ${feed.id}`).name,
      stockId: stock.id,
      paperId: paper.id,
      paperName: paper.name,
      kind: stock.kind,
      width: um(stock.widthUm),
      length: um(stock.lengthUm),
      left: roll ? um(left) : sheets,
      rollId: roll?.id ?? null,
      rollNumber: roll?.number ?? null,
      surface: paper.surface,
      confirmed: load.confirmed,
    }))
}

/** The latest entries of each printer, and the last of each kind however much was noted since; the newest first. */
function allUpkeep(db: Db): readonly (UpkeepEntry & { readonly printerId: string })[] {
  const rank = (by: string) => sql.raw(`row_number() over (partition by ${by} order by at desc, rowid desc)`)
  const rows = db.all<{
    printer_id: string
    kind: string
    at: number
    note: string
    result: string
    gaps: number
    by: string
  }>(
    sql`select u.printer_id, u.kind, u.at, u.note, u.result, u.gaps, coalesce(p.name, 'someone') as by from (
      select *, ${rank('printer_id')} as latest, ${rank('printer_id, kind')} as of_kind from upkeep
    ) u left join people p on p.id = coalesce(u.person_id, u.by_id)
    where u.latest <= ${UPKEEP_SHOWN} or u.of_kind = 1 order by u.at desc`,
  )
  return rows.map(({ printer_id: printerId, gaps, ...entry }) => ({ printerId, gaps: gaps !== 0, ...entry }))
}

const UPKEEP_SHOWN = 40

/** What one queue can do, or null when it is not there. */
export function readQueueFacts(db: Db, queueId: string): QueueFacts | null {
  const row = db.select({ facts: queues.facts }).from(queues).where(eq(queues.id, queueId)).get()
  return row ? parsed(queueFactsSchema, row.facts, `queue ${queueId}`) : null
}
