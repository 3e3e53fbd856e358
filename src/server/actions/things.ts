import { and, eq, inArray, isNull } from 'drizzle-orm'
import { INPUTS } from '@/contract/actions'
import { readReading } from '@/contract/tone'
import { bad, ok } from '@/core/result/result'
import { countOf } from '@/core/words/count'
import type { Problem } from '@/core/words/problems'
import type { Db } from '@/server/db/open'
import { deleteUnused } from '@/server/db/referring'
import {
  feeds,
  groups,
  loads,
  people,
  printers,
  printJobs,
  queues,
  rollPlans,
  rolls,
  scanners,
  screens,
  stocks,
  toneReadings,
  wedges,
} from '@/server/db/schema'
import { action } from '@/server/door/door'
import { countedOn, newlyClosed, saySlips, slipsOfScreen } from '@/server/stores/closings'
import { UNDER_WAY } from '@/server/stores/print-jobs'
import { listPrinters } from '@/server/stores/printers'
import { presetsNaming, sayReferring } from '@/server/stores/uses'
import { rollBusy } from './rolls'
import { revised } from './rows'

// What a room keeps beside its printers, papers and presets: each is retired, offered again and, unused, deleted alike.

const TABLES = {
  group: groups,
  form: stocks,
  feed: feeds,
  queue: queues,
  roll: rolls,
  screen: screens,
  scanner: scanners,
}
type Kind = keyof typeof TABLES

/** What is named in sentences. */
const WHAT: Readonly<Record<Kind, string>> = {
  ...{ group: 'This group', form: 'This size or roll', feed: 'This feed', queue: 'This queue' },
  ...{ roll: 'This roll', screen: 'This screen', scanner: 'This scanner' },
}

const printersHolding = (
  db: Db,
  column: typeof loads.stockId | typeof loads.rollId | typeof loads.feedId,
  id: string,
) =>
  db
    .select({ nickname: printers.nickname })
    .from(loads)
    .innerJoin(printers, eq(printers.id, loads.printerId))
    .where(eq(column, id))
    .all()
    .map((p) => `It is in ${p.nickname}, which holds nothing then.`)

/** What somebody counts on when it is no longer offered. */
function countsOn(db: Db, kind: Kind, id: string): readonly string[] {
  switch (kind) {
    case 'group': {
      const members = db
        .select({ id: people.id })
        .from(people)
        .where(and(eq(people.groupId, id), isNull(people.retiredAt)))
        .all()
      return members.length > 0
        ? [`${countOf(members.length, 'member')} ${members.length === 1 ? 'is' : 'are'} in it.`]
        : []
    }
    case 'form':
      return printersHolding(db, loads.stockId, id)
    case 'roll':
      return printersHolding(db, loads.rollId, id)
    case 'feed':
      return printersHolding(db, loads.feedId, id)
    case 'screen': {
      const list = slipsOfScreen(db, id)
      return list.length > 0 ? [saySlips(list, ['was', 'were'], 'judged on it').trim()] : []
    }
    case 'scanner': {
      const numbers = checksReadWith(db, id)
      const which = `${numbers.slice(0, 6).join(', ')}${numbers.length > 6 ? ', ...' : ''}`
      return numbers.length > 0
        ? [`${countOf(numbers.length, 'tone check')} ${numbers.length === 1 ? 'was' : 'were'} read with it: ${which}.`]
        : []
    }
    case 'queue':
      return []
  }
}

/** Numbers of the tone checks that a scanner read. */
function checksReadWith(db: Db, scannerId: string): readonly number[] {
  const read = db
    .select({ number: wedges.number, body: toneReadings.body })
    .from(toneReadings)
    .innerJoin(wedges, eq(wedges.id, toneReadings.wedgeId))
    .orderBy(wedges.number)
    .all()
    .flatMap(({ number, body }) => {
      const reading = readReading(body)
      return reading.kind === 'scan' && reading.scannerId === scannerId ? [number] : []
    })
  return [...new Set(read)]
}

/** Why something cannot be retired now; null: it can. */
function inTheWay(db: Db, kind: Kind, id: string): Problem | null {
  const says = (text: string): Problem => ({ code: 'rules', says: [text] })
  if (kind === 'feed' || kind === 'queue') {
    const table = kind === 'feed' ? feeds : queues
    const own = db.select({ printerId: table.printerId }).from(table).where(eq(table.id, id)).get()
    const left = db
      .select({ id: table.id })
      .from(table)
      .where(and(eq(table.printerId, own?.printerId ?? ''), isNull(table.retiredAt)))
      .all()
    if (left.length <= 1) return says(`A printer needs a ${kind}: add another one first, or retire the printer.`)
  }
  if (kind === 'queue') {
    const under = db
      .select({ id: printJobs.id })
      .from(printJobs)
      .where(and(eq(printJobs.queueId, id), inArray(printJobs.state, [...UNDER_WAY])))
      .all()
    if (under.length > 0)
      return says('Something is printed through this queue now: wait until it is done, or cancel it.')
  }
  if (kind === 'roll') return rollBusy(db, id)
  if (kind === 'form')
    for (const roll of db.select({ id: rolls.id }).from(rolls).where(eq(rolls.stockId, id)).all()) {
      const busy = rollBusy(db, roll.id)
      if (busy) return busy
    }
  return null
}

