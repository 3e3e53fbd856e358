import { and, eq } from 'drizzle-orm'
import { z } from 'zod'
import { INPUTS } from '@/contract/actions'
import { printerTakes } from '@/core/checks/delivery'
import { um } from '@/core/length/length'
import { sayNotTaken } from '@/core/print/delivery'
import { bad, ok, type Result } from '@/core/result/result'
import { rollInUse, stockFor } from '@/core/slip/catalogue'
import { storedFacts } from '@/core/slip/facts'
import type { Problem } from '@/core/words/problems'
import { newId } from '@/server/db/ids'
import type { Db } from '@/server/db/open'
import { edgeChecks, printers, prints, queues, runs } from '@/server/db/schema'
import { action } from '@/server/door/door'
import { readAddress } from '@/server/printing/address'
import { listStocks } from '@/server/stores/papers'
import { readVersionFacts } from '@/server/stores/presets'
import { type PrintRow, readPrint } from '@/server/stores/prints'
import { readRoom } from '@/server/stores/room'
import { readSlip } from '@/server/stores/slips'
import {
  answered,
  bookRuns,
  causeWrong,
  countCopies,
  enoughRoll,
  nextCopy,
  noteLoaded,
  type Printable,
  printable,
  slipToPrint,
  takePaper,
} from './booking'

/** A name that no other job has, and that a person can find in the printer's own list. */
export const jobNameOf = (what: string, copy: number, id: string): string => `Libreta ${what}.${copy} ${id.slice(-12)}`

/** Print and log: the slip's copies are sent one by one, each is logged when the printer says that it is done. */
export const startPrint = action({
  name: 'print.start',
  role: 'helper',
  input: INPUTS['print.start'],
  commit(input, { db, actor, now }) {
    const got = slipToPrint(db, input, now)
    if (!got.ok) return got
    const { slip, printable: ready } = got.value
    const answers = answered(ready, input.outcome, input.answers, readRoom(db)?.unit ?? 'mm')
    if (!answers.ok) return answers
    const short = enoughRoll(db, ready, input.copies)
    if (short) return bad(short)
    const queueId = ready.facts.version.settings.queueId
    const cannot = reachable(db, queueId) ?? notTaken(ready)
    if (cannot) return bad(cannot)
    const ids: string[] = []
    const first = nextCopy(db, slip.id)
    for (let copy = first; copy < first + input.copies; copy++) {
      const id = newId()
      ids.push(id)
      db.insert(prints)
        .values({
          id,
          jobName: jobNameOf(`slip ${slip.number}`, copy, id),
          queueId,
          slipId: slip.id,
          copy,
          state: 'queued',
          outcome: input.outcome,
          note: input.note,
          answers: answers.value,
          facts: ready.facts,
          createdAt: now,
          updatedAt: now,
          byId: actor.id,
        })
        .run()
    }
    return ok({ value: { printIds: ids }, subject: slip.id, data: { copies: input.copies } })
  },
})

/** Why the printer would refuse what is sent: said at the press, not when it prints. */
function notTaken({ facts, outcome }: Printable): Problem | null {
  const finding = printerTakes.run(facts, outcome)?.found
  return finding?.code === 'not_taken'
    ? { code: 'queue_cannot', queue: finding.queue, why: sayNotTaken(finding.why) }
    : null
}

/** Why nothing can be sent to a queue, or null. */
export function reachable(db: Db, queueId: string): Problem | null {
  const queue = db.select().from(queues).where(eq(queues.id, queueId)).get()
  if (!queue) return { code: 'not_found', what: 'The queue of this preset' }
  if (queue.address.trim() === '')
    return {
      code: 'queue_cannot',
      queue: queue.name,
      why: 'it has no address. Enter one on the printer’s page, or save the file and print it yourself.',
    }
  const address = readAddress(queue.address)
  return address.ok ? null : address.problem
}

