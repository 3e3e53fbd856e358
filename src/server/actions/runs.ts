import { eq } from 'drizzle-orm'
import { INPUTS } from '@/contract/actions'
import { bad, ok } from '@/core/result/result'
import { newId } from '@/server/db/ids'
import { accountEntries, runCorrections } from '@/server/db/schema'
import { action } from '@/server/door/door'
import { readRun } from '@/server/stores/log'
import { readRoom } from '@/server/stores/room'
import { readSlip } from '@/server/stores/slips'
import {
  accountOf,
  answered,
  bookRun,
  causeWrong,
  chargeOf,
  countCopies,
  enoughRoll,
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
    const short = enoughRoll(db, ready, input.copies, now)
    if (short) return bad(short)
    const ids: string[] = []
    for (let copy = 1; copy <= input.copies; copy++) {
      const booked = bookRun(db, {
        slip,
        printable: ready,
        outcome: input.outcome,
        cause: input.cause,
        note: input.note,
        answers: answers.value,
        at: now,
        byId: actor.id,
        settles: null,
      })
      if (!booked.ok) return booked
      ids.push(booked.value)
    }
    const left = countCopies(db, slip, now)
    return ok({
      value: { runIds: ids, left },
      subject: slip.id,
      data: { outcome: input.outcome, copies: input.copies },
    })
  },
})

/**
 * What a run turned out to be after it was logged: a print that looked good may have a band across it. Paper and ink
 * are spent all the same; the charge follows the outcome, and what the slip still wants is counted anew.
 */
export const correctRun = action({
  name: 'run.correct',
  role: 'helper',
  input: INPUTS['run.correct'],
  commit({ id, outcome, cause, note }, { db, actor, now }) {
    const run = readRun(db, id)
    const slip = run && readSlip(db, run.slipId)
    if (!run || !slip) return bad({ code: 'not_found', what: 'This run' })
    const wrong = causeWrong({ outcome, cause })
    if (wrong) return bad(wrong)
    const cannot = (why: string) => bad({ code: 'run_cannot', number: run.number, why } as const)
    if (run.outcome === 'not known' || run.outcome === 'not printed')
      return cannot(`it is ${run.outcome}. What came out is said on its slip.`)
    if (run.outcome === outcome && run.cause === cause) return cannot(`it is ${outcome} already.`)
    const ready = printable(run.facts)
    if (!ready.ok) return ready
    const answers = answered(ready.value, outcome, run.answers, readRoom(db)?.unit ?? 'mm', note)
    if (!answers.ok) return answers
    const charge = chargeOf(outcome, ready.value.outcome)
    db.insert(runCorrections)
      .values({ id: newId(), runId: id, at: now, byId: actor.id, outcome, cause, note, charge })
      .run()
    // back to the account that paid, if one did; else to the one that the slip names
    const paid = db
      .select({ personId: accountEntries.personId, groupId: accountEntries.groupId })
      .from(accountEntries)
      .where(eq(accountEntries.runId, id))
      .get()
    const account = paid ?? accountOf(slip, run.memberId, run.groupId)
    if (charge !== run.charge && account)
      db.insert(accountEntries)
        .values({
          ...{ id: newId(), at: now, ...account, kind: 'correction' as const },
          ...{ amount: charge - run.charge, runId: id, note, byId: actor.id },
        })
        .run()
    countCopies(db, slip, now)
    return ok({ value: { id }, subject: slip.id, data: { run: run.number, from: run.outcome, to: outcome } })
  },
})
