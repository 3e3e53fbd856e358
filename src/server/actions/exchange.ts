import { and, eq, isNull, or } from 'drizzle-orm'
import { INPUTS } from '@/contract/actions'
import { type PresetFile, presetFileSchema, printerFileSchema, readExchange, sayExchange } from '@/contract/exchange'
import { differences } from '@/core/preset/differences'
import type { Settings } from '@/core/preset/settings'
import type { QueueFacts } from '@/core/printer/facts'
import { bad, ok, type Result } from '@/core/result/result'
import type { Literal } from '@/core/rules/rules'
import { listed } from '@/core/words/count'
import { sayGate } from '@/core/words/gate'
import type { Problem } from '@/core/words/problems'
import { SETTING_NAMES, sayValue } from '@/core/words/settings'
import { newId } from '@/server/db/ids'
import { nextNumber } from '@/server/db/numbers'
import type { Db } from '@/server/db/open'
import {
  feeds,
  papers,
  pictures,
  presets,
  presetVersions,
  printers,
  profiles,
  queues,
  upkeep,
} from '@/server/db/schema'
import { action } from '@/server/door/door'
import { keepBytes } from '@/server/files/files'
import { printerFile, printerText } from '@/server/stores/exchange'
import { presetWorld } from '@/server/stores/preset-world'
import { readSettings } from '@/server/stores/presets'
import { listPrinters } from '@/server/stores/printers'
import { gateOfQueue } from '@/server/stores/version-facts'
import { type KeptProfile, profileFacts, profileOf } from './profiles'
import { ruleProblems } from './queues'

/** Ids of a file as this room has them; what it cannot know is null. */
type Mapped = (option: string, id: string) => string | null

/** A literal with this room's ids; null when nothing that it names is known here. */
function literalHere(l: Literal, here: Mapped): Literal | null {
  const known = l.in.flatMap((v) => here(l.option, v) ?? [])
  return known.length > 0 ? { ...l, in: known } : null
}

/** A queue's facts under this room's ids, and a sentence for each rule, note or step that names only what is not here. */
function factsHere(queue: string, facts: QueueFacts, here: Mapped): { facts: QueueFacts; left: readonly string[] } {
  const left: string[] = []
  const feedHere = (id: string): string | null => here('feed', id)
  const keyed = <T>(of: Readonly<Record<string, T>>, option: string): Record<string, T> =>
    Object.fromEntries(
      Object.entries(of).flatMap(([id, v]) => {
        const mine = here(option, id)
        return mine ? [[mine, v]] : []
      }),
    )
  const rules = facts.rules.flatMap((r) => {
    const when = r.when.map((l) => literalHere(l, here))
    const then = literalHere(r.then, here)
    const known = when.flatMap((l) => l ?? [])
    if (then && known.length === when.length) return [{ ...r, when: known, then }]
    left.push(`${queue}: the rule “because ${r.because}” speaks of something that this room does not have.`)
    return []
  })
  const notes = facts.notes.flatMap((n) => {
    const when = literalHere(n.when, here)
    if (when) return [{ ...n, when }]
    left.push(`${queue}: the note “${n.says}” speaks of something that this room does not have.`)
    return []
  })
  return {
    left,
    facts: {
      ...facts,
      feeds: facts.feeds.flatMap((f) => {
        const feedId = feedHere(f.feedId)
        return feedId ? [{ ...f, feedId }] : []
      }),
      ...{ rules, notes },
      dialog: facts.dialog.map((d) => ({
        ...d,
        ...(d.words && d.option ? { words: keyed(d.words, d.option) } : {}),
        ...(d.shows ? { shows: literalHere(d.shows, here) } : {}),
      })),
      ipp: { ...facts.ipp, sources: keyed(facts.ipp.sources, 'feed') },
    },
  }
}

/** Papers and profiles of this room by the ids of a file: the same id, else the same name. */
function byIdOrName(
  rows: readonly { readonly id: string; readonly name: string }[],
  names: readonly { readonly id: string; readonly name: string }[],
): (id: string) => string | null {
  return (id) => {
    if (rows.some((r) => r.id === id)) return id
    const name = names.find((n) => n.id === id)?.name
    return rows.find((r) => r.name === name)?.id ?? null
  }
}

/**
 * A printer from a file: its machine, feeds, queues and upkeep under ids of this room. One that is here already, saying
 * the very same, is recognised.
 */
