import { asc, eq, isNull, sql } from 'drizzle-orm'
import { type Minor, minor } from '@/core/money/money'
import type { Db } from '@/server/db/open'
import { groups, people } from '@/server/db/schema'

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

/**
 * The sum of an account's entries. Named by hand: in a query over one table the builder leaves table names away, and the
 * inner `id` would be the entry's own.
 */
const owed = (account: 'group_id' | 'person_id', table: 'groups' | 'people') =>
  sql<number>`coalesce((select sum(e.amount) from account_entries e where ${sql.raw(`e.${account} = ${table}.id`)}), 0)`

export function listGroups(db: Db): readonly Group[] {
  return db
    .select({
      id: groups.id,
      name: groups.name,
      revision: groups.revision,
      owes: owed('group_id', 'groups'),
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
      owes: owed('person_id', 'people'),
    })
    .from(people)
    .leftJoin(groups, eq(groups.id, people.groupId))
    .where(isNull(people.retiredAt))
    .orderBy(asc(people.name))
    .all()
    .map((p) => ({ ...p, owes: minor(p.owes) }))
}

/** One person, as far as accounts need them. */
export const readPerson = (
  db: Db,
  id: string,
): { readonly id: string; readonly name: string; readonly groupId: string | null } | null =>
  db
    .select({ id: people.id, name: people.name, groupId: people.groupId })
    .from(people)
    .where(eq(people.id, id))
    .get() ?? null
