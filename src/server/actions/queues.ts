import { and, eq } from 'drizzle-orm'
import { INPUTS } from '@/contract/actions'
import { queueFactsSchema } from '@/contract/printer'
import type { Printer } from '@/contract/views/printer'
import { same } from '@/core/merge/merge'
import { Options } from '@/core/options/engine'
import { optionsOf } from '@/core/options/room-options'
import { rulesOf } from '@/core/options/room-rules'
import type { Feed, QueueFacts } from '@/core/printer/facts'
import { PARTS, partName, removedFrom } from '@/core/printer/parts'
import { alongWith } from '@/core/printer/shared'
import { bad, ok, type Result } from '@/core/result/result'
import { checkRules } from '@/core/rules/rules'
import { sayRuleProblem } from '@/core/words/options'
import type { Problem } from '@/core/words/problems'
import { newId } from '@/server/db/ids'
import type { Db } from '@/server/db/open'
import { feeds, pictures, printers, queues } from '@/server/db/schema'
import { action } from '@/server/door/door'
import { presetWorld } from '@/server/stores/preset-world'
import { listPresets } from '@/server/stores/presets'
import { listPrinters } from '@/server/stores/printers'
import { removedIn } from '@/server/stores/removed'
import { everySize } from '@/server/stores/sizes'
import { asksWhatCloses } from './asking'
import { revise } from './rows'

// What a printer is made of: its feeds and its queues.

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
