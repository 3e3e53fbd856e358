import { and, eq } from 'drizzle-orm'
import type { PlanBooking, SlipBooking } from '@/contract/print-job'
import { RECORD_SCHEMA, readRecord } from '@/contract/record'
import type { Cause } from '@/contract/slip-data'
import { accountOf } from '@/core/charge/account'
import { chargedFor, costOf, type RunOutcome } from '@/core/charge/charge'
import { type Minor, minor } from '@/core/money/money'
import { linesOf, type RecordedStop, spentOf } from '@/core/slip/record'
import { newId } from '@/server/db/ids'
import { nextNumber } from '@/server/db/numbers'
import type { Db } from '@/server/db/open'
import { accountEntries, runParts, runPictures, runRecords, runs } from '@/server/db/schema'
import { insertAll, paperIds, takePaper, usedBefore } from './used'

/** What became of copies, when, and who says so. */
export type Became = {
  readonly outcome: RunOutcome | 'not known'
  readonly cause: Cause | null
  readonly note: string
  readonly at: number
  readonly byId: string
}

/** A run with its parts, as it is booked: one part for a plain print, several where prints share a sheet. */
export type RunToBook = PlanBooking

/** A print of a slip by itself: a run with one part, which has all of its paper. */
export const plainRun = ({ used, run }: SlipBooking): RunToBook => ({
  used,
  run,
  parts: [{ ...run, paperUm2: usedBefore(used) ? 0 : run.widthUm * used.lengthUm }],
})

type Amounts = {
  readonly inkMicrolitres: number
  readonly cost: Minor
  readonly charge: Minor
  /** what of the cost nobody could say */
  readonly unknown: string
}

const NOTHING: Amounts = { inkMicrolitres: 0, cost: minor(0), charge: minor(0), unknown: '' }

/** Microlitres and money of each part: nothing while nobody knows whether it came out. */
function amounts({ run, parts }: RunToBook, outcome: Became['outcome']): readonly Amounts[] {
  if (outcome === 'not known') return parts.map(() => NOTHING)
  const record = readRecord(run.record.schema, run.record.body)
  return parts.map(({ inkMicrolitres, chargeTo, memberId, groupId }, i) => {
    const asked = accountOf(chargeTo, memberId, groupId) !== null
    // what nobody is asked for is no charge: wedges, proofs and checks of the room cost the room
    const charge = asked ? chargedFor(outcome, linesOf(record, i)) : minor(0)
    return { inkMicrolitres, cost: costOf(spentOf(record, i)), charge, unknown: record.unknown.join(' ') }
  })
}

const summed = (all: readonly Amounts[]): Omit<Amounts, 'unknown'> => ({
  inkMicrolitres: all.reduce((sum, a) => sum + a.inkMicrolitres, 0),
  cost: minor(all.reduce((sum, a) => sum + a.cost, 0)),
  charge: minor(all.reduce((sum, a) => sum + a.charge, 0)),
})

/**
 * Books runs: each with its parts, record, paper, ink and charge. Of a run that is not known nothing is booked but itself.
 * Everything is in the booking; nothing of the room is read but the next number.
 * @param copies for each run that is made, which copy of its print each part is
 */
export function bookRuns(
  db: Db,
  booking: RunToBook,
  became: Became,
  copies: readonly (readonly number[])[],
): readonly string[] {
  const { run, used } = booking
  const { outcome, cause, note, at, byId } = became
  const each = amounts(booking, outcome)
  const number = nextNumber(db, runs)
  const ids = copies.map(newId)
  const whole = summed(each)
  insertAll(
    ids.map((id, i) => ({
      ...{ id, number: number + i, at, byId, outcome, cause, note },
      ...{ versionId: run.versionId, printerId: used.printerId, paperId: run.paperId, tariffId: run.tariffId },
      ...{ ...paperIds(used.paper), widthUm: run.widthUm, lengthUm: used.lengthUm },
      ...whole,
    })),
    (some) => db.insert(runs).values(some).run(),
  )
  const parts = ids.flatMap((runId, i) =>
    booking.parts.map(({ slipId, printId, memberId, groupId, chargeTo, paperUm2 }, position) => ({
      ...{ id: newId(), runId, position, slipId, printId, copy: copies[i]?.[position] ?? 1 },
      ...{ memberId, groupId, chargeTo, at },
      // of what nobody knows no paper is counted, until somebody says that it came out
      paperUm2: outcome === 'not known' ? 0 : paperUm2,
      ...{ printerId: used.printerId, versionId: run.versionId, paperId: run.paperId },
      ...(each[position] ?? NOTHING),
      ...{ nowOutcome: outcome, nowCause: cause, nowMemberId: memberId, nowGroupId: groupId },
      nowCharge: each[position]?.charge ?? 0,
    })),
  )
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
  if (outcome !== 'not known') {
    takePaper(db, used, ids, at, byId)
    chargeFor(db, became, parts)
  }
  return ids
}

/** Entries in the accounts of whoever pays for these parts. */
function chargeFor(
  db: Db,
  { at, byId }: Became,
  parts: readonly Pick<typeof runParts.$inferSelect, 'id' | 'chargeTo' | 'memberId' | 'groupId' | 'charge'>[],
): void {
  insertAll(
    parts.flatMap(({ id: partId, chargeTo, memberId, groupId, charge }) => {
      const account = accountOf(chargeTo, memberId, groupId)
      if (charge === 0 || !account) return []
      return [{ ...{ id: newId(), at, ...account }, kind: 'charge' as const, amount: charge, partId, byId }]
    }),
    (some) => db.insert(accountEntries).values(some).run(),
  )
}

/** Says what a run was that nobody knew of: its paper, ink and charge are booked now. */
export function settleRun(
  db: Db,
  runId: string,
  booking: RunToBook,
  became: Became & { readonly outcome: RunOutcome },
  stops: readonly RecordedStop[],
): void {
  const { outcome, cause, note, at, byId } = became
  const each = amounts(booking, outcome)
  const { schema, body } = booking.run.record
  const record = { ...readRecord(schema, body), stops }
  // the record first: it no longer changes once the run is known
  db.update(runRecords).set({ schema: RECORD_SCHEMA, body: record }).where(eq(runRecords.runId, runId)).run()
  for (const [position, part] of each.entries())
    db.update(runParts)
      .set({
        ...part,
        paperUm2: booking.parts[position]?.paperUm2 ?? 0,
        ...{ nowOutcome: outcome, nowCause: cause, nowCharge: part.charge },
      })
      .where(and(eq(runParts.runId, runId), eq(runParts.position, position)))
      .run()
  db.update(runs)
    .set({ outcome, cause, note, ...summed(each) })
    .where(eq(runs.id, runId))
    .run()
  takePaper(db, booking.used, [runId], at, byId)
  chargeFor(db, became, db.select().from(runParts).where(eq(runParts.runId, runId)).orderBy(runParts.position).all())
}

/** Nothing came out: the run stays, and used nothing. */
export function settleAsNothing(db: Db, runId: string, note: string): void {
  db.update(runParts).set({ nowOutcome: 'not printed', paperUm2: 0 }).where(eq(runParts.runId, runId)).run()
  db.update(runs).set({ outcome: 'not printed', note }).where(eq(runs.id, runId)).run()
}
