import { um } from '@/core/length/length'
import { type QueueFacts, USUAL_FACTS } from '@/core/printer/facts'
import { edges, sameEdges } from '@/core/sheet/sheet'
import { at, fine, mm, quick, setting, slow } from './parts'

/** Heron, the roll printer. */
export const heronRoll = (ids: readonly string[]): QueueFacts => ({
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
