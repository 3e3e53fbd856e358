import { and, eq, sql } from 'drizzle-orm'
import { z } from 'zod'
import { INPUTS } from '@/contract/actions'
import { heardSchema } from '@/contract/heard'
import { idSchema } from '@/contract/lengths'
import { bad, ok } from '@/core/result/result'
import { newId } from '@/server/db/ids'
import { nextNumber } from '@/server/db/numbers'
import { deleteUnused } from '@/server/db/referring'
import { feeds, heard, loads, printers, queues, rolls, stocks, upkeep } from '@/server/db/schema'
import { action } from '@/server/door/door'
import { allHeard, printersSay } from '@/server/stores/heard'
import { listPrinters } from '@/server/stores/printers'
import { presetsNaming, sayReferring } from '@/server/stores/uses'
import { asksWhatCloses } from './asking'
import { plainFeed, plainQueue } from './plain'
import { revise, revised } from './rows'

export const addPrinter = action({
  name: 'printer.add',
  role: 'keeper',
  input: INPUTS['printer.add'],
  commit({ carriage, ...values }, { db }) {
    const id = newId()
    const number = nextNumber(db, printers)
    db.insert(printers)
      .values({ id, number, carriageUm: carriage, ...values })
      .run()
    const feedId = newId()
    db.insert(feeds)
      .values({ id: feedId, printerId: id, position: 1, facts: plainFeed(feedId) })
      .run()
    db.insert(queues)
      .values({
        id: newId(),
        printerId: id,
        name: `${values.nickname}, first queue`,
        isDefault: true,
        facts: plainQueue(feedId),
      })
      .run()
    return ok({ value: { id, number }, subject: id })
  },
})

export const editPrinter = action({
  name: 'printer.edit',
  role: 'keeper',
  input: INPUTS['printer.edit'],
  asks: asksWhatCloses('Saved like this, the printer closes what is in use or turns it stale:'),
  commit: ({ id, revision, carriage, ...values }, { db }) =>
    revised(db, printers, 'This printer', { id, revision }, { carriageUm: carriage, ...values }),
})

/** Other inks are in the printer: its upkeep says so, and what names the former ones is asked about first. */
export const changeInkSet = action({
  name: 'printer.ink-set',
  role: 'keeper',
  input: INPUTS['printer.ink-set'],
  asks: asksWhatCloses('With another ink set this turns stale:'),
  commit({ id, revision, inkSet, at, note }, { db, actor, now }) {
    const printer = db.select().from(printers).where(eq(printers.id, id)).get()
    if (printer?.inkSet === inkSet)
      return bad({ code: 'input', issues: [{ path: 'inkSet', message: `${inkSet} is what it holds already` }] })
    const saved = revise(db, printers, 'This printer', id, revision, { inkSet, inkSetAt: at ?? now })
    if (!saved.ok) return saved
    db.insert(upkeep)
      .values({ id: newId(), printerId: id, kind: 'ink change', at: at ?? now, note, result: inkSet, byId: actor.id })
      .run()
    return ok({ value: saved.value, subject: id, data: { inkSet } })
  },
})

export const retirePrinter = action({
  name: 'printer.retire',
  role: 'keeper',
  input: INPUTS['printer.retire'],
  asks: asksWhatCloses('A retired printer takes out of use what prints through it:'),
  commit: (input, { db, now }) => revised(db, printers, 'This printer', input, { retiredAt: now }),
})

/** Deletes a printer that nothing ever used, with its feeds and queues; otherwise says where it is used. */
export const deletePrinter = action({
  name: 'printer.delete',
  role: 'keeper',
  input: INPUTS['printer.delete'],
  commit({ id }, { db }) {
    const printer = listPrinters(db).find((p) => p.id === id)
    if (!printer) return bad({ code: 'not_found', what: 'This printer' })
    const own = new Set(printer.queues.map((q) => q.id))
    const named = presetsNaming(db, (s) => own.has(s.queueId))
    const where =
      named.length > 0
        ? named
        : sayReferring(deleteUnused(db, 'printers', [id], ['queues', 'feeds', 'loads', 'upkeep', 'told', 'heard']))
    if (where.length > 0) return bad({ code: 'in_use', what: printer.nickname, where })
    return ok({ value: { id }, subject: id, data: { nickname: printer.nickname } })
  },
})

/** How many days each kind of upkeep stays good; a kind that is left out is never due. */
export const setGoodFor = action({
  name: 'printer.good-for',
  role: 'keeper',
  input: INPUTS['printer.good-for'],
  commit: ({ id, revision, goodFor }, { db }) => revised(db, printers, 'This printer', { id, revision }, { goodFor }),
})

export const setBlack = action({
  name: 'printer.black',
  role: 'helper',
  input: INPUTS['printer.black'],
  commit({ id, holds }, { db }) {
    const changed = db
      .update(printers)
      .set({ holdsBlack: holds, revision: sql`${printers.revision} + 1` })
      .where(eq(printers.id, id))
      .run()
    return changed.changes > 0
      ? ok({ value: { id }, subject: id, data: { holds } })
      : bad({ code: 'not_found', what: 'This printer' })
  },
})

