import type { Rect } from '@/core/sheet/sheet'
import { type Encoding, lightOf } from './encoding'
import { type Corners, ontoCorners } from './plane'
import type { Scan, Spot } from './scan'
import { blockOf, stepOf } from './wedge'
import type { WedgeSteps } from './wedge-code'

/** One patch of a wedge as a scanner saw it. */
export type SampledPatch = {
  /** device grey that was asked for */
  readonly d: number
  /** light as the scanner counts it, 0 to 1 */
  readonly light: number
  /** its uncertainty (one standard deviation of the mean of the patch), in the same */
  readonly spread: number
  /** red, green, blue as light, where the scan has colours */
  readonly rgb: readonly [number, number, number] | null
  /** its middle in the scan, four corners, px */
  readonly corners: Corners
  /** what is wrong with it: part of it is another tone, or all of it is at an end of the scanner's range */
  readonly fault: 'uneven' | 'too light' | 'too dark' | null
}

/** The middle of a patch that is looked at, of its width and height: what is printed beside it stays away. */
const MIDDLE = 0.6
/** Cells of that middle that are held against each other, across and along. */
const CELLS = { across: 4, along: 3 }
/** A cell that is off the others by this, in the scan's own values (0 to 1), lies under something. */
const UNEVEN = 0.05
/** Values this near to an end of the range are no longer told apart. */
const ENDS = 0.004

/** Weights of red, green and blue of sRGB for luminance under D50 (IEC 61966-2-1 with the Bradford adaptation). */
const WEIGHTS = [0.2225, 0.7169, 0.0606] as const

/**
 * Reads the patches of a wedge in a scan whose corners are known.
 * @param corners of the frame, the first bar's left one first, then clockwise
 * @example samplePatches({ width: 1, height: 1, data: new Uint8Array([255]), step: 1, most: 255 }, [{ x: 0, y: 0 }, { x: 1, y: 0 }, { x: 1, y: 1 }, { x: 0, y: 1 }], 21, 11, 'linear').length // 21
 */
export function samplePatches(
  scan: Scan,
  corners: Corners,
  steps: WedgeSteps,
  columns: number,
  encoding: Encoding,
): readonly SampledPatch[] {
  const block = blockOf(steps, columns)
  const map = ontoCorners(block.width, block.height, corners)
  return block.patches.map((patch, i) => samplePatch(scan, map, patch, stepOf(i, steps), encoding))
}

type Cell = { readonly values: readonly number[]; readonly mean: number }

function samplePatch(
  scan: Scan,
  map: (u: number, v: number) => Spot,
  patch: Rect,
  d: number,
  encoding: Encoding,
): SampledPatch {
  const [x, y] = [patch.x + (patch.w * (1 - MIDDLE)) / 2, patch.y + (patch.h * (1 - MIDDLE)) / 2]
  const [w, h] = [patch.w * MIDDLE, patch.h * MIDDLE]
  const corners: Corners = [map(x, y), map(x + w, y), map(x + w, y + h), map(x, y + h)]
  const coloured = scan.step > 1
  const cells: Cell[] = []
  for (let row = 0; row < CELLS.along; row++)
    for (let column = 0; column < CELLS.across; column++) {
      const u = [x + (w * column) / CELLS.across, x + (w * (column + 1)) / CELLS.across] as const
      const v = [y + (h * row) / CELLS.along, y + (h * (row + 1)) / CELLS.along] as const
      const pixels = pixelsIn([map(u[0], v[0]), map(u[1], v[0]), map(u[1], v[1]), map(u[0], v[1])], scan)
      const values = coloured ? [0, 1, 2].map((c) => middleMean(scan, pixels, c)) : [middleMean(scan, pixels, 0)]
      cells.push({ values, mean: values.reduce((s, n) => s + n, 0) / values.length })
    }
  const channel = (c: number): number => middle(cells.map((k) => k.values[c] ?? 0))
  const light = (c: number): number => lightOf(encoding, channel(c))
  const rgb = coloured ? ([light(0), light(1), light(2)] as const) : null
  const value = rgb ? WEIGHTS.reduce((sum, weight, c) => sum + weight * (rgb[c] ?? 0), 0) : light(0)
  const means = cells.map((k) => k.mean)
  const mean = middle(means)
  const deviation = 1.4826 * middle(means.map((m) => Math.abs(m - mean)))
  // of a mean of so many cells; the slope of the encoding brings it into light
  const slope = (lightOf(encoding, mean + 0.005) - lightOf(encoding, mean - 0.005)) / 0.01
  const spread = (deviation / Math.sqrt(cells.length)) * slope
  const off = means.filter((m) => Math.abs(m - mean) > UNEVEN).length
  const fault = off >= 2 ? 'uneven' : mean > 1 - ENDS ? 'too light' : mean < ENDS ? 'too dark' : null
  return { d, light: value, spread, rgb, corners, fault }
}

const middle = (values: readonly number[]): number => {
  const sorted = [...values].sort((a, b) => a - b)
  const half = Math.floor(sorted.length / 2)
  return sorted.length % 2 === 1 ? (sorted[half] ?? 0) : ((sorted[half - 1] ?? 0) + (sorted[half] ?? 0)) / 2
}

/** Pixels whose middle lies in four corners; at least the one in their middle. Indices of the scan's pixels. */
function pixelsIn(corners: Corners, { width, height }: Scan): readonly number[] {
  const xs = corners.map((c) => c.x)
  const ys = corners.map((c) => c.y)
  const out: number[] = []
  const [p, q, r, t] = corners
  const right = (a: Spot, b: Spot, x: number, y: number): boolean =>
    (b.x - a.x) * (y - a.y) - (b.y - a.y) * (x - a.x) >= 0
  const inside = (x: number, y: number): boolean =>
    right(p, q, x, y) && right(q, r, x, y) && right(r, t, x, y) && right(t, p, x, y)
  for (let y = Math.max(0, Math.floor(Math.min(...ys))); y < Math.min(height, Math.ceil(Math.max(...ys))); y++)
    for (let x = Math.max(0, Math.floor(Math.min(...xs))); x < Math.min(width, Math.ceil(Math.max(...xs))); x++)
      if (inside(x + 0.5, y + 0.5)) out.push(y * width + x)
  if (out.length === 0) {
    const x = Math.min(width - 1, Math.max(0, Math.floor(xs.reduce((s, v) => s + v, 0) / 4)))
    const y = Math.min(height - 1, Math.max(0, Math.floor(ys.reduce((s, v) => s + v, 0) / 4)))
    out.push(y * width + x)
  }
  return out
}

/** The mean of the middle half of some pixels' values, 0 to 1: dust does not move it, and it is finer than a level. */
function middleMean({ data, step, most }: Scan, pixels: readonly number[], channel: number): number {
  const [from, to] = [Math.floor(pixels.length / 4), Math.max(1, Math.ceil((3 * pixels.length) / 4))]
  if (most !== 255) {
    const values = Float64Array.from(pixels, (p) => data[p * step + channel] as number).sort()
    return values.subarray(from, to).reduce((sum, v) => sum + v, 0) / (to - from) / most
  }
  // of octets it is quicker to count than to sort
  const counts = new Uint32Array(256)
  for (let i = 0; i < pixels.length; i++) {
    const v = data[(pixels[i] as number) * step + channel] as number
    counts[v] = (counts[v] as number) + 1
  }
  let [sum, passed] = [0, 0]
  for (let v = 0; v < 256; v++) {
    const next = passed + (counts[v] as number)
    sum += v * Math.max(0, Math.min(next, to) - Math.max(passed, from))
    passed = next
  }
  return sum / (to - from) / most
}
