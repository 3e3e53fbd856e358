import type { Bench, BenchSlip, Lane } from '@/contract/views/bench'
import { runChecks, worstLevel } from '@/core/checks/all'
import { minor } from '@/core/money/money'
import { setAtPrinter } from '@/core/printer/heard'
import type { PrintBody } from '@/core/slip/body'
import { factsFrom } from '@/core/slip/catalogue'
import { type Needs, needsKey, needsOf } from '@/core/slip/needs'
import { outcomeOf } from '@/core/slip/outcome'
import { kept } from '@/server/db/kept'
import type { Db } from '@/server/db/open'
import { copiesOf } from './copies'
import { allHeard, awaySince, printersSay } from './heard'
import { planLines } from './kept-plans'
import { logTotals } from './log'
import { listPapers } from './papers'
import { openPrints } from './print-jobs'
import { listPrinters } from './printers'
import { dueUpkeep } from './rail'
import { openReadBacks } from './read-backs'
import { rollHints } from './roll-plans'
import { catalogue, listSlips, picturesOf, type Slip } from './slips'

/** Checks whose findings stand in the lane of the printer, not on each of its slips. */
const IN_LANE: readonly string[] = ['black', 'loaded', 'says', 'left-set', 'upkeep', 'edge-measured']

/** Slips that are looked at, and cards that are shown of each group: the others are counted. */
const MOST_WAITING = 2000
const MOST_SHOWN = 9

type Filling = {
  readonly needs: Needs
  readonly slips: BenchSlip[]
  count: number
  prints: number
  seconds: number | null
}

/** The day's view: a lane per printer, slips grouped by what has to be changed before they can print. */
export const readBench = (db: Db, now: number, dayStart: number): Bench =>
  kept(db, `bench ${Math.floor(now / 60_000)} ${dayStart}`, () => benchNow(db, now, dayStart))

function benchNow(db: Db, now: number, dayStart: number): Bench {
  const lines = listSlips(db, ['waiting'], MOST_WAITING)
  const bodies = lines.map((l) => l.slip.body)
  const known = catalogue(
    db,
    now,
    bodies.flatMap((b) => b.prints.flatMap((p) => p.versionId ?? [])),
  )
  const pictures = picturesOf(db, ...bodies)
  const printers = listPrinters(db)
  const made = copiesOf(
    db,
    lines.map((l) => l.slip.id),
  )
  const prints = openPrints(db)
  const found = openReadBacks(db)
  const says = printersSay(db)
  const printerOfQueue = new Map(printers.flatMap((p) => p.queues.map((q) => [q.id, p])))
  const groups = new Map<string, Map<string, Filling>>()
  const unplaced: Filling = { needs: { load: null, black: null }, slips: [], count: 0, prints: 0, seconds: 0 }
  // two papers of one name are told apart by their makers
  const papers = listPapers(db)
  const paperName = ({
    paperId,
    paperName: name,
  }: {
    readonly paperId: string
    readonly paperName: string
  }): string => {
    const maker = papers.find((p) => p.id === paperId)?.maker ?? ''
    return maker !== '' && papers.some((p) => p.id !== paperId && p.name === name) ? `${name} (${maker})` : name
  }
  const plans = planLines(db, now).filter((p) => p.state === 'kept')
  const put = (slip: Slip, memberName: string | null, print: PrintBody): void => {
    const copies = made.wanted(slip.id, print)
    if (copies < 1) return
    const facts = factsFrom(known, slip.body, print, (id) => pictures.get(id) ?? null)
    const outcome = outcomeOf(facts)
    const printer = printerOfQueue.get(facts.version?.settings.queueId ?? '')
    let group = unplaced
    if (printer && facts.version && outcome.sheet) {
      const asked = needsOf(facts.version, outcome.sheet.sheet, outcome.sheet.roll, printer.loads)
      const needs = asked.load ? { ...asked, load: { ...asked.load, paperName: paperName(asked.load) } } : asked
      const lane = groups.get(printer.id) ?? new Map<string, Filling>()
      groups.set(printer.id, lane)
      group = lane.get(needsKey(needs)) ?? { needs, slips: [], count: 0, prints: 0, seconds: 0 }
      lane.set(needsKey(needs), group)
    }
    group.count += 1
    group.prints += copies
    group.seconds = group.seconds === null || outcome.seconds === null ? null : group.seconds + outcome.seconds * copies
    if (group.slips.length >= MOST_SHOWN) return
    const findings = runChecks(facts, outcome).filter((f) => !IN_LANE.includes(f.check))
    group.slips.push({
      ...{ id: slip.id, printId: print.id, number: slip.number, memberName, copies },
      title: slip.body.title || `Slip ${slip.number}`,
      pictureId: facts.pictures[0]?.id ?? null,
      sheet: outcome.sheet ? { ...outcome.sheet.sheet, roll: outcome.sheet.roll } : null,
      level: worstLevel(findings),
      finding: findings.find((f) => f.level !== 'fine') ?? null,
    })
  }
  for (const { slip, memberName } of lines.toReversed())
    for (const print of slip.body.prints) put(slip, memberName, print)
  const hints = rollHints(db, now)
  return {
    lanes: printers.map((printer) => ({
      printer,
      due: dueUpkeep(printer, now),
      says: says.get(printer.id) ?? [],
      copiesSet: copiesSet(db, printer.queues),
      awayAt: awaySince(
        db,
        printer.queues.map((q) => q.id),
      ),
      prints: prints.filter((p) => p.printerId === printer.id),
      found: found.get(printer.id) ?? [],
      together: hints.filter((h) => h.printerId === printer.id),
      plans: plans.filter((p) => printer.queues.some((q) => q.id === p.queueId)),
      swapCost:
        known.tariff.inkPer100Ml === null
          ? null
          : minor((known.tariff.inkPer100Ml * printer.swapMicrolitres) / 100_000),
      groups: [...(groups.get(printer.id)?.values() ?? [])].sort((a, b) => effort(a.needs) - effort(b.needs)),
    })),
    unplaced: unplaced.slips,
    unplacedCount: unplaced.count,
    waiting: lines.length,
    today: logTotals(db, { from: dayStart }),
  }
}

/** Copies that somebody left set at a printer; null: one, or nobody knows. */
function copiesSet(db: Db, queues: readonly { readonly id: string }[]): Lane['copiesSet'] {
  const all = allHeard(db)
  for (const { id } of queues) {
    const one = all.get(id)
    const [left] = one && one.awayAt === null ? setAtPrinter(one.facts.settings, one.since, 'colour') : []
    if (left?.what === 'copies') return { copies: left.is, since: left.since }
  }
  return null
}

/** As it stands first, then a change of paper, then one that swaps ink. */
const effort = (n: Needs): number => (n.load ? 1 : 0) + (n.black ? 2 : 0)
