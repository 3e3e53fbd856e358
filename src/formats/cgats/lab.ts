import { bad, ok, type Result } from '@/core/result/result'
import type { CgatsTable } from './read'
import { type SpectralColumns, spectralColumns, whiteShare } from './spectral'

/** One measured patch: CIE L*a*b*, D50. */
export type LabPatch = { readonly id: string; readonly line: number; readonly lab: readonly [number, number, number] }

export type LabProblem =
  | { readonly code: 'no_lab'; readonly columns: readonly string[] }
  | { readonly code: 'no_number'; readonly line: number; readonly column: string; readonly text: string }
  | { readonly code: 'no_lightness'; readonly line: number; readonly l: number }

const LAB = ['LAB_L', 'LAB_A', 'LAB_B'] as const
/** visual density, absolute (ISO 5-3): it knows no tint */
const DENSITY = ['D_VIS'] as const
const XYZ = ['XYZ_X', 'XYZ_Y', 'XYZ_Z'] as const

/** D50 of the profile connection space (ICC.1, clause 6.3.4.3), times 100. */
const WHITE = [96.422, 100, 82.521] as const

/** A number as instruments and spreadsheets write it: with a point or a comma. */
const NUMBER = /^[+-]?(?:\d+(?:[.,]\d*)?|[.,]\d+)(?:[eE][+-]?\d+)?$/

/** CIE 1976 L*a*b* of tristimulus values of which the perfect white has Y = 100. */
function labOf([x, y, z]: readonly [number, number, number]): readonly [number, number, number] {
  const f = (t: number): number => (t > 216 / 24389 ? Math.cbrt(t) : ((24389 / 27) * t + 16) / 116)
  const [fx, fy, fz] = [f(x / WHITE[0]), f(y / WHITE[1]), f(z / WHITE[2])]
  return [116 * fy - 16, 500 * (fx - fy), 200 * (fy - fz)]
}

/** Lightness of a visual density: it is the logarithm of luminance, and says nothing of tint. */
const ofDensity = (d: number): readonly [number, number, number] => {
  const y = 100 * 10 ** -d
  return labOf([(y * WHITE[0]) / 100, y, (y * WHITE[2]) / 100])
}

const ofSpectrum = (columns: SpectralColumns, reflectance: readonly number[]): readonly [number, number, number] => {
  const [x, y, z] = whiteShare(columns, reflectance)
  return labOf([x * WHITE[0], y * WHITE[1], z * WHITE[2]])
}

/** Reflectances of more than 2 are counted in per cent: no paper gives back twice the light it gets. */
const inPercent = (table: CgatsTable, at: readonly number[]): boolean =>
  table.rows.some((row) => at.some((i) => Number((row[i] ?? '').replace(',', '.')) > 2))

/**
 * The measured colours of a table: by its Lab columns, else by XYZ (Y of the perfect white 100), else by its
 * spectra (reflectance, D50, observer of 1931), else by visual density.
 * @returns what keeps it from being read, with its line and column
 */
export function labPatches(table: CgatsTable): Result<readonly LabPatch[], LabProblem> {
  const at = (names: readonly string[]): readonly number[] => names.map((n) => table.columns.indexOf(n))
  const lab = at(LAB)
  const xyz = at(XYZ)
  const density = at(DENSITY)
  const spectrum = spectralColumns(table.columns)
  const all = (of: readonly number[]): boolean => of.every((i) => i >= 0)
  const kind = all(lab) ? 'lab' : all(xyz) ? 'xyz' : spectrum ? 'spectral' : all(density) ? 'density' : null
  if (kind === null) return bad({ code: 'no_lab', columns: table.columns })
  const id = ['SAMPLE_ID', 'SAMPLEID', 'SAMPLE_NAME'].map((n) => table.columns.indexOf(n)).find((i) => i >= 0)
  const spectral = (spectrum ?? []).map((s) => s.at)
  const full = kind === 'spectral' && inPercent(table, spectral) ? 100 : 1
  const patches: LabPatch[] = []
  for (const [n, row] of table.rows.entries()) {
    const line = table.lines[n] ?? 0
    const values: number[] = []
    for (const i of { lab, xyz, spectral, density }[kind]) {
      const text = row[i] ?? ''
      if (!NUMBER.test(text)) return bad({ code: 'no_number', line, column: table.columns[i] ?? '', text })
      values.push(Number(text.replace(',', '.')))
    }
    const [a = 0, b = 0, c = 0] = values
    const is = {
      lab: () => [a, b, c] as const,
      xyz: () => labOf([a, b, c]),
      spectral: () =>
        ofSpectrum(
          spectrum ?? [],
          values.map((v) => v / full),
        ),
      density: () => ofDensity(a),
    }[kind]()
    // an instrument's own error may lie a little beyond the ends
    if (!(is[0] >= -2 && is[0] <= 105)) return bad({ code: 'no_lightness', line, l: is[0] })
    patches.push({ id: id === undefined ? String(n + 1) : (row[id] ?? ''), line, lab: is })
  }
  return ok(patches)
}
