/** sRGB (IEC 61966-2-1) and CIE colour under D50: what instruments of light count in. */

export const LIGHT = Float32Array.from({ length: 256 }, (_, v) => {
  const x = v / 255
  return x <= 0.04045 ? x / 12.92 : ((x + 0.055) / 1.055) ** 2.4
})

export const toSrgb = (light: number): number => {
  const x = Math.min(1, Math.max(0, light))
  return x <= 0.0031308 ? 12.92 * x : 1.055 * x ** (1 / 2.4) - 0.055
}

export type Xyz = readonly [x: number, y: number, z: number]
export const WHITE: Xyz = [0.9642, 1, 0.8251]

/** Linear sRGB to XYZ, adapted to D50 by Bradford. */
export const toXyz = ([r, g, b]: readonly [number, number, number]): Xyz => [
  0.4360747 * r + 0.3850649 * g + 0.1430804 * b,
  0.2225045 * r + 0.7168786 * g + 0.0606169 * b,
  0.0139322 * r + 0.0971045 * g + 0.7141733 * b,
]

export function toLab(xyz: Xyz): readonly [l: number, a: number, b: number] {
  const f = (t: number): number => (t > 216 / 24_389 ? Math.cbrt(t) : ((24_389 / 27) * t + 16) / 116)
  const [x, y, z] = [0, 1, 2].map((i) => f((xyz[i] as number) / (WHITE[i] as number))) as [number, number, number]
  return [116 * y - 16, 500 * (x - y), 200 * (y - z)]
}

export function fromLab([l, a, b]: readonly [number, number, number]): Xyz {
  const y = (l + 16) / 116
  const f = (t: number, white: number): number => white * (t > 6 / 29 ? t ** 3 : 3 * (6 / 29) ** 2 * (t - 4 / 29))
  return [f(y + a / 500, WHITE[0]), f(y, WHITE[1]), f(y - b / 200, WHITE[2])]
}
