/**
 * PWG Raster (PWG 5102.4-2012): the sync word, then for each page a header of 1796 octets and its rows, compressed by
 * runs of pixels. Big-endian throughout.
 */

/** Colour spaces by their number in the header (PWG 5102.4, table 4 and its extension). */
const COLOUR_SPACE = { rgb: 1, black: 3, sgray: 18, srgb: 19 } as const

/** `rgb` and `black` are the printer's own device values, `srgb` and `sgray` are colorimetric and say so. */
export type RasterColour = keyof typeof COLOUR_SPACE

export type RasterPage = {
  /** px */
  readonly width: number
  readonly height: number
  readonly ppi: number
  readonly colour: RasterColour
  readonly bits: 8 | 16
  /** PWG 5101.1 self-describing size name */
  readonly sizeName: string
  /** media-type keyword, at most 63 octets */
  readonly mediaType: string
  /** 0 the printer's own, 3 draft, 4 normal, 5 high */
  readonly printQuality: number
}

export const SYNC_WORD = Uint8Array.of(0x52, 0x61, 0x53, 0x32) // "RaS2"
const HEADER_BYTES = 1796

export const channelsOf = (colour: RasterColour): 1 | 3 => (colour === 'srgb' || colour === 'rgb' ? 3 : 1)

export const bytesPerRow = (page: RasterPage): number => page.width * channelsOf(page.colour) * (page.bits / 8)

/** The page's header. Offsets are those of PWG 5102.4, table 2. */
export function rasterHeader(page: RasterPage): Uint8Array {
  const header = new Uint8Array(HEADER_BYTES)
  const view = new DataView(header.buffer)
  const words = (at: number, value: string): void => {
    header.set(new TextEncoder().encode(value).subarray(0, 63), at)
  }
  const channels = channelsOf(page.colour)
  words(0, 'PwgRaster')
  words(128, page.mediaType)
  view.setUint32(276, page.ppi)
  view.setUint32(280, page.ppi)
  view.setUint32(340, 1) // NumCopies
  view.setUint32(352, Math.round((page.width / page.ppi) * 72)) // PageSize, points
  view.setUint32(356, Math.round((page.height / page.ppi) * 72))
  view.setUint32(372, page.width)
  view.setUint32(376, page.height)
  view.setUint32(384, page.bits) // BitsPerColor
  view.setUint32(388, page.bits * channels) // BitsPerPixel
  view.setUint32(392, bytesPerRow(page))
  view.setUint32(396, 0) // ColorOrder: chunky
  view.setUint32(400, COLOUR_SPACE[page.colour])
  view.setUint32(420, channels) // NumColors
  view.setUint32(452, 1) // TotalPageCount
  view.setInt32(456, 1) // CrossFeedTransform
  view.setInt32(460, 1) // FeedTransform
  view.setUint32(480, 0xffffff) // AlternatePrimary: white shows where nothing is printed
  view.setUint32(484, page.printQuality)
  words(1732, page.sizeName)
  return header
}

/** Rows in a run of equal ones, and pixels in a run: one octet less one each (PWG 5102.4, 4.3). */
const MOST_ROWS = 256
const MOST_REPEATED = 128
const MOST_LITERAL = 128

/**
 * Packs rows as they come: equal rows are counted, each row is written as runs of repeated and literal pixels.
 * `row` keeps nothing of what it is given; what it answers is valid until its next call.
 */
export class RowPacker {
  private readonly last: Uint8Array
  private held = 0
  private readonly out: Uint8Array
  private readonly bytesPerPixel: number
  private readonly width: number

  constructor(page: RasterPage) {
    const row = bytesPerRow(page)
    this.width = page.width
    this.bytesPerPixel = row / page.width
    this.last = new Uint8Array(row)
    this.out = new Uint8Array(1 + row + page.width) // at worst every pixel has its own count
  }

  /** Takes a row; answers the packed bytes of the rows before it once they differ, else null. */
  row(bytes: Uint8Array): Uint8Array | null {
    if (this.held > 0 && this.held < MOST_ROWS && same(bytes, this.last)) {
      this.held += 1
      return null
    }
    const before = this.held > 0 ? this.pack() : null
    this.last.set(bytes)
    this.held = 1
    return before
  }

  /** The rows still held. */
  end(): Uint8Array | null {
    if (this.held === 0) return null
    const packed = this.pack()
    this.held = 0
    return packed
  }

  private pack(): Uint8Array {
    const { last, out, width, bytesPerPixel: n } = this
    let o = 0
    out[o++] = this.held - 1
    let x = 0
    while (x < width) {
      let run = 1
      while (x + run < width && run < MOST_REPEATED && alike(last, (x + run - 1) * n, (x + run) * n, n)) run += 1
      if (run > 1) {
        out[o++] = run - 1
        for (let b = 0; b < n; b++) out[o++] = last[x * n + b] as number
        x += run
        continue
      }
      // literal pixels, up to where two are alike
      let end = x + 1
      while (end < width && end - x < MOST_LITERAL && !(end + 1 < width && alike(last, end * n, (end + 1) * n, n)))
        end += 1
      const count = end - x
      if (count === 1) out[o++] = 0
      else out[o++] = 257 - count
      for (let b = x * n; b < end * n; b++) out[o++] = last[b] as number
      x = end
    }
    return out.subarray(0, o)
  }
}

function alike(a: Uint8Array, p: number, q: number, n: number): boolean {
  if (a[p] !== a[q]) return false
  for (let i = 1; i < n; i++) if (a[p + i] !== a[q + i]) return false
  return true
}

function same(a: Uint8Array, b: Uint8Array): boolean {
  for (let i = 0; i < a.length; i++) if (a[i] !== b[i]) return false
  return true
}
