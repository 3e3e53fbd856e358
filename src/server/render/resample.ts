import { UM_PER_INCH } from '@/core/length/length'
import { type Affine, chain, orientationMatrix, pictureMatrix } from '@/core/page/matrix'
import type { PicturePart } from '@/core/page/page'
import type { PictureSize } from '@/core/placing/placing'
import type { RawFile } from './raw-file'

/** For each output pixel along one axis: where its source pixels begin, and their weights. */
export type Taps = { readonly starts: Int32Array; readonly count: number; readonly weights: Float32Array }

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
  const count = Math.min(Math.ceil(4 * widen) + 1, last - first)
  const n = to - from
  const starts = new Int32Array(n)
  const weights = new Float32Array(n * count)
  for (let i = 0; i < n; i++) {
    const middle = scale * (from + i + 0.5) + offset - 0.5
    const begin = Math.min(Math.max(first, Math.ceil(middle - 2 * widen)), last - count)
    starts[i] = begin
    let sum = 0
    for (let k = Math.ceil(middle - 2 * widen); k <= middle + 2 * widen; k++) {
      const w = cubic((k - middle) / widen)
      const at = Math.min(Math.max(k, begin), begin + count - 1) - begin
      weights[i * count + at] = (weights[i * count + at] as number) + w
      sum += w
    }
    for (let k = 0; k < count; k++) weights[i * count + k] = (weights[i * count + k] as number) / sum
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
    const lines = new Float32Array((a1 - a0) * width * n)
    const source = this.block(a0, a1)
    const b0 = (map.swapped ? this.crop.down : this.crop.across)[0]
    const lineLength = source.length / (a1 - a0)
    for (let a = 0; a < a1 - a0; a++)
      across(source.subarray(a * lineLength, (a + 1) * lineLength), b0, columns, lines, a * width * n, n)
    const out = raw.bytes === 2 ? new Uint16Array((y1 - y0) * width * n) : new Uint8Array((y1 - y0) * width * n)
    const most = raw.bytes === 2 ? 65_535 : 255
    const sums = new Float32Array(width * n)
    for (let y = 0; y < y1 - y0; y++) {
      sums.fill(0)
      for (let k = 0; k < rows.count; k++) {
        const w = rows.weights[y * rows.count + k] as number
        if (w === 0) continue
        const from = ((rows.starts[y] as number) - a0 + k) * width * n
        for (let i = 0; i < sums.length; i++) sums[i] = (sums[i] as number) + w * (lines[from + i] as number)
      }
      const at = y * width * n
      for (let i = 0; i < sums.length; i++) {
        const v = (sums[i] as number) + 0.5
        out[at + i] = v < 0 ? 0 : Math.min(v, most)
      }
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

/** One source line onto the output's columns. `b0` is the source pixel that the line begins with. */
function across(
  line: Uint8Array | Uint16Array,
  b0: number,
  t: Taps,
  out: Float32Array,
  at: number,
  channels: 1 | 3,
): void {
  const { starts, count, weights } = t
  let o = at
  for (let i = 0; i < starts.length; i++) {
    let p = ((starts[i] as number) - b0) * channels
    let w = i * count
    if (channels === 3) {
      let [r, g, b] = [0, 0, 0]
      for (let k = 0; k < count; k++) {
        const f = weights[w++] as number
        r += f * (line[p] as number)
        g += f * (line[p + 1] as number)
        b += f * (line[p + 2] as number)
        p += 3
      }
      out[o] = r
      out[o + 1] = g
      out[o + 2] = b
      o += 3
    } else {
      let v = 0
      for (let k = 0; k < count; k++) v += (weights[w++] as number) * (line[p++] as number)
      out[o++] = v
    }
  }
}
