/** What a grey printer profile is made of. */
export type GreyProfile = {
  /** paper, printer, seal, day */
  readonly description: string
  /** CIE XYZ of the paper under D50, Y of the perfect white 1 */
  readonly paper: readonly [x: number, y: number, z: number]
  /** luminance relative to the paper for device values from 0 (full black) to 1 (paper), evenly spaced */
  readonly curve: readonly number[]
  readonly made: Date
}

const D50 = [0.9642, 1, 0.8249] as const // ICC.1:2001-04, 6.1.11: as the header has to have it
const HEADER = 128
const TAG = 12

/**
 * Writes a grey output profile: ICC.1:2001-04 (version 2.4), class `prtr`, space `GRAY`, connection space XYZ, with `kTRC`,
 * `wtpt`, description and copyright. Media-relative as the standard has it: device white is the paper.
 */
export function writeGreyProfile({ description, paper, curve, made }: GreyProfile): Uint8Array {
  const tags: readonly (readonly [string, Uint8Array])[] = [
    ['desc', textDescription(description)],
    ['cprt', textTag('No copyright: made by this room of its own print.')],
    ['wtpt', xyzTag(paper)],
    ['kTRC', curveTag(curve)],
  ]
  const padded = (n: number): number => Math.ceil(n / 4) * 4
  const table = HEADER + 4 + tags.length * TAG
  const size = table + tags.reduce((n, [, data]) => n + padded(data.length), 0)
  const bytes = new Uint8Array(size)
  const view = new DataView(bytes.buffer)
  view.setUint32(0, size)
  view.setUint32(8, 0x02400000)
  ascii(bytes, 12, 'prtrGRAYXYZ ')
  const day = [made.getUTCFullYear(), made.getUTCMonth() + 1, made.getUTCDate()]
  for (const [i, n] of [...day, made.getUTCHours(), made.getUTCMinutes(), made.getUTCSeconds()].entries())
    view.setUint16(24 + 2 * i, n)
  ascii(bytes, 36, 'acsp')
  for (const [i, v] of D50.entries()) view.setInt32(68 + 4 * i, fixed(v))
  view.setUint32(HEADER, tags.length)
  let at = table
  for (const [i, [name, data]] of tags.entries()) {
    const entry = HEADER + 4 + i * TAG
    ascii(bytes, entry, name)
    view.setUint32(entry + 4, at)
    view.setUint32(entry + 8, data.length)
    bytes.set(data, at)
    at += padded(data.length)
  }
  return bytes
}

const fixed = (v: number): number => Math.round(v * 65_536)

function ascii(bytes: Uint8Array, at: number, text: string): void {
  for (let i = 0; i < text.length; i++) {
    const code = text.charCodeAt(i)
    bytes[at + i] = code < 128 ? code : 0x3f
  }
}

/** textDescriptionType (6.5.17): the words in ASCII, in UTF-16, and no Macintosh script. */
function textDescription(text: string): Uint8Array {
  const ascii8 = text.length + 1
  const bytes = new Uint8Array(12 + ascii8 + 8 + 2 * (text.length + 1) + 2 + 1 + 67)
  const view = new DataView(bytes.buffer)
  ascii(bytes, 0, 'desc')
  view.setUint32(8, ascii8)
  ascii(bytes, 12, text)
  const wide = 12 + ascii8
  view.setUint32(wide + 4, text.length + 1)
  for (let i = 0; i < text.length; i++) view.setUint16(wide + 8 + 2 * i, text.charCodeAt(i))
  return bytes
}

function textTag(text: string): Uint8Array {
  const bytes = new Uint8Array(8 + text.length + 1)
  ascii(bytes, 0, 'text')
  ascii(bytes, 8, text)
  return bytes
}

function xyzTag(xyz: readonly number[]): Uint8Array {
  const bytes = new Uint8Array(20)
  const view = new DataView(bytes.buffer)
  ascii(bytes, 0, 'XYZ ')
  for (const [i, v] of xyz.entries()) view.setInt32(8 + 4 * i, fixed(v))
  return bytes
}

/** curveType (6.5.3): evenly spaced samples in 16 bits. */
function curveTag(curve: readonly number[]): Uint8Array {
  const bytes = new Uint8Array(12 + 2 * curve.length)
  const view = new DataView(bytes.buffer)
  ascii(bytes, 0, 'curv')
  view.setUint32(8, curve.length)
  for (const [i, v] of curve.entries()) view.setUint16(12 + 2 * i, Math.round(65_535 * Math.min(1, Math.max(0, v))))
  return bytes
}
