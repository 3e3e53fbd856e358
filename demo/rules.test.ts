import { describe, expect, it } from 'vitest'
import { fromMm } from '@/core/length/length'
import { Options } from '@/core/options/engine'
import { engineOf } from '@/core/options/room-engine'
import { optionsOf, type QueueWorld, selectionOf, settingsWith } from '@/core/options/room-options'
import { rulesOf } from '@/core/options/room-rules'
import type { Settings } from '@/core/preset/settings'
import { checkRules, type Rule, type Selection } from '@/core/rules/rules'
import { sayReason } from '@/core/words/options'
import { DEMO_PAPERS } from './papers'
import { colourOf, DEMO_PRESETS } from './presets'
import { DEMO_PRINTERS } from './printers'

const papers = DEMO_PAPERS.map((p) => ({
  id: p.name,
  name: p.name,
  surface: p.surface,
  thickness: p.thickness,
  weight: p.weight,
}))
const profiles = [
  { id: 'fenland-b-fine', name: 'fenland-b-fine', grey: false },
  { id: 'fen-grey', name: 'fen-grey', grey: true },
]

function world(name: string): QueueWorld {
  const printer = DEMO_PRINTERS.find((p) => p.queues.some((q) => q.name === name))
  const queue = printer?.queues.find((q) => q.name === name)
  if (!printer || !queue) throw new Error(`no queue ${name}`)
  const feeds = printer.feeds.map((f) => ({ ...f, id: f.name }))
  return { feeds, facts: queue.facts(feeds.map((f) => f.id)), papers, profiles }
}

const QUEUES = DEMO_PRINTERS.flatMap((p) => p.queues.map((q) => q.name))

/** What each rule of the demo room closes by itself: take one away and its case fails. */
const CLOSED: readonly (readonly [queue: string, rule: string, given: Selection, option: string, value: string])[] = [
  ['Otter, photo', 'surface gloss', { mediaSetting: 'gloss' }, 'paper', 'Dune Lustre 235'],
  ['Otter, photo', 'surface plain', { mediaSetting: 'plain' }, 'paper', 'Fenland Matte'],
  ['Otter, photo', 'surface matte-a', { mediaSetting: 'matte-a' }, 'paper', 'Harbour Plain 90'],
  ['Otter, photo', 'surface matte-b', { mediaSetting: 'matte-b' }, 'paper', 'Harbour Plain 90'],
  ['Otter, photo', 'surface cotton', { mediaSetting: 'cotton' }, 'paper', 'Fenland Matte'],
  ['Otter, photo', 'surface lustre', { mediaSetting: 'lustre' }, 'paper', 'Harbour Plain 90'],
  ['Otter, photo', 'quality plain', { mediaSetting: 'plain' }, 'quality', 'fine'],
  ['Otter, photo', 'quality matte-a', { mediaSetting: 'matte-a' }, 'quality', 'slow'],
  ['Otter, photo', 'quality matte-b', { mediaSetting: 'matte-b' }, 'quality', 'slow'],
  ['Otter, photo', 'quality cotton', { mediaSetting: 'cotton' }, 'quality', 'quick'],
  ['Otter, photo', 'black gloss', { mediaSetting: 'gloss' }, 'blackInk', 'matte'],
  ['Otter, photo', 'black lustre', { mediaSetting: 'lustre' }, 'blackInk', 'matte'],
  ['Otter, photo', 'longest plain', { mediaSetting: 'plain' }, 'length', String(fromMm(820))],
  ['Otter, photo', 'longest matte-a', { mediaSetting: 'matte-a' }, 'length', String(fromMm(870))],
  ['Otter, photo', 'longest matte-b', { mediaSetting: 'matte-b' }, 'length', String(fromMm(870))],
  ['Otter, photo', 'longest cotton', { mediaSetting: 'cotton' }, 'length', String(fromMm(870))],
  ['Otter, photo', 'longest gloss', { mediaSetting: 'gloss' }, 'length', String(fromMm(870))],
  ['Otter, photo', 'longest lustre', { mediaSetting: 'lustre' }, 'length', String(fromMm(870))],
  ['Otter, photo', 'weight rear stack', { paper: 'Saltmarsh Cotton 285' }, 'feed', 'rear stack'],
  ['Otter, photo', 'thickness rear stack', { paper: 'Saltmarsh Cotton 285' }, 'feed', 'rear stack'],
  ['Otter, photo', 'borderless feeds', { edge: 'either' }, 'feed', 'front single'],
  ['Otter, photo', 'borderless media rear stack', { edge: 'either', feed: 'rear stack' }, 'mediaSetting', 'plain'],
  ['Otter, photo', 'two-way', { quality: 'slow' }, 'passes', 'two-way'],
  ['Otter, photo', '16 bit', { quality: 'fine' }, 'bits', '16'],
  ['Otter, photo', 'topcoat paper', { paper: 'Fenland Matte' }, 'topcoat', 'one coat'],
  ['Otter, photo', 'mirror', { paper: 'Ebb Transfer 130' }, 'mirror', 'off'],
  ['Otter, photo', 'once', { fileColour: 'fenland-b-fine' }, 'printerColour', 'own'],
  ['Otter, photo', 'grey file', { fileColour: 'fenland-b-fine' }, 'colourMode', 'monochrome'],
  ['Otter, photo', 'grey profile', { fileColour: 'fen-grey' }, 'colourMode', 'colour'],
  ['Otter, photo', 'matte papers take matte black', { mediaSetting: 'cotton' }, 'blackInk', 'photo'],
  ['Otter, photo', 'pause for cotton', { mediaSetting: 'cotton' }, 'own:drying', 'none'],
  ['Heron', 'length front sheet', { feed: 'front sheet' }, 'length', String(fromMm(4500))],
]

