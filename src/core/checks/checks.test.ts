import { describe, expect, it } from 'vitest'
import { fromMm, um } from '@/core/length/length'
import { sameEdges } from '@/core/sheet/sheet'
import { firstPiece, type PlainPatch } from '@/core/slip/body'
import { outcomeOf } from '@/core/slip/outcome'
import type { ToneFacts } from '@/core/tone/use'
import { sayFinding } from '@/core/words/checks'
import { SHORT, sayShort } from '@/core/words/short'
import { FACTS, FIGURES, facts, laid, PICTURE, VERSION } from '../../../test/slip-facts'
import { CHECKS, runChecks } from './all'
import { complete } from './complete'
import { resolutionEnough } from './resolution'

type Case = {
  readonly name: string
  readonly check: string
  readonly body?: PlainPatch
  readonly rest?: Parameters<typeof facts>[1]
  readonly level: 'stop' | 'caution' | 'fine'
  readonly says: RegExp
}

const settings = (patch: Partial<typeof VERSION.settings>) => ({
  ...VERSION,
  settings: { ...VERSION.settings, ...patch },
})
const profiled = { kind: 'profile', profileId: 'x', intent: 'relative', blackPoint: true } as const
const A4 = { name: 'A4', short: fromMm(210), long: fromMm(297) }

const fen = { name: 'fen', seals: [], grey: false }

const GREY = {
  ...VERSION,
  settings: { ...VERSION.settings, colourMode: 'monochrome' as const, printerColour: null },
  darkness: { least: -8, most: 8, step: 2 },
}
const toned = (tone: Partial<ToneFacts>) => ({
  ...GREY,
  tone: { checks: [{ number: 7, darkness: -4 }], curves: [], since: null, ...tone },
})
const ON_ROLL = { ...VERSION, feed: { ...VERSION.feed, kind: 'roll' as const, maxLength: fromMm(9000) } }
const LOADED = {
  paperId: 'paper',
  paperName: 'Fenland Matte',
  kind: 'sheet',
  width: fromMm(257),
  length: fromMm(364),
  rollId: null,
} as const
const TAKES = { formats: ['image/pwg-raster'], rasterTypes: ['srgb_8', 'rgb_8'], resolutions: [720], scaling: [] }

