import { and, asc, desc, eq, isNull, sql } from 'drizzle-orm'
import { z } from 'zod'
import { feedSchema, queueFactsSchema } from '@/contract/printer'
import type { FeedRow, Load, Printer, Queue, UpkeepEntry } from '@/contract/views/printer'
import { um } from '@/core/length/length'
import type { QueueFacts } from '@/core/printer/facts'
import type { Db } from '@/server/db/open'
import { feeds, loads, papers, printers, queues, rolls, stocks, upkeep } from '@/server/db/schema'
import { rollLeft, stockCount } from './papers'
import { parsed } from './parse'

const goodForSchema = z.record(z.string(), z.int())

/** Everything that the room knows of its printers, in their order. */
export function listPrinters(db: Db): readonly Printer[] {
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
      blackShared: row.blackShared,
      swapSeconds: row.swapSeconds,
      swapMicrolitres: row.swapMicrolitres,
      holdsBlack: row.holdsBlack,
      goodFor: parsed(goodForSchema, row.goodFor, `printer ${row.number}`),
      revision: row.revision,
      feeds: feedsOf(db, row.id),
      queues: queuesOf(db, row.id),
      loads: loadsOf(db, row.id),
      upkeep: upkeepOf(db, row.id),
    }))
}

export const readPrinter = (db: Db, id: string): Printer | null => listPrinters(db).find((p) => p.id === id) ?? null

function feedsOf(db: Db, printerId: string): readonly FeedRow[] {
  return db
    .select()
    .from(feeds)
    .where(eq(feeds.printerId, printerId))
    .orderBy(asc(feeds.position))
    .all()
    .filter((f) => f.retiredAt === null)
    .map((f) => ({ ...parsed(feedSchema, f.facts, `feed ${f.id}`), id: f.id, revision: f.revision }))
}

function queuesOf(db: Db, printerId: string): readonly Queue[] {
  return db
    .select()
    .from(queues)
    .where(eq(queues.printerId, printerId))
    .orderBy(desc(queues.isDefault), asc(queues.id))
    .all()
    .filter((q) => q.retiredAt === null)
    .map((q) => ({
      id: q.id,
      printerId: q.printerId,
      name: q.name,
      address: q.address,
      language: q.language,
      isDefault: q.isDefault,
      shared: q.shared,
      facts: parsed(queueFactsSchema, q.facts, `queue ${q.id}`),
      revision: q.revision,
    }))
}

function loadsOf(db: Db, printerId: string): readonly Load[] {
  return db
    .select({ load: loads, feed: feeds, stock: stocks, paper: papers, roll: rolls })
    .from(loads)
    .innerJoin(feeds, eq(feeds.id, loads.feedId))
    .innerJoin(stocks, eq(stocks.id, loads.stockId))
    .innerJoin(papers, eq(papers.id, stocks.paperId))
    .leftJoin(rolls, eq(rolls.id, loads.rollId))
    .where(eq(loads.printerId, printerId))
    .orderBy(asc(feeds.position))
    .all()
    .map(({ feed, stock, paper, roll }) => ({
      feedId: feed.id,
      feedName: parsed(feedSchema, feed.facts, `feed ${feed.id}`).name,
      stockId: stock.id,
      paperId: paper.id,
      paperName: paper.name,
      kind: stock.kind,
      width: um(stock.widthUm),
      length: um(stock.lengthUm),
      left: roll ? rollLeft(db, roll.id) : stockCount(db, stock.id),
      rollId: roll?.id ?? null,
      rollNumber: roll?.number ?? null,
    }))
}

function upkeepOf(db: Db, printerId: string): readonly UpkeepEntry[] {
  const columns = { id: upkeep.id, kind: upkeep.kind, at: upkeep.at, note: upkeep.note }
  const own = eq(upkeep.printerId, printerId)
  const latest = db.select(columns).from(upkeep).where(own).orderBy(desc(upkeep.at)).limit(UPKEEP_SHOWN).all()
  // the last of each kind counts, however much was noted since
  const last = sql`${upkeep.at} = (select max(u.at) from upkeep u where u.printer_id = ${printerId} and u.kind = ${upkeep}.kind)`
  const newest = db.select(columns).from(upkeep).where(and(own, last)).all()
  return [...new Map([...latest, ...newest].map((e) => [e.id, e])).values()]
    .sort((a, b) => b.at - a.at)
    .map(({ kind, at, note }) => ({ kind, at, note }))
}

const UPKEEP_SHOWN = 40

/** What one queue can do, or null when it is not there. */
export function readQueueFacts(db: Db, queueId: string): QueueFacts | null {
  const row = db.select({ facts: queues.facts }).from(queues).where(eq(queues.id, queueId)).get()
  return row ? parsed(queueFactsSchema, row.facts, `queue ${queueId}`) : null
}