/** What somebody put into a feed; nothing at all empties it. */
export const setLoad = action({
  name: 'printer.load',
  role: 'helper',
  input: INPUTS['printer.load'],
  commit({ printerId, feedId, stockId, rollId }, { db, actor, now }) {
    const feed = db
      .select()
      .from(feeds)
      .where(and(eq(feeds.id, feedId), eq(feeds.printerId, printerId)))
      .get()
    if (!feed) return bad({ code: 'not_found', what: 'This feed' })
    const stock = stockId ? db.select().from(stocks).where(eq(stocks.id, stockId)).get() : null
    if (rollId && stock?.kind !== 'roll') return bad({ code: 'not_found', what: 'This roll' })
    if (stockId && !stock) return bad({ code: 'not_found', what: 'This stock' })
    const facts = listPrinters(db)
      .find((p) => p.id === printerId)
      ?.feeds.find((f) => f.id === feedId)
    if (stock && facts && (facts.kind === 'roll') !== (stock.kind === 'roll'))
      return bad({
        code: 'rules',
        says: [
          stock.kind === 'roll'
            ? `The ${facts.name} takes sheets: a roll cannot be loaded there. Choose the printer’s roll feed.`
            : `The ${facts.name} takes rolls: sheets cannot be loaded there. Choose a feed for sheets.`,
        ],
      })
    if (stock?.kind === 'roll') {
      const roll = rollId ? db.select().from(rolls).where(eq(rolls.id, rollId)).get() : null
      if (roll?.stockId !== stockId) return bad({ code: 'not_found', what: 'This roll' })
      const elsewhere = db
        .select({ feedId: loads.feedId, nickname: printers.nickname })
        .from(loads)
        .innerJoin(printers, eq(printers.id, loads.printerId))
        .where(eq(loads.rollId, roll.id))
        .get()
      if (elsewhere && elsewhere.feedId !== feedId)
        return bad({ code: 'in_use', what: `Roll ${roll.number}`, where: [`printer ${elsewhere.nickname}`] })
    }
    // whoever says what is in it has looked: what the printer says of it now is answered with that
    const says = printersSay(db)
      .get(printerId)
      ?.find((s) => s.feedId === feedId)
    const row = {
      ...{ printerId, feedId, stockId, rollId: stock?.kind === 'roll' ? rollId : null, at: now, byId: actor.id },
      confirmed: says?.key ?? null,
    }
    db.insert(loads)
      .values(row)
      .onConflictDoUpdate({ target: [loads.printerId, loads.feedId], set: row })
      .run()
    return ok({ value: { id: feedId }, subject: printerId, data: { stockId, rollId } })
  },
})

/** Somebody looked: it is as noted, whatever the printer says. It is asked again when it says something else. */
export const asNoted = action({
  name: 'printer.as-noted',
  role: 'helper',
  input: INPUTS['printer.as-noted'],
  commit({ printerId, feedId, key }, { db }) {
    const set = db
      .update(loads)
      .set({ confirmed: key })
      .where(and(eq(loads.printerId, printerId), eq(loads.feedId, feedId)))
      .run()
    return set.changes > 0
      ? ok({ value: { id: feedId }, subject: printerId, data: { key } })
      : bad({ code: 'not_found', what: 'What is noted in this feed' })
  },
})

/** What the printer of a queue says of itself, where it says something else than before. */
export const hearQueue = action({
  name: 'queue.heard',
  role: 'system',
  input: z.object({ queueId: idSchema, facts: heardSchema.nullable() }),
  commit({ queueId, facts }, { db, now }) {
    const before = allHeard(db).get(queueId) ?? null
    if (facts === null) {
      if (before) db.update(heard).set({ awayAt: now }).where(eq(heard.queueId, queueId)).run()
      return ok({ value: { id: queueId }, subject: queueId, data: { away: true } })
    }
    const since = (what: 'copies' | 'colourMode'): number | null =>
      before === null ? null : before.facts.settings[what] === facts.settings[what] ? before.since[what] : now
    const row = {
      ...{ queueId, at: now, facts, awayAt: null },
      since: { copies: since('copies'), colourMode: since('colourMode') },
    }
    db.insert(heard).values(row).onConflictDoUpdate({ target: heard.queueId, set: row }).run()
    return ok({ value: { id: queueId }, subject: queueId })
  },
})

export const logUpkeep = action({
  name: 'upkeep.log',
  role: 'helper',
  input: INPUTS['upkeep.log'],
  commit({ printerId, kind, at, note, result, gaps, personId }, { db, actor, now }) {
    if (!db.select().from(printers).where(eq(printers.id, printerId)).get())
      return bad({ code: 'not_found', what: 'This printer' })
    const id = newId()
    db.insert(upkeep)
      .values({ id, printerId, kind, at: at ?? now, note, result, gaps, personId, byId: actor.id })
      .run()
    return ok({ value: { id }, subject: printerId, data: { kind } })
  },
})
