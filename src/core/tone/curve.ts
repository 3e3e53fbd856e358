import { fallingFit, throughPoints } from './monotone'
import { ends, evenSteps, type Reading } from './reading'

/** How many steps a curve is kept in: 4096 intervals, for 16 bit values interpolated between them. */
const STEPS = 4096
const LEVELS = 256

export type ToneCurve = {
  /** device grey to send for 0, 1/4096 ... 1 of the black that is asked for; never falls */
  readonly table: readonly number[]
  /** 0 leaves everything as it is, 1 corrects in full */
  readonly strength: number
}

/** What a correction costs. */
export type CurvePrice = {
  /** the steepest rise of the curve over one of 256 levels; 1 is no correction */
  readonly steepest: number
  /** how many of 256 levels stay distinct when they are sent in 8 bit */
  readonly levels: number
  /** the largest step in L* on paper between neighbouring of those levels */
  readonly largestStep: number
  readonly level: 'fine' | 'caution' | 'stop'
}

/**
 * What the printer does as it was read: L* by device grey, falling throughout and smooth.
 * @example responseOf({ patches: [{ d: 0, l: 96, spread: 0.1, ab: null }, { d: 1, l: 16, spread: 0.1, ab: null }], within: 0.3 })(0.5) // 56
 */
export function responseOf({ patches }: Reading): (d: number) => number {
  const weights = patches.map((p) => 1 / Math.max(p.spread, 0.05) ** 2)
  const falling = fallingFit(
    patches.map((p) => p.l),
    weights,
  )
  const power = powerOf(
    patches.map((p) => p.d),
    falling,
  )
  const curve = throughPoints(
    patches.map((p) => p.d ** power),
    falling,
  )
  return (d) => curve(Math.max(0, d) ** power)
}

/** Powers that are tried: printers answer like one from about 0.5 to 2. */
const POWERS = Array.from({ length: 45 }, (_, i) => 0.4 + 0.05 * i)

/** The lights: how a response begins is seen up to here. */
const LIGHTS = 0.26

/**
 * The power of device grey over which lightness first falls most nearly in a straight line. A response that begins
 * steeply, as of a printer with a gamma below 1, has no slope at its end that a cubic could follow; over its own power it
 * has.
 */
function powerOf(ds: readonly number[], ls: readonly number[]): number {
  const fallen = ds.flatMap((d, i) => (d > 0 && d <= LIGHTS ? [{ d, by: (ls[0] ?? 0) - (ls[i] ?? 0) }] : []))
  if (fallen.length < 3) return 1
  const off = (power: number): number => {
    const [xx, xy] = fallen.reduce(([a, b], { d, by }) => [a + d ** (2 * power), b + by * d ** power], [0, 0])
    return fallen.reduce((sum, { d, by }) => sum + (by - (xy / xx) * d ** power) ** 2, 0)
  }
  return POWERS.reduce((best, power) => (off(power) < off(best) ? power : best), 1)
}

/** The least device grey at which a falling response has come down to a lightness; by halving, to less than a step of 16 bit. */
function reached(response: (d: number) => number, l: number): number {
  if (response(0) <= l) return 0
  let [low, high] = [0, 1]
  for (let i = 0; i < 20; i++) {
    const middle = (low + high) / 2
    if (response(middle) <= l) high = middle
    else low = middle
  }
  return high
}

/**
 * The full correction: it makes the steps of this reading even, between its own paper and its own black.
 * @example curveOf({ patches: [{ d: 0, l: 90, spread: 0.1, ab: null }, { d: 1, l: 10, spread: 0.1, ab: null }], within: 0.3 }).table[2048] // 0.5
 */
export function curveOf(reading: Reading): ToneCurve {
  const response = responseOf(reading)
  const [white, black] = [response(0), response(1)]
  const table = Array.from({ length: STEPS + 1 }, (_, i) => {
    // no ink stays no ink; of what is as black as full black the least is taken, so that nothing jumps at the end
    if (i === 0) return 0
    return reached(response, evenSteps(i / STEPS, white, black))
  })
  return { table, strength: 1 }
}

/**
 * A full correction made in part.
 * @param strength 0 (nothing is changed) to 1 (in full)
 * @example atStrength({ table: [0, 0.2, 1], strength: 1 }, 0.5).table // [0, 0.35, 1]
 */
export const atStrength = ({ table }: ToneCurve, strength: number): ToneCurve => ({
  table: table.map((full, i) => {
    const none = i / (table.length - 1)
    return none + strength * (full - none)
  }),
  strength,
})

/**
 * The device grey that a curve sends for a black that is asked for (both 0 to 1), between its steps in a straight line.
 * @example throughCurve({ table: [0, 0.5, 1], strength: 1 }, 0.25) // 0.25
 */
export function throughCurve({ table }: ToneCurve, d: number): number {
  const at = Math.min(1, Math.max(0, d)) * (table.length - 1)
  const i = Math.min(table.length - 2, Math.floor(at))
  const [low, high] = [table[i] ?? 0, table[i + 1] ?? 0]
  return low + (at - i) * (high - low)
}

/**
 * What a correction costs on the printer that was read: levels lost and the largest step between those that are left. A
 * step above 1.5 L* is a risk of banding; more than a quarter of the levels lost advises against the media setting.
 * @example priceOf(curveOf({ patches: [{ d: 0, l: 90, spread: 0.1, ab: null }, { d: 1, l: 10, spread: 0.1, ab: null }], within: 0.3 }), (d) => 90 - 80 * d).levels // 256
 */
export function priceOf(curve: ToneCurve, response: (d: number) => number): CurvePrice {
  const at = Array.from({ length: LEVELS }, (_, i) => throughCurve(curve, i / (LEVELS - 1)))
  const steepest = Math.max(...at.slice(1).map((v, i) => (v - (at[i] ?? 0)) * (LEVELS - 1)))
  const sent = at.map((v) => Math.round(v * (LEVELS - 1)))
  const distinct = [...new Set(sent)]
  const seen = distinct.map((v) => response(v / (LEVELS - 1)))
  const largestStep = Math.max(0, ...seen.slice(1).map((l, i) => (seen[i] ?? l) - l))
  const levels = distinct.length
  const level = levels < 0.75 * LEVELS ? 'stop' : largestStep > 1.5 ? 'caution' : 'fine'
  return { steepest, levels, largestStep, level }
}

/**
 * How far a reading lies from even steps, patch by patch, in L*: above zero it is lighter than asked.
 * @example bends({ patches: [{ d: 0, l: 90, spread: 0.1, ab: null }, { d: 0.5, l: 40, spread: 0.1, ab: null }, { d: 1, l: 10, spread: 0.1, ab: null }], within: 0.3 }) // [0, -10, 0]
 */
export function bends(reading: Reading): readonly number[] {
  const { white, black } = ends(reading)
  return reading.patches.map((p) => p.l - evenSteps(p.d, white, black))
}
