import { asc, eq } from 'drizzle-orm'
import { readRecord } from '@/contract/record'
import type { PlanPiece, PlanPromise, PlanView } from '@/contract/views/plan'
import { type Account, accountOf } from '@/core/charge/account'
import { chargedFor, costOf } from '@/core/charge/charge'
import { runChecks } from '@/core/checks/all'
import { um } from '@/core/length/length'
import { minor } from '@/core/money/money'
import type { Rect } from '@/core/sheet/sheet'
import type { VersionFacts } from '@/core/slip/facts'
import { cutMiss } from '@/core/slip/strip'
import { sayFinding } from '@/core/words/checks'
import { sayProblem } from '@/core/words/problems'
import type { Db } from '@/server/db/open'
import { groups, people, queues, runParts, runRecords, slips } from '@/server/db/schema'
import { type KeptPlan, planLength, planLine, readPlan } from '@/server/stores/kept-plans'
import { countedOf } from '@/server/stores/papers'
import { readPerson } from '@/server/stores/people'
import { printLines } from '@/server/stores/print-jobs'
import { planShares, unitOfRoom } from '@/server/stores/room'
import { readSlip } from '@/server/stores/slips'
import { readVersionFacts } from '@/server/stores/version-facts'
import { type Strip, stripOf } from './strip'

/** A print's place as the sheet comes out. */
const placed = (laid: PlanPiece['laid'], at: Rect): PlanPiece['laid'] => ({ ...laid, x: at.x, y: at.y })

/** An account by the name that it has on a plan's page. */
const payer = (account: Account | null, member: string | null, group: string | null): PlanPiece['payer'] => {
  if (account === null) return null
  const { personId, groupId } = account
  return personId === null ? { id: groupId ?? '', name: group ?? '' } : { id: personId, name: member ?? '' }
}

function ofStrip({ printable, prints }: Strip): readonly PlanPiece[] {
  const { outcome, facts } = printable
  return prints.map(({ slip, laid, memberName, groupName, groupId, share }, i) => ({
    ...{ slipId: slip.id, number: slip.number, title: slip.body.title, memberName, groupName },
    ...{ pictureId: facts.pictures[i]?.id ?? null, partId: null },
    laid: placed(laid, outcome.pieces[i]?.asked ?? { x: um(laid.x), y: um(laid.y), w: um(laid.w), h: um(laid.h) }),
    charge: chargedFor('good', share.lines),
    payer: payer(accountOf(slip.body.chargeTo, slip.body.memberId, groupId), memberName, groupName),
  }))
}

function promiseOf(db: Db, { printable, prints }: Strip): PlanPromise {
  const { facts, outcome } = printable
  const unit = unitOfRoom(db)
  const nameOf = (piece: number | null): readonly string[] => {
    const slip = piece === null ? undefined : prints[piece - 1]?.slip
    return slip ? [`${slip.number} ${slip.body.title}`.trim()] : []
  }
  return {
    findings: runChecks(facts, outcome).map(({ piece, ...f }) => ({
      ...{ check: f.check, level: f.level },
      says: [...nameOf(piece), sayFinding({ ...f, piece: null }, unit)].join(': '),
    })),
    miss: cutMiss(outcome),
    rule: planShares(db),
    cost: minor(prints.reduce((sum, { share }) => sum + costOf(share.spent), 0)),
    room: minor(prints.reduce((sum, { share }) => sum + share.room, 0)),
    unknown: outcome.charge?.unknown ?? ['paper', 'ink'],
    inkMl: outcome.charge?.inkMl ?? null,
    seconds: outcome.seconds,
  }
}

/** What a plan was when it was printed: from its run's record. */
function ofRun(db: Db, plan: KeptPlan, runId: string): Pick<PlanView, 'pieces' | 'sheet'> {
  const row = db.select().from(runRecords).where(eq(runRecords.runId, runId)).get()
  if (!row) throw new Error(`run ${runId} has no record`)
  const record = readRecord(row.schema, row.body)
  const parts = db
    .select({ part: runParts, title: slips.title, number: slips.number, member: people.name, group: groups.name })
    .from(runParts)
    .innerJoin(slips, eq(slips.id, runParts.slipId))
    .leftJoin(people, eq(people.id, runParts.nowMemberId))
    .leftJoin(groups, eq(groups.id, runParts.nowGroupId))
    .where(eq(runParts.runId, runId))
    .orderBy(asc(runParts.position))
    .all()
  return {
    sheet: record.sheet.sheet,
    pieces: parts.flatMap(({ part, title, number, member, group }): readonly PlanPiece[] => {
      const piece = record.pieces[part.position]
      const laid = plan.body.laid.find((l) => l.i === part.position)
      if (!piece || !laid) return []
      return [
        {
          ...{ slipId: part.slipId, number, title, memberName: member, groupName: group, partId: part.id },
          ...{ pictureId: piece.picture.id, laid: placed(laid, piece.asked), charge: minor(part.nowCharge) },
          payer: payer(accountOf(part.chargeTo, part.nowMemberId, part.nowGroupId), member, group),
        },
      ]
    }),
  }
}

/** What of a plan can be said when it cannot be printed as it was laid: where its prints lay. */
function bare(db: Db, plan: KeptPlan, version: VersionFacts | null): Pick<PlanView, 'pieces' | 'sheet'> {
  const { body } = plan
  return {
    sheet: { width: um(body.width), length: planLength(db, plan, version) },
    pieces: body.laid.map((laid) => {
      const slip = readSlip(db, body.items[laid.i]?.slipId ?? '')
      const member = slip?.body.memberId ? readPerson(db, slip.body.memberId) : null
      return {
        ...{ slipId: slip?.id ?? '', number: slip?.number ?? 0, title: slip?.body.title ?? 'a slip that is gone' },
        ...{ memberName: member?.name ?? null, groupName: member?.groupName ?? null },
        ...{ pictureId: null, laid, charge: null, partId: null, payer: null },
      }
    }),
  }
}

/** A plan's own page. */
export function planView(db: Db, id: string, now: number): PlanView | null {
  const plan = readPlan(db, id)
  if (!plan) return null
  const version = readVersionFacts(db, plan.versionId, now)
  const strip = plan.state === 'kept' && plan.runId === null ? stripOf(db, plan, now) : null
  const shown =
    plan.runId !== null
      ? ofRun(db, plan, plan.runId)
      : strip?.ok
        ? { pieces: ofStrip(strip.value), sheet: strip.value.printable.outcome.sheet.sheet }
        : bare(db, plan, version.ok ? version.value : null)
  const queueId = version.ok ? version.value.settings.queueId : ''
  const queue = db.select({ address: queues.address }).from(queues).where(eq(queues.id, queueId)).get()
  return {
    ...planLine(db, plan, now),
    ...shown,
    ...{ revision: plan.revision, cutsMade: plan.cutsMade, offcutsKept: plan.offcutsKept, runId: plan.runId },
    feedName: version.ok ? version.value.feed.name : '',
    paperName: version.ok ? version.value.paper.name : '',
    gap: um(plan.body.gap),
    straight: plan.body.cut === 'straight',
    promise: strip?.ok ? promiseOf(db, strip.value) : null,
    trouble: strip && !strip.ok ? sayProblem(strip.problem) : null,
    counted: plan.runId === null ? null : countedOf(db, plan.runId),
    prints: printLines(db, plan.id),
    reachable: (queue?.address ?? '').trim() !== '',
  }
}
