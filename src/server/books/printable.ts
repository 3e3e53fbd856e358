import { eq } from 'drizzle-orm'
import { paperUsed, type RunDraft, type SlipBooking } from '@/contract/print-job'
import { RECORD_SCHEMA } from '@/contract/record'
import type { RunOutcome } from '@/core/charge/charge'
import { runChecks } from '@/core/checks/all'
import { type LengthUnit, um } from '@/core/length/length'
import { writeLength } from '@/core/length/write'
import { bad, ok, type Result } from '@/core/result/result'
import type { PrintBody } from '@/core/slip/body'
import { factsFrom } from '@/core/slip/catalogue'
import type { PictureFacts, PrintFacts, VersionFacts } from '@/core/slip/facts'
import { outcomeOf, type PrintOutcome } from '@/core/slip/outcome'
import { type RecordedStop, type RunRecord, recordOf } from '@/core/slip/record'
import { sayFinding } from '@/core/words/checks'
import { countOf } from '@/core/words/count'
import type { Problem } from '@/core/words/problems'
import type { Db } from '@/server/db/open'
import { people, queues } from '@/server/db/schema'
import { heldCopies } from '@/server/stores/kept-plans'
import { rollLeft } from '@/server/stores/papers'
import { printingNow, unanswered } from '@/server/stores/print-jobs'
import { unitOfRoom } from '@/server/stores/room'
import { catalogue, picturesOf, readSlip, type Slip } from '@/server/stores/slips'
import { spokenFor } from '@/server/stores/spoken'
import { heldByTarget, targetOfSlip } from '@/server/stores/targets'

/** A print with everything there that printing it needs, and what it leads to. */
export type Printable = {
  readonly facts: Omit<PrintFacts, 'version' | 'pictures'> & {
    readonly version: VersionFacts
    readonly pictures: readonly PictureFacts[]
  }
  readonly outcome: Omit<PrintOutcome, 'sheet' | 'page'> & {
    readonly sheet: NonNullable<PrintOutcome['sheet']>
    readonly page: NonNullable<PrintOutcome['page']>
  }
  readonly printerId: string
}

/** What a print still misses before it can be printed or logged. */
export function complete(db: Db, facts: PrintFacts): Result<Printable, Problem> {
  const missing = (what: string) => bad({ code: 'slip_incomplete', missing: what } as const)
  const outcome = outcomeOf(facts)
  const { version } = facts
  const pictures = facts.pictures.flatMap((p) => (p ? [p] : []))
  if (pictures.length < facts.pictures.length) return missing('picture')
  if (!version) return missing('preset')
  if (outcome.noInk) return missing('print that leaves ink on its sheet')
  const { sheet, page } = outcome
  if (!sheet || !page) return missing('sheet')
  const queue = db.select().from(queues).where(eq(queues.id, version.settings.queueId)).get()
  if (!queue) return bad({ code: 'not_found', what: 'The queue of this preset' })
  return ok({
    facts: { ...facts, version, pictures },
    outcome: { ...outcome, sheet, page },
    printerId: queue.printerId,
  })
}

/** A slip as it was seen by who asks, or why nothing of it can be printed or logged. */
function slipAsSeen(db: Db, asked: { readonly slipId: string; readonly revision: number }): Result<Slip, Problem> {
  const slip = readSlip(db, asked.slipId)
  if (!slip) return bad({ code: 'not_found', what: 'This slip' })
  if (slip.state === 'done') return bad({ code: 'slip_done', number: slip.number })
  if (slip.revision !== asked.revision)
    return bad({ code: 'stale', what: 'This slip', yours: asked.revision, now: slip.revision, current: slip.body })
  return ok(slip)
}

