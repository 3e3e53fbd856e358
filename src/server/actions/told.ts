import { eq } from 'drizzle-orm'
import { INPUTS } from '@/contract/actions'
import { feedSchema, queueFactsSchema } from '@/contract/printer'
import { sayNotTaken, takesNothing } from '@/core/print/delivery'
import { pointsOf, takeOver } from '@/core/printer/beside'
import { NO_WORDS, type QueueFacts } from '@/core/printer/facts'
import type { Knowledge, Point } from '@/core/printer/point'
import type { Told } from '@/core/printer/told'
import { bad, ok, type Result } from '@/core/result/result'
import type { Problem } from '@/core/words/problems'
import { newId } from '@/server/db/ids'
import { nextNumber } from '@/server/db/numbers'
import type { Db } from '@/server/db/open'
import { certificates, feeds, printers, queues, told } from '@/server/db/schema'
import { action } from '@/server/door/door'
import { type PrinterAddress, readAddress } from '@/server/protocol/address'
import { printerGroup } from '@/server/protocol/client'
import { identifyPrinter, printerAttributes } from '@/server/protocol/job'
import { known } from '@/server/protocol/known'
import { toldFrom } from '@/server/protocol/told'
import { placeOf } from '@/server/stores/certificates'
import { readPrinter } from '@/server/stores/printers'
import { takesOf, toldOf } from '@/server/stores/told'
import { asksWhatCloses } from './asking'
import { plainQueue } from './plain'

/** Asks the printer at an address for everything that it tells. Nothing is written. */
async function ask(db: Db, text: string): Promise<Result<{ readonly told: Told; readonly address: string }, Problem>> {
  const address = trustedAddress(db, text)
  if (!address.ok) return address
  const answer = await printerAttributes(address.value)
  if (!answer.ok) return answer
  const heard = toldFrom(printerGroup(answer.value.message))
  const elsewhere = wrongPath(address.value.path, heard.uris)
  return elsewhere
    ? bad({ code: 'address', address: text, why: `the printer there says that it is at ${elsewhere}` })
    : ok({ told: heard, address: address.value.uri })
}

/** An address with the certificate that a keeper trusts there. */
function trustedAddress(db: Db, text: string): Result<PrinterAddress, Problem> {
  const address = readAddress(text)
  return address.ok ? ok(known(db, address.value)) : address
}

const pathOf = (uri: string): string => {
  const read = readAddress(uri)
  return read.ok ? read.value.path.replace(/\/+$/, '') : ''
}

/** Some printers answer at every path and print at none but their own: what they say goes. Null: the path is right. */
function wrongPath(path: string, uris: readonly string[]): string | null {
  const paths = uris.map(pathOf).filter((p) => p !== '')
  return paths.length === 0 || paths.includes(path.replace(/\/+$/, '')) ? null : (uris[0] ?? null)
}

/** Trusts the certificate that a printer shows, by its fingerprint: once, until it shows another. */
export const trustCertificate = action({
  name: 'printer.trust',
  role: 'keeper',
  input: INPUTS['printer.trust'],
  commit({ address: text, fingerprint }, { db, actor, now }) {
    const address = readAddress(text)
    if (!address.ok) return address
    const id = newId()
    db.insert(certificates)
      .values({ id, address: placeOf(address.value), fingerprint, at: now, byId: actor.id })
      .run()
    return ok({ value: { id }, subject: id, data: { address: placeOf(address.value), fingerprint } })
  },
})

/** What the room knows of a queue, in the form that taking over changes; null when it is not there. */
export function knowledgeOf(db: Db, queueId: string): { readonly printerId: string; readonly k: Knowledge } | null {
  const queue = db.select().from(queues).where(eq(queues.id, queueId)).get()
  const printer = queue ? readPrinter(db, queue.printerId) : null
  const facts = printer?.queues.find((q) => q.id === queueId)?.facts
  if (!printer || !facts) return null
  const own = printer.feeds.map(({ revision: _, ...feed }) => feed)
  return { printerId: printer.id, k: { makeModel: printer.makeModel, feeds: own, facts } }
}