export const retireThing = action({
  name: 'thing.retire',
  role: 'keeper',
  input: INPUTS['thing.retire'],
  asks: {
    what: () => 'Retired, it stays readable and is no longer offered. It is in use:',
    uses: ({ kind, id }, { db }) => {
      const own = countsOn(db, kind, id)
      const before = countedOn(db)
      return () => [...own, ...newlyClosed(before, countedOn(db))]
    },
  },
  commit({ kind, id, revision }, { db, now }) {
    const wrong = inTheWay(db, kind, id)
    if (wrong) return bad(wrong)
    const saved = revised(db, TABLES[kind], WHAT[kind], { id, revision }, { retiredAt: now })
    if (!saved.ok) return saved
    const holds = { form: loads.stockId, roll: loads.rollId, feed: loads.feedId }[kind as 'form' | 'roll' | 'feed']
    if (holds) db.delete(loads).where(eq(holds, id)).run()
    return saved
  },
})

export const restoreThing = action({
  name: 'thing.restore',
  role: 'keeper',
  input: INPUTS['thing.restore'],
  commit: ({ kind, id, revision }, { db }) =>
    revised(db, TABLES[kind], WHAT[kind], { id, revision }, { retiredAt: null }),
})

/** Groups and scanners have a name and nothing else of their own; the others are renamed in their forms. */
export const renameThing = action({
  name: 'thing.rename',
  role: 'keeper',
  input: INPUTS['thing.rename'],
  commit({ kind, id, revision, name }, { db }) {
    const table = kind === 'group' ? groups : scanners
    const taken = db
      .select({ id: table.id, name: table.name })
      .from(table)
      .where(isNull(table.retiredAt))
      .all()
      .some((r) => r.id !== id && r.name.toLowerCase() === name.toLowerCase())
    return taken
      ? bad({ code: 'name_taken', what: `a ${kind}`, name })
      : revised(db, table, WHAT[kind], { id, revision }, { name })
  },
})

/** Rows that mean nothing without what is deleted. */
const ALONG: Readonly<Record<Kind, readonly string[]>> = {
  ...{ group: [], form: ['stock_prices', 'loads'], feed: ['loads'], queue: ['told', 'heard'] },
  ...{ roll: ['loads'], screen: ['screen_readings'], scanner: [] },
}

/** What names something without a reference that the database knows of. */
function namedBy(db: Db, kind: Kind, id: string): readonly string[] {
  switch (kind) {
    case 'feed': {
      const ruled = listPrinters(db)
        .flatMap((p) => p.queues)
        .filter((q) =>
          q.facts.rules.some((r) => [...r.when, r.then].some((l) => l.option === 'feed' && l.in.includes(id))),
        )
      return [...presetsNaming(db, (s) => s.feedId === id), ...ruled.map((q) => `a rule of ${q.name}`)]
    }
    case 'queue':
      return presetsNaming(db, (s) => s.queueId === id)
    case 'screen': {
      const list = slipsOfScreen(db, id)
      return list.length > 0 ? [saySlips(list, ['was', 'were'], 'judged on it').trim().replace(/\.$/, '')] : []
    }
    case 'scanner': {
      const read = checksReadWith(db, id)
      return read.length > 0 ? [countOf(read.length, 'tone check')] : []
    }
    case 'roll': {
      const plans = db.select({ number: rollPlans.number }).from(rollPlans).where(eq(rollPlans.rollId, id)).all()
      return plans.map((p) => `plan ${p.number}`)
    }
    case 'group':
    case 'form':
      return []
  }
}

/** What queues declared of a feed that is gone. */
function forgetFeed(db: Db, feedId: string): void {
  for (const { id, revision, facts } of listPrinters(db).flatMap((p) => p.queues)) {
    const left = facts.feeds.filter((f) => f.feedId !== feedId)
    if (left.length < facts.feeds.length)
      db.update(queues)
        .set({ facts: { ...facts, feeds: left }, revision: revision + 1 })
        .where(eq(queues.id, id))
        .run()
  }
}

/** Deletes what nothing ever used; otherwise says what does. */
export const deleteThing = action({
  name: 'thing.delete',
  role: 'keeper',
  input: INPUTS['thing.delete'],
  commit({ kind, id }, { db }) {
    const table = TABLES[kind]
    if (!db.select({ id: table.id }).from(table).where(eq(table.id, id)).get())
      return bad({ code: 'not_found', what: WHAT[kind] })
    const named = namedBy(db, kind, id)
    const wrong = kind === 'feed' || kind === 'queue' ? inTheWay(db, kind, id) : null
    if (wrong) return bad(wrong)
    if (named.length > 0) return bad({ code: 'in_use', what: WHAT[kind], where: named })
    const where = sayReferring(deleteUnused(db, NAMES[kind], [id], ALONG[kind]))
    if (kind === 'feed' && where.length === 0) forgetFeed(db, id)
    return where.length > 0 ? bad({ code: 'in_use', what: WHAT[kind], where }) : ok({ value: { id }, subject: id })
  },
})

const NAMES: Readonly<Record<Kind, string>> = {
  ...{ group: 'groups', form: 'stocks', feed: 'feeds', queue: 'queues', roll: 'rolls' },
  ...{ screen: 'screens', scanner: 'scanners' },
}
