import { and, eq, gt } from 'drizzle-orm'
import { z } from 'zod'
import { INPUTS } from '@/contract/actions'
import { printsInTurn } from '@/core/print/in-turn'
import { bad, ok } from '@/core/result/result'
import type { Problem } from '@/core/words/problems'
import { askedPrints } from '@/server/books/printable'
import { noteReported } from '@/server/books/used'
import type { Db } from '@/server/db/open'
import { printJobs, queues } from '@/server/db/schema'
import { action } from '@/server/door/door'
import { readAddress } from '@/server/protocol/address'
import { type PrintJob, readPrintJob } from '@/server/stores/print-jobs'
import { send, subjectOf } from '@/server/subjects/all'
import { slipPrint, slipSheets } from '@/server/subjects/slip-print'
import type { Sheet } from '@/server/subjects/subject'

/** Print and log: copies of a slip's prints are sent one by one, each is logged when the printer says that it is done. */
export const startPrint = action({
  name: 'print.start',
  role: 'helper',
  input: INPUTS['print.start'],
  commit(input, { db, actor, now }) {
    const asked = askedPrints(db, input, now)
    if (!asked.ok) return asked
    const { slip, prints } = asked.value
    const turns = prints.map(({ printable: { facts }, copies }) => ({ ...facts, copies }))
    if (!printsInTurn(turns))
      return bad({
        code: 'rules',
        says: [
          'Something is set or fed by hand between these prints: print one, set what the next one says, then print it.',
        ],
      })
    const sheets: Sheet[] = []
    for (const { printable, copies, stops } of prints) {
      const cannot = reachable(db, printable.facts.version.settings.queueId)
      if (cannot) return bad(cannot)
      const made = slipSheets(db, slip, printable, stops, copies)
      if (!made.ok) return made
      sheets.push(...made.value)
    }
    const printIds = send(db, slipPrint, sheets, { outcome: input.outcome, note: input.note, now, byId: actor.id })
    return ok({ value: { printIds }, subject: slip.id, data: { copies: printIds.length } })
  },
})

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
    const print = readPrintJob(db, id)
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
    cancelBehind(db, print, now, `cancelled together with copy ${print.sheet}, which came before it`)
    return ok({ value: { id }, subject: print.subjectId })
  },
})

/** The answer to "what came out?" after a break: books it, or says that there was nothing. */
export const settlePrint = action({
  name: 'print.settle',
  role: 'helper',
  input: INPUTS['print.settle'],
  commit(input, { db, actor, now }) {
    const print = readPrintJob(db, input.id)
    if (!print) return bad({ code: 'not_found', what: 'This print' })
    if (print.state !== 'not known')
      return bad({ code: 'queue_cannot', queue: print.queueName, why: 'this print was answered already.' })
    const { outcome, cause, note } = input
    const settled = subjectOf(print.subject).settle(db, print, { outcome, cause, note, at: now, byId: actor.id })
    if (!settled.ok) return settled
    set(db, print.id, { state: 'settled', note, updatedAt: now })
    return ok({ value: { id: print.id }, subject: print.subjectId, data: { outcome } })
  },
})

const stepSchema = z.object({
  id: z.string(),
  to: z.discriminatedUnion('state', [
    z.object({ state: z.literal('sending') }),
    z.object({ state: z.literal('printing'), ippJobId: z.int(), jobUri: z.string().nullable(), says: z.string() }),
    z.object({ state: z.literal('done'), says: z.string(), usedUm: z.int().nullable().default(null) }),
    z.object({ state: z.literal('failed'), problem: z.string(), says: z.string() }),
    z.object({ state: z.literal('cancelled'), says: z.string() }),
    z.object({ state: z.literal('not known'), says: z.string() }),
    /** its end was told and cannot be booked: a person is asked, and nothing is booked before they answer */
    z.object({ state: z.literal('unbooked'), says: z.string() }),
  ]),
})

/** Where a step of a print leads. */
export type StepTo = z.input<typeof stepSchema>['to']

/** Which states a step may come from: a print never goes back. */
const FROM: Readonly<Record<string, readonly PrintJob['state'][]>> = {
  sending: ['queued'],
  printing: ['sending', 'printing'],
  done: ['printing'],
  failed: ['queued', 'sending', 'printing'],
  cancelled: ['queued', 'sending', 'printing'],
  'not known': ['sending', 'printing'],
  unbooked: ['sending', 'printing'],
}

/** One step of a print: the background process takes it before it does anything at the printer, and after. */
export const stepPrint = action({
  name: 'print.step',
  role: 'system',
  input: stepSchema,
  commit({ id, to }, { db, now }) {
    const print = readPrintJob(db, id)
    if (!print) return bad({ code: 'not_found', what: 'This print' })
    if (!FROM[to.state]?.includes(print.state))
      return bad({
        code: 'queue_cannot',
        queue: print.queueName,
        why: `a print that is ${print.state} cannot be ${to.state}.`,
      })
    const problem = to.state === 'failed' ? { problem: to.problem } : {}
    const job = to.state === 'printing' ? { ippJobId: to.ippJobId, jobUri: to.jobUri } : {}
    const runId =
      to.state === 'done' || to.state === 'not known' ? subjectOf(print.subject).book(db, print, to.state, now) : null
    const differs = to.state === 'done' && runId ? noteReported(db, runId, to.usedUm, now, print.byId) : null
    const says = 'says' in to ? { printerSays: [to.says, ...(differs ? [differs] : [])].join('; ') } : {}
    const state = to.state === 'unbooked' ? 'not known' : to.state
    set(db, id, { state, ...says, ...problem, ...job, runId, updatedAt: now })
    if (state === 'failed' || state === 'not known')
      cancelBehind(db, print, now, `not sent, since copy ${print.sheet} before it did not come out`)
    return ok({ value: { id }, subject: print.subjectId, data: { state: to.state } })
  },
})

/**
 * Copies of the same print that wait behind one at the same queue are not sent: somebody has to look first. Other prints of
 * the slip, and those at other printers, go on.
 */
function cancelBehind(db: Db, print: PrintJob, now: number, why: string): void {
  db.update(printJobs)
    .set({ state: 'cancelled', problem: why, updatedAt: now })
    .where(
      and(
        ...[eq(printJobs.subjectId, print.subjectId), eq(printJobs.printId, print.printId)],
        ...[eq(printJobs.queueId, print.queueId), eq(printJobs.state, 'queued')],
        gt(printJobs.sheet, print.sheet),
      ),
    )
    .run()
}

function set(db: Db, id: string, values: Partial<typeof printJobs.$inferInsert>): void {
  db.update(printJobs).set(values).where(eq(printJobs.id, id)).run()
}