/** Asks a queue's printer; what it tells is kept beside what is known. */
export const askQueue = action({
  name: 'queue.ask',
  role: 'keeper',
  input: INPUTS['queue.ask'],
  async prepare({ id }, { db }) {
    const queue = db.select().from(queues).where(eq(queues.id, id)).get()
    if (!queue) return bad({ code: 'not_found', what: 'This queue' })
    return ask(db, queue.address)
  },
  commit({ id }, { db, now }, heard) {
    const known = knowledgeOf(db, id)
    if (!known) return bad({ code: 'not_found', what: 'This queue' })
    const row = { queueId: id, at: now, address: heard.address, facts: heard.told }
    db.insert(told).values(row).onConflictDoUpdate({ target: told.queueId, set: row }).run()
    const points = pointsOf(heard.told, known.k, 'mm')
    return ok({
      value: { ignored: heard.told.ignored.length, differs: points.filter((p) => !p.same).length },
      subject: known.printerId,
    })
  },
})

/** Lets the printer behind a queue show itself: which of two alike machines an address belongs to. */
export const identifyQueue = action({
  name: 'queue.identify',
  role: 'helper',
  input: INPUTS['queue.identify'],
  async prepare({ id }, { db }) {
    const queue = db.select().from(queues).where(eq(queues.id, id)).get()
    if (!queue) return bad({ code: 'not_found', what: 'This queue' })
    const address = trustedAddress(db, queue.address)
    if (!address.ok) return address
    const shown = await identifyPrinter(address.value)
    return shown.ok ? ok(queue.printerId) : shown
  },
  commit: ({ id }, _ctx, printerId) => ok({ value: { id }, subject: printerId }),
})

/** Takes over points that the printer told, each by itself. */
export const takeTold = action({
  name: 'queue.take',
  role: 'keeper',
  input: INPUTS['queue.take'],
  asks: asksWhatCloses('Taken over, this closes what is in use or turns it stale:'),
  commit({ id, points: ids, unit }, { db }) {
    const known = knowledgeOf(db, id)
    const heard = toldOf(db, id)
    if (!known || !heard) return bad({ code: 'not_found', what: 'What this printer told' })
    const points = pointsOf(heard.told, known.k, unit)
    const wanted = points.filter((p) => ids.includes(p.id) && !p.same)
    const saved = store(db, known.printerId, id, known.k, takeOver(points, ids, known.k))
    return saved.ok
      ? ok({ value: { taken: wanted.length }, subject: known.printerId, data: { points: wanted.map((p) => p.id) } })
      : saved
  },
})

/** Presets hold the ink set's name, in up to this many letters. */
const MOST_INK_SET = 80

