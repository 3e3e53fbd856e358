import { fromMm, type Um, um } from '@/core/length/length'
import { type Feed, type MediaSetting, type QueueFacts, type QueueFeed, USUAL_FACTS } from '@/core/printer/facts'
import { edges, sameEdges } from '@/core/sheet/sheet'

/** A printer of the demo room; feed ids are given when the room is filled. */
export type DemoPrinter = {
  readonly nickname: string
  readonly makeModel: string
  readonly carriage: Um
  readonly inkSet: string
  readonly blackShared: boolean
  readonly swapSeconds: number
  readonly swapMicrolitres: number
  readonly feeds: readonly Omit<Feed, 'id'>[]
  readonly queues: readonly {
    readonly name: string
    readonly address: string
    readonly language: string
    readonly facts: (feedIds: readonly string[]) => QueueFacts
  }[]
}

const mm = fromMm

const setting = (
  id: string,
  name: string,
  group: string,
  surfaces: MediaSetting['surfaces'],
  blacks: MediaSetting['blacks'],
  rates: MediaSetting['rates'],
  longestMm: number | null = null,
): MediaSetting => ({
  id,
  name,
  group,
  surfaces,
  blacks,
  inkLimit: blacks.includes('photo') ? { photo: 100 } : { matte: 85 },
  longest: longestMm === null ? null : mm(longestMm),
  rates,
})

const quick = { minutesPerM2: 14, mlPerM2: 7.5 }
const fine = { minutesPerM2: 32, mlPerM2: 9.4 }
const slow = { minutesPerM2: 58, mlPerM2: 11.2 }

const at = (ids: readonly string[], i: number): string => {
  const id = ids[i]
  if (!id) throw new Error(`feed ${i} was not made`)
  return id
}

const stackOfOtter = (ids: readonly string[]): QueueFeed => ({
  feedId: at(ids, 0),
  margins: [{ upToWidth: null, margins: edges(3700, 3700, 4400, 11_600) }],
  borderless: {
    overspray: sameEdges(2900),
    widths: [mm(89), mm(102), mm(127), mm(210), mm(216), mm(254), mm(257), mm(297), mm(329)],
    mediaSettings: ['matte-a', 'matte-b', 'gloss', 'lustre'],
  },
  driftAcross: um(700),
  driftAlong: um(800),
})

