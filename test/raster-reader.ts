// Reads PWG Raster by the text of PWG 5102.4 alone: nothing of what writes it is used here.

export type ReadRaster = {
  readonly width: number
  readonly height: number
  readonly ppi: number
  readonly bits: number
  readonly channels: number
  /** the number of the colour space in the header */
  readonly space: number
  readonly sizeName: string
  readonly mediaType: string
  readonly quality: number
  /** a pixel's samples, 0..255 or 0..65535 */
  readonly at: (x: number, y: number) => readonly number[]
}

/** Unpacks rows: a count of equal rows, then groups of repeated or literal pixels. `pixel` is octets a pixel. */
export function unpackRows(packed: Uint8Array, width: number, pixel: number): readonly Uint8Array[] {
  const rows: Uint8Array[] = []
  let p = 0
  while (p < packed.length) {
    const times = (packed[p++] ?? 0) + 1
    const row = new Uint8Array(width * pixel)
    let x = 0
    while (x < row.length) {
      const code = packed[p++] ?? 0
      if (code < 128) {
        const one = packed.subarray(p, p + pixel)
        p += pixel
        for (let i = 0; i <= code; i++, x += pixel) row.set(one, x)
      } else {
        const count = (257 - code) * pixel
        row.set(packed.subarray(p, p + count), x)
        p += count
        x += count
      }
    }
    for (let i = 0; i < times; i++) rows.push(row)
  }
  return rows
}

/** A file of one page. @throws when it is not what the standard says */
export function readRaster(bytes: Uint8Array): ReadRaster {
  const file = Buffer.from(bytes)
  if (file.toString('latin1', 0, 4) !== 'RaS2') throw new Error('no sync word')
  const head = file.subarray(4, 4 + 1796)
  const words = (at: number): string => head.toString('latin1', at, at + 64).split('\0')[0] ?? ''
  const [width, height, bits] = [head.readUInt32BE(372), head.readUInt32BE(376), head.readUInt32BE(384)]
  const channels = head.readUInt32BE(420)
  const pixel = (bits / 8) * channels
  const rows = unpackRows(file.subarray(4 + 1796), width, pixel)
  if (rows.length !== height) throw new Error(`${rows.length} rows, ${height} said`)
  return {
    ...{ width, height, bits, channels },
    ppi: head.readUInt32BE(276),
    space: head.readUInt32BE(400),
    sizeName: words(1732),
    mediaType: words(128),
    quality: head.readUInt32BE(484),
    at: (x, y) => {
      const row = rows[y]
      if (!row || x >= width) throw new Error(`no pixel ${x}, ${y}`)
      return Array.from({ length: channels }, (_, c) => {
        const i = x * pixel + c * (bits / 8)
        return bits === 16 ? (row[i] ?? 0) * 256 + (row[i + 1] ?? 0) : (row[i] ?? 0)
      })
    },
  }
}
