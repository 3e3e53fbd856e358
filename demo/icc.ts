// ICC.1:2001-04 (version 2) profiles for the demo room, written byte by byte so that nothing has to be fetched.

type Rgb = readonly [number, number, number]

const D50: Rgb = [0.9642, 1, 0.8249] // ICC.1 clause 6.3.4.3

const ascii = (text: string): number[] => [...text].map((c) => c.charCodeAt(0))
const u32 = (n: number): number[] => [(n >>> 24) & 255, (n >>> 16) & 255, (n >>> 8) & 255, n & 255]
const u16 = (n: number): number[] => [(n >>> 8) & 255, n & 255]
const s15f16 = (n: number): number[] => u32(Math.round(n * 65536) >>> 0)

const xyzTag = (xyz: Rgb): number[] => [...ascii('XYZ '), ...u32(0), ...xyz.flatMap(s15f16)]
const gammaTag = (gamma: number): number[] => [...ascii('curv'), ...u32(0), ...u32(1), ...u16(Math.round(gamma * 256))]
const textTag = (text: string): number[] => [...ascii('text'), ...u32(0), ...ascii(text), 0]
const descTag = (text: string): number[] => [
  ...ascii('desc'),
  ...u32(0),
  ...u32(text.length + 1),
  ...ascii(text),
  0,
  ...Array<number>(8 + 3 + 67).fill(0),
]

function assemble(
  deviceClass: string,
  space: string,
  pcs: string,
  tags: readonly (readonly [string, number[]])[],
): Uint8Array {
  let offset = 128 + 4 + tags.length * 12
  const table: number[] = []
  const body: number[] = []
  for (const [name, data] of tags) {
    const padded = [...data, ...Array<number>((4 - (data.length % 4)) % 4).fill(0)]
    table.push(...ascii(name), ...u32(offset), ...u32(data.length))
    for (const byte of padded) body.push(byte)
    offset += padded.length
  }
  const header = [
    ...u32(offset),
    ...u32(0),
    ...u32(0x02400000),
    ...ascii(deviceClass),
    ...ascii(space),
    ...ascii(pcs),
    ...[2026, 1, 5, 9, 0, 0].flatMap(u16),
    ...ascii('acsp'),
    ...u32(0),
    ...u32(0),
    ...u32(0),
    ...u32(0),
    ...u32(0),
    ...u32(0),
    ...u32(1), // relative colorimetric
    ...D50.flatMap(s15f16),
    ...Array<number>(48).fill(0),
  ]
  return Uint8Array.from([...header, ...u32(tags.length), ...table, ...body])
}

/** Primaries as D50-adapted XYZ columns, and a gamma: a working space for pictures. */
export function matrixProfile(name: string, primaries: readonly [Rgb, Rgb, Rgb], gamma: number): Uint8Array {
  return assemble('mntr', 'RGB ', 'XYZ ', [
    ['desc', descTag(name)],
    ['cprt', textTag('No rights reserved.')],
    ['wtpt', xyzTag(D50)],
    ['rXYZ', xyzTag(primaries[0])],
    ['gXYZ', xyzTag(primaries[1])],
    ['bXYZ', xyzTag(primaries[2])],
    ['rTRC', gammaTag(gamma)],
    ['gTRC', gammaTag(gamma)],
    ['bTRC', gammaTag(gamma)],
  ])
}

/** A space wider than sRGB: its primaries are the room's invention, their sum is D50. */
export const WIDE: readonly [Rgb, Rgb, Rgb] = [
  [0.64, 0.3, 0.01],
  [0.2, 0.63, 0.055],
  [0.1242, 0.07, 0.7599],
]

// sRGB primaries adapted to D50 (IEC 61966-2-1, Bradford)
const SRGB: readonly [Rgb, Rgb, Rgb] = [
  [0.4361, 0.2225, 0.0139],
  [0.3851, 0.7169, 0.0971],
  [0.1431, 0.0606, 0.7141],
]

/** How a printer model answers: device RGB 0..1 to XYZ relative to the paper. */
type PrinterModel = { readonly gamma: number; readonly black: number; readonly chroma: number }

