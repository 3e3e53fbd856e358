import { and, eq, or } from 'drizzle-orm'
import { INPUTS } from '@/contract/actions'
import { presetFileSchema, printerFileSchema, readExchange, sayExchange } from '@/contract/exchange'
import { engineOf, selectionOf, strays } from '@/core/options/room-options'
import type { Settings } from '@/core/preset/settings'
import type { PrinterColour, QueueFacts } from '@/core/printer/facts'
import { bad, ok } from '@/core/result/result'
import { sayReason, sayRuleProblem } from '@/core/words/options'
import { newId } from '@/server/db/ids'
import { nextNumber } from '@/server/db/numbers'
import type { Db } from '@/server/db/open'
import { feeds, papers, presets, presetVersions, printers, profiles, queues } from '@/server/db/schema'
import { action } from '@/server/door/door'
import { presetWorld } from '@/server/stores/preset-world'
import { readPreset } from '@/server/stores/presets'
import { ruleProblems } from './printers'

/** The printer's keywords under the feeds' new ids. */
const renamed = (sources: Readonly<Record<string, string>>, ids: ReadonlyMap<string, string>): Record<string, string> =>
  Object.fromEntries(
    Object.entries(sources).flatMap(([old, keyword]) => {
      const id = ids.get(old)
      return id ? [[id, keyword]] : []
    }),
  )

/** A printer from a file: a new one, its feeds and queues under ids of this room. */
export const importPrinter = action({
  name: 'printer.import',
  role: 'keeper',
  input: INPUTS['printer.import'],
  commit({ text }, { db }) {
    const read = readExchange(text, 'printer', printerFileSchema)
    if (!read.ok) return bad({ code: 'import', says: sayExchange(read.problem) })
    const file = read.value
    const twice = file.feeds.find((f, i) => file.feeds.findIndex((g) => g.id === f.id) !== i)
    if (twice)
      return bad({ code: 'import', says: `Two feeds of this file have the id ${twice.id}. Nothing was taken over.` })
    for (const q of file.queues) {
      const stray = q.facts.feeds.find((f) => !file.feeds.some((g) => g.id === f.feedId))
      const wrong = stray ? [`${q.name} names a feed that is not in the file.`] : ruleProblems(db, file.feeds, q.facts)
      if (wrong.length > 0)
        return bad({ code: 'import', says: `${wrong.slice(0, 3).join(' ')} Nothing was taken over.` })
    }
    const id = newId()
    db.insert(printers)
      .values({
        id,
        number: nextNumber(db, printers),
        nickname: file.nickname,
        makeModel: file.makeModel,
        carriageUm: Math.max(0, ...file.feeds.map((f) => f.maxWidth)),
        inkSet: 'not said in the file',
        blackShared: false,
        swapSeconds: 0,
        swapMicrolitres: 0,
      })
      .run()
    const feedIds = new Map(file.feeds.map((f) => [f.id, newId()]))
    for (const [i, feed] of file.feeds.entries()) {
      const feedId = feedIds.get(feed.id) ?? newId()
      db.insert(feeds)
        .values({ id: feedId, printerId: id, position: i + 1, facts: { ...feed, id: feedId } })
        .run()
    }
    for (const [i, q] of file.queues.entries()) {
      const own = q.facts.feeds.flatMap((f) => {
        const feedId = feedIds.get(f.feedId)
        return feedId ? [{ ...f, feedId }] : []
      })
      db.insert(queues)
        .values({
          id: newId(),
          printerId: id,
          name: q.name,
          language: q.language,
          isDefault: i === 0,
          facts: { ...q.facts, feeds: own, ipp: { ...q.facts.ipp, sources: renamed(q.facts.ipp.sources, feedIds) } },
        })
        .run()
    }
    return ok({ value: { id }, subject: id })
  },
})

