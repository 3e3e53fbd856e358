import { eq } from 'drizzle-orm'
import { INPUTS } from '@/contract/actions'
import { storedPlan } from '@/contract/roll-plan'
import type { RunOutcome } from '@/core/charge/charge'
import { cutsOf } from '@/core/nest/cuts'
import { bad, ok, type Result } from '@/core/result/result'
import { patched, withPrint } from '@/core/slip/body'
import type { RecordedStop } from '@/core/slip/record'
import type { Problem } from '@/core/words/problems'
import { planView } from '@/server/books/plan-view'
import { answered, enoughRoll } from '@/server/books/printable'
import { planBooking, planFault, planPrints, type Strip, stripOf } from '@/server/books/strip'
import { noteLoaded } from '@/server/books/used'
import { newId } from '@/server/db/ids'
import { nextNumber } from '@/server/db/numbers'
import type { Db } from '@/server/db/open'
import { rollPlans, slips } from '@/server/db/schema'
import { action } from '@/server/door/door'
import { heldCopies, type KeptPlan, readPlan } from '@/server/stores/kept-plans'
import { printingNow } from '@/server/stores/print-jobs'
import { planGroups } from '@/server/stores/roll-plans'
import { unitOfRoom } from '@/server/stores/room'
import { readSlip } from '@/server/stores/slips'
import { readVersionFacts } from '@/server/stores/version-facts'
import { send } from '@/server/subjects/all'
import { bookPlan, planFile, planSheet, rollPlan } from '@/server/subjects/roll-plan'
import { reachable } from './prints'
import { shelve } from './rolls'
import { revised } from './rows'
import { changeable, columns } from './slips'

/** Keeps a plan as it was found. It is looked through first, against the slips as they are now. */
export const keepPlan = action({
  name: 'plan.keep',
  role: 'helper',
  input: INPUTS['plan.keep'],
  commit({ group: key, plan: body }, { db, actor, now }) {
    const group = planGroups(db, now).find((g) => g.key === key)
    if (!group)
      return bad({
        code: 'rules',
        says: ['Nothing that waits belongs to this plan any more: it was printed, changed, or lies in another plan.'],
      })
    const { versionId } = group
    const prints = planPrints(db, { id: '', number: 0, versionId, body, state: 'kept' }, now)
    if (!prints.ok) return prints
    const fault = planFault(body, prints.value)
    if (fault) return bad(fault)
    const id = newId()
    const number = nextNumber(db, rollPlans)
    db.insert(rollPlans)
      .values({
        ...{ id, number, versionId, rollId: group.roll?.id ?? null, state: 'kept', body: storedPlan(body) },
        ...{ createdAt: now, byId: actor.id },
      })
      .run()
    return ok({ value: { id, number }, subject: id, data: { prints: body.items.length } })
  },
})

/** Makes prints as wide as so many go across a roll; each keeps its picture's shape, and all of them change or none. */
export const sizesAcross = action({
  name: 'plan.sizes',
  role: 'helper',
  input: INPUTS['plan.sizes'],
  commit({ width, prints }, { db, now }) {
    const changed = new Set<string>()
    for (const { slipId, revision, printId } of prints) {
      const may = changeable(db, slipId)
      if (!may.ok) return may
      const slip = readSlip(db, slipId)
      if (!slip) return bad({ code: 'not_found', what: 'This slip' })
      // a slip with several of these prints is one further by each that was changed here
      if (!changed.has(slipId) && slip.revision !== revision)
        return bad({
          code: 'stale',
          what: `Slip ${slip.number}`,
          yours: revision,
          now: slip.revision,
          current: slip.body,
        })
      if (!slip.body.prints.some((p) => p.id === printId))
        return bad({ code: 'not_found', what: `This print of slip ${slip.number}` })
      if (heldCopies(db).has(`${slipId} ${printId}`))
        return bad({ code: 'rules', says: [`Slip ${slip.number} lies in a kept plan: put that away first.`] })
      const body = withPrint(slip.body, printId, (p) =>
        patched(p, { quarter: 0, placing: { mode: 'exact', by: { edge: 'width', um: width } } }),
      )
      db.update(slips)
        .set({ ...columns(body), updatedAt: now, revision: slip.revision + 1 })
        .where(eq(slips.id, slipId))
        .run()
      changed.add(slipId)
    }
    return ok({
      value: { slips: changed.size },
      subject: prints[0]?.slipId ?? '',
      data: { width, prints: prints.length },
    })
  },
})

/** A plan that is kept and not on its way to the printer, as it was seen by who asks. */
function standing(db: Db, asked: { readonly id: string; readonly revision: number }): Result<KeptPlan, Problem> {
  const plan = readPlan(db, asked.id)
  if (!plan) return bad({ code: 'not_found', what: 'This plan' })
  if (plan.revision !== asked.revision)
    return bad({ code: 'stale', what: 'This plan', yours: asked.revision, now: plan.revision, current: plan.body })
  if (plan.state !== 'kept')
    return bad({ code: 'rules', says: [`Plan ${plan.number} is ${plan.state}: nothing of it is left to do here.`] })
  if (plan.runId !== null)
    return bad({ code: 'rules', says: [`Nobody knows yet whether plan ${plan.number} came out: say so first.`] })
  if (printingNow(db, plan.id)) return bad({ code: 'printing', what: `Plan ${plan.number}` })
  return ok(plan)
}

/** Its prints wait on the bench again, for whoever plans or prints them. */
export const putAwayPlan = action({
  name: 'plan.put-away',
  role: 'helper',
  input: INPUTS['plan.put-away'],
  commit(input, { db }) {
    const plan = standing(db, input)
    return plan.ok ? revised(db, rollPlans, 'This plan', input, { state: 'put away' }) : plan
  },
})

