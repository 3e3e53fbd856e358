import { and, asc, desc, eq, inArray, isNull, max, or, sql } from 'drizzle-orm'
import { z } from 'zod'
import { settingsSchema } from '@/contract/preset'
import { feedSchema, queueFactsSchema } from '@/contract/printer'
import type { PresetLine } from '@/contract/views/preset'
import type { Gate } from '@/core/gate/gate'
import { um } from '@/core/length/length'
import { selectionOf } from '@/core/options/room-options'
import { dialogWalk, saidOf } from '@/core/preset/dialog'
import type { Settings } from '@/core/preset/settings'
import { setAtPrinter } from '@/core/printer/heard'
import type { Takes } from '@/core/printer/takes'
import { bad, ok, type Result } from '@/core/result/result'
import type { BrokenVersion, LoadedFacts, Lost, VersionFacts } from '@/core/slip/facts'
import type { Problem } from '@/core/words/problems'
import { kept } from '@/server/db/kept'
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
import { closedSizes, closedToday, type Despite, despiteSchema, gatesFrom } from './gates'
import { allHeard, printersSay } from './heard'
import { holds } from './holds'
import { thicknessOf } from './papers'
import { parsed } from './parse'
import { listPrinters } from './printers'
import { profilesWithoutFile } from './profile-files'
import { sealsOfProfiles, staleProfiles } from './profile-seals'
import { dueUpkeep } from './rail'
import { allTold, takesOf } from './told'

