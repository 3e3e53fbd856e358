import { eq } from 'drizzle-orm'
import type { Cause } from '@/contract/slip-data'
import { runChecks } from '@/core/checks/all'
import { type LengthUnit, um } from '@/core/length/length'
import { writeLength } from '@/core/length/write'
import { type Minor, minor } from '@/core/money/money'
import { bad, ok, type Result } from '@/core/result/result'
import { factsFrom } from '@/core/slip/catalogue'
import type { SlipBody, SlipFacts } from '@/core/slip/facts'
import { outcomeOf, type SlipOutcome } from '@/core/slip/outcome'
import { sayFinding } from '@/core/words/checks'
import type { Problem } from '@/core/words/problems'
import { newId } from '@/server/db/ids'
import type { Db } from '@/server/db/open'
import { accountEntries, feeds, loads, people, queues, rollMoves, runs, slips, stockMoves } from '@/server/db/schema'
import { CORRECTED } from '@/server/stores/corrections'
import { rollLeft } from '@/server/stores/papers'
import { printingNow } from '@/server/stores/prints'
import { readRoom } from '@/server/stores/room'
import { catalogue, readPicture, readSlip, type Slip } from '@/server/stores/slips'
import { nextNumber } from './rows'

export type Outcome = 'good' | 'proof' | 'spoiled'
export type Answer = { readonly check: string; readonly says: string; readonly reason: string }

/** A good print is charged in full, a proof without the room's share, a spoiled one is the room's loss. */
export function chargeOf(outcome: Outcome, print: SlipOutcome): Minor {
  const lines = print.charge?.lines ?? []
  const sum = lines.filter((l) => outcome === 'good' || l.what !== 'room share').reduce((a, l) => a + l.amount, 0)
  return minor(outcome === 'spoiled' ? 0 : sum)
}

/** A spoiled print has a cause, others have none. */
export const causeWrong = (o: { readonly outcome: string; readonly cause: string | null }): Problem | null =>
  (o.outcome === 'spoiled') === (o.cause !== null)
    ? null
    : { code: 'input', issues: [{ path: 'cause', message: 'a spoiled print has a cause, others have none' }] }

/** What the room spent: paper and ink, whoever pays. */
const costOf = (print: SlipOutcome): Minor =>
  minor((print.charge?.lines ?? []).filter((l) => l.what !== 'room share').reduce((a, l) => a + l.amount, 0))

/** A slip's facts with everything there that a print needs, and what they lead to. */
export type Printable = {
  readonly facts: SlipFacts & { readonly version: NonNullable<SlipFacts['version']> }
  readonly outcome: SlipOutcome & {
    readonly sheet: NonNullable<SlipOutcome['sheet']>
    readonly print: NonNullable<SlipOutcome['print']>
  }
}

/** What a slip still misses before it can be printed or logged. */
export function printable(facts: SlipFacts): Result<Printable, Problem> {
  const outcome = outcomeOf(facts)
  if (!facts.picture) return bad({ code: 'slip_incomplete', missing: 'picture' })
  if (!facts.version) return bad({ code: 'slip_incomplete', missing: 'preset' })
  if (outcome.noInk) return bad({ code: 'slip_incomplete', missing: 'print that leaves ink on its sheet' })
  if (!outcome.sheet || !outcome.print) return bad({ code: 'slip_incomplete', missing: 'sheet' })
  return ok({
    facts: { ...facts, version: facts.version },
    outcome: { ...outcome, sheet: outcome.sheet, print: outcome.print },
  })
}

/** A slip as it was seen by who asks, with everything there that a print needs; or why it cannot be printed or logged. */
export function slipToPrint(
  db: Db,
  asked: { readonly slipId: string; readonly revision: number },
  now: number,
): Result<{ readonly slip: Slip; readonly printable: Printable }, Problem> {
  const slip = readSlip(db, asked.slipId)
  if (!slip) return bad({ code: 'not_found', what: 'This slip' })
  if (slip.state === 'done') return bad({ code: 'slip_done', number: slip.number })
  if (slip.revision !== asked.revision)
    return bad({ code: 'stale', what: 'This slip', yours: asked.revision, now: slip.revision, current: slip.body })
  if (printingNow(db, slip.id)) return bad({ code: 'printing', what: `Slip ${slip.number}` })
  const picture = readPicture(db, slip.body.pictureId)
  const facts = factsFrom(catalogue(db, now, slip.body.versionId ? [slip.body.versionId] : []), slip.body, picture)
  const ready = printable(facts)
  return ready.ok ? ok({ slip, printable: ready.value }) : ready
}

