import { and, asc, count, desc, eq, isNotNull, isNull, sql } from 'drizzle-orm'
import { whiteSchema } from '@/contract/paper'
import type { ShelfItem } from '@/contract/shelf'
import type { FinishedRoll, OpenRoll, Paper, RollMove, Stock, StockPriceEntry } from '@/contract/views/paper'
import { type Um, um } from '@/core/length/length'
import { minor } from '@/core/money/money'
import { kept } from '@/server/db/kept'
import type { Db } from '@/server/db/open'
import { loads, papers, printers, rollMoves, rolls, runs, stockMoves, stockPrices, stocks } from '@/server/db/schema'
import { newestFirst } from '@/server/db/sequence'
import { parsed } from './parse'

/** A thickness out of the database; null: nobody has said. */
export const thicknessOf = (umStored: number | null): Um | null => (umStored === null ? null : um(umStored))

/** Sheets on the shelf, or rolls not opened: the sum of the moves. */
export function stockCount(db: Db, stockId: string): number {
  const row = db
    .select({ n: sql<number>`coalesce(sum(${stockMoves.delta}), 0)` })
    .from(stockMoves)
    .where(eq(stockMoves.stockId, stockId))
    .get()
  return row?.n ?? 0
}

/** What is left of a roll, um: the sum of its ledger, which may say less than nothing until it is corrected. */
export function rollLeft(db: Db, rollId: string): Um {
  const row = db
    .select({ n: sql<number>`coalesce(sum(${rollMoves.deltaUm}), 0)` })
    .from(rollMoves)
    .where(eq(rollMoves.rollId, rollId))
    .get()
  return um(row?.n ?? 0)
}

/** What a roll had when it was opened, um. */
export function firstLength(db: Db, rollId: string): Um {
  const row = db
    .select({ n: sql<number>`coalesce(sum(${rollMoves.deltaUm}), 0)` })
    .from(rollMoves)
    .where(and(eq(rollMoves.rollId, rollId), eq(rollMoves.kind, 'loaded')))
    .get()
  return um(row?.n ?? 0)
}

/** What a ledger adds up to, and how many lines it has. */
type Ledger = { readonly sum: number; readonly lines: number }

/** Sheets or unopened rolls of every stock, by its id; what has no move is not in it. */
const countsOf = (db: Db): ReadonlyMap<string, Ledger> =>
  new Map(
    db
      .select({ id: stockMoves.stockId, sum: sql<number>`sum(${stockMoves.delta})`, lines: count() })
      .from(stockMoves)
      .groupBy(stockMoves.stockId)
      .all()
      .map((r) => [r.id, r]),
  )

/** What is left of every roll that has a ledger, um, by its id. */
const leftOf = (db: Db): ReadonlyMap<string, Ledger> =>
  new Map(
    db
      .select({ id: rollMoves.rollId, sum: sql<number>`sum(${rollMoves.deltaUm})`, lines: count() })
      .from(rollMoves)
      .groupBy(rollMoves.rollId)
      .all()
      .map((r) => [r.id, r]),
  )

/** Every form in which the room keeps a paper, with what is left: four queries, whatever the room holds. */
export const listStocks = (db: Db): readonly Stock[] => kept(db, 'stocks', () => readStocks(db))

function readStocks(db: Db): readonly Stock[] {
  const opened = openRolls(db)
  const finished = finishedRolls(db)
  const counts = countsOf(db)
  return db
    .select()
    .from(stocks)
    .where(isNull(stocks.retiredAt))
    .orderBy(asc(stocks.kind), asc(stocks.widthUm))
    .all()
    .map((s) => ({
      id: s.id,
      paperId: s.paperId,
      kind: s.kind,
      width: um(s.widthUm),
      length: um(s.lengthUm),
      pack: s.pack,
      price: s.price === null ? null : minor(s.price),
      cut: s.cut,
      count: counts.get(s.id)?.sum ?? 0,
      moves: counts.get(s.id)?.lines ?? 0,
      revision: s.revision,
      rolls: opened.filter((r) => r.stockId === s.id).map(({ stockId: _, ...r }) => r),
      finished: finished.filter((r) => r.stockId === s.id).map(({ stockId: _, ...r }) => r),
    }))
}

const amount = (stored: number | null) => (stored === null ? null : minor(stored))

/** What a roll had when it was opened. */
const FIRST = sql<number>`coalesce((select sum(m.delta_um) from roll_moves as m where m.roll_id = rolls.id and m.kind = 'loaded'), 0)`

/** Every roll in use, with the printer that it is loaded in. */
function openRolls(db: Db): readonly (OpenRoll & { readonly stockId: string })[] {
  const left = leftOf(db)
  return db
    .select({ roll: rolls, first: FIRST, printer: printers.nickname })
    .from(rolls)
    .leftJoin(loads, eq(loads.rollId, rolls.id))
    .leftJoin(printers, eq(printers.id, loads.printerId))
    .where(and(isNull(rolls.retiredAt), isNull(rolls.finishedAt)))
    .orderBy(asc(rolls.number))
    .all()
    .map(({ roll: r, first, printer }) => ({
      ...{ id: r.id, number: r.number, stockId: r.stockId, left: um(left.get(r.id)?.sum ?? 0), first: um(first) },
      ...{ core: thicknessOf(r.coreUm), thickness: thicknessOf(r.thicknessUm), price: amount(r.price) },
      ...{ inPrinter: printer, revision: r.revision, moves: left.get(r.id)?.lines ?? 0 },
    }))
}

