import { INPUTS } from '@/contract/actions'
import { bad, ok } from '@/core/result/result'
import { newId } from '@/server/db/ids'
import { accountEntries, groups, people } from '@/server/db/schema'
import { action } from '@/server/door/door'
import { nextNumber, revised } from './rows'

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
  commit: ({ id, revision, ...values }, { db }) => revised(db, people, 'This member', { id, revision }, values),
})

export const retirePerson = action({
  name: 'person.retire',
  role: 'keeper',
  input: INPUTS['person.retire'],
  commit: (input, { db, now, actor }) =>
    input.id === actor.id
      ? bad({ code: 'in_use', what: 'Your own entry', where: ['this session'] })
      : revised(db, people, 'This member', input, { retiredAt: now }),
})

export const pay = action({
  name: 'account.pay',
  role: 'helper',
  input: INPUTS['account.pay'],
  commit({ personId, groupId, amount, note }, { db, actor, now }) {
    if ((personId === null) === (groupId === null))
      return bad({ code: 'input', issues: [{ path: '', message: 'a payment is for a member or for a group' }] })
    const id = newId()
    db.insert(accountEntries)
      .values({ id, at: now, personId, groupId, kind: 'payment', amount: -amount, note, byId: actor.id })
      .run()
    return ok({ value: { id }, subject: personId ?? groupId ?? '' })
  },
})
