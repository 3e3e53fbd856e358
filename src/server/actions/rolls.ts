import { and, eq, inArray, isNull, sql } from 'drizzle-orm'
import { INPUTS } from '@/contract/actions'
import { um } from '@/core/length/length'
import { writeLength } from '@/core/length/write'
import { minor } from '@/core/money/money'
import { correctionOf } from '@/core/paper/ledger'
import { bad, ok, type Result } from '@/core/result/result'
import { rollPrice } from '@/core/slip/catalogue'
import type { Problem } from '@/core/words/problems'
import { newId } from '@/server/db/ids'
import { nextNumber } from '@/server/db/numbers'
import type { Db } from '@/server/db/open'
import { loads, printJobs, rollMoves, rollPlans, rolls, stockMoves, stocks } from '@/server/db/schema'
import { inSequence } from '@/server/db/sequence'
import { action } from '@/server/door/door'
import { firstLength, rollLeft, stockCount } from '@/server/stores/papers'
import { UNDER_WAY } from '@/server/stores/print-jobs'
import { unitOfRoom } from '@/server/stores/room'
import { costs } from './papers'
import { revised } from './rows'

/** Takes a new roll off the shelf: its ledger begins with its full length. */
export const openRoll = action({
  name: 'roll.open',
  role: 'helper',
  input: INPUTS['roll.open'],
  commit({ stockId }, { db, actor, now }) {
    const stock = db
      .select()
      .from(stocks)
      .where(and(eq(stocks.id, stockId), isNull(stocks.retiredAt)))
      .get()
    if (stock?.kind !== 'roll') return bad({ code: 'not_found', what: 'This roll stock' })
    const count = stockCount(db, stockId)
    if (count < 1)
      return bad({ code: 'nothing_left', what: 'This roll stock', left: 'no unopened roll', needed: 'one' })
    const id = newId()
    const number = nextNumber(db, rolls)
    db.insert(rolls).values({ id, number, stockId, price: stock.price }).run()
    db.insert(stockMoves).values({ id: newId(), stockId, at: now, delta: -1, kind: 'opened', byId: actor.id }).run()
    db.insert(rollMoves)
      .values({ id: newId(), rollId: id, at: now, kind: 'loaded', deltaUm: stock.lengthUm, byId: actor.id })
      .run()
    return ok({ value: { id, number }, subject: id })
  },
})

/** A roll in use; null: there is none of this id, or it is finished. */
function inUse(db: Db, id: string): Result<typeof rolls.$inferSelect, Problem> {
  const roll = db.select().from(rolls).where(eq(rolls.id, id)).get()
  if (!roll) return bad({ code: 'not_found', what: 'This roll' })
  return roll.finishedAt === null
    ? ok(roll)
    : bad({ code: 'rules', says: [`Roll ${roll.number} is finished. Put it back in use first.`] })
}

/** A line in a roll's ledger: what was trimmed, cut or used up by a test. */
export const moveRoll = action({
  name: 'roll.move',
  role: 'helper',
  input: INPUTS['roll.move'],
  commit({ id, kind, delta, note }, { db, actor, now }) {
    const roll = inUse(db, id)
    if (!roll.ok) return roll
    const change = -Math.abs(delta)
    const left = rollLeft(db, id)
    if (left + change < 0)
      return bad({
        code: 'nothing_left',
        what: 'The roll',
        left: writeLength(left, unitOfRoom(db)),
        needed: writeLength(um(-change), unitOfRoom(db)),
      })
    const move = newId()
    db.insert(rollMoves).values({ id: move, rollId: id, at: now, kind, deltaUm: change, note, byId: actor.id }).run()
    return ok({ value: { id: move }, subject: id, data: { kind, delta: change } })
  },
})

