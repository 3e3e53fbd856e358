import { describe, expect, it } from 'vitest'
import { um } from '@/core/length/length'
import { optionsOf, selectionOf } from '@/core/options/room-options'
import { rulesOf } from '@/core/options/room-rules'
import type { Settings } from '@/core/preset/settings'
import type { MediaSetting, QueueFacts } from '@/core/printer/facts'
import type { Rule } from '@/core/rules/rules'
import { sayGate } from '@/core/words/gate'
import { seeded } from '../../../demo/random'
import { GATE_WORLD, QUEUE } from '../../../test/example-facts'
import { possible } from '../../../test/exhaustive'
import { VERSION } from '../../../test/slip-facts'
import { closedOnSlip, type GateFinding, type GateWorld, gateOf } from './gate'

const SETTINGS = VERSION.settings
const TO = (profileId: string) => ({ kind: 'profile', profileId, intent: 'relative', blackPoint: true }) as const

/** A queue with enough to it that settings can go wrong in every way. */
function world(rules: readonly Rule[], more: Partial<QueueFacts> = {}): GateWorld {
  const setting = (id: string, patch: Partial<MediaSetting>): MediaSetting => ({
    ...VERSION.mediaSetting,
    ...{ id, name: id },
    rates: { quick: { minutesPerM2: 4, mlPerM2: 8 }, fine: { minutesPerM2: 9, mlPerM2: 10 } },
    ...patch,
  })
  return {
    ...GATE_WORLD,
    feeds: [
      VERSION.feed,
      { ...VERSION.feed, id: 'g', name: 'front sheet', maxThickness: um(1200), maxLength: um(600_000) },
    ],
    papers: [
      { id: 'paper', name: 'Fenland Matte', surface: 'matte', thickness: um(250), weight: 190 },
      { id: 'shine', name: 'Dune Gloss', surface: 'gloss', thickness: um(240), weight: 240 },
      { id: 'board', name: 'Quay Board', surface: 'matte', thickness: um(900), weight: 600 },
    ],
    profiles: [
      { id: 'x', name: 'fen', grey: false },
      { id: 'y', name: 'fen grey', grey: true },
    ],
    facts: {
      ...QUEUE,
      feeds: [VERSION.queueFeed, { ...VERSION.queueFeed, feedId: 'g', borderless: null }],
      qualities: [
        { ...VERSION.quality, id: 'quick', name: 'Quick', rank: 1 },
        { ...VERSION.quality, id: 'fine', name: 'Fine', rank: 2 },
      ],
      mediaSettings: [
        setting('matte', { surfaces: ['matte'], blacks: ['matte'] }),
        setting('gloss', { surfaces: ['gloss'], blacks: ['photo'], longest: um(500_000) }),
        setting('any', {
          surfaces: ['matte', 'gloss'],
          blacks: ['photo', 'matte'],
          rates: { fine: { minutesPerM2: 9, mlPerM2: 9 } },
        }),
      ],
      colourModes: ['colour', 'monochrome'],
      printerColours: ['off', 'own', 'driver profile'],
      topcoats: ['thin', 'full'],
      twoWayBelowRank: 2,
      ownOptions: [
        {
          id: 'drying',
          name: 'Drying',
          inSeal: true,
          values: [
            { id: 'short', name: 'Short' },
            { id: 'long', name: 'Long' },
          ],
        },
      ],
      rules,
      ...more,
    },
  }
}

/** Settings that are good but for a few things at random. */
function randomSettings(random: () => number): Settings {
  const of = <T>(...list: readonly T[]): T => list[Math.floor(random() * list.length)] as T
  const good: Settings = { ...SETTINGS, own: { drying: 'short' } }
  const profile = of('x', 'y')
  const colourMode = of('colour', 'monochrome')
  const patches: readonly Partial<Settings>[] = [
    { feedId: of('f', 'g') },
    { paperId: of('paper', 'shine', 'board') },
    { mediaSettingId: of('matte', 'gloss', 'any') },
    { qualityId: of('quick', 'fine') },
    { passes: of('one-way', 'two-way') },
    { blackInk: of('photo', 'matte') },
    { topcoat: of(null, 'thin', 'full') },
    { edgeAllowed: of('either', 'margins') },
    { fileColour: TO(profile), printerColour: 'off' },
    colourMode === 'colour'
      ? { printerColour: of('off', 'driver profile', null) }
      : { colourMode, printerColour: of(null, 'own'), tint: of(null, { a: 0, b: 1 }) },
    { bits: of(8, 16) },
    { mirror: of(false, true) },
    { own: of<Settings['own']>({}, { drying: 'long' }) },
  ]
  return Object.assign({}, good, ...patches.filter(() => random() < 0.25))
}