const otterPhoto = (ids: readonly string[]): QueueFacts => ({
  feeds: [
    stackOfOtter(ids),
    {
      feedId: at(ids, 1),
      margins: [{ upToWidth: null, margins: edges(3700, 3700, 17_500, 17_500) }],
      borderless: null,
      driftAcross: um(900),
      driftAlong: um(1200),
    },
  ],
  qualities: [
    { id: 'quick', name: 'Quick', rank: 1, ppi: 400 },
    { id: 'fine', name: 'Fine', rank: 2, ppi: 800 },
    { id: 'slow', name: 'Slow', rank: 3, ppi: 800 },
  ],
  mediaSettings: [
    setting('plain', 'Plain', 'office', ['plain'], ['matte', 'photo'], { quick: { minutesPerM2: 8, mlPerM2: 5 } }, 600),
    setting('matte-a', 'Matte A', 'matte', ['matte'], ['matte'], { quick, fine }, 820),
    setting('matte-b', 'Matte B', 'matte', ['matte', 'textured', 'transfer'], ['matte'], { quick, fine }, 820),
    setting('cotton', 'Cotton', 'matte', ['textured'], ['matte'], { fine, slow }, 820),
    setting('gloss', 'Gloss', 'gloss', ['gloss'], ['photo'], { quick, fine, slow }, 820),
    setting('lustre', 'Lustre', 'gloss', ['lustre', 'gloss'], ['photo'], { quick, fine, slow }, 820),
  ],
  colourModes: ['colour', 'monochrome'],
  printerColours: ['off', 'own', 'driver profile'],
  topcoats: ['one coat', 'two coats'],
  twoWayBelowRank: 3,
  ...USUAL_FACTS,
  topcoatOn: { surfaces: ['gloss', 'lustre'], black: null },
  nativePpi: 800,
  dialog: [
    { id: 'page-source', label: 'Page source', option: 'feed', set: null, after: [], setAfresh: false },
    {
      id: 'kind-of-paper',
      label: 'Kind of paper',
      option: 'mediaSetting',
      set: null,
      after: ['page-source'],
      setAfresh: true,
    },
    { id: 'level', label: 'Level', option: 'quality', set: null, after: ['kind-of-paper'], setAfresh: false },
    { id: 'both-ways', label: 'Print both ways', option: 'passes', set: null, after: ['level'], setAfresh: false },
    {
      id: 'colour-by',
      label: 'Colour by',
      option: 'printerColour',
      set: null,
      after: ['kind-of-paper'],
      setAfresh: true,
    },
    {
      id: 'fit-page',
      label: 'Fit to page',
      option: null,
      set: 'off, here and in the print command',
      after: [],
      setAfresh: true,
    },
  ],
  ownOptions: [
    {
      id: 'drying',
      name: 'Pause between passes',
      values: [
        { id: 'none', name: 'None' },
        { id: 'one-second', name: 'One second' },
      ],
      inSeal: true,
    },
  ],
  rules: [
    {
      id: 'matte papers take matte black',
      when: [{ option: 'mediaSetting', in: ['plain', 'matte-a', 'matte-b', 'cotton'] }],
      then: { option: 'blackInk', in: ['matte'] },
      because: 'matte papers take matte black here: one black fewer to keep an eye on',
    },
    {
      id: 'pause for cotton',
      when: [{ option: 'mediaSetting', in: ['cotton'] }],
      then: { option: 'own:drying', in: ['one-second'] },
      because: 'cotton takes the ink slowly and was smeared by the rollers in May',
    },
  ],
  notes: [
    {
      id: 'quick dries at once',
      when: { option: 'mediaSetting', in: ['matte-a', 'matte-b'] },
      beside: 'quality',
      says: 'at Quick a matte sheet is dry enough to be stacked at once',
    },
    {
      id: 'two coats dry a day',
      when: { option: 'topcoat', in: ['two coats'] },
      beside: 'topcoat',
      says: 'two coats take a day to dry: hang the print up, and let nobody fetch it before',
    },
  ],
  darkness: { least: -8, most: 8, step: 1 },
  ipp: {
    sources: { [at(ids, 0)]: 'main', [at(ids, 1)]: 'manual' },
    types: {},
    qualities: { quick: 3, fine: 4, slow: 5 },
  },
})

const otterOffice = (ids: readonly string[]): QueueFacts => ({
  ...otterPhoto(ids),
  feeds: [{ ...stackOfOtter(ids), borderless: null }],
  qualities: [{ id: 'quick', name: 'Quick', rank: 1, ppi: 400 }],
  mediaSettings: otterPhoto(ids).mediaSettings.filter((m) => m.id === 'plain' || m.id === 'matte-a'),
  colourModes: ['colour'],
  printerColours: ['own'],
  topcoats: [],
  nativePpi: 400,
  dialog: [],
  ownOptions: [],
  rules: [],
  notes: [],
  darkness: { least: -8, most: 8, step: 1 },
  ipp: { sources: { [at(ids, 0)]: 'main' }, types: {}, qualities: { quick: 3 } },
})

