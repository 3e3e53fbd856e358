import { fromMm, um } from '@/core/length/length'
import type { Settings } from '@/core/preset/settings'
import {
  ANY_DARKNESS,
  type Feed,
  NO_WORDS,
  type QueueFacts,
  SURFACES,
  type Surface,
  USUAL_FACTS,
} from '@/core/printer/facts'
import { edges } from '@/core/sheet/sheet'

/** A cautious sheet feed to start with; the keeper corrects it on the printer's page. */
export const plainFeed = (id: string): Feed => ({
  id,
  name: 'sheet stack',
  kind: 'stack',
  sheetsAtATime: 20,
  minWidth: fromMm(89),
  maxWidth: fromMm(330),
  minLength: fromMm(127),
  maxLength: fromMm(914),
  minThickness: um(80),
  maxThickness: um(300),
  minWeight: 0,
  maxWeight: 2000,
  pictureId: null,
  extraLength: um(0),
  loading: ['Fan the sheets, printed side towards you.', 'Push them to the right-hand guide.'],
})

/** What can safely be said of a queue that nobody measured yet: margins of 5 mm, 20 mm at the trail edge. */
export const plainQueue = (feedId: string): QueueFacts => ({
  feeds: [
    {
      feedId,
      margins: [{ upToWidth: null, margins: edges(5000, 5000, 5000, 20_000) }],
      borderless: null,
      driftAcross: um(1000),
      driftAlong: um(1000),
    },
  ],
  qualities: [
    { id: 'draft', name: 'Draft', rank: 1, ppi: 300 },
    { id: 'photo', name: 'Photo', rank: 2, ppi: 300 },
  ],
  mediaSettings: [
    {
      id: 'photo',
      name: 'Photo paper',
      group: 'all',
      surfaces: SURFACES,
      blacks: ['photo', 'matte'],
      inkLimit: {},
      longest: null,
      // what it takes nobody has said yet
      rates: { draft: { minutesPerM2: null, mlPerM2: null }, photo: { minutesPerM2: null, mlPerM2: null } },
    },
  ],
  colourModes: ['colour'],
  printerColours: ['off', 'own'],
  topcoats: [],
  twoWayBelowRank: 2,
  ...USUAL_FACTS,
  nativePpi: 300,
  dialog: [],
  ownOptions: [],
  rules: [],
  notes: [],
  darkness: ANY_DARKNESS,
  ipp: NO_WORDS,
})

/** Surfaces on which photo black lies dull. */
const ABSORBS: readonly Surface[] = ['matte', 'textured', 'canvas', 'card']

/** The first preset of a room: the file as it is, the printer's own colour, matte black only on matte surfaces. */
export const firstDraft = (queueId: string, feedId: string, paperId: string, surface: Surface): Settings => ({
  queueId,
  inkSet: 'the inks it came with',
  feedId,
  paperId,
  mediaSettingId: 'photo',
  qualityId: 'photo',
  passes: 'one-way',
  blackInk: ABSORBS.includes(surface) ? 'matte' : 'photo',
  topcoat: null,
  colourMode: 'colour',
  printerColour: 'own',
  driverProfile: null,
  tint: null,
  fileColour: { kind: 'untouched' },
  bits: 8,
  mirror: false,
  edgeAllowed: 'margins',
  own: {},
})