/** Stops with the reasons that answer them; a good print needs one for each. A note answers those that have none. */
export function answered(
  { facts, outcome }: Printable,
  wants: Outcome,
  given: readonly { readonly check: string; readonly reason: string }[],
  unit: LengthUnit,
  note = '',
): Result<readonly Answer[], Problem> {
  const stops = runChecks(facts, outcome).filter((f) => f.level === 'stop')
  const noted = note.trim() === '' ? [] : stops.map((s) => ({ check: s.check, reason: note.trim() }))
  const reasons = new Map([...noted, ...given].map((a) => [a.check, a.reason]))
  const open = stops.filter((s) => !reasons.has(s.check))
  if (wants === 'good' && open.length > 0)
    return bad({ code: 'stops_unanswered', checks: open.map((s) => sayFinding(s, unit).replace(/\.$/, '')) })
  return ok(
    stops.flatMap((s) => {
      const reason = reasons.get(s.check)
      return reason ? [{ check: s.check, says: sayFinding(s, unit), reason }] : []
    }),
  )
}

/** Whether the roll in use is long enough for these copies; sheets are only counted, a shelf can be wrong. */
export function enoughRoll(db: Db, p: Printable, copies: number): Problem | null {
  const rollId = p.facts.stock?.rollId
  if (!p.outcome.sheet.roll || !rollId) return null
  const unit = readRoom(db)?.unit ?? 'mm'
  const needed = p.outcome.sheet.sheet.length * copies
  const left = rollLeft(db, rollId)
  if (left >= needed) return null
  return {
    code: 'nothing_left',
    what: 'The roll',
    left: writeLength(left, unit),
    needed: `${writeLength(um(needed), unit)}; correct its length under Papers & rolls`,
  }
}

type Booking = {
  readonly slip: Slip
  readonly printable: Printable
  readonly outcome: Outcome | 'not known'
  readonly cause: Cause | null
  readonly note: string
  readonly answers: readonly Answer[]
  readonly at: number
  readonly byId: string
  /** which print of the slip the first is, from 1 */
  readonly copy: number
  /** how many are booked */
  readonly copies: number
  /** the run that was `not known` and is answered now; then one is booked */
  readonly settles: string | null
}

/** Rows that go into one statement: far fewer than SQLite's limit on values. */
const AT_ONCE = 100

/** Inserts rows, many in a statement: one of five hundred copies must not hold up a room. */
function insertAll<Row>(rows: readonly Row[], insert: (some: Row[]) => void): void {
  for (let i = 0; i < rows.length; i += AT_ONCE) insert(rows.slice(i, i + AT_ONCE))
}

/** Books copies: a run each, with its paper, ink and charge. Of a run that is not known nothing is booked but itself. */
export function bookRuns(db: Db, b: Booking): Result<readonly string[], Problem> {
  const { facts, outcome } = b.printable
  const queue = db.select().from(queues).where(eq(queues.id, facts.version.settings.queueId)).get()
  if (!queue) return bad({ code: 'not_found', what: 'The queue of this preset' })
  const { sheet, roll } = outcome.sheet
  const rollId = roll ? (facts.stock?.rollId ?? null) : null
  const stockId = facts.stock?.id ?? null
  // whose print it was when it was sent: a slip that is handed on meanwhile charges nobody else
  const { memberId } = facts.body
  const member = memberId ? db.select().from(people).where(eq(people.id, memberId)).get() : undefined
  const groupId = member?.groupId ?? null
  const known = b.outcome !== 'not known'
  const charge = b.outcome === 'not known' ? minor(0) : chargeOf(b.outcome, outcome)
  const decided = {
    outcome: b.outcome,
    cause: b.cause,
    note: b.note,
    inkMicrolitres: known ? Math.round((outcome.charge?.inkMl ?? 0) * 1000) : 0,
    cost: known ? costOf(outcome) : 0,
    charge,
  }
  const ids = b.settles ? [b.settles] : Array.from({ length: b.copies }, newId)
  if (b.settles) db.update(runs).set(decided).where(eq(runs.id, b.settles)).run()
  else {
    const number = nextNumber(db, runs)
    const same = {
      ...{ slipId: b.slip.id, versionId: facts.version.id, printerId: queue.printerId },
      ...{ memberId: member?.id ?? null, groupId, paperId: facts.version.paper.id, stockId, rollId },
      ...{ at: b.at, byId: b.byId, widthUm: sheet.width, lengthUm: sheet.length, tariffId: facts.tariff.id },
      ...{ answers: b.answers, facts },
      ...decided,
    }
    insertAll(
      ids.map((id, i) => ({ ...same, id, number: number + i, copy: b.copy + i })),
      (some) => db.insert(runs).values(some).run(),
    )
  }
  if (!known) return ok(ids)
  takePaper(db, { rollId, stockId, lengthUm: sheet.length, runIds: ids, at: b.at, byId: b.byId })
  const account = accountOf(facts.body, member?.id ?? null, groupId)
  if (charge !== 0 && account)
    insertAll(
      ids.map((runId) => ({
        ...{ id: newId(), at: b.at, ...account, kind: 'charge' as const, amount: charge, runId, byId: b.byId },
      })),
      (some) => db.insert(accountEntries).values(some).run(),
    )
  return ok(ids)
}