const heronRoll = (ids: readonly string[]): QueueFacts => ({
  feeds: [
    {
      feedId: at(ids, 0),
      margins: [{ upToWidth: null, margins: sameEdges(4000) }],
      borderless: {
        overspray: edges(2200, 2200, 0, 0),
        widths: [mm(420), mm(610)],
        mediaSettings: ['lustre-a', 'satin'],
      },
      driftAcross: um(600),
      driftAlong: um(900),
    },
    {
      feedId: at(ids, 1),
      margins: [{ upToWidth: null, margins: edges(4000, 4000, 4000, 19_000) }],
      borderless: null,
      driftAcross: um(1000),
      driftAlong: um(1200),
    },
  ],
  qualities: [
    { id: 'brisk', name: 'Brisk', rank: 1, ppi: 320 },
    { id: 'steady', name: 'Steady', rank: 2, ppi: 320 },
    { id: 'best', name: 'Best', rank: 3, ppi: 640 },
  ],
  mediaSettings: [
    setting('lustre-a', 'Lustre A', 'photo', ['lustre'], ['photo'], { steady: fine, best: slow }, 9000),
    setting('satin', 'Satin', 'photo', ['lustre', 'gloss'], ['photo'], { steady: fine, best: slow }, 9000),
    setting('coated', 'Coated', 'matte', ['matte'], ['matte', 'photo'], { brisk: quick, steady: fine }, 14_000),
    setting('rag', 'Rag', 'matte', ['textured'], ['matte'], { steady: fine, best: slow }, 4500),
  ],
  colourModes: ['colour', 'monochrome'],
  printerColours: ['off', 'own'],
  topcoats: [],
  twoWayBelowRank: 3,
  ...USUAL_FACTS,
  nativePpi: 640,
  dialog: [
    { id: 'roll-or-sheet', label: 'Roll or sheet', option: 'feed', set: null, after: [], setAfresh: false },
    { id: 'media', label: 'Media', option: 'mediaSetting', set: null, after: ['roll-or-sheet'], setAfresh: false },
    {
      id: 'scale',
      label: 'Scale',
      option: null,
      set: '100 %, here and in the print command',
      after: [],
      setAfresh: true,
    },
  ],
  ownOptions: [],
  rules: [
    {
      id: 'matte papers take matte black',
      when: [{ option: 'mediaSetting', in: ['coated', 'rag'] }],
      then: { option: 'blackInk', in: ['matte'] },
      because: 'matte papers take matte black here: one black fewer to keep an eye on',
    },
  ],
  notes: [],
  darkness: { least: -8, most: 8, step: 1 },
  ipp: {
    sources: { [at(ids, 0)]: 'main-roll', [at(ids, 1)]: 'manual' },
    types: {},
    qualities: { brisk: 3, steady: 4, best: 5 },
  },
})

const wrenCards = (ids: readonly string[]): QueueFacts => ({
  feeds: [
    {
      feedId: at(ids, 0),
      margins: [
        { upToWidth: mm(110), margins: edges(3200, 3200, 3200, 14_000) },
        { upToWidth: null, margins: edges(3200, 3200, 3200, 10_000) },
      ],
      borderless: { overspray: edges(1200, 1200, 900, 2000), widths: [], mediaSettings: ['card-gloss'] },
      driftAcross: um(900),
      driftAlong: um(1100),
    },
  ],
  qualities: [
    { id: 'normal', name: 'Normal', rank: 1, ppi: 300 },
    { id: 'high', name: 'High', rank: 2, ppi: 600 },
  ],
  mediaSettings: [
    setting('card-gloss', 'Card gloss', 'card', ['gloss'], ['photo'], { normal: quick, high: fine }, 220),
    setting('iron-on', 'Iron-on', 'other', ['transfer'], ['photo'], { normal: quick }, 220),
    setting('plain', 'Plain', 'other', ['plain', 'matte'], ['photo'], { normal: { minutesPerM2: 9, mlPerM2: 5 } }, 220),
  ],
  colourModes: ['colour'],
  printerColours: ['own', 'off'],
  topcoats: [],
  twoWayBelowRank: 2,
  ...USUAL_FACTS,
  nativePpi: 600,
  dialog: [],
  ownOptions: [],
  rules: [],
  notes: [],
  darkness: { least: -8, most: 8, step: 1 },
  ipp: { sources: { [at(ids, 0)]: 'main' }, types: {}, qualities: { normal: 4, high: 5 } },
})

