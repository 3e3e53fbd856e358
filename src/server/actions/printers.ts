import { and, eq, sql } from 'drizzle-orm'
import { INPUTS } from '@/contract/actions'
import { queueFactsSchema } from '@/contract/printer'
import type { Printer } from '@/contract/views/printer'
import { same } from '@/core/merge/merge'
import { Options } from '@/core/options/engine'
import { optionsOf, rulesOf } from '@/core/options/room-options'
import type { Feed, QueueFacts } from '@/core/printer/facts'
import { PARTS, partName, removedFrom } from '@/core/printer/parts'
import { alongWith } from '@/core/printer/shared'
import { bad, ok, type Result } from '@/core/result/result'
import { checkRules } from '@/core/rules/rules'
import { sayRuleProblem } from '@/core/words/options'
import type { Problem } from '@/core/words/problems'
import { newId } from '@/server/db/ids'
import { nextNumber } from '@/server/db/numbers'
import type { Db } from '@/server/db/open'
import {
  edgeChecks,
  feeds,
  loads,
  pictures,
  printers,
  queues,
  rolls,
  runs,
  stocks,
  told,
  upkeep,
} from '@/server/db/schema'
import { action } from '@/server/door/door'
import { presetWorld } from '@/server/stores/preset-world'
import { listPresets, presetsWithVersions } from '@/server/stores/presets'
import { listPrinters } from '@/server/stores/printers'
import { removedIn } from '@/server/stores/removed'
import { everySize } from '@/server/stores/sizes'
import { asksWhatCloses } from './asking'
import { plainFeed, plainQueue } from './plain'
import { revise, revised, tooLate } from './rows'

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
    const late = tooLate(at, now)
    if (late) return bad(late)
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
    const where = presetsWithVersions(db)
      .filter((p) => own.has(p.draft?.queueId ?? '') || p.versions.some((v) => own.has(v.settings.queueId)))
      .map((p) => `preset ${p.name}`)
    const printed = db.select({ id: runs.id }).from(runs).where(eq(runs.printerId, id)).all().length
    if (printed > 0) where.push(`the log (${printed} ${printed === 1 ? 'run' : 'runs'})`)
    const checks = db.select({ id: edgeChecks.id }).from(edgeChecks).where(eq(edgeChecks.printerId, id)).all().length
    if (checks > 0) where.push(`${checks} edge ${checks === 1 ? 'check' : 'checks'}`)
    if (where.length > 0) return bad({ code: 'in_use', what: printer.nickname, where })
    for (const q of own) db.delete(told).where(eq(told.queueId, q)).run()
    for (const table of [loads, upkeep, queues, feeds]) db.delete(table).where(eq(table.printerId, id)).run()
    db.delete(printers).where(eq(printers.id, id)).run()
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
    const row = { printerId, feedId, stockId, rollId: stock?.kind === 'roll' ? rollId : null, at: now, byId: actor.id }
    db.insert(loads)
      .values(row)
      .onConflictDoUpdate({ target: [loads.printerId, loads.feedId], set: row })
      .run()
    return ok({ value: { id: feedId }, subject: printerId, data: { stockId, rollId } })
  },
})

export const logUpkeep = action({
  name: 'upkeep.log',
  role: 'helper',
  input: INPUTS['upkeep.log'],
  commit({ printerId, kind, at, note, result, personId }, { db, actor, now }) {
    const late = tooLate(at, now)
    if (late) return bad(late)
    if (!db.select().from(printers).where(eq(printers.id, printerId)).get())
      return bad({ code: 'not_found', what: 'This printer' })
    const id = newId()
    db.insert(upkeep)
      .values({ id, printerId, kind, at: at ?? now, note, result, personId, byId: actor.id })
      .run()
    return ok({ value: { id }, subject: printerId, data: { kind } })
  },
})

const printerIn = (db: Db, id: string): boolean =>
  db.select({ id: printers.id }).from(printers).where(eq(printers.id, id)).get() !== undefined

