import { type LengthUnit, UM_PER_INCH } from '@/core/length/length'
import { writeNumber } from '@/core/length/write'

/** A length finer than people set things to: what was measured, to 0.01 mm or 0.001 in. */
export const sayFine = (um: number, unit: LengthUnit): string =>
  unit === 'mm' ? `${writeNumber(um / 1000, 2)} mm` : `${writeNumber(um / UM_PER_INCH, 3)} in`
