import type { LengthUnit, Um } from '@/core/length/length'
import { tradeLength, tradePair } from '@/core/length/write'
import { STANDARD_SIZES, sizeOf } from '@/core/sizes/sizes'

/**
 * How a piece of paper is called: `610 mm roll`, `B4`, or its edges where no standard size is meant.
 * @example sayForm('sheet', fromMm(210), fromMm(297), 'mm') // 'A4'
 */
export function sayForm(kind: 'sheet' | 'roll', width: Um, length: Um, unit: LengthUnit): string {
  if (kind === 'roll') return `${tradeLength(width, unit)} roll`
  const [short, long] = width <= length ? [width, length] : [length, width]
  return sizeOf(STANDARD_SIZES, short, long)?.name ?? tradePair(width, length, unit)
}
