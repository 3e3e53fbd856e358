import { and, eq, isNull } from 'drizzle-orm'
import { INPUTS } from '@/contract/actions'
import { type ReadingBody, readReading, storedReading } from '@/contract/tone'
import { bad, ok } from '@/core/result/result'
import { atStrength, curveOf } from '@/core/tone/curve'
import { stepOf, type WedgeLayout } from '@/core/tone/wedge'
import { sayCode } from '@/core/tone/wedge-code'
import { sayDoubt } from '@/core/words/tone-verdict'
import { newId } from '@/server/db/ids'
import { nextNumber } from '@/server/db/numbers'
import { toneCurves, toneReadings } from '@/server/db/schema'
import { action } from '@/server/door/door'
import { readingDoubts } from '@/server/stores/tone-use'
import { curveInUse, gone, standing } from './wedges'

/** A reading of a wedge: by scan, instrument, typed, or by eye. It is kept beside those before it. */
export const readTone = action({
  name: 'tone.read',
  role: 'helper',
  input: INPUTS['tone.read'],
  commit({ id, body }, { db, actor, now }) {
    const wedge = standing(db, id)
    if (!wedge) return gone
    const fault = faultOf(body, (wedge.layout as WedgeLayout).steps)
    if (fault) return bad({ code: 'rules', says: [fault] })
    const readingId = newId()
    db.insert(toneReadings)
      .values({ id: readingId, wedgeId: id, kind: body.kind, body: storedReading(body), at: now, byId: actor.id })
      .run()
    return ok({ value: { id: readingId }, subject: id, data: { kind: body.kind, wedge: sayCode(wedge.code) } })
  },
})

/** Why a reading is none of a wedge of so many steps; null: it is one. */
function faultOf(body: ReadingBody, steps: number): string | null {
  if (body.kind === 'eye')
    return body.lightest >= steps || body.deepest >= steps - 1
      ? `This wedge has ${steps} patches: there is no patch ${Math.max(body.lightest, body.deepest) + 1}.`
      : null
  if (body.patches.length !== steps)
    return `${body.patches.length} patches were read, and this wedge has ${steps}. Read every patch once, the paper too.`
  if (body.patches.some((p, i) => Math.abs(p.d - stepOf(i, steps)) > 1e-6))
    return 'The patches are not those of this wedge: they go from 0 to 100 % in even steps.'
  const [paper, full] = [body.patches[0], body.patches.at(-1)]
  return paper && full && paper.l - full.l < 10
    ? `Paper (L* ${paper.l.toFixed(1)}) and full black (L* ${full.l.toFixed(1)}) hardly differ: was the wedge read in its order?`
    : null
}

/** A reading that is not to count any more; not while the curve that was made of it is in use. */
export const unreadTone = action({
  name: 'tone.unread',
  role: 'helper',
  input: INPUTS['tone.unread'],
  commit({ id }, { db, now }) {
    const row = db.select({ of: toneReadings.wedgeId }).from(toneReadings).where(eq(toneReadings.id, id)).get()
    const used = row && curveInUse(db, row.of, id)
    if (used) return bad(used)
    const changed = db
      .update(toneReadings)
      .set({ retiredAt: now })
      .where(and(eq(toneReadings.id, id), isNull(toneReadings.retiredAt)))
      .run()
    return changed.changes > 0 ? ok({ value: { id }, subject: id }) : bad({ code: 'not_found', what: 'This reading' })
  },
})

const FULL = 65_535

/** Binds the curve of a reading to its seal and darkness: from then on their prints go through it. One before it ends. */
export const bindTone = action({
  name: 'tone.bind',
  role: 'keeper',
  input: INPUTS['tone.bind'],
  asks: {
    what: () => 'A curve is only as good as its reading:',
    uses: ({ readingId }, { db }) => {
      const row = db.select().from(toneReadings).where(eq(toneReadings.id, readingId)).get()
      const doubts = row ? readingDoubts(db, row.wedgeId, row.at, readReading(row.body)) : []
      return () => doubts.map((d) => `${sayDoubt(d).charAt(0).toUpperCase()}${sayDoubt(d).slice(1)}.`)
    },
  },
  commit({ readingId, strength }, { db, actor, now }) {
    const reading = db.select().from(toneReadings).where(eq(toneReadings.id, readingId)).get()
    const wedge = reading && standing(db, reading.wedgeId)
    if (!reading || !wedge || reading.retiredAt !== null) return bad({ code: 'not_found', what: 'This reading' })
    const body = readReading(reading.body)
    if (body.kind === 'eye')
      return bad({ code: 'rules', says: ['What an eye saw measures no lightness: a curve needs a scan or a meter.'] })
    if (wedge.curveId !== null)
      return bad({
        code: 'rules',
        says: [`Wedge ${sayCode(wedge.code)} went through a curve already: it shows what is left, and makes no curve.`],
      })
    const { table } = atStrength(curveOf(body), strength / 1000)
    db.update(toneCurves)
      .set({ retiredAt: now })
      .where(
        and(eq(toneCurves.seal, wedge.seal), eq(toneCurves.darkness, wedge.darkness), isNull(toneCurves.retiredAt)),
      )
      .run()
    const id = newId()
    const number = nextNumber(db, toneCurves)
    db.insert(toneCurves)
      .values({
        ...{ id, number, wedgeId: wedge.id, readingId, seal: wedge.seal, darkness: wedge.darkness, strength },
        ...{ table: table.map((v) => Math.round(v * FULL)), at: now, byId: actor.id },
      })
      .run()
    return ok({ value: { id, number }, subject: wedge.id, data: { seal: wedge.seal, strength } })
  },
})

/** A curve that prints go through no longer. */
export const unbindTone = action({
  name: 'tone.unbind',
  role: 'keeper',
  input: INPUTS['tone.unbind'],
  commit({ id }, { db, now }) {
    const row = db.select().from(toneCurves).where(eq(toneCurves.id, id)).get()
    if (!row || row.retiredAt !== null) return bad({ code: 'not_found', what: 'This curve' })
    db.update(toneCurves).set({ retiredAt: now }).where(eq(toneCurves.id, id)).run()
    return ok({ value: { id }, subject: row.wedgeId, data: { seal: row.seal } })
  },
})
