import { INPUTS } from '@/contract/actions'
import type { Measured } from '@/contract/measure'
import { accountOf } from '@/core/charge/account'
import { chargedFor } from '@/core/charge/charge'
import { minor } from '@/core/money/money'
import { bad, ok } from '@/core/result/result'
import { linesOf } from '@/core/slip/record'
import { correctRunRows } from '@/server/books/correct'
import { bookMeasure, farOff } from '@/server/books/measures'
import { answeredStops, askedPrints, bookingOf } from '@/server/books/printable'
import { countCopies, nextCopy } from '@/server/books/progress'
import { bookRuns, plainRun } from '@/server/books/runs'
import { noteLoaded } from '@/server/books/used'
import type { Db } from '@/server/db/open'
import { action } from '@/server/door/door'
import { readRun } from '@/server/stores/log'
import { readPerson } from '@/server/stores/people'

/** Logs prints that came out: each copy is a run of its own, with its paper, ink and charge. */
export const logRun = action({
  name: 'run.log',
  role: 'helper',
  input: INPUTS['run.log'],
  commit(input, { db, actor, now: clock }) {
    const now = input.at ?? clock
    const asked = askedPrints(db, input, now)
    if (!asked.ok) return asked
    const { slip, prints } = asked.value
    const { outcome, cause, note } = input
    const runIds: string[] = []
    for (const { printable, copies, stops } of prints) {
      const booking = bookingOf(db, slip, printable, stops)
      const first = nextCopy(db, slip.id, printable.facts.print.id)
      const each = Array.from({ length: copies }, (_, i) => [first + i])
      runIds.push(...bookRuns(db, plainRun(booking), { outcome, cause, note, at: now, byId: actor.id }, each))
      if (input.at === null) noteLoaded(db, booking.used, now, actor.id)
    }
    if (input.measured) {
      const kept = measure(db, runIds[0] ?? '', input.measured, now, actor.id)
      if (!kept.ok) return kept
    }
    const left = countCopies(db, slip.id, now)
    return ok({ value: { runIds, left }, subject: slip.id, data: { outcome, copies: runIds.length } })
  },
})

function measure(db: Db, runId: string, measured: Measured, now: number, byId: string) {
  const run = readRun(db, runId)
  return run ? bookMeasure(db, run, measured, now, byId) : bad({ code: 'not_found', what: 'This run' } as const)
}

/** Distances taken on a run's sheet: held against its promise, and one more sheet for the drift of its feed. */
export const measureRun = action({
  name: 'run.measure',
  role: 'helper',
  input: INPUTS['run.measure'],
  asks: {
    what: () => 'A distance lies far from what was promised. Was it taken between other edges?',
    uses: (input, { db }) => {
      const run = readRun(db, input.id)
      const far = run ? farOff(db, run.record, input) : []
      return () => far
    },
  },
  commit({ id, ...measured }, { db, actor, now }) {
    const kept = measure(db, id, measured, now, actor.id)
    return kept.ok ? ok({ value: { id: kept.value.id }, subject: id, data: { off: kept.value.off } }) : kept
  },
})

/**
 * What a run turned out to be after it was logged: a print that looked good may have a band across it, or was another
 * member's. Paper and ink are spent all the same; the charge is priced anew from the lines of the run's own record and
 * goes to the account of whose print it is, and what the slip still wants is counted anew.
 */
export const correctRun = action({
  name: 'run.correct',
  role: 'helper',
  input: INPUTS['run.correct'],
  commit({ id, revision, outcome, cause, note, memberId: asked }, { db, actor, now }) {
    const run = readRun(db, id)
    if (!run) return bad({ code: 'not_found', what: 'This run' })
    const cannot = (why: string) => bad({ code: 'run_cannot', number: run.number, why } as const)
    if (run.outcome === 'not known' || run.outcome === 'not printed')
      return cannot(`it is ${run.outcome}. What came out is said on its slip.`)
    const seen = run.corrections.length
    if (revision !== seen)
      return bad({
        ...{ code: 'stale', what: `Run ${run.number}`, yours: revision, now: seen },
        current: { outcome: run.outcome, cause: run.cause, memberId: run.memberId },
      })
    const memberId = asked ?? run.memberId
    const moves = memberId !== run.memberId
    if (run.outcome === outcome && run.cause === cause && !moves) return cannot(`it is ${outcome} already.`)
    const member = memberId ? readPerson(db, memberId) : null
    if (memberId && !member) return bad({ code: 'not_found', what: 'This member' })
    const stops = answeredStops(run.record.stops, outcome, note)
    if (!stops.ok) return stops
    const groupId = moves ? (member?.groupId ?? null) : run.groupId
    correctRunRows(db, run, {
      ...{ outcome, cause, note, at: now, byId: actor.id },
      charge: accountOf(run.chargeTo, memberId, groupId)
        ? chargedFor(outcome, linesOf(run.record, run.position))
        : minor(0),
      moved: moves ? { memberId, groupId } : null,
    })
    countCopies(db, run.slipId, now)
    return ok({
      value: { id },
      subject: run.slipId,
      data: { run: run.number, from: run.outcome, to: outcome, ...(moves ? { memberId } : {}) },
    })
  },
})
