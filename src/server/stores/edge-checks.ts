import { and, asc, desc, eq, inArray } from 'drizzle-orm'
import {
  checkResultSchema,
  declaredSchema,
  instrumentSchema,
  layoutSchema,
  readingsSchema,
} from '@/contract/edge-check'
import type { EdgeCheck } from '@/contract/views/edge-check'
import { type EdgeFigures, figuresFrom } from '@/core/edge/figures'
import { type Landings, landingsOf, offBeyondChance, pooled, withPool } from '@/core/edge/pool'
import type { CheckResult } from '@/core/edge/solve'
import { type Um, um } from '@/core/length/length'
import type { CheckDue, VersionFacts } from '@/core/slip/facts'
import type { Db } from '@/server/db/open'
import { edgeChecks, feeds, people, presets, presetVersions, printers, queues, room, upkeep } from '@/server/db/schema'
import { feedName } from './feed-name'
import { type RunGroup, runGroups } from './measures'
import { parsed } from './parse'
import { UPSETS } from './profile-seals'

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

type CheckRow = typeof edgeChecks.$inferSelect

const resultOf = (row: CheckRow): CheckResult | null =>
  row.result === null ? null : parsed(checkResultSchema, row.result, `the result of edge check ${row.number}`)

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
    feedName: feedName(r.feedFacts, check.feedId),
    versionId: check.versionId,
    presetName: r.presetName,
    versionNumber: r.versionNumber,
    seal: r.seal,
    edge: check.edge,
    sizeName: check.sizeName,
    sheet: { width: um(check.widthUm), length: um(check.lengthUm) },
    layout: parsed(layoutSchema, check.layout, `the layout of edge check ${check.number}`),
    readings: parsed(readingsSchema, check.readings, `edge check ${check.number}`),
    instrument: parsed(instrumentSchema, check.instrument, `the instrument of edge check ${check.number}`),
    declared: parsed(declaredSchema, check.declared, `what was declared for edge check ${check.number}`),
    result: resultOf(check),
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

type Solved = { readonly row: CheckRow; readonly seal: string; readonly result: CheckResult }
type Edge = 'margins' | 'borderless'

/** What edge checks know, of all queues and feeds at once: asked for each version by its queue, feed and seal. */
export type EdgeKnowledge = {
  readonly of: (
    queueId: string,
    feedId: string,
    seal: string,
    printerId: string,
  ) => Pick<VersionFacts, 'checked' | 'checkDue'>
}

/**
 * Solved checks, measured runs, what upset their printers since, and the room's days: four queries. A check's drift is
 * sharpened by every sheet that was measured on its feed since the last change of that printer's head, feed or driver.
 */
export function edgeKnowledge(db: Db, now: number): EdgeKnowledge {
  const { list: all, solved } = solvedChecks(db)
  const upset = upsetsOf(db)
  const due = dueIn(db, now, upset)
  const since = (printerId: string): number => upset(printerId).at(-1)?.at ?? 0
  const runs = runGroups(db, since)
  const counts = (s: Solved): boolean => solvedAt(s) > since(s.row.printerId)
  /** the newest one, of this seal before others */
  const inUse = (queueId: string, feedId: string, edge: Edge, seal: string): Solved | null => {
    const list = solved.get(`${queueId} ${feedId} ${edge}`) ?? []
    return list.find((s) => s.seal === seal) ?? list[0] ?? null
  }
  const othersOf = (s: Solved): readonly Landings[] => [
    ...all.filter((o) => o !== s && o.row.feedId === s.row.feedId && counts(o)).map((o) => landingsOf(o.result)),
    ...runs.filter((g) => g.feedId === s.row.feedId),
  ]
  const known = new Map<Solved, { readonly pooled: (f: EdgeFigures) => EdgeFigures; readonly shift: CheckDue | null }>()
  const pool = (s: Solved) => {
    const before = known.get(s)
    if (before) return before
    const others = counts(s) ? othersOf(s) : []
    const made = {
      pooled: (f: EdgeFigures) => withPool(f, landingsOf(s.result), s.result.sheets, others),
      shift: shiftOf(s, runs, others),
    }
    known.set(s, made)
    return made
  }
  return {
    of: (queueId, feedId, seal, printerId) => {
      const margins = inUse(queueId, feedId, 'margins', seal)
      const free = inUse(queueId, feedId, 'borderless', seal)
      const figures = (edge: Edge, s: Solved | null): EdgeFigures | null =>
        s &&
        pool(s).pooled(
          figuresFrom(
            {
              ...{ checkId: s.row.id, number: s.row.number, at: solvedAt(s) },
              sheet: { width: um(s.row.widthUm), length: um(s.row.lengthUm) },
            },
            edge,
            s.result,
            margins?.result ?? null,
          ),
        )
      const dueOf = (s: Solved | null): CheckDue | null => s && (due(printerId, solvedAt(s)) ?? pool(s).shift)
      return {
        checked: { margins: figures('margins', margins), borderless: figures('borderless', free) },
        checkDue: { margins: dueOf(margins), borderless: dueOf(free) },
      }
    },
  }
}

