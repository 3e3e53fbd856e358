import { and, asc, desc, eq, inArray, isNull, sql } from 'drizzle-orm'
import { settingsSchema } from '@/contract/preset'
import { feedSchema, queueFactsSchema } from '@/contract/printer'
import { um } from '@/core/length/length'
import type { Settings } from '@/core/preset/settings'
import type { Takes } from '@/core/print/delivery'
import type { LoadedFacts, VersionFacts } from '@/core/slip/facts'
import type { Db } from '@/server/db/open'
import {
  feeds,
  loads,
  papers,
  people,
  presets,
  presetVersions,
  printers,
  profiles,
  queues,
  runParts,
  stocks,
} from '@/server/db/schema'
import { edgeKnowledge } from './edge-checks'
import { surfaceOf } from './papers'
import { parsed } from './parse'
import { listPrinters } from './printers'
import { dueUpkeep } from './rail'
import { takesOf, toldOf } from './told'

export type Version = {
  readonly id: string
  readonly presetId: string
  readonly number: number
  readonly settings: Settings
  readonly seal: string
  readonly at: number
  readonly by: string
  readonly why: string
}

export type Preset = {
  readonly id: string
  readonly number: number
  readonly name: string
  readonly draft: Settings | null
  readonly retired: boolean
  readonly revision: number
  /** newest first */
  readonly versions: readonly Version[]
}

export function listPresets(db: Db): readonly Preset[] {
  const names = new Map(
    db
      .select()
      .from(people)
      .all()
      .map((p) => [p.id, p.name]),
  )
  const versions = db.select().from(presetVersions).orderBy(desc(presetVersions.number)).all()
  return db
    .select()
    .from(presets)
    .orderBy(asc(presets.number))
    .all()
    .map((p) => ({
      id: p.id,
      number: p.number,
      name: p.name,
      draft: p.draft === null ? null : parsed(settingsSchema, p.draft, `draft of preset ${p.number}`),
      retired: p.retiredAt !== null,
      revision: p.revision,
      versions: versions
        .filter((v) => v.presetId === p.id)
        .map((v) => ({
          id: v.id,
          presetId: v.presetId,
          number: v.number,
          settings: parsed(settingsSchema, v.settings, `version ${v.number} of preset ${p.number}`),
          seal: v.seal,
          at: v.at,
          by: names.get(v.byId) ?? 'someone',
          why: v.why,
        })),
    }))
}

export const readPreset = (db: Db, id: string): Preset | null => listPresets(db).find((p) => p.id === id) ?? null

/** Everything that a slip needs of these versions; a version whose queue was emptied of its facts is left out. */
export function versionFacts(db: Db, ids: readonly string[], now: number): readonly VersionFacts[] {
  if (ids.length === 0) return []
  const due = new Map(listPrinters(db).map((p) => [p.id, dueUpkeep(p, now)]))
  const rows = db
    .select({ version: presetVersions, preset: presets })
    .from(presetVersions)
    .innerJoin(presets, eq(presets.id, presetVersions.presetId))
    .where(inArray(presetVersions.id, [...ids]))
    .orderBy(asc(presets.number), desc(presetVersions.number))
    .all()
  return rows.flatMap(({ version, preset }): VersionFacts[] => {
    const settings = parsed(settingsSchema, version.settings, `version ${version.id}`)
    const row = db
      .select({ queue: queues, printer: printers })
      .from(queues)
      .innerJoin(printers, eq(printers.id, queues.printerId))
      .where(eq(queues.id, settings.queueId))
      .get()
    const feedRow = db.select().from(feeds).where(eq(feeds.id, settings.feedId)).get()
    const paper = db.select().from(papers).where(eq(papers.id, settings.paperId)).get()
    if (!row || !feedRow || !paper) return []
    const facts = parsed(queueFactsSchema, row.queue.facts, `queue ${row.queue.id}`)
    const queueFeed = facts.feeds.find((f) => f.feedId === settings.feedId)
    const mediaSetting = facts.mediaSettings.find((m) => m.id === settings.mediaSettingId)
    const quality = facts.qualities.find((q) => q.id === settings.qualityId)
    if (!queueFeed || !mediaSetting || !quality) return []
    return [
      {
        id: version.id,
        presetName: preset.name,
        number: version.number,
        seal: version.seal,
        settings,
        printerName: row.printer.nickname,
        queueName: row.queue.name,
        feed: { ...parsed(feedSchema, feedRow.facts, `feed ${feedRow.id}`), id: feedRow.id },
        queueFeed,
        mediaSetting,
        quality,
        nativePpi: facts.nativePpi,
        ownOptions: facts.ownOptions,
        paper: { id: paper.id, name: paper.name, surface: surfaceOf(paper.surface), thickness: um(paper.thicknessUm) },
        profile: profileOf(db, settings),
        ...edgeKnowledge(db, row.queue.id, feedRow.id, version.seal, row.printer.id, now),
        holdsBlack: row.printer.blackShared ? row.printer.holdsBlack : null,
        loaded: loadedIn(db, feedRow.id),
        darkness: facts.darkness,
        takes: takesAt(db, row.queue),
        due: due.get(row.printer.id) ?? [],
      },
    ]
  })
}

