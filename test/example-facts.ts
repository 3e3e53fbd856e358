import type { Promised } from '@/core/edge/measured-run'
import { rulerLayout } from '@/core/edge/ruler-sheet'
import { solveCheck } from '@/core/edge/solve'
import type { GateWorld } from '@/core/gate/gate'
import { fromMm, perMille, um } from '@/core/length/length'
import type { NestAsk } from '@/core/nest/ask'
import type { Weights } from '@/core/nest/beam'
import type { QueueWorld } from '@/core/options/room-options'
import { type QueueFacts, USUAL_FACTS } from '@/core/printer/facts'
import type { Knowledge } from '@/core/printer/point'
import type { SizeVerdict } from '@/core/printer/size-verdict'
import type { Told, ToldSource } from '@/core/printer/told'
import type { Option, Rule } from '@/core/rules/rules'
import { edges, fedSheet, rect } from '@/core/sheet/sheet'
import { STANDARD_SIZES } from '@/core/sizes/sizes'
import type { Catalogue } from '@/core/slip/catalogue'
import { outcomeOf } from '@/core/slip/outcome'
import type { OnStrip, StripHead } from '@/core/slip/strip'
import { FACTS, PICTURE, VERSION } from './slip-facts'

// What examples in core's contracts may name beside the facts of slips: a queue, a room, a printer that tells, a ruler.

export const QUEUE: QueueFacts = {
  feeds: [VERSION.queueFeed],
  qualities: [VERSION.quality],
  mediaSettings: [VERSION.mediaSetting],
  colourModes: ['colour'],
  printerColours: ['off', 'own'],
  topcoats: [],
  twoWayBelowRank: null,
  ...USUAL_FACTS,
  darkness: { least: -20, most: 20, step: 1 },
  nativePpi: 720,
  dialog: [],
  ownOptions: [],
  rules: [],
  notes: [],
  ipp: { sources: { f: 'main' }, types: { matte: 'photographic-matte' }, qualities: { fine: 4 } },
}
export const KNOWN: Knowledge = { makeModel: 'desktop printer', feeds: [VERSION.feed], facts: QUEUE }

export const MAIN: ToldSource = {
  keyword: 'main',
  roll: false,
  minWidth: fromMm(89),
  maxWidth: fromMm(329),
  minLength: fromMm(127),
  maxLength: fromMm(914),
  margins: [{ upToWidth: null, margins: edges(3400, 3400, 5000, 12_500) }],
  borderless: { widths: [fromMm(257)], mediaTypes: ['photographic-matte'] },
}
export const TOLD: Told = {
  makeModel: 'desktop printer',
  info: '',
  state: 'idle',
  stateReasons: [],
  stateMessage: '',
  uris: [],
  sizes: [],
  formats: ['image/pwg-raster'],
  sources: [MAIN],
  mediaTypes: ['photographic-matte'],
  qualities: [4],
  resolutions: [360, 720],
  colourModes: ['color'],
  rasterTypes: ['srgb_8'],
  scaling: ['none'],
  inks: [],
  ready: [],
  ignored: [],
  attributes: 40,
}

/** A room as the options of one queue see it. */
export const ROOM: QueueWorld = {
  feeds: [VERSION.feed],
  facts: QUEUE,
  papers: [{ ...VERSION.paper, weight: 210 }],
  profiles: [],
}

/** Paper and ink, and one rule about them. */
export const OPTIONS: readonly Option[] = [
  {
    ...{ id: 'paper', name: 'Paper' },
    values: [
      { id: 'matte', name: 'Matte' },
      { id: 'gloss', name: 'Gloss' },
    ],
  },
  {
    ...{ id: 'ink', name: 'Black ink' },
    values: [
      { id: 'photo', name: 'Photo' },
      { id: 'matte', name: 'Matte' },
    ],
  },
]
export const RULE: Rule = {
  id: 'r',
  when: [{ option: 'paper', in: ['gloss'] }],
  then: { option: 'ink', in: ['photo'] },
  because: 'matte black never dries on gloss',
}

