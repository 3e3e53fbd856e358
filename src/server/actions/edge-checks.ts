import { eq, max } from 'drizzle-orm'
import { INPUTS } from '@/contract/actions'
import { MOST_SHEETS } from '@/contract/edge-check'
import type { EdgeCheck } from '@/contract/views/edge-check'
import { UNREAD } from '@/core/edge/readings'
import { rulerLayout } from '@/core/edge/ruler-sheet'
import { solveCheck } from '@/core/edge/solve'
import { tradePair } from '@/core/length/write'
import { borderlessClosed } from '@/core/printer/closed'
import { declaredMargins } from '@/core/printer/facts'
import { bad, ok } from '@/core/result/result'
import { sameEdges } from '@/core/sheet/sheet'
import { fed } from '@/core/slip/fed'
import { declaredAccuracy } from '@/core/slip/sheet-outcome'
import { sayBorderlessClosed, saySizeProblem } from '@/core/words/checks'
import { sayReadingFault } from '@/core/words/edge-check'
import type { Problem } from '@/core/words/problems'
import { newId } from '@/server/db/ids'
import { nextNumber } from '@/server/db/numbers'
import type { Db } from '@/server/db/open'
import { edgeChecks, printJobs, queues } from '@/server/db/schema'
import { action } from '@/server/door/door'
import { readEdgeCheck } from '@/server/stores/edge-checks'
import { jobsOf } from '@/server/stores/print-jobs'
import { unitOfRoom } from '@/server/stores/room'
import { listSizes } from '@/server/stores/sizes'
import { readVersionFacts } from '@/server/stores/version-facts'
import { send } from '@/server/subjects/all'
import { rulerFile, rulerSheet, rulerSheets } from '@/server/subjects/ruler-sheet'
import { reachable } from './prints'
import { revise } from './rows'

/** Begins an edge check: the ruler sheet is laid out for the sheet as it feeds, and its sheets are sent. */
export const startCheck = action({
  name: 'edge-check.start',
  role: 'keeper',
  input: INPUTS['edge-check.start'],
  commit(input, { db, actor, now }) {
    const found = readVersionFacts(db, input.versionId, now)
    if (!found.ok) return found
    const version = found.value
    const unit = unitOfRoom(db)
    const choice = input.sheet
    const size = choice.kind === 'size' ? (listSizes(db).find((s) => s.id === choice.sizeId) ?? null) : null
    if (choice.kind === 'size' && !size) return bad({ code: 'not_found', what: 'This size' })
    const laid = fed(choice, size, version, [], sameEdges(0))
    if (!laid) return bad({ code: 'not_found', what: 'This size' })
    const cannot = (why: string) => bad({ code: 'queue_cannot', queue: version.queueName, why } as const)
    const [problem] = laid.fit.problems
    if (problem) return cannot(saySizeProblem(problem, version.feed.name, unit))
    const free = version.queueFeed.borderless
    const closed =
      input.edge === 'borderless' ? borderlessClosed(version.queueFeed, laid.sheet.width, version.mediaSetting) : null
    if (closed) return cannot(sayBorderlessClosed(closed, version.feed.name, unit))
    if (laid.sheet.width < SMALLEST || laid.sheet.length < SMALLEST)
      return cannot('a ruler sheet needs at least 85 mm each way. Choose a larger sheet.')
    const edges =
      input.edge === 'borderless' && free ? free.overspray : declaredMargins(version.queueFeed, laid.sheet.width)
    const blocked = input.print ? reachable(db, version.settings.queueId) : null
    if (blocked) return bad(blocked)
    const queue = db.select().from(queues).where(eq(queues.id, version.settings.queueId)).get()
    if (!queue) return bad({ code: 'not_found', what: 'The queue of this preset' })
    const id = newId()
    const number = nextNumber(db, edgeChecks)
    db.insert(edgeChecks)
      .values({
        id,
        number,
        printerId: queue.printerId,
        queueId: queue.id,
        feedId: version.feed.id,
        versionId: version.id,
        edge: input.edge,
        sizeName: size?.name ?? `${tradePair(laid.sheet.width, laid.sheet.length, unit)} from the roll`,
        widthUm: laid.sheet.width,
        lengthUm: laid.sheet.length,
        layout: rulerLayout(laid.sheet, input.edge, edges),
        readings: Array.from({ length: input.sheets }, () => UNREAD),
        instrument: input.instrument,
        declared: {
          edges,
          driftAcross: version.queueFeed.driftAcross,
          driftAlong: version.queueFeed.driftAlong,
        },
        state: 'open',
        note: input.note,
        createdAt: now,
        byId: actor.id,
      })
      .run()
    const refused = input.print ? sendSheets(db, id, 1, input.sheets, now, actor.id) : null
    if (refused) return bad(refused)
    return ok({ value: { id, number }, subject: id, data: { edge: input.edge, sheets: input.sheets } })
  },
})

/** Stairs and crosses have to find room beside each other. */
const SMALLEST = 85_000

/** Puts sheets of a check in the queue; or why they cannot be sent. */
function sendSheets(db: Db, checkId: string, from: number, count: number, now: number, byId: string): Problem | null {
  const check = readEdgeCheck(db, checkId)
  if (!check) return { code: 'not_found', what: 'This edge check' }
  const sheets = rulerSheets(db, check, from, count, now)
  if (!sheets.ok) return sheets.problem
  send(db, rulerSheet, sheets.value, { outcome: 'proof', note: '', now, byId })
  return null
}