/** Finished rolls that are still shown. */
const FINISHED_SHOWN = 40

function finishedRolls(db: Db): readonly (FinishedRoll & { readonly stockId: string })[] {
  const of = (kinds: string) =>
    sql<number>`coalesce((select -sum(m.delta_um) from roll_moves as m where m.roll_id = rolls.id and m.kind in (${sql.raw(kinds)})), 0)`
  return db
    .select({ roll: rolls, first: FIRST, printed: of("'run'"), thrown: of("'trimmed', 'cut by hand', 'test'") })
    .from(rolls)
    .where(and(isNotNull(rolls.finishedAt), isNull(rolls.retiredAt)))
    .orderBy(desc(rolls.finishedAt))
    .limit(FINISHED_SHOWN)
    .all()
    .map(({ roll: r, first, printed, thrown }) => ({
      ...{ id: r.id, number: r.number, stockId: r.stockId, first: um(first), price: amount(r.price) },
      ...{ revision: r.revision, at: r.finishedAt ?? 0, printed: um(printed), thrown: um(thrown) },
    }))
}

/** What each stock cost from when on, the newest first, by its id; a stock whose price never changed has none or one. */
export function pricesOf(db: Db): ReadonlyMap<string, readonly StockPriceEntry[]> {
  const out = new Map<string, StockPriceEntry[]>()
  const rows = db.select().from(stockPrices).orderBy(desc(stockPrices.validFrom), newestFirst(stockPrices)).all()
  for (const r of rows) {
    const list = out.get(r.stockId) ?? []
    out.set(r.stockId, list)
    list.push({ validFrom: r.validFrom, pack: r.pack, price: r.price === null ? null : minor(r.price) })
  }
  return out
}

/** Stocks with the price and pack that held at a time: what was printed on another day is priced as of that day. */
export function stocksAt(db: Db, stocks: readonly Stock[], at: number): readonly Stock[] {
  const prices = kept(db, 'prices', () => pricesOf(db))
  return stocks.map((s) => {
    const then = prices.get(s.id)?.find((p) => p.validFrom <= at)
    return then ? { ...s, price: then.price, pack: then.pack } : s
  })
}

const LEDGER_LINES = 12

/** The newest lines of the ledger of every opened roll, by the roll's id. */
export function ledgersOf(db: Db): ReadonlyMap<string, readonly RollMove[]> {
  const opened = db
    .select({ id: rolls.id })
    .from(rolls)
    .where(and(isNull(rolls.retiredAt), isNull(rolls.finishedAt)))
    .all()
  return new Map(
    opened.map(({ id }) => [
      id,
      db
        .select({ move: rollMoves, run: { id: runs.id, number: runs.number } })
        .from(rollMoves)
        .leftJoin(runs, eq(runs.id, rollMoves.runId))
        .where(eq(rollMoves.rollId, id))
        .orderBy(desc(rollMoves.at), newestFirst(rollMoves))
        .limit(LEDGER_LINES)
        .all()
        .map(({ move: { at, kind, deltaUm, note }, run }) => ({ at, kind, delta: um(deltaUm), run, note })),
    ]),
  )
}

export const listPapers = (db: Db): readonly Paper[] => kept(db, 'papers', () => readPapers(db))

function readPapers(db: Db): readonly Paper[] {
  const shelf = listStocks(db)
  return db
    .select()
    .from(papers)
    .where(isNull(papers.retiredAt))
    .orderBy(asc(papers.number))
    .all()
    .map((p) => ({
      id: p.id,
      number: p.number,
      maker: p.maker,
      name: p.name,
      surface: p.surface,
      weight: p.weight,
      thickness: thicknessOf(p.thicknessUm),
      white: p.white === null ? null : parsed(whiteSchema, p.white, `the white of ${p.name}`),
      note: p.note,
      revision: p.revision,
      stocks: shelf.filter((s) => s.paperId === p.id),
    }))
}

/** What can be put into a printer: every stock with its paper's name. */
export function listShelf(db: Db): readonly ShelfItem[] {
  return listPapers(db).flatMap((paper) =>
    paper.stocks.flatMap((s) => {
      const { id: stockId, kind, width, length, count, rolls } = s
      return { stockId, paperName: paper.name, surface: paper.surface, kind, width, length, count, rolls }
    }),
  )
}

/** What the printer counted of a run's length, where that is not what was sent; null: it is, or it did not say. */
export const countedOf = (db: Db, runId: string): string | null =>
  db
    .select({ note: rollMoves.note })
    .from(rollMoves)
    .where(and(eq(rollMoves.runId, runId), eq(rollMoves.kind, 'corrected')))
    .get()?.note ?? null