const feed = (
  f: Partial<Omit<Feed, 'id'>> & Pick<Feed, 'name' | 'kind' | 'maxWidth' | 'maxLength'>,
): Omit<Feed, 'id'> => ({
  sheetsAtATime: 1,
  minWidth: mm(89),
  minLength: mm(127),
  minThickness: um(80),
  maxThickness: um(320),
  minWeight: 0,
  maxWeight: 270,
  pictureId: null,
  extraLength: um(0),
  loading: [],
  ...f,
})

export const DEMO_PRINTERS: readonly DemoPrinter[] = [
  {
    nickname: 'Otter',
    makeModel: 'desktop pigment printer, 329 mm',
    carriage: mm(329),
    inkSet: 'ten pigments, 2025',
    blackShared: true,
    swapSeconds: 120,
    swapMicrolitres: 1900,
    feeds: [
      feed({
        name: 'rear stack',
        kind: 'stack',
        sheetsAtATime: 30,
        maxWidth: mm(329),
        maxLength: mm(870),
        loading: ['Fan the sheets.', 'Printed side towards you, short edge down.', 'Left guide snug, not tight.'],
        message: 'It asks for the paper: press OK if it names the one in the stack.',
      }),
      feed({
        name: 'front single',
        kind: 'sheet',
        minWidth: mm(203),
        maxWidth: mm(329),
        minLength: mm(260),
        maxLength: mm(870),
        maxThickness: um(1100),
        maxWeight: 700,
        loading: [
          'Lower the front tray.',
          'Lay one sheet printed side up along the right-hand rule.',
          'Press the feed key once.',
        ],
        message: 'SHEET SET: is it straight? Press the feed key once more, not the power key beside it.',
      }),
    ],
    queues: [
      { name: 'Otter, photo', address: 'ipp://127.0.0.1:4791/ipp/print', language: 'PWG raster', facts: otterPhoto },
      { name: 'Otter, office', address: 'ipp://127.0.0.1:4791/ipp/office', language: 'PWG raster', facts: otterOffice },
    ],
  },
  {
    nickname: 'Heron',
    makeModel: 'roll printer on a stand, 610 mm',
    carriage: mm(610),
    inkSet: 'eight pigments, 2024',
    blackShared: true,
    swapSeconds: 210,
    swapMicrolitres: 4200,
    feeds: [
      feed({
        name: 'roll',
        kind: 'roll',
        minWidth: mm(210),
        maxWidth: mm(610),
        minLength: mm(210),
        maxLength: mm(14_000),
        maxThickness: um(700),
        maxWeight: 500,
        loading: [
          'Hang the roll with its curl down.',
          'Feed the edge until it beeps.',
          'Straighten at the line and press twice.',
        ],
        message: 'Roll width 610: press the round key to agree, or turn it to another width.',
      }),
      feed({
        name: 'front sheet',
        kind: 'sheet',
        minWidth: mm(210),
        maxWidth: mm(610),
        minLength: mm(297),
        maxLength: mm(1400),
        maxThickness: um(700),
        maxWeight: 500,
        extraLength: mm(55),
        loading: ['Lay the sheet along the right-hand line.', 'Hold it until the suction takes it.'],
      }),
    ],
    queues: [{ name: 'Heron', address: 'ipp://127.0.0.1:4792/ipp/print', language: 'PWG raster', facts: heronRoll }],
  },
  {
    nickname: 'Wren',
    makeModel: 'card printer, A5',
    carriage: mm(152),
    inkSet: 'four dyes',
    blackShared: false,
    swapSeconds: 0,
    swapMicrolitres: 0,
    feeds: [
      feed({
        name: 'card stack',
        kind: 'stack',
        sheetsAtATime: 20,
        maxWidth: mm(152),
        maxLength: mm(216),
        loading: ['Cards face down.', 'Both guides to the edge.'],
      }),
    ],
    queues: [{ name: 'Wren', address: 'ipp://127.0.0.1:4793/ipp/print', language: 'PWG raster', facts: wrenCards }],
  },
]
