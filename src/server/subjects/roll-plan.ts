import { eq } from 'drizzle-orm'
import type { FileDocument } from '@/contract/print-job'
import { planBookingSchema, readStored, storedJson, storedOrNull } from '@/contract/print-job'
import { readRecord } from '@/contract/record'
import { tradeNumber } from '@/core/length/write'
import { bad, ok, type Result } from '@/core/result/result'
import type { RecordedStop } from '@/core/slip/record'
import { curveFor } from '@/core/tone/use'
import type { Problem } from '@/core/words/problems'
import { answeredStops } from '@/server/books/printable'
import { countCopies, nextCopy } from '@/server/books/progress'
import { bookRuns, type RunToBook, settleAsNothing, settleRun } from '@/server/books/runs'
import { planBooking, type Strip } from '@/server/books/strip'
import { noteBlack, noteLoaded } from '@/server/books/used'
import type { Db } from '@/server/db/open'
import { rollPlans } from '@/server/db/schema'
import { coloursOf, documentOf } from '@/server/render/document'
import type { KeptPlan } from '@/server/stores/kept-plans'
import { readQueueFacts } from '@/server/stores/printers'
import { toldOf } from '@/server/stores/told'
import { type Sheet, type Subject, unreadable } from './subject'

const curveOf = ({ printable: { facts } }: Strip): string | null =>
  curveFor(facts.version, facts.print.darkness)?.id ?? null

/** A plan as the one sheet that it is sent as. */
export function planSheet(
  db: Db,
  plan: KeptPlan,
  strip: Strip,
  stops: readonly RecordedStop[],
): Result<Sheet, Problem> {
  const { facts, outcome } = strip.printable
  const { version, print } = facts
  const { queueId } = version.settings
  const queue = readQueueFacts(db, queueId)
  if (!queue) return bad({ code: 'not_found', what: 'The queue of this preset' })
  const document = documentOf({
    ...{ page: outcome.page, version, borderless: false, pictures: facts.pictures, queue },
    ...{ told: toldOf(db, queueId)?.told ?? null, curveId: curveOf(strip), grey: print.grey ?? null },
  })
  if (!document.ok) return document
  return ok({
    ...{ queueId, subjectId: plan.id, printId: '', sheet: 1, jobName: `plan ${plan.number}` },
    title: `Plan ${plan.number}, ${strip.prints.length} prints`,
    href: `/bench/plan/${plan.id}`,
    ...{ document: document.value, booking: storedJson(planBooking(strip, stops)) },
  })
}

/** A plan as a print-ready file. */
export function planFile(plan: KeptPlan, strip: Strip): FileDocument {
  const { facts, outcome } = strip.printable
  const { version, pictures } = facts
  const { width, length } = outcome.page.sheet
  const colours = coloursOf(version, pictures, 'file', facts.print.grey ?? null)
  return {
    page: outcome.page,
    ...{ pictures: colours.pictures, target: colours.target, curveId: curveOf(strip), grey: facts.print.grey ?? null },
    about: {
      title: `Plan ${plan.number}`,
      subject: `${strip.prints.length} prints, ${version.presetName}, version ${version.number}, seal ${version.seal}`,
      grey: version.profile?.grey ?? false,
    },
    name: `plan ${plan.number} ${tradeNumber(width, 'mm')}x${tradeNumber(length, 'mm')} mm.pdf`,
  }
}

/** Which copy of its print each part is. */
function copiesOf(db: Db, parts: RunToBook['parts']): readonly number[] {
  const next = new Map<string, number>()
  return parts.map(({ slipId, printId }) => {
    const key = `${slipId} ${printId}`
    const copy = next.get(key) ?? nextCopy(db, slipId, printId)
    next.set(key, copy + 1)
    return copy
  })
}

/**
 * Books a strip that came out: one run with all its parts; its plan is printed, and its slips want fewer copies. While nobody
 * knows whether it did the plan is kept, with its prints, until somebody says so.
 */
export function bookPlan(
  db: Db,
  planId: string,
  booking: RunToBook,
  became: Parameters<typeof bookRuns>[2],
): string | null {
  const [runId] = bookRuns(db, booking, became, [copiesOf(db, booking.parts)])
  if (became.outcome === 'not known') db.update(rollPlans).set({ runId }).where(eq(rollPlans.id, planId)).run()
  else over(db, planId, booking, became.at, runId ?? null)
  return runId ?? null
}

function over(db: Db, planId: string, { parts }: RunToBook, now: number, runId: string | null): void {
  db.update(rollPlans).set({ state: 'printed', runId }).where(eq(rollPlans.id, planId)).run()
  for (const slipId of new Set(parts.map((p) => p.slipId))) countCopies(db, slipId, now)
}

/** Prints laid beside each other on a roll, printed as one sheet. */
export const rollPlan: Subject = {
  kind: 'roll plan',
  logged: true,
  book(db, job, state, now) {
    const booking = readStored(planBookingSchema, job.booking)
    const outcome = state === 'done' ? job.outcome : state
    const runId = bookPlan(db, job.subjectId, booking, {
      outcome,
      cause: null,
      note: job.note,
      at: now,
      byId: job.byId,
    })
    if (state === 'done') {
      noteBlack(db, booking.used)
      noteLoaded(db, booking.used, now, job.byId)
    }
    return runId
  },
  settle(db, job, said) {
    const { outcome } = said
    if (outcome === 'not printed') {
      if (job.runId) settleAsNothing(db, job.runId, said.note)
      // it can be printed again as it was laid
      db.update(rollPlans).set({ state: 'kept', runId: null }).where(eq(rollPlans.id, job.subjectId)).run()
      return ok(null)
    }
    const booking = storedOrNull(planBookingSchema, job.booking)
    if (!booking) return bad(unreadable(job.title))
    const record = readRecord(booking.run.record.schema, booking.run.record.body)
    const stops = answeredStops(record.stops, outcome, said.note)
    if (!stops.ok) return stops
    if (job.runId) {
      settleRun(db, job.runId, booking, { ...said, outcome }, stops.value)
      over(db, job.subjectId, booking, said.at, job.runId)
    } else bookPlan(db, job.subjectId, booking, { ...said, outcome })
    return ok(null)
  },
}
