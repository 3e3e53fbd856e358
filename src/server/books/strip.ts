import { type PlanBooking, paperUsed } from '@/contract/print-job'
import type { PlanBody } from '@/contract/roll-plan'
import { NOTHING_SPENT } from '@/core/charge/charge'
import { type Share, sharesOf } from '@/core/charge/shares'
import { tradePair } from '@/core/length/write'
import { type Minor, minor, splitMoney } from '@/core/money/money'
import type { Laid } from '@/core/nest/ask'
import { labelRoom } from '@/core/nest/ends'
import { fitsAcross } from '@/core/nest/kinds'
import { verifyPlan } from '@/core/nest/verify'
import { bad, ok, type Result } from '@/core/result/result'
import type { PrintBody } from '@/core/slip/body'
import { factsFrom } from '@/core/slip/catalogue'
import { copiesWanted } from '@/core/slip/copies'
import type { PictureFacts, PrintFacts } from '@/core/slip/facts'
import { outcomeOf, type PieceOutcome, type PrintOutcome } from '@/core/slip/outcome'
import { addedLines, type RecordedStop, recordOf } from '@/core/slip/record'
import { type OnStrip, stripFacts, stripMarks } from '@/core/slip/strip'
import { countOf } from '@/core/words/count'
import { sayFault } from '@/core/words/plan'
import type { Problem } from '@/core/words/problems'
import type { Db } from '@/server/db/open'
import { copiesOf } from '@/server/stores/copies'
import { heldCopies, type KeptPlan } from '@/server/stores/kept-plans'
import { readPerson } from '@/server/stores/people'
import { groupKey } from '@/server/stores/roll-plans'
import { planShares, unitOfRoom } from '@/server/stores/room'
import { catalogue, picturesOf, readSlip, type Slip } from '@/server/stores/slips'
import { complete, type Printable, storedRecord } from './printable'

/** A print as it lies on a strip, with whose it is and what it bears. */
export type StripPrint = {
  readonly slip: Slip
  readonly print: PrintBody
  readonly laid: Laid
  readonly memberName: string | null
  readonly groupName: string | null
  readonly groupId: string | null
  readonly share: Share
  readonly paperUm2: number
  readonly inkMicrolitres: number
}

/** A kept plan as one length of roll, ready to be printed. */
export type Strip = {
  readonly printable: Printable
  /** in the order of the plan's items, which is that of the pieces */
  readonly prints: readonly StripPrint[]
}

/** What a plan was laid of, as slips are now: each copy, or why it cannot lie there any more. */
type Now = {
  readonly slip: Slip
  readonly print: PrintBody
  readonly facts: PrintFacts
  readonly outcome: PrintOutcome
  readonly piece: PieceOutcome
  readonly picture: PictureFacts
}

const cannot = (...says: readonly string[]): Result<never, Problem> => bad({ code: 'rules', says })

/** What to do with a plan that does not fit its slips any more. */
const AGAIN = 'Put this plan away and lay it out again.'

/** What is asked of the solver by a plan, with its prints as they are now. */
export const askOf = ({ width, gap, margin, cut, items }: PlanBody, sizes: readonly { w: number; h: number }[]) => ({
  ...{ width, gap, margin, cut },
  items: items.map(({ mayTurn }, i) => ({ w: sizes[i]?.w ?? 0, h: sizes[i]?.h ?? 0, mayTurn })),
})

/**
 * Why a plan cannot be what it says, by code that shares nothing with what laid it; null: it can. Every plan goes through
 * here before it is kept and before it is printed.
 */
export function planFault(
  body: PlanBody,
  prints: readonly { readonly w: number; readonly h: number; readonly says: string }[],
): Problem | null {
  const wide = body.items.findIndex(
    ({ mayTurn }, i) => !fitsAcross({ w: prints[i]?.w ?? 0, h: prints[i]?.h ?? 0, mayTurn }, body.width, body.margin),
  )
  if (body.width <= 0 || wide >= 0)
    return { code: 'rules', says: [`${prints[Math.max(0, wide)]?.says} is wider than the roll. Take it out.`] }
  const [fault] = verifyPlan(askOf(body, prints), body)
  return fault ? { code: 'rules', says: [sayFault(fault, (i) => prints[i]?.says ?? `print ${i + 1}`)] } : null
}

