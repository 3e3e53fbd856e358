import { fromMm } from '@/core/length/length'
import { edges } from '@/core/sheet/sheet'
import type { PrintFacts, VersionFacts } from '@/core/slip/facts'
import { FACTS, FIGURES, facts, PICTURE, VERSION } from './slip-facts'

const roll: VersionFacts = {
  ...VERSION,
  feed: { ...VERSION.feed, kind: 'roll', name: 'roll', extraLength: fromMm(2), maxWidth: fromMm(620) },
}
const small = { mode: 'exact', by: { edge: 'width', um: fromMm(120) } } as const
const figures = (edge: 'margins' | 'borderless'): VersionFacts => ({
  ...VERSION,
  checked: { margins: null, borderless: null, [edge]: { ...FIGURES, offsetAcross: 300, stretchAlong: 1.001 } },
})

/** One print of each kind. Every figure of each stands in the snapshot: a change of one is looked at. */
export const PRINTS: Readonly<Record<string, PrintFacts>> = {
  plain: FACTS,
  'filling the area, turned': facts({ placing: { mode: 'fill' }, quarter: 1, anchor: { x: 0.2, y: 1 } }),
  'true centre': facts({ placing: small, centring: { kind: 'true' } }),
  'even margins': facts({ centring: { kind: 'even', um: null } }),
  'even margins of 20 mm': facts({ centring: { kind: 'even', um: fromMm(20) } }),
  'by both edges': facts({ placing: { mode: 'exact', by: { edge: 'both', width: fromMm(100), height: fromMm(90) } } }),
  'by its long edge, cropped': facts({
    ...{
      placing: { mode: 'exact', by: { edge: 'long', um: fromMm(150) } },
      crop: { x: 100, y: 200, w: 3000, h: 2000 },
    },
  }),
  'borderless, corrected': facts({ edge: 'borderless', placing: { mode: 'fill' } }),
  'borderless, left': facts({ edge: 'borderless', placing: { mode: 'fill' }, enlargement: 'left' }),
  'a small one on borderless': facts({ edge: 'borderless', placing: small }),
  'borderless off one edge': facts({ edge: 'borderless', placing: { mode: 'fill' }, anchor: { x: 1, y: 0 } }),
  'borderless by an edge check': facts({ edge: 'borderless', placing: small }, { version: figures('borderless') }),
  'margins by an edge check': facts({ placing: small }, { version: figures('margins') }),
  'cut from a roll as it needs': facts(
    { sheet: { kind: 'cut', width: fromMm(610), length: 'auto' }, placing: small },
    { version: roll, size: null },
  ),
  'cut from a roll at a length': facts(
    { sheet: { kind: 'cut', width: fromMm(610), length: fromMm(700) }, copies: 3 },
    {
      version: roll,
      size: null,
      stock: {
        id: 'r',
        price: { kind: 'roll', lengthUm: 30_000_000, price: FACTS.tariff.roomShare },
        left: 5_000_000,
        rollId: 'one',
      },
    },
  ),
  'borderless from a roll': facts(
    { sheet: { kind: 'cut', width: fromMm(257), length: 'auto' }, edge: 'borderless', placing: { mode: 'fill' } },
    { version: roll, size: null },
  ),
  'mirrored in monochrome, grey picture': facts(
    { darkness: -3 },
    {
      version: {
        ...VERSION,
        settings: { ...VERSION.settings, mirror: true, colourMode: 'monochrome', printerColour: null },
      },
      picture: { ...PICTURE, grey: true },
    },
  ),
  'a sheet that does not fit': facts({}, { size: { name: 'A2', short: fromMm(420), long: fromMm(594) } }),
  'wide margins': facts(
    {},
    {
      version: {
        ...VERSION,
        queueFeed: {
          ...VERSION.queueFeed,
          margins: [
            { upToWidth: fromMm(260), margins: edges(20_000, 1000, 9000, 30_000) },
            { upToWidth: null, margins: edges(1, 2, 3, 4) },
          ],
        },
      },
    },
  ),
  'no rate, no paper': facts(
    {},
    { stock: null, version: { ...VERSION, mediaSetting: { ...VERSION.mediaSetting, rates: {} } } },
  ),
}