/** Copies of a print that lie in a kept plan are printed with that: none of it is printed alone meanwhile. */
function heldByPlan(db: Db, slip: Slip, print: PrintBody): Problem | null {
  const held = heldCopies(db).get(`${slip.id} ${print.id}`)
  if (!held) return null
  const says = `${countOf(held.copies, 'copy', 'copies')} of this print of slip ${slip.number} ${held.copies === 1 ? 'lies' : 'lie'} in plan ${held.plan} on the bench. Print that plan, or put it away first.`
  return { code: 'rules', says: [says] }
}

/** The asked prints of a slip, ready; or why one of them is not. Of what is being printed only a file can be had. */
function printablesOf(
  db: Db,
  slip: Slip,
  printIds: readonly string[],
  now: number,
  forFile: boolean,
): Result<readonly Printable[], Problem> {
  const held = targetOfSlip(db, slip.id)
  if (held) return bad(heldByTarget(slip.number, held))
  const prints = printIds.map((id) => slip.body.prints.find((p) => p.id === id))
  const pictures = picturesOf(db, slip.body)
  const known = catalogue(
    db,
    now,
    prints.flatMap((p) => (p?.versionId ? [p.versionId] : [])),
  )
  const ready: Printable[] = []
  for (const print of prints) {
    if (!print) return bad({ code: 'not_found', what: `This print of slip ${slip.number}` })
    const lost = known.broken.find((v) => v.id === print.versionId)
    if (lost) return bad({ code: 'preset_broken', preset: lost.presetName, number: lost.number, lost: lost.lost })
    const inPlan = forFile ? null : heldByPlan(db, slip, print)
    if (inPlan) return bad(inPlan)
    if (!forFile && printingNow(db, slip.id, print.id)) return bad({ code: 'printing', what: `Slip ${slip.number}` })
    if (!forFile && unanswered(db, slip.id, print.id))
      return bad({
        code: 'rules',
        says: [`Nobody has said yet whether the last copy of slip ${slip.number} came out. Answer that first.`],
      })
    const one = complete(
      db,
      factsFrom(known, slip.body, print, (id) => pictures.get(id) ?? null),
    )
    if (!one.ok) return one
    ready.push(one.value)
  }
  return ok(ready)
}

/** One print of a slip, ready; that it is being printed is no reason against a file of it. */
export function printableForFile(db: Db, slip: Slip, printId: string, now: number): Result<Printable, Problem> {
  const ready = printablesOf(db, slip, [printId], now, true)
  if (!ready.ok) return ready
  const [only] = ready.value
  if (!only) throw new Error('a print was asked and not answered')
  return ok(only)
}

/** The stops of a print in words, with the reasons that answer them; a good print needs one for each. */
export const answered = (
  { facts, outcome }: Printable,
  wants: RunOutcome,
  given: readonly { readonly check: string; readonly reason: string }[],
  unit: LengthUnit,
): Result<readonly RecordedStop[], Problem> =>
  answeredStops(
    runChecks(facts, outcome)
      .filter((f) => f.level === 'stop')
      .map((f) => ({
        ...{ check: f.check, says: sayFinding(f, unit) },
        reason: given.find((g) => g.check === f.check)?.reason ?? null,
      })),
    wants,
    '',
  )

/** Recorded stops for what a print turned out to be: a note answers those that have no reason yet. */
export function answeredStops(
  recorded: readonly RecordedStop[],
  wants: RunOutcome,
  note: string,
): Result<readonly RecordedStop[], Problem> {
  const stops = recorded.map((s) => ({ ...s, reason: s.reason ?? (note.trim() || null) }))
  const open = stops.filter((s) => s.reason === null)
  return wants === 'good' && open.length > 0
    ? bad({ code: 'stops_unanswered', checks: open.map((s) => s.says.replace(/\.$/, '')) })
    : ok(stops)
}

