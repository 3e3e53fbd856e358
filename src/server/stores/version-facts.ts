import { asc, desc, eq, inArray } from 'drizzle-orm'
import { feedSchema, queueFactsSchema } from '@/contract/printer'
import type { Gate } from '@/core/gate/gate'
import { selectionOf } from '@/core/options/room-options'
import { dialogWalk, saidOf } from '@/core/preset/dialog'
import type { Settings } from '@/core/preset/settings'
import { darknessOf } from '@/core/printer/darkness'
import { setAtPrinter } from '@/core/printer/heard'
import type { Takes } from '@/core/printer/takes'
import { bad, ok, type Result } from '@/core/result/result'
import type { BrokenVersion, Lost, VersionFacts } from '@/core/slip/facts'
import type { Problem } from '@/core/words/problems'
import { kept } from '@/server/db/kept'
import type { Db } from '@/server/db/open'
import { feeds, papers, presets, presetVersions, printers, profiles, queues } from '@/server/db/schema'
import { edgeKnowledge } from './edge-checks'
import { closedSizes, closedToday, gatesFrom } from './gates'
import { allHeard, printersSay } from './heard'
import { loadedByFeed } from './loaded'
import { thicknessOf } from './papers'
import { parsed } from './parse'
import { readDespite, readSettings } from './presets'
import { listPrinters } from './printers'
import { profilesWithoutFile } from './profile-files'
import { sealsOfProfiles, staleProfiles } from './profile-seals'
import { dueUpkeep } from './rail'
import { allTold, takesOf } from './told'
import { toneBySeal } from './tone-use'

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
  const allFeeds = db.select().from(feeds).all()
  const retiredFeeds = new Set(allFeeds.flatMap((f) => (f.retiredAt === null ? [] : [f.id])))
  const feedRows = new Map(
    allFeeds.map((f) => [f.id, { ...parsed(feedSchema, f.facts, `feed ${f.id}`), id: f.id, printerId: f.printerId }]),
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
  const gates = gatesFrom(db, { queueRows, feedRows, retiredFeeds, paperRows, profileRows })
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
  const tone = toneBySeal(db)
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
        darkness: darknessOf(facts),
        tone: tone(version.seal),
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
