import { describe, expect, it } from 'vitest'
import { fromMm, um } from '@/core/length/length'
import { edges, sameEdges } from '@/core/sheet/sheet'
import { KNOWN, MAIN, QUEUE, TOLD } from '../../../test/example-facts'
import { VERSION } from '../../../test/slip-facts'
import { pointsOf, takeOver } from './beside'
import { newFeedId } from './beside-feeds'
import { idOfKeyword } from './beside-media'
import { NO_WORDS } from './facts'
import type { Knowledge } from './point'
import { couldBe, readyBeside } from './ready'
import type { Told } from './told'

const differing = (told: Told, known = KNOWN): readonly string[] =>
  pointsOf(told, known, 'mm')
    .filter((p) => !p.same)
    .map((p) => p.id)
const point = (told: Told, id: string, known = KNOWN) => {
  const found = pointsOf(told, known, 'mm').find((p) => p.id === id)
  if (!found) throw new Error(`no point ${id}`)
  return found
}
const taken = (told: Told, ...ids: string[]): Knowledge => takeOver(pointsOf(told, KNOWN, 'mm'), ids, KNOWN)

describe('what a printer tells, beside what is known', () => {
  it('has nothing to take over when both say the same', () => {
    expect(differing(TOLD)).toEqual([])
    expect(pointsOf(TOLD, KNOWN, 'mm').map((p) => p.id)).toEqual([
      'make',
      'limits:main',
      'margins:main',
      'borderless:main',
      'type:photographic-matte',
      'quality:4',
      'resolution',
      'grey',
    ])
  })
  it('a source is the feed that has its keyword, else the one of its name', () => {
    const told = { ...TOLD, sources: [{ ...MAIN, keyword: 'rear stack' }] }
    const other = { ...VERSION.feed, id: 'g', name: 'front sheet' }
    const feeds = [other, VERSION.feed]
    expect(point(told, 'limits:rear stack', { ...KNOWN, feeds }).about).toBe('rear stack: sizes')
    const known = {
      ...KNOWN,
      feeds,
      facts: { ...QUEUE, ipp: { ...QUEUE.ipp, sources: { f: 'main', g: 'rear stack' } } },
    }
    expect(pointsOf(told, known, 'mm').some((p) => p.id === 'limits:rear stack')).toBe(false)
  })
  it('other margins: both are said, and taking over changes them alone', () => {
    const told = { ...TOLD, sources: [{ ...MAIN, margins: [{ upToWidth: null, margins: sameEdges(3000) }] }] }
    expect(differing(told)).toEqual(['margins:main'])
    expect(point(told, 'margins:main')).toMatchObject({
      about: 'rear stack: margins',
      known: 'left 3.4 mm, right 3.4 mm, lead 5.0 mm, trail 12.5 mm',
      told: '3.0 mm all round',
    })
    const now = taken(told, 'margins:main')
    expect(now.facts.feeds[0]).toEqual({
      ...VERSION.queueFeed,
      margins: [{ upToWidth: null, margins: sameEdges(3000) }],
    })
    expect({ ...now.facts, feeds: [] }).toEqual({ ...QUEUE, feeds: [] })
  })
  it('figures of the same hundredth of a millimetre are the same; a hundredth apart is told', () => {
    const [row] = MAIN.margins
    if (!row) throw new Error('no margins')
    const left = (v: number) => ({
      ...TOLD,
      sources: [{ ...MAIN, margins: [{ ...row, margins: { ...row.margins, left: um(v) } }] }],
    })
    const known = (v: number) => {
      const [own] = QUEUE.feeds
      if (!own) throw new Error('no feed')
      const [declared] = own.margins
      if (!declared) throw new Error('no margins')
      const margins = [{ ...declared, margins: { ...declared.margins, left: um(v) } }]
      return { ...KNOWN, facts: { ...QUEUE, feeds: [{ ...own, margins }] } }
    }
    expect(differing(left(3305), known(3310))).toEqual([])
    expect(differing(left(3305), known(3314))).toEqual([])
    expect(differing(left(3305), known(3315))).toEqual(['margins:main'])
  })
  it('margins are put into the feed that they were told of, whichever comes first', () => {
    const other = { ...VERSION.feed, id: 'g', name: 'front sheet' }
    const own = QUEUE.feeds[0]
    if (!own) throw new Error('no feed')
    const known = {
      ...KNOWN,
      feeds: [other, VERSION.feed],
      facts: {
        ...QUEUE,
        feeds: [{ ...own, feedId: 'g', margins: [{ upToWidth: null, margins: sameEdges(9000) }] }, own],
      },
    }
    const told = { ...TOLD, sources: [{ ...MAIN, margins: [{ upToWidth: null, margins: sameEdges(3000) }] }] }
    const now = takeOver(pointsOf(told, known, 'mm'), ['margins:main'], known)
    expect(now.facts.feeds.map((f) => [f.feedId, f.margins[0]?.margins.left])).toEqual([
      ['g', 9000],
      ['f', 3000],
    ])
    expect(now.facts.feeds[1]?.borderless).toEqual(own.borderless)
  })
  it('margins that a room of inches would say alike are not the same, and are said in millimetres then', () => {
    const told = { ...TOLD, sources: [{ ...MAIN, margins: [{ upToWidth: null, margins: sameEdges(3300) }] }] }
    const own = {
      ...KNOWN,
      facts: {
        ...KNOWN.facts,
        feeds: KNOWN.facts.feeds.map((f) => ({ ...f, margins: [{ upToWidth: null, margins: sameEdges(3400) }] })),
      },
    }
    const found = pointsOf(told, own, 'in').find((p) => p.id === 'margins:main')
    expect(found).toMatchObject({ same: false, known: '3.4 mm all round', told: '3.3 mm all round' })
    const hair = { ...TOLD, sources: [{ ...MAIN, margins: [{ upToWidth: null, margins: sameEdges(3403) }] }] }
    expect(pointsOf(hair, own, 'in').find((p) => p.id === 'margins:main')).toMatchObject({
      ...{ same: true, told: '0.13 in all round' },
    })
  })
  it('margins by width are said by width', () => {
    const told = {
      ...TOLD,
      sources: [
        {
          ...MAIN,
          margins: [
            { upToWidth: fromMm(102), margins: sameEdges(3000) },
            { upToWidth: null, margins: edges(3400, 3400, 5000, 12_500) },
          ],
        },
      ],
    }
    expect(point(told, 'margins:main').told).toBe(
      'up to 102.0 mm: 3.0 mm all round; left 3.4 mm, right 3.4 mm, lead 5.0 mm, trail 12.5 mm',
    )
  })
  it('other limits change the feed, not the queue', () => {
    const told = { ...TOLD, sources: [{ ...MAIN, maxLength: fromMm(1200) }] }
    expect(differing(told)).toEqual(['limits:main'])
    const now = taken(told, 'limits:main')
    expect(now.feeds[0]).toEqual({ ...VERSION.feed, maxLength: fromMm(1200) })
    expect(now.facts).toEqual(QUEUE)
  })
  it('borderless that is new assumes its overspray and says so; one that is known keeps what was measured', () => {
    const without = { ...VERSION.queueFeed, borderless: null }
    const bare: Knowledge = { ...KNOWN, facts: { ...QUEUE, feeds: [without] } }
    const fresh = point(TOLD, 'borderless:main', bare)
    expect(fresh).toMatchObject({ known: 'no', told: '257.0 mm; photographic-matte', same: false })
    expect(fresh.assumes).toContain('2.0 mm until an edge check')
    expect(fresh.apply(bare).facts.feeds[0]?.borderless).toEqual({
      overspray: sameEdges(2000),
      widths: [fromMm(257)],
      mediaSettings: ['matte'],
    })
    const wider = {
      ...TOLD,
      sources: [{ ...MAIN, borderless: { widths: [fromMm(257), fromMm(329)], mediaTypes: [] } }],
    }
    expect(point(wider, 'borderless:main').assumes).toBeNull()
    expect(taken(wider, 'borderless:main').facts.feeds[0]?.borderless).toEqual({
      overspray: sameEdges(2900),
      widths: [fromMm(257), fromMm(329)],
      mediaSettings: [],
    })
  })
  it('borderless that is told no more is taken away', () => {
    const told = { ...TOLD, sources: [{ ...MAIN, borderless: null }] }
    expect(taken(told, 'borderless:main').facts.feeds[0]?.borderless).toBeNull()
  })
  it.each([
    ['manual', false, 'sheet'],
    ['by-pass-tray', false, 'sheet'],
    ['tray-2', false, 'stack'],
    ['main-roll', true, 'roll'],
  ] as const)('a feed %s that is not known becomes a new one of kind %3$s', (keyword, roll, kind) => {
    const told = { ...TOLD, sources: [MAIN, { ...MAIN, keyword, roll, borderless: null }] }
    expect(differing(told)).toEqual([`feed:${keyword}`])
    const now = taken(told, `feed:${keyword}`)
    expect(now.feeds).toHaveLength(2)
    expect(now.feeds[1]).toMatchObject({ id: newFeedId(keyword), name: keyword.replaceAll('-', ' '), kind })
    expect(now.facts.feeds[1]).toMatchObject({ feedId: newFeedId(keyword), driftAcross: um(1000) })
    expect(now.facts.ipp.sources).toEqual({ f: 'main', [newFeedId(keyword)]: keyword })
    expect(point(told, `feed:${keyword}`).assumes).toContain('drift of 1.0 mm')
  })
  it('a feed that the printer has, but not at this queue, is not made twice', () => {
    const bare: Knowledge = { ...KNOWN, facts: { ...QUEUE, feeds: [] } }
    const p = point(TOLD, 'feed:main', bare)
    expect(p.known).toBe('known as rear stack, not to this queue')
    const now = p.apply(bare)
    expect(now.feeds).toEqual(KNOWN.feeds)
    expect(now.facts.feeds.map((f) => f.feedId)).toEqual(['f'])
  })
  it.each([
    ['photographic-glossy', ['gloss']],
    ['photographic-satin', ['lustre', 'gloss']],
    ['stationery-coated', ['matte']],
    ['fine-art-rag', ['textured']],
    ['stationery', ['plain', 'matte']],
    ['zinc', ['plain', 'matte', 'lustre', 'gloss']],
  ] as const)('a media type %s is taken over for %s paper, with what is assumed', (keyword, surfaces) => {
    const told = { ...TOLD, mediaTypes: ['photographic-matte', keyword] }
    expect(point(told, `type:${keyword}`).assumes).toContain(surfaces.join(', '))
    const now = taken(told, `type:${keyword}`)
    expect(now.facts.mediaSettings[1]).toMatchObject({ id: keyword, surfaces, rates: { fine: { minutesPerM2: 25 } } })
    expect(now.facts.ipp.types).toEqual(QUEUE.ipp.types)
  })
  it('a keyword that is no id of the room gets one, and keeps its word', () => {
    expect(idOfKeyword('com.example_photo:2')).toBe('com-example-photo-2')
    expect(idOfKeyword('--')).toBe('type')
    const now = taken({ ...TOLD, mediaTypes: ['photo_2'] }, 'type:photo_2')
    expect(now.facts.mediaSettings[1]?.id).toBe('photo-2')
    expect(now.facts.ipp.types).toEqual({ matte: 'photographic-matte', 'photo-2': 'photo_2' })
  })
  it('a quality that is new gets a resolution from what is told, and every media setting a rate', () => {
    const told = { ...TOLD, qualities: [3, 4, 5] as const }
    const now = taken(told, 'quality:3', 'quality:5')
    expect(now.facts.qualities.map((q) => [q.id, q.rank, q.ppi])).toEqual([
      ['fine', 2, 720],
      ['draft', 1, 360],
      ['high', 3, 720],
    ])
    expect(now.facts.ipp.qualities).toEqual({ fine: 4, draft: 3, high: 5 })
    expect(Object.keys(now.facts.mediaSettings[0]?.rates ?? {})).toEqual(['fine', 'draft', 'high'])
    expect(now.facts.mediaSettings[0]?.rates.fine).toEqual(VERSION.mediaSetting.rates.fine)
  })
  it('resolution and monochrome', () => {
    const told = { ...TOLD, resolutions: [600], colourModes: ['color', 'monochrome'] }
    expect(differing(told)).toEqual(['resolution', 'grey'])
    const now = taken(told, 'resolution', 'grey')
    expect(now.facts.nativePpi).toBe(600)
    expect(now.facts.colourModes).toEqual(['colour', 'monochrome'])
    expect(now.facts.printerColours).toEqual(['off', 'own'])
    expect(point(told, 'grey').apply(now).facts.colourModes).toEqual(['colour', 'monochrome'])
    const none: Knowledge = { ...KNOWN, facts: { ...QUEUE, colourModes: ['monochrome'], printerColours: [] } }
    const { colourModes, printerColours } = point(TOLD, 'grey', none).apply(none).facts
    expect([colourModes, printerColours]).toEqual([['colour'], ['own']])
  })
  it('says nothing of what is not told', () => {
    const silent = {
      ...TOLD,
      makeModel: '',
      resolutions: [],
      colourModes: [],
      sources: [],
      mediaTypes: [],
      qualities: [],
    }
    expect(pointsOf(silent, KNOWN, 'mm')).toEqual([])
  })
  it('ids that are no points change nothing, and what was known is never altered in place', () => {
    const before = structuredClone(KNOWN)
    expect(taken(TOLD, 'grey:9', '')).toEqual(KNOWN)
    const told = { ...TOLD, sources: [{ ...MAIN, maxLength: fromMm(1200) }], resolutions: [600] }
    taken(told, 'limits:main', 'resolution')
    expect(KNOWN).toEqual(before)
  })
  it('taking everything over leaves nothing that differs', () => {
    const told: Told = {
      ...TOLD,
      makeModel: 'another model',
      sources: [
        { ...MAIN, maxLength: fromMm(1200), borderless: null },
        { ...MAIN, keyword: 'manual' },
      ],
      mediaTypes: ['photographic-matte', 'photographic-glossy'],
      qualities: [3, 4, 5],
      resolutions: [360],
      colourModes: ['color', 'monochrome'],
    }
    const ids = differing(told)
    expect(ids.length).toBeGreaterThan(7)
    const now = takeOver(pointsOf(told, KNOWN, 'mm'), ids, KNOWN)
    expect(differing(told, now)).toEqual([])
  })
})