/** Whether the rolls in use are long enough for these copies; sheets are only counted, a shelf can be wrong. */
export function enoughRoll(
  db: Db,
  asked: readonly { readonly printable: Printable; readonly copies: number }[],
  now: number,
  exceptPlan: string | null = null,
): Problem | null {
  const spoken = spokenFor(db, now, exceptPlan).rolls
  const needs = new Map<string, number>()
  for (const { printable: p, copies } of asked) {
    const rollId = p.facts.stock?.rollId
    if (p.outcome.sheet.roll && rollId)
      needs.set(rollId, (needs.get(rollId) ?? 0) + p.outcome.sheet.sheet.length * copies)
  }
  const unit = unitOfRoom(db)
  for (const [rollId, needed] of needs) {
    const promised = spoken.get(rollId) ?? um(0)
    const left = um(rollLeft(db, rollId) - promised)
    if (left < needed)
      return {
        code: 'nothing_left',
        what: 'The roll',
        left: `${writeLength(um(Math.max(0, left)), unit)}${promised > 0 ? ` beside ${writeLength(promised, unit)} that other prints will take` : ''}`,
        needed: `${writeLength(um(needed), unit)}; correct its length under Papers & rolls`,
      }
  }
  return null
}

/** Prints of a slip that somebody prints or logs: how many of each, as what, and why its stops were answered. */
export type AskedPrints = {
  readonly slipId: string
  readonly revision: number
  readonly outcome: RunOutcome
  readonly prints: readonly {
    readonly printId: string
    readonly copies: number
    readonly answers: readonly { readonly check: string; readonly reason: string }[]
  }[]
}

/** The slip and its asked prints, each with everything there that printing it needs; or why they cannot be had. */
export function askedPrints(
  db: Db,
  asked: AskedPrints,
  now: number,
): Result<
  {
    readonly slip: Slip
    readonly prints: readonly {
      readonly printable: Printable
      readonly copies: number
      readonly stops: readonly RecordedStop[]
    }[]
  },
  Problem
> {
  const slip = slipAsSeen(db, asked)
  if (!slip.ok) return slip
  const ids = asked.prints.map((p) => p.printId)
  const ready = printablesOf(db, slip.value, ids, now, false)
  if (!ready.ok) return ready
  const unit = unitOfRoom(db)
  const prints = []
  for (const [i, { copies, answers }] of asked.prints.entries()) {
    const printable = ready.value[i]
    if (!printable) throw new Error('a print was asked and not answered')
    const stops = answered(printable, asked.outcome, answers, unit)
    if (!stops.ok) return stops
    prints.push({ printable, copies, stops: stops.value })
  }
  const short = enoughRoll(db, prints, now)
  return short ? bad(short) : ok({ slip: slip.value, prints })
}

/** What is booked for each copy of a print, with who pays as it is said now. */
export function bookingOf(
  db: Db,
  slip: Slip,
  { facts, outcome, printerId }: Printable,
  stops: readonly RecordedStop[],
): SlipBooking {
  const { version } = facts
  const { sheet, roll } = outcome.sheet
  const { memberId } = facts.slip
  const member = memberId ? db.select().from(people).where(eq(people.id, memberId)).get() : undefined
  const record = recordOf(facts, outcome, stops)
  if (!record) throw new Error('a print of which everything is there has a record')
  const run: RunDraft = {
    ...{ versionId: version.id, paperId: version.paper.id, tariffId: facts.tariff.id },
    ...{ slipId: slip.id, printId: facts.print.id, chargeTo: facts.slip.chargeTo },
    ...{ memberId: member?.id ?? null, groupId: member?.groupId ?? null },
    ...{ widthUm: sheet.width, inkMicrolitres: Math.round((record.inkMl ?? 0) * 1000) },
    record: storedRecord(record),
  }
  return {
    used: {
      ...{ printerId, feedId: version.feed.id, blackInk: version.settings.blackInk },
      paper: paperUsed(facts.stock, roll, facts.print.again === true),
      lengthUm: sheet.length,
    },
    run,
  }
}

/** A record with the number of the schema that it is written in. */
export const storedRecord = (body: RunRecord) => ({ schema: RECORD_SCHEMA, body })
