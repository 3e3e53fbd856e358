import type { Density } from './types'

const INCH_CM = 2.54
const INCH_M = 0.0254

/**
 * A density as files state it. Numbers that are none, or no print's, are no density.
 * @param per centimetre or inch; null: the file gives a ratio alone
 */
export function densityOf(across: number, along: number, per: 'inch' | 'cm' | 'm' | null): Density {
  if (per === null) return null
  const times = per === 'inch' ? 1 : per === 'cm' ? INCH_CM : INCH_M
  const one = (v: number): number => v * times
  const sane = (v: number): boolean => Number.isFinite(v) && v > LEAST && v < MOST
  const [a, b] = [one(across), one(along)]
  return sane(a) && sane(b) ? { across: a, along: b } : null
}

/**
 * One pixel to the inch or to the millimetre (25.4, or 25 rounded) is what programs write that have nothing to say; beyond
 * 20 000 nothing is printed.
 */
const LEAST = 25.5
const MOST = 20_000

/** Fields 282, 283 and 296 of a TIFF directory (TIFF 6.0, section 8): XResolution, YResolution, ResolutionUnit. */
export function tiffDensity(fields: ReadonlyMap<number, readonly number[]>): Density {
  const [x, y] = [fields.get(282)?.[0], fields.get(283)?.[0]]
  const unit = fields.get(296)?.[0] ?? 2
  if (x === undefined && y === undefined) return null
  return densityOf(x ?? y ?? 0, y ?? x ?? 0, unit === 2 ? 'inch' : unit === 3 ? 'cm' : null)
}