describe('what is loaded', () => {
  const a4 = { kind: 'sheet', width: fromMm(210), length: fromMm(297), surface: 'matte', item: 'A4' } as const
  const a3 = { kind: 'sheet', width: fromMm(297), length: fromMm(420), surface: 'gloss', item: 'A3' } as const
  const roll = { kind: 'roll', width: fromMm(610), length: fromMm(30_000), surface: 'lustre', item: 'roll 3' } as const
  const shelf = [a4, a3, roll]
  const at = (source: string, width: number, length: number) => ({
    source,
    width: um(width * 1000),
    length: um(length * 1000),
    mediaType: null,
  })
  const rolls = { ...VERSION.feed, id: 'r', name: 'roll', kind: 'roll' as const }
  const feeds = [VERSION.feed, rolls]
  const queue = { mediaSettings: QUEUE.mediaSettings, ipp: { ...QUEUE.ipp, sources: { f: 'main', r: 'main-roll' } } }
  it('offers the paper of the told size, either way round', () => {
    const [short, long] = readyBeside([at('main', 210, 297), at('main', 420, 297)], feeds, queue, [], shelf)
    expect(short).toMatchObject({ same: false, offers: ['A4'] })
    expect(long).toMatchObject({ same: false, offers: ['A3'] })
  })
  it('what is noted with this size is the same; a millimetre and a half is no difference, two are', () => {
    const noted = [{ feedId: 'f', ...a4 }]
    expect(readyBeside([at('main', 211.5, 297)], feeds, queue, noted, shelf)[0]?.same).toBe(true)
    expect(readyBeside([at('main', 212, 297)], feeds, queue, noted, shelf)[0]).toMatchObject({
      same: false,
      offers: [],
    })
  })
  it('of a roll only the width counts', () => {
    const [told] = readyBeside([at('main-roll', 610, 24_600)], feeds, queue, [{ feedId: 'r', ...roll }], shelf)
    expect(told).toMatchObject({ same: true, offers: ['roll 3'] })
  })
  it('of a media type that is known only papers of its surfaces are offered', () => {
    const told = (width: number, length: number, mediaType: string) => ({ ...at('main', width, length), mediaType })
    const offers = (...of: Parameters<typeof told>) => readyBeside([told(...of)], feeds, queue, [], shelf)[0]?.offers
    expect(offers(210, 297, 'photographic-matte')).toEqual(['A4'])
    expect(offers(297, 420, 'photographic-matte')).toEqual([])
    expect(offers(297, 420, 'a word that is not known')).toEqual(['A3'])
  })
  it('a roll is never offered for a feed of sheets, nor sheets for a roll', () => {
    expect(readyBeside([at('main', 610, 30_000)], feeds, queue, [], shelf)[0]?.offers).toEqual([])
    expect(readyBeside([at('main-roll', 210, 297)], feeds, queue, [], shelf)[0]?.offers).toEqual([])
  })
  it('a feed without a word goes by its name; a source that is no feed offers nothing', () => {
    const [named, none] = readyBeside(
      [at('rear stack', 210, 297), at('side', 210, 297)],
      feeds,
      { ...queue, ipp: NO_WORDS },
      [],
      shelf,
    )
    expect(named?.feed?.id).toBe('f')
    expect(none).toMatchObject({ feed: null, same: false, offers: [] })
  })
})