/** Whether a feed or queue is one of this printer's. */
const ownRow = (db: Db, table: typeof feeds | typeof queues, id: string, printerId: string): boolean =>
  db
    .select({ id: table.id })
    .from(table)
    .where(and(eq(table.id, id), eq(table.printerId, printerId)))
    .get() !== undefined

export const saveFeed = action({
  name: 'feed.save',
  role: 'keeper',
  input: INPUTS['feed.save'],
  asks: asksWhatCloses('Saved like this, the feed closes what is in use:'),
  commit({ printerId, id, revision, facts }, { db }) {
    if (!printerIn(db, printerId)) return bad({ code: 'not_found', what: 'This printer' })
    if (facts.pictureId && !db.select({ id: pictures.id }).from(pictures).where(eq(pictures.id, facts.pictureId)).get())
      return bad({ code: 'not_found', what: 'The picture of this feed' })
    if (id && !ownRow(db, feeds, id, printerId)) return bad({ code: 'not_found', what: 'This feed' })
    if (id && revision !== null) {
      const saved = revise(db, feeds, 'This feed', id, revision, { facts: { ...facts, id } })
      return saved.ok ? ok({ value: { id }, subject: id }) : saved
    }
    const made = newId()
    const position = db.select().from(feeds).where(eq(feeds.printerId, printerId)).all().length + 1
    db.insert(feeds)
      .values({ id: made, printerId, position, facts: { ...facts, id: made } })
      .run()
    return ok({ value: { id: made }, subject: made })
  },
})

/** What is wrong with a queue's own rules: names nobody knows, results that cannot be, rules that allow nothing. */
export function ruleProblems(db: Db, feeds: readonly Feed[], facts: QueueFacts): readonly string[] {
  const world = presetWorld(db)
  const room = { feeds, facts, papers: world.papers, profiles: world.profiles, sizes: everySize(db) }
  const options = optionsOf(room)
  const wrong = checkRules(options, facts.rules)
  if (wrong.length > 0) return wrong.map((p) => sayRuleProblem(p, facts.rules, options))
  const all = rulesOf(room)
  const against = new Options(options, all).contradiction()
  // what the facts alone cannot give (no paper for it yet) is shown on the presets; a rule of the keeper's is refused
  const own = against?.some((r) => facts.rules.some((x) => x.id === r.id))
  return against && own
    ? [sayRuleProblem({ code: 'contradiction', rules: against.map((r) => r.id) }, all, options)]
    : []
}

/** Something that would go from a queue and that a preset in use still names, or null. */
function stillNeeded(db: Db, queueId: string, next: QueueFacts): Problem | null {
  const queue = listPrinters(db)
    .flatMap((p) => p.queues)
    .find((q) => q.id === queueId)
  if (!queue) return null
  const used = listPresets(db)
    .filter((p) => !p.retired)
    .flatMap((p) => {
      const settings = p.draft ?? p.versions[0]?.settings
      return settings?.queueId === queueId ? [{ name: p.name, settings }] : []
    })
  const gone = (kind: 'mediaSettings' | 'qualities', key: 'mediaSettingId' | 'qualityId'): Problem | null => {
    for (const old of queue.facts[kind]) {
      if (next[kind].some((x) => x.id === old.id)) continue
      const where = used.filter((u) => u.settings[key] === old.id).map((u) => `preset ${u.name}`)
      if (where.length > 0) return { code: 'needed', what: old.name, where }
    }
    return null
  }
  return gone('mediaSettings', 'mediaSettingId') ?? gone('qualities', 'qualityId')
}

/**
 * What stands in other queues of the printer as it stood in the changed one is changed along with it. A queue that could
 * not take it is named, and nothing at all is saved.
 * @returns names of the queues that were changed.
 */
function changeAlong(
  db: Db,
  printer: Printer | undefined,
  also: readonly string[],
  before: QueueFacts,
  after: QueueFacts,
): Result<readonly string[], Problem> {
  const names: string[] = []
  for (const queue of printer?.queues ?? []) {
    if (!also.includes(queue.id)) continue
    const facts = alongWith(before, after, queue.facts)
    if (same(facts, queue.facts)) continue
    const wrong = ruleProblems(db, printer?.feeds ?? [], facts)
    if (wrong.length > 0) return bad({ code: 'rules', says: wrong.map((w) => `${queue.name}: ${w}`) })
    const needed = stillNeeded(db, queue.id, facts)
    if (needed) return bad(needed)
    const saved = revise(db, queues, queue.name, queue.id, queue.revision, { facts })
    if (!saved.ok) return saved
    names.push(queue.name)
  }
  return ok(names)
}

