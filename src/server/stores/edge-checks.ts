import { and, asc, desc, eq, gt, inArray } from 'drizzle-orm'
import { readingsSchema } from '@/contract/edge-check'
import type { Declared, EdgeCheck } from '@/contract/views/edge-check'
import { type EdgeFigures, figuresFrom } from '@/core/edge/figures'
import { INSTRUMENTS, type Instrument } from '@/core/edge/readings'
import type { RulerLayout } from '@/core/edge/ruler-sheet'
import type { CheckResult } from '@/core/edge/solve'
import { um } from '@/core/length/length'
import type { CheckDue, VersionFacts } from '@/core/slip/facts'
import type { Db } from '@/server/db/open'
import { edgeChecks, feeds, people, presets, presetVersions, printers, queues, room, upkeep } from '@/server/db/schema'
import { parsed } from './parse'

const base = (db: Db) =>
  db
    .select({
      check: edgeChecks,
      printerName: printers.nickname,
      queueName: queues.name,
      feedFacts: feeds.facts,
      presetName: presets.name,
      versionNumber: presetVersions.number,
      seal: presetVersions.seal,
    })
    .from(edgeChecks)
    .innerJoin(printers, eq(printers.id, edgeChecks.printerId))
    .innerJoin(queues, eq(queues.id, edgeChecks.queueId))
    .innerJoin(feeds, eq(feeds.id, edgeChecks.feedId))
    .innerJoin(presetVersions, eq(presetVersions.id, edgeChecks.versionId))
    .innerJoin(presets, eq(presets.id, presetVersions.presetId))

type Row = NonNullable<ReturnType<ReturnType<typeof base>['get']>>

const instrumentOf = (word: string): Instrument =>
  Object.hasOwn(INSTRUMENTS, word) ? (word as Instrument) : 'steel rule'

function toCheck(db: Db, r: Row): EdgeCheck {
  const { check } = r
  const nameOf = (id: string | null): string | null =>
    id === null
      ? null
      : (db.select({ name: people.name }).from(people).where(eq(people.id, id)).get()?.name ?? 'someone')
  return {
    id: check.id,
    number: check.number,
    printerId: check.printerId,
    printerName: r.printerName,
    queueId: check.queueId,
    queueName: r.queueName,
    feedId: check.feedId,
    feedName: (r.feedFacts as { name: string }).name,
    versionId: check.versionId,
    presetName: r.presetName,
    versionNumber: r.versionNumber,
    seal: r.seal,
    edge: check.edge,
    sizeName: check.sizeName,
    sheet: { width: um(check.widthUm), length: um(check.lengthUm) },
    // layout, declared and result are made by core and stored by the actions, never taken from a request
    layout: check.layout as RulerLayout,
    readings: parsed(readingsSchema, check.readings, `edge check ${check.number}`),
    instrument: instrumentOf(check.instrument),
    declared: check.declared as Declared,
    result: check.result as CheckResult | null,
    state: check.state,
    note: check.note,
    createdAt: check.createdAt,
    by: nameOf(check.byId) ?? 'someone',
    solvedAt: check.solvedAt,
    readBy: nameOf(check.readById),
    revision: check.revision,
  }
}

export function readEdgeCheck(db: Db, id: string): EdgeCheck | null {
  const row = base(db).where(eq(edgeChecks.id, id)).get()
  return row ? toCheck(db, row) : null
}

/** A printer's checks that were not withdrawn, the newest first. */
export const edgeChecksOf = (db: Db, printerId: string): readonly EdgeCheck[] =>
  base(db)
    .where(and(eq(edgeChecks.printerId, printerId), inArray(edgeChecks.state, ['open', 'solved'])))
    .orderBy(desc(edgeChecks.number))
    .limit(200)
    .all()
    .map((r) => toCheck(db, r))

/** Upkeep after which a check does not hold any more. */
const UPSETS = ['driver change', 'head change']

type Solved = { readonly row: typeof edgeChecks.$inferSelect; readonly result: CheckResult }

/** The check in use for a queue, feed and edge: the newest solved one, of this seal before others. */
function inUse(db: Db, queueId: string, feedId: string, edge: 'margins' | 'borderless', seal: string): Solved | null {
  const rows = db
    .select({ check: edgeChecks, seal: presetVersions.seal })
    .from(edgeChecks)
    .innerJoin(presetVersions, eq(presetVersions.id, edgeChecks.versionId))
    .where(
      and(
        eq(edgeChecks.queueId, queueId),
        eq(edgeChecks.feedId, feedId),
        eq(edgeChecks.edge, edge),
        eq(edgeChecks.state, 'solved'),
      ),
    )
    .orderBy(desc(edgeChecks.solvedNo))
    .limit(20)
    .all()
  const best = rows.find((r) => r.seal === seal) ?? rows[0]
  return best?.check.result ? { row: best.check, result: best.check.result as CheckResult } : null
}

/** What edge checks know of a queue's feed, and whether they are due again: part of a version's facts. */
export function edgeKnowledge(
  db: Db,
  queueId: string,
  feedId: string,
  seal: string,
  printerId: string,
  now: number,
): Pick<VersionFacts, 'checked' | 'checkDue'> {
  const margins = inUse(db, queueId, feedId, 'margins', seal)
  const free = inUse(db, queueId, feedId, 'borderless', seal)
  const figures = (edge: 'margins' | 'borderless', s: Solved | null): EdgeFigures | null =>
    s &&
    figuresFrom(
      {
        checkId: s.row.id,
        number: s.row.number,
        at: s.row.solvedAt ?? s.row.createdAt,
        sheet: { width: um(s.row.widthUm), length: um(s.row.lengthUm) },
      },
      edge,
      s.result,
      margins?.result ?? null,
    )
  return {
    checked: { margins: figures('margins', margins), borderless: figures('borderless', free) },
    checkDue: { margins: dueOf(db, printerId, margins, now), borderless: dueOf(db, printerId, free, now) },
  }
}

const DAY = 86_400_000

/** Of some checks the newest of each queue, feed and edge that has to be made again. */
export function dueChecks(
  db: Db,
  checks: readonly EdgeCheck[],
  now: number,
): readonly { readonly checkId: string; readonly due: CheckDue }[] {
  const seen = new Set<string>()
  return checks.flatMap((c) => {
    const key = `${c.queueId} ${c.feedId} ${c.edge}`
    if (c.state !== 'solved' || seen.has(key)) return []
    seen.add(key)
    const due = dueAt(db, c.printerId, c.solvedAt ?? c.createdAt, now)
    return due ? [{ checkId: c.id, due }] : []
  })
}

const dueOf = (db: Db, printerId: string, solved: Solved | null, now: number): CheckDue | null =>
  solved && dueAt(db, printerId, solved.row.solvedAt ?? solved.row.createdAt, now)

function dueAt(db: Db, printerId: string, at: number, now: number): CheckDue | null {
  const upset = db
    .select({ kind: upkeep.kind })
    .from(upkeep)
    .where(and(eq(upkeep.printerId, printerId), gt(upkeep.at, at), inArray(upkeep.kind, UPSETS)))
    .orderBy(asc(upkeep.at))
    .get()
  if (upset) return { why: 'upkeep', kind: upset.kind }
  const days = Math.floor((now - at) / DAY)
  const good = db.select({ days: room.edgeCheckDays }).from(room).get()?.days ?? 180
  return days > good ? { why: 'age', days } : null
}
