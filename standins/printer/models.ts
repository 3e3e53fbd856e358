/** Distances to the four edges of a sheet as it feeds, mm. */
export type Sides = { readonly left: number; readonly right: number; readonly lead: number; readonly trail: number }

export type Source = {
  readonly keyword: string
  readonly kind: 'stack' | 'sheet' | 'roll'
  readonly width: readonly [number, number]
  readonly length: readonly [number, number]
  /** what it holds when it is switched on: mm, sheets or mm of roll */
  readonly holds: { readonly width: number; readonly length: number; readonly left: number; readonly type: string }
}

/** A kind of paper by the printer's own name, and how ink sits on it. */
export type MediaType = {
  readonly keyword: string
  readonly black: 'photo' | 'matte'
  /** L* of the darkest black and of the bare paper */
  readonly darkest: number
  readonly white: readonly [l: number, a: number, b: number]
  readonly gain: number
  /** its black-and-white way: how it bends the scale, and how much of it is full black before its time */
  readonly greyGamma?: number
  readonly closes?: number
}

export type Path = {
  readonly source: string
  readonly margins: Sides
  /** other margins for sheets up to a width, mm: small ones leave the rollers earlier; null: all alike */
  readonly narrow: { readonly upTo: number; readonly margins: Sides } | null
  /** how far ink is said to go past the edges; null: no borderless from this source */
  readonly overspray: Sides | null
  /** widths that it prints borderless at, mm; empty: all */
  readonly borderlessWidths: readonly number[]
  readonly borderlessTypes: readonly string[]
}

/** The margins that a path declares for a sheet of this width, mm. */
export const marginsOn = (path: Path, width: number): Sides =>
  path.narrow && width <= path.narrow.upTo ? path.narrow.margins : path.margins

export type Queue = {
  readonly path: string
  readonly name: string
  /** print-quality 3, 4, 5 with its resolution and what a square metre takes */
  readonly qualities: readonly {
    readonly value: 3 | 4 | 5
    readonly ppi: number
    readonly minutes: number
    readonly ml: number
  }[]
  readonly types: readonly string[]
  readonly paths: readonly Path[]
  readonly monochrome: boolean
}

export type Model = {
  readonly id: string
  readonly makeModel: string
  readonly info: string
  readonly carriage: number
  readonly inks: readonly { readonly name: string; readonly colour: string }[]
  /** how much a roll is moved on before each cut, so that the edge is clean, mm; left away: none */
  readonly cleanCut?: number
  readonly swap: { readonly seconds: number; readonly ml: number } | null
  readonly sources: readonly Source[]
  readonly types: readonly MediaType[]
  readonly queues: readonly Queue[]
}

const same = (n: number): Sides => ({ left: n, right: n, lead: n, trail: n })
const pigments = (...names: readonly (readonly [string, string])[]) => names.map(([name, colour]) => ({ name, colour }))

const otterTypes: readonly MediaType[] = [
  { keyword: 'plain', black: 'matte', darkest: 30, white: [95, 1, -4], gain: 0.16 },
  { keyword: 'matte-a', black: 'matte', darkest: 19, white: [96, 0, -1], gain: 0.11, greyGamma: 0.72, closes: 0.06 },
  { keyword: 'matte-b', black: 'matte', darkest: 18.5, white: [96, 0, -1], gain: 0.12, greyGamma: 0.93 },
  { keyword: 'cotton', black: 'matte', darkest: 17, white: [96, 0, 3], gain: 0.14 },
  { keyword: 'gloss', black: 'photo', darkest: 5, white: [95, 0, -5], gain: 0.06 },
  { keyword: 'lustre', black: 'photo', darkest: 7, white: [95, 0, -3], gain: 0.07 },
]

const otterStack: Path = {
  source: 'main',
  margins: { left: 3.7, right: 3.7, lead: 4.4, trail: 11.6 },
  narrow: null,
  overspray: same(2.9),
  borderlessWidths: [89, 102, 127, 210, 216, 254, 257, 297, 329],
  borderlessTypes: ['matte-a', 'matte-b', 'gloss', 'lustre'],
}

const OTTER: Model = {
  id: 'otter',
  makeModel: 'desktop pigment printer, 329 mm',
  info: 'by the window',
  carriage: 329,
  inks: pigments(
    ['cyan', '#00a0c0'],
    ['light cyan', '#80d0e0'],
    ['magenta', '#c0307a'],
    ['light magenta', '#e0a0c4'],
    ['yellow', '#f0d020'],
    ['orange', '#f08020'],
    ['grey', '#909090'],
    ['light grey', '#c8c8c8'],
    ['photo black', '#101010'],
    ['matte black', '#202020'],
  ),
  swap: { seconds: 120, ml: 1.9 },
  sources: [
    {
      keyword: 'main',
      kind: 'stack',
      width: [89, 329],
      length: [127, 870],
      holds: { width: 210, length: 297, left: 18, type: 'lustre' },
    },
    {
      keyword: 'manual',
      kind: 'sheet',
      width: [203, 329],
      length: [260, 870],
      holds: { width: 297, length: 420, left: 1, type: 'cotton' },
    },
  ],
  types: otterTypes,
  queues: [
    {
      path: '/ipp/print',
      name: 'Otter, photo',
      qualities: [
        { value: 3, ppi: 400, minutes: 14, ml: 7.5 },
        { value: 4, ppi: 800, minutes: 32, ml: 9.4 },
        { value: 5, ppi: 800, minutes: 58, ml: 11.2 },
      ],
      types: otterTypes.map((t) => t.keyword),
      paths: [
        otterStack,
        {
          source: 'manual',
          margins: { left: 3.7, right: 3.7, lead: 17.5, trail: 17.5 },
          narrow: null,
          overspray: null,
          borderlessWidths: [],
          borderlessTypes: [],
        },
      ],
      monochrome: true,
    },
    {
      path: '/ipp/office',
      name: 'Otter, office',
      qualities: [{ value: 3, ppi: 400, minutes: 14, ml: 7.5 }],
      types: ['plain', 'matte-a'],
      paths: [{ ...otterStack, overspray: null, borderlessWidths: [], borderlessTypes: [] }],
      monochrome: false,
    },
  ],
}

