import { and, asc, desc, eq, inArray, ne, sql } from 'drizzle-orm'
import { alias } from 'drizzle-orm/sqlite-core'
import { readRecord } from '@/contract/record'
import type { EarlierPrint } from '@/contract/views/slip'
import { same } from '@/core/merge/merge'
import type { Db } from '@/server/db/open'
import { papers, pictures, presets, presetVersions, runParts, runPictures, runRecords, runs } from '@/server/db/schema'
import { newestFirst } from '@/server/db/sequence'

/** runs of one picture that are looked at, prints whose records are read, and ways that are told */
const LOOKED = 40
const READ = 5
const TOLD = 3

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
  // by the rows alone, in the order in which they were written: a picture may have been printed thousands of times
  const newest = db
    .select({ pictureId: asked.id, on: pictures.id, runId: runPictures.runId })
    .from(asked)
    .innerJoin(pictures, and(eq(pictures.sha, asked.sha), eq(pictures.page, asked.page)))
    .innerJoin(runPictures, eq(runPictures.pictureId, pictures.id))
    .where(inArray(asked.id, [...pictureIds]))
    .orderBy(newestFirst(runPictures))
    .limit(LOOKED * pictureIds.length)
    .all()
  const known = db
    .select({
      ...{ runId: runs.id, runNumber: runs.number, at: runParts.at, note: runs.note },
      ...{ outcome: runParts.nowOutcome, cause: runParts.nowCause, slipId: runParts.slipId, printId: runParts.printId },
      ...{ versionId: runParts.versionId, versionNumber: presetVersions.number, presetName: presets.name },
      ...{ paperName: papers.name, retired: presets.retiredAt, position: runParts.position },
      /** its own picture, where prints share the sheet */
      own: sql<
        string | null
      >`case when exists (select 1 from run_parts as other where other.run_id = ${runs.id} and other.position > 0) then (select json_extract(${runRecords.body}, '$.pieces[' || ${runParts.position} || '].picture.id') from ${runRecords} where ${runRecords.runId} = ${runs.id}) end`,
    })
    .from(runParts)
    .innerJoin(runs, eq(runs.id, runParts.runId))
    .innerJoin(presetVersions, eq(presetVersions.id, runParts.versionId))
    .innerJoin(presets, eq(presets.id, presetVersions.presetId))
    .innerJoin(papers, eq(papers.id, runParts.paperId))
    .where(
      and(
        inArray(
          runParts.runId,
          newest.map((n) => n.runId),
        ),
        ne(runParts.slipId, slipId),
        inArray(runParts.nowOutcome, ['good', 'proof', 'spoiled']),
      ),
    )
    .orderBy(desc(runs.number), asc(runParts.position))
    .all()
  const rows = known.flatMap((row) =>
    newest
      .filter((n) => n.runId === row.runId && (row.own === null || row.own === n.on))
      .map(({ pictureId }) => ({ ...row, pictureId })),
  )
  // copies and repeats of one print of one slip are one way: only the newest record of each is read
  const groups = new Map<string, { readonly row: (typeof rows)[number]; times: number }>()
  for (const row of rows) {
    const key = [row.pictureId, row.slipId, row.printId, row.versionId, row.outcome].join(' ')
    const group = groups.get(key) ?? { row, times: 0 }
    group.times += 1
    groups.set(key, group)
  }
  const looked = [...groups.values()].slice(0, READ * pictureIds.length)
  const records = recordsOf(
    db,
    looked.map((g) => g.row.runId),
  )
  const told: Record<string, EarlierPrint[]> = {}
  for (const { row: r, times } of looked) {
    const record = records.get(r.runId)
    if (!record) continue
    const { width, length } = record.sheet.sheet
    const earlier: EarlierPrint = {
      ...{ runId: r.runId, runNumber: r.runNumber, at: r.at, outcome: r.outcome, cause: r.cause, note: r.note },
      ...{ versionId: r.versionId, versionNumber: r.versionNumber, presetName: r.presetName },
      ...{ paperName: r.paperName, retired: r.retired !== null, sizeName: record.sizeName, width, length },
      ...{ print: record.shares?.[r.position]?.print ?? record.print, times },
    }
    const list = told[r.pictureId] ?? []
    const at = list.findIndex((e) => same(wayOf(e), wayOf(earlier)))
    const like = list[at]
    if (like) list[at] = { ...like, times: like.times + times }
    else if (list.length < TOLD) list.push(earlier)
    told[r.pictureId] = list
  }
  return told
}

/** What makes two prints of a picture alike: everything that would be asked for again, and what came of it. */
function wayOf({ versionId, outcome, width, length, print }: EarlierPrint) {
  if (!print) return { versionId, outcome, width, length }
  const { id: _, copies: __, pieces, ...asked } = print
  return { versionId, outcome, width, length, asked, pieces: pieces.map(({ id, pictureId, ...piece }) => piece) }
}

function recordsOf(db: Db, runIds: readonly string[]) {
  const rows = db
    .select()
    .from(runRecords)
    .where(inArray(runRecords.runId, [...new Set(runIds)]))
    .all()
  return new Map(rows.map((r) => [r.runId, readRecord(r.schema, r.body)]))
}