/** What somebody measured: the ledger is corrected to it, whatever was printed or measured by others in the meantime. */
export const measureRoll = action({
  name: 'roll.measure',
  role: 'helper',
  input: INPUTS['roll.measure'],
  commit({ id, measured, seen, note }, { db, actor, now }) {
    const roll = inUse(db, id)
    if (!roll.ok) return roll
    const moves = db.select().from(rollMoves).where(eq(rollMoves.rollId, id)).orderBy(inSequence(rollMoves)).all()
    // what a printer counted belongs to the print that it was of
    const lines = moves.map((m) => ({ delta: m.deltaUm, measured: m.kind === 'corrected' && m.runId === null }))
    const change = correctionOf(lines, seen, measured)
    const move = newId()
    db.insert(rollMoves)
      .values({ id: move, rollId: id, at: now, kind: 'corrected', deltaUm: change, note, byId: actor.id })
      .run()
    return ok({ value: { id: move }, subject: id, data: { measured, delta: change } })
  },
})

/**
 * Pieces cut by hand: the roll's ledger says so, and they lie on the shelf as sheets of their form, at their share of the
 * roll's price by length. A piece that is trimmed narrower costs what was cut off the roll all the same.
 */
export const cutRoll = action({
  name: 'roll.cut',
  role: 'helper',
  input: INPUTS['roll.cut'],
  commit({ id, width, length, count, note }, { db, actor, now }) {
    const found = db
      .select({ own: rolls, stock: stocks })
      .from(rolls)
      .innerJoin(stocks, eq(stocks.id, rolls.stockId))
      .where(eq(rolls.id, id))
      .get()
    if (!found) return bad({ code: 'not_found', what: 'This roll' })
    const { own, stock: roll } = found
    const open = inUse(db, id)
    if (!open.ok) return open
    const unit = unitOfRoom(db)
    if (width > roll.widthUm)
      return bad({
        code: 'rules',
        says: [
          `The roll is ${writeLength(um(roll.widthUm), unit)} wide; ${writeLength(width, unit)} cannot be cut from it.`,
        ],
      })
    const left = rollLeft(db, id)
    const taken = length * count
    if (taken > left)
      return bad({
        ...{ code: 'nothing_left', what: 'The roll' },
        ...{ left: writeLength(left, unit), needed: writeLength(um(taken), unit) },
      })
    db.insert(rollMoves)
      .values({ id: newId(), rollId: id, at: now, kind: 'cut by hand', deltaUm: -taken, note, byId: actor.id })
      .run()
    const whole = rollPrice(
      { length: um(roll.lengthUm), price: roll.price === null ? null : minor(roll.price) },
      { id, number: own.number, left, first: firstLength(db, id), price: own.price === null ? null : minor(own.price) },
    )
    const price = whole.price === null ? null : Math.round((whole.price * length) / whole.lengthUm)
    const stockId = shelve(db, { paperId: roll.paperId, width, length, count, price }, now, actor.id)
    return ok({ value: { id: stockId }, subject: id, data: { width, length, count } })
  },
})

/**
 * Lays pieces that were cut on the shelf: a stock of their own beside sheets of the same form that the room buys, since
 * they cost another price.
 * @param price of one: its share of its roll's price; 0 where the print that it was cut from paid for it; null: not known
 * @returns the stock that they are of now
 */
export function shelve(
  db: Db,
  cut: {
    readonly paperId: string
    readonly width: number
    readonly length: number
    readonly count: number
    readonly price: number | null
  },
  now: number,
  byId: string,
): string {
  const { paperId, width, length, count, price } = cut
  const [widthUm, lengthUm] = width <= length ? [width, length] : [length, width]
  const form = and(
    ...[eq(stocks.paperId, paperId), eq(stocks.kind, 'sheet')],
    ...[eq(stocks.widthUm, widthUm), eq(stocks.lengthUm, lengthUm)],
    ...[eq(stocks.cut, true), price === null ? isNull(stocks.price) : eq(stocks.price, price)],
  )
  const there = db.select().from(stocks).where(form).get()
  const stockId = there?.id ?? newId()
  if (!there) {
    db.insert(stocks)
      .values({ id: stockId, paperId, kind: 'sheet', widthUm, lengthUm, pack: 1, price, cut: true })
      .run()
    costs(db, stockId, { pack: 1, price }, 0, byId)
  } else if (there.retiredAt !== null) db.update(stocks).set({ retiredAt: null }).where(eq(stocks.id, stockId)).run()
  db.insert(stockMoves).values({ id: newId(), stockId, at: now, delta: count, kind: 'cut', byId }).run()
  return stockId
}