describe('a paper that a printer could mean', () => {
  const told = { roll: false, width: fromMm(297), length: fromMm(210), surfaces: ['matte'] as const }
  const a4 = { kind: 'sheet', width: fromMm(210), length: fromMm(297), surface: 'matte' } as const
  it('has its form either way round, and a surface that its kind is for; a kind for all says nothing', () => {
    expect(couldBe(told, a4)).toBe(true)
    expect(couldBe(told, { ...a4, width: fromMm(216) })).toBe(false)
    expect(couldBe(told, { ...a4, length: fromMm(216) })).toBe(false)
    expect(couldBe(told, { ...a4, surface: 'gloss' })).toBe(false)
    for (const surfaces of [[], null]) expect(couldBe({ ...told, surfaces }, { ...a4, surface: 'gloss' })).toBe(true)
    expect(couldBe(told, { ...a4, kind: 'roll' })).toBe(false)
  })
  it('has the width of a roll, however much is left on it', () => {
    const roll = { roll: true, width: fromMm(610), length: fromMm(100), surfaces: null }
    expect(couldBe(roll, { kind: 'roll', width: fromMm(610), length: fromMm(30_000) })).toBe(true)
    expect(couldBe(roll, { kind: 'roll', width: fromMm(100), length: fromMm(610) })).toBe(false)
    expect(couldBe(roll, { kind: 'sheet', width: fromMm(100), length: fromMm(610) })).toBe(false)
  })
})