const overAlready = (check: EdgeCheck) =>
  bad({
    code: 'check_reading',
    says: `Edge check ${check.number} is ${check.state} and no longer changes. Make a new one to measure again.`,
  } as const)

/** Further sheets of the same ruler: the more sheets, the narrower the drift's bounds. */
export const moreSheets = action({
  name: 'edge-check.more',
  role: 'keeper',
  input: INPUTS['edge-check.more'],
  commit(input, { db, actor, now }) {
    const check = readEdgeCheck(db, input.id)
    if (!check) return bad({ code: 'not_found', what: 'This edge check' })
    if (check.state !== 'open') return overAlready(check)
    const blocked = input.print ? reachable(db, check.queueId) : null
    if (blocked) return bad(blocked)
    const had = check.readings.length
    if (had + input.sheets > MOST_SHEETS)
      return bad({
        code: 'check_reading',
        says: `Edge check ${check.number} has ${had} sheets; with ${input.sheets} more it would have over ${MOST_SHEETS}. Make a new one instead.`,
      })
    const readings = [...check.readings, ...Array.from({ length: input.sheets }, () => UNREAD)]
    const saved = revise(db, edgeChecks, 'This edge check', input.id, input.revision, { readings })
    if (!saved.ok) return saved
    const refused = input.print ? sendSheets(db, check.id, had + 1, input.sheets, now, actor.id) : null
    if (refused) return bad(refused)
    return ok({ value: saved.value, subject: check.id, data: { sheets: input.sheets } })
  },
})

/** Saves what was read so far; nothing is solved yet, so half a table is fine. */
export const readSheets = action({
  name: 'edge-check.read',
  role: 'helper',
  input: INPUTS['edge-check.read'],
  commit({ id, revision, readings, instrument }, { db }) {
    const check = readEdgeCheck(db, id)
    if (!check) return bad({ code: 'not_found', what: 'This edge check' })
    if (check.state !== 'open') return overAlready(check)
    // of a tab that does not know of further sheets the revision is old as well, and is said below
    if (readings.length !== check.readings.length && revision === check.revision)
      return bad({
        code: 'check_reading',
        says: `Edge check ${check.number} has ${check.readings.length} sheets; ${readings.length} were sent. Leave a sheet out instead of dropping it.`,
      })
    const saved = revise(db, edgeChecks, 'This edge check', id, revision, { readings, instrument })
    return saved.ok ? ok({ value: saved.value, subject: id }) : saved
  },
})

const nextSolved = (db: Db): number =>
  (db
    .select({ n: max(edgeChecks.solvedNo) })
    .from(edgeChecks)
    .get()?.n ?? 0) + 1

/** Solves the check; from then on every prediction for this queue, feed and edge uses it. */
export const solve = action({
  name: 'edge-check.solve',
  role: 'keeper',
  input: INPUTS['edge-check.solve'],
  commit({ id, revision }, { db, actor, now }) {
    const check = readEdgeCheck(db, id)
    if (!check) return bad({ code: 'not_found', what: 'This edge check' })
    if (check.state !== 'open') return overAlready(check)
    const found = readVersionFacts(db, check.versionId, now)
    if (!found.ok) return found
    const version = found.value
    const solved = solveCheck(check.layout, check.readings, check.instrument, declaredAccuracy(version))
    if (!solved.ok) return bad({ code: 'check_reading', says: sayReadingFault(solved.problem, unitOfRoom(db)) })
    const saved = revise(db, edgeChecks, 'This edge check', id, revision, {
      result: solved.value,
      state: 'solved',
      solvedAt: now,
      solvedNo: nextSolved(db),
      readById: actor.id,
    })
    return saved.ok ? ok({ value: saved.value, subject: check.printerId, data: { check: check.number } }) : saved
  },
})

/** A check that is not to be used: it stays readable, and what was in use before it is again. */
export const withdrawCheck = action({
  name: 'edge-check.withdraw',
  role: 'keeper',
  input: INPUTS['edge-check.withdraw'],
  commit({ id, revision }, { db, now }) {
    const check = readEdgeCheck(db, id)
    if (!check) return bad({ code: 'not_found', what: 'This edge check' })
    const running = jobsOf(db, id).some((p) => ['sending', 'printing'].includes(p.state))
    if (running) return bad({ code: 'printing', what: `A sheet of edge check ${check.number}` })
    for (const p of jobsOf(db, id))
      if (p.state === 'queued')
        db.update(printJobs).set({ state: 'cancelled', updatedAt: now }).where(eq(printJobs.id, p.id)).run()
    const saved = revise(db, edgeChecks, 'This edge check', id, revision, { state: 'withdrawn' })
    return saved.ok ? ok({ value: saved.value, subject: check.printerId }) : saved
  },
})

/** The ruler sheet as a file, for a queue that is driven from elsewhere. */
export const checkFile = action({
  name: 'edge-check.file',
  role: 'helper',
  input: INPUTS['edge-check.file'],
  commit({ id, sheet }, { db }) {
    const check = readEdgeCheck(db, id)
    if (!check) return bad({ code: 'not_found', what: 'This edge check' })
    if (sheet > check.readings.length)
      return bad({ code: 'not_found', what: `Sheet ${sheet} of edge check ${check.number}` })
    const jobId = newId()
    return ok({
      value: { jobId },
      subject: id,
      jobs: [{ id: jobId, kind: 'pdf', payload: rulerFile(db, check, sheet) }],
    })
  },
})
