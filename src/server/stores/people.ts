import { asc, eq, isNull, sql } from 'drizzle-orm'
import { type Minor, minor } from '@/core/money/money'
import type { Db } from '@/server/db/open'
import { accountEntries, groups, people } from '@/server/db/schema'

export type Group = { readonly id: string; readonly name: string; readonly owes: Minor; readonly revision: number }
export type Person = {
  readonly id: string
  readonly number: number
  readonly name: string
  readonly role: 'keeper' | 'helper' | 'member'
  readonly groupId: string | null
  readonly groupName: string | null
  readonly note: string
  /** plus: owed to the room */
  readonly owes: Minor
  readonly revision: number
}

export function listGroups(db: Db): readonly Group[] {
  return db
    .select({
      id: groups.id,
      name: groups.name,
      revision: groups.revision,
      owes: sql<number>`coalesce((select sum(${accountEntries.amount}) from ${accountEntries} where ${accountEntries.groupId} = ${groups.id}), 0)`,
    })
    .from(groups)
    .where(isNull(groups.retiredAt))
    .orderBy(asc(groups.name))
    .all()
    .map((g) => ({ ...g, owes: minor(g.owes) }))
}

export function listPeople(db: Db): readonly Person[] {
  return db
    .select({
      id: people.id,
      number: people.number,
      name: people.name,
      role: people.role,
      groupId: people.groupId,
      groupName: groups.name,
      note: people.note,
      revision: people.revision,
      owes: sql<number>`coalesce((select sum(${accountEntries.amount}) from ${accountEntries} where ${accountEntries.personId} = ${people.id}), 0)`,
    })
    .from(people)
    .leftJoin(groups, eq(groups.id, people.groupId))
    .where(isNull(people.retiredAt))
    .orderBy(asc(people.name))
    .all()
    .map((p) => ({ ...p, owes: minor(p.owes) }))
}