/** What is known of one roll: its tube, its paper's thickness as it was taken on it, what it cost. */
export const editRoll = action({
  name: 'roll.edit',
  role: 'helper',
  input: INPUTS['roll.edit'],
  commit: ({ id, revision, core, thickness, price }, { db }) =>
    revised(db, rolls, 'This roll', { id, revision }, { coreUm: core, thicknessUm: thickness, price }),
})

/** Why a roll cannot be put away: a plan is laid for it, or a print on it is under way or unanswered; null: it can. */
export function rollBusy(db: Db, rollId: string): Problem | null {
  const number = db.select({ number: rolls.number }).from(rolls).where(eq(rolls.id, rollId)).get()?.number ?? 0
  const says = (text: string): Problem => ({ code: 'rules', says: [text] })
  const waits = db
    .select({ number: rollPlans.number })
    .from(rollPlans)
    .where(and(eq(rollPlans.rollId, rollId), eq(rollPlans.state, 'kept')))
    .get()
  if (waits) return says(`Plan ${waits.number} is laid for roll ${number}. Print it, or put it away first.`)
  const printing = db
    .select({ title: printJobs.title, state: printJobs.state })
    .from(printJobs)
    .where(
      and(
        inArray(printJobs.state, [...UNDER_WAY, 'not known']),
        sql`json_extract(${printJobs.booking}, '$.body.used.paper.rollId') = ${rollId}`,
      ),
    )
    .get()
  if (!printing) return null
  return says(
    printing.state === 'not known'
      ? `Nobody has said yet whether ${printing.title} came out of roll ${number}. Say it first.`
      : `${printing.title} is printed on roll ${number} now. Wait until it is done, or cancel it.`,
  )
}

/** A roll that is used up or put away: the rest of it is noted as trimmed off, and no printer holds it any more. */
export const finishRoll = action({
  name: 'roll.finish',
  role: 'helper',
  input: INPUTS['roll.finish'],
  commit(input, { db, actor, now }) {
    const roll = db.select().from(rolls).where(eq(rolls.id, input.id)).get()
    if (!roll) return bad({ code: 'not_found', what: 'This roll' })
    if (roll.finishedAt !== null) return bad({ code: 'rules', says: [`Roll ${roll.number} is finished already.`] })
    const busy = rollBusy(db, roll.id)
    if (busy) return bad(busy)
    const saved = revised(db, rolls, 'This roll', input, { finishedAt: now })
    if (!saved.ok) return saved
    const left = rollLeft(db, input.id)
    if (left !== 0)
      db.insert(rollMoves)
        .values({
          ...{ id: newId(), rollId: input.id, at: now, kind: left > 0 ? 'trimmed' : 'corrected', deltaUm: -left },
          ...{ note: REST, byId: actor.id },
        })
        .run()
    db.update(loads)
      .set({ rollId: null, stockId: null, at: now, byId: actor.id })
      .where(eq(loads.rollId, input.id))
      .run()
    return saved
  },
})

/** What stands beside the rest of a roll that was finished. */
const REST = 'the rest, as the roll was finished'

/** A roll that was finished by mistake is in use again, with what it had. */
export const resumeRoll = action({
  name: 'roll.resume',
  role: 'helper',
  input: INPUTS['roll.resume'],
  commit(input, { db, actor, now }) {
    const roll = db.select().from(rolls).where(eq(rolls.id, input.id)).get()
    if (!roll) return bad({ code: 'not_found', what: 'This roll' })
    if (roll.finishedAt === null) return bad({ code: 'rules', says: [`Roll ${roll.number} is in use.`] })
    const saved = revised(db, rolls, 'This roll', input, { finishedAt: null })
    if (!saved.ok) return saved
    const rest = db
      .select()
      .from(rollMoves)
      .where(and(eq(rollMoves.rollId, input.id), eq(rollMoves.at, roll.finishedAt), eq(rollMoves.note, REST)))
      .get()
    if (rest)
      db.insert(rollMoves)
        .values({
          ...{ id: newId(), rollId: input.id, at: now, kind: 'corrected', deltaUm: -rest.deltaUm },
          ...{ note: 'it was not finished', byId: actor.id },
        })
        .run()
    return saved
  },
})
