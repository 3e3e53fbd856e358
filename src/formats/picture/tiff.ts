import { tiffDensity } from './density'
import type { ReadAt, TiffHeader, TiffPicture } from './types'

/** Pictures of one file, and entries of one directory, that are looked at. */
const MOST_PICTURES = 200
const MOST_ENTRIES = 4096

/** Octets of a field's type, TIFF 6.0 section 2 and the BigTIFF design. */
const SIZES: Readonly<Record<number, number>> = {
  1: 1,
  2: 1,
  3: 2,
  4: 4,
  5: 8,
  6: 1,
  7: 1,
  8: 2,
  9: 4,
  10: 8,
  11: 4,
  12: 8,
  16: 8,
  17: 8,
  18: 8,
}

type Numbers = {
  readonly u16: (b: Uint8Array, at: number) => number
  readonly u32: (b: Uint8Array, at: number) => number
  readonly big: (b: Uint8Array, at: number) => number
}

const numbers = (little: boolean): Numbers => {
  const view = (b: Uint8Array): DataView => new DataView(b.buffer, b.byteOffset, b.byteLength)
  return {
    u16: (b, at) => view(b).getUint16(at, little),
    u32: (b, at) => view(b).getUint32(at, little),
    big: (b, at) => Number(view(b).getBigUint64(at, little)),
  }
}

/** The directories of a TIFF or BigTIFF in their order; a chain that loops or leads out of the file ends there. */
export function readTiffHeader(read: ReadAt): TiffHeader | null {
  const head = read(0, 16)
  const order = String.fromCharCode(head[0] ?? 0, head[1] ?? 0)
  if ((order !== 'II' && order !== 'MM') || head.length < 8) return null
  const n = numbers(order === 'II')
  const magic = n.u16(head, 2)
  if ((magic !== 42 && magic !== 43) || (magic === 43 && head.length < 16)) return null
  const big = magic === 43
  const pictures: TiffPicture[] = []
  const seen = new Set<number>()
  let at = big ? n.big(head, 8) : n.u32(head, 4)
  while (at > 0 && !seen.has(at) && pictures.length < MOST_PICTURES) {
    seen.add(at)
    const counted = read(at, big ? 8 : 2)
    if (counted.length < (big ? 8 : 2)) break
    const count = big ? n.big(counted, 0) : n.u16(counted, 0)
    if (count > MOST_ENTRIES) break
    const [entry, from] = big ? [20, at + 8] : [12, at + 2]
    const table = read(from, count * entry + (big ? 8 : 4))
    if (table.length < count * entry) break
    pictures.push(pictureOf(fieldsOf(read, table, count, n, big)))
    const next = count * entry
    at = table.length >= next + (big ? 8 : 4) ? (big ? n.big(table, next) : n.u32(table, next)) : 0
  }
  return pictures.length > 0 ? { format: 'TIFF', pictures } : null
}

/** The first value, or few, of every numeric field. */
function fieldsOf(
  read: ReadAt,
  table: Uint8Array,
  count: number,
  n: Numbers,
  big: boolean,
): ReadonlyMap<number, readonly number[]> {
  const fields = new Map<number, readonly number[]>()
  for (let i = 0; i < count; i++) {
    const at = i * (big ? 20 : 12)
    const [tag, type] = [n.u16(table, at), n.u16(table, at + 2)]
    const size = SIZES[type]
    if (size === undefined || ![1, 2, 4, 8].includes(size) || type === 2) continue
    const values = Math.min(8, big ? n.big(table, at + 4) : n.u32(table, at + 4))
    const room = big ? 8 : 4
    const held = at + (big ? 12 : 8)
    const inline = (big ? n.big(table, at + 4) : n.u32(table, at + 4)) * size <= room
    const bytes = inline
      ? table.subarray(held, held + room)
      : read(big ? n.big(table, held) : n.u32(table, held), values * size)
    const one = (k: number): number =>
      type === 5
        ? n.u32(bytes, 8 * k) / n.u32(bytes, 8 * k + 4)
        : size === 1
          ? (bytes[k] ?? 0)
          : size === 2
            ? n.u16(bytes, 2 * k)
            : size === 4
              ? n.u32(bytes, 4 * k)
              : n.big(bytes, 8 * k)
    if (bytes.length >= values * size)
      fields.set(
        tag,
        Array.from({ length: values }, (_, k) => one(k)),
      )
  }
  return fields
}

const TAG = {
  subfile: 254,
  width: 256,
  height: 257,
  bits: 258,
  compression: 259,
  photometric: 262,
  samples: 277,
  rows: 278,
  planar: 284,
  tileWidth: 322,
  tileHeight: 323,
  sampleFormat: 339,
} as const

function pictureOf(fields: ReadonlyMap<number, readonly number[]>): TiffPicture {
  const one = (tag: number, otherwise: number): number => fields.get(tag)?.[0] ?? otherwise
  const [width, height] = [one(TAG.width, 0), one(TAG.height, 0)]
  const channels = one(TAG.samples, 1)
  const bits = Math.max(...(fields.get(TAG.bits) ?? [1]))
  const rows = Math.min(height, one(TAG.rows, height))
  const [across, down] = fields.has(TAG.tileWidth) ? [one(TAG.tileWidth, 0), one(TAG.tileHeight, 0)] : [width, rows]
  const together = one(TAG.planar, 1) === 2 ? 1 : channels
  return {
    width,
    height,
    bits,
    channels,
    sampleFormat: one(TAG.sampleFormat, 1),
    photometric: one(TAG.photometric, 1),
    compression: one(TAG.compression, 1),
    pieceBytes: Math.ceil((across * down * together * bits) / 8),
    reduced: (one(TAG.subfile, 0) & 1) === 1,
    density: tiffDensity(fields),
  }
}
