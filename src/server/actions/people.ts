import { and, eq, isNull } from 'drizzle-orm'
import { INPUTS } from '@/contract/actions'
import { minor, writeAmount } from '@/core/money/money'
import { bad, ok, type Result } from '@/core/result/result'
import type { Problem } from '@/core/words/problems'
import { newId } from '@/server/db/ids'
import { nextNumber } from '@/server/db/numbers'
import type { Db } from '@/server/db/open'
import { accountEntries, groups, people } from '@/server/db/schema'
import { action } from '@/server/door/door'
import { accountName, owes } from '@/server/stores/accounts'
import { saySlips, slipsOfMember } from '@/server/stores/closings'
import { readRoom } from '@/server/stores/room'
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
  asks: {
    what: () => 'The log keeps them, and they can be taken back in. Yet:',
    uses: ({ id }, { db }) => {
      const list = slipsOfMember(db, id)
      const due = owes(db, { personId: id, groupId: null })
      const currency = readRoom(db)?.currency
      return () => [
        ...(list.length > 0 ? [saySlips(list, ['is', 'are'], 'under way for them').trim()] : []),
        ...(currency && due !== 0 ? [`They owe ${writeAmount(minor(due), currency)}.`] : []),
      ]
    },
  },
  commit: (input, { db, now, actor }) =>
    input.id === actor.id
      ? bad({ code: 'in_use', what: 'Your own entry', where: ['this session'] })
      : refusedOr(lastKeeper(db, input.id), () => revised(db, people, 'This member', input, { retiredAt: now })),
})

export const pay = action({
  name: 'account.pay',
  role: 'helper',
  input: INPUTS['account.pay'],
  asks: {
    what: () => 'This is more than is owed:',
    uses: ({ personId, groupId, amount }, { db }) => {
      const of = { personId, groupId }
      const due = owes(db, of)
      const currency = readRoom(db)?.currency
      const name = accountName(db, of)
      return () =>
        currency && name !== null && amount > Math.max(0, due)
          ? [
              `${name} owes ${writeAmount(minor(due), currency)}; ${writeAmount(minor(amount), currency)} would be taken.`,
            ]
          : []
    },
  },
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

/** A payment that was booked by mistake is taken back by an entry of its own: both stay. */
export const reversePayment = action({
  name: 'account.reverse',
  role: 'helper',
  input: INPUTS['account.reverse'],
  commit({ id, note }, { db, actor, now }) {
    const entry = db.select().from(accountEntries).where(eq(accountEntries.id, id)).get()
    if (entry?.kind !== 'payment' || entry.reverses !== null) return bad({ code: 'not_found', what: 'This payment' })
    if (db.select().from(accountEntries).where(eq(accountEntries.reverses, id)).get())
      return bad({ code: 'in_use', what: 'This payment', where: ['the entry that took it back already'] })
    const made = newId()
    const { personId, groupId } = entry
    db.insert(accountEntries)
      .values({
        ...{ id: made, at: now, personId, groupId, kind: 'payment', amount: -entry.amount },
        ...{ reverses: id, note, byId: actor.id },
      })
      .run()
    return ok({ value: { id: made }, subject: personId ?? groupId ?? '', data: { reverses: id } })
  },
})
