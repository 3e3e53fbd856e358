import type { EdgeFigures } from '@/core/edge/figures'
import { fromMm, perMille, um } from '@/core/length/length'
import { minor } from '@/core/money/money'
import { edges, fedSheet, sameEdges } from '@/core/sheet/sheet'
import { type PlainPatch, type PrintBody, patched, type SlipBody } from '@/core/slip/body'
import { type PictureFacts, type PrintFacts, RULES, type VersionFacts } from '@/core/slip/facts'
import { outcomeOf } from '@/core/slip/outcome'

/** A plain print of tests: whole picture, in the printable area, margins. */
export const PRINT: PrintBody = {
  id: 'first',
  versionId: 'v',
  sheet: { kind: 'size', sizeId: 's' },
  edge: 'margins',
  enlargement: 'corrected',
  centring: { kind: 'area' },
  darkness: 0,
  copies: 1,
  pieces: [
    {
      ...{ id: 'first', pictureId: 'p', crop: null, quarter: 'auto' },
      placing: { mode: 'whole' },
      anchor: { x: 0.5, y: 0.5 },
    },
  ],
}

export const BODY: SlipBody = { title: 'Test', memberId: null, chargeTo: 'member', prints: [PRINT] }

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
    colourMode: 'colour',
    printerColour: 'own',
    driverProfile: null,
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
  offsetAcross: um(0),
  offsetAlong: um(0),
  stretchAcross: 1,
  stretchAlong: 1,
  stretchKnown: true,
  accuracy: {
    source: 'checked',
    driftAcross: um(250),
    driftAlong: um(300),
    skew: perMille(0.5),
    lengthAcross: perMille(0.4),
    lengthAlong: perMille(0.3),
    reading: um(50),
  },
}
export const FACTS: PrintFacts = {
  rules: RULES,
  slip: { title: 'Test', memberId: null, chargeTo: 'member' },
  print: PRINT,
  pictures: [PICTURE],
  version: VERSION,
  size: { name: 'B4', short: fromMm(257), long: fromMm(364) },
  stock: { id: 'st', price: { kind: 'sheet', pack: 50, price: minor(4750) }, left: 17 },
  tariff: { id: 't', paperPercent: 100, inkPer100Ml: minor(7000), roomShare: minor(25) },
  room: { stopPpi: 90, cautionPpi: 200, usualCopies: 6 },
}

/** {@link FACTS} with a patch of its print and of the one piece on it, another picture, and anything else on top. */
export const facts = (
  patch: PlainPatch,
  { picture, ...rest }: Partial<PrintFacts> & { readonly picture?: PictureFacts | null } = {},
): PrintFacts => ({
  ...FACTS,
  ...(picture === undefined ? {} : { pictures: [picture] }),
  ...rest,
  print: patched(PRINT, patch),
})

/** An outcome of which everything is there: its sheet, its page and its first piece. @throws when something is not. */
export function laid(given: PrintFacts) {
  const outcome = outcomeOf(given)
  const { sheet, page } = outcome
  const [piece] = outcome.pieces
  if (!sheet || !page || !piece) throw new Error('nothing was laid')
  return { ...outcome, sheet, page, piece }
}