/** Cancels what has not been printed: at once while it waits here, else the printer is asked to. */
export const cancelPrint = action({
  name: 'print.cancel',
  role: 'helper',
  input: INPUTS['print.cancel'],
  commit({ id }, { db, now }) {
    const print = readPrint(db, id)
    if (!print) return bad({ code: 'not_found', what: 'This print' })
    if (print.state === 'queued')
      set(db, id, {
        state: 'cancelled',
        cancelAsked: true,
        problem: 'cancelled here before it was sent',
        updatedAt: now,
      })
    else if (print.state === 'sending' || print.state === 'printing') set(db, id, { cancelAsked: true, updatedAt: now })
    else
      return bad({
        code: 'queue_cannot',
        queue: print.queueName,
        why: `this print is ${print.state === 'settled' ? 'answered' : print.state} already; there is nothing left to cancel.`,
      })
    cancelWaiting(db, print, now, `cancelled together with copy ${print.copy} before it`)
    return ok({ value: { id }, subject: print.slipId ?? print.checkId ?? id })
  },
})

/** The answer to "what came out?" after a break: books the run, or says that there was none. */
export const settlePrint = action({
  name: 'print.settle',
  role: 'helper',
  input: INPUTS['print.settle'],
  commit(input, { db, actor, now }) {
    const print = readPrint(db, input.id)
    if (!print) return bad({ code: 'not_found', what: 'This print' })
    if (print.state !== 'not known')
      return bad({ code: 'queue_cannot', queue: print.queueName, why: 'this print was answered already.' })
    const wrong = causeWrong(input)
    if (wrong) return bad(wrong)
    if (print.checkId) {
      set(db, print.id, { state: 'settled', note: input.note, updatedAt: now })
      if (input.outcome !== 'not printed') takeCheckSheet(db, print.checkId, now, actor.id)
      return ok({ value: { id: print.id }, subject: print.checkId, data: { outcome: input.outcome } })
    }
    const slip = print.slipId ? readSlip(db, print.slipId) : null
    const ready = printable(storedFacts(print.facts))
    if (!slip || !ready.ok) return bad({ code: 'not_found', what: 'This slip' })
    if (input.outcome === 'not printed') {
      if (print.runId)
        db.update(runs).set({ outcome: 'not printed', note: input.note }).where(eq(runs.id, print.runId)).run()
    } else {
      // it may have been meant as a proof: what keeps good shut is answered by the note
      const answers = answered(ready.value, input.outcome, print.answers, readRoom(db)?.unit ?? 'mm', input.note)
      if (!answers.ok) return answers
      const booked = bookRuns(db, {
        slip,
        printable: ready.value,
        outcome: input.outcome,
        cause: input.cause,
        note: input.note,
        answers: answers.value,
        at: now,
        byId: actor.id,
        copy: print.copy,
        copies: 1,
        settles: print.runId,
      })
      if (!booked.ok) return booked
    }
    set(db, print.id, { state: 'settled', note: input.note, updatedAt: now })
    countCopies(db, slip, now)
    return ok({ value: { id: print.id }, subject: slip.id, data: { outcome: input.outcome } })
  },
})

const stepSchema = z.object({
  id: z.string(),
  to: z.discriminatedUnion('state', [
    z.object({ state: z.literal('sending') }),
    z.object({ state: z.literal('printing'), ippJobId: z.int(), jobUri: z.string().nullable(), says: z.string() }),
    z.object({ state: z.literal('done'), says: z.string() }),
    z.object({ state: z.literal('failed'), problem: z.string(), says: z.string() }),
    z.object({ state: z.literal('cancelled'), says: z.string() }),
    z.object({ state: z.literal('not known'), says: z.string() }),
  ]),
})

/** Which states a step may come from: a print never goes back. */
const FROM: Readonly<Record<string, readonly PrintRow['state'][]>> = {
  sending: ['queued'],
  printing: ['sending', 'printing'],
  done: ['printing'],
  failed: ['queued', 'sending', 'printing'],
  cancelled: ['queued', 'sending', 'printing'],
  'not known': ['sending', 'printing'],
}