const CASES: readonly Case[] = [
  {
    name: 'converted twice',
    check: 'conversion',
    rest: { version: { ...settings({ fileColour: profiled, printerColour: 'own' }), profile: fen } },
    level: 'stop',
    says: /converted twice: the file to fen, then again by the printer \(own\)/,
  },
  {
    name: 'converted not at all',
    check: 'conversion',
    rest: { version: settings({ printerColour: 'off' }) },
    level: 'caution',
    says: /not converted at all/,
  },
  {
    name: 'converted once by the file',
    check: 'conversion',
    rest: { version: { ...settings({ fileColour: profiled, printerColour: 'off' }), profile: fen } },
    level: 'fine',
    says: /once: the file to fen/,
  },
  { name: 'converted once by the printer', check: 'conversion', level: 'fine', says: /once, by the printer \(own\)/ },
  {
    name: 'grey made once',
    check: 'conversion',
    rest: { version: settings({ colourMode: 'monochrome', printerColour: null, tint: { a: 0, b: 0 } }) },
    level: 'fine',
    says: /printer’s own monochrome/,
  },
  {
    name: 'grey with its own profile',
    check: 'conversion',
    rest: {
      version: {
        ...settings({ fileColour: profiled, colourMode: 'monochrome', printerColour: null }),
        profile: { ...fen, grey: true },
      },
    },
    level: 'fine',
    says: /made for monochrome/,
  },
  {
    name: 'judged on a screen that was measured long ago and is too bright',
    check: 'screen',
    rest: {
      screen: {
        ...{ id: 'd', name: 'Desk' },
        flaws: [
          { code: 'screen measured long ago', days: 61, good: 30 },
          { code: 'screen too bright', brightness: 185, most: 120 },
        ],
      },
    },
    level: 'caution',
    says: /^Judged on Desk: it was measured 61 days ago, and that is good for 30; at 185 cd\/m² it is brighter than 120, and prints look darker than on it\.$/,
  },
  {
    name: 'judged on a screen that nobody measured',
    check: 'screen',
    rest: { screen: { id: 'd', name: 'Desk', flaws: [{ code: 'screen not measured' }] } },
    level: 'caution',
    says: /Desk: it was never measured/,
  },
  {
    name: 'judged on a screen that was measured lately',
    check: 'screen',
    rest: { screen: { id: 'd', name: 'Desk', flaws: [] } },
    level: 'fine',
    says: /Desk, which was measured lately/,
  },
  { name: 'no picture', check: 'complete', rest: { picture: null }, level: 'stop', says: /No picture yet/ },
  { name: 'no preset', check: 'complete', rest: { version: null }, level: 'stop', says: /No preset yet/ },
  { name: 'no sheet', check: 'complete', rest: { size: null }, level: 'stop', says: /No sheet yet/ },
  {
    name: 'a broken picture',
    check: 'picture',
    rest: { picture: { ...PICTURE, decoded: false } },
    level: 'stop',
    says: /fern.jpg breaks off/,
  },
  {
    name: 'a picture still read',
    check: 'picture',
    rest: { picture: { ...PICTURE, decoded: null } },
    level: 'caution',
    says: /still being read/,
  },
  {
    name: 'a size that the file does not state',
    check: 'file-size',
    body: { placing: { mode: 'file size' } },
    level: 'stop',
    says: /fern.jpg states no size of its own/,
  },
  {
    name: 'a size that the file states',
    check: 'file-size',
    body: { placing: { mode: 'file size' } },
    rest: { picture: { ...PICTURE, stated: { width: um(90_000), height: um(120_000) } } },
    level: 'fine',
    says: /the size that the file states, 90\.0 × 120\.0 mm/,
  },
  {
    name: 'a size that was changed since',
    check: 'offered',
    rest: {
      size: {
        ...{ name: 'Card', short: fromMm(257), long: fromMm(364) },
        newer: { name: 'Card', short: fromMm(250), long: fromMm(360) },
      },
    },
    level: 'caution',
    says: /^Card was changed to 250 × 360 mm; this slip keeps 257 × 364 mm\./,
  },
  {
    name: 'a printer that says that something else is in it',
    check: 'says',
    rest: {
      version: {
        ...VERSION,
        says: {
          ...{ feedId: 'f', width: um(210_000), length: um(297_000), roll: false, noted: 'Fenland Matte', key: 'k' },
          mediaSetting: { name: 'Lustre', surfaces: ['lustre'] },
        },
      },
    },
    level: 'caution',
    says: /^The printer says that Lustre, 210 × 297 mm is in the rear stack, and Fenland Matte is noted: which\?/,
  },
  {
    name: 'a printer of which nobody noted what is in it',
    check: 'says',
    rest: {
      version: {
        ...VERSION,
        says: {
          ...{ feedId: 'f', width: um(610_000), length: um(9_000_000), roll: true, noted: null, key: 'k' },
          mediaSetting: null,
        },
      },
    },
    level: 'caution',
    says: /^The printer says that a roll of 610 mm is in the rear stack; nobody has noted what is\./,
  },
  {
    name: 'a printer that says what is noted',
    check: 'says',
    rest: { version: { ...VERSION, says: null } },
    level: 'fine',
    says: /noted paper is in it/,
  },
  {
    name: 'copies that somebody left set',
    check: 'left-set',
    rest: { version: { ...VERSION, setAtPrinter: [{ what: 'copies', is: '12', since: 5 }] } },
    level: 'caution',
    says: /^Copies are 12 at Otter, set meanwhile\./,
  },
  {
    name: 'nothing left set',
    check: 'left-set',
    rest: { version: { ...VERSION, setAtPrinter: [] } },
    level: 'fine',
    says: /Nothing was left set/,
  },
  { name: 'a sound picture', check: 'picture', level: 'fine', says: /reads to its end/ },
  { name: 'enough pixels', check: 'resolution', level: 'fine', says: /^4\d\d ppi/ },
  {
    name: 'few pixels',
    check: 'resolution',
    rest: { picture: { ...PICTURE, width: 1200, height: 1600 } },
    level: 'caution',
    says: /Only 1\d\d ppi; this room wants 200/,
  },
  {
    name: 'hardly any pixels',
    check: 'resolution',
    rest: { picture: { ...PICTURE, width: 600, height: 800 } },
    level: 'stop',
    says: /Only 6\d ppi; this room wants 90. Looks sharp from 1\.\d\d m/,
  },
  {
    name: 'the last sheets on the shelf',
    check: 'stock',
    body: { copies: 17 },
    level: 'fine',
    says: /./,
  },
  {
    name: 'one sheet more than there are',
    check: 'stock',
    body: { copies: 18 },
    level: 'stop',
    says: /17/,
  },
  {
    name: 'over the margin',
    check: 'area',
    body: { placing: { mode: 'exact', by: { edge: 'width', um: fromMm(254) } } },
    level: 'stop',
    says: /1\.9 mm would be cut off at the left edge, and at one more edge/,
  },
  { name: 'inside the area', check: 'area', level: 'fine', says: /printable area/ },
  {
    name: 'too wide',
    check: 'size',
    rest: { size: { name: 'A2', short: fromMm(420), long: fromMm(594) } },
    level: 'stop',
    says: /takes at most 329 mm across; this sheet is 420 mm/,
  },
  {
    name: 'too long for the media setting',
    check: 'size',
    rest: { size: { name: 'Strip', short: fromMm(200), long: fromMm(905) } },
    level: 'stop',
    says: /Matte B prints at most 900 mm/,
  },
  { name: 'a size that fits', check: 'size', level: 'fine', says: /goes through the rear stack/ },
  {
    name: 'turned',
    check: 'turned',
    rest: {
      version: { ...VERSION, feed: { ...VERSION.feed, maxLength: fromMm(300) } },
      size: { name: 'Card', short: fromMm(280), long: fromMm(310) },
    },
    level: 'caution',
    says: /only long edge first: load it 310.0 × 280.0 mm/,
  },
  {
    name: 'a width that it does not print borderless at',
    check: 'borderless',
    body: { edge: 'borderless' },
    rest: { size: A4 },
    level: 'stop',
    says: /not possible at 210 mm across: the rear stack prints borderless only at 257 mm/,
  },
  {
    name: 'no borderless on this feed',
    check: 'borderless',
    body: { edge: 'borderless' },
    rest: { version: { ...VERSION, queueFeed: { ...VERSION.queueFeed, borderless: null } } },
    level: 'stop',
    says: /cannot print borderless/,
  },
  {
    name: 'no borderless with this setting',
    check: 'borderless',
    body: { edge: 'borderless' },
    rest: { version: { ...VERSION, mediaSetting: { ...VERSION.mediaSetting, id: 'rag', name: 'Rag' } } },
    level: 'stop',
    says: /media setting Rag/,
  },
  {
    name: 'a preset for margins',
    check: 'borderless',
    body: { edge: 'borderless' },
    rest: { version: settings({ edgeAllowed: 'margins' }) },
    level: 'stop',
    says: /for margins only/,
  },
  { name: 'borderless works', check: 'borderless', body: { edge: 'borderless' }, level: 'fine', says: /works here/ },
  {
    name: 'a sliver',
    check: 'sliver',
    body: { edge: 'borderless', placing: { mode: 'fill' } },
    rest: { version: { ...VERSION, queueFeed: { ...VERSION.queueFeed, driftAlong: um(3400) } } },
    level: 'caution',
    says: /white line of up to 0.5 mm may show at the lead edge, and at one more edge/,
  },
  {
    name: 'a print that spans the width and drifts',
    check: 'row',
    body: { edge: 'borderless', placing: { mode: 'fill' } },
    rest: { version: { ...VERSION, queueFeed: { ...VERSION.queueFeed, driftAcross: um(3400) } } },
    level: 'caution',
    says: /lose up to 0.5 mm at one side and leave as much white at the other/,
  },
  {
    name: 'no sliver',
    check: 'sliver',
    body: { edge: 'borderless', placing: { mode: 'fill' } },
    level: 'fine',
    says: /covers the drift/,
  },
  {
    name: 'enlargement left',
    check: 'enlargement',
    body: { edge: 'borderless', enlargement: 'left' },
    level: 'caution',
    says: /2.3 % across and 1.6 % along/,
  },
  {
    name: 'enlargement corrected',
    check: 'enlargement',
    body: { edge: 'borderless', placing: { mode: 'exact', by: { edge: 'width', um: fromMm(100) } } },
    level: 'fine',
    says: /taken back/,
  },
  {
    name: 'grown to cover',
    check: 'enlargement',
    body: { edge: 'borderless', placing: { mode: 'fill' } },
    level: 'caution',
    says: /grows by 1.6 %/,
  },
  {
    name: 'profile missing',
    check: 'profile',
    rest: { version: settings({ fileColour: profiled }) },
    level: 'stop',
    says: /not in this room/,
  },
  {
    name: 'profile of another seal',
    check: 'profile',
    rest: {
      version: {
        ...settings({ fileColour: profiled }),
        profile: { name: 'fen', seals: ['ZZZZZZ', 'YYYYYY'], grey: false },
      },
    },
    level: 'caution',
    says: /made with seal ZZZZZZ and YYYYYY; this version has ABC123/,
  },
  {
    name: 'profile of this seal among others',
    check: 'profile',
    rest: {
      version: {
        ...settings({ fileColour: profiled }),
        profile: { name: 'fen', seals: ['ZZZZZZ', 'ABC123'], grey: false },
      },
    },
    level: 'fine',
    says: /Profile fen is here/,
  },
  {
    name: 'profile here',
    check: 'profile',
    rest: {
      version: { ...settings({ fileColour: profiled }), profile: { name: 'fen', seals: [], grey: false } },
    },
    level: 'fine',
    says: /Profile fen is here/,
  },
  {
    name: 'colour without a profile',
    check: 'colour',
    rest: { picture: { ...PICTURE, profile: null } },
    level: 'caution',
    says: /taken as sRGB/,
  },
  {
    name: 'untouched device grey',
    check: 'colour',
    rest: { picture: { ...PICTURE, profile: null, grey: true } },
    level: 'fine',
    says: /what its colours mean/,
  },
  {
    name: 'grey to be converted',
    check: 'colour',
    rest: { picture: { ...PICTURE, profile: null, grey: true }, version: settings({ fileColour: profiled }) },
    level: 'caution',
    says: /taken as those of sRGB/,
  },
  {
    name: 'the wrong black',
    check: 'black',
    rest: { version: { ...VERSION, holdsBlack: 'photo' } },
    level: 'stop',
    says: /Otter holds photo black, this preset prints with matte/,
  },
  { name: 'the right black', check: 'black', level: 'fine', says: /right black/ },
  {
    name: 'too few sheets',
    check: 'stock',
    body: { copies: 18 },
    level: 'stop',
    says: /17 sheets of this size on the shelf, this takes 18/,
  },
  {
    name: 'no sheet at all',
    check: 'stock',
    rest: { stock: FACTS.stock && { ...FACTS.stock, left: 0 } },
    level: 'stop',
    says: /No sheet of this size/,
  },
  {
    name: 'paper in no such size',
    check: 'stock',
    rest: { stock: null },
    level: 'caution',
    says: /Fenland Matte is not kept in this size/,
  },
  { name: 'paper enough', check: 'stock', level: 'fine', says: /paper for all copies/ },
  { name: 'many copies', check: 'copies', body: { copies: 12 }, level: 'caution', says: /12 copies; more than 6/ },
  {
    name: 'upkeep overdue',
    check: 'upkeep',
    rest: { version: { ...VERSION, due: [{ kind: 'nozzle check', days: 9 }] } },
    level: 'caution',
    says: /The nozzle check of Otter is 9 days old/,
  },
  {
    name: 'upkeep never noted',
    check: 'upkeep',
    rest: { version: { ...VERSION, due: [{ kind: 'head alignment', days: null }] } },
    level: 'caution',
    says: /head alignment of Otter was never noted/,
  },
  { name: 'upkeep done', check: 'upkeep', level: 'fine', says: /not overdue/ },
  {
    name: 'borderless that nobody measured',
    check: 'edge-measured',
    body: { edge: 'borderless' },
    level: 'caution',
    says: /rear stack/,
  },
  {
    name: 'an edge check after which the head was changed',
    check: 'edge-measured',
    rest: {
      version: {
        ...VERSION,
        checked: { margins: FIGURES, borderless: null },
        checkDue: { margins: { why: 'upkeep', kind: 'head change' }, borderless: null },
      },
    },
    level: 'caution',
    says: /edge check 4 .*head change/,
  },
  {
    name: 'an edge check that is too old',
    check: 'edge-measured',
    rest: {
      version: {
        ...VERSION,
        checked: { margins: FIGURES, borderless: null },
        checkDue: { margins: { why: 'age', days: 190 }, borderless: null },
      },
    },
    level: 'caution',
    says: /Edge check 4 .*190 days/,
  },
  {
    name: 'an edge check that holds',
    check: 'edge-measured',
    rest: { version: { ...VERSION, checked: { margins: FIGURES, borderless: null } } },
    level: 'fine',
    says: /edge check 4/i,
  },
  {
    name: 'a printer that takes what would be sent',
    check: 'delivery',
    rest: { version: { ...VERSION, takes: TAKES } },
    level: 'fine',
    says: /takes what would be sent/,
  },
  {
    name: 'a printer that takes nothing that we make',
    check: 'delivery',
    rest: { version: { ...VERSION, takes: { ...TAKES, formats: ['application/pdf'] } } },
    level: 'caution',
    says: /cannot be printed to from here: it takes neither PWG raster nor JPEG \(it told application\/pdf\)/,
  },
  {
    name: 'a broken profile that nobody has answered yet',
    check: 'colour',
    rest: { picture: { ...PICTURE, profile: null, colourNote: 'its profile is broken', colourAsks: true } },
    level: 'stop',
    says: /its profile is broken\. .*take it as untagged on line 1/,
  },
  {
    name: 'a broken profile that was answered',
    check: 'colour',
    rest: { picture: { ...PICTURE, profile: null, colourNote: 'its profile is broken', colourAsks: false } },
    level: 'caution',
    says: /counts as untagged/,
  },
  {
    name: 'a darkness that the queue knows',
    check: 'darkness',
    body: { darkness: -4 },
    rest: { version: GREY },
    level: 'fine',
    says: /knows this darkness/,
  },
  {
    name: 'a darkness beyond the queue',
    check: 'darkness',
    body: { darkness: 9 },
    rest: { version: GREY },
    level: 'stop',
    says: /Otter, photo takes a darkness from -8 to 8 in steps of 2; this slip has 9/,
  },
  {
    name: 'a darkness between its steps',
    check: 'darkness',
    body: { darkness: 3 },
    rest: { version: GREY },
    level: 'stop',
    says: /in steps of 2; this slip has 3/,
  },
  {
    name: 'a darkness beyond the last step',
    check: 'darkness',
    body: { darkness: 10 },
    rest: { version: GREY },
    level: 'stop',
    says: /this slip has 10/,
  },
  {
    name: 'a darkness before the first step',
    check: 'darkness',
    body: { darkness: -10 },
    rest: { version: GREY },
    level: 'stop',
    says: /this slip has -10/,
  },
  {
    name: 'greys that go through the curve of their darkness',
    check: 'tone',
    body: { darkness: -4 },
    rest: {
      picture: { ...PICTURE, grey: true },
      version: toned({ curves: [{ id: 'c', number: 7, darkness: -4, strength: 0.8 }] }),
    },
    level: 'fine',
    says: /go through the curve of tone check 7, at 80 %/,
  },
  {
    name: 'greys that go through a curve of a doubtful reading',
    check: 'tone',
    body: { darkness: -4 },
    rest: {
      picture: { ...PICTURE, grey: true },
      version: toned({
        curves: [{ id: 'c', number: 7, darkness: -4, strength: 0.8, doubts: ['wet', 'unchecked scan'] }],
      }),
    },
    level: 'caution',
    says: /curve of tone check 7, and its wedge was read before it was dry and its wedge was read by a scanner that was never checked/,
  },
  {
    name: 'greys that are known and not corrected',
    check: 'tone',
    body: { darkness: -4 },
    rest: { version: toned({ curves: [{ id: 'c', number: 7, darkness: 2, strength: 1 }] }) },
    level: 'fine',
    says: /Tone check 7 tells how .* no curve is used/,
  },
  {
    name: 'greys that are converted to a profile: they are not corrected twice',
    check: 'tone',
    body: { darkness: -4 },
    rest: {
      picture: { ...PICTURE, grey: true },
      version: {
        ...toned({ curves: [{ id: 'c', number: 7, darkness: -4, strength: 1 }] }),
        settings: { ...GREY.settings, fileColour: profiled },
        profile: { ...fen, grey: true },
      },
    },
    level: 'fine',
    says: /Tone check 7 tells how .* no curve is used/,
  },
  {
    name: 'greys of a seal that nobody checked',
    check: 'tone',
    rest: { version: toned({ checks: [] }) },
    level: 'caution',
    says: /No tone check was made with the seal .*Print a wedge/,
  },
  {
    name: 'greys at another darkness than was checked',
    check: 'tone',
    body: { darkness: 2 },
    rest: { version: toned({}) },
    level: 'caution',
    says: /made at darkness −4, not at darkness \+2: no curve is used/,
  },
  {
    name: 'colours that the printer makes grey by itself',
    check: 'tone',
    body: { darkness: -4 },
    rest: {
      picture: { ...PICTURE, grey: false },
      version: toned({ curves: [{ id: 'c', number: 7, darkness: -4, strength: 1 }] }),
    },
    level: 'caution',
    says: /is in colour, and the curve of tone check 7 straightens greys alone/,
  },
  {
    name: 'colours that become grey here',
    check: 'tone',
    body: { darkness: -4, grey: 'red filter' },
    rest: {
      picture: { ...PICTURE, grey: false },
      version: toned({ curves: [{ id: 'c', number: 7, darkness: -4, strength: 1 }] }),
    },
    level: 'fine',
    says: /go through the curve of tone check 7/,
  },
  {
    name: 'greys that were checked before the heads were changed',
    check: 'tone',
    body: { darkness: -4 },
    rest: { version: toned({ since: 'head change' }) },
    level: 'caution',
    says: /Tone check 7 was made before the head change/,
  },
  {
    name: 'the right paper in the feed',
    check: 'loaded',
    rest: { version: { ...VERSION, loaded: LOADED } },
    level: 'fine',
    says: /paper of the preset is in the printer/,
  },
  {
    name: 'another paper in the feed',
    check: 'loaded',
    rest: { version: { ...VERSION, loaded: { ...LOADED, paperId: 'x', paperName: 'Dune Lustre' } } },
    level: 'stop',
    says: /^The rear stack holds Dune Lustre, B4; this prints on Fenland Matte, B4\. Load it/,
  },
  {
    name: 'the paper in another size',
    check: 'loaded',
    rest: { version: { ...VERSION, loaded: { ...LOADED, length: um(364_500) } } },
    level: 'stop',
    says: /holds Fenland Matte, .*; this prints on Fenland Matte, B4/,
  },
  {
    name: 'a sheet where a roll is wanted, as wide as it',
    check: 'loaded',
    body: { sheet: { kind: 'cut', width: fromMm(257), length: 'auto' } },
    rest: { version: { ...ON_ROLL, loaded: LOADED } },
    level: 'stop',
    says: /holds Fenland Matte, B4; this prints on/,
  },
  {
    name: 'a roll of another width',
    check: 'loaded',
    body: { sheet: { kind: 'cut', width: fromMm(257), length: 'auto' } },
    rest: { version: { ...ON_ROLL, loaded: { ...LOADED, kind: 'roll', width: fromMm(300), rollId: 'r' } } },
    level: 'stop',
    says: /holds Fenland Matte, .*300/,
  },
  {
    name: 'a roll of this width',
    check: 'loaded',
    body: { sheet: { kind: 'cut', width: fromMm(257), length: 'auto' } },
    rest: { version: { ...ON_ROLL, loaded: { ...LOADED, kind: 'roll', rollId: 'r' } } },
    level: 'fine',
    says: /paper of the preset is in the printer/,
  },
  {
    name: 'a preset that today’s rules allow',
    check: 'gate',
    rest: { version: { ...VERSION, closed: [] } },
    level: 'fine',
    says: /nothing that its queue does not allow/,
  },
  {
    name: 'a preset that a new rule closes',
    check: 'gate',
    rest: {
      version: {
        ...VERSION,
        closed: [
          {
            ...{ code: 'against_rules', rules: ['r'], because: ['fine takes too long here'] },
            chosen: [{ option: 'Quality', value: 'Fine' }],
          },
        ],
      },
    },
    level: 'stop',
    says: /^Matte colour is closed: Fine takes too long here \(quality: Fine\)\. Take another preset/,
  },
  {
    name: 'the inks that the preset names',
    check: 'inks',
    rest: { version: { ...VERSION, holdsInkSet: 'inks' } },
    level: 'fine',
    says: /holds the ink set that the preset names/,
  },
  {
    name: 'other inks',
    check: 'inks',
    rest: { version: { ...VERSION, holdsInkSet: 'inks 2' } },
    level: 'caution',
    says: /^Otter holds inks 2 now; this names inks/,
  },
  {
    name: 'upkeep that new heads made due',
    check: 'upkeep',
    rest: { version: { ...VERSION, due: [{ kind: 'nozzle check', days: 1, since: 'head change' }] } },
    level: 'caution',
    says: /^The nozzle check of Otter is due since the head change\.$/,
  },
  {
    name: 'margins on a feed that always prints to the edges',
    check: 'borderless',
    rest: {
      version: {
        ...VERSION,
        queueFeed: {
          ...VERSION.queueFeed,
          borderless: { overspray: sameEdges(1000), widths: [], mediaSettings: [], always: true },
        },
      },
    },
    level: 'stop',
    says: /always prints to the edges of the sheet.*Take borderless/,
  },
  { name: 'a size of the room', check: 'offered', level: 'fine', says: /offers this size/ },
  {
    name: 'a size that is retired',
    check: 'offered',
    rest: { size: { name: 'Tide card', short: fromMm(257), long: fromMm(364), retired: true } },
    level: 'stop',
    says: /^The size Tide card is retired\. Take another one/,
  },
  { name: 'a print', check: 'ink', level: 'fine', says: /Something is printed/ },
  {
    name: 'margins that use up the sheet',
    check: 'ink',
    body: { centring: { kind: 'even', um: fromMm(130) } },
    level: 'stop',
    says: /Nothing would be printed: the margins use up the whole sheet/,
  },
  { name: 'few copies', check: 'copies', level: 'fine', says: /usual number/ },
]