/** What somebody noted as loaded in a feed, or printed on last. */
function loadedIn(db: Db, feedId: string): LoadedFacts | null {
  const row = db
    .select({ stock: stocks, paper: papers.name, rollId: loads.rollId })
    .from(loads)
    .innerJoin(stocks, eq(stocks.id, loads.stockId))
    .innerJoin(papers, eq(papers.id, stocks.paperId))
    .where(eq(loads.feedId, feedId))
    .get()
  return row
    ? {
        paperId: row.stock.paperId,
        paperName: row.paper,
        kind: row.stock.kind,
        width: um(row.stock.widthUm),
        length: um(row.stock.lengthUm),
        rollId: row.rollId,
      }
    : null
}

/** What the printer behind a queue takes; null where nothing is sent, or nothing was told. */
function takesAt(db: Db, queue: { readonly id: string; readonly address: string }): Takes | null {
  const heard = queue.address.trim() === '' ? null : toldOf(db, queue.id)
  return heard && takesOf(heard.told)
}

/** One version with everything that it points to, or null when it is not there or not complete. */
export const readVersionFacts = (db: Db, id: string, now: number): VersionFacts | null =>
  versionFacts(db, [id], now)[0] ?? null

function profileOf(db: Db, settings: Settings): VersionFacts['profile'] {
  if (settings.fileColour.kind === 'untouched') return null
  const row = db.select().from(profiles).where(eq(profiles.id, settings.fileColour.profileId)).get()
  return row && row.retiredAt === null
    ? { name: row.name, sealMadeWith: row.sealMadeWith, grey: row.space === 'GRAY' }
    : null
}

/** Settings of a version out of the database. */
export const readSettings = (json: unknown, versionId: string): Settings =>
  parsed(settingsSchema, json, `version ${versionId}`)

const newestNumber = sql`(select max(v.number) from preset_versions v where v.preset_id = ${presetVersions.presetId})`

/** The newest version of each of these presets, as it is stored. */
export const newestVersions = (db: Db, presetIds: readonly string[]) =>
  db
    .select()
    .from(presetVersions)
    .where(and(inArray(presetVersions.presetId, [...presetIds]), eq(presetVersions.number, newestNumber)))
    .all()

/** The newest version of each preset that is in use, in the presets' order. */
export const newestVersionIds = (db: Db): readonly string[] =>
  db
    .select({ id: presetVersions.id })
    .from(presetVersions)
    .innerJoin(presets, eq(presets.id, presetVersions.presetId))
    .where(and(isNull(presets.retiredAt), eq(presetVersions.number, newestNumber)))
    .orderBy(asc(presets.number))
    .all()
    .map((v) => v.id)

/** What versions have done: runs, spoiled ones, ink and paper, over all versions of a preset. */
export function versionDeeds(db: Db, presetId: string) {
  const row = db
    .select({
      runs: sql<number>`count(*)`,
      spoiled: sql<number>`coalesce(sum(${runParts.nowOutcome} = 'spoiled'), 0)`,
      mm2: sql<number>`coalesce(sum(${runParts.paperUm2} / 1e6), 0)`,
      microlitres: sql<number>`coalesce(sum(${runParts.inkMicrolitres}), 0)`,
    })
    .from(runParts)
    .innerJoin(presetVersions, eq(presetVersions.id, runParts.versionId))
    .where(eq(presetVersions.presetId, presetId))
    .get()
  return row ?? { runs: 0, spoiled: 0, mm2: 0, microlitres: 0 }
}
