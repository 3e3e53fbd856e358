import type { FileDocument } from '@/contract/print-job'
import { readStored, slipBookingSchema, storedJson, storedOrNull } from '@/contract/print-job'
import { readRecord } from '@/contract/record'
import { tradeNumber } from '@/core/length/write'
import { bad, ok, type Result } from '@/core/result/result'
import type { RecordedStop } from '@/core/slip/record'
import { curveFor } from '@/core/tone/use'
import type { Problem } from '@/core/words/problems'
import { answeredStops, bookingOf, type Printable, printableForFile } from '@/server/books/printable'
import { countCopies, nextCopy } from '@/server/books/progress'
import { bookRuns, plainRun, settleAsNothing, settleRun } from '@/server/books/runs'
import { noteBlack, noteLoaded } from '@/server/books/used'
import type { Db } from '@/server/db/open'
import { coloursOf, documentOf } from '@/server/render/document'
import { readQueueFacts } from '@/server/stores/printers'
import type { Slip } from '@/server/stores/slips'
import { toldOf } from '@/server/stores/told'
import { type Sheet, type Subject, unreadable } from './subject'

/** The tone curve that a print of a slip goes through by itself. */
const curveOf = ({ facts }: Printable): string | null => curveFor(facts.version, facts.print.darkness)?.id ?? null

/** The next copies of one print of a slip, as they would be sent now. */
export function slipSheets(
  db: Db,
  slip: Slip,
  printable: Printable,
  stops: readonly RecordedStop[],
  copies: number,
  curveId = curveOf(printable),
): Result<readonly Sheet[], Problem> {
  const { facts, outcome } = printable
  const { version, print } = facts
  const queueId = version.settings.queueId
  const queue = readQueueFacts(db, queueId)
  if (!queue) return bad({ code: 'not_found', what: 'The queue of this preset' })
  const document = documentOf({
    ...{ page: outcome.page, version, borderless: outcome.sheet.borderless, pictures: facts.pictures },
    ...{ queue, told: toldOf(db, queueId)?.told ?? null, curveId, grey: print.grey ?? null },
  })
  if (!document.ok) return document
  const booking = storedJson(bookingOf(db, slip, printable, stops))
  const first = nextCopy(db, slip.id, print.id)
  const number = slip.body.prints.findIndex((p) => p.id === print.id) + 1
  const which = slip.body.prints.length > 1 ? `print ${number}, ` : ''
  return ok(
    Array.from({ length: copies }, (_, i) => ({
      ...{ queueId, subjectId: slip.id, printId: print.id, sheet: first + i },
      jobName: `slip ${slip.number}${slip.body.prints.length > 1 ? `-${number}` : ''}`,
      title: `${slip.body.title || `Slip ${slip.number}`}, ${which}copy ${first + i}`,
      href: `/slips/${slip.id}`,
      ...{ document: document.value, booking },
    })),
  )
}

/** One print of a slip as a print-ready file. */
export function slipFile(db: Db, slip: Slip, printId: string, now: number): Result<FileDocument, Problem> {
  const ready = printableForFile(db, slip, printId, now)
  if (!ready.ok) return ready
  const { facts, outcome } = ready.value
  const curveId = curveOf(ready.value)
  const { version, pictures } = facts
  const { width, length } = outcome.page.sheet
  const plain = (slip.body.title || 'print')
    .replace(/[^\p{L}\p{N} -]+/gu, '')
    .trim()
    .slice(0, 60)
  const colours = coloursOf(version, pictures, 'file', facts.print.grey ?? null)
  return ok({
    page: outcome.page,
    ...{ pictures: colours.pictures, target: colours.target, curveId, grey: facts.print.grey ?? null },
    about: {
      title: slip.body.title || `Slip ${slip.number}`,
      subject: `Slip ${slip.number}, ${version.presetName}, version ${version.number}, seal ${version.seal}`,
      grey: version.profile?.grey ?? false,
    },
    name: `slip ${slip.number} ${plain} ${tradeNumber(width, 'mm')}x${tradeNumber(length, 'mm')} mm.pdf`,
  })
}

/** A copy of one print of a slip: logged as a run, charged to whom it was for when somebody pressed. */
export const slipPrint: Subject = {
  kind: 'slip print',
  logged: true,
  book(db, job, state, now) {
    const booking = readStored(slipBookingSchema, job.booking)
    const became = {
      outcome: state === 'done' ? job.outcome : state,
      ...{ cause: null, note: job.note, at: now, byId: job.byId },
    }
    const [runId] = bookRuns(db, plainRun(booking), became, [[job.sheet]])
    countCopies(db, job.subjectId, now)
    if (state === 'done') {
      noteBlack(db, booking.used)
      noteLoaded(db, booking.used, now, job.byId)
    }
    return runId ?? null
  },
  settle(db, job, said) {
    const { outcome } = said
    if (outcome === 'not printed') {
      if (job.runId) settleAsNothing(db, job.runId, said.note)
    } else {
      const booking = storedOrNull(slipBookingSchema, job.booking)
      if (!booking) return bad(unreadable(job.title))
      // it may have been meant as a proof: what keeps good shut is answered by the note
      const record = readRecord(booking.run.record.schema, booking.run.record.body)
      const stops = answeredStops(record.stops, outcome, said.note)
      if (!stops.ok) return stops
      if (job.runId) settleRun(db, job.runId, plainRun(booking), { ...said, outcome }, stops.value)
      else bookRuns(db, plainRun(booking), { ...said, outcome }, [[job.sheet]])
    }
    countCopies(db, job.subjectId, said.at)
    return ok(null)
  },
}