type Asked = {
  readonly id: string
  readonly revision: number
  readonly answers: readonly { readonly check: string; readonly reason: string }[]
}

/** A plan with everything there that printing it needs, looked through again, its stops answered. */
function ready(
  db: Db,
  asked: Asked,
  wants: RunOutcome,
  now: number,
): Result<{ readonly plan: KeptPlan; readonly strip: Strip; readonly stops: readonly RecordedStop[] }, Problem> {
  const plan = standing(db, asked)
  if (!plan.ok) return plan
  const strip = stripOf(db, plan.value, now)
  if (!strip.ok) return strip
  const stops = answered(strip.value.printable, wants, asked.answers, unitOfRoom(db))
  if (!stops.ok) return stops
  const short = enoughRoll(db, [{ printable: strip.value.printable, copies: 1 }], now, plan.value.id)
  return short ? bad(short) : ok({ plan: plan.value, strip: strip.value, stops: stops.value })
}

/** Prints a plan as one sheet; it is logged, with a part for each print, when the printer says that it is done. */
export const printPlan = action({
  name: 'plan.print',
  role: 'helper',
  input: INPUTS['plan.print'],
  commit({ outcome, note, ...asked }, { db, actor, now }) {
    const got = ready(db, asked, outcome, now)
    if (!got.ok) return got
    const { plan, strip, stops } = got.value
    const cannot = reachable(db, strip.printable.facts.version.settings.queueId)
    if (cannot) return bad(cannot)
    const sheet = planSheet(db, plan, strip, stops)
    if (!sheet.ok) return sheet
    const printIds = send(db, rollPlan, [sheet.value], { outcome, note, now, byId: actor.id })
    return ok({ value: { printIds }, subject: plan.id, data: { prints: strip.prints.length } })
  },
})

/** Logs a plan that was printed from its file. */
export const logPlan = action({
  name: 'plan.log',
  role: 'helper',
  input: INPUTS['plan.log'],
  commit({ outcome, cause, note, ...asked }, { db, actor, now }) {
    const got = ready(db, asked, outcome, now)
    if (!got.ok) return got
    const { plan, strip, stops } = got.value
    const booking = planBooking(strip, stops)
    const runId = bookPlan(db, plan.id, booking, { outcome, cause, note, at: now, byId: actor.id })
    noteLoaded(db, booking.used, now, actor.id)
    return ok({ value: { runId: runId ?? '' }, subject: plan.id, data: { outcome, prints: strip.prints.length } })
  },
})

/** Asks for the print-ready file of a plan. */
export const filePlan = action({
  name: 'plan.file',
  role: 'helper',
  input: INPUTS['plan.file'],
  commit(input, { db, now }) {
    const plan = standing(db, input)
    if (!plan.ok) return plan
    const strip = stripOf(db, plan.value, now)
    if (!strip.ok) return strip
    const jobId = newId()
    const payload = planFile(plan.value, strip.value)
    return ok({ value: { jobId }, subject: input.id, jobs: [{ id: jobId, kind: 'pdf', payload }] })
  },
})

/** Cuts that are made, ticked off beside the cutter: whoever looks sees the same. */
export const cutPlan = action({
  name: 'plan.cuts',
  role: 'helper',
  input: INPUTS['plan.cuts'],
  commit({ id, was, made }, { db }) {
    const plan = readPlan(db, id)
    if (!plan) return bad({ code: 'not_found', what: 'This plan' })
    if (plan.state === 'put away')
      return bad({ code: 'rules', says: [`Plan ${plan.number} was put away: nothing of it is cut.`] })
    if (plan.cutsMade !== was)
      return bad({ code: 'stale', what: `Plan ${plan.number}`, yours: was, now: plan.cutsMade, current: plan.cutsMade })
    db.update(rollPlans).set({ cutsMade: made }).where(eq(rollPlans.id, id)).run()
    return ok({ value: { id }, subject: id, data: { made } })
  },
})

/** A piece is kept in whole millimetres: what a cutter leaves beyond that is nobody's, um. */
const WHOLE = 1000

/** An offcut that is wide enough to keep lies on the shelf as a sheet; its paper was paid with the run that it is of. */
export const keepOffcut = action({
  name: 'plan.offcut',
  role: 'helper',
  input: INPUTS['plan.offcut'],
  commit({ id, cut, side }, { db, actor, now }) {
    const plan = planView(db, id, now)
    const kept = readPlan(db, id)
    if (!plan || !kept) return bad({ code: 'not_found', what: 'This plan' })
    if (plan.state !== 'printed')
      return bad({ code: 'rules', says: [`Plan ${plan.number} is ${plan.state}: nothing was cut of it yet.`] })
    const cuts = cutsOf(
      plan.pieces.map((p) => p.laid),
      plan.sheet,
    )
    const given = cuts?.[cut - 1]?.gives[side]
    const which = `${cut}.${side}`
    if (given?.kind !== 'offcut' || kept.offcutsKept.includes(which))
      return bad({ code: 'rules', says: [`No offcut falls off at cut ${cut} there, or it lies on the shelf already.`] })
    const version = readVersionFacts(db, kept.versionId, now)
    if (!version.ok) return version
    const [width, length] = [given.piece.w, given.piece.h].map((v) => Math.floor(v / WHOLE) * WHOLE)
    if (!width || !length) return bad({ code: 'rules', says: ['That is too narrow to keep.'] })
    const form = { paperId: version.value.paper.id, width, length, count: 1, price: 0 }
    const stockId = shelve(db, form, now, actor.id)
    db.update(rollPlans)
      .set({ offcutsKept: [...kept.offcutsKept, which] })
      .where(eq(rollPlans.id, id))
      .run()
    return ok({ value: { id: stockId }, subject: id, data: { width, length } })
  },
})
