import { and, eq, isNull } from 'drizzle-orm'
import { INPUTS } from '@/contract/actions'
import { tradePair } from '@/core/length/write'
import { correctionOf } from '@/core/paper/ledger'
import { bad, ok } from '@/core/result/result'
import { newId } from '@/server/db/ids'
import { nextNumber } from '@/server/db/numbers'
import type { Db } from '@/server/db/open'
import { deleteUnused } from '@/server/db/referring'
import { loads, papers, printers, stockMoves, stockPrices, stocks } from '@/server/db/schema'
import { inSequence } from '@/server/db/sequence'
import { action } from '@/server/door/door'
import { presetsWithVersions } from '@/server/stores/presets'
import { unitOfRoom } from '@/server/stores/room'
import { sayReferring } from '@/server/stores/uses'
import { asksWhatCloses } from './asking'
import { revised } from './rows'

export const addPaper = action({
  name: 'paper.add',
  role: 'keeper',
  input: INPUTS['paper.add'],
  commit({ thickness, ...values }, { db }) {
    const id = newId()
    const number = nextNumber(db, papers)
    db.insert(papers)
      .values({ id, number, thicknessUm: thickness, ...values })
      .run()
    return ok({ value: { id, number }, subject: id })
  },
})

export const editPaper = action({
  name: 'paper.edit',
  role: 'keeper',
  input: INPUTS['paper.edit'],
  asks: asksWhatCloses('Saved like this, the paper closes what is in use:'),
  commit: ({ id, revision, thickness, ...values }, { db }) =>
    revised(db, papers, 'This paper', { id, revision }, { thicknessUm: thickness, ...values }),
})

/** Where a paper is in use: presets that print on it, printers that hold it, its own stock. */
function usesOfPaper(db: Db, paperId: string): readonly string[] {
  const named = presetsWithVersions(db)
    .filter((p) => p.versions.some((v) => v.settings.paperId === paperId) || p.draft?.paperId === paperId)
    .map((p) => `preset ${p.name}`)
  const kept = db.select({ id: stocks.id }).from(stocks).where(eq(stocks.paperId, paperId)).all().length
  const held = db
    .select({ nickname: printers.nickname })
    .from(loads)
    .innerJoin(stocks, eq(stocks.id, loads.stockId))
    .innerJoin(printers, eq(printers.id, loads.printerId))
    .where(eq(stocks.paperId, paperId))
    .all()
    .map((p) => `printer ${p.nickname}`)
  return [...named, ...held, ...(kept > 0 ? [`its ledger (${kept} ${kept === 1 ? 'form' : 'forms'})`] : [])]
}

export const retirePaper = action({
  name: 'paper.retire',
  role: 'keeper',
  input: INPUTS['paper.retire'],
  asks: asksWhatCloses('A retired paper stays readable and is no longer printed on. It is in use:'),
  commit: (input, { db, now }) => revised(db, papers, 'This paper', input, { retiredAt: now }),
})

/** Deletes a paper that nothing ever used; otherwise says where it is used. */
export const deletePaper = action({
  name: 'paper.delete',
  role: 'keeper',
  input: INPUTS['paper.delete'],
  commit({ id }, { db }) {
    const paper = db.select().from(papers).where(eq(papers.id, id)).get()
    if (!paper) return bad({ code: 'not_found', what: 'This paper' })
    const where = usesOfPaper(db, id)
    if (where.length > 0) return bad({ code: 'in_use', what: paper.name, where })
    // notes, trials and paths are somebody's work: they keep it, too
    const used = sayReferring(deleteUnused(db, 'papers', [id], []))
    if (used.length > 0) return bad({ code: 'in_use', what: paper.name, where: used })
    return ok({ value: { id }, subject: id, data: { name: paper.name } })
  },
})