/** The prints of a plan as their slips are now; or what of them does not fit it any more. */
function printsNow(db: Db, plan: Pick<KeptPlan, 'id' | 'versionId' | 'body' | 'state' | 'number'>, now: number) {
  const unit = unitOfRoom(db)
  const slips = new Map<string, Slip>()
  for (const { slipId } of plan.body.items) {
    if (slips.has(slipId)) continue
    const slip = readSlip(db, slipId)
    if (!slip) return cannot(`A slip of this plan is not there any more. ${AGAIN}`)
    // one that is done meanwhile is said below, with how many it still wants
    if (slip.state === 'withdrawn' || slip.state === 'open')
      return cannot(`Slip ${slip.number} was taken off the bench. ${AGAIN}`)
    slips.set(slipId, slip)
  }
  const known = catalogue(db, now, [plan.versionId], plan.id)
  const lost = known.broken.find((v) => v.id === plan.versionId)
  if (lost)
    return bad({ code: 'preset_broken', preset: lost.presetName, number: lost.number, lost: lost.lost } as const)
  const pictures = picturesOf(db, ...[...slips.values()].map((s) => s.body))
  const held = heldCopies(db)
  const seen = new Map<string, Now>()
  const counted = new Map<string, number>()
  const all: Now[] = []
  for (const [i, item] of plan.body.items.entries()) {
    const slip = slips.get(item.slipId)
    const print = slip?.body.prints.find((p) => p.id === item.printId)
    if (!slip || !print) return cannot(`A print of slip ${slip?.number} is not there any more. ${AGAIN}`)
    const called = `Slip ${slip.number}${slip.body.title ? `, ${slip.body.title},` : ''}`
    const key = `${slip.id} ${print.id}`
    const [first] = all
    const own = groupKey(print.versionId ?? '', widthOf(print), print)
    if (own !== groupKey(plan.versionId, plan.body.width, first?.print ?? print))
      return cannot(
        `${called} is not printed like the others of this plan now: version, roll, darkness or grey differ. ${AGAIN}`,
      )
    counted.set(key, (counted.get(key) ?? 0) + 1)
    const before = seen.get(key) ?? nowOf(slip, print)
    if (!before) return cannot(`${called} has no picture or nothing to print now. ${AGAIN}`)
    seen.set(key, before)
    const laid = plan.body.laid.find((l) => l.i === i)
    const { w, h } = before.piece.asked
    if (laid && (laid.turned ? laid.w !== h || laid.h !== w : laid.w !== w || laid.h !== h))
      return cannot(`${called} is ${tradePair(w, h, unit)} now, and this plan was laid for another size. ${AGAIN}`)
    all.push(before)
  }
  for (const [key, copies] of counted) {
    const one = seen.get(key)
    if (!one) continue
    // a kept plan holds its own copies already
    const mine = plan.state === 'kept' && plan.id !== '' ? copies : 0
    const made = copiesOf(db, [one.slip.id]).of(one.slip.id, one.print.id)
    const others = Math.max(0, made.inPlans - mine)
    const wanted = copiesWanted(one.print.copies, { good: made.good, inPlans: others, underWay: made.underWay })
    if (copies > wanted) {
      const beside = [
        ...(others > 0 ? [`those of plan ${held.get(key)?.plan}`] : []),
        ...(made.underWay > 0 ? [`${countOf(made.underWay, 'copy', 'copies')} at a printer`] : []),
      ]
      return cannot(
        `Slip ${one.slip.number} wants ${wanted} more of this print${beside.length > 0 ? ` beside ${beside.join(' and ')}` : ''}, and ${copies} lie on this plan. ${AGAIN}`,
      )
    }
  }
  return ok(all)

  function nowOf(slip: Slip, print: PrintBody): Now | null {
    const facts = factsFrom(known, slip.body, print, (id) => pictures.get(id) ?? null)
    const outcome = outcomeOf(facts)
    const [piece] = outcome.pieces
    const [picture] = facts.pictures
    return piece &&
      picture &&
      !print.label &&
      !print.again &&
      outcome.pieces.length === 1 &&
      outcome.sheet?.roll &&
      !outcome.sheet.borderless
      ? { slip, print, facts, outcome, piece, picture }
      : null
  }
}

const widthOf = ({ sheet }: PrintBody): number => (sheet?.kind === 'cut' ? sheet.width : 0)

/** What each print of a plan is called and how large it is now, for who keeps it. */
export function planPrints(db: Db, plan: Parameters<typeof printsNow>[1], now: number) {
  const prints = printsNow(db, plan, now)
  return prints.ok
    ? ok(
        prints.value.map(({ slip, piece }) => ({
          ...{ w: piece.asked.w as number, h: piece.asked.h as number },
          says: `Slip ${slip.number}${slip.body.title ? `, ${slip.body.title}` : ''}`,
        })),
      )
    : prints
}

