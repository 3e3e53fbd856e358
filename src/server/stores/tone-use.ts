import { asc, desc, eq, inArray, isNull, notInArray } from 'drizzle-orm'
import { curveTableSchema, type ReadingBody, readReading } from '@/contract/tone'
import { type CurveDoubt, doubtsOf, type ToneFacts } from '@/core/tone/use'
import { kept } from '@/server/db/kept'
import type { Db } from '@/server/db/open'
import { presetVersions, queues, runParts, toneCurves, toneReadings, upkeep, wedges } from '@/server/db/schema'
import { parsed } from './parse'
import { UPSETS } from './profile-seals'
import { readRoom } from './room'

/** A bound curve's table. @throws where there is none: curves are never deleted. */
export function curveTable(db: Db, id: string | null): readonly number[] | null {
  if (id === null) return null
  const row = db.select({ table: toneCurves.table }).from(toneCurves).where(eq(toneCurves.id, id)).get()
  if (!row) throw new Error(`there is no tone curve ${id}`)
  return parsed(curveTableSchema, row.table, `tone curve ${id}`)
}

/** When each wedge came out, by its id, as the log says; those that did not are not in it. */
export const wedgesPrinted = (db: Db): ReadonlyMap<string, number> =>
  kept(
    db,
    'wedges that came out',
    () =>
      new Map(
        db
          .select({ id: wedges.id, at: runParts.at })
          .from(wedges)
          .innerJoin(runParts, eq(runParts.slipId, wedges.slipId))
          .where(notInArray(runParts.nowOutcome, ['not printed', 'not known']))
          .orderBy(asc(runParts.at))
          .all()
          .map((p) => [p.id, p.at]),
      ),
  )

/** How long a print of this room dries before it is judged, ms. */
export const dryMs = (db: Db): number => (readRoom(db)?.judging.dryHours ?? 24) * 3_600_000

/** Why a curve made of a reading of a wedge may be off. */
export function readingDoubts(db: Db, wedgeId: string, readAt: number, body: ReadingBody): readonly CurveDoubt[] {
  const printedAt = wedgesPrinted(db).get(wedgeId)
  return doubtsOf({
    readAt,
    dryAt: printedAt === undefined ? null : printedAt + dryMs(db),
    within: body.kind === 'scan' ? body.within : null,
  })
}

/** What upset the printer of a version after a time: the first such entry, or null. */
export const upsetAfter = (db: Db): ((versionId: string, at: number) => string | null) => {
  const printers = kept(
    db,
    'printers of versions',
    () =>
      new Map(
        db
          .select({ id: presetVersions.id, settings: presetVersions.settings })
          .from(presetVersions)
          .all()
          .map((v) => [v.id, (v.settings as { readonly queueId: string }).queueId]),
      ),
  )
  const printerOf = new Map(
    db
      .select({ id: queues.id, printerId: queues.printerId })
      .from(queues)
      .all()
      .map((q) => [q.id, q.printerId]),
  )
  const upsets = kept(db, 'upsets', () =>
    db.select().from(upkeep).where(inArray(upkeep.kind, UPSETS)).orderBy(asc(upkeep.at)).all(),
  )
  return (versionId, at) => {
    const printerId = printerOf.get(printers.get(versionId) ?? '')
    return upsets.find((u) => u.printerId === printerId && u.at > at)?.kind ?? null
  }
}

/** What tone checks say of each seal; a seal without any says that nothing is known. */
export function toneBySeal(db: Db): (seal: string) => ToneFacts {
  const all = kept(db, 'tone checks by seal', () => {
    const printed = wedgesPrinted(db)
    const upset = upsetAfter(db)
    const rows = db
      .select({ wedge: wedges, read: toneReadings.kind })
      .from(toneReadings)
      .innerJoin(wedges, eq(wedges.id, toneReadings.wedgeId))
      .where(isNull(toneReadings.retiredAt))
      .orderBy(desc(wedges.number))
      .all()
      // what an eye saw is no lightness; one that went through a curve is that curve's check
      .filter((r) => r.read !== 'eye' && r.wedge.retiredAt === null && r.wedge.curveId === null)
    const curves = db
      .select({
        ...{ id: toneCurves.id, number: wedges.number, seal: toneCurves.seal },
        ...{ darkness: toneCurves.darkness, strength: toneCurves.strength, wedgeId: toneCurves.wedgeId },
        ...{ readAt: toneReadings.at, body: toneReadings.body },
      })
      .from(toneCurves)
      .innerJoin(wedges, eq(wedges.id, toneCurves.wedgeId))
      .innerJoin(toneReadings, eq(toneReadings.id, toneCurves.readingId))
      .where(isNull(toneCurves.retiredAt))
      .orderBy(desc(toneCurves.number))
      .all()
      .map((c) => ({ ...c, doubts: readingDoubts(db, c.wedgeId, c.readAt, readReading(c.body)) }))
    const facts = new Map<string, ToneFacts>()
    for (const { wedge } of rows) {
      const before = facts.get(wedge.seal) ?? {
        ...{ checks: [], curves: curves.filter((c) => c.seal === wedge.seal).map(bound) },
        since: upset(wedge.versionId, printed.get(wedge.id) ?? wedge.at),
      }
      const known = before.checks.some((c) => c.number === wedge.number)
      facts.set(wedge.seal, {
        ...before,
        checks: known ? before.checks : [...before.checks, { number: wedge.number, darkness: wedge.darkness }],
      })
    }
    return facts
  })
  return (seal) => all.get(seal) ?? { checks: [], curves: [], since: null }
}

const bound = (c: {
  readonly id: string
  readonly number: number
  readonly darkness: number
  readonly strength: number
  readonly doubts: readonly CurveDoubt[]
}): ToneFacts['curves'][number] => ({
  ...{ id: c.id, number: c.number, darkness: c.darkness, strength: c.strength / 1000 },
  ...(c.doubts.length > 0 ? { doubts: c.doubts } : {}),
})
