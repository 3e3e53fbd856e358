import { responseOf } from './curve'
import { luminance } from './lightness'
import { ends, type Reading } from './reading'

const ENTRIES = 4096

/** CIE XYZ of the perfect white under D50 (ICC.1, the profile connection space). */
const WHITE = [0.9642, 1, 0.8249] as const

/**
 * What a grey profile says of a reading: luminance relative to the paper for device values from 0 (full black) to 1
 * (paper), and the paper's own XYZ. Paper of which no instrument read a tint is taken as neutral.
 * @example greyCurve({ patches: [{ d: 0, l: 100, spread: 0.1, ab: null }, { d: 1, l: 0, spread: 0.1, ab: null }], within: 0.3 }).curve.at(-1) // 1
 */
export function greyCurve(reading: Reading): {
  readonly curve: readonly number[]
  readonly paper: readonly [number, number, number]
} {
  const response = responseOf(reading)
  const paperY = luminance(response(0))
  const curve = Array.from({ length: ENTRIES }, (_, i) => luminance(response(1 - i / (ENTRIES - 1))) / paperY)
  const [a, b] = reading.patches[0]?.ab ?? [0, 0]
  const fy = (ends(reading).white + 16) / 116
  const cube = (f: number): number => (f > 6 / 29 ? f ** 3 : 3 * (6 / 29) ** 2 * (f - 4 / 29))
  return { curve, paper: [WHITE[0] * cube(fy + a / 500), paperY, WHITE[2] * cube(fy - b / 200)] }
}
