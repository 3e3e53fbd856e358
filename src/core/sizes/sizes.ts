import { fromInches, fromMm, type LengthUnit, UM_PER_INCH, type Um } from '@/core/length/length'

/** A named sheet size, short edge x long edge. `pwg` is its PWG 5101.1 self-describing name. */
export type Size = {
  readonly id: string
  readonly name: string
  readonly family: SizeFamily
  readonly short: Um
  readonly long: Um
  /** the unit in which the standard, or the person who made it, states the size */
  readonly unit: LengthUnit
  readonly pwg: string
  /** no longer offered: slips that name it say so */
  readonly retired?: boolean
  /** the version of this size that came after it */
  readonly replacedBy?: string
  /** the standard's own name, where the room calls it otherwise */
  readonly standardName?: string
}

export const SIZE_FAMILIES = [
  'ISO A',
  'ISO B',
  'JIS B',
  'ANSI',
  'ARCH',
  'Photo, inches',
  'Photo, cm',
  'Custom',
  'On the shelf',
] as const
export type SizeFamily = (typeof SIZE_FAMILIES)[number]

type Row = readonly [name: string, short: number, long: number, pwg: string]

// Names and dimensions: PWG 5101.1-2013, tables 5 to 9 (ISO 216, JIS P 0138, ASME Y14.1, photographic sizes).
const ISO_A: readonly Row[] = [
  ['A0', 841, 1189, 'iso_a0_841x1189mm'],
  ['A1', 594, 841, 'iso_a1_594x841mm'],
  ['A2', 420, 594, 'iso_a2_420x594mm'],
  ['A3', 297, 420, 'iso_a3_297x420mm'],
  ['A4', 210, 297, 'iso_a4_210x297mm'],
  ['A5', 148, 210, 'iso_a5_148x210mm'],
  ['A6', 105, 148, 'iso_a6_105x148mm'],
]
const ISO_B: readonly Row[] = [
  ['B2 (ISO)', 500, 707, 'iso_b2_500x707mm'],
  ['B3 (ISO)', 353, 500, 'iso_b3_353x500mm'],
  ['B4 (ISO)', 250, 353, 'iso_b4_250x353mm'],
  ['B5 (ISO)', 176, 250, 'iso_b5_176x250mm'],
]
const JIS_B: readonly Row[] = [
  ['B2', 515, 728, 'jis_b2_515x728mm'],
  ['B3', 364, 515, 'jis_b3_364x515mm'],
  ['B4', 257, 364, 'jis_b4_257x364mm'],
  ['B5', 182, 257, 'jis_b5_182x257mm'],
]
const ANSI: readonly Row[] = [
  ['Letter (ANSI A)', 8.5, 11, 'na_letter_8.5x11in'],
  ['Ledger (ANSI B)', 11, 17, 'na_ledger_11x17in'],
  ['ANSI C', 17, 22, 'na_c_17x22in'],
  ['ANSI D', 22, 34, 'na_d_22x34in'],
  ['Super B', 13, 19, 'na_super-b_13x19in'],
]
const ARCH: readonly Row[] = [
  ['ARCH A', 9, 12, 'na_arch-a_9x12in'],
  ['ARCH B', 12, 18, 'na_arch-b_12x18in'],
  ['ARCH C', 18, 24, 'na_arch-c_18x24in'],
  ['ARCH D', 24, 36, 'na_arch-d_24x36in'],
]
const PHOTO_IN: readonly Row[] = [
  ['3 1/2 × 5 in', 3.5, 5, 'oe_photo-l_3.5x5in'],
  ['4 × 6 in', 4, 6, 'na_index-4x6_4x6in'],
  ['5 × 7 in', 5, 7, 'na_5x7_5x7in'],
  ['8 × 10 in', 8, 10, 'na_govt-letter_8x10in'],
  ['10 × 12 in', 10, 12, 'custom_photo-10x12_10x12in'],
  ['11 × 14 in', 11, 14, 'na_edp_11x14in'],
  ['12 × 16 in', 12, 16, 'custom_photo-12x16_12x16in'],
  ['16 × 20 in', 16, 20, 'custom_photo-16x20_16x20in'],
]
const PHOTO_CM: readonly Row[] = [
  ['9 × 13 cm', 90, 130, 'custom_photo-9x13_90x130mm'],
  ['10 × 15 cm', 100, 150, 'om_small-photo_100x150mm'],
  ['13 × 18 cm', 130, 180, 'om_medium-photo_130x180mm'],
  ['20 × 25 cm', 200, 250, 'custom_photo-20x25_200x250mm'],
  ['20 × 30 cm', 200, 300, 'om_large-photo_200x300mm'],
  ['30 × 40 cm', 300, 400, 'custom_photo-30x40_300x400mm'],
]