const heronTypes: readonly MediaType[] = [
  { keyword: 'lustre-a', black: 'photo', darkest: 6, white: [95, 0, -3], gain: 0.07, greyGamma: 0.94 },
  { keyword: 'satin', black: 'photo', darkest: 8, white: [94, 0, -2], gain: 0.08, greyGamma: 0.74 },
  { keyword: 'coated', black: 'matte', darkest: 20, white: [96, 0, -1], gain: 0.12 },
  { keyword: 'rag', black: 'matte', darkest: 17, white: [96, 0, 3], gain: 0.13 },
]

const HERON: Model = {
  id: 'heron',
  makeModel: 'roll printer on a stand, 610 mm',
  info: 'on the stand',
  carriage: 610,
  inks: pigments(
    ['cyan', '#00a0c0'],
    ['light cyan', '#80d0e0'],
    ['magenta', '#c0307a'],
    ['light magenta', '#e0a0c4'],
    ['yellow', '#f0d020'],
    ['grey', '#909090'],
    ['photo black', '#101010'],
    ['matte black', '#202020'],
  ),
  cleanCut: 3,
  swap: { seconds: 210, ml: 4.2 },
  sources: [
    {
      keyword: 'main-roll',
      kind: 'roll',
      width: [210, 610],
      length: [210, 14_000],
      holds: { width: 610, length: 26_000, left: 20_600, type: 'lustre-a' },
    },
    {
      keyword: 'manual',
      kind: 'sheet',
      width: [210, 610],
      length: [297, 1400],
      holds: { width: 420, length: 594, left: 1, type: 'rag' },
    },
  ],
  types: heronTypes,
  queues: [
    {
      path: '/ipp/print',
      name: 'Heron',
      qualities: [
        { value: 3, ppi: 320, minutes: 14, ml: 7.5 },
        { value: 4, ppi: 320, minutes: 32, ml: 9.4 },
        { value: 5, ppi: 640, minutes: 58, ml: 11.2 },
      ],
      types: heronTypes.map((t) => t.keyword),
      paths: [
        {
          source: 'main-roll',
          margins: same(4),
          narrow: null,
          overspray: { left: 2.2, right: 2.2, lead: 0, trail: 0 },
          borderlessWidths: [420, 610],
          borderlessTypes: ['lustre-a', 'satin'],
        },
        {
          source: 'manual',
          margins: { left: 4, right: 4, lead: 4, trail: 19 },
          narrow: null,
          overspray: null,
          borderlessWidths: [],
          borderlessTypes: [],
        },
      ],
      monochrome: true,
    },
  ],
}

const wrenTypes: readonly MediaType[] = [
  { keyword: 'card-gloss', black: 'photo', darkest: 10, white: [94, 0, -4], gain: 0.09 },
  { keyword: 'iron-on', black: 'photo', darkest: 24, white: [93, 0, 1], gain: 0.18 },
  { keyword: 'plain', black: 'photo', darkest: 32, white: [95, 1, -4], gain: 0.17 },
]

const WREN: Model = {
  id: 'wren',
  makeModel: 'card printer, A5',
  info: 'at the counter',
  carriage: 152,
  inks: pigments(['cyan', '#00a0c0'], ['magenta', '#c0307a'], ['yellow', '#f0d020'], ['black', '#101010']),
  swap: null,
  sources: [
    {
      keyword: 'main',
      kind: 'stack',
      width: [89, 152],
      length: [127, 216],
      holds: { width: 102, length: 152, left: 20, type: 'card-gloss' },
    },
  ],
  types: wrenTypes,
  queues: [
    {
      path: '/ipp/print',
      name: 'Wren',
      qualities: [
        { value: 4, ppi: 300, minutes: 14, ml: 7.5 },
        { value: 5, ppi: 600, minutes: 32, ml: 9.4 },
      ],
      types: wrenTypes.map((t) => t.keyword),
      paths: [
        {
          source: 'main',
          margins: { left: 3.2, right: 3.2, lead: 3.2, trail: 10 },
          narrow: { upTo: 110, margins: { left: 3.2, right: 3.2, lead: 3.2, trail: 14 } },
          overspray: { left: 1.2, right: 1.2, lead: 0.9, trail: 2 },
          borderlessWidths: [],
          borderlessTypes: ['card-gloss'],
        },
      ],
      monochrome: false,
    },
  ],
}

export const MODELS: readonly Model[] = [OTTER, HERON, WREN]
