import { and, count, eq, inArray, sql } from 'drizzle-orm'
import type { AccountEntry, AccountView } from '@/contract/views/account'
import { minor } from '@/core/money/money'
import type { Db } from '@/server/db/open'
import { accountEntries, groups, people, runParts, runs, slips } from '@/server/db/schema'

export type AccountOf = { readonly personId: string | null; readonly groupId: string | null }

const ofAccount = ({ personId, groupId }: AccountOf) =>
  personId === null ? eq(accountEntries.groupId, groupId ?? '') : eq(accountEntries.personId, personId)

/** What an account owes now. */
export function owes(db: Db, of: AccountOf): number {
  const row = db
    .select({ n: sql<number>`coalesce(sum(${accountEntries.amount}), 0)` })
    .from(accountEntries)
    .where(ofAccount(of))
    .get()
  return row?.n ?? 0
}

/** Whose account it is. */
export function accountName(db: Db, { personId, groupId }: AccountOf): string | null {
  const row =
    personId === null
      ? db
          .select({ name: groups.name })
          .from(groups)
          .where(eq(groups.id, groupId ?? ''))
          .get()
      : db.select({ name: people.name }).from(people).where(eq(people.id, personId)).get()
  return row?.name ?? null
}

/** An account with a page of its entries, the newest first; null when there is nobody of that id. */
export function readAccount(db: Db, of: AccountOf, from: number, most: number): AccountView | null {
  const name = accountName(db, of)
  if (name === null) return null
  const rows = db
    .select({ entry: accountEntries, by: people.name, runId: runs.id, number: runs.number, title: slips.title })
    .from(accountEntries)
    .leftJoin(people, eq(people.id, accountEntries.byId))
    .leftJoin(runParts, eq(runParts.id, accountEntries.partId))
    .leftJoin(runs, eq(runs.id, runParts.runId))
    .leftJoin(slips, eq(slips.id, runParts.slipId))
    .where(ofAccount(of))
    .orderBy(sql`${accountEntries.at} desc, account_entries.rowid desc`)
    .limit(most)
    .offset(from)
    .all()
  const taken = new Set(
    db
      .select({ of: accountEntries.reverses })
      .from(accountEntries)
      .where(
        and(
          ofAccount(of),
          inArray(
            accountEntries.reverses,
            rows.map((r) => r.entry.id),
          ),
        ),
      )
      .all()
      .map((r) => r.of),
  )
  return {
    name,
    owes: minor(owes(db, of)),
    count: db.select({ n: count() }).from(accountEntries).where(ofAccount(of)).get()?.n ?? 0,
    entries: rows.map(
      ({ entry: e, by, runId, number, title }): AccountEntry => ({
        ...{ id: e.id, at: e.at, kind: e.kind, amount: minor(e.amount), note: e.note, by: by ?? 'someone' },
        run: runId === null || number === null ? null : { id: runId, number, title: title ?? '' },
        reverses: e.reverses !== null,
        reversed: taken.has(e.id),
      }),
    ),
  }
}