/** A rule of a keeper's own about two or three options, at random. */
function randomRule(random: () => number, w: GateWorld, id: string): Rule {
  const options = optionsOf(w).filter((o) => o.values.length > 1)
  const order = [...options].sort(() => random() - 0.5)
  const some = (o: (typeof options)[number]) => {
    const list = o.values.filter(() => random() < 0.6).map((v) => v.id)
    return { option: o.id, in: list.length > 0 ? list : [o.values[0]?.id ?? ''] }
  }
  const [a, b, c] = order.map(some)
  if (!a || !b || !c) throw new Error('too few options')
  return { id, when: random() < 0.5 ? [a] : [a, b], then: c, because: `of ${id}` }
}

const DRAFTS = process.env.LIBRETA_FULL ? 5000 : 500

describe('the gate against trying everything', () => {
  it(`says that settings are against the rules exactly when nothing of what is open keeps them: ${DRAFTS} drafts`, () => {
    const random = seeded(9)
    const seen = { closed: 0, open: 0 }
    for (let i = 0; i < DRAFTS; i++) {
      const plain = world([])
      const w = world(
        Array.from({ length: Math.floor(random() * 5) }, (_, n) => randomRule(random, plain, `rule ${n}`)),
      )
      const settings = randomSettings(random)
      const found = gateOf(w).of(settings)
      const against = found.filter((f) => f.code === 'against_rules')
      const can = possible(w, selectionOf(settings, optionsOf(w)))
      const unsaid = found.some((f) => f.code === 'printer_colour_unsaid')
      expect([i, against.length > 0 || unsaid]).toEqual([i, !can || unsaid])
      seen[can ? 'open' : 'closed'] += 1
      // each reason is one: its rules and choices alone leave nothing
      for (const f of against) {
        const rules = rulesOf(w).filter((r) => f.rules.includes(r.id))
        expect(rules.map((r) => r.because).sort()).toEqual(expect.arrayContaining([...f.because].sort()))
        expect(f.chosen.every((c) => c.option !== '' && c.value !== '')).toBe(true)
      }
      expect(found.some((f) => f.code === 'nobody_set')).toBe(settings.own.drying === undefined)
    }
    expect(seen.open).toBeGreaterThan(DRAFTS / 50)
    expect(seen.closed).toBeGreaterThan(DRAFTS / 5)
  })

  it(`says so of what slips ask for too, whose prints have a size: ${DRAFTS} slips`, () => {
    const random = seeded(10)
    const sizes = ['small', 'middle', 'large'].map((id) => ({ id, name: id }))
    const seen = { closed: 0, open: 0, bySize: 0 }
    for (let i = 0; i < DRAFTS; i++) {
      const plain = { ...world([]), sizes }
      const w = { ...world(Array.from({ length: 3 }, (_, n) => randomRule(random, plain, `rule ${n}`))), sizes }
      // half of the rules are about sizes, so that it is sizes that close
      const size = sizes[Math.floor(random() * sizes.length)]?.id ?? ''
      const sized: Rule = {
        ...{ id: 'sized', because: 'of its size', when: [{ option: 'size', in: [size] }] },
        then: { option: 'quality', in: [random() < 0.5 ? 'fine' : 'quick'] },
      }
      const facts = { ...w.facts, rules: [...w.facts.rules, sized] }
      const settings = randomSettings(random)
      const gate = gateOf({ ...w, facts })
      const asked = sizes[Math.floor(random() * sizes.length)]?.id ?? ''
      const against = gate.of(settings, { size: asked }).some((f) => f.code === 'against_rules')
      const can = possible({ ...w, facts }, { ...selectionOf(settings, gate.options), size: asked })
      const unsaid = settings.printerColour === null && settings.colourMode === 'colour'
      expect([i, against || unsaid]).toEqual([i, !can || unsaid])
      seen[can ? 'open' : 'closed'] += 1
      if (against && !gate.of(settings).some((f) => f.code === 'against_rules')) seen.bySize += 1
    }
    expect(seen.open).toBeGreaterThan(DRAFTS / 50)
    expect(seen.bySize).toBeGreaterThan(DRAFTS / 100)
  })
})