export const saveQueue = action({
  name: 'queue.save',
  role: 'keeper',
  input: INPUTS['queue.save'],
  asks: asksWhatCloses('Saved like this, the queue closes what is in use or turns it stale:'),
  commit({ printerId, id, revision, also, ...values }, { db }) {
    if (!printerIn(db, printerId)) return bad({ code: 'not_found', what: 'This printer' })
    if (id && !ownRow(db, queues, id, printerId)) return bad({ code: 'not_found', what: 'This queue' })
    const stray = values.facts.feeds.find((f) => !ownRow(db, feeds, f.feedId, printerId))
    if (stray) return bad({ code: 'not_found', what: 'A feed that this queue names' })
    // whose facts are of another day is told that first: rules about what has come since are no fault of theirs
    const now = id ? db.select({ revision: queues.revision }).from(queues).where(eq(queues.id, id)).get() : null
    if (id && revision !== null && now && now.revision !== revision) {
      const stale = revise(db, queues, 'This queue', id, revision, {})
      if (!stale.ok) return stale
    }
    const printer = listPrinters(db).find((p) => p.id === printerId)
    const wrong = ruleProblems(db, printer?.feeds ?? [], values.facts)
    if (wrong.length > 0) return bad({ code: 'rules', says: wrong })
    const needed = id ? stillNeeded(db, id, values.facts) : null
    if (needed) return bad(needed)
    const before = printer?.queues.find((q) => q.id === id)?.facts
    const removed = before ? removedFrom(before, values.facts) : null
    if (values.isDefault) db.update(queues).set({ isDefault: false }).where(eq(queues.printerId, printerId)).run()
    if (id && revision !== null) {
      const saved = revise(db, queues, 'This queue', id, revision, values)
      if (!saved.ok) return saved
      const along = before ? changeAlong(db, printer, also, before, values.facts) : ok([])
      if (!along.ok) return along
      // what was taken out is kept in the history, from where it can be put back
      const data = { ...(removed ? { removed } : {}), ...(along.value.length > 0 ? { along: along.value } : {}) }
      return ok({ value: { id }, subject: id, ...(Object.keys(data).length > 0 ? { data } : {}) })
    }
    const made = newId()
    db.insert(queues)
      .values({ id: made, printerId, ...values })
      .run()
    return ok({ value: { id: made }, subject: made })
  },
})

/** Something that was taken out of a queue is put back, at the end of its list. */
export const putBack = action({
  name: 'queue.put-back',
  role: 'keeper',
  input: INPUTS['queue.put-back'],
  asks: asksWhatCloses('Put back, it closes what is in use:'),
  commit({ id, event, kind, item }, { db }) {
    const queue = listPrinters(db)
      .flatMap((p) => p.queues.map((q) => ({ ...q, printerFeeds: p.feeds })))
      .find((q) => q.id === id)
    const was = removedIn(db, event, id)?.[kind]?.find((x) => x.id === item)
    if (!queue || !was) return bad({ code: 'not_found', what: 'What was taken out' })
    if (queue.facts[kind].some((x) => x.id === item))
      return bad({ code: 'name_taken', what: `a ${PARTS[kind]} of this queue`, name: partName(kind, was) })
    const facts = queueFactsSchema.parse({ ...queue.facts, [kind]: [...queue.facts[kind], was] })
    const wrong = ruleProblems(db, queue.printerFeeds, facts)
    if (wrong.length > 0) return bad({ code: 'rules', says: wrong })
    const saved = revise(db, queues, 'This queue', id, queue.revision, { facts })
    return saved.ok ? ok({ value: { id }, subject: id, data: { kind, item } }) : saved
  },
})