export const addStock = action({
  name: 'stock.add',
  role: 'keeper',
  input: INPUTS['stock.add'],
  commit({ width, length, count, ...values }, { db, actor, now }) {
    const paper = db
      .select()
      .from(papers)
      .where(and(eq(papers.id, values.paperId), isNull(papers.retiredAt)))
      .get()
    if (!paper) return bad({ code: 'not_found', what: 'This paper' })
    const [widthUm, lengthUm] =
      values.kind === 'sheet' ? [Math.min(width, length), Math.max(width, length)] : [width, length]
    const same = db
      .select({ id: stocks.id })
      .from(stocks)
      .where(
        and(
          eq(stocks.paperId, values.paperId),
          eq(stocks.kind, values.kind),
          eq(stocks.widthUm, widthUm),
          eq(stocks.lengthUm, lengthUm),
          eq(stocks.cut, false),
        ),
      )
      .get()
    if (same)
      return bad({
        code: 'name_taken',
        what: 'a stock of this paper',
        name: tradePair(width, length, unitOfRoom(db)),
      })
    const id = newId()
    db.insert(stocks)
      .values({ id, widthUm, lengthUm, ...values })
      .run()
    db.insert(stockMoves)
      .values({ id: newId(), stockId: id, at: now, delta: count, kind: 'counted', byId: actor.id })
      .run()
    costs(db, id, values, 0, actor.id)
    return ok({ value: { id }, subject: id })
  },
})

/** Notes what a stock costs from a time on. */
export const costs = (
  db: Db,
  stockId: string,
  { pack, price }: { readonly pack: number; readonly price: number | null },
  validFrom: number,
  byId: string,
): void => void db.insert(stockPrices).values({ id: newId(), stockId, validFrom, pack, price, byId }).run()

/** Another price or pack from now on: what was logged before keeps the one of its day. */
export const editStock = action({
  name: 'stock.edit',
  role: 'keeper',
  input: INPUTS['stock.edit'],
  commit({ id, revision, ...values }, { db, now, actor }) {
    const before = db.select().from(stocks).where(eq(stocks.id, id)).get()
    const saved = revised(db, stocks, 'This stock', { id, revision }, values)
    if (!saved.ok || !before) return saved
    const known = db.select({ id: stockPrices.id }).from(stockPrices).where(eq(stockPrices.stockId, id)).get()
    // a stock from before prices were dated: its first one held all along
    if (!known) costs(db, id, before, 0, actor.id)
    if (before.price !== values.price || before.pack !== values.pack) costs(db, id, values, now, actor.id)
    return saved
  },
})

export const buyStock = action({
  name: 'stock.buy',
  role: 'helper',
  input: INPUTS['stock.buy'],
  commit({ id, delta }, { db, actor, now }) {
    const stock = db.select().from(stocks).where(eq(stocks.id, id)).get()
    if (!stock) return bad({ code: 'not_found', what: 'This stock' })
    if (stock.cut)
      return bad({
        code: 'rules',
        says: ['These are pieces cut from a roll, at their share of its price. Add the size as bought paper instead.'],
      })
    const move = newId()
    db.insert(stockMoves).values({ id: move, stockId: id, at: now, delta, kind: 'bought', byId: actor.id }).run()
    return ok({ value: { id: move }, subject: id, data: { delta } })
  },
})

/** A count by hand becomes a move by the difference: history stays. */
export const countStock = action({
  name: 'stock.count',
  role: 'helper',
  input: INPUTS['stock.count'],
  commit({ id, counted, seen }, { db, actor, now }) {
    if (!db.select().from(stocks).where(eq(stocks.id, id)).get()) return bad({ code: 'not_found', what: 'This stock' })
    const moves = db.select().from(stockMoves).where(eq(stockMoves.stockId, id)).orderBy(inSequence(stockMoves)).all()
    const lines = moves.map((m) => ({ delta: m.delta, measured: m.kind === 'counted' }))
    const delta = correctionOf(lines, seen, counted)
    const move = newId()
    db.insert(stockMoves).values({ id: move, stockId: id, at: now, delta, kind: 'counted', byId: actor.id }).run()
    return ok({ value: { id: move }, subject: id, data: { counted, delta } })
  },
})