describe('checks before printing', () => {
  it.each(CASES)('$name: $level from $check', ({ check, body, rest, level, says }) => {
    const slip = facts(body ?? {}, rest ?? {})
    const finding = runChecks(slip, outcomeOf(slip)).find((f) => f.check === check)
    expect(finding?.level).toBe(level)
    expect(finding && sayFinding(finding, 'mm')).toMatch(says)
  })
  it('each check can stop, caution or be fine in some case: none is idle', () => {
    // what turning saves is good news only: it stands with the turn itself
    for (const { id } of CHECKS.filter((c) => c.id !== 'saves')) {
      const levels = new Set(CASES.filter((c) => c.check === id).map((c) => c.level))
      expect(levels.size, id).toBeGreaterThan(0)
      expect(levels.has('stop') || levels.has('caution'), id).toBe(true)
    }
  })
  it('stops come first, then cautions', () => {
    const slip = facts({ copies: 18 }, { picture: { ...PICTURE, profile: null } })
    const levels = runChecks(slip, outcomeOf(slip)).map((f) => f.level)
    expect(levels.slice(0, 3)).toEqual(['stop', 'caution', 'caution'])
    expect(levels).toEqual([...levels].sort((a, b) => 'scf'.indexOf(a[0] ?? '') - 'scf'.indexOf(b[0] ?? '')))
  })
  it('speaks inches in a room of inches', () => {
    const slip = facts({}, { size: { name: 'Wide', short: fromMm(420), long: fromMm(594) } })
    const finding = runChecks(slip, outcomeOf(slip))[0]
    expect(finding && sayFinding(finding, 'in')).toBe(
      'The rear stack takes at most 12.95 in across; this sheet is 16.54 in.',
    )
  })
})

