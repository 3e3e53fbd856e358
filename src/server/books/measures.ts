import { eq, sql } from 'drizzle-orm'
import { distancesOf, type Measured } from '@/contract/measure'
import type { Outcome, Run } from '@/contract/views/log'
import { DISTANCES, heldAgainst, landedBy, type Promised, promisedOf } from '@/core/edge/measured-run'
import { INSTRUMENTS } from '@/core/edge/readings'
import { perMille, um } from '@/core/length/length'
import { bad, ok, type Result } from '@/core/result/result'
import { sheetRect } from '@/core/sheet/sheet'
import type { RunRecord } from '@/core/slip/record'
import { sayDistance } from '@/core/words/measured'
import type { Problem } from '@/core/words/problems'
import { newId } from '@/server/db/ids'
import type { Db } from '@/server/db/open'
import { edgeChecks, presetVersions, queues, runMeasures, runs } from '@/server/db/schema'
import { unitOfRoom } from '@/server/stores/room'

/** A piece of a record as its promise is held against what is read; null: the sheet has no such piece. */
export function promiseOf({ sheet, pieces }: RunRecord, piece: number): Promised | null {
  const one = pieces[piece]
  return one
    ? {
        ...{ sheet: sheet.sheet, inkable: sheet.borderless ? sheetRect(sheet.sheet) : sheet.area },
        ...{ onPaper: one.onPaper, tolerance: one.tolerance },
      }
    : null
}

/** Outcomes of which a sheet lies there to be measured. */
const OUT: readonly Outcome[] = ['good', 'proof', 'spoiled']

/**
 * Keeps what was read of a run's sheet, with its promise and where the sheet landed.
 */
export function bookMeasure(
  db: Db,
  run: Pick<Run, 'runId' | 'number' | 'at' | 'outcome' | 'record'>,
  { instrument, piece, read }: Measured,
  now: number,
  byId: string,
): Result<{ readonly id: string; readonly off: number }, Problem> {
  const cannot = (why: string) =>
    bad({ code: 'check_reading', says: `Run ${run.number} cannot be measured: ${why}` } as const)
  if (!OUT.includes(run.outcome)) return cannot(`it is ${run.outcome}. Say on its slip what came out first.`)
  const promised = promiseOf(run.record, piece)
  if (!promised) return cannot(`its sheet has no piece ${piece + 1}.`)
  const unit = unitOfRoom(db)
  const { width, length } = promised.sheet
  for (const name of DISTANCES) {
    const is = read[name]
    const most = name === 'left' || name === 'right' || name === 'width' ? width : length
    if (is !== null && is > most)
      return cannot(
        `${sayDistance(name, um(is), unit)}, and the sheet has no more than ${sayDistance(null, most, unit)}.`,
      )
  }
  const driven = drivenBy(db, run.runId)
  if (!driven) return bad({ code: 'not_found', what: 'The queue of this run' })
  const { figures } = run.record
  const checkId = figures.source === 'checked' ? figures.id : null
  const distances = distancesOf(read)
  const landed = landedBy(promised, distances, skewOf(db, checkId))
  const held = heldAgainst(promised, distances, INSTRUMENTS[instrument])
  const id = newId()
  db.insert(runMeasures)
    .values({
      ...{ id, runId: run.runId, runAt: run.at, at: now, byId, instrument, piece, held, checkId },
      ...driven,
      edge: run.record.sheet.borderless ? 'borderless' : 'margins',
      ...{ acrossUm: landed.across, alongUm: landed.along },
    })
    .run()
  return ok({ id, off: held.filter((h) => !h.holds).length })
}

/** How far a distance may lie from its promise before somebody asks whether it was taken between other edges. */
const FAR_OFF = 8000

/** Distances that lie so far off that they were probably taken elsewhere, each in a sentence. */
export function farOff(db: Db, record: RunRecord, { piece, read }: Measured): readonly string[] {
  const promised = promiseOf(record, piece)
  const unit = unitOfRoom(db)
  return promised
    ? DISTANCES.flatMap((name) => {
        const is = read[name]
        const should = promisedOf(promised, name)
        return is !== null && Math.abs(is - should) > FAR_OFF
          ? [`${sayDistance(name, is, unit)}, where ${sayDistance(null, should, unit)} was promised`]
          : []
      })
    : []
}

/** The queue and feed of a run's version, and their printer. */
const drivenBy = (db: Db, runId: string) =>
  db
    .select({
      ...{ queueId: queues.id, printerId: queues.printerId },
      feedId: sql<string>`json_extract(${presetVersions.settings}, '$.feedId')`,
    })
    .from(runs)
    .innerJoin(presetVersions, eq(presetVersions.id, runs.versionId))
    .innerJoin(queues, eq(queues.id, sql`json_extract(${presetVersions.settings}, '$.queueId')`))
    .where(eq(runs.id, runId))
    .get()

function skewOf(db: Db, checkId: string | null) {
  if (checkId === null) return perMille(0)
  const row = db.select({ result: edgeChecks.result }).from(edgeChecks).where(eq(edgeChecks.id, checkId)).get()
  const skew = (row?.result as { readonly skew?: number | null } | null)?.skew
  return perMille(skew ?? 0)
}
