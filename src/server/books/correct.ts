import { eq } from 'drizzle-orm'
import type { Cause } from '@/contract/slip-data'
import type { Run } from '@/contract/views/log'
import { type Account, accountOf } from '@/core/charge/account'
import type { RunOutcome } from '@/core/charge/charge'
import type { Minor } from '@/core/money/money'
import { newId } from '@/server/db/ids'
import type { Db } from '@/server/db/open'
import { accountEntries, runCorrections, runParts } from '@/server/db/schema'

/** What a run turned out to be. */
export type Turned = {
  readonly outcome: RunOutcome
  readonly cause: Cause | null
  readonly note: string
  /** what is paid from now on */
  readonly charge: Minor
  /** whose it is from now on; null: as before */
  readonly moved: { readonly memberId: string | null; readonly groupId: string | null } | null
  readonly at: number
  readonly byId: string
}

const sameAccount = (a: Account | null, b: Account | null): boolean =>
  a?.personId === b?.personId && a?.groupId === b?.groupId

/** Writes a correction of one part of a run: its own row, how the part stands now, and the entries that set the accounts right. */
export function correctRunRows(db: Db, run: Run, turned: Turned): void {
  const { outcome, cause, note, charge, moved, at, byId } = turned
  db.insert(runCorrections)
    .values({
      ...{ id: newId(), runId: run.runId, partId: run.partId, at, byId, outcome, cause, note, charge },
      memberId: moved?.memberId ?? null,
      groupId: moved?.groupId ?? null,
    })
    .run()
  db.update(runParts)
    .set({
      ...{ nowOutcome: outcome, nowCause: cause, nowCharge: charge },
      ...(moved ? { nowMemberId: moved.memberId, nowGroupId: moved.groupId } : {}),
    })
    .where(eq(runParts.id, run.partId))
    .run()
  const entry = (account: Account | null, amount: number): void => {
    if (!account || amount === 0) return
    db.insert(accountEntries)
      .values({ id: newId(), at, ...account, kind: 'correction', amount, partId: run.partId, note, byId })
      .run()
  }
  const before = accountOf(run.chargeTo, run.memberId, run.groupId)
  const after = moved ? accountOf(run.chargeTo, moved.memberId, moved.groupId) : before
  if (sameAccount(before, after)) return entry(after, charge - run.charge)
  entry(before, -run.charge)
  entry(after, charge)
}
