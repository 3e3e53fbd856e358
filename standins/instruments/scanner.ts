import sharp from 'sharp'
import { chanceOf } from './chance'
import { LIGHT, toSrgb } from './light'

/** What is true of a scanner and told to nobody: how it brightens, what light strays into it, how its curve is off. */
export type ScannerTruth = {
  readonly gain: number
  readonly flare: number
  /** the exponent by which its curve is off what it declares: within 1 % of 1 */
  readonly gamma: number
  /** standard deviation of a pixel, of its whole range */
  readonly noise: number
}

/** The scanner of a seed. @see {@link ScannerTruth} */
export function scannerTruth(seed: number): ScannerTruth {
  const { even } = chanceOf(seed ^ 0x5ca77e2)
  return {
    gain: 0.93 + 0.06 * even(),
    flare: 0.002 + 0.01 * even(),
    gamma: 0.99 + 0.02 * even(),
    noise: 0.003 + 0.004 * even(),
  }
}

export type ScanAsked = {
  readonly ppi: number
  readonly format: 'jpeg' | 'png' | 'tiff'
  /** quarter turns clockwise, and how far off them in degrees */
  readonly quarter: 0 | 1 | 2 | 3
  readonly turn: number
  /** specks of dust for each square decimetre */
  readonly dust: number
  /** a shadow of the lid along one edge of the glass */
  readonly shadow: boolean
  /** of this scan: noise and dust are never the same twice */
  readonly seed: number
}

const MM = 25.4
/** White lid around the sheet, mm, and how light it is. */
const AROUND = 9
const LID = 0.82

/**
 * Scans a sheet that lies in a tray as a picture of 300 ppi in sRGB: turned on the glass, seen through the scanner's own
 * gain, stray light, curve and noise, and encoded as sRGB, which it declares by embedding nothing and saying so.
 */
export async function scanSheet(
  file: string,
  ppiOfFile: number,
  truth: ScannerTruth,
  asked: ScanAsked,
): Promise<Buffer> {
  const { ppi } = asked
  const { width: w0 = 0, height: h0 = 0 } = await sharp(file, { limitInputPixels: false }).metadata()
  const scale = ppi / ppiOfFile
  const { data, info } = await sharp(file, { limitInputPixels: false })
    .resize(Math.max(1, Math.round(w0 * scale)), Math.max(1, Math.round(h0 * scale)), { fit: 'fill' })
    .removeAlpha()
    .raw()
    .toBuffer({ resolveWithObject: true })
  const [sw, sh] = [info.width, info.height]
  const angle = ((asked.quarter * 90 + asked.turn) * Math.PI) / 180
  const [cos, sin] = [Math.cos(angle), Math.sin(angle)]
  const around = (AROUND * ppi) / MM
  const width = Math.ceil(Math.abs(sw * cos) + Math.abs(sh * sin) + 2 * around)
  const height = Math.ceil(Math.abs(sw * sin) + Math.abs(sh * cos) + 2 * around)
  const chance = chanceOf(asked.seed)
  const out = Buffer.alloc(width * height * 3)
  const curve = Float32Array.from({ length: 4097 }, (_, i) => toSrgb(i / 4096) ** truth.gamma)
  const noise = Float32Array.from({ length: 65_536 }, () => chance.normal() * truth.noise)
  const shade = shadowOf(asked.shadow, width, ppi)
  const from = chance.even() * 65_536
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      const [dx, dy] = [x + 0.5 - width / 2, y + 0.5 - height / 2]
      const u = dx * cos + dy * sin + sw / 2 - 0.5
      const v = -dx * sin + dy * cos + sh / 2 - 0.5
      const [u0, v0] = [Math.floor(u), Math.floor(v)]
      const on = u > -0.5 && v > -0.5 && u < sw - 0.5 && v < sh - 0.5
      const [a, b] = [u - u0, v - v0]
      const [x0, x1] = [Math.min(sw - 1, Math.max(0, u0)), Math.min(sw - 1, Math.max(0, u0 + 1))]
      const [y0, y1] = [Math.min(sh - 1, Math.max(0, v0)), Math.min(sh - 1, Math.max(0, v0 + 1))]
      const [p, q, r, s] = [(y0 * sw + x0) * 3, (y0 * sw + x1) * 3, (y1 * sw + x0) * 3, (y1 * sw + x1) * 3]
      const at = (y * width + x) * 3
      for (let c = 0; c < 3; c++) {
        const light = on
          ? (1 - b) * ((1 - a) * look(data, p + c) + a * look(data, q + c)) +
            b * ((1 - a) * look(data, r + c) + a * look(data, s + c))
          : LID
        const seen = truth.gain * (light * (shade[x] as number) + truth.flare)
        const i = Math.min(4096, Math.max(0, Math.round(seen * 4096)))
        const value = (curve[i] as number) + (noise[(at * 7 + c * 13 + from) & 65_535] as number)
        out[at + c] = Math.min(255, Math.max(0, Math.round(255 * value)))
      }
    }
  dust(out, width, height, asked, chance.even)
  const image = sharp(out, { raw: { width, height, channels: 3 } }).withMetadata({ density: ppi })
  if (asked.format === 'jpeg') return image.jpeg({ quality: 93 }).toBuffer()
  return asked.format === 'png'
    ? image.png({ compressionLevel: 3 }).toBuffer()
    : image.tiff({ compression: 'lzw' }).toBuffer()
}

const look = (data: Buffer, at: number): number => LIGHT[data[at] as number] as number

/** How much light reaches each column: a lid that does not close shades the last centimetre or two at the left. */
function shadowOf(there: boolean, width: number, ppi: number): Float32Array {
  const reach = (8 * ppi) / MM
  return Float32Array.from({ length: width }, (_, x) => (there && x < reach ? 0.45 + (0.55 * x) / reach : 1))
}

/** Specks of a tenth to four tenths of a millimetre, light or dark. */
function dust(out: Buffer, width: number, height: number, { ppi, dust: many }: ScanAsked, even: () => number): void {
  const decimetres = (width / ppi) * (height / ppi) * (MM / 100) ** 2
  for (let n = 0; n < many * decimetres; n++) {
    const radius = Math.max(0.6, ((0.05 + 0.15 * even()) * ppi) / MM)
    const [cx, cy, value] = [even() * width, even() * height, even() < 0.5 ? 30 : 250]
    for (let y = Math.max(0, Math.floor(cy - radius)); y < Math.min(height, cy + radius); y++)
      for (let x = Math.max(0, Math.floor(cx - radius)); x < Math.min(width, cx + radius); x++)
        if (Math.hypot(x - cx, y - cy) <= radius) out.fill(value, (y * width + x) * 3, (y * width + x) * 3 + 3)
  }
}
