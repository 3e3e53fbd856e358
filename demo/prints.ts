import type { PlainSlip } from '@/contract/slip-data'
import { fromMm } from '@/core/length/length'

/** A kind of print that the room's people ask for, again and again. */
export type DemoPrint = {
  readonly title: string
  readonly file: string
  readonly preset: string
  readonly member: string
  readonly sheet: { readonly size: string } | { readonly roll: number; readonly length: number | 'auto' }
  readonly body?: PlainSlip
  readonly copies?: number
}

const exact = (edge: 'width' | 'height' | 'long', millimetres: number): NonNullable<PlainSlip['placing']> => ({
  mode: 'exact',
  by: { edge, um: fromMm(millimetres) },
})

const B4 = { size: 'jis_b4_257x364mm' }
const A4 = { size: 'iso_a4_210x297mm' }
const A3 = { size: 'iso_a3_297x420mm' }
const A6 = { size: 'iso_a6_105x148mm' }
const SUPER_B = { size: 'na_super-b_13x19in' }
const GREY = 'Otter, Fenland Matte, neutral grey'
const ROLL = 'Heron, Dune Lustre roll, colour'
const PLANS = 'Heron, Fenland Matte roll, plans'

/** What was printed over the months. */
export const DEMO_PRINTS: readonly DemoPrint[] = [
  {
    title: 'Lady fern, plate III',
    file: 'fern-plate-iii.tif',
    preset: GREY,
    member: 'Iria Vantongeren',
    sheet: B4,
    body: { edge: 'borderless', placing: exact('width', 180) },
  },
  {
    title: 'Lady fern, blue',
    file: 'lady-fern-cyanotype.jpg',
    preset: 'Otter, Fenland Matte, colour',
    member: 'Iria Vantongeren',
    sheet: B4,
  },
  {
    title: 'Hart’s-tongue',
    file: 'harts-tongue.jpg',
    preset: 'Otter, Fenland Matte, colour',
    member: 'Ansel Quillby',
    sheet: A4,
  },
  {
    title: 'Oak leaf, sheet 41',
    file: 'oak-leaf-41.png',
    preset: 'Otter, Saltmarsh Cotton, colour',
    member: 'Petra Hollowmere',
    sheet: A3,
  },
  {
    title: 'Fern, warm',
    file: 'fern-plate-iii.tif',
    preset: 'Otter, Saltmarsh Cotton, warm grey',
    member: 'Ansel Quillby',
    sheet: A3,
  },
  {
    title: 'Sail plan, light wind',
    file: 'kite-light-wind.png',
    preset: PLANS,
    member: 'Maude Evenskeld',
    sheet: { roll: 610, length: 'auto' },
  },
  {
    title: 'Sail plan, storm',
    file: 'kite-storm.jpg',
    preset: PLANS,
    member: 'Rufus Tarnbrook',
    sheet: { roll: 610, length: 'auto' },
    body: { placing: exact('width', 420) },
  },
  {
    title: 'Kite night poster',
    file: 'kite-storm.jpg',
    preset: 'Otter, Dune Lustre, colour',
    member: 'Odalys Merriden',
    sheet: A3,
    body: { edge: 'borderless', placing: { mode: 'fill' } },
    copies: 2,
  },
  {
    title: 'Cumulus, 6 May',
    file: 'cumulus-6-may.jpg',
    preset: ROLL,
    member: 'Tobiah Ravensholt',
    sheet: { roll: 610, length: 'auto' },
  },
  {
    title: 'Cirrus, 9 May',
    file: 'cirrus-9-may.tif',
    preset: 'Otter, Dune Lustre, colour',
    member: 'Tobiah Ravensholt',
    sheet: A4,
  },
  {
    title: 'One lunation',
    file: 'moon-lunation.jpg',
    preset: 'Heron, Dune Lustre roll, grey',
    member: 'Wilma Sedgeworth-Noon',
    sheet: { roll: 610, length: 140 },
    body: { placing: { mode: 'whole' }, quarter: 0 },
  },
  {
    title: 'Moon cards',
    file: 'moon-lunation.jpg',
    preset: 'Wren, Quay Gloss cards',
    member: 'Jory Pellwick',
    sheet: A6,
    body: { edge: 'borderless', placing: { mode: 'fill' } },
    copies: 3,
  },
  {
    title: 'Tide table, December',
    file: 'tide-table-december.png',
    preset: 'Otter, plain proofs',
    member: 'Geography class 9b',
    sheet: A4,
    copies: 3,
  },
  {
    title: 'Tide table, wall',
    file: 'tide-table-december.png',
    preset: PLANS,
    member: 'Geography class 9b',
    sheet: { roll: 610, length: 'auto' },
  },
  {
    title: 'Estuary',
    file: 'estuary-soundings.png',
    preset: 'Otter, Dune Lustre, colour',
    member: 'Geography class 9b',
    sheet: SUPER_B,
    body: { placing: { mode: 'whole' } },
  },
  {
    title: 'Open day cards',
    file: 'oak-leaf-41.png',
    preset: 'Wren, Quay Gloss cards',
    member: 'Petra Hollowmere',
    sheet: A6,
    body: { edge: 'borderless', placing: { mode: 'fill' } },
    copies: 4,
  },
]

