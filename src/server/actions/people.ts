import { and, eq, isNull } from 'drizzle-orm'
import { INPUTS } from '@/contract/actions'
import { bad, ok, type Result } from '@/core/result/result'
import type { Problem } from '@/core/words/problems'
import { newId } from '@/server/db/ids'
import { nextNumber } from '@/server/db/numbers'
import type { Db } from '@/server/db/open'
import { accountEntries, groups, people } from '@/server/db/schema'
import { action } from '@/server/door/door'
import { revised } from './rows'

/** A member that is not there; one who left may still pay. */
function memberWrong(db: Db, personId: string | null): Problem | null {
  if (personId === null) return null
  const member = db.select({ id: people.id }).from(people).where(eq(people.id, personId)).get()
  return member ? null : { code: 'not_found', what: 'This member' }
}

/** A group that is not there, or is no longer in use. */
function groupWrong(db: Db, groupId: string | null): Problem | null {
  if (groupId === null) return null
  const group = db
    .select({ id: groups.id })
    .from(groups)
    .where(and(eq(groups.id, groupId), isNull(groups.retiredAt)))
    .get()
  return group ? null : { code: 'not_found', what: 'This group' }
}

/** A room without a keeper could never be changed again. */
function lastKeeper(db: Db, id: string): Problem | null {
  const keepers = db
    .select({ id: people.id, name: people.name })
    .from(people)
    .where(and(eq(people.role, 'keeper'), isNull(people.retiredAt)))
    .all()
  const [only] = keepers
  return keepers.length === 1 && only?.id === id
    ? { code: 'in_use', what: only.name, where: ['this room as its only keeper: make somebody else keeper first'] }
    : null
}

const refusedOr = <T>(problem: Problem | null, otherwise: () => Result<T, Problem>): Result<T, Problem> =>
  problem ? bad(problem) : otherwise()

export const addGroup = action({
  name: 'group.add',
  role: 'keeper',
  input: INPUTS['group.add'],
  commit({ name }, { db }) {
    const id = newId()
    db.insert(groups).values({ id, name }).run()
    return ok({ value: { id }, subject: id })
  },
})

export const addPerson = action({
  name: 'person.add',
  role: 'helper',
  input: INPUTS['person.add'],
  commit(input, { db, actor }) {
    if (input.role !== 'member' && actor.role !== 'keeper')
      return bad({ code: 'not_allowed', role: actor.role, needs: 'keeper' })
    const wrong = groupWrong(db, input.groupId)
    if (wrong) return bad(wrong)
    const id = newId()
    const number = nextNumber(db, people)
    db.insert(people)
      .values({ id, number, ...input })
      .run()
    return ok({ value: { id, number }, subject: id })
  },
})

export const editPerson = action({
  name: 'person.edit',
  role: 'keeper',
  input: INPUTS['person.edit'],
  commit({ id, revision, ...values }, { db }) {
    const wrong = groupWrong(db, values.groupId) ?? (values.role === 'keeper' ? null : lastKeeper(db, id))
    return wrong ? bad(wrong) : revised(db, people, 'This member', { id, revision }, values)
  },
})

export const retirePerson = action({
  name: 'person.retire',
  role: 'keeper',
  input: INPUTS['person.retire'],
  commit: (input, { db, now, actor }) =>
    input.id === actor.id
      ? bad({ code: 'in_use', what: 'Your own entry', where: ['this session'] })
      : refusedOr(lastKeeper(db, input.id), () => revised(db, people, 'This member', input, { retiredAt: now })),
})

export const pay = action({
  name: 'account.pay',
  role: 'helper',
  input: INPUTS['account.pay'],
  commit({ personId, groupId, amount, note }, { db, actor, now }) {
    if ((personId === null) === (groupId === null))
      return bad({ code: 'input', issues: [{ path: '', message: 'a payment is for a member or for a group' }] })
    const wrong = memberWrong(db, personId) ?? groupWrong(db, groupId)
    if (wrong) return bad(wrong)
    const id = newId()
    db.insert(accountEntries)
      .values({ id, at: now, personId, groupId, kind: 'payment', amount: -amount, note, byId: actor.id })
      .run()
    return ok({ value: { id }, subject: personId ?? groupId ?? '' })
  },
})