const family = (name: SizeFamily, unit: LengthUnit, rows: readonly Row[]): readonly Size[] => {
  const toUm = unit === 'mm' ? fromMm : fromInches
  return rows.map(([label, short, long, pwg]) => ({
    id: pwg,
    name: label,
    family: name,
    short: toUm(short),
    long: toUm(long),
    unit,
    pwg,
  }))
}

/** The standard sizes, in the order in which lists show them. */
export const STANDARD_SIZES: readonly Size[] = [
  ...family('ISO A', 'mm', ISO_A),
  ...family('JIS B', 'mm', JIS_B),
  ...family('ISO B', 'mm', ISO_B),
  ...family('ANSI', 'in', ANSI),
  ...family('ARCH', 'in', ARCH),
  ...family('Photo, inches', 'in', PHOTO_IN),
  ...family('Photo, cm', 'mm', PHOTO_CM),
]

/**
 * The PWG 5101.1 clause 5 name of a size that a room defined: `custom_<name>_<short>x<long><unit>`, the name in lower
 * case letters, digits and hyphens; dimensions with at most 3 decimals and no trailing zeros.
 * @example customPwgName('Herbarium sheet', fromMm(290), fromMm(420), 'mm') // 'custom_herbarium-sheet_290x420mm'
 */
export function customPwgName(name: string, short: Um, long: Um, unit: LengthUnit): string {
  const plain = name
    .normalize('NFKD')
    .replace(/\p{M}/gu, '')
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^-+|-+$/g, '')
  const figure = (length: Um): string =>
    String(Number((unit === 'mm' ? length / 1000 : length / UM_PER_INCH).toFixed(3)))
  return `custom_${plain || 'size'}_${figure(short)}x${figure(long)}${unit}`
}

/**
 * True when the short edges agree within `slack` um and the long edges too.
 * @example sameSize({ short: fromMm(210), long: fromMm(297) }, 210100, 297000) // true
 */
export const sameSize = (
  a: { readonly short: Um; readonly long: Um },
  short: number,
  long: number,
  slack = 200, // 0.2 mm: a page that differs by more is a stop
): boolean => Math.abs(a.short - short) <= slack && Math.abs(a.long - long) <= slack

/** Sheets are cut within half a millimetre of their size. */
const CUT_WITHIN = 500

/**
 * The first of `sizes` that a sheet of these edges is, or null.
 * @example sizeOf(CATALOGUE.sizes, 210000, 297000).name // 'A4'
 */
export const sizeOf = (sizes: readonly Size[], short: number, long: number): Size | null =>
  sizes.find((s) => sameSize(s, short, long, CUT_WITHIN)) ?? null

/**
 * The self-describing name of a sheet as it goes in (PWG 5101.1, 5.1): a standard one, else custom in mm.
 * @example pwgNameOf(fromMm(210), fromMm(297)) // 'iso_a4_210x297mm'
 */
export function pwgNameOf(width: Um, length: Um): string {
  const known = sizeOf(STANDARD_SIZES, Math.min(width, length), Math.max(width, length))
  return known ? known.pwg : customPwgName('sheet', width, length, 'mm')
}
