/** A length in whole micrometres. The brand keeps millimetres, inches and pixels out. */
export type Um = number & { readonly __unit: 'um' }

/** Thousandths of a length, mm per metre; of a small turn, milliradians. Need not be whole. */
export type PerMille = number & { readonly __unit: 'per mille' }

/** @example perMille(0.6) // 0.6 */
export const perMille = (value: number): PerMille => value as PerMille

/** The two ways in which a room writes lengths. */
export type LengthUnit = 'mm' | 'in'

export const UM_PER_MM = 1_000 // exact by definition
export const UM_PER_INCH = 25_400 // exact by definition (ISO 80000-3)

/** Lengths beyond 100 m are typing errors: no roll is longer. */
export const LONGEST_UM = 100_000_000

/**
 * Rounds to the nearest whole micrometre, halves away from zero, so that a mirrored length rounds alike.
 * @throws when the value is not finite: that is a bug, never input.
 * @example um(1587.5) // 1588
 */
export function um(value: number): Um {
  if (!Number.isFinite(value)) throw new Error(`not a length: ${value}`)
  const rounded = Math.sign(value) * Math.floor(Math.abs(value) + 0.5)
  return (rounded === 0 ? 0 : rounded) as Um
}

/** Millimetres to Um. @example fromMm(3.4) // 3400 */
export const fromMm = (mm: number): Um => um(mm * UM_PER_MM)

/** Inches to Um. @example fromInches(8.5) // 215900 */
export const fromInches = (inches: number): Um => um(inches * UM_PER_INCH)

/** @example toMm(fromMm(257)) // 257 */
export const toMm = (length: number): number => length / UM_PER_MM
