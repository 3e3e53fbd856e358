import { and, desc, eq, inArray, ne } from 'drizzle-orm'
import { alias } from 'drizzle-orm/sqlite-core'
import { readRecord } from '@/contract/record'
import type { EarlierPrint } from '@/contract/views/slip'
import type { Db } from '@/server/db/open'
import { papers, pictures, presets, presetVersions, runParts, runPictures, runRecords, runs } from '@/server/db/schema'

/** runs of one picture that are looked at, and those of them that are told */
const LOOKED = 60
const TOLD = 4

/**
 * How pictures of the same bytes were printed before, on other slips: the newest first, each way once, by the picture
 * that is asked for. Sheets that nobody knows of, or that did not come out, tell nothing.
 */
export function earlierPrints(
  db: Db,
  pictureIds: readonly string[],
  slipId: string,
): Readonly<Record<string, readonly EarlierPrint[]>> {
  if (pictureIds.length === 0) return {}
  const asked = alias(pictures, 'asked')
  const rows = db
    .select({
      ...{ pictureId: asked.id, runId: runs.id, runNumber: runs.number, at: runParts.at, note: runs.note },
      ...{ outcome: runParts.nowOutcome, cause: runParts.nowCause, slipId: runParts.slipId, printId: runParts.printId },
      ...{ versionId: runParts.versionId, versionNumber: presetVersions.number, presetName: presets.name },
      ...{ paperName: papers.name, retired: presets.retiredAt },
    })
    .from(asked)
    .innerJoin(pictures, and(eq(pictures.sha, asked.sha), eq(pictures.page, asked.page)))
    .innerJoin(runPictures, eq(runPictures.pictureId, pictures.id))
    .innerJoin(runs, eq(runs.id, runPictures.runId))
    .innerJoin(runParts, eq(runParts.runId, runs.id))
    .innerJoin(presetVersions, eq(presetVersions.id, runParts.versionId))
    .innerJoin(presets, eq(presets.id, presetVersions.presetId))
    .innerJoin(papers, eq(papers.id, runParts.paperId))
    .where(
      and(
        inArray(asked.id, [...pictureIds]),
        ne(runParts.slipId, slipId),
        inArray(runParts.nowOutcome, ['good', 'proof', 'spoiled']),
      ),
    )
    .orderBy(desc(runParts.at), desc(runs.number))
    .limit(LOOKED * pictureIds.length)
    .all()
  const told = new Map<string, (typeof rows)[number][]>()
  for (const row of rows) {
    const list = told.get(row.pictureId) ?? []
    const known = list.some(
      (r) =>
        r.slipId === row.slipId &&
        r.printId === row.printId &&
        r.versionId === row.versionId &&
        r.outcome === row.outcome,
    )
    if (!known && list.length < TOLD) told.set(row.pictureId, [...list, row])
  }
  const records = recordsOf(
    db,
    [...told.values()].flat().map((r) => r.runId),
  )
  return Object.fromEntries(
    [...told].map(([id, list]) => [
      id,
      list.flatMap((r): readonly EarlierPrint[] => {
        const record = records.get(r.runId)
        if (!record) return []
        const { width, length } = record.sheet.sheet
        return [
          {
            ...{ runId: r.runId, runNumber: r.runNumber, at: r.at, outcome: r.outcome, cause: r.cause, note: r.note },
            ...{ versionId: r.versionId, versionNumber: r.versionNumber, presetName: r.presetName },
            ...{ paperName: r.paperName, retired: r.retired !== null, sizeName: record.sizeName, width, length },
            print: record.print,
          },
        ]
      }),
    ]),
  )
}

function recordsOf(db: Db, runIds: readonly string[]) {
  const rows = db
    .select()
    .from(runRecords)
    .where(inArray(runRecords.runId, [...new Set(runIds)]))
    .all()
  return new Map(rows.map((r) => [r.runId, readRecord(r.schema, r.body)]))
}
