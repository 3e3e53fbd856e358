import { eq } from 'drizzle-orm'
import { INPUTS } from '@/contract/actions'
import { bad, ok } from '@/core/result/result'
import { newId } from '@/server/db/ids'
import { accountEntries, people, runCorrections } from '@/server/db/schema'
import { newestFirst } from '@/server/db/sequence'
import { action } from '@/server/door/door'
import { readRun } from '@/server/stores/log'
import { readRoom } from '@/server/stores/room'
import { readSlip } from '@/server/stores/slips'
import {
  type Account,
  accountOf,
  answered,
  bookRuns,
  causeWrong,
  chargeOf,
  countCopies,
  enoughRoll,
  nextCopy,
  noteLoaded,
  printable,
  slipToPrint,
} from './booking'

/** Logs prints that came out: each copy is a run of its own, with its paper, ink and charge. */
export const logRun = action({
  name: 'run.log',
  role: 'helper',
  input: INPUTS['run.log'],
  commit(input, { db, actor, now: clock }) {
    const now = input.at ?? clock
    const wrong = causeWrong(input)
    if (wrong) return bad(wrong)
    const got = slipToPrint(db, input, now)
    if (!got.ok) return got
    const { slip, printable: ready } = got.value
    const answers = answered(ready, input.outcome, input.answers, readRoom(db)?.unit ?? 'mm')
    if (!answers.ok) return answers
    const short = enoughRoll(db, ready, input.copies)
    if (short) return bad(short)
    const booked = bookRuns(db, {
      slip,
      printable: ready,
      outcome: input.outcome,
      cause: input.cause,
      note: input.note,
      answers: answers.value,
      at: now,
      byId: actor.id,
      copy: nextCopy(db, slip.id),
      copies: input.copies,
      settles: null,
    })
    if (!booked.ok) return booked
    if (input.at === null) noteLoaded(db, ready, now, actor.id)
    const left = countCopies(db, slip, now)
    return ok({
      value: { runIds: booked.value, left },
      subject: slip.id,
      data: { outcome: input.outcome, copies: input.copies },
    })
  },
})

/**
 * What a run turned out to be after it was logged: a print that looked good may have a band across it, or was another
 * member's. Paper and ink are spent all the same; the charge follows outcome and member, and what the slip still wants
 * is counted anew.
 */
export const correctRun = action({
  name: 'run.correct',
  role: 'helper',
  input: INPUTS['run.correct'],
  commit({ id, outcome, cause, note, memberId: asked }, { db, actor, now }) {
    const run = readRun(db, id)
    const slip = run && readSlip(db, run.slipId)
    if (!run || !slip) return bad({ code: 'not_found', what: 'This run' })
    const wrong = causeWrong({ outcome, cause })
    if (wrong) return bad(wrong)
    const cannot = (why: string) => bad({ code: 'run_cannot', number: run.number, why } as const)
    if (run.outcome === 'not known' || run.outcome === 'not printed')
      return cannot(`it is ${run.outcome}. What came out is said on its slip.`)
    const memberId = asked ?? run.memberId
    const moves = memberId !== run.memberId
    if (run.outcome === outcome && run.cause === cause && !moves) return cannot(`it is ${outcome} already.`)
    const member = memberId ? db.select().from(people).where(eq(people.id, memberId)).get() : undefined
    if (memberId && !member) return bad({ code: 'not_found', what: 'This member' })
    const ready = printable(run.facts)
    if (!ready.ok) return ready
    const answers = answered(ready.value, outcome, run.answers, readRoom(db)?.unit ?? 'mm', note)
    if (!answers.ok) return answers
    const charge = chargeOf(outcome, ready.value.outcome)
    db.insert(runCorrections)
      .values({
        ...{ id: newId(), runId: id, at: now, byId: actor.id, outcome, cause, note, charge },
        memberId: moves ? memberId : null,
      })
      .run()
    const entry = (account: Account | null, amount: number): void => {
      if (!account || amount === 0) return
      db.insert(accountEntries)
        .values({ id: newId(), at: now, ...account, kind: 'correction', amount, runId: id, note, byId: actor.id })
        .run()
    }
    // what was paid stands on the account that paid it last
    const paid = db
      .select({ personId: accountEntries.personId, groupId: accountEntries.groupId })
      .from(accountEntries)
      .where(eq(accountEntries.runId, id))
      .orderBy(newestFirst(accountEntries))
      .get()
    if (moves) {
      entry(paid ?? null, -run.charge)
      entry(accountOf(run.facts.body, memberId, member?.groupId ?? null), charge)
    } else entry(paid ?? accountOf(run.facts.body, run.memberId, run.groupId), charge - run.charge)
    countCopies(db, slip, now)
    return ok({
      value: { id },
      subject: slip.id,
      data: { run: run.number, from: run.outcome, to: outcome, ...(moves ? { memberId } : {}) },
    })
  },
})