/** The room's own ids for what a preset's file names; null and what is missing. */
function settle(
  db: Db,
  settings: Settings,
  names: { queue: string; paper: string; feed: string; profile: string | null },
): { settings: Settings } | { missing: string } {
  const world = presetWorld(db)
  const queue = world.queues.find((q) => q.id === settings.queueId) ?? world.queues.find((q) => q.name === names.queue)
  if (!queue) return { missing: `a queue called ${names.queue}` }
  const feed = queue.feeds.find((f) => f.id === settings.feedId) ?? queue.feeds.find((f) => f.name === names.feed)
  if (!feed) return { missing: `a feed called ${names.feed}` }
  const byId = db.select().from(papers).where(eq(papers.id, settings.paperId)).get()
  const paper = byId ?? db.select().from(papers).where(eq(papers.name, names.paper)).get()
  if (!paper) return { missing: `a paper called ${names.paper}` }
  const colour = settings.fileColour
  if (colour.kind === 'untouched')
    return { settings: { ...settings, queueId: queue.id, feedId: feed.id, paperId: paper.id } }
  const profile =
    db.select().from(profiles).where(eq(profiles.id, colour.profileId)).get() ??
    db
      .select()
      .from(profiles)
      .where(eq(profiles.name, names.profile ?? ''))
      .get()
  if (!profile) return { missing: `the profile ${names.profile}` }
  return {
    settings: {
      ...settings,
      queueId: queue.id,
      feedId: feed.id,
      paperId: paper.id,
      fileColour: { ...colour, profileId: profile.id },
    },
  }
}

/** A preset from a file, as a draft; one whose seal a preset of that name has already is recognised. */
export const importPreset = action({
  name: 'preset.import',
  role: 'keeper',
  input: INPUTS['preset.import'],
  commit({ text }, { db }) {
    const read = readExchange(text, 'preset', presetFileSchema)
    if (!read.ok) return bad({ code: 'import', says: sayExchange(read.problem) })
    const file = read.value
    const same = db
      .select({ id: presets.id })
      .from(presetVersions)
      .innerJoin(presets, eq(presets.id, presetVersions.presetId))
      .where(
        and(
          or(eq(presetVersions.sealHash, file.sealHash), eq(presetVersions.formerSealHash, file.sealHash)),
          eq(presets.name, file.name),
        ),
      )
      .get()
    if (same) return ok({ value: { id: same.id, already: true }, subject: same.id })
    const waiting = db
      .select()
      .from(presets)
      .where(eq(presets.name, file.name))
      .all()
      .find((p) => p.draft !== null)
    const settled = settle(db, file.settings, file.names)
    if ('missing' in settled)
      return bad({
        code: 'import',
        says: `This preset needs ${settled.missing}, which is not in this room. Add it first.`,
      })
    if (waiting && JSON.stringify(waiting.draft) === JSON.stringify(settled.settings))
      return ok({ value: { id: waiting.id, already: true }, subject: waiting.id })
    const id = newId()
    db.insert(presets)
      .values({ id, number: nextNumber(db, presets), name: file.name, draft: settled.settings })
      .run()
    return ok({ value: { id, already: false }, subject: id })
  },
})

type ColourMade = Pick<Settings, 'colourMode' | 'printerColour' | 'driverProfile' | 'tint'>

/** How colour is made on another queue: as before where it can, else in its first way, which is said. */
function colourOn(
  queue: { readonly name: string; readonly facts: QueueFacts },
  s: Settings,
): { readonly colour: ColourMade; readonly misfit: string | null } {
  const { name, facts } = queue
  const monochrome: ColourMade = {
    ...{ colourMode: 'monochrome', printerColour: null, driverProfile: null },
    tint: s.tint ?? { a: 0, b: 0 },
  }
  const [firstMode = 'colour'] = facts.colourModes
  const [firstColour = 'own'] = facts.printerColours
  const made = (printerColour: PrinterColour): ColourMade => ({
    ...{ colourMode: 'colour', printerColour, tint: null },
    driverProfile: printerColour === 'driver profile' ? s.driverProfile : null,
  })
  if (!facts.colourModes.includes(s.colourMode))
    return {
      colour: firstMode === 'monochrome' ? monochrome : made(firstColour),
      misfit: `${name} has no colour mode ${s.colourMode}; it starts with ${firstMode}.`,
    }
  if (s.colourMode === 'monochrome') return { colour: monochrome, misfit: null }
  const asked = s.printerColour ?? firstColour
  if (facts.printerColours.includes(asked)) return { colour: made(asked), misfit: null }
  return {
    colour: made(firstColour),
    misfit: `${name} has no printer colour ${asked}; it starts with ${firstColour}.`,
  }
}

