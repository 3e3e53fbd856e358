import { type LengthUnit, UM_PER_INCH } from '@/core/length/length'

/** A length finer than people set things to: what was measured, to 0.01 mm or 0.001 in. */
export const sayFine = (um: number, unit: LengthUnit): string =>
  unit === 'mm' ? `${(um / 1000).toFixed(2)} mm` : `${(um / UM_PER_INCH).toFixed(3)} in`
