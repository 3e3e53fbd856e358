import { UM_PER_INCH } from '@/core/length/length'
import { type Affine, chain, orientationMatrix, pictureMatrix } from '@/core/page/matrix'
import type { PicturePart } from '@/core/page/page'
import type { PictureSize } from '@/core/placing/placing'
import type { RawFile } from './raw-file'

/** For each output pixel along one axis: where its source pixels begin, and their weights. */
export type Taps = { readonly starts: Int32Array; readonly count: number; readonly weights: Int32Array }

/** Weights are whole numbers of this, 2^12; lines between the two passes keep this many bits below a sample's last. */
const ONE_BITS = 12
const ONE = 1 << ONE_BITS
const KEPT_BITS = { 1: 6, 2: 0 } as const

/** Cubic convolution, a = -0.5 (Keys 1981). */
function cubic(t: number): number {
  const x = Math.abs(t)
  if (x < 1) return (1.5 * x - 2.5) * x * x + 1
  return x < 2 ? ((-0.5 * x + 2.5) * x - 4) * x + 2 : 0
}

/**
 * Weights that resample an axis: output pixel i has its middle at source coordinate `scale * (i + 0.5) + offset`. When
 * the source is finer than the output the kernel widens with it. Pixels outside first..last repeat the ones at the end.
 */
export function taps(from: number, to: number, scale: number, offset: number, first: number, last: number): Taps {
  const widen = Math.max(1, Math.abs(scale))
  // an interval of 4 * widen holds at most one pixel more, whose weight is then 0
  const count = Math.min(Math.ceil(4 * widen), last - first)
  const n = to - from
  const starts = new Int32Array(n)
  const weights = new Int32Array(n * count)
  const own = new Float64Array(count)
  for (let i = 0; i < n; i++) {
    const middle = scale * (from + i + 0.5) + offset - 0.5
    const begin = Math.min(Math.max(first, Math.ceil(middle - 2 * widen)), last - count)
    starts[i] = begin
    let sum = 0
    own.fill(0)
    for (let k = Math.ceil(middle - 2 * widen); k <= middle + 2 * widen; k++) {
      const w = cubic((k - middle) / widen)
      const at = Math.min(Math.max(k, begin), begin + count - 1) - begin
      own[at] = (own[at] as number) + w
      sum += w
    }
    // what rounding leaves over goes to the largest weight, so that flat tones stay what they are
    let left = ONE
    let most = 0
    for (let k = 0; k < count; k++) {
      const w = Math.round(((own[k] as number) / sum) * ONE)
      weights[i * count + k] = w
      left -= w
      if ((own[k] as number) > (own[most] as number)) most = k
    }
    weights[i * count + most] = (weights[i * count + most] as number) + left
  }
  return { starts, count, weights }
}

/** From the page's pixels to the stored picture's: axis-aligned, turned or not. */
export type Mapping = {
  readonly swapped: boolean
  /** output x -> source along `b`, output y -> source along `a` */
  readonly x: { readonly scale: number; readonly offset: number }
  readonly y: { readonly scale: number; readonly offset: number }
}

export function mappingOf(
  part: PicturePart,
  size: PictureSize,
  orientation: number,
  stored: PictureSize,
  ppi: number,
): Mapping {
  const m: Affine = chain(orientationMatrix(orientation), pictureMatrix(part, size))
  const px = UM_PER_INCH / ppi
  // page um = m * unit; unit = stored px / stored size
  if (Math.abs(m[0]) > Math.abs(m[1]))
    return {
      swapped: false,
      x: { scale: (px / m[0]) * stored.width, offset: (-m[4] / m[0]) * stored.width },
      y: { scale: (px / m[3]) * stored.height, offset: (-m[5] / m[3]) * stored.height },
    }
  return {
    swapped: true,
    x: { scale: (px / m[2]) * stored.height, offset: (-m[4] / m[2]) * stored.height },
    y: { scale: (px / m[1]) * stored.width, offset: (-m[5] / m[1]) * stored.width },
  }
}

/** The crop in the stored picture's pixels, whole ones: [first, last) across and down. */
export function storedCrop(part: PicturePart, size: PictureSize, orientation: number, stored: PictureSize) {
  const [a, b, c, d, e, f] = orientationMatrix(orientation)
  const seen = part.crop
  // the orientation maps stored unit to seen unit; its inverse is its transpose about the middle
  const back = (x: number, y: number): [number, number] => {
    const [u, v] = [x - e, y - f]
    return [a * u + b * v, c * u + d * v]
  }
  const p = back(seen.x / size.width, seen.y / size.height)
  const q = back((seen.x + seen.w) / size.width, (seen.y + seen.h) / size.height)
  const range = (s: number, t: number, n: number): [number, number] => {
    const low = Math.max(0, Math.floor(Math.min(s, t) * n + 1e-6))
    return [low, Math.max(low + 1, Math.min(n, Math.ceil(Math.max(s, t) * n - 1e-6)))]
  }
  return { across: range(p[0], q[0], stored.width), down: range(p[1], q[1], stored.height) }
}

/** Resamples bands of a picture: output rows y0..y1, columns x0..x1, samples kept at the source's depth. */
export class Resampler {
  private readonly columns: Taps
  private readonly xs: readonly [number, number]

  constructor(
    private readonly raw: RawFile,
    private readonly map: Mapping,
    private readonly crop: { readonly across: readonly [number, number]; readonly down: readonly [number, number] },
    x0: number,
    x1: number,
  ) {
    this.xs = [x0, x1]
    const [first, last] = map.swapped ? crop.down : crop.across
    this.columns = taps(x0, x1, map.x.scale, map.x.offset, first, last)
  }

