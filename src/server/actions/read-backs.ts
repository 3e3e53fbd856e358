import { and, eq, isNull } from 'drizzle-orm'
import { INPUTS } from '@/contract/actions'
import { bad, ok } from '@/core/result/result'
import { newId } from '@/server/db/ids'
import { presetVersions, readBacks, slips } from '@/server/db/schema'
import { action } from '@/server/door/door'

/** A card was ticked at the printer's own dialog; where all of it was right, what was open of that version is put right. */
export const logReadBack = action({
  name: 'read-back.log',
  role: 'helper',
  input: INPUTS['read-back.log'],
  commit({ versionId, slipId, printId, found }, { db, actor, now }) {
    if (!db.select({ id: presetVersions.id }).from(presetVersions).where(eq(presetVersions.id, versionId)).get())
      return bad({ code: 'not_found', what: 'The version of this card' })
    if (slipId && !db.select({ id: slips.id }).from(slips).where(eq(slips.id, slipId)).get())
      return bad({ code: 'not_found', what: 'The slip of this card' })
    const id = newId()
    if (found.length === 0)
      db.update(readBacks)
        .set({ settledAt: now, settledById: actor.id })
        .where(and(eq(readBacks.versionId, versionId), isNull(readBacks.settledAt)))
        .run()
    const settled = found.length === 0 ? { settledAt: now, settledById: actor.id } : {}
    db.insert(readBacks)
      .values({ id, versionId, slipId, printId, at: now, byId: actor.id, found, ...settled })
      .run()
    return ok({ value: { id }, subject: versionId, data: { found: found.map((f) => f.label) } })
  },
})

/** Somebody has put right what was found. Pressed twice it is done once. */
export const settleReadBack = action({
  name: 'read-back.settle',
  role: 'helper',
  input: INPUTS['read-back.settle'],
  commit({ id }, { db, actor, now }) {
    const row = db.select().from(readBacks).where(eq(readBacks.id, id)).get()
    if (!row) return bad({ code: 'not_found', what: 'What was found' })
    if (row.settledAt === null)
      db.update(readBacks).set({ settledAt: now, settledById: actor.id }).where(eq(readBacks.id, id)).run()
    return ok({ value: { id }, subject: row.versionId })
  },
})