/** A preset carried to another queue as a new draft: what fits is kept, what does not is named with the reason. */
export const carryPreset = action({
  name: 'preset.carry',
  role: 'keeper',
  input: INPUTS['preset.carry'],
  commit({ id, queueId, name }, { db }) {
    const preset = readPreset(db, id)
    const settings = preset?.draft ?? preset?.versions[0]?.settings
    const world = presetWorld(db)
    const from = world.queues.find((q) => q.id === settings?.queueId)
    const queue = world.queues.find((q) => q.id === queueId)
    if (!settings || !queue) return bad({ code: 'not_found', what: 'This preset or queue' })
    const byName = <T extends { readonly id: string; readonly name: string }>(
      there: readonly T[],
      here: readonly T[],
      value: string,
    ): string | null => {
      const wanted = here.find((x) => x.id === value)?.name.toLowerCase()
      return (there.find((x) => x.id === value) ?? there.find((x) => x.name.toLowerCase() === wanted))?.id ?? null
    }
    const misfits: string[] = []
    const map = (what: string, found: string | null, first: string | undefined, shown: string): string => {
      if (found !== null) return found
      misfits.push(`${queue.name} has no ${what} called ${shown}; it starts with ${first ?? 'none'}.`)
      return first ?? ''
    }
    const media = queue.facts.mediaSettings
    const usable = queue.feeds.filter((f) => queue.facts.feeds.some((x) => x.feedId === f.id))
    const nameOf = (list: readonly { id: string; name: string }[], value: string): string =>
      list.find((x) => x.id === value)?.name ?? value
    const feedId = map(
      'feed',
      byName(usable, from?.feeds ?? [], settings.feedId),
      usable[0]?.id,
      nameOf(from?.feeds ?? [], settings.feedId),
    )
    const mediaSettingId = map(
      'media setting',
      byName(media, from?.facts.mediaSettings ?? [], settings.mediaSettingId),
      media[0]?.id,
      nameOf(from?.facts.mediaSettings ?? [], settings.mediaSettingId),
    )
    const qualityId = map(
      'quality',
      byName(queue.facts.qualities, from?.facts.qualities ?? [], settings.qualityId),
      queue.facts.qualities[0]?.id,
      nameOf(from?.facts.qualities ?? [], settings.qualityId),
    )
    const { colour, misfit } = colourOn(queue, settings)
    if (misfit) misfits.push(misfit)
    const topcoat = settings.topcoat && queue.facts.topcoats.includes(settings.topcoat) ? settings.topcoat : null
    if (settings.topcoat && !topcoat) misfits.push(`${queue.name} has no topcoat ${settings.topcoat}.`)
    const draft: Settings = {
      ...settings,
      queueId,
      inkSet: queue.inkSet,
      feedId,
      mediaSettingId,
      qualityId,
      ...colour,
      topcoat,
      own: Object.fromEntries(queue.facts.ownOptions.map((o) => [o.id, settings.own[o.id] ?? o.values[0]?.id ?? ''])),
    }
    const room = { feeds: queue.feeds, facts: queue.facts, papers: world.papers, profiles: world.profiles }
    const { options, engine } = engineOf(room)
    const selection = selectionOf(draft, options)
    const against = engine.contradiction()
    if (against)
      misfits.push(sayRuleProblem({ code: 'contradiction', rules: against.map((r) => r.id) }, against, options))
    const moves = engine.repair(selection)?.moves ?? []
    const kept = Object.fromEntries(Object.entries(selection).filter(([id]) => !moves.some((m) => m.option === id)))
    for (const m of moves) {
      const reason = engine.reason(kept, m.option, m.from)
      if (reason) misfits.push(sayReason(reason, options, m.option, m.from))
    }
    for (const stray of strays(draft, options)) misfits.push(`${queue.name} does not know this ${stray.toLowerCase()}.`)
    const made = newId()
    const number = nextNumber(db, presets)
    db.insert(presets).values({ id: made, number, name, draft }).run()
    return ok({ value: { id: made, number, misfits }, subject: made, data: { from: id } })
  },
})
