import { um } from '@/core/length/length'
import { type QueueFacts, type QueueFeed, USUAL_FACTS } from '@/core/printer/facts'
import { edges, sameEdges } from '@/core/sheet/sheet'
import { at, fine, mm, quick, setting, slow } from './parts'

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

/** Otter with everything that it can do. */
export const otterPhoto = (ids: readonly string[]): QueueFacts => ({
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
      id: 'depth',
      label: 'Depth of grey',
      option: 'darkness',
      set: null,
      after: ['colour-by'],
      setAfresh: true,
      words: { '-4': 'Open', '-2': 'Lifted', '0': 'Plain', '2': 'Deep', '4': 'Heavy' },
      shows: { option: 'colourMode', in: ['monochrome'] },
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
  darkness: { least: -4, most: 4, step: 2 },
  ipp: {
    sources: { [at(ids, 0)]: 'main', [at(ids, 1)]: 'manual' },
    types: {},
    qualities: { quick: 3, fine: 4, slow: 5 },
  },
})

/** Otter as the office drives it: plain and quick. */
export const otterOffice = (ids: readonly string[]): QueueFacts => ({
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
