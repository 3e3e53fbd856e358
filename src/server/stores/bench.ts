import { and, gte, inArray, sql } from 'drizzle-orm'
import type { Bench, BenchSlip } from '@/contract/views/bench'
import { runChecks, worstLevel } from '@/core/checks/all'
import { factsFrom } from '@/core/slip/catalogue'
import { type Needs, needsKey, needsOf } from '@/core/slip/needs'
import { outcomeOf } from '@/core/slip/outcome'
import type { Db } from '@/server/db/open'
import { queues, runs } from '@/server/db/schema'
import { CORRECTED } from './corrections'
import { listPrinters } from './printers'
import { openPrints } from './prints'
import { dueUpkeep } from './rail'
import { catalogue, listSlips } from './slips'

/** Checks whose findings stand in the lane of the printer, not on each of its slips. */
const IN_LANE: readonly string[] = ['black', 'loaded', 'upkeep', 'edge-measured']

/** The day's view: a lane per printer, slips grouped by what has to be changed before they can print. */
export function readBench(db: Db, now: number, dayStart: number): Bench {
  const lines = listSlips(db, ['waiting'])
  const known = catalogue(
    db,
    now,
    lines.flatMap((l) => (l.slip.body.versionId ? [l.slip.body.versionId] : [])),
  )
  const printers = listPrinters(db)
  const good = goodCopies(
    db,
    lines.map((l) => l.slip.id),
  )
  const prints = openPrints(db)
  const printerOfQueue = new Map(
    db
      .select({ id: queues.id, printerId: queues.printerId })
      .from(queues)
      .all()
      .map((q) => [q.id, q.printerId]),
  )
  const groups = new Map<string, Map<string, { needs: Needs; slips: BenchSlip[] }>>()
  const unplaced: BenchSlip[] = []
  for (const { slip, picture, memberName } of [...lines].reverse()) {
    const facts = factsFrom(known, slip.body, picture)
    const outcome = outcomeOf(facts)
    const findings = runChecks(facts, outcome)
    const shown: BenchSlip = {
      id: slip.id,
      number: slip.number,
      title: slip.body.title || `Slip ${slip.number}`,
      memberName,
      pictureId: picture?.id ?? null,
      copies: Math.max(1, slip.body.copies - (good.get(slip.id) ?? 0)),
      sheet: outcome.sheet ? { ...outcome.sheet.sheet, roll: outcome.sheet.roll } : null,
      level: worstLevel(findings.filter((f) => !IN_LANE.includes(f.check))),
      finding: findings.find((f) => f.level !== 'fine' && !IN_LANE.includes(f.check)) ?? null,
    }
    const printer = printers.find((p) => p.id === printerOfQueue.get(facts.version?.settings.queueId ?? ''))
    if (!printer || !facts.version || !outcome.sheet) {
      unplaced.push(shown)
      continue
    }
    const needs = needsOf(facts.version, outcome.sheet.sheet, outcome.sheet.roll, printer.loads)
    const lane = groups.get(printer.id) ?? new Map<string, { needs: Needs; slips: BenchSlip[] }>()
    groups.set(printer.id, lane)
    const group = lane.get(needsKey(needs)) ?? { needs, slips: [] }
    lane.set(needsKey(needs), group)
    group.slips.push(shown)
  }
  return {
    lanes: printers.map((printer) => ({
      printer,
      due: dueUpkeep(printer, now),
      prints: prints.filter((p) => p.printerId === printer.id),
      groups: [...(groups.get(printer.id)?.values() ?? [])].sort((a, b) => effort(a.needs) - effort(b.needs)),
    })),
    unplaced,
    waiting: lines.length,
    today: doneSince(db, dayStart),
  }
}

/** Good prints that slips have already, by slip. */
function goodCopies(db: Db, slipIds: readonly string[]): ReadonlyMap<string, number> {
  const rows = db
    .select({ slipId: runs.slipId, outcome: CORRECTED.outcome })
    .from(runs)
    .where(inArray(runs.slipId, [...slipIds]))
    .all()
  const counts = new Map<string, number>()
  for (const r of rows) if (r.outcome === 'good') counts.set(r.slipId, (counts.get(r.slipId) ?? 0) + 1)
  return counts
}

/** As it stands first, then a change of paper, then one that swaps ink. */
const effort = (n: Needs): number => (n.load ? 1 : 0) + (n.black ? 2 : 0)

function doneSince(db: Db, since: number): Bench['today'] {
  const row = db
    .select({
      runs: sql<number>`count(*)`,
      spoiled: sql<number>`coalesce(sum(${CORRECTED.outcome} = 'spoiled'), 0)`,
      mm2: sql<number>`coalesce(sum(${runs.widthUm} / 1000.0 * ${runs.lengthUm} / 1000.0), 0)`,
    })
    .from(runs)
    .where(and(gte(runs.at, since)))
    .get()
  return row ?? { runs: 0, spoiled: 0, mm2: 0 }
}
