import { closeSync, openSync, writeSync } from 'node:fs'

/** One picture of a TIFF that is written by hand: uncompressed, one strip, every sample of one value. */
export type TiffPart = {
  readonly width: number
  readonly height: number
  readonly value?: number
  readonly samples?: number
  readonly bits?: number
  readonly photometric?: number
  readonly format?: number
  readonly reduced?: boolean
  readonly compression?: number
}

type Entry = readonly [tag: number, type: number, count: number, value: number]

/** A directory with no other behind it (TIFF 6.0, section 2). */
function directoryOf(entries: readonly Entry[]): Buffer {
  const directory = Buffer.alloc(2 + 12 * entries.length + 4)
  directory.writeUInt16LE(entries.length, 0)
  entries.forEach(([tag, type, count, value], i) => {
    directory.writeUInt16LE(tag, 2 + 12 * i)
    directory.writeUInt16LE(type, 4 + 12 * i)
    directory.writeUInt32LE(count, 6 + 12 * i)
    directory.writeUInt32LE(value, 10 + 12 * i)
  })
  return directory
}

/** Writes a large uncompressed RGB picture of one tone a row at a time: no encoder holds it. */
export function writeLargeTiff(path: string, width: number, height: number, bits: 8 | 16, tone: number): void {
  const row = Buffer.alloc((width * 3 * bits) / 8, tone)
  const start = Buffer.alloc(14)
  start.write('II*\0', 0, 'latin1')
  start.writeUInt32LE(start.length, 4)
  for (let i = 0; i < 3; i++) start.writeUInt16LE(bits, 8 + 2 * i)
  const directory = (at: number): Buffer =>
    directoryOf([
      [256, 4, 1, width],
      [257, 4, 1, height],
      [258, 3, 3, 8],
      [259, 3, 1, 1],
      [262, 3, 1, 2],
      [273, 4, 1, at],
      [277, 3, 1, 3],
      [278, 4, 1, height],
      [279, 4, 1, row.length * height],
      [339, 3, 1, 1],
    ])
  const file = openSync(path, 'w')
  writeSync(file, Buffer.concat([start, directory(start.length + directory(0).length)]))
  for (let y = 0; y < height; y++) writeSync(file, row)
  closeSync(file)
}

/** A little-endian TIFF 6.0 of these pictures, in their order. */
export function tiffOf(parts: readonly TiffPart[]): Buffer {
  const pieces: Buffer[] = [Buffer.from('II*\0\0\0\0\0', 'latin1')]
  let at = 8
  let link = 4 // where the offset of the next directory is written
  let whole = Buffer.concat(pieces)
  for (const p of parts) {
    const { samples = 3, bits = 8 } = p
    const data = Buffer.alloc((p.width * p.height * samples * bits) / 8, p.value ?? 128)
    const bitsAt = at + data.length
    const bitTable = Buffer.alloc(2 * samples)
    for (let i = 0; i < samples; i++) bitTable.writeUInt16LE(bits, 2 * i)
    const entries: readonly Entry[] = [
      [254, 4, 1, p.reduced ? 1 : 0],
      [256, 4, 1, p.width],
      [257, 4, 1, p.height],
      [258, 3, samples, samples <= 2 ? bits | (samples === 2 ? bits << 16 : 0) : bitsAt],
      [259, 3, 1, p.compression ?? 1],
      [262, 3, 1, p.photometric ?? (samples >= 3 ? 2 : 1)],
      [273, 4, 1, at],
      [277, 3, 1, samples],
      [278, 4, 1, p.height],
      [279, 4, 1, data.length],
      [339, 3, 1, p.format ?? 1],
    ]
    const directory = directoryOf(entries)
    const directoryAt = bitsAt + bitTable.length
    whole = Buffer.concat([whole, data, bitTable, directory])
    whole.writeUInt32LE(directoryAt, link)
    link = directoryAt + directory.length - 4
    at = whole.length
  }
  return whole
}
