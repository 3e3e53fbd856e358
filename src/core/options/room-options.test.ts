import { describe, expect, it } from 'vitest'
import { DEMO_PAPERS } from '../../../demo/papers'
import { DEMO_PRINTERS } from '../../../demo/printers'
import { ROOM } from '../../../test/example-facts'
import { VERSION } from '../../../test/slip-facts'
import { optionsOf, type QueueWorld, selectionOf, settingsWith, strays } from './room-options'
import { rulesOf } from './room-rules'

const papers = DEMO_PAPERS.map((p) => ({ ...p, id: p.name }))
const PROFILES = [
  { id: 'fen', name: 'fen', grey: false },
  { id: 'fen-grey', name: 'fen, grey', grey: true },
]
/** Every queue of the demo's printers, by name. */
const WORLDS: readonly (readonly [string, QueueWorld])[] = DEMO_PRINTERS.flatMap((p) => {
  const feeds = p.feeds.map((f) => ({ ...f, id: f.name }))
  return p.queues.map((q) => {
    const facts = q.facts(feeds.map((f) => f.id))
    return [q.name, { feeds, facts, papers, profiles: PROFILES }] as const
  })
})

describe('what a room’s queues can be asked for, and what follows from their facts', () => {
  it.each(WORLDS)('%s: its options with all their values', (_name, world) => {
    const lines = optionsOf(world).map(
      (o) => `${o.name} (${o.id}): ${o.values.map((v) => `${v.name} (${v.id})`).join(', ')}`,
    )
    expect(lines).toMatchSnapshot()
  })
  it.each(WORLDS)('%s: its rules, whole', (_name, world) => {
    const literal = (l: { readonly option: string; readonly in: readonly string[] }): string =>
      `${l.option} in ${l.in.join(' or ')}`
    const lines = rulesOf(world).map(
      (r) => `${r.id}: ${r.when.map(literal).join(' and ')} => ${literal(r.then)}, because ${r.because}`,
    )
    expect(lines).toMatchSnapshot()
  })
  it('a fact that excludes nothing is no rule', () => {
    const [setting] = ROOM.facts.mediaSettings
    const [paper] = ROOM.papers
    if (!setting || !paper) throw new Error('the room has a paper and its setting')
    const of = (facts: Partial<QueueWorld['facts']>): readonly string[] =>
      rulesOf({ ...ROOM, papers: [paper], facts: { ...ROOM.facts, ...facts } }).map((r) => r.id)
    // every paper suits it
    expect(of({ mediaSettings: [{ ...setting, surfaces: [paper.surface] }] })).not.toContain(`surface ${setting.id}`)
    // topcoat over a black that this queue does not have
    const coated = { topcoats: ['one coat'], topcoatOn: { surfaces: [], black: 'photo' } } as const
    const blacks = (...list: readonly ('photo' | 'matte')[]) => ({ mediaSettings: [{ ...setting, blacks: list }] })
    expect(of({ ...coated, ...blacks('photo', 'matte') })).toContain('topcoat black')
    expect(of({ ...coated, ...blacks('matte') })).not.toContain('topcoat black')
    expect(of({ ...coated, topcoats: [], ...blacks('photo', 'matte') })).not.toContain('topcoat black')
  })
  it('an option of which nothing is there is left out', () => {
    const ids = optionsOf({ ...ROOM, papers: [] }).map((o) => o.id)
    expect(ids).not.toContain('paper')
    expect(ids).toContain('feed')
  })
  it('settings come back from their selection, whatever they are', () => {
    const [, world] = WORLDS[0] ?? []
    if (!world) throw new Error('the demo has a queue')
    const options = optionsOf(world)
    const base = { ...VERSION.settings, feedId: 'rear stack', paperId: 'Fenland Matte', mediaSettingId: 'matte-b' }
    for (const patch of [
      {},
      { mirror: true, bits: 16 as const, edgeAllowed: 'margins' as const, passes: 'two-way' as const },
      { topcoat: 'two coats', blackInk: 'photo' as const, qualityId: 'slow' },
      { colourMode: 'monochrome' as const, printerColour: null, tint: { a: 3, b: -2 } },
      { printerColour: 'driver profile' as const, driverProfile: { name: 'x', intent: 'relative' as const } },
      {
        printerColour: 'off' as const,
        fileColour: { kind: 'profile' as const, profileId: 'fen', intent: 'absolute' as const, blackPoint: false },
      },
    ]) {
      const settings = { ...base, ...patch }
      expect(settingsWith(settings, selectionOf(settings, options))).toEqual(settings)
      expect(strays(settings, options)).toEqual([])
    }
  })
  it('a selection moves what it speaks of, and what belongs to that', () => {
    const driver = {
      ...VERSION.settings,
      printerColour: 'driver profile' as const,
      driverProfile: { name: 'x', intent: 'relative' as const },
    }
    expect(settingsWith(driver, { printerColour: 'own' })).toMatchObject({ printerColour: 'own', driverProfile: null })
    expect(
      settingsWith(VERSION.settings, { colourMode: 'monochrome', printerColour: 'none', tint: 'set' }),
    ).toMatchObject({
      ...{ colourMode: 'monochrome', printerColour: null, tint: { a: 0, b: 0 } },
    })
    expect(settingsWith(VERSION.settings, { fileColour: 'fen' }).fileColour).toEqual({
      ...{ kind: 'profile', profileId: 'fen', intent: 'relative', blackPoint: true },
    })
    expect(settingsWith(VERSION.settings, { topcoat: 'even', 'own:drying': 'slow', bits: '16' })).toMatchObject({
      ...{ topcoat: 'even', own: { drying: 'slow' }, bits: 16 },
    })
    expect(settingsWith({ ...VERSION.settings, topcoat: 'even' }, { topcoat: 'none' }).topcoat).toBeNull()
  })
})