const toXyz = (rgb: Rgb, m: PrinterModel): Rgb => {
  const lin = rgb.map((v) => v ** m.gamma) as unknown as Rgb
  const grey = 0.2225 * lin[0] + 0.7169 * lin[1] + 0.0606 * lin[2]
  const ink = lin.map((v) => m.black + (1 - m.black) * (grey + (v - grey) * m.chroma)) as unknown as Rgb
  return [0, 1, 2].map((i) => ink.reduce((a, v, k) => a + v * (SRGB[k as 0 | 1 | 2][i] ?? 0), 0)) as unknown as Rgb
}

const INVERSE: readonly Rgb[] = [
  [3.1339, -1.6169, -0.4906],
  [-0.9785, 1.916, 0.0333],
  [0.072, -0.229, 1.4057],
]

const fromXyz = (xyz: Rgb, m: PrinterModel): Rgb => {
  const ink = INVERSE.map((row) => row[0] * xyz[0] + row[1] * xyz[1] + row[2] * xyz[2])
  const lin = ink.map((v) => (v - m.black) / (1 - m.black))
  const grey = 0.2225 * (lin[0] ?? 0) + 0.7169 * (lin[1] ?? 0) + 0.0606 * (lin[2] ?? 0)
  return lin.map((v) => Math.min(1, Math.max(0, grey + (v - grey) / m.chroma)) ** (1 / m.gamma)) as unknown as Rgb
}

const f = (t: number): number => (t > 216 / 24389 ? Math.cbrt(t) : (24389 / 27 / 116) * t + 16 / 116)
const finv = (t: number): number => (t > 6 / 29 ? t ** 3 : (t - 16 / 116) / (24389 / 27 / 116))

/** CIE 1976 Lab of XYZ, D50, as the 16-bit numbers of ICC version 2 (clause 6.5.9: L 0..0xFF00, a and b offset 0x8000). */
function lab16(xyz: Rgb): number[] {
  const [x, y, z] = xyz.map((v, i) => f(v / (D50[i] ?? 1))) as unknown as Rgb
  const clamp = (v: number): number => Math.min(65535, Math.max(0, Math.round(v)))
  return [clamp((116 * y - 16) * 652.8), clamp((500 * (x - y) + 128) * 256), clamp((200 * (y - z) + 128) * 256)]
}

function xyzOfLab(l: number, a: number, b: number): Rgb {
  const y = (l + 16) / 116
  return [finv(y + a / 500) * D50[0], finv(y) * D50[1], finv(y - b / 200) * D50[2]]
}

const GRID = 17

function lut16(values: (a: number, b: number, c: number) => readonly number[]): number[] {
  const line = [...u16(0), ...u16(65535)]
  const out: number[] = [
    ...ascii('mft2'),
    ...u32(0),
    3,
    3,
    GRID,
    0,
    ...[1, 0, 0, 0, 1, 0, 0, 0, 1].flatMap(s15f16),
    ...u16(2),
    ...u16(2),
    ...line,
    ...line,
    ...line,
  ]
  for (let i = 0; i < GRID; i++)
    for (let j = 0; j < GRID; j++)
      for (let k = 0; k < GRID; k++)
        for (const v of values(i / (GRID - 1), j / (GRID - 1), k / (GRID - 1))) out.push((v >> 8) & 255, v & 255)
  out.push(...line, ...line, ...line)
  return out
}

/** An RGB printer profile (`prtr`, Lab) of a simple printer: tables both ways from one model. */
export function printerProfile(name: string, model: PrinterModel): Uint8Array {
  const a2b = lut16((r, g, b) => lab16(toXyz([r, g, b], model)))
  const b2a = lut16((l, a, b) => {
    // the ICC version 2 encoding of Lab in 0..1: 1 is 65535
    const xyz = xyzOfLab((l * 65535) / 652.8, (a * 65535) / 256 - 128, (b * 65535) / 256 - 128)
    return fromXyz(xyz, model).map((v) => Math.round(v * 65535))
  })
  return assemble('prtr', 'RGB ', 'Lab ', [
    ['desc', descTag(name)],
    ['cprt', textTag('No rights reserved.')],
    ['wtpt', xyzTag(D50)],
    ['A2B0', a2b],
    ['A2B1', a2b],
    ['B2A0', b2a],
    ['B2A1', b2a],
  ])
}