describe('what the gate says', () => {
  const GOOD: Settings = { ...SETTINGS, own: { drying: 'short' } }
  const says = (patch: Partial<Settings>, w: GateWorld = world([])): readonly string[] =>
    gateOf(w)
      .of({ ...GOOD, ...patch })
      .map(sayGate)
  it('nothing, when nothing speaks against settings', () => {
    expect(says({})).toEqual([])
  })
  it.each<[string, Partial<Settings>, Partial<GateWorld>, readonly string[]]>([
    [
      'a rule that is broken, with what is chosen',
      { mediaSettingId: 'gloss', blackInk: 'photo', edgeAllowed: 'margins' },
      {},
      ['Gloss is for gloss papers (media setting: gloss, paper: Fenland Matte).'],
    ],
    [
      'every rule that is broken',
      { topcoat: 'thin' },
      {},
      [
        'The topcoat lies only on gloss paper (topcoat: Thin, paper: Fenland Matte).',
        'The topcoat goes over photo black only (topcoat: Thin, black ink: Matte).',
      ],
    ],
    [
      'an option that nobody has set',
      { own: {} },
      {},
      ['Nobody has set drying: it would print as whoever stood there last left it.'],
    ],
    [
      'a value of it that is gone',
      { own: { drying: 'endless' } },
      {},
      ['Nobody has set drying: it would print as whoever stood there last left it.'],
    ],
    [
      'another ink set',
      {},
      { printer: { name: 'Otter', retired: false, inkSet: 'inks 2' } },
      ['Otter holds inks 2 now; this names inks, and what was measured with that no longer holds.'],
    ],
    [
      'a printer that is retired',
      {},
      { printer: { name: 'Otter', retired: true, inkSet: 'inks' } },
      ['Printer Otter is retired.'],
    ],
    [
      'a paper that is retired',
      { paperId: 'old' },
      { retired: [{ id: 'old', name: 'Old Rag', what: 'paper' }] },
      ['The paper Old Rag is retired.'],
    ],
    ['a paper that is gone', { paperId: 'none' }, {}, ['Otter, photo does not have this paper any more.']],
    ['a quality that is gone', { qualityId: 'none' }, {}, ['Otter, photo does not have this quality any more.']],
    [
      'a profile that is retired',
      { fileColour: TO('old'), printerColour: 'off' },
      { retired: [{ id: 'old', name: 'fen 1', what: 'profile' }] },
      ['The profile fen 1 is retired.'],
    ],
    [
      'printer colour that is not said',
      { printerColour: null },
      {},
      ['Say what the printer does to colour: off, its own, or its driver’s profile.'],
    ],
    [
      'a driver’s profile that is not said',
      { printerColour: 'driver profile' },
      {},
      ['Say which profile the driver converts to: its name is part of the seal.'],
    ],
    [
      'colour that is converted twice',
      { fileColour: TO('x'), printerColour: 'own' },
      {},
      [
        'The file is converted to a profile already, and the printer would convert it a second time (file colour: To fen, printer colour: Own).',
      ],
    ],
    [
      'a profile that was made at another quality and for other inks',
      { fileColour: TO('x'), printerColour: 'off' },
      {
        madeWith: new Map([
          [
            'x',
            [
              {
                ...GOOD,
                fileColour: TO('x'),
                printerColour: 'off',
                qualityId: 'quick',
                inkSet: 'inks 0',
                mirror: true,
              },
            ],
          ],
        ]),
      },
      ['Profile fen was made with another ink set and quality.'],
    ],
    [
      'a profile that was made with an own option of the seal set otherwise',
      { fileColour: TO('x'), printerColour: 'off' },
      {
        madeWith: new Map([['x', [{ ...GOOD, fileColour: TO('x'), printerColour: 'off', own: { drying: 'long' } }]]]),
      },
      ['Profile fen was made with another own options.'],
    ],
    [
      'a profile that was made before something upset its printer',
      { fileColour: TO('x'), printerColour: 'off' },
      { stale: new Map([['x', 'head change']]) },
      ['Since profile fen was made, Otter had a head change: print its target again and measure it.'],
    ],
    [
      'nothing of a stale profile that it does not convert to',
      { printerColour: 'off' },
      { stale: new Map([['x', 'ink change']]) },
      [],
    ],
    [
      'nothing of a profile made with these very settings',
      { fileColour: TO('x'), printerColour: 'off' },
      {
        madeWith: new Map([
          [
            'x',
            [
              { ...GOOD, qualityId: 'quick' },
              { ...GOOD, printerColour: 'off', mirror: true, edgeAllowed: 'margins' },
            ],
          ],
        ]),
      },
      [],
    ],
  ])('%s', (_, patch, part, sentences) => {
    expect(says(patch, { ...world([]), ...part })).toEqual(sentences)
  })
  it('what only a search finds: choices that leave an open option nothing', () => {
    const w = world([
      {
        id: 'a',
        when: [{ option: 'mirror', in: ['on'] }],
        then: { option: 'own:drying', in: ['long'] },
        because: 'mirrored film dries slowly',
      },
      {
        id: 'b',
        when: [{ option: 'quality', in: ['fine'] }],
        then: { option: 'own:drying', in: ['short'] },
        because: 'fine is made in one go',
      },
    ])
    const found = gateOf(w).of({ ...GOOD, mirror: true, own: {} })
    expect(found.map((f) => (f.code === 'against_rules' ? [...f.rules].sort() : f.code))).toEqual([
      ['a', 'b'],
      'nobody_set',
    ])
  })
  it('rules may name more than settings: the size of a print', () => {
    const gate = gateOf(
      world([
        { id: 's', when: [{ option: 'feed', in: ['f'] }], then: { option: 'length', in: ['600000'] }, because: 'x' },
      ]),
    )
    expect(gate.of(GOOD, { length: '600000' })).toEqual([])
    expect(gate.of(GOOD, { length: '500000' })).toMatchObject([{ code: 'against_rules', rules: ['s'] }])
    expect(gate.of(GOOD, { length: 'unheard of', size: 'x' })).toEqual([])
  })
})

