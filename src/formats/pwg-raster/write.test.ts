import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { unpackRows } from '../../../test/raster-reader'
import { bytesPerRow, type RasterPage, RowPacker, rasterHeader, SYNC_WORD } from './write'

const PAGE: RasterPage = {
  width: 8,
  height: 8,
  ppi: 360,
  colour: 'srgb',
  bits: 8,
  sizeName: 'iso_a4_210x297mm',
  mediaType: 'lustre',
  printQuality: 4,
}

const unpack = (packed: Uint8Array, page: RasterPage): readonly (readonly number[])[] =>
  unpackRows(packed, page.width, bytesPerRow(page) / page.width).map((row) => [...row])

function packAll(rows: readonly Uint8Array[], page: RasterPage): Uint8Array {
  const packer = new RowPacker(page)
  const out: Uint8Array[] = []
  for (const row of rows) {
    const packed = packer.row(row)
    if (packed) out.push(packed.slice())
  }
  const last = packer.end()
  if (last) out.push(last.slice())
  return Buffer.concat(out)
}

describe('PWG raster', () => {
  it('begins with its sync word', () => {
    expect(Buffer.from(SYNC_WORD).toString('latin1')).toBe('RaS2')
  })
  it('has each figure of the page where PWG 5102.4 puts it', () => {
    const h = Buffer.from(rasterHeader({ ...PAGE, width: 2976, height: 4209, bits: 16 }))
    expect(h).toHaveLength(1796)
    expect(h.toString('latin1', 0, 9)).toBe('PwgRaster')
    expect(h.toString('latin1', 128, 134)).toBe('lustre')
    expect([276, 280].map((at) => h.readUInt32BE(at))).toEqual([360, 360])
    expect(h.readUInt32BE(340)).toBe(1) // copies
    expect([352, 356].map((at) => h.readUInt32BE(at))).toEqual([595, 842]) // points
    expect([372, 376].map((at) => h.readUInt32BE(at))).toEqual([2976, 4209])
    expect([384, 388, 392].map((at) => h.readUInt32BE(at))).toEqual([16, 48, 2976 * 6])
    expect(h.readUInt32BE(396)).toBe(0) // chunky
    expect(h.readUInt32BE(480)).toBe(0xffffff) // white where nothing is printed
    expect(h.readUInt32BE(400)).toBe(19) // srgb
    expect(h.readUInt32BE(420)).toBe(3)
    expect(h.readUInt32BE(452)).toBe(1)
    expect([456, 460].map((at) => h.readInt32BE(at))).toEqual([1, 1])
    expect(h.readUInt32BE(484)).toBe(4)
    expect(h.toString('latin1', 1732, 1748)).toBe('iso_a4_210x297mm')
  })
  it.each([
    ['rgb', 1, 3],
    ['black', 3, 1],
    ['sgray', 18, 1],
    ['srgb', 19, 3],
  ] as const)('%s is colour space %i with %i colours', (colour, space, colours) => {
    const h = Buffer.from(rasterHeader({ ...PAGE, colour }))
    expect([h.readUInt32BE(400), h.readUInt32BE(420)]).toEqual([space, colours])
  })
  it('packs the standard’s kind of row: eight white pixels twice are six octets', () => {
    const white = new Uint8Array(24).fill(255)
    expect([...packAll([white, white], PAGE)]).toEqual([1, 7, 255, 255, 255])
  })
  it('writes literal pixels with 257 less their count, and a single one as a run of one', () => {
    const page = { ...PAGE, colour: 'sgray' as const, width: 4 }
    expect([...packAll([Uint8Array.of(1, 2, 3, 4)], page)]).toEqual([0, 253, 1, 2, 3, 4])
    expect([...packAll([Uint8Array.of(9, 9, 9, 5)], page)]).toEqual([0, 2, 9, 0, 5])
  })
  it('counts at most 256 equal rows in one', () => {
    const page = { ...PAGE, colour: 'sgray' as const, width: 2 }
    const rows = Array.from({ length: 600 }, () => Uint8Array.of(7, 7))
    expect([...packAll(rows, page)]).toEqual([255, 1, 7, 255, 1, 7, 87, 1, 7])
  })
  it('comes back pixel for pixel, in any depth and colour', () => {
    fc.assert(
      fc.property(
        fc.constantFrom('rgb', 'sgray', 'srgb', 'black'),
        fc.constantFrom(8 as const, 16 as const),
        fc.integer({ min: 1, max: 300 }),
        fc.integer({ min: 1, max: 5 }),
        fc.infiniteStream(fc.integer({ min: 0, max: 3 })),
        (colour, bits, width, height, values) => {
          const page: RasterPage = { ...PAGE, colour, bits, width, height }
          const rows = Array.from({ length: height }, () =>
            Uint8Array.from({ length: bytesPerRow(page) }, () => values.next().value ?? 0),
          )
          expect(unpack(packAll(rows, page), page)).toEqual(rows.map((r) => [...r]))
        },
      ),
      { numRuns: 120 },
    )
  })
})