export const CATALOGUE: Catalogue = {
  versions: [VERSION],
  broken: [],
  sizes: STANDARD_SIZES,
  stocks: [],
  tariff: FACTS.tariff,
  room: FACTS.room,
  currency: { code: 'EUR', exponent: 2 },
}

/** A ruler sheet of 257 x 364 mm with margins, and one reading of it that is true. */
export const LAYOUT = rulerLayout(
  fedSheet(fromMm(257), fromMm(364), 'short'),
  'margins',
  edges(3400, 3400, 5000, 12_500),
)
/** A print of 170 x 237 mm in the middle of an A4. */
export const PROMISED: Promised = {
  sheet: { width: um(210_000), length: um(297_000) },
  inkable: rect(3000, 5000, 204_000, 280_000),
  onPaper: rect(20_000, 30_000, 170_000, 237_000),
  tolerance: { ...edges(300, 300, 400, 400), width: um(300), height: um(400) },
}
export const VERDICT: SizeVerdict = {
  ...{ queueId: 'q', feedId: 'f', feedName: 'rear stack', roll: false, tooLongFor: [], taken: true },
  fit: { leads: 'short', turned: false, problems: [] },
  borderlessClosed: { code: 'borderless_not_on_feed' },
}
export const READ = {
  ticks: { left: 35, right: 35, lead: 51, trail: 126 },
  lengths: {
    'left to A': LAYOUT.crosses.A.x,
    'left to C': LAYOUT.crosses.C.x,
    'lead to A': LAYOUT.crosses.A.y,
    'A to B': um(LAYOUT.crosses.B.x - LAYOUT.crosses.A.x),
    'A to C': um(LAYOUT.crosses.C.y - LAYOUT.crosses.A.y),
  },
  leftOut: false,
} as const
export const LANDING = { driftAcross: um(700), driftAlong: um(800), skew: perMille(0.6) }

const solved = solveCheck(LAYOUT, [READ], 'steel rule', LANDING)
if (!solved.ok) throw new Error('the example of a check does not solve')
export const SOLVED = solved.value
export const pictureOf = (id: string) => (id === PICTURE.id ? PICTURE : null)

/** A room's queue as its settings are judged. */
export const GATE_WORLD: GateWorld = {
  ...ROOM,
  queue: VERSION.queueName,
  printer: { name: VERSION.printerName, retired: false, inkSet: VERSION.settings.inkSet },
  retired: [],
  madeWith: new Map(),
  stale: new Map(),
}

/** Three prints of two sizes on a strip of 30 mm. */
export const NEST: NestAsk = {
  ...{ width: 30_000, gap: 0, margin: 0, cut: 'straight' },
  items: [
    { w: 10_000, h: 20_000, mayTurn: true },
    { w: 10_000, h: 20_000, mayTurn: true },
    { w: 15_000, h: 10_000, mayTurn: false },
  ],
}
export const WEIGHTS: Weights = { base: 0.1, size: 0.5, pieces: 0.01, rule: 'thinnest', alike: 1, looks: 100 }
export { shapeOf } from '@/core/nest/shape'

const [ownPiece] = outcomeOf(FACTS).pieces
if (!ownPiece) throw new Error('the print of examples is laid')
/** A print by itself, and its place on a strip of roll. */
export const ON_STRIP: OnStrip = {
  ...{ facts: FACTS, piece: ownPiece, picture: PICTURE },
  laid: { i: 0, x: 5000, y: 0, w: 100_000, h: 100_000, turned: false },
}
export const STRIP: StripHead = {
  ...{ version: VERSION, width: fromMm(610), margins: edges(5000, 5000, 7000, 7000) },
  ...{ length: 100_000, gap: 5000, labels: false },
}