describe('resolution', () => {
  it('is judged by the coarser direction: enlargement may differ across and along', () => {
    const { piece } = laid(FACTS)
    const seen = { piece: firstPiece(FACTS.print), picture: PICTURE }
    const at = (across: number, along: number) =>
      resolutionEnough.of === 'piece' &&
      resolutionEnough.run({ ...seen, laid: { ...piece, ppi: { across, along } } }, FACTS, outcomeOf(FACTS))
    expect(at(400, 150)).toMatchObject({ level: 'caution', found: { ppi: 150, limit: 200 } })
    expect(at(89, 400)).toMatchObject({ level: 'stop', found: { ppi: 89, limit: 90 } })
    expect(at(200, 200)).toMatchObject({ level: 'fine' })
  })
})

describe('what is missing of a sheet with several pictures', () => {
  it('is one of them as much as all', () => {
    const slip = facts({})
    const outcome = outcomeOf(slip)
    const run = (...pictures: readonly (typeof PICTURE | null)[]) =>
      complete.of === 'print' && complete.run({ ...slip, pictures }, outcome)
    const missing = { level: 'stop', found: { code: 'picture_missing' } }
    expect(run(PICTURE, null)).toEqual(missing)
    expect(run(null, PICTURE)).toEqual(missing)
    expect(run(PICTURE, PICTURE)).toBeNull()
  })
})