export const importPrinter = action({
  name: 'printer.import',
  role: 'keeper',
  input: INPUTS['printer.import'],
  commit({ text }, { db, actor }) {
    const read = readExchange(text, 'printer', printerFileSchema)
    if (!read.ok) return bad({ code: 'import', says: sayExchange(read.problem) })
    const file = read.value
    const twice = file.feeds.find((f, i) => file.feeds.findIndex((g) => g.id === f.id) !== i)
    if (twice)
      return bad({ code: 'import', says: `Two feeds of this file have one id, ${twice.name}. Nothing was taken over.` })
    const same = listPrinters(db).find((p) => {
      const here = printerFile(db, p.id)
      return here !== null && printerText(here) === printerText(file)
    })
    if (same) return ok({ value: { id: same.id, already: true, left: [] }, subject: same.id })
    const id = newId()
    const feedIds = new Map(file.feeds.map((f) => [f.id, newId()]))
    const paperHere = byIdOrName(db.select({ id: papers.id, name: papers.name }).from(papers).all(), file.names.papers)
    const profileHere = byIdOrName(
      db.select({ id: profiles.id, name: profiles.name }).from(profiles).all(),
      file.names.profiles,
    )
    const here: Mapped = (option, value) => {
      if (option === 'feed') return feedIds.get(value) ?? null
      if (option === 'paper') return paperHere(value)
      return option === 'fileColour' && value !== 'untouched' ? profileHere(value) : value
    }
    const pictureHere = (pictureId: string | null): string | null =>
      pictureId && db.select({ id: pictures.id }).from(pictures).where(eq(pictures.id, pictureId)).get()
        ? pictureId
        : null
    const feedsHere = file.feeds.map((f) => ({
      ...f,
      id: feedIds.get(f.id) ?? newId(),
      pictureId: pictureHere(f.pictureId),
    }))
    const mapped = file.queues.map((q) => ({ q, ...factsHere(q.name, q.facts, here) }))
    for (const { q, facts } of mapped) {
      const stray = q.facts.feeds.find((f) => !file.feeds.some((g) => g.id === f.feedId))
      const wrong = stray ? [`${q.name} names a feed that is not in the file.`] : ruleProblems(db, feedsHere, facts)
      if (wrong.length > 0)
        return bad({ code: 'import', says: `${wrong.slice(0, 3).join(' ')} Nothing was taken over.` })
    }
    const { machine } = file
    db.insert(printers)
      .values({
        ...{ id, number: nextNumber(db, printers), nickname: file.nickname, makeModel: file.makeModel },
        carriageUm: machine?.carriage ?? Math.max(0, ...file.feeds.map((f) => f.maxWidth)),
        inkSet: machine?.inkSet ?? 'not said in the file',
        ...{ blackShared: machine?.blackShared ?? false, swapSeconds: machine?.swapSeconds ?? 0 },
        ...{ swapMicrolitres: machine?.swapMicrolitres ?? 0, holdsBlack: machine?.holdsBlack ?? null },
        ...(machine ? { goodFor: machine.goodFor } : {}),
      })
      .run()
    for (const [i, feed] of feedsHere.entries())
      db.insert(feeds)
        .values({ id: feed.id, printerId: id, position: i + 1, facts: feed })
        .run()
    for (const [i, { q, facts }] of mapped.entries())
      db.insert(queues)
        .values({
          ...{ id: newId(), printerId: id, name: q.name, language: q.language, address: q.address, shared: q.shared },
          isDefault: q.isDefault ?? i === 0,
          facts,
        })
        .run()
    for (const u of file.upkeep)
      db.insert(upkeep)
        .values({ id: newId(), printerId: id, ...u, byId: actor.id })
        .run()
    return ok({ value: { id, already: false, left: mapped.flatMap((m) => m.left) }, subject: id })
  },
})

