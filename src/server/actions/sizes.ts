import { eq } from 'drizzle-orm'
import { INPUTS } from '@/contract/actions'
import { queueFactsSchema } from '@/contract/printer'
import type { LengthUnit, Um } from '@/core/length/length'
import { tradePair } from '@/core/length/write'
import { twinOf } from '@/core/printer/size-verdict'
import { bad, ok } from '@/core/result/result'
import { customPwgName, STANDARD_SIZES } from '@/core/sizes/sizes'
import type { Problem } from '@/core/words/problems'
import { newId } from '@/server/db/ids'
import type { Db } from '@/server/db/open'
import { queues, sizeNames, sizes } from '@/server/db/schema'
import { action } from '@/server/door/door'
import { saySlips, slipsOfSize } from '@/server/stores/closings'
import { parsed } from '@/server/stores/parse'
import { unitOfRoom } from '@/server/stores/room'
import { dialogSizeNames } from '@/server/stores/size-queues'
import { everySize, listSizes } from '@/server/stores/sizes'
import { asTyped, revise, revised } from './rows'

type Fields = { readonly name: string; readonly short: Um; readonly long: Um; readonly unit: LengthUnit }

const SMALLEST = 10_000 // 10 mm: below that nothing can be fed

function refused(db: Db, f: Fields, self: string | null): Problem | null {
  if (f.short < SMALLEST)
    return {
      code: 'input',
      issues: [{ path: 'short', message: `${f.short / 1000} mm is too small to be fed; at least 10 mm` }],
    }
  const same = listSizes(db).find((s) => s.id !== self && s.name.toLowerCase() === f.name.toLowerCase())
  return same ? { code: 'name_taken', what: 'a size', name: same.name } : null
}

/** The same size under another name is asked about: a size that is there twice is chosen wrongly half of the time. */
const twins = (f: Fields, self: string | null, db: Db): readonly string[] => {
  const twin = twinOf(everySize(db), f, self)
  const unit = unitOfRoom(db)
  return twin
    ? [
        `${twin.name}, ${tradePair(twin.short, twin.long, unit)}${twin.retired ? ', is no longer offered and can be put back' : ''}`,
      ]
    : []
}
const TWICE = 'The room has a size of these edges already:'

/** The queues' own words for a size follow its name. */
function renameInDialogs(db: Db, from: string, to: string): void {
  if (from === to) return
  for (const { queueId } of dialogSizeNames(db)) {
    const row = db.select().from(queues).where(eq(queues.id, queueId)).get()
    if (!row) continue
    const facts = parsed(queueFactsSchema, row.facts, `queue ${row.name}`)
    const dialog = facts.dialog.map((step) => {
      const word = step.option === 'size' ? step.words?.[from] : undefined
      if (word === undefined) return step
      const { [from]: _, ...rest } = step.words ?? {}
      return { ...step, words: { ...rest, [to]: word } }
    })
    db.update(queues)
      .set({ facts: { ...facts, dialog }, revision: row.revision + 1 })
      .where(eq(queues.id, queueId))
      .run()
  }
}

/** Short edge first, whichever way it was typed. */
const row = (f: Fields) => {
  const [shortUm, longUm] = f.short <= f.long ? [f.short, f.long] : [f.long, f.short]
  return { name: f.name, shortUm, longUm, unit: f.unit, pwg: customPwgName(f.name, shortUm, longUm, f.unit) }
}

export const addSize = action({
  name: 'size.add',
  role: 'keeper',
  input: INPUTS['size.add'],
  asks: {
    what: () => TWICE,
    uses: (input, { db }) => {
      const found = twins(input, null, db)
      return () => found
    },
  },
  commit(input, { db }) {
    const problem = refused(db, input, null)
    if (problem) return bad(problem)
    const id = newId()
    db.insert(sizes)
      .values({ id, ...row(input) })
      .run()
    return ok({ value: { id }, subject: id })
  },
})

const offeredNoMore = (name: string): Problem => ({
  ...{ code: 'rules', says: [`${name} is no longer offered. Put it back first, under Room, Removed things.`] },
})

/** The last of the versions that came after this one. */
function newestVersion(db: Db, of: typeof sizes.$inferSelect): typeof sizes.$inferSelect {
  const next = of.replacedById === null ? null : db.select().from(sizes).where(eq(sizes.id, of.replacedById)).get()
  return next ? newestVersion(db, next) : of
}

/**
 * A size by another name stays the size it is. One with other edges is a new version of it: open slips keep the version
 * that they name, and can be moved to the new one.
 */