export type Version = {
  readonly id: string
  readonly presetId: string
  readonly number: number
  readonly settings: Settings
  readonly seal: string
  /** what it was before the seal's schema was raised: on older prints and files */
  readonly formerSeal: string | null
  readonly at: number
  readonly by: string
  readonly why: string
  /** what spoke against it when it was sealed all the same, and why it was */
  readonly despite: Despite | null
  /** what each setting was called when it was sealed; null: sealed before that was kept */
  readonly words: Readonly<Record<string, string>> | null
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

const toVersion = (v: typeof presetVersions.$inferSelect, by: string | null): Version => ({
  ...{ id: v.id, presetId: v.presetId, number: v.number, settings: readSettings(v.settings, v.id) },
  ...{ seal: v.seal, formerSeal: v.formerSeal, at: v.at, by: by ?? 'someone', why: v.why },
  ...{ despite: readDespite(v.despite, v.id), words: readWords(v.words, v.id) },
})

const draftOf = (p: typeof presets.$inferSelect): Settings | null =>
  p.draft === null ? null : parsed(settingsSchema, p.draft, `draft of preset ${p.number}`)

const toPreset = (p: typeof presets.$inferSelect, versions: readonly Version[]): Preset => ({
  ...{ id: p.id, number: p.number, name: p.name },
  draft: draftOf(p),
  ...{ retired: p.retiredAt !== null, revision: p.revision, versions },
})

const versionRows = (db: Db) =>
  db
    .select({ version: presetVersions, by: people.name })
    .from(presetVersions)
    .leftJoin(people, eq(people.id, presetVersions.byId))

/** Every preset with its newest version alone, in their order: what lists and choices show. Two queries. */
export function listPresets(db: Db): readonly Preset[] {
  const newest = new Map(
    versionRows(db)
      .where(eq(presetVersions.number, newestNumber))
      .all()
      .map(({ version, by }) => [version.presetId, toVersion(version, by)]),
  )
  return db
    .select()
    .from(presets)
    .orderBy(asc(presets.number))
    .all()
    .map((p) => {
      const version = newest.get(p.id)
      return toPreset(p, version ? [version] : [])
    })
}

const settingsId = (key: 'queueId' | 'paperId') =>
  sql`json_extract(coalesce(${presetVersions.settings}, ${presets.draft}), ${`$.${key}`})`

/** A page of presets by printer, those in use first, whose name, paper or printer holds the text. */
export function pageOfPresets(
  db: Db,
  typed: string,
  from: number,
  most: number,
): { readonly presets: readonly PresetLine[]; readonly count: number } {
  const version = and(eq(presetVersions.presetId, presets.id), eq(presetVersions.number, newestNumber))
  const queue = sql`${queues.id} = ${settingsId('queueId')}`
  const paper = sql`${papers.id} = ${settingsId('paperId')}`
  const held = or(holds(presets.name, typed), holds(papers.name, typed), holds(printers.nickname, typed))
  const rows = db
    .select({ preset: presets, version: presetVersions, printer: printers.nickname, paper: papers.name })
    .from(presets)
    .leftJoin(presetVersions, version)
    .leftJoin(queues, queue)
    .leftJoin(printers, eq(printers.id, queues.printerId))
    .leftJoin(papers, paper)
    .where(held)
    .orderBy(sql`${presets.retiredAt} is not null`, asc(printers.number), asc(presets.number))
    .limit(most)
    .offset(from)
    .all()
  const counted = db
    .select({ n: sql<number>`count(*)` })
    .from(presets)
    .leftJoin(presetVersions, version)
    .leftJoin(queues, queue)
    .leftJoin(printers, eq(printers.id, queues.printerId))
    .leftJoin(papers, paper)
    .where(held)
    .get()
  return {
    presets: rows.map(({ preset, version, printer, paper }) => ({
      ...{ id: preset.id, name: preset.name, retired: preset.retiredAt !== null, draft: preset.draft !== null },
      ...{ printerName: printer ?? 'Printer gone', paperName: paper ?? 'paper gone' },
      settings: version ? readSettings(version.settings, version.id) : draftOf(preset),
      version: version && { number: version.number, seal: version.seal, at: version.at },
    })),
    count: counted?.n ?? 0,
  }
}

/** Every preset with all its versions, the newest first: for what has to look into each of them. */
export function presetsWithVersions(db: Db): readonly Preset[] {
  const versions = new Map<string, Version[]>()
  for (const { version, by } of versionRows(db).orderBy(desc(presetVersions.number)).all()) {
    const own = versions.get(version.presetId) ?? []
    versions.set(version.presetId, own)
    own.push(toVersion(version, by))
  }
  return db
    .select()
    .from(presets)
    .orderBy(asc(presets.number))
    .all()
    .map((p) => toPreset(p, versions.get(p.id) ?? []))
}

/** One preset with all its versions, the newest first. */
export function readPreset(db: Db, id: string): Preset | null {
  const row = db.select().from(presets).where(eq(presets.id, id)).get()
  if (!row) return null
  const versions = versionRows(db)
    .where(eq(presetVersions.presetId, id))
    .orderBy(desc(presetVersions.number))
    .all()
    .map(({ version, by }) => toVersion(version, by))
  return toPreset(row, versions)
}

/** The preset that a version is of. */
export const presetOfVersion = (db: Db, versionId: string): string | null =>
  db.select({ id: presetVersions.presetId }).from(presetVersions).where(eq(presetVersions.id, versionId)).get()?.id ??
  null

/** Everything that a slip needs of these versions, in the presets' order: a fixed number of queries. */
export function versionFacts(
  db: Db,
  ids: readonly string[],
  now: number,
): { readonly versions: readonly VersionFacts[]; readonly broken: readonly BrokenVersion[] } {
  if (ids.length === 0) return { versions: [], broken: [] }
  const found = db
    .select({ version: presetVersions, preset: presets })
    .from(presetVersions)
    .innerJoin(presets, eq(presets.id, presetVersions.presetId))
    .where(inArray(presetVersions.id, [...ids]))
    .orderBy(asc(presets.number), desc(presetVersions.number))
    .all()
  const world = factsWorld(db, now)
  const all = found.map(({ version, preset }) => world.of(version, preset))
  return {
    versions: all.flatMap((v) => ('lost' in v ? [] : [v])),
    broken: all.flatMap((v) => ('lost' in v ? [v] : [])),
  }
}

/** The rows that versions point to, by their ids. */
function pointedTo(db: Db) {
  const queueRows = new Map(
    db
      .select({ queue: queues, printer: printers })
      .from(queues)
      .innerJoin(printers, eq(printers.id, queues.printerId))
      .all()
      .map((r) => [r.queue.id, { ...r, facts: parsed(queueFactsSchema, r.queue.facts, `queue ${r.queue.id}`) }]),
  )
  const feedRows = new Map(
    db
      .select()
      .from(feeds)
      .all()
      .map((f) => [f.id, { ...parsed(feedSchema, f.facts, `feed ${f.id}`), id: f.id, printerId: f.printerId }]),
  )
  const paperRows = new Map(
    db
      .select()
      .from(papers)
      .all()
      .map((p) => [p.id, p]),
  )
  const profileRows = new Map(
    db
      .select()
      .from(profiles)
      .all()
      .map((p) => [p.id, p]),
  )
  const loaded = loadedByFeed(db)
  const heard = allTold(db)
  const gates = gatesFrom(db, { queueRows, feedRows, paperRows, profileRows })
  return { queueRows, feedRows, paperRows, profileRows, loaded, heard, gates }
}

/** The gate of a queue as the room is now; null when there is no such queue. */
export const gateOfQueue = (db: Db, queueId: string) => gatesNow(db)(queueId)

/** The gates of all queues as the room is now: to be asked more than once, since inside a transaction nothing is kept. */
export const gatesNow = (db: Db) => kept(db, 'what versions point to', () => pointedTo(db)).gates

/** What versions point to, read once: queues with their printers, feeds, papers, profiles, loads, what was told and measured. */
const factsWorld = (db: Db, now: number) => {
  const world = kept(db, 'what versions point to', () => pointedTo(db))
  const { queueRows, feedRows, paperRows, profileRows, loaded, heard, gates } = world
  const due = new Map(listPrinters(db).map((p) => [p.id, dueUpkeep(p, now)]))
  const edges = edgeKnowledge(db, now)
  const heardAt = hearing(db)
  const sealsOfAll = sealsOfProfiles(db)
  const stale = staleProfiles(db)
  const missing = profilesWithoutFile(db)
  const profileOf = ({ fileColour }: Settings, printerId: string): VersionFacts['profile'] => {
    const row = fileColour.kind === 'untouched' ? undefined : profileRows.get(fileColour.profileId)
    // one whose file is gone is none: nothing can be converted to it
    return row && !missing.has(row.id)
      ? {
          ...{ name: row.name, seals: sealsOfAll.get(row.id) ?? [], grey: row.space === 'GRAY' },
          ...{ sha: row.sha, retired: row.retiredAt !== null },
          staleSince: stale.find((s) => s.profileId === row.id && s.printerId === printerId)?.since ?? null,
        }
      : null
  }
  const takesAt = (queue: { readonly id: string; readonly address: string }): Takes | null => {
    const told = queue.address.trim() === '' ? undefined : heard.get(queue.id)
    return told ? takesOf(told.told) : null
  }
  return {
    of: (
      version: typeof presetVersions.$inferSelect,
      preset: { readonly name: string; readonly retiredAt: number | null },
    ): VersionFacts | BrokenVersion => {
      const presetName = preset.name
      const settings = readSettings(version.settings, version.id)
      const row = queueRows.get(settings.queueId)
      const feed = feedRows.get(settings.feedId)
      const paper = paperRows.get(settings.paperId)
      const queueFeed = row?.facts.feeds.find((f) => f.feedId === settings.feedId)
      const mediaSetting = row?.facts.mediaSettings.find((m) => m.id === settings.mediaSettingId)
      const quality = row?.facts.qualities.find((q) => q.id === settings.qualityId)
      if (!row || !feed || !paper || !queueFeed || !mediaSetting || !quality) {
        const there: readonly (readonly [Lost, unknown])[] = row
          ? [
              ['feed', feed && queueFeed],
              ['paper', paper],
              ['media setting', mediaSetting],
              ['quality', quality],
            ]
          : [['queue', row]]
        const lost = there.flatMap(([what, is]) => (is ? [] : [what]))
        return { id: version.id, presetName, number: version.number, lost }
      }
      const { queue, printer, facts } = row
      return {
        ...{ id: version.id, presetName, number: version.number, seal: version.seal, settings },
        ...{ printerName: printer.nickname, queueName: queue.name, feed, queueFeed, mediaSetting, quality },
        dialog: dialogWalk(facts.dialog, saidOf(settings, namesOf(gates(settings.queueId), settings))),
        ...{ perSheet: facts.perSheet, nativePpi: facts.nativePpi, ownOptions: facts.ownOptions },
        paper: { id: paper.id, name: paper.name, surface: paper.surface, thickness: thicknessOf(paper.thicknessUm) },
        profile: profileOf(settings, queue.printerId),
        ...edges.of(queue.id, feed.id, version.seal, printer.id),
        holdsInkSet: printer.inkSet,
        holdsBlack: printer.blackShared ? printer.holdsBlack : null,
        loaded: loaded.get(feed.id) ?? null,
        ...heardAt(queue.id, printer.id, feed.id, settings.colourMode),
        darkness: facts.darkness,
        takes: takesAt(queue),
        closed: closedToday(
          gates(settings.queueId),
          { settings, despite: readDespite(version.despite, version.id) },
          { name: presetName, retired: preset.retiredAt !== null },
        ),
        closedSizes: closedSizes(gates(settings.queueId), {
          ...{ settings, despite: readDespite(version.despite, version.id) },
        }),
        due: due.get(printer.id) ?? [],
      }
    },
  }
}

/** What a version's printer says now, of its feed and of what was left set; nothing where it is not heard. */
function hearing(db: Db) {
  const heard = allHeard(db)
  const say = printersSay(db)
  return (
    queueId: string,
    printerId: string,
    feedId: string,
    colourMode: Settings['colourMode'],
  ): Pick<VersionFacts, 'says' | 'setAtPrinter'> => {
    const one = heard.get(queueId)
    if (!one || one.awayAt !== null) return {}
    return {
      says: say.get(printerId)?.find((s) => s.feedId === feedId) ?? null,
      setAtPrinter: setAtPrinter(one.facts.settings, one.since, colourMode),
    }
  }
}

/** The options of a queue with what a version sets of each. */
function namesOf(gate: Gate | null, settings: Settings) {
  if (!gate) return []
  const selection = selectionOf(settings, gate.options)
  return gate.options.map((o) => ({
    ...{ id: o.id, name: o.name, value: o.values.find((v) => v.id === selection[o.id]) ?? null },
  }))
}

/** What somebody noted as loaded in each feed, or printed on last. */
const loadedByFeed = (db: Db): ReadonlyMap<string, LoadedFacts> =>
  new Map(
    db
      .select({ feedId: loads.feedId, stock: stocks, paper: papers.name, rollId: loads.rollId })
      .from(loads)
      .innerJoin(stocks, eq(stocks.id, loads.stockId))
      .innerJoin(papers, eq(papers.id, stocks.paperId))
      .all()
      .map(({ feedId, stock, paper, rollId }) => [
        feedId,
        {
          ...{ paperId: stock.paperId, paperName: paper, kind: stock.kind },
          ...{ width: um(stock.widthUm), length: um(stock.lengthUm), rollId },
        },
      ]),
  )

/** One version with everything that it points to, or why there is none. */
export function readVersionFacts(db: Db, id: string, now: number): Result<VersionFacts, Problem> {
  const { versions, broken } = versionFacts(db, [id], now)
  const [version] = versions
  if (version) return ok(version)
  const [lost] = broken
  return bad(
    lost
      ? { code: 'preset_broken', preset: lost.presetName, number: lost.number, lost: lost.lost }
      : { code: 'not_found', what: 'This version of a preset' },
  )
}

const wordsSchema = z.record(z.string(), z.string()).readonly()

/** What each setting of a version was called when it was sealed. */
const readWords = (json: unknown, versionId: string): Readonly<Record<string, string>> | null =>
  json === null ? null : parsed(wordsSchema, json, `version ${versionId}`)

/** What a version was sealed in spite of. */
export const readDespite = (json: unknown, versionId: string): Despite | null =>
  json === null ? null : parsed(despiteSchema, json, `version ${versionId}`)

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

/** The newest version of each preset that is in use, with its printer: what a slip can choose. */
export const versionChoices = (db: Db) => kept(db, 'choices', () => choicesNow(db))

/** The newest versions, with whether their paper is in their feed now. */
function choicesNow(db: Db) {
  const loaded = loadedByFeed(db)
  return db
    .select({
      ...{ id: presetVersions.id, presetName: presets.name, number: presetVersions.number },
      printerName: printers.nickname,
      feedId: sql<string>`json_extract(${presetVersions.settings}, '$.feedId')`,
      paperId: sql<string>`json_extract(${presetVersions.settings}, '$.paperId')`,
    })
    .from(presetVersions)
    .innerJoin(presets, eq(presets.id, presetVersions.presetId))
    .innerJoin(queues, sql`${queues.id} = json_extract(${presetVersions.settings}, '$.queueId')`)
    .innerJoin(printers, eq(printers.id, queues.printerId))
    .where(and(isNull(presets.retiredAt), eq(presetVersions.number, newestNumber)))
    .orderBy(asc(presets.number))
    .all()
    .map(({ feedId, paperId, ...v }) => ({ ...v, loaded: loaded.get(feedId)?.paperId === paperId }))
}

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

/** Presets in use that print on a paper, with the newest version that does. */
export const presetsOn = (
  db: Db,
  paperId: string,
): readonly { readonly id: string; readonly name: string; readonly number: number }[] =>
  db
    .select({ id: presets.id, name: presets.name, number: max(presetVersions.number) })
    .from(presets)
    .innerJoin(presetVersions, eq(presetVersions.presetId, presets.id))
    .where(and(isNull(presets.retiredAt), eq(sql`json_extract(${presetVersions.settings}, '$.paperId')`, paperId)))
    .groupBy(presets.id)
    .orderBy(asc(presets.number))
    .all()
    .map((p) => ({ ...p, number: p.number ?? 1 }))
