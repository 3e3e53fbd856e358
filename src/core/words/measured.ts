import type { DistanceName, Held } from '@/core/edge/measured-run'
import type { LengthUnit, Um } from '@/core/length/length'
import { writeLength } from '@/core/length/write'

/** Where a distance on a printed sheet is taken. */
export const DISTANCE_WORDS: Readonly<Record<DistanceName, string>> = {
  left: 'left edge of the sheet to the print',
  right: 'print to the right edge of the sheet',
  lead: 'lead edge of the sheet to the print',
  trail: 'print to the trail edge of the sheet',
  width: 'the print across',
  height: 'the print along',
}

/**
 * A distance with where it was taken, or alone.
 * @example sayDistance('left', 20000, 'mm') // 'left edge of the sheet to the print: 20.0 mm'
 */
export const sayDistance = (name: DistanceName | null, is: Um, unit: LengthUnit): string =>
  name === null ? writeLength(is, unit) : `${DISTANCE_WORDS[name]}: ${writeLength(is, unit)}`

/**
 * Whether what was read holds what was promised.
 * @example sayHeld([]) // 'Nothing was measured.'
 */
export function sayHeld(held: readonly Held[]): string {
  if (held.length === 0) return 'Nothing was measured.'
  const off = held.filter((h) => !h.holds).length
  return off === 0
    ? `${held.length === 2 ? 'Both' : `All ${held.length}`} distances are as promised.`
    : `${off} of ${held.length} distances ${off === 1 ? 'is' : 'are'} further off than promised.`
}