describe('a row of pictures that spans a borderless width', () => {
  const version = { ...VERSION, queueFeed: { ...VERSION.queueFeed, driftAcross: um(3400) } }
  const whole = { ...firstPiece(FACTS.print), placing: { mode: 'exact', by: { edge: 'width', um: fromMm(120) } } }
  /** three pictures at these anchors across, in this order */
  const says = (...across: readonly number[]): readonly string[] => {
    const pieces = across.map((x, i) => ({ ...whole, id: `piece${i}`, anchor: { x, y: 0.5 } }) as typeof whole)
    const row = {
      ...facts({ edge: 'borderless' }, { version }),
      print: { ...FACTS.print, edge: 'borderless' as const, pieces } as typeof FACTS.print,
      pictures: across.map(() => PICTURE),
    }
    const found = runChecks(row, outcomeOf(row)).filter((f) => f.check === 'row' || f.check === 'sliver')
    return found.filter((f) => f.level !== 'fine').map((f) => sayFinding(f, 'mm'))
  }
  it('names its first and its last, whatever their order; the others, and no single edge, are not named', () => {
    expect(says(0, 0.5, 1)).toEqual([
      expect.stringMatching(/^Picture 1, the first of the row, and picture 3, its last/),
    ])
    expect(says(0.5, 1, 0)).toEqual([
      expect.stringMatching(/^Picture 3, the first of the row, and picture 2, its last/),
    ])
  })
  it('is said by the side that is worse covered', () => {
    const { borderless } = version.queueFeed
    const overspray = { left: um(5000), right: um(2900), lead: um(2900), trail: um(2900) }
    const lopsided = {
      ...version,
      queueFeed: { ...version.queueFeed, borderless: borderless && { ...borderless, overspray } },
    }
    const slip = facts({ edge: 'borderless', placing: { mode: 'fill' } }, { version: lopsided })
    const found = runChecks(slip, outcomeOf(slip)).find((f) => f.check === 'row')
    expect(found).toMatchObject({ level: 'caution', first: 1, last: 1, byUm: 500 })
  })
  it('that leaves a side free is no row: the edge that it reaches may show white', () => {
    expect(says(0, 0.5)).toEqual([expect.stringMatching(/white line of up to 0.5 mm may show at the left edge/)])
    expect(says(0.5)).toEqual([])
  })
})

