import { um } from '@/core/length/length'
import { type QueueFacts, USUAL_FACTS } from '@/core/printer/facts'
import { edges } from '@/core/sheet/sheet'
import { at, fine, mm, quick, setting } from './parts'

/** Wren, the card printer. */
export const wrenCards = (ids: readonly string[]): QueueFacts => ({
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
