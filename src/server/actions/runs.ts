import { eq } from 'drizzle-orm'
import { INPUTS } from '@/contract/actions'
import { runChecks } from '@/core/checks/all'
import { writeLength } from '@/core/length/write'
import { type Minor, minor } from '@/core/money/money'
import { bad, ok } from '@/core/result/result'
import { factsFrom } from '@/core/slip/catalogue'
import type { SlipFacts } from '@/core/slip/facts'
import { outcomeOf, type SlipOutcome } from '@/core/slip/outcome'
import { sayFinding } from '@/core/words/checks'
import { newId } from '@/server/db/ids'
import type { Db } from '@/server/db/open'
import { accountEntries, loads, people, queues, rollMoves, runs, slips, stockMoves } from '@/server/db/schema'
import { action } from '@/server/door/door'
import { rollLeft } from '@/server/stores/papers'
import { readRoom } from '@/server/stores/room'
import { catalogue, readPicture, readSlip } from '@/server/stores/slips'
import { nextNumber } from './rows'

type Outcome = 'good' | 'proof' | 'spoiled'

/** A good print is charged in full, a proof without the room's share, a spoiled one is the room's loss. */
function chargeOf(outcome: Outcome, print: SlipOutcome): Minor {
  const lines = print.charge?.lines ?? []
  const sum = lines.filter((l) => outcome === 'good' || l.what !== 'room share').reduce((a, l) => a + l.amount, 0)
  return minor(outcome === 'spoiled' ? 0 : sum)
}

/** What the room spent: paper and ink, whoever pays. */
const costOf = (print: SlipOutcome): Minor =>
  minor((print.charge?.lines ?? []).filter((l) => l.what !== 'room share').reduce((a, l) => a + l.amount, 0))

/** The roll that is loaded in the version's feed, if it is of the slip's stock; else the opened one with the most left. */
function rollInUse(db: Db, facts: SlipFacts, now: number): string | null {
  const opened = catalogue(db, now).stocks.find((s) => s.id === facts.stock?.id)?.rolls ?? []
  const loaded = facts.version ? db.select().from(loads).where(eq(loads.feedId, facts.version.feed.id)).get() : null
  if (loaded?.rollId && opened.some((r) => r.id === loaded.rollId)) return loaded.rollId
  const [fullest] = [...opened].sort((a, b) => b.left - a.left)
  return fullest?.id ?? null
}

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
    const picture = readPicture(db, slip.body.pictureId)
    const room = readRoom(db)
    const facts = factsFrom(catalogue(db, now, slip.body.versionId ? [slip.body.versionId] : []), slip.body, picture)
    const outcome = outcomeOf(facts)
    if (!picture) return bad({ code: 'slip_incomplete', missing: 'picture' })
    if (!facts.version) return bad({ code: 'slip_incomplete', missing: 'preset' })
    if (!outcome.sheet || !outcome.print) return bad({ code: 'slip_incomplete', missing: 'sheet' })
    const stops = runChecks(facts, outcome).filter((f) => f.level === 'stop')
    const answered = new Map(input.answers.map((a) => [a.check, a.reason]))
    const open = stops.filter((s) => !answered.has(s.check))
    if (input.outcome === 'good' && open.length > 0)
      return bad({
        code: 'stops_unanswered',
        checks: open.map((s) => sayFinding(s, room?.unit ?? 'mm').replace(/\.$/, '')),
      })
    const answers = stops.flatMap((s) => {
      const reason = answered.get(s.check)
      return reason ? [{ check: s.check, says: sayFinding(s, room?.unit ?? 'mm'), reason }] : []
    })
    const queue = db.select().from(queues).where(eq(queues.id, facts.version.settings.queueId)).get()
    if (!queue) return bad({ code: 'not_found', what: 'The queue of this preset' })
    const { sheet } = outcome.sheet
    const rollId = outcome.sheet.roll ? rollInUse(db, facts, now) : null
    if (rollId && rollLeft(db, rollId) < sheet.length * input.copies)
      return bad({
        code: 'nothing_left',
        what: 'The roll',
        left: writeLength(rollLeft(db, rollId), room?.unit ?? 'mm'),
        needed: `${Math.round((sheet.length * input.copies) / 1000)} mm; correct its length under Papers & rolls`,
      })
    const member = slip.body.memberId ? db.select().from(people).where(eq(people.id, slip.body.memberId)).get() : null
    const groupId = member?.groupId ?? null
    const printed = db.select().from(runs).where(eq(runs.slipId, slip.id)).all()
    const charge = chargeOf(input.outcome, outcome)
    const ids: string[] = []
    for (let copy = 1; copy <= input.copies; copy++) {
      const id = newId()
      ids.push(id)
      db.insert(runs)
        .values({
          id,
          number: nextNumber(db, runs),
          slipId: slip.id,
          versionId: facts.version.id,
          printerId: queue.printerId,
          memberId: member?.id ?? null,
          groupId,
          paperId: facts.version.paper.id,
          stockId: facts.stock?.id ?? null,
          rollId,
          at: now,
          byId: actor.id,
          outcome: input.outcome,
          cause: input.cause,
          note: input.note,
          copy: printed.length + copy,
          widthUm: sheet.width,
          lengthUm: sheet.length,
          inkMicrolitres: Math.round((outcome.charge?.inkMl ?? 0) * 1000),
          cost: costOf(outcome),
          charge,
          tariffId: facts.tariff.id,
          answers,
          facts,
        })
        .run()
      if (rollId)
        db.insert(rollMoves)
          .values({ id: newId(), rollId, at: now, kind: 'run', deltaUm: -sheet.length, runId: id, byId: actor.id })
          .run()
      else if (facts.stock)
        db.insert(stockMoves)
          .values({ id: newId(), stockId: facts.stock.id, at: now, delta: -1, kind: 'run', runId: id, byId: actor.id })
          .run()
      const toGroup = slip.body.chargeTo === 'group' && groupId !== null
      if (charge !== 0 && (toGroup || member))
        db.insert(accountEntries)
          .values({
            id: newId(),
            at: now,
            personId: toGroup ? null : (member?.id ?? null),
            groupId: toGroup ? groupId : null,
            kind: 'charge',
            amount: charge,
            runId: id,
            byId: actor.id,
          })
          .run()
    }
    const good = printed.filter((r) => r.outcome === 'good').length + (input.outcome === 'good' ? input.copies : 0)
    const left = Math.max(0, slip.body.copies - good)
    db.update(slips)
      .set({ state: left === 0 ? 'done' : 'waiting', updatedAt: now, revision: slip.revision + 1 })
      .where(eq(slips.id, slip.id))
      .run()
    return ok({
      value: { runIds: ids, left },
      subject: slip.id,
      data: { outcome: input.outcome, copies: input.copies },
    })
  },
})