describe('a profile that was made before its printer changed', () => {
  const says = (staleSince: string | null): string => {
    const version = {
      ...settings({ fileColour: profiled, printerColour: 'off' }),
      profile: { ...fen, seals: [VERSION.seal], staleSince },
    }
    const slip = facts({}, { version })
    const finding = runChecks(slip, outcomeOf(slip)).find((f) => f.check === 'profile')
    return finding ? `${finding.level}: ${sayFinding(finding, 'mm')}` : 'nothing'
  }
  it('is a caution, and none where nothing was done since', () => {
    expect(says('ink change')).toMatch(/^caution: Since profile fen.* had an ink change: print its target again/)
    expect(says(null)).toMatch(/^fine: Profile fen/)
  })
})

describe('a picture that is in the profile that it would be converted to', () => {
  const tagged = { ...PICTURE, profile: 'fen', profileSha: 'aa', profileClass: 'prtr' as const }
  const converting = (sha: string) => ({
    ...settings({ fileColour: profiled, printerColour: 'off' }),
    profile: { ...fen, sha, retired: false },
  })
  const says = (sha: string): string => {
    const slip = facts({}, { picture: tagged, version: converting(sha) })
    const finding = runChecks(slip, outcomeOf(slip)).find((f) => f.check === 'conversion')
    return finding ? `${finding.level}: ${sayFinding(finding, 'mm')}` : 'nothing'
  }
  it('stays as it is, and another printer’s profile does not', () => {
    expect(says('aa')).toMatch(/^fine: .*stays as it is/)
    expect(says('bb')).not.toMatch(/stays as it is/)
  })
})

it('every check has a few words for a card, and a figure says more where it can', () => {
  expect(CHECKS.map((c) => c.id).filter((id) => SHORT[id] === undefined)).toEqual([])
  const at = { level: 'stop', piece: null } as const
  expect(sayShort({ ...at, check: 'resolution', code: 'resolution', ppi: 75.9, limit: 90, sharpFromUm: 1 })).toBe(
    'only 75 ppi',
  )
  expect(sayShort({ ...at, check: 'complete', code: 'picture_missing' })).toBe('no picture yet')
  expect(sayShort({ ...at, check: 'sliver', code: 'picture_decodes' })).toBe('white may show')
})
