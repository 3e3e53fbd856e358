/** A picture of a sheet as it lies in memory: what a scanner's file holds, before anything is made of its numbers. */
export type Scan = {
  readonly width: number
  readonly height: number
  /** samples row by row from the top; grey, or red, green, blue in front of each other */
  readonly data: Uint8Array | Uint8ClampedArray | Uint16Array
  /** samples a pixel: 1 grey, 3 colour, 4 colour with one that is not looked at */
  readonly step: 1 | 3 | 4
  /** the value of the lightest sample */
  readonly most: 255 | 65535
}

/** A place in a scan: px from the left and from the top, the corner of the first pixel is 0, 0. */
export type Spot = { readonly x: number; readonly y: number }

/** Grey of a small copy, 0 to 255, each pixel the mean of `by` times `by` of the scan. */
export type Small = { readonly width: number; readonly height: number; readonly data: Uint8Array; readonly by: number }

/**
 * How dark a pixel is, 0 to 255 as the scan is encoded: for finding, never for reading.
 * @example greyAt({ width: 1, height: 1, data: new Uint8Array([10, 20, 30]), step: 3, most: 255 }, 0, 0) // 20
 */
export function greyAt(scan: Scan, x: number, y: number): number {
  const cx = Math.min(scan.width - 1, Math.max(0, x))
  const cy = Math.min(scan.height - 1, Math.max(0, y))
  const at = (cy * scan.width + cx) * scan.step
  const { data } = scan
  const v = scan.step === 1 ? (data[at] ?? 0) : ((data[at] ?? 0) + 2 * (data[at + 1] ?? 0) + (data[at + 2] ?? 0)) / 4
  return scan.most === 255 ? v : v / 257
}

/**
 * Grey between pixels, in a straight line between the four nearest.
 * @example greyBetween({ width: 2, height: 1, data: new Uint8Array([0, 100]), step: 1, most: 255 }, { x: 1, y: 0.5 }) // 50
 */
export function greyBetween(scan: Scan, { x, y }: Spot): number {
  const [fx, fy] = [Math.floor(x - 0.5), Math.floor(y - 0.5)]
  const [tx, ty] = [x - 0.5 - fx, y - 0.5 - fy]
  const top = (1 - tx) * greyAt(scan, fx, fy) + tx * greyAt(scan, fx + 1, fy)
  const low = (1 - tx) * greyAt(scan, fx, fy + 1) + tx * greyAt(scan, fx + 1, fy + 1)
  return (1 - ty) * top + ty * low
}

/** A wedge is looked for in a copy of about this many pixels along its longer edge. */
const LONGEST = 1200

/**
 * The small copy in which a wedge is looked for. What is left over at the right and at the foot is not in it.
 * @example smallOf({ width: 2, height: 1, data: new Uint8Array([0, 100]), step: 1, most: 255 }).by // 1
 */
export function smallOf(scan: Scan): Small {
  const by = Math.max(1, Math.round(Math.max(scan.width, scan.height) / LONGEST))
  const [width, height] = [Math.floor(scan.width / by), Math.floor(scan.height / by)]
  const { data, step } = scan
  const sums = new Float64Array(width)
  const out = new Uint8Array(width * height)
  // of colours green alone: it is nearest to how light a place is, and a third of the work
  const green = step === 1 ? 0 : 1
  const scale = (scan.most === 255 ? 1 : 1 / 257) / (by * by)
  for (let y = 0; y < height; y++) {
    sums.fill(0)
    for (let v = 0; v < by; v++) {
      let at = (y * by + v) * scan.width * step + green
      for (let x = 0; x < width; x++) {
        let sum = 0
        for (let u = 0; u < by; u++, at += step) sum += data[at] as number
        sums[x] = (sums[x] as number) + sum
      }
    }
    for (let x = 0; x < width; x++) out[y * width + x] = (sums[x] as number) * scale + 0.5
  }
  return { width, height, data: out, by }
}

/**
 * The values below which a share of the pixels lies, and above which the same share does.
 * @param share 0 to 0.5
 * @example endsOf({ width: 4, height: 1, data: new Uint8Array([0, 10, 200, 255]), by: 1 }, 0.25) // { dark: 10, light: 200 }
 */
export function endsOf(small: Small, share: number): { readonly dark: number; readonly light: number } {
  const counts = new Uint32Array(256)
  for (const v of small.data) counts[v] = (counts[v] as number) + 1
  const most = small.data.length * share
  let [dark, below] = [0, counts[0] ?? 0]
  while (dark < 255 && below <= most) below += counts[++dark] ?? 0
  let [light, above] = [255, counts[255] ?? 0]
  while (light > 0 && above <= most) above += counts[--light] ?? 0
  return { dark, light }
}
