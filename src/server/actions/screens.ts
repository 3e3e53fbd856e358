import { eq } from 'drizzle-orm'
import { INPUTS } from '@/contract/actions'
import { bad, ok } from '@/core/result/result'
import type { Problem } from '@/core/words/problems'
import { newId } from '@/server/db/ids'
import { nextNumber } from '@/server/db/numbers'
import type { Db } from '@/server/db/open'
import { screenReadings, screens } from '@/server/db/schema'
import { action } from '@/server/door/door'
import { listScreens } from '@/server/stores/screens'
import { revised } from './rows'

function taken(db: Db, name: string, self: string | null): Problem | null {
  const same = listScreens(db).find((s) => s.id !== self && s.name.toLowerCase() === name.toLowerCase())
  return same ? { code: 'name_taken', what: 'a screen', name: same.name } : null
}

export const addScreen = action({
  name: 'screen.add',
  role: 'keeper',
  input: INPUTS['screen.add'],
  commit(input, { db }) {
    const problem = taken(db, input.name, null)
    if (problem) return bad(problem)
    const id = newId()
    const number = nextNumber(db, screens)
    db.insert(screens)
      .values({ id, number, ...input })
      .run()
    return ok({ value: { id, number }, subject: id })
  },
})

export const editScreen = action({
  name: 'screen.edit',
  role: 'keeper',
  input: INPUTS['screen.edit'],
  commit(input, { db }) {
    const problem = taken(db, input.name, input.id)
    return problem ? bad(problem) : revised(db, screens, 'This screen', input, { name: input.name, note: input.note })
  },
})

/** A measurement is added to those before it; the newest counts. */
export const measureScreen = action({
  name: 'screen.measure',
  role: 'helper',
  input: INPUTS['screen.measure'],
  commit({ id: screenId, at, ...reading }, { db, actor, now }) {
    if (!db.select().from(screens).where(eq(screens.id, screenId)).get())
      return bad({ code: 'not_found', what: 'This screen' })
    const id = newId()
    db.insert(screenReadings)
      .values({ id, screenId, at: at ?? now, ...reading, byId: actor.id })
      .run()
    return ok({ value: { id }, subject: screenId, data: { brightness: reading.brightness, white: reading.white } })
  },
})
