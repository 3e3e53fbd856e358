import { and, asc, desc, eq, inArray, isNull, max, or, sql } from 'drizzle-orm'
import { z } from 'zod'
import { settingsSchema } from '@/contract/preset'
import type { RunSums } from '@/contract/views/log'
import type { PresetLine } from '@/contract/views/preset'
import type { Settings } from '@/core/preset/settings'
import { kept } from '@/server/db/kept'
import type { Db } from '@/server/db/open'
import { papers, people, presets, presetVersions, printers, queues } from '@/server/db/schema'
import { type Despite, despiteSchema } from './gates'
import { holds } from './holds'
import { loadedByFeed } from './loaded'
import { parsed } from './parse'
import { ofPreset, runSums } from './run-sums'

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

/** What all versions of a preset have done. */
export const versionDeeds = (db: Db, presetId: string): RunSums => runSums(db, ofPreset(presetId))

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