/** What waits on the bench when the demo opens: some as they should be, some with a question. */
export const DEMO_WAITING: readonly DemoPrint[] = [
  {
    title: 'Lady fern, plate III',
    file: 'fern-plate-iii.tif',
    preset: GREY,
    member: 'Iria Vantongeren',
    sheet: B4,
    // it bleeds off the left edge; the other three stay white
    body: {
      ...{ edge: 'borderless', placing: exact('width', 205), anchor: { x: 0, y: 0.5 } },
      ...{ darkness: 2, chargeTo: 'group' },
    },
  },
  {
    title: 'Hart’s-tongue',
    file: 'harts-tongue.jpg',
    preset: 'Otter, Fenland Matte, colour',
    member: 'Ansel Quillby',
    sheet: B4,
  },
  {
    title: 'Kite, from a phone',
    file: 'kite-from-phone.jpg',
    preset: 'Otter, Fenland Matte, colour',
    member: 'Odalys Merriden',
    sheet: A4,
  },
  {
    title: 'Oak leaf, sheet 41',
    file: 'oak-leaf-41.png',
    preset: 'Otter, Saltmarsh Cotton, colour',
    member: 'Petra Hollowmere',
    sheet: A3,
  },
  {
    title: 'Cirrus, 9 May',
    file: 'cirrus-9-may.tif',
    preset: 'Otter, Dune Lustre, colour',
    member: 'Tobiah Ravensholt',
    sheet: A4,
    body: { edge: 'borderless', placing: { mode: 'fill' }, enlargement: 'left' },
  },
  {
    title: 'Cumulus, 6 May',
    file: 'cumulus-6-may.jpg',
    preset: ROLL,
    member: 'Tobiah Ravensholt',
    sheet: { roll: 610, length: 'auto' },
    body: { edge: 'borderless', placing: { mode: 'fill' } },
  },
  {
    title: 'One lunation, long',
    file: 'moon-lunation.jpg',
    preset: 'Heron, Dune Lustre roll, grey',
    member: 'Wilma Sedgeworth-Noon',
    sheet: { roll: 610, length: 'auto' },
    body: { quarter: 1, placing: exact('long', 900) },
  },
  {
    title: 'Sail plan, light wind',
    file: 'kite-light-wind.png',
    preset: PLANS,
    member: 'Maude Evenskeld',
    sheet: { roll: 610, length: 'auto' },
    body: { placing: exact('width', 420) },
  },
  {
    title: 'Estuary',
    file: 'estuary-soundings.png',
    preset: ROLL,
    member: 'Geography class 9b',
    sheet: { roll: 610, length: 'auto' },
    body: { placing: exact('width', 290) },
    copies: 3,
  },
  {
    title: 'Lady fern, blue, for the hall',
    file: 'lady-fern-cyanotype.jpg',
    preset: ROLL,
    member: 'Iria Vantongeren',
    sheet: { roll: 610, length: 'auto' },
    body: { placing: exact('width', 200) },
    copies: 3,
  },
  {
    title: 'Open day cards',
    file: 'oak-leaf-41.png',
    preset: 'Wren, Quay Gloss cards',
    member: 'Petra Hollowmere',
    sheet: A6,
    body: { edge: 'borderless', placing: { mode: 'fill' } },
    copies: 20,
  },
  {
    title: 'Seed packets',
    file: 'harts-tongue.jpg',
    preset: 'Wren, Ebb Transfer, mirrored',
    member: 'Ansel Quillby',
    sheet: A6,
    copies: 4,
  },
]