const IDS: Readonly<Record<string, readonly string[]>> = {
  'Otter, photo': [
    'surface plain',
    'quality plain',
    'longest plain',
    'surface matte-a',
    'quality matte-a',
    'black matte-a',
    'longest matte-a',
    'surface matte-b',
    'quality matte-b',
    'black matte-b',
    'longest matte-b',
    'surface cotton',
    'quality cotton',
    'black cotton',
    'longest cotton',
    'surface gloss',
    'black gloss',
    'longest gloss',
    'surface lustre',
    'black lustre',
    'longest lustre',
    'weight rear stack',
    'thickness rear stack',
    'borderless feeds',
    'borderless media rear stack',
    'two-way',
    '16 bit',
    'topcoat paper',
    'mirror',
    'once',
    'grey file',
    'grey profile',
    'matte papers take matte black',
    'pause for cotton',
  ],
  'Otter, office': [
    'no setting for lustre',
    'no setting for gloss',
    'no setting for textured',
    'no setting for transfer',
    'surface plain',
    'longest plain',
    'surface matte-a',
    'black matte-a',
    'longest matte-a',
    'weight rear stack',
    'thickness rear stack',
    'borderless feeds',
    'two-way',
    'mirror',
    'once',
    'grey profile',
  ],
  Heron: [
    'no setting for plain',
    'no setting for transfer',
    'surface lustre-a',
    'quality lustre-a',
    'black lustre-a',
    'longest lustre-a',
    'surface satin',
    'quality satin',
    'black satin',
    'longest satin',
    'surface coated',
    'quality coated',
    'surface rag',
    'quality rag',
    'black rag',
    'longest rag',
    'length front sheet',
    'borderless feeds',
    'borderless media roll',
    'two-way',
    '16 bit',
    'mirror',
    'once',
    'grey file',
    'grey profile',
    'matte papers take matte black',
  ],
  Wren: [
    'no setting for lustre',
    'no setting for textured',
    'surface card-gloss',
    'black card-gloss',
    'surface iron-on',
    'quality iron-on',
    'black iron-on',
    'surface plain',
    'quality plain',
    'black plain',
    'weight card stack',
    'thickness card stack',
    'length card stack',
    'borderless media card stack',
    'two-way',
    '16 bit',
    'mirror',
    'once',
    'grey profile',
  ],
}

const opens = (
  w: QueueWorld,
  rules: readonly Rule[],
  given: Selection,
  option: string,
  value: string,
): boolean | undefined =>
  new Options(optionsOf(w), rules)
    .state(given)
    .find((s) => s.id === option)
    ?.values.find((v) => v.id === value)?.is === 'open'

