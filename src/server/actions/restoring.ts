import { and, eq, isNotNull } from 'drizzle-orm'
import { INPUTS } from '@/contract/actions'
import { bad, ok } from '@/core/result/result'
import { outsideTargets, paperNotes, papers, people, printers, profiles, sizes } from '@/server/db/schema'
import { action } from '@/server/door/door'
import { revised } from './rows'

// Everything that was retired can be offered again; presets have their own, beside their sealing.

export const restorePaper = action({
  name: 'paper.restore',
  role: 'keeper',
  input: INPUTS['paper.restore'],
  commit: (input, { db }) => revised(db, papers, 'This paper', input, { retiredAt: null }),
})

export const restoreSize = action({
  name: 'size.restore',
  role: 'keeper',
  input: INPUTS['size.restore'],
  commit(input, { db }) {
    const row = db.select().from(sizes).where(eq(sizes.id, input.id)).get()
    return row && row.replacedById !== null
      ? bad({ code: 'rules', says: [`${row.name} has a newer version, which is offered instead.`] })
      : revised(db, sizes, 'This size', input, { retiredAt: null })
  },
})

export const restoreNote = action({
  name: 'note.restore',
  role: 'helper',
  input: INPUTS['note.restore'],
  commit: (input, { db }) => revised(db, paperNotes, 'This note', input, { retiredAt: null }),
})

export const restoreTarget = action({
  name: 'target.restore',
  role: 'keeper',
  input: INPUTS['target.restore'],
  commit: (input, { db }) => revised(db, outsideTargets, 'This target', input, { retiredAt: null }),
})

export const restorePrinter = action({
  name: 'printer.restore',
  role: 'keeper',
  input: INPUTS['printer.restore'],
  commit: (input, { db }) => revised(db, printers, 'This printer', input, { retiredAt: null }),
})

export const restorePerson = action({
  name: 'person.restore',
  role: 'keeper',
  input: INPUTS['person.restore'],
  commit: (input, { db }) => revised(db, people, 'This member', input, { retiredAt: null }),
})

/** A profile has no revision: it is never edited. */
export const restoreProfile = action({
  name: 'profile.restore',
  role: 'keeper',
  input: INPUTS['profile.restore'],
  commit({ id }, { db }) {
    const row = db.select().from(profiles).where(eq(profiles.id, id)).get()
    if (!row) return bad({ code: 'not_found', what: 'This profile' })
    db.update(profiles)
      .set({ retiredAt: null })
      .where(and(eq(profiles.id, id), isNotNull(profiles.retiredAt)))
      .run()
    return ok({ value: { id }, subject: id })
  },
})
