import type { LengthUnit } from '@/core/length/length'
import type { Rate } from '@/core/printer/facts'

/** A paper's weight. @example sayWeight(null) // 'weight not known' */
export const sayWeight = (weight: number | null): string => (weight === null ? 'weight not known' : `${weight} g/m²`)

/** A paper's thickness, um. @example sayThickness(250, 'mm') // '0.25 mm thick' */
export function sayThickness(thickness: number | null, unit: LengthUnit): string {
  if (thickness === null) return 'thickness not known'
  return unit === 'mm' ? `${(thickness / 1000).toFixed(2)} mm thick` : `${(thickness / 25_400).toFixed(3)} in thick`
}

/** What a square metre takes. @example sayRate({ minutesPerM2: 12, mlPerM2: null }) // '12 min, ink not known' */
export function sayRate({ minutesPerM2, mlPerM2 }: Rate): string {
  const time = minutesPerM2 === null ? 'time not known' : `${minutesPerM2} min`
  return `${time}, ${mlPerM2 === null ? 'ink not known' : `${mlPerM2} ml`}`
}