describe('what closes a version on a slip', () => {
  const rule = (id: string): GateFinding => ({ code: 'against_rules', rules: [id], because: [id], chosen: [] })
  const all: readonly GateFinding[] = [
    rule('r'),
    rule('once'),
    { code: 'retired', what: 'paper', name: 'Old Rag' },
    { code: 'retired', what: 'profile', name: 'fen 1' },
    { code: 'gone', queue: 'q', option: 'Quality' },
    { code: 'gone', queue: 'q', option: 'File colour' },
    { code: 'nobody_set', option: 'Drying' },
    { code: 'ink_set', printer: 'Otter', holds: 'b', named: 'a' },
    { code: 'profile_elsewhere', name: 'fen', differs: [] },
    { code: 'profile_stale', name: 'fen', printer: 'Otter', since: 'ink change' },
    { code: 'driver_profile_unsaid' },
  ]
  it('rules, parts that are gone or retired, and what nobody has set; colour is the colour check’s', () => {
    expect(closedOnSlip(all, [], sayGate).map(sayGate)).toEqual([
      'R.',
      'The paper Old Rag is retired.',
      'q does not have this quality any more.',
      'Nobody has set drying: it would print as whoever stood there last left it.',
    ])
  })
  it('not what was known and answered when it was sealed; a part that is retired stays one', () => {
    expect(closedOnSlip(all, all.map(sayGate), sayGate).map((f) => f.code)).toEqual(['retired', 'gone'])
  })
})
