import { INPUTS } from '@/contract/actions'
import { bad, ok } from '@/core/result/result'
import { factsFrom } from '@/core/slip/catalogue'
import { action } from '@/server/door/door'
import { printingNow } from '@/server/stores/prints'
import { readRoom } from '@/server/stores/room'
import { catalogue, readPicture, readSlip } from '@/server/stores/slips'
import { answered, bookRun, countCopies, enoughRoll, printable } from './booking'

/** Logs prints that came out: each copy is a run of its own, with its paper, ink and charge. */
export const logRun = action({
  name: 'run.log',
  role: 'helper',
  input: INPUTS['run.log'],
  commit(input, { db, actor, now: clock }) {
    const now = input.at ?? clock
    const slip = readSlip(db, input.slipId)
    if (!slip) return bad({ code: 'not_found', what: 'This slip' })
    if (slip.state === 'done') return bad({ code: 'slip_done', number: slip.number })
    if (slip.revision !== input.revision)
      return bad({ code: 'stale', what: 'This slip', yours: input.revision, now: slip.revision, current: slip.body })
    if ((input.outcome === 'spoiled') !== (input.cause !== null))
      return bad({
        code: 'input',
        issues: [{ path: 'cause', message: 'a spoiled print has a cause, others have none' }],
      })
    if (printingNow(db, slip.id)) return bad({ code: 'printing', what: `Slip ${slip.number}` })
    const picture = readPicture(db, slip.body.pictureId)
    const facts = factsFrom(catalogue(db, now, slip.body.versionId ? [slip.body.versionId] : []), slip.body, picture)
    const ready = printable(facts)
    if (!ready.ok) return ready
    const answers = answered(ready.value, input.outcome, input.answers, readRoom(db)?.unit ?? 'mm')
    if (!answers.ok) return answers
    const short = enoughRoll(db, ready.value, input.copies, now)
    if (short) return bad(short)
    const ids: string[] = []
    for (let copy = 1; copy <= input.copies; copy++) {
      const booked = bookRun(db, {
        slip,
        printable: ready.value,
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