/** A kept plan as one print of many pieces, with the share of each; or why it cannot be printed as it was laid. */
export function stripOf(db: Db, plan: KeptPlan, now: number): Result<Strip, Problem> {
  const { body } = plan
  const prints = printsNow(db, plan, now)
  if (!prints.ok) return prints
  const sizes = prints.value.map(({ piece, slip }) => ({
    ...{ w: piece.asked.w, h: piece.asked.h },
    says: `Slip ${slip.number}`,
  }))
  const fault = planFault(body, sizes)
  if (fault) return bad(fault)
  const [first] = prints.value
  const version = first?.facts.version
  const sheet = first?.outcome.sheet
  if (!version || !sheet) throw new Error('every print of a plan has its version and sheet')
  const places = body.items.map((_, i) => {
    const laid = body.laid.find((l) => l.i === i)
    if (!laid) throw new Error('a plan that was looked through lays every print')
    return laid
  })
  const placed = prints.value.map(({ facts, piece, picture }, i): OnStrip => {
    const laid = places[i]
    if (!laid) throw new Error('a place for each')
    return { facts, piece, picture, laid }
  })
  const { labels: labelled, gap, length } = body
  const head = { version, width: sheet.sheet.width, margins: sheet.margins, length, gap, labels: labelled }
  const whole = complete(db, stripFacts(placed, head))
  if (!whole.ok) return whole
  const labels = prints.value.map(({ slip }) => labelOf(db, slip))
  const pieces = whole.value.outcome.pieces.flatMap((p) => (p ? [p] : []))
  const marks = stripMarks(
    pieces.map((p) => p.sent),
    whole.value.outcome.sheet.area,
    body.gap,
    labelRoom(labelled, gap) > 0 ? labels : [],
    body.ticks,
  )
  const { page } = whole.value.outcome
  const printable = {
    ...whole.value,
    outcome: { ...whole.value.outcome, page: { ...page, items: [...page.items, ...marks] } },
  }
  return ok({ printable, prints: sharesNow(db, printable, prints.value, places) })
}

/** What stands below a print on the strip. */
function labelOf(db: Db, { number, body }: Slip): string {
  const member = body.memberId ? readPerson(db, body.memberId) : null
  return [`${number}`, ...(member ? [member.name] : []), ...(body.title ? [body.title] : [])].join('  ')
}

function sharesNow(
  db: Db,
  { facts, outcome }: Printable,
  prints: readonly Now[],
  places: readonly Laid[],
): readonly StripPrint[] {
  const { width, length } = outcome.sheet.sheet
  const areas = places.map((l) => l.w * l.h)
  const inked = prints.map((_, i) => outcome.pieces[i]?.inkedMm2 ?? 0)
  const amount = (what: 'paper' | 'ink'): Minor =>
    outcome.charge?.lines.find((l) => l.what === what)?.amount ?? minor(0)
  const shares = sharesOf(
    {
      paper: amount('paper'),
      ink: amount('ink'),
      spent: outcome.charge?.spent ?? NOTHING_SPENT,
      each: facts.tariff.roomShare,
    },
    width * length,
    areas.map((area, i) => ({ area, inked: inked[i] ?? 0 })),
    planShares(db),
  )
  const paper = splitMoney(minor(width * length), areas)
  const ink = splitMoney(minor((outcome.charge?.inkMl ?? 0) * 1000), inked)
  return prints.map(({ slip, print }, i): StripPrint => {
    const member = slip.body.memberId ? readPerson(db, slip.body.memberId) : null
    const [laid, share] = [places[i], shares[i]]
    if (!laid || !share) throw new Error('a place and a share for each')
    return {
      ...{ slip, print, laid, share },
      ...{ memberName: member?.name ?? null, groupName: member?.groupName ?? null, groupId: member?.groupId ?? null },
      ...{ paperUm2: paper[i] ?? 0, inkMicrolitres: ink[i] ?? 0 },
    }
  })
}

/** What is booked when a strip has come out: one run, with a part for each print. */
export function planBooking({ printable, prints }: Strip, stops: readonly RecordedStop[]): PlanBooking {
  const { facts, outcome, printerId } = printable
  const { version, stock } = facts
  const { sheet } = outcome.sheet
  const record = recordOf(facts, outcome, stops)
  if (!record) throw new Error('a print of which everything is there has a record')
  return {
    used: {
      ...{ printerId, feedId: version.feed.id, blackInk: version.settings.blackInk },
      ...{ paper: paperUsed(stock, true, false), lengthUm: sheet.length },
    },
    run: {
      ...{ versionId: version.id, paperId: version.paper.id, tariffId: facts.tariff.id, widthUm: sheet.width },
      record: storedRecord({
        ...record,
        lines: addedLines(prints.map((p) => p.share.lines)),
        print: null,
        shares: prints.map(({ share, print }) => ({ ...share, print })),
      }),
    },
    parts: prints.map(({ slip, print, groupId, paperUm2, inkMicrolitres }) => ({
      ...{ slipId: slip.id, printId: print.id, memberId: slip.body.memberId, groupId, chargeTo: slip.body.chargeTo },
      ...{ paperUm2, inkMicrolitres },
    })),
  }
}
