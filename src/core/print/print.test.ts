import { describe, expect, it } from 'vitest'
import { fromMm, um } from '@/core/length/length'
import type { QueueFacts } from '@/core/printer/facts'
import { NO_WORDS } from '@/core/printer/facts'
import { edges, fedSheet } from '@/core/sheet/sheet'
import { VERSION } from '../../../test/slip-facts'
import { pageColour } from './colour'
import { notSent, ticketFor } from './ticket'

const QUALITIES: QueueFacts['qualities'] = [
  { id: 'quick', name: 'Quick', rank: 1, ppi: 360 },
  { id: 'fine', name: 'Fine', rank: 2, ppi: 720 },
  { id: 'slow', name: 'Slow', rank: 3, ppi: 720 },
]
const RASTER = { format: 'image/pwg-raster', ppi: 720 } as const
const B4 = fedSheet(fromMm(257), fromMm(364), 'short')
const withSettings = (patch: Partial<typeof VERSION.settings>): typeof VERSION => ({
  ...VERSION,
  settings: { ...VERSION.settings, ...patch },
})

describe('what a printer is asked for', () => {
  it('lengths in hundredths of a millimetre, top where the paper enters', () => {
    const t = ticketFor(VERSION, NO_WORDS, QUALITIES, B4, edges(3400, 3300, 5000, 12_500), RASTER, null)
    expect(t).toMatchObject({ width: 25_700, length: 36_400, ppi: 720 })
    expect(t.margins).toEqual({ left: 340, right: 330, top: 500, bottom: 1250 })
  })
  it('the size that the printer knows the sheet by, within half a millimetre, of that feed before others', () => {
    const told = {
      sizes: [
        { source: 'main', width: um(256_900), length: um(364_300) },
        { source: 'rear', width: um(257_000), length: um(364_000) },
        { source: 'main', width: um(210_000), length: um(297_000) },
      ],
    }
    const words = { ...NO_WORDS, sources: { f: 'main' } }
    const asked = (width: number, length: number) => {
      const t = ticketFor(VERSION, words, QUALITIES, fedSheet(um(width), um(length), 'short'), null, RASTER, told)
      return [t.width, t.length]
    }
    expect(asked(257_000, 364_000)).toEqual([25_690, 36_430])
    expect(asked(210_600, 297_000)).toEqual([21_060, 29_700])
  })
  it('borderless by margins of nothing', () => {
    expect(ticketFor(VERSION, NO_WORDS, QUALITIES, B4, null, RASTER, null).margins).toEqual({
      left: 0,
      right: 0,
      top: 0,
      bottom: 0,
    })
  })
  it('the printer’s own words where they are known, else the room’s id and no source', () => {
    const bare = ticketFor(VERSION, NO_WORDS, QUALITIES, B4, null, RASTER, null)
    expect([bare.source, bare.mediaType]).toEqual([null, 'matte'])
    const words = { sources: { f: 'main' }, types: { matte: 'photographic-matte' }, qualities: {} }
    const t = ticketFor(VERSION, words, QUALITIES, B4, null, RASTER, null)
    expect([t.source, t.mediaType]).toEqual(['main', 'photographic-matte'])
  })
  it.each([
    ['quick', 3],
    ['fine', 4],
    ['slow', 5],
  ] as const)('quality %s of three is print-quality %i', (qualityId, value) => {
    expect(ticketFor(withSettings({ qualityId }), NO_WORDS, QUALITIES, B4, null, RASTER, null).quality).toBe(value)
  })
  it('of two qualities none is a draft; a word of its own goes before the rank', () => {
    const two = QUALITIES.slice(1)
    expect(ticketFor(withSettings({ qualityId: 'fine' }), NO_WORDS, two, B4, null, RASTER, null).quality).toBe(4)
    const words = { ...NO_WORDS, qualities: { fine: 5 } as const }
    expect(ticketFor(withSettings({ qualityId: 'fine' }), words, QUALITIES, B4, null, RASTER, null).quality).toBe(5)
  })
  it('the colour mode goes by the standard’s keyword', () => {
    const mode = (colourMode: typeof VERSION.settings.colourMode): string =>
      ticketFor(withSettings({ colourMode }), NO_WORDS, QUALITIES, B4, null, RASTER, null).colourMode
    expect([mode('colour'), mode('monochrome')]).toEqual(['color', 'monochrome'])
  })
  it('what cannot be sent is named, in the room’s own words', () => {
    expect(notSent(withSettings({ passes: 'two-way', topcoat: null, tint: null, own: {} }), 0)).toEqual([])
    const version = {
      ...withSettings({
        passes: 'one-way',
        topcoat: 'even',
        tint: { a: 1, b: -2 },
        own: { drying: 'one-second', gone: 'x' },
      }),
      ownOptions: [
        {
          id: 'drying',
          name: 'Pause between passes',
          values: [{ id: 'one-second', name: 'One second' }],
          inSeal: false,
        },
      ],
    }
    expect(notSent(version, -3)).toEqual([
      'topcoat even',
      'one-way passes',
      'tint 1, -2',
      'darkness −3',
      'Pause between passes: One second',
      'gone: x',
    ])
  })
})

