import type { EdgeFigures } from '@/core/edge/figures'
import { fromMm, um } from '@/core/length/length'
import { minor } from '@/core/money/money'
import { edges, fedSheet, sameEdges } from '@/core/sheet/sheet'
import { type PictureFacts, RULES, type SlipBody, type SlipFacts, type VersionFacts } from '@/core/slip/facts'

/** A plain slip body of tests: whole picture, true centre, margins. */
export const BODY: SlipBody = {
  title: 'Test',
  memberId: null,
  chargeTo: 'member',
  pictureId: 'p',
  crop: null,
  quarter: 'auto',
  versionId: 'v',
  sheet: { kind: 'size', sizeId: 's' },
  edge: 'margins',
  growth: 'cancelled',
  centring: { kind: 'area' },
  placing: { mode: 'whole' },
  anchor: { x: 0.5, y: 0.5 },
  depth: 0,
  copies: 1,
}

export const PICTURE: PictureFacts = {
  id: 'p',
  name: 'fern.jpg',
  width: 4800,
  height: 6400,
  grey: false,
  bits: 8,
  profile: 'sRGB',
  decoded: true,
}

export const VERSION: VersionFacts = {
  id: 'v',
  presetName: 'Matte colour',
  number: 3,
  seal: 'ABC123',
  settings: {
    queueId: 'q',
    inkSet: 'inks',
    feedId: 'f',
    paperId: 'paper',
    mediaSettingId: 'matte',
    qualityId: 'fine',
    passes: 'one-way',
    blackInk: 'matte',
    topcoat: null,
    printerColour: 'own',
    tint: null,
    fileColour: { kind: 'untouched' },
    bits: 8,
    mirror: false,
    edgeAllowed: 'either',
    own: {},
  },
  printerName: 'Otter',
  queueName: 'Otter, photo',
  feed: {
    id: 'f',
    name: 'rear stack',
    kind: 'stack',
    sheetsAtATime: 20,
    minWidth: fromMm(89),
    maxWidth: fromMm(329),
    minLength: fromMm(127),
    maxLength: fromMm(914),
    minThickness: um(80),
    maxThickness: um(320),
    minWeight: 0,
    maxWeight: 2000,
    pictureId: null,
    extraLength: um(0),
    loading: [],
  },
  queueFeed: {
    feedId: 'f',
    margins: [{ upToWidth: null, margins: edges(3400, 3400, 5000, 12_500) }],
    borderless: { overspray: sameEdges(2900), widths: [fromMm(257)], mediaSettings: ['matte'] },
    driftAcross: um(700),
    driftAlong: um(800),
  },
  mediaSetting: {
    id: 'matte',
    name: 'Matte B',
    group: '',
    surfaces: ['matte'],
    blacks: ['matte'],
    inkLimit: {},
    longest: fromMm(900),
    rates: { fine: { minutesPerM2: 30, mlPerM2: 10 } },
  },
  quality: { id: 'fine', name: 'Fine', rank: 2, ppi: 720 },
  nativePpi: 720,
  ownOptions: [],
  paper: { id: 'paper', name: 'Fenland Matte', surface: 'matte', thickness: um(240) },
  profile: null,
  checked: { margins: null, borderless: null },
  checkDue: { margins: null, borderless: null },
  holdsBlack: 'matte',
  due: [],
}

/** What an edge check found: borderless overspray or margins, by which `checked` holds it. */
export const FIGURES: EdgeFigures = {
  checkId: 'check',
  number: 4,
  at: 0,
  sheet: fedSheet(fromMm(257), fromMm(364), 'short'),
  edges: edges(3000, 2600, 2700, 3300),
  offsetAcross: 0,
  offsetAlong: 0,
  stretchAcross: 1,
  stretchAlong: 1,
  stretchKnown: true,
  accuracy: {
    source: 'checked',
    driftAcross: um(250),
    driftAlong: um(300),
    skew: 0.5,
    lengthAcross: 0.4,
    lengthAlong: 0.3,
    reading: um(50),
  },
}
export const FACTS: SlipFacts = {
  rules: RULES,
  body: BODY,
  picture: PICTURE,
  version: VERSION,
  size: { name: 'B4', short: fromMm(257), long: fromMm(364) },
  stock: { id: 'st', price: { kind: 'sheet', pack: 50, price: minor(4750) }, left: 17 },
  tariff: { id: 't', paperPercent: 100, inkPer100Ml: minor(7000), roomShare: minor(25) },
  room: { stopPpi: 90, lookPpi: 200, usualCopies: 6 },
}

/** {@link FACTS} with another body, and anything else on top. */
export const facts = (body: Partial<SlipBody>, rest: Partial<SlipFacts> = {}): SlipFacts => ({
  ...FACTS,
  ...rest,
  body: { ...BODY, ...body },
})