  band(y0: number, y1: number): Uint8Array | Uint16Array {
    const { raw, map, columns } = this
    const [first, last] = map.swapped ? this.crop.across : this.crop.down
    const rows = taps(y0, y1, map.y.scale, map.y.offset, first, last)
    let a0 = last
    let a1 = first
    for (const s of rows.starts) {
      a0 = Math.min(a0, s)
      a1 = Math.max(a1, s + rows.count)
    }
    const n = raw.channels
    const width = this.xs[1] - this.xs[0]
    const lines = new Int32Array((a1 - a0) * width * n)
    const source = this.block(a0, a1)
    const b0 = (map.swapped ? this.crop.down : this.crop.across)[0]
    const lineLength = source.length / (a1 - a0)
    const kept = KEPT_BITS[raw.bytes]
    for (let a = 0; a < a1 - a0; a++)
      across(source, a * lineLength, b0, columns, lines, a * width * n, n, ONE_BITS - kept)
    const n1 = width * n
    const out = raw.bytes === 2 ? new Uint16Array((y1 - y0) * n1) : new Uint8Array((y1 - y0) * n1)
    const sums = new Int32Array(n1)
    const shift = ONE_BITS + kept
    for (let y = 0; y < y1 - y0; y++) {
      down(lines, ((rows.starts[y] as number) - a0) * n1, rows.weights, y * rows.count, rows.count, sums)
      finish(sums, shift, raw.bytes === 2 ? 65_535 : 255, out, y * n1)
    }
    return out
  }

  /** Source lines a0..a1 along the axis that output rows run over, each over the crop's other axis. */
  private block(a0: number, a1: number): Uint8Array | Uint16Array {
    const { raw, map, crop } = this
    const pixel = raw.channels * raw.bytes
    const [b0, b1] = map.swapped ? crop.down : crop.across
    const bytes = new Uint8Array((a1 - a0) * (b1 - b0) * pixel)
    if (!map.swapped) for (let a = a0; a < a1; a++) raw.row(a, b0, b1, bytes, (a - a0) * (b1 - b0) * pixel)
    else {
      // stored rows run along b: read a strip of each and stand it up
      const strip = new Uint8Array((a1 - a0) * pixel)
      for (let b = b0; b < b1; b++) {
        raw.row(b, a0, a1, strip, 0)
        for (let a = 0; a < a1 - a0; a++) {
          const to = (a * (b1 - b0) + (b - b0)) * pixel
          for (let i = 0; i < pixel; i++) bytes[to + i] = strip[a * pixel + i] as number
        }
      }
    }
    return raw.bytes === 2 ? new Uint16Array(bytes.buffer) : bytes
  }
}

/** Adds lines by their weights: `lines` from `at`, one after the other, into `sums`. Whole numbers throughout. */
function down(lines: Int32Array, at: number, weights: Int32Array, w: number, count: number, sums: Int32Array): void {
  const n = sums.length
  if (count === 4 || count === 5) {
    const w0 = weights[w] as number
    const w1 = weights[w + 1] as number
    const w2 = weights[w + 2] as number
    const w3 = weights[w + 3] as number
    const w4 = count === 5 ? (weights[w + 4] as number) : 0
    const p4 = count === 5 ? at + 4 * n : at
    for (let i = 0; i < n; i++)
      sums[i] =
        Math.imul(w0, lines[at + i] as number) +
        Math.imul(w1, lines[at + n + i] as number) +
        Math.imul(w2, lines[at + 2 * n + i] as number) +
        Math.imul(w3, lines[at + 3 * n + i] as number) +
        Math.imul(w4, lines[p4 + i] as number)
    return
  }
  sums.fill(0)
  for (let k = 0; k < count; k++) {
    const f = weights[w + k] as number
    const p = at + k * n
    for (let i = 0; i < n; i++) sums[i] = ((sums[i] as number) + Math.imul(f, lines[p + i] as number)) | 0
  }
}

/** Rounds and limits. */
function finish(sums: Int32Array, shift: number, most: number, out: Uint8Array | Uint16Array, at: number): void {
  const half = 1 << (shift - 1)
  for (let i = 0; i < sums.length; i++) {
    const v = ((sums[i] as number) + half) >> shift
    out[at + i] = v < 0 ? 0 : Math.min(v, most)
  }
}

/** One source line, from `from`, onto the output's columns. `b0` is the source pixel that it begins with. */
function across(
  line: Uint8Array | Uint16Array,
  from: number,
  b0: number,
  t: Taps,
  out: Int32Array,
  at: number,
  channels: 1 | 3,
  shift: number,
): void {
  const { starts, count, weights } = t
  const half = shift > 0 ? 1 << (shift - 1) : 0
  const columns = starts.length
  let o = at
  if (channels === 3) {
    for (let i = 0; i < columns; i++) {
      let p = from + ((starts[i] as number) - b0) * 3
      const end = (i + 1) * count
      let r = half
      let g = half
      let b = half
      for (let w = i * count; w < end; w++) {
        const f = weights[w] as number
        r = (r + Math.imul(f, line[p] as number)) | 0
        g = (g + Math.imul(f, line[p + 1] as number)) | 0
        b = (b + Math.imul(f, line[p + 2] as number)) | 0
        p += 3
      }
      out[o] = r >> shift
      out[o + 1] = g >> shift
      out[o + 2] = b >> shift
      o += 3
    }
    return
  }
  for (let i = 0; i < columns; i++) {
    let p = from + (starts[i] as number) - b0
    const end = (i + 1) * count
    let v = half
    for (let w = i * count; w < end; w++) v = (v + Math.imul(weights[w] as number, line[p++] as number)) | 0
    out[o++] = v >> shift
  }
}