describe('how colour goes into the raster', () => {
  const untouched = { kind: 'untouched' } as const
  const toProfile = { kind: 'profile', profileId: 'x', intent: 'relative', blackPoint: true } as const
  const plain = { grey: false, otherProfile: false }
  it.each([
    ['converted to a profile: device colour, never sRGB', toProfile, 'off', plain, false, 'rgb', 'to the profile'],
    ['converted to a grey profile: device black', toProfile, 'off', plain, true, 'black', 'to the profile'],
    [
      'a grey picture to a colour profile',
      toProfile,
      'off',
      { grey: true, otherProfile: false },
      false,
      'rgb',
      'to the profile',
    ],
    ['untouched, printer off: device colour', untouched, 'off', plain, false, 'rgb', 'nothing'],
    [
      'untouched grey, printer off: device black',
      untouched,
      'off',
      { grey: true, otherProfile: false },
      false,
      'black',
      'nothing',
    ],
    ['the printer’s own colour, sRGB picture', untouched, 'own', plain, false, 'srgb', 'nothing'],
    [
      'the printer’s own colour, another profile',
      untouched,
      'own',
      { grey: false, otherProfile: true },
      false,
      'srgb',
      'to sRGB',
    ],
    ['monochrome with a colour picture', untouched, null, plain, false, 'srgb', 'nothing'],
    [
      'monochrome with a plain grey picture',
      untouched,
      null,
      { grey: true, otherProfile: false },
      false,
      'sgray',
      'nothing',
    ],
    [
      'a grey picture with a profile of its own',
      untouched,
      'own',
      { grey: true, otherProfile: true },
      false,
      'srgb',
      'to sRGB',
    ],
    [
      'the same untouched, printer off',
      untouched,
      'off',
      { grey: true, otherProfile: true },
      false,
      'black',
      'nothing',
    ],
  ] as const)('%s', (_name, fileColour, printerColour, picture, greyProfile, space, convert) => {
    for (const bits of [8, 16] as const)
      expect(pageColour({ fileColour, printerColour, bits }, [picture], greyProfile)).toEqual({
        ...{ space, bits },
        convert: [convert],
      })
  })
  it('one that is in the profile already stays as it is beside others that are converted to it', () => {
    const fileColour = { kind: 'profile', profileId: 'x', intent: 'relative', blackPoint: true } as const
    const plain = { grey: false, otherProfile: false }
    const both = [plain, { ...plain, inTarget: true }]
    expect(pageColour({ fileColour, printerColour: 'off', bits: 8 }, both, false).convert).toEqual([
      'to the profile',
      'nothing',
    ])
  })
})
