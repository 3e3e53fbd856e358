import { and, eq } from 'drizzle-orm'
import type { Used, UsedPaper } from '@/contract/print-job'
import { um } from '@/core/length/length'
import { writeLength } from '@/core/length/write'
import { absurd } from '@/core/result/result'
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
  { paper, lengthUm }: Used,
  runIds: readonly (string | null)[],
  at: number,
  byId: string,
): void {
  const each = runIds.map((runId) => ({ id: newId(), at, kind: 'run' as const, runId, byId }))
  switch (paper.kind) {
    case 'roll':
      return insertAll(
        each.map((move) => ({ ...move, rollId: paper.rollId, deltaUm: -lengthUm })),
        (some) => db.insert(rollMoves).values(some).run(),
      )
    case 'sheet':
      return insertAll(
        each.map((move) => ({ ...move, stockId: paper.stockId, delta: -1 })),
        (some) => db.insert(stockMoves).values(some).run(),
      )
    case 'nothing':
      return
    default:
      return absurd(paper)
  }
}

/** The stock and roll that a print takes, as rows name them. */
export const paperIds = (paper: UsedPaper): { readonly stockId: string | null; readonly rollId: string | null } => ({
  stockId: paper.kind === 'nothing' ? null : paper.stockId,
  rollId: paper.kind === 'roll' ? paper.rollId : null,
})

/** Whether a print lies on a sheet that went through before: its paper was counted then. */
export const usedBefore = ({ paper }: Used): boolean => paper.kind === 'nothing' && paper.why === 'again'

/** What was printed on is what is loaded: noted where something else was, or nothing. */
export function noteLoaded(db: Db, used: Used, at: number, byId: string): void {
  const { printerId, feedId, paper } = used
  // a sheet that goes through again says nothing of what the feed is loaded with, nor does a roll that nobody opened here
  if (paper.kind === 'nothing' && paper.why !== 'no stock') return
  const { stockId, rollId } = paperIds(paper)
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