const solvedAt = (s: Solved): number => s.row.solvedAt ?? s.row.createdAt

/** All solved checks, the newest first, and by queue, feed and edge. */
function solvedChecks(db: Db): { readonly list: readonly Solved[]; readonly solved: ReadonlyMap<string, Solved[]> } {
  const solved = new Map<string, Solved[]>()
  const rows = db
    .select({ row: edgeChecks, seal: presetVersions.seal })
    .from(edgeChecks)
    .innerJoin(presetVersions, eq(presetVersions.id, edgeChecks.versionId))
    .where(eq(edgeChecks.state, 'solved'))
    .orderBy(desc(edgeChecks.solvedNo))
    .all()
  for (const { row, seal } of rows) {
    const result = resultOf(row)
    if (!result) continue
    const key = `${row.queueId} ${row.feedId} ${row.edge}`
    const here = solved.get(key) ?? []
    solved.set(key, here)
    here.push({ row, seal, result })
  }
  return { list: [...solved.values()].flat(), solved }
}

/** Fewer runs than this are no mean: one sheet that fed badly moves it. */
const FEWEST_RUNS = 3

/** Whether the runs that a check promised lie off it by more than chance. */
function shiftOf(s: Solved, runs: readonly RunGroup[], others: readonly Landings[]): CheckDue | null {
  const own = landingsOf(s.result)
  const promised = runs.filter((g) => g.checkId === s.row.id)
  const off = (axis: 'across' | 'along'): { readonly by: Um; readonly runs: number } | null => {
    const all = pooled([own, ...others].flatMap((o) => o[axis] ?? []))
    const lie = promised.map((g) => g[axis]).find((g) => g !== null)
    if (!all || !lie || lie.n < FEWEST_RUNS) return null
    return offBeyondChance(lie, s.result.sheets, all) ? { by: um(lie.mean), runs: lie.n } : null
  }
  const [across, along] = [off('across'), off('along')]
  const count = Math.max(across?.runs ?? 0, along?.runs ?? 0)
  return count === 0 ? null : { why: 'shift', runs: count, across: across?.by ?? null, along: along?.by ?? null }
}

const DAY = 86_400_000

/** Of some checks the newest of each queue, feed and edge that has to be made again. */
export function dueChecks(
  db: Db,
  checks: readonly EdgeCheck[],
  now: number,
): readonly { readonly checkId: string; readonly due: CheckDue }[] {
  const knowledge = edgeKnowledge(db, now)
  const seen = new Set<string>()
  return checks.flatMap((c) => {
    const key = `${c.queueId} ${c.feedId} ${c.edge}`
    if (c.state !== 'solved' || seen.has(key)) return []
    seen.add(key)
    const due = knowledge.of(c.queueId, c.feedId, c.seal, c.printerId).checkDue[c.edge]
    return due ? [{ checkId: c.id, due }] : []
  })
}

type Upset = { readonly printerId: string; readonly kind: string; readonly at: number }

/** What upset each printer, the oldest first. */
function upsetsOf(db: Db): (printerId: string) => readonly Upset[] {
  const rows = db
    .select({ printerId: upkeep.printerId, kind: upkeep.kind, at: upkeep.at })
    .from(upkeep)
    .where(inArray(upkeep.kind, UPSETS))
    .orderBy(asc(upkeep.at))
    .all()
  const by = new Map<string, Upset[]>()
  for (const u of rows) by.set(u.printerId, [...(by.get(u.printerId) ?? []), u])
  return (printerId) => by.get(printerId) ?? []
}

/** Why a check of a printer that was solved then is due again now: the first upset since, else its age; null: it holds. */
function dueIn(
  db: Db,
  now: number,
  upsets: (printerId: string) => readonly Upset[],
): (printerId: string, at: number) => CheckDue | null {
  const good = db.select({ days: room.edgeCheckDays }).from(room).get()?.days ?? 180
  return (printerId, at) => {
    const upset = upsets(printerId).find((u) => u.at > at)
    if (upset) return { why: 'upkeep', kind: upset.kind }
    const days = Math.floor((now - at) / DAY)
    return days > good ? { why: 'age', days } : null
  }
}