export type Account = { readonly personId: string | null; readonly groupId: string | null }

/** Who pays for a print: the member's group when its slip said so and there is one, else the member; or nobody. */
export function accountOf(
  body: Pick<SlipBody, 'chargeTo'>,
  memberId: string | null,
  groupId: string | null,
): Account | null {
  if (body.chargeTo === 'group' && groupId !== null) return { personId: null, groupId }
  return memberId === null ? null : { personId: memberId, groupId: null }
}

/** For each run one sheet off the shelf, or a length off the roll; a sheet without a run is booked with null. */
export function takePaper(
  db: Db,
  p: {
    readonly rollId: string | null
    readonly stockId: string | null
    readonly lengthUm: number
    readonly runIds: readonly (string | null)[]
    readonly at: number
    readonly byId: string
  },
): void {
  const { rollId, stockId, at, byId } = p
  const each = p.runIds.map((runId) => ({ id: newId(), at, kind: 'run' as const, runId, byId }))
  if (rollId)
    insertAll(
      each.map((move) => ({ ...move, rollId, deltaUm: -p.lengthUm })),
      (some) => db.insert(rollMoves).values(some).run(),
    )
  else if (stockId)
    insertAll(
      each.map((move) => ({ ...move, stockId, delta: -1 })),
      (some) => db.insert(stockMoves).values(some).run(),
    )
}

/** The next print of a slip, counted from 1: what did not come out leaves no gap. */
export const nextCopy = (db: Db, slipId: string): number =>
  db
    .select({ outcome: CORRECTED.outcome })
    .from(runs)
    .where(eq(runs.slipId, slipId))
    .all()
    .filter((r) => r.outcome !== 'not printed').length + 1

/** What was printed on is what is loaded: noted where something else was, or nothing. */
export function noteLoaded(db: Db, { facts, outcome }: Printable, at: number, byId: string): void {
  const { feed, settings } = facts.version
  const queue = db.select().from(queues).where(eq(queues.id, settings.queueId)).get()
  if (!queue || !db.select({ id: feeds.id }).from(feeds).where(eq(feeds.id, feed.id)).get()) return
  const stockId = facts.stock?.id ?? null
  const rollId = outcome.sheet.roll ? (facts.stock?.rollId ?? null) : null
  const there = db.select().from(loads).where(eq(loads.feedId, feed.id)).get()
  if (there ? there.stockId === stockId && there.rollId === rollId : stockId === null) return
  const row = { printerId: queue.printerId, feedId: feed.id, stockId, rollId, at, byId }
  db.insert(loads)
    .values(row)
    .onConflictDoUpdate({ target: [loads.printerId, loads.feedId], set: row })
    .run()
}

/** Good copies that the slip still wants; a slip that wants none is done. */
export function countCopies(db: Db, slip: Slip, now: number): number {
  const good = db
    .select({ outcome: CORRECTED.outcome })
    .from(runs)
    .where(eq(runs.slipId, slip.id))
    .all()
    .filter((r) => r.outcome === 'good').length
  const left = Math.max(0, slip.body.copies - good)
  // a slip that was taken off the bench meanwhile stays off
  const waits = slip.state === 'withdrawn' ? 'withdrawn' : 'waiting'
  db.update(slips)
    .set({ state: left === 0 ? 'done' : waits, updatedAt: now, revision: slip.revision + 1 })
    .where(eq(slips.id, slip.id))
    .run()
  return left
}
