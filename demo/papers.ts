import { fromMm, um } from '@/core/length/length'
import type { Surface } from '@/core/printer/facts'

type Stock = {
  readonly kind: 'sheet' | 'roll'
  readonly width: number
  readonly length: number
  readonly pack: number
  /** cents */
  readonly price: number
  readonly count: number
}

const sheet = (width: number, length: number, pack: number, price: number, count: number): Stock => ({
  kind: 'sheet',
  width: fromMm(width),
  length: fromMm(length),
  pack,
  price,
  count,
})

const roll = (width: number, metres: number, price: number, count: number): Stock => ({
  kind: 'roll',
  width: fromMm(width),
  length: fromMm(metres * 1000),
  pack: 1,
  price,
  count,
})

/** The demo room's six papers; makers and names are inventions. */
export const DEMO_PAPERS: readonly {
  readonly maker: string
  readonly name: string
  readonly surface: Surface
  readonly weight: number
  readonly thickness: number
  /** as somebody with a meter gave it */
  readonly white?: { readonly l: number; readonly a: number; readonly b: number }
  readonly note: string
  readonly stocks: readonly Stock[]
}[] = [
  {
    maker: 'Mill at Low Fen',
    name: 'Fenland Matte',
    surface: 'matte',
    weight: 210,
    thickness: um(240),
    white: { l: 95.6, a: 0.5, b: -1.8 },
    note: 'Curls in damp weather; leave it out an hour before.',
    stocks: [
      sheet(257, 364, 50, 4750, 120),
      sheet(210, 297, 50, 2900, 150),
      sheet(297, 420, 50, 5800, 90),
      roll(610, 38, 4700, 3),
    ],
  },
  {
    maker: 'Dunecoast Paper',
    name: 'Dune Lustre 235',
    surface: 'lustre',
    weight: 235,
    thickness: um(250),
    white: { l: 96.3, a: 0.9, b: -4.2 },
    note: 'Dry to the touch at once, judge after a night.',
    stocks: [
      sheet(210, 297, 50, 3400, 120),
      sheet(297, 420, 25, 3950, 90),
      sheet(329, 483, 25, 5200, 60),
      roll(610, 26, 8900, 3),
      roll(432, 30, 7200, 2),
    ],
  },
  {
    maker: 'Dunecoast Paper',
    name: 'Quay Gloss 225',
    surface: 'gloss',
    weight: 225,
    thickness: um(240),
    note: '',
    stocks: [sheet(105, 148, 100, 1900, 260), sheet(210, 297, 50, 3100, 80), sheet(102, 152, 100, 1750, 200)],
  },
  {
    maker: 'Mill at Low Fen',
    name: 'Saltmarsh Cotton 285',
    surface: 'textured',
    weight: 285,
    thickness: um(455),
    note: 'Single sheets only, brush the dust off first.',
    stocks: [sheet(329, 483, 25, 9900, 40), sheet(297, 420, 25, 7900, 50)],
  },
  {
    maker: 'Harbour Office Supply',
    name: 'Harbour Plain 90',
    surface: 'plain',
    weight: 90,
    thickness: um(110),
    note: 'For proofs of layout, never for colour.',
    stocks: [sheet(210, 297, 500, 650, 800), sheet(297, 420, 500, 1450, 300)],
  },
  {
    maker: 'Ebb & Daughter',
    name: 'Ebb Transfer 130',
    surface: 'transfer',
    weight: 130,
    thickness: um(160),
    note: 'Printed mirrored, ironed on for 90 s.',
    stocks: [sheet(105, 148, 20, 1400, 38)],
  },
]
