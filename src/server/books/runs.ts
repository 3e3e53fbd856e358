import { eq } from 'drizzle-orm'
import type { SlipBooking } from '@/contract/print-job'
import { readRecord } from '@/contract/record'
import type { Cause } from '@/contract/slip-data'
import { chargedFor, costOf, type RunOutcome } from '@/core/charge/charge'
import { minor } from '@/core/money/money'
import type { RecordedStop } from '@/core/slip/record'
import { newId } from '@/server/db/ids'
import { nextNumber } from '@/server/db/numbers'
import type { Db } from '@/server/db/open'
import { accountEntries, runParts, runPictures, runRecords, runs } from '@/server/db/schema'
import { insertAll, takePaper } from './used'

/** Whose account a print is charged to, or nobody's. */
export type Account = { readonly personId: string | null; readonly groupId: string | null }

/** Who pays for a print: the member's group when its slip said so and there is one, else the member; or nobody. */
export function accountOf(
  chargeTo: 'member' | 'group',
  memberId: string | null,
  groupId: string | null,
): Account | null {
  if (chargeTo === 'group' && groupId !== null) return { personId: null, groupId }
  return memberId === null ? null : { personId: memberId, groupId: null }
}

/** What became of copies, when, and who says so. */
export type Became = {
  readonly outcome: RunOutcome | 'not known'
  readonly cause: Cause | null
  readonly note: string
  readonly at: number
  readonly byId: string
}

/** Microlitres, money and area of a run: nothing while nobody knows whether it came out. */
function amounts({ run, used }: SlipBooking, outcome: Became['outcome']) {
  const paperUm2 = used.again ? 0 : run.widthUm * used.lengthUm
  if (outcome === 'not known') return { paperUm2, ink: 0, cost: minor(0), charge: minor(0) }
  const { lines } = readRecord(run.record.schema, run.record.body)
  return { paperUm2, ink: run.inkMicrolitres, cost: costOf(lines), charge: chargedFor(outcome, lines) }
}

/**
 * Books copies: a run each, with its part, record, paper, ink and charge. Of a run that is not known nothing is booked
 * but itself. Everything is in the booking; nothing of the room is read but the next number.
 * @param copy which copy of its print the first is.
 */
export function bookRuns(
  db: Db,
  booking: SlipBooking,
  became: Became,
  copy: number,
  copies: number,
): readonly string[] {
  const { run, used } = booking
  const { outcome, cause, note, at, byId } = became
  const { paperUm2, ink, cost, charge } = amounts(booking, outcome)
  const number = nextNumber(db, runs)
  const ids = Array.from({ length: copies }, newId)
  const decided = { inkMicrolitres: ink, cost, charge }
  insertAll(
    ids.map((id, i) => ({
      ...{ id, number: number + i, at, byId, outcome, cause, note },
      ...{ versionId: run.versionId, printerId: used.printerId, paperId: run.paperId, tariffId: run.tariffId },
      ...{ stockId: used.stockId, rollId: used.rollId, widthUm: run.widthUm, lengthUm: used.lengthUm },
      ...decided,
    })),
    (some) => db.insert(runs).values(some).run(),
  )
  const parts = ids.map((runId, i) => ({
    ...{ id: newId(), runId, position: 0, slipId: run.slipId, printId: run.printId, copy: copy + i },
    ...{ memberId: run.memberId, groupId: run.groupId, chargeTo: run.chargeTo, at },
    ...{ printerId: used.printerId, versionId: run.versionId, paperId: run.paperId, paperUm2 },
    ...decided,
    ...{ nowOutcome: outcome, nowCause: cause, nowMemberId: run.memberId, nowCharge: charge },
  }))
  insertAll(parts, (some) => db.insert(runParts).values(some).run())
  insertAll(
    ids.map((runId) => ({ runId, ...run.record })),
    (some) => db.insert(runRecords).values(some).run(),
  )
  const on = new Set(readRecord(run.record.schema, run.record.body).pieces.map((p) => p.picture.id))
  insertAll(
    ids.flatMap((runId) => [...on].map((pictureId) => ({ runId, pictureId }))),
    (some) => db.insert(runPictures).values(some).run(),
  )
  if (outcome !== 'not known') chargeFor(db, booking, became, ids, parts, charge)
  return ids
}

function chargeFor(
  db: Db,
  { run, used }: SlipBooking,
  { at, byId }: Became,
  runIds: readonly string[],
  parts: readonly { readonly id: string }[],
  charge: number,
): void {
  takePaper(db, used, runIds, at, byId)
  const account = accountOf(run.chargeTo, run.memberId, run.groupId)
  if (charge === 0 || !account) return
  insertAll(
    parts.map(({ id: partId }) => ({
      ...{ id: newId(), at, ...account, kind: 'charge' as const, amount: charge, partId, byId },
    })),
    (some) => db.insert(accountEntries).values(some).run(),
  )
}

/** Says what a run was that nobody knew of: its paper, ink and charge are booked now. */
export function settleRun(
  db: Db,
  runId: string,
  booking: SlipBooking,
  became: Became & { readonly outcome: RunOutcome },
  stops: readonly RecordedStop[],
): void {
  const { outcome, cause, note } = became
  const { ink, cost, charge } = amounts(booking, outcome)
  const decided = { inkMicrolitres: ink, cost, charge }
  const { schema, body } = booking.run.record
  const record = { ...readRecord(schema, body), stops }
  const parts = db.select({ id: runParts.id }).from(runParts).where(eq(runParts.runId, runId)).all()
  // the record first: it no longer changes once the run is known
  db.update(runRecords).set({ body: record }).where(eq(runRecords.runId, runId)).run()
  db.update(runParts)
    .set({ ...decided, nowOutcome: outcome, nowCause: cause, nowCharge: charge })
    .where(eq(runParts.runId, runId))
    .run()
  db.update(runs)
    .set({ outcome, cause, note, ...decided })
    .where(eq(runs.id, runId))
    .run()
  chargeFor(db, booking, became, [runId], parts, charge)
}

/** Nothing came out: the run stays, and used nothing. */
export function settleAsNothing(db: Db, runId: string, note: string): void {
  db.update(runParts).set({ nowOutcome: 'not printed' }).where(eq(runParts.runId, runId)).run()
  db.update(runs).set({ outcome: 'not printed', note }).where(eq(runs.id, runId)).run()
}
