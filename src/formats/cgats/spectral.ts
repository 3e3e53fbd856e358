/**
 * Colour of a reflectance spectrum under D50 for the 1931 standard observer (CIE 15, tables T.1 and T.4, every 10 nm from
 * 380 to 730), by summation.
 */

const FIRST = 380
const STEP = 10

/** Colour matching functions of the CIE 1931 standard observer, x y z for each wavelength. */
const OBSERVER: readonly (readonly [number, number, number])[] = [
  [0.0014, 0.0, 0.0065],
  [0.0042, 0.0001, 0.0201],
  [0.0143, 0.0004, 0.0679],
  [0.0435, 0.0012, 0.2074],
  [0.1344, 0.004, 0.6456],
  [0.2839, 0.0116, 1.3856],
  [0.3483, 0.023, 1.7471],
  [0.3362, 0.038, 1.7721],
  [0.2908, 0.06, 1.6692],
  [0.1954, 0.091, 1.2876],
  [0.0956, 0.139, 0.813],
  [0.032, 0.208, 0.4652],
  [0.0049, 0.323, 0.272],
  [0.0093, 0.503, 0.1582],
  [0.0633, 0.71, 0.0782],
  [0.1655, 0.862, 0.0422],
  [0.2904, 0.954, 0.0203],
  [0.4334, 0.995, 0.0087],
  [0.5945, 0.995, 0.0039],
  [0.7621, 0.952, 0.0021],
  [0.9163, 0.87, 0.0017],
  [1.0263, 0.757, 0.0011],
  [1.0622, 0.631, 0.0008],
  [1.0026, 0.503, 0.0003],
  [0.8544, 0.381, 0.0002],
  [0.6424, 0.265, 0.0],
  [0.4479, 0.175, 0.0],
  [0.2835, 0.107, 0.0],
  [0.1649, 0.061, 0.0],
  [0.0874, 0.032, 0.0],
  [0.0468, 0.017, 0.0],
  [0.0227, 0.0082, 0.0],
  [0.0114, 0.0041, 0.0],
  [0.0058, 0.0021, 0.0],
  [0.0029, 0.001, 0.0],
  [0.0014, 0.0005, 0.0],
]

/** Relative power of the CIE illuminant D50. */
const D50: readonly number[] = [
  ...[24.49, 29.87, 49.31, 56.51, 60.03, 57.82, 74.82, 87.25, 90.61, 91.37, 95.11, 91.96, 95.72, 96.61, 97.13, 102.1],
  ...[100.75, 102.32, 100.0, 97.74, 98.92, 93.5, 97.69, 99.27, 99.04, 95.72, 98.86, 95.67, 98.19, 103.0, 99.13, 87.38],
  ...[91.6, 92.89, 76.85, 86.51],
]

/** Columns of a spectrum: where each stands, and its wavelength in nm; rising. */
export type SpectralColumns = readonly { readonly at: number; readonly nm: number }[]

/** A wavelength as instruments name its column: `SPECTRAL_NM400`, `SPECTRAL_NM_400`, `SPECTRAL_400`, `NM_400`, `R_400`. */
const NAME = /^(?:SPECTRAL_(?:NM|DEC|PCT)?_?|NM_?|R_?)(\d{3})$/i

/** A spectrum begins at this or below, ends at this or above, and has no wider gap, nm. */
const FROM = 420
const TO = 680
const GAP = 20

/** The spectral columns of a table; null: it has none, or not enough of them to see a colour. */
export function spectralColumns(columns: readonly string[]): SpectralColumns | null {
  const found = columns
    .flatMap((name, at) => {
      const nm = NAME.exec(name)?.[1]
      return nm === undefined ? [] : [{ at, nm: Number(nm) }]
    })
    .sort((a, b) => a.nm - b.nm)
  const [first, last] = [found[0], found.at(-1)]
  if (!first || !last || first.nm > FROM || last.nm < TO) return null
  return found.every((c, i) => i === 0 || c.nm - (found[i - 1]?.nm ?? 0) <= GAP) ? found : null
}

/**
 * Tristimulus values of a reflectance, of which the perfect white has X, Y and Z of 1: relative to the illuminant's own.
 * Between two wavelengths it is straight, beyond the ends it stays.
 * @param reflectance 0 to 1, for each column
 */
export function whiteShare(
  columns: SpectralColumns,
  reflectance: readonly number[],
): readonly [number, number, number] {
  const seen = [0, 0, 0]
  const white = [0, 0, 0]
  let i = 0
  for (const [k, observer] of OBSERVER.entries()) {
    const nm = FIRST + k * STEP
    while (i < columns.length - 2 && (columns[i + 1]?.nm ?? 0) < nm) i += 1
    const [a, b] = [columns[i]?.nm ?? nm, columns[i + 1]?.nm ?? nm]
    const part = b > a ? Math.min(1, Math.max(0, (nm - a) / (b - a))) : 0
    const r = (reflectance[i] ?? 0) * (1 - part) + (reflectance[i + 1] ?? 0) * part
    for (const c of [0, 1, 2] as const) {
      const weight = observer[c] * (D50[k] ?? 0)
      seen[c] = (seen[c] ?? 0) + r * weight
      white[c] = (white[c] ?? 0) + weight
    }
  }
  const share = (c: 0 | 1 | 2): number => (seen[c] ?? 0) / (white[c] ?? 1)
  return [share(0), share(1), share(2)]
}

/** White of the illuminant by these tables, Y 1: what keeps them honest. */
export const tabledWhite = (): readonly [number, number, number] => {
  const sum = (c: 0 | 1 | 2): number => OBSERVER.reduce((s, o, k) => s + o[c] * (D50[k] ?? 0), 0)
  return [sum(0) / sum(1), 1, sum(2) / sum(1)]
}
