import { and, eq } from 'drizzle-orm'
import type { Used } from '@/contract/print-job'
import { um } from '@/core/length/length'
import { writeLength } from '@/core/length/write'
import { newId } from '@/server/db/ids'
import type { Db } from '@/server/db/open'
import { feeds, loads, printers, rollMoves, stockMoves } from '@/server/db/schema'
import { unitOfRoom } from '@/server/stores/room'

/** Rows that go into one statement: far fewer than SQLite's limit on values. */
const AT_ONCE = 100

/** Inserts rows, many in a statement: one of five hundred copies must not hold up a room. */
export function insertAll<Row>(rows: readonly Row[], insert: (some: Row[]) => void): void {
  for (let i = 0; i < rows.length; i += AT_ONCE) insert(rows.slice(i, i + AT_ONCE))
}

/** For each run one sheet off the shelf, or a length off the roll; a sheet without a run is booked with null. */
export function takePaper(
  db: Db,
  { rollId, stockId, lengthUm }: Used,
  runIds: readonly (string | null)[],
  at: number,
  byId: string,
): void {
  const each = runIds.map((runId) => ({ id: newId(), at, kind: 'run' as const, runId, byId }))
  if (rollId)
    insertAll(
      each.map((move) => ({ ...move, rollId, deltaUm: -lengthUm })),
      (some) => db.insert(rollMoves).values(some).run(),
    )
  else if (stockId)
    insertAll(
      each.map((move) => ({ ...move, stockId, delta: -1 })),
      (some) => db.insert(stockMoves).values(some).run(),
    )
}

/** What was printed on is what is loaded: noted where something else was, or nothing. */
export function noteLoaded(db: Db, used: Used, at: number, byId: string): void {
  // a sheet that goes through again says nothing of what the feed is loaded with
  if (used.again) return
  const { printerId, feedId, stockId, rollId } = used
  if (!db.select({ id: feeds.id }).from(feeds).where(eq(feeds.id, feedId)).get()) return
  const there = db.select().from(loads).where(eq(loads.feedId, feedId)).get()
  if (there ? there.stockId === stockId && there.rollId === rollId : stockId === null) return
  const row = { printerId, feedId, stockId, rollId, at, byId, confirmed: null }
  db.insert(loads)
    .values(row)
    .onConflictDoUpdate({ target: [loads.printerId, loads.feedId], set: row })
    .run()
}

/** A print that came out was made with its preset's black: a printer that had to has swapped to it by itself. */
export function noteBlack(db: Db, used: Used): void {
  db.update(printers)
    .set({ holdsBlack: used.blackInk })
    .where(and(eq(printers.id, used.printerId), eq(printers.blackShared, true)))
    .run()
}

/** Less than this is how a length is rounded on its way to a printer and back, um. */
const SAME_WITHIN = 500

/**
 * What a printer says that it used of a roll, held against what a run took by the queue's figures: where they differ the
 * ledger is corrected to the printer's, and says so.
 * @param reported um; null: it does not say
 * @returns the difference in words; null: there is none, or what it says cannot be
 */
export function noteReported(db: Db, runId: string, reported: number | null, at: number, byId: string): string | null {
  const move = db
    .select()
    .from(rollMoves)
    .where(and(eq(rollMoves.runId, runId), eq(rollMoves.kind, 'run')))
    .get()
  if (!move || reported === null) return null
  const sent = -move.deltaUm
  // a count of nothing, or of another order, is none of this sheet
  if (reported < sent / 2 || reported > sent * 2 || Math.abs(reported - sent) <= SAME_WITHIN) return null
  const unit = unitOfRoom(db)
  const note = `the printer counts ${writeLength(um(reported), unit)}, ${writeLength(um(sent), unit)} was sent`
  db.insert(rollMoves)
    .values({
      ...{ id: newId(), rollId: move.rollId, at, kind: 'corrected', runId, note, byId },
      deltaUm: sent - reported,
    })
    .run()
  return note
}