/** A preset of the demo as settings. */
const settingsOf = (name: string, p: (typeof DEMO_PRESETS)[number]): Settings => ({
  queueId: name,
  inkSet: '',
  feedId: p.feed,
  paperId: p.paper,
  mediaSettingId: p.mediaSetting,
  qualityId: p.quality,
  passes: p.passes ?? 'one-way',
  blackInk: p.black,
  topcoat: p.topcoat ?? null,
  ...colourOf(p),
  fileColour: p.profile
    ? { kind: 'profile', profileId: 'fenland-b-fine', intent: 'relative', blackPoint: true }
    : { kind: 'untouched' },
  bits: 8,
  mirror: p.mirror ?? false,
  edgeAllowed: p.edge ?? 'either',
  own: p.own ?? {},
})

describe('closed choices of the demo’s presets', () => {
  it('each has a short reason that names other choices or a fact, and an offer or none by the rules alone', () => {
    let seen = 0
    for (const name of QUEUES) {
      const w = world(name)
      const { options, engine } = engineOf(w)
      for (const p of DEMO_PRESETS.filter((x) => x.queue === name)) {
        const selection = selectionOf(settingsOf(name, p), options)
        for (const state of engine.state(selection))
          for (const v of state.values.filter((x) => x.is === 'closed')) {
            seen++
            const about = [name, p.name, state.id, v.id]
            const reason = engine.reason(selection, state.id, v.id)
            if (!reason) throw new Error(`no reason for ${about}`)
            // it leans on others, never on itself
            expect([...about, reason.choices.map((c) => c.option).includes(state.id)]).toEqual([...about, false])
            const said = sayReason(reason, options, state.id, v.id)
            expect(said).not.toMatch(/undefined|is gone|because is|\b(\w+) \1\b(?<!\d \d)/)
            expect(said.length).toBeLessThan(280)
            // what is offered opens it, and never moves the paper where the media setting would do
            const change = engine.change(selection, state.id, v.id)
            if (!change) continue
            const next = {
              ...selection,
              [state.id]: v.id,
              ...Object.fromEntries(change.moves.map((m) => [m.option, m.to])),
            }
            expect([...about, engine.clash(next)]).toEqual([...about, null])
            if (change.moves.some((m) => m.option === 'paper') && state.id !== 'mediaSetting') {
              const kept = Object.fromEntries(Object.entries(next).filter(([o]) => o === 'paper' || o === state.id))
              expect([
                ...about,
                engine.clash({ ...kept, paper: selection.paper ?? '' }) === null && change.moves.length === 1,
              ]).toEqual([...about, false])
            }
          }
      }
    }
    expect(seen).toBeGreaterThan(100)
  })
})

describe('the rules of the demo room', () => {
  it.each(QUEUES)('%s: sound, and every preset of it keeps them', (name) => {
    const w = world(name)
    const options = optionsOf(w)
    const rules = rulesOf(w)
    expect(checkRules(options, rules)).toEqual([])
    expect(new Options(options, rules).contradiction()).toBeNull()
    const presets = DEMO_PRESETS.filter((p) => p.queue === name)
    expect(presets.length).toBeGreaterThan(0)
    for (const p of presets) {
      const settings = settingsOf(name, p)
      const selection = selectionOf(settings, options)
      const closed = new Options(options, rules)
        .state(selection)
        .filter((s) => s.chosen !== null && s.values.some((v) => v.id === s.chosen && v.is !== 'open'))
      expect([p.name, closed.map((s) => s.id)]).toEqual([p.name, []])
      expect(settingsWith(settings, selection)).toEqual(settings)
    }
  })

  it.each(CLOSED)('%s, “%s”: closes by itself what is open without it', (queue, id, given, option, value) => {
    const w = world(queue)
    const all = rulesOf(w)
    const rule = all.filter((r) => r.id === id)
    expect(rule, `the room lost its rule “${id}”`).toHaveLength(1)
    expect(opens(w, [], given, option, value)).toBe(true)
    expect(opens(w, rule, given, option, value)).toBe(false)
    expect(opens(w, all, given, option, value)).toBe(false)
    const reason = new Options(optionsOf(w), all).reason(given, option, value)
    expect(reason && sayReason(reason, optionsOf(w), option, value)).toMatch(/ is closed because /)
  })

  it.each(Object.entries(IDS))('%s has exactly these rules', (queue, ids) => {
    expect(rulesOf(world(queue)).map((r) => r.id)).toEqual(ids)
  })
})