export const editSize = action({
  name: 'size.edit',
  role: 'keeper',
  input: INPUTS['size.edit'],
  asks: {
    what: () => TWICE,
    uses: (input, { db }) => {
      const found = twins(input, input.id, db)
      return () => found
    },
  },
  commit(input, { db, now }) {
    const before = db.select().from(sizes).where(eq(sizes.id, input.id)).get()
    if (!before) return bad({ code: 'not_found', what: 'This size' })
    if (before.replacedById !== null) {
      const newest = newestVersion(db, before)
      if (newest.retiredAt !== null) return bad(offeredNoMore(newest.name))
      return bad({
        ...{ code: 'stale', what: 'This size', yours: input.revision },
        ...{ now: newest.revision, current: asTyped(newest) },
      })
    }
    if (before.retiredAt !== null) return bad(offeredNoMore(before.name))
    const problem = refused(db, input, input.id)
    if (problem) return bad(problem)
    const next = row(input)
    const same = next.shortUm === before.shortUm && next.longUm === before.longUm
    const id = same ? before.id : newId()
    const saved = revise(
      db,
      sizes,
      'This size',
      input.id,
      input.revision,
      same ? next : { replacedById: id, retiredAt: now },
    )
    if (!saved.ok) return saved
    if (!same)
      db.insert(sizes)
        // counted on, so that who saw an older version is told by its revision too
        .values({ id, ...next, revision: saved.value.revision })
        .run()
    renameInDialogs(db, before.name, next.name)
    const kept = same ? [] : slipsOfSize(db, before.id)
    return ok({
      value: { id, revision: saved.value.revision, kept: kept.length },
      subject: id,
      data: same ? {} : { replaces: before.id, from: [before.shortUm, before.longUm] },
    })
  },
})

/** What the room calls a standard size; an empty name is the standard's own again. */
export const nameSize = action({
  name: 'size.name',
  role: 'keeper',
  input: INPUTS['size.name'],
  commit({ id, name, was }, { db, actor, now }) {
    const standard = STANDARD_SIZES.find((s) => s.id === id)
    const known = listSizes(db).find((s) => s.id === id)
    if (!standard || !known) return bad({ code: 'not_found', what: 'This standard size' })
    if (known.name !== was)
      return bad({ code: 'rules', says: [`Somebody called it ${known.name} meanwhile. Look at it again.`] })
    const next = name === '' ? standard.name : name
    const taken = listSizes(db).find((s) => s.id !== id && s.name.toLowerCase() === next.toLowerCase())
    if (taken) return bad({ code: 'name_taken', what: 'a size', name: taken.name })
    db.delete(sizeNames).where(eq(sizeNames.sizeId, id)).run()
    if (next !== standard.name) db.insert(sizeNames).values({ sizeId: id, name: next, at: now, byId: actor.id }).run()
    renameInDialogs(db, known.name, next)
    return ok({ value: { id }, subject: id, data: { from: known.name, to: next } })
  },
})

/** What a queue's own dialog calls a size: a word of its step for sizes, made where it has none. Empty takes it out. */
export const wordSize = action({
  name: 'size.word',
  role: 'keeper',
  input: INPUTS['size.word'],
  commit({ sizeId, queueId, word }, { db }) {
    const size = listSizes(db).find((s) => s.id === sizeId)
    const row = db.select().from(queues).where(eq(queues.id, queueId)).get()
    if (!size) return bad({ code: 'not_found', what: 'This size' })
    if (!row) return bad({ code: 'not_found', what: 'This queue' })
    const facts = parsed(queueFactsSchema, row.facts, `queue ${row.name}`)
    if (!facts.dialog.some((s) => s.option === 'size'))
      return bad({
        code: 'rules',
        says: [`The dialog of ${row.name} has no step for the size. Add one on its printer’s page first.`],
      })
    const dialog = facts.dialog.map((step) => {
      if (step.option !== 'size') return step
      const { [size.name]: _, ...rest } = step.words ?? {}
      return { ...step, words: word === '' ? rest : { ...rest, [size.name]: word } }
    })
    db.update(queues)
      .set({ facts: { ...facts, dialog }, revision: row.revision + 1 })
      .where(eq(queues.id, queueId))
      .run()
    return ok({ value: { id: queueId }, subject: queueId, data: { size: size.name, word } })
  },
})

export const retireSize = action({
  name: 'size.retire',
  role: 'keeper',
  input: INPUTS['size.retire'],
  asks: {
    what: () => 'A retired size stays readable and is no longer offered. It is in use:',
    uses: ({ id }, { db }) => {
      const list = slipsOfSize(db, id)
      return () => (list.length > 0 ? [saySlips(list, ['asks', 'ask'], 'for it').trim()] : [])
    },
  },
  commit: (input, { db, now }) => revised(db, sizes, 'This size', input, { retiredAt: now }),
})