/** A printer from its address alone: everything that it tells is taken over, the rest is assumed with care. */
export const addByAddress = action({
  name: 'printer.by-address',
  role: 'keeper',
  input: INPUTS['printer.by-address'],
  prepare: ({ address }, { db }) => ask(db, address),
  commit({ address, nickname }, { db, now }, heard) {
    if (heard.told.sources.length === 0)
      return bad({
        code: 'printer_not_ipp',
        address: heard.address,
        got: `no feed that could be used. ${heard.told.ignored.slice(0, 3).join('. ')}`,
      })
    const id = newId()
    const queueId = newId()
    const number = nextNumber(db, printers)
    const carriage = Math.max(...heard.told.sources.map((s) => s.maxWidth))
    const inks = heard.told.inks.map((i) => i.name)
    const before: Knowledge = { makeModel: '', feeds: [], facts: bareQueue(heard.told) }
    const points: readonly Point[] = pointsOf(heard.told, before, 'mm')
    // media settings and qualities first: what borderless names has to be there
    const order = [...points].sort((a, b) => Number(a.id.startsWith('feed:')) - Number(b.id.startsWith('feed:')))
    const known = takeOver(
      order,
      order.map((p) => p.id),
      before,
    )
    db.insert(printers)
      .values({
        id,
        number,
        nickname,
        makeModel: known.makeModel,
        carriageUm: carriage,
        inkSet: inks.length > 0 ? `${inks.length} inks: ${inks.join(', ')}`.slice(0, MOST_INK_SET).trim() : 'not told',
        blackShared: inks.includes('photo black') && inks.includes('matte black'),
        swapSeconds: 0,
        swapMicrolitres: 0,
      })
      .run()
    db.insert(queues)
      .values({
        id: queueId,
        printerId: id,
        name: nickname,
        address: address.trim(),
        language: 'PWG raster',
        isDefault: true,
        facts: before.facts,
      })
      .run()
    db.insert(told).values({ queueId, at: now, address: heard.address, facts: heard.told }).run()
    const saved = store(db, id, queueId, before, known)
    const not = takesNothing(takesOf(heard.told))
    const cannot = not ? `${nickname} can be set up, but not printed to from here: ${sayNotTaken(not)}` : null
    return saved.ok ? ok({ value: { id, number, cannot }, subject: id }) : saved
  },
})

/** A queue of which nothing is known but that it takes colour. */
const bareQueue = (heard: Told): QueueFacts => ({
  ...plainQueue('none'),
  feeds: [],
  qualities: [],
  mediaSettings: [],
  colourModes: ['colour'],
  printerColours: ['off', 'own'],
  nativePpi: Math.max(300, ...heard.resolutions),
  ipp: NO_WORDS,
})

/** Writes what taking over changed: new feeds get ids of this room. */
function store(db: Db, printerId: string, queueId: string, before: Knowledge, now: Knowledge): Result<null, Problem> {
  const ids = new Map<string, string>()
  let position = db.select().from(feeds).where(eq(feeds.printerId, printerId)).all().length
  for (const feed of now.feeds) {
    const checked = feedSchema.safeParse(feed)
    if (!checked.success)
      return bad({ code: 'input', issues: checked.error.issues.map((i) => ({ path: feed.name, message: i.message })) })
    const old = before.feeds.find((f) => f.id === feed.id)
    if (old === feed) continue
    if (old) {
      const row = db.select().from(feeds).where(eq(feeds.id, feed.id)).get()
      db.update(feeds)
        .set({ facts: feed, revision: (row?.revision ?? 0) + 1 })
        .where(eq(feeds.id, feed.id))
        .run()
    } else {
      const id = newId()
      ids.set(feed.id, id)
      position += 1
      db.insert(feeds)
        .values({ id, printerId, position, facts: { ...feed, id } })
        .run()
    }
  }
  const own = (id: string): string => ids.get(id) ?? id
  const facts: QueueFacts = {
    ...now.facts,
    feeds: now.facts.feeds.map((f) => ({ ...f, feedId: own(f.feedId) })),
    ipp: {
      ...now.facts.ipp,
      sources: Object.fromEntries(Object.entries(now.facts.ipp.sources).map(([id, word]) => [own(id), word])),
    },
  }
  const checked = queueFactsSchema.safeParse(facts)
  if (!checked.success)
    return bad({
      code: 'input',
      issues: checked.error.issues.map((i) => ({ path: i.path.join('.'), message: i.message })),
    })
  const row = db.select().from(queues).where(eq(queues.id, queueId)).get()
  db.update(queues)
    .set({ facts: checked.data, revision: (row?.revision ?? 0) + 1 })
    .where(eq(queues.id, queueId))
    .run()
  if (now.makeModel !== before.makeModel)
    db.update(printers).set({ makeModel: now.makeModel }).where(eq(printers.id, printerId)).run()
  return ok(null)
}
