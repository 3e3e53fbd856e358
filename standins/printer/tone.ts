import type { GreyShape, Response } from './truth'

/** Reflectance 0..1 in linear light for each channel and input value, 0 to 65535. */
export type Tone = { readonly table: readonly [Float32Array, Float32Array, Float32Array]; readonly paper: Rgb }
export type Rgb = readonly [number, number, number]

/** CIE L*a*b* (white D50) to linear sRGB, by way of XYZ and the Bradford matrix to D65. */
function labToLinear(l: number, a: number, b: number): Rgb {
  const fy = (l + 16) / 116
  const cube = (f: number): number => (f > 6 / 29 ? f ** 3 : 3 * (6 / 29) ** 2 * (f - 4 / 29))
  const x = 0.9642 * cube(fy + a / 500)
  const y = cube(fy)
  const z = 0.8251 * cube(fy - b / 200)
  const clip = (v: number): number => Math.min(1, Math.max(0, v))
  return [
    clip(3.1338561 * x - 1.6168667 * y - 0.4906146 * z),
    clip(-0.9787684 * x + 1.9161415 * y + 0.033454 * z),
    clip(0.0719453 * x - 0.2289914 * y + 1.4052427 * z),
  ]
}

const linear = (v: number): number => (v <= 0.04045 ? v / 12.92 : ((v + 0.055) / 1.055) ** 2.4)
const lightness = (y: number): number => (y > 216 / 24_389 ? 116 * Math.cbrt(y) - 16 : (24_389 / 27) * y)

/**
 * How values become reflectance: `srgb` values are lightness asked for, `device` values are amounts of ink; both gain in
 * the middle (dots grow), end at the paper and at the darkest black, and grey mode has a tint of its own.
 */
export function toneOf(r: Response, space: 'srgb' | 'device', grey: boolean, set: GreySet = AS_BOUGHT): Tone {
  const [lw, aw, bw] = r.white
  const gain = grey ? r.greyGain : r.gain
  const table = [0, 1, 2].map(() => new Float32Array(VALUES)) as [Float32Array, Float32Array, Float32Array]
  for (let v = 0; v < VALUES; v++) {
    const part = v / (VALUES - 1)
    const asked = space === 'srgb' ? 1 - lightness(linear(part)) / 100 : 1 - part
    const gained = Math.min(1, asked + 4 * gain * asked * (1 - asked))
    const laid = grey ? gained ** (2 ** (-set.darkness * (r.perDarkness ?? 0))) : gained
    const ink = grey && r.grey ? shaped(laid, r.grey) : laid
    const middle = 4 * ink * (1 - ink)
    const [ta, tb] = grey ? tinted(r, set.tint) : [0, 0]
    const at = labToLinear(lw - ink * (lw - r.darkest), aw * (1 - ink) + ta * middle, bw * (1 - ink) + tb * middle)
    for (let c = 0; c < 3; c++) (table[c] as Float32Array)[v] = at[c] as number
  }
  return { table, paper: labToLinear(lw, aw, bw) }
}

const tinted = ({ greyTint: [a, b], perTint = [0, 0] }: Response, [byA, byB]: GreySet['tint']) =>
  [a + byA * perTint[0], b + byB * perTint[1]] as const

/** What its dialog was left at: the paper stays as white and the black as dark, what lies between moves. */
export type GreySet = { readonly darkness: number; readonly tint: readonly [a: number, b: number] }
export const AS_BOUGHT: GreySet = { darkness: 0, tint: [0, 0] }

/** Samples are counted in 16 bits, whatever was sent. */
export const VALUES = 65_536

/** How a black-and-white way bends the scale: nothing of it is told to anybody. */
function shaped(ink: number, shape: GreyShape): number {
  const bent = ink ** shape.gamma
  // a shoulder slows the deepest tones down, and shadows that close up are full black before their time
  const slowed = bent - shape.shoulder * Math.sin(Math.PI * bent) * bent
  const closed = Math.min(1, slowed / (1 - shape.blocked))
  const dip = (ink - shape.dipAt) / 0.06
  return Math.min(1, Math.max(0, closed - shape.dip * Math.exp(-dip * dip)))
}

const STEPS = 16_384
/** sRGB octets with their fractions */
const ENCODED = Float32Array.from({ length: STEPS + 1 }, (_, i) => {
  const v = i / STEPS
  return 255 * (v <= 0.0031308 ? 12.92 * v : 1.055 * v ** (1 / 2.4) - 0.055)
})

/** Linear light to sRGB, 0 to 255 with its fraction. */
export const encodedFine = (v: number): number => {
  const at = Math.min(1, Math.max(0, v)) * STEPS
  const i = Math.min(STEPS - 1, Math.floor(at))
  const low = ENCODED[i] as number
  return low + (at - i) * ((ENCODED[i + 1] as number) - low)
}

/** Linear light to an sRGB octet. */
export const encoded = (v: number): number => Math.round(encodedFine(v))