/** The room's own ids for what a preset's file names; null and what is missing. */
function settle(
  db: Db,
  settings: Settings,
  names: PresetFile['names'],
  /** the profile that the file brought along, as this room has it */
  profileId: string | null,
): { settings: Settings; moved: string | null } | { missing: string } {
  const world = presetWorld(db)
  const called = world.queues.filter((q) => q.name === names.queue)
  const queue =
    world.queues.find((q) => q.id === settings.queueId) ??
    called.find((q) => q.printerName === names.printer) ??
    (called.length === 1 ? called[0] : undefined)
  if (!queue)
    return {
      missing:
        called.length > 1
          ? `to know which queue called ${names.queue} is meant, since ${listed(called.map((q) => q.printerName))} have one each${names.printer === '' ? ' and the file names no printer' : ` and none is called ${names.printer}`}; name a printer here as the file does, or a queue of that name`
          : `a queue called ${names.queue}`,
    }
  const moved =
    names.printer !== '' && queue.printerName !== names.printer
      ? `It was made for ${names.printer}; here it is for ${queue.printerName}, which has a queue of the same name`
      : null
  const feed = queue.feeds.find((f) => f.id === settings.feedId) ?? queue.feeds.find((f) => f.name === names.feed)
  if (!feed) return { missing: `a feed called ${names.feed}` }
  const byId = db.select().from(papers).where(eq(papers.id, settings.paperId)).get()
  const paper = byId ?? db.select().from(papers).where(eq(papers.name, names.paper)).get()
  if (!paper) return { missing: `a paper called ${names.paper}` }
  const colour = settings.fileColour
  if (colour.kind === 'untouched')
    return { moved, settings: { ...settings, queueId: queue.id, feedId: feed.id, paperId: paper.id } }
  const profile =
    db.select().from(profiles).where(eq(profiles.id, colour.profileId)).get() ??
    (profileId === null ? undefined : db.select().from(profiles).where(eq(profiles.id, profileId)).get()) ??
    db
      .select()
      .from(profiles)
      .where(and(eq(profiles.name, names.profile ?? ''), isNull(profiles.unfit)))
      .get()
  if (!profile) return { missing: `the profile ${names.profile}` }
  return {
    moved,
    settings: {
      ...settings,
      queueId: queue.id,
      feedId: feed.id,
      paperId: paper.id,
      fileColour: { ...colour, profileId: profile.id },
    },
  }
}

type Prepared = { readonly file: PresetFile; readonly profile: KeptProfile | null }

/** A preset from a file, as a draft, with the profile that it brings along; one whose seal a preset of that name has already is recognised. */
export const importPreset = action({
  name: 'preset.import',
  role: 'keeper',
  input: INPUTS['preset.import'],
  async prepare({ text }, { folder }): Promise<Result<Prepared, Problem>> {
    const read = readExchange(text, 'preset', presetFileSchema)
    if (!read.ok) return bad({ code: 'import', says: sayExchange(read.problem) })
    const file = read.value
    if (!file.profile) return ok({ file, profile: null })
    const bytes = Buffer.from(file.profile.data, 'base64')
    const profile = await profileFacts(bytes, file.profile.name)
    if (!profile.ok) return bad({ code: 'profile_bad', name: file.profile.name, why: profile.problem })
    return ok({ file, profile: { ...profile.value, sha: await keepBytes(folder, bytes) } })
  },
  commit(_, { db, now }, { file, profile }) {
    const settled = settle(db, file.settings, file.names, profile && profileOf(db, profile, now))
    if ('missing' in settled)
      return bad({
        code: 'import',
        says: `This preset needs ${settled.missing}, which is not in this room. Add it first.`,
      })
    const { settings, moved } = settled
    // what the file says counts, and never the seal that it names
    const here = db
      .select({ version: presetVersions })
      .from(presetVersions)
      .innerJoin(presets, eq(presets.id, presetVersions.presetId))
      .where(eq(presets.name, file.name))
      .all()
      .map(({ version }) => ({ presetId: version.presetId, settings: readSettings(version.settings, version.id) }))
    const same = here.find((v) => differences(v.settings, settings).changed.length === 0)
    const against = gateOfQueue(db, settings.queueId)?.of(settings).map(sayGate) ?? []
    if (same) return ok({ value: { id: same.presetId, already: true, differs: [], against }, subject: same.presetId })
    const waiting = db
      .select()
      .from(presets)
      .where(eq(presets.name, file.name))
      .all()
      .find((p) => p.draft !== null)
    if (waiting && JSON.stringify(waiting.draft) === JSON.stringify(settings))
      return ok({ value: { id: waiting.id, already: true, differs: [], against }, subject: waiting.id })
    const named = db
      .select()
      .from(presetVersions)
      .where(or(eq(presetVersions.sealHash, file.sealHash), eq(presetVersions.formerSealHash, file.sealHash)))
      .get()
    const world = presetWorld(db)
    const differs = [
      ...(moved ? [moved] : []),
      ...(named
        ? differences(readSettings(named.settings, named.id), settings).changed.map(
            (d) =>
              `${SETTING_NAMES[d.key]}: ${sayValue(d.key, d.to, world)}, and ${sayValue(d.key, d.from, world)} in the version whose seal it names`,
          )
        : []),
    ]
    const id = newId()
    db.insert(presets)
      .values({ id, number: nextNumber(db, presets), name: file.name, draft: settings })
      .run()
    return ok({ value: { id, already: false, differs, against }, subject: id })
  },
})
