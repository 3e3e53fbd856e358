import { and, eq, inArray, isNull, or, sql } from 'drizzle-orm'
import { type Minor, minor } from '@/core/money/money'
import { kept } from '@/server/db/kept'
import type { Db } from '@/server/db/open'
import { groups, people } from '@/server/db/schema'
import { byName, holds } from './holds'

export type Group = {
  readonly id: string
  readonly name: string
  readonly owes: Minor
  readonly revision: number
  readonly members: number
}
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

export const listGroups = (db: Db): readonly Group[] => kept(db, 'groups', () => groupsNow(db))

function groupsNow(db: Db): readonly Group[] {
  return db
    .select({
      id: groups.id,
      name: groups.name,
      revision: groups.revision,
      owes: owed('group_id', 'groups'),
      members: sql<number>`(select count(*) from people p where p.group_id = groups.id and p.retired_at is null)`,
    })
    .from(groups)
    .where(isNull(groups.retiredAt))
    .orderBy(byName(groups.name))
    .all()
    .map((g) => ({ ...g, owes: minor(g.owes) }))
}

const peopleRows = (db: Db) =>
  db
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

const toPerson = (p: NonNullable<ReturnType<ReturnType<typeof peopleRows>['get']>>): Person => ({
  ...p,
  owes: minor(p.owes),
})

export const listPeople = (db: Db): readonly Person[] =>
  peopleRows(db).where(isNull(people.retiredAt)).orderBy(byName(people.name)).all().map(toPerson)

/** A person to choose from. */
export type Somebody = { readonly id: string; readonly name: string; readonly groupName: string | null }

/** People whose name holds the text, by name, at most so many; whoever is named by id comes first. */
export function somePeople(
  db: Db,
  typed: string,
  most: number,
  also: readonly (string | null)[] = [],
): readonly Somebody[] {
  const columns = { id: people.id, name: people.name, groupName: groups.name }
  const base = () => db.select(columns).from(people).leftJoin(groups, eq(groups.id, people.groupId))
  const named = also.flatMap((id) => id ?? [])
  const first = named.length > 0 ? base().where(inArray(people.id, named)).all() : []
  const rest = base()
    .where(and(isNull(people.retiredAt), holds(people.name, typed)))
    .orderBy(byName(people.name))
    .limit(most)
    .all()
  return [...first, ...rest.filter((r) => !named.includes(r.id))]
}

/** A page of people whose name, group or note holds the text, by name, with what each owes. */
export function pageOfPeople(
  db: Db,
  typed: string,
  from: number,
  most: number,
): { readonly people: readonly Person[]; readonly count: number; readonly all: number } {
  const where = and(
    isNull(people.retiredAt),
    or(holds(people.name, typed), holds(groups.name, typed), holds(people.note, typed)),
  )
  const counted = (w: typeof where): number =>
    db.select({ n: sql<number>`count(*)` }).from(people).leftJoin(groups, eq(groups.id, people.groupId)).where(w).get()
      ?.n ?? 0
  return {
    people: peopleRows(db).where(where).orderBy(byName(people.name)).limit(most).offset(from).all().map(toPerson),
    count: counted(where),
    all: kept(db, 'how many people', () => counted(isNull(people.retiredAt))),
  }
}

/** One person, as far as accounts need them. */
export const readPerson = (db: Db, id: string): (Somebody & { readonly groupId: string | null }) | null =>
  db
    .select({ id: people.id, name: people.name, groupId: people.groupId, groupName: groups.name })
    .from(people)
    .leftJoin(groups, eq(groups.id, people.groupId))
    .where(eq(people.id, id))
    .get() ?? null