/** One step of a print: the background process takes it before it does anything at the printer, and after. */
export const stepPrint = action({
  name: 'print.step',
  role: 'member',
  input: stepSchema,
  commit({ id, to }, { db, now }) {
    const print = readPrint(db, id)
    if (!print) return bad({ code: 'not_found', what: 'This print' })
    if (!FROM[to.state]?.includes(print.state))
      return bad({
        code: 'queue_cannot',
        queue: print.queueName,
        why: `a print that is ${print.state} cannot be ${to.state}.`,
      })
    const says = 'says' in to ? { printerSays: to.says } : {}
    const problem = to.state === 'failed' ? { problem: to.problem } : {}
    const job = to.state === 'printing' ? { ippJobId: to.ippJobId, jobUri: to.jobUri } : {}
    const ended = to.state === 'done' || to.state === 'not known' ? bookPrint(db, print, to.state, now) : ok(null)
    if (!ended.ok) return ended
    set(db, id, { state: to.state, ...says, ...problem, ...job, runId: ended.value, updatedAt: now })
    if (to.state === 'failed' || to.state === 'not known')
      cancelWaiting(db, print, now, `not sent, since copy ${print.copy} before it did not come out`)
    return ok({ value: { id }, subject: print.slipId ?? print.checkId ?? id, data: { state: to.state } })
  },
})

/** A print that came out was made with its preset's black: a printer that had to has swapped to it by itself. */
function noteBlack(db: Db, versionId: string, now: number): void {
  const settings = readVersionFacts(db, versionId, now)?.settings
  const queue = settings ? db.select().from(queues).where(eq(queues.id, settings.queueId)).get() : null
  if (!settings || !queue) return
  db.update(printers)
    .set({ holdsBlack: settings.blackInk })
    .where(and(eq(printers.id, queue.printerId), eq(printers.blackShared, true)))
    .run()
}

/** Books what a print used, when it is done or nobody knows; answers its run. */
function bookPrint(db: Db, print: PrintRow, state: 'done' | 'not known', now: number): Result<string | null, Problem> {
  if (print.checkId) {
    if (state === 'done') takeCheckSheet(db, print.checkId, now, print.byId)
    const check = db.select().from(edgeChecks).where(eq(edgeChecks.id, print.checkId)).get()
    if (state === 'done' && check) noteBlack(db, check.versionId, now)
    return ok(null)
  }
  const slip = print.slipId ? readSlip(db, print.slipId) : null
  const ready = printable(storedFacts(print.facts))
  if (!slip || !ready.ok) return bad({ code: 'not_found', what: 'This slip' })
  const booked = bookRuns(db, {
    slip,
    printable: ready.value,
    outcome: state === 'done' ? print.outcome : 'not known',
    cause: null,
    note: print.note,
    answers: print.answers,
    at: now,
    byId: print.byId,
    copy: print.copy,
    copies: 1,
    settles: null,
  })
  if (booked.ok) countCopies(db, slip, now)
  if (booked.ok && state === 'done') {
    noteBlack(db, ready.value.facts.version.id, now)
    noteLoaded(db, ready.value, now, print.byId)
  }
  return booked.ok ? ok(booked.value[0] ?? null) : booked
}

/** Copies that wait behind one that failed are not sent: somebody has to look first. */
function cancelWaiting(db: Db, print: PrintRow, now: number, why: string): void {
  const of = print.slipId ? eq(prints.slipId, print.slipId) : eq(prints.checkId, print.checkId ?? '')
  db.update(prints)
    .set({ state: 'cancelled', problem: why, updatedAt: now })
    .where(and(of, eq(prints.state, 'queued')))
    .run()
}

/** A ruler sheet's paper: from the stock of the version's paper in that very size, if the room keeps it. */
function takeCheckSheet(db: Db, checkId: string, now: number, byId: string): void {
  const check = db.select().from(edgeChecks).where(eq(edgeChecks.id, checkId)).get()
  const version = check ? readVersionFacts(db, check.versionId, now) : null
  if (!check || !version) return
  const [short, long] = [Math.min(check.widthUm, check.lengthUm), Math.max(check.widthUm, check.lengthUm)]
  const roll = version.feed.kind === 'roll'
  const form = roll
    ? ({ kind: 'roll', width: um(check.widthUm) } as const)
    : ({ kind: 'sheet', short: um(short), long: um(long) } as const)
  const stock = stockFor({ stocks: listStocks(db) }, version.paper.id, form)
  takePaper(db, {
    rollId: roll ? (rollInUse(stock?.rolls ?? [], version.loaded?.rollId ?? null)?.id ?? null) : null,
    stockId: roll ? null : (stock?.id ?? null),
    lengthUm: check.lengthUm,
    runIds: [null],
    at: now,
    byId,
  })
}

function set(db: Db, id: string, values: Partial<typeof prints.$inferInsert>): void {
  db.update(prints).set(values).where(eq(prints.id, id)).run()
}
