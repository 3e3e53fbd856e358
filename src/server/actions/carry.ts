import { INPUTS } from '@/contract/actions'
import { engineOf } from '@/core/options/room-engine'
import { selectionOf, strays } from '@/core/options/room-options'
import type { Settings } from '@/core/preset/settings'
import type { PrinterColour, QueueFacts } from '@/core/printer/facts'
import { bad, ok } from '@/core/result/result'
import { sayReason, sayRuleProblem } from '@/core/words/options'
import { newId } from '@/server/db/ids'
import { nextNumber } from '@/server/db/numbers'
import { presets } from '@/server/db/schema'
import { action } from '@/server/door/door'
import { presetWorld } from '@/server/stores/preset-world'
import { readPreset } from '@/server/stores/presets'

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
    const room = {
      feeds: queue.feeds,
      facts: queue.facts,
      papers: world.papers,
      profiles: world.profiles,
      sizes: world.sizes,
    }
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
