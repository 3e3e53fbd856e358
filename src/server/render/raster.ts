import sharp from 'sharp'
import { UM_PER_INCH } from '@/core/length/length'
import type { Mark, Page, PageItem, PicturePart } from '@/core/page/page'
import { absurd } from '@/core/result/result'
import {
  bytesPerRow,
  channelsOf,
  type RasterPage,
  RowPacker,
  rasterHeader,
  SYNC_WORD,
} from '@/formats/pwg-raster/write'
import { bigEndian } from './big-endian'
import { type Letters, lettersOf } from './letters'
import type { OpenPicture } from './open-picture'
import { mappingOf, Resampler, storedCrop } from './resample'
import { through } from './stages'

/** A picture that a page shows: decoded on disk, with the stages that its numbers go through. */
export type RasterPicture = Pick<OpenPicture, 'raw' | 'size' | 'orientation' | 'stages'>

/** About this much of source and lines is held at a time. */
const BAND_BYTES = 24_000_000
const MOST_BAND = 256
/** Packed rows are handed on in pieces of about this size. */
const CHUNK = 1 << 18

type Samples = Uint8Array | Uint16Array

/** Pixels of a page at a resolution. A page is never cut: its last pixel may reach over its edge. */
export const pixelsOf = (um: number, ppi: number): number => Math.max(1, Math.round((um * ppi) / UM_PER_INCH))

/**
 * A page as PWG Raster, a band of rows at a time: pictures resampled by the page's own matrix, edges of windows and
 * marks by the share of the pixel that they cover, so that a tenth of a millimetre is kept at any resolution.
 * @param told how far it is, 0..1
 */
export async function* pwgRaster(
  page: Page,
  pictures: ReadonlyMap<string, RasterPicture>,
  head: RasterPage,
  told: (part: number) => void = () => {},
): AsyncGenerator<Uint8Array> {
  yield SYNC_WORD
  yield rasterHeader(head)
  const packer = new RowPacker(head)
  const row = bytesPerRow(head)
  const chunk = new Gather()
  for await (const { rows, samples } of bands(page, pictures, head)) {
    const bytes = bigEndian(samples)
    for (let y = 0; y < rows.count; y++) {
      const packed = packer.row(bytes.subarray(y * row, (y + 1) * row))
      if (packed) chunk.add(packed)
      if (chunk.size >= CHUNK) yield chunk.take()
    }
    await breathe()
    told((rows.from + rows.count) / head.height)
  }
  const last = packer.end()
  if (last) chunk.add(last)
  if (chunk.size > 0) yield chunk.take()
}

/** Lets what waits in this process go on: other printers, cancelling, news. */
const breathe = (): Promise<void> => new Promise((resolve) => setImmediate(resolve))

/** Samples of the best JPEG that still is one. */
const JPEG_QUALITY = 96

/**
 * A page as one JPEG with its density, for printers that take nothing else: sRGB or grey in 8 bits, colour not
 * subsampled. The page is held whole.
 */
export async function* jpegPage(
  page: Page,
  pictures: ReadonlyMap<string, RasterPicture>,
  head: RasterPage,
  told: (part: number) => void = () => {},
): AsyncGenerator<Uint8Array> {
  const channels = channelsOf(head.colour)
  const whole = Buffer.alloc(head.width * head.height * channels)
  for await (const { rows, samples } of bands(page, pictures, head)) {
    whole.set(samples, rows.from * head.width * channels)
    await breathe()
    told((0.9 * (rows.from + rows.count)) / head.height)
  }
  yield await sharp(whole, { raw: { width: head.width, height: head.height, channels } })
    .withMetadata({ density: head.ppi })
    .jpeg({ quality: JPEG_QUALITY, chromaSubsampling: '4:4:4', optimiseCoding: false })
    .toBuffer()
  told(1)
}

class Gather {
  private pieces: Uint8Array[] = []
  size = 0
  add(piece: Uint8Array): void {
    this.pieces.push(piece.slice())
    this.size += piece.length
  }
  take(): Uint8Array {
    const all = Buffer.concat(this.pieces, this.size)
    this.pieces = []
    this.size = 0
    return all
  }
}

type Band = { readonly rows: { readonly from: number; readonly count: number }; readonly samples: Samples }

/** The page's samples, band by band from the lead; white where nothing is. */
export async function* bands(
  page: Page,
  pictures: ReadonlyMap<string, RasterPicture>,
  head: RasterPage,
): AsyncGenerator<Band> {
  const channels = channelsOf(head.colour)
  const px = head.ppi / UM_PER_INCH
  const draws: Draw[] = []
  for (const item of page.items) draws.push(await drawOf(item, pictures, head, px))
  const perRow = Math.max(head.width * channels * 4, ...draws.map((d) => d.bytesPerRow))
  const step = Math.max(8, Math.min(MOST_BAND, Math.floor(BAND_BYTES / perRow)))
  const white = head.bits === 16 ? 65_535 : 255
  for (let from = 0; from < head.height; from += step) {
    const count = Math.min(step, head.height - from)
    const n = count * head.width * channels
    const samples: Samples = head.bits === 16 ? new Uint16Array(n) : new Uint8Array(n)
    samples.fill(white)
    const canvas: Canvas = { samples, from, count, width: head.width, channels, white }
    for (const draw of draws) draw.into(canvas)
    if (head.colour === 'black') for (let i = 0; i < n; i++) samples[i] = white - (samples[i] as number)
    yield { rows: { from, count }, samples }
  }
}

/** One item of the page, ready to be drawn band by band; items are drawn in their order, one on the other. */
type Draw = { readonly bytesPerRow: number; readonly into: (canvas: Canvas) => void }

async function drawOf(
  item: PageItem,
  pictures: ReadonlyMap<string, RasterPicture>,
  head: RasterPage,
  px: number,
): Promise<Draw> {
  switch (item.kind) {
    case 'picture':
      return pictureDraw(item, pictures, head)
    case 'mark':
      return { bytesPerRow: 0, into: (canvas) => drawMark(canvas, item, px) }
    case 'text': {
      const letters = await lettersOf(item, head.ppi)
      return { bytesPerRow: 0, into: (canvas) => letters && drawLetters(canvas, letters) }
    }
    default:
      return absurd(item)
  }
}

type Canvas = {
  readonly samples: Samples
  readonly from: number
  readonly count: number
  readonly width: number
  readonly channels: 1 | 3
  readonly white: number
}

/** How much of pixel i lies between two places, 0..1. */
const share = (i: number, from: number, to: number): number =>
  Math.min(1, Math.max(0, Math.min(i + 1, to) - Math.max(i, from)))

function pictureDraw(part: PicturePart, pictures: ReadonlyMap<string, RasterPicture>, head: RasterPage) {
  const picture = pictures.get(part.pictureId)
  if (!picture) throw new Error(`the page shows picture ${part.pictureId}, which was not given`)
  const { raw, size, orientation, stages } = picture
  const px = head.ppi / UM_PER_INCH
  const window = {
    x0: Math.max(0, part.window.x * px),
    x1: Math.min(head.width, (part.window.x + part.window.w) * px),
    y0: Math.max(0, part.window.y * px),
    y1: Math.min(head.height, (part.window.y + part.window.h) * px),
  }
  const [x0, x1] = [Math.floor(window.x0), Math.ceil(window.x1 - 1e-9)]
  const stored = { width: raw.width, height: raw.height }
  const map = mappingOf(part, size, orientation, stored, head.ppi)
  const crop = storedCrop(part, size, orientation, stored)
  const resampler = new Resampler(raw, map, crop, x0, x1)
  const across = map.swapped ? crop.down[1] - crop.down[0] : crop.across[1] - crop.across[0]
  const fine = Math.max(1, Math.abs(map.y.scale))
  const coverX = Float32Array.from({ length: x1 - x0 }, (_, i) => share(x0 + i, window.x0, window.x1))
  const most = (stages.at(-1)?.bytes ?? raw.bytes) === 2 ? 65_535 : 255
  return {
    bytesPerRow: fine * (across * raw.channels * raw.bytes + (x1 - x0) * raw.channels * 4),
    into(canvas: Canvas): void {
      const a = Math.max(canvas.from, Math.floor(window.y0))
      const b = Math.min(canvas.from + canvas.count, Math.ceil(window.y1 - 1e-9))
      if (b <= a || x1 <= x0) return
      const band = resampler.band(a, b)
      const values = through(stages, band)
      const channels = stages.at(-1)?.channels ?? raw.channels
      const scale = canvas.white / most
      const plain = channels === canvas.channels && scale === 1
      for (let y = a; y < b; y++) {
        const coverY = share(y, window.y0, window.y1)
        const row = (y - canvas.from) * canvas.width
        if (plain && coverY >= 1) {
          // whole pixels are taken as they are; only the two at the ends can be covered in part
          const line = values.subarray((y - a) * (x1 - x0) * channels, (y - a + 1) * (x1 - x0) * channels)
          const ends = [0, x1 - x0 - 1].map((i) => ({
            i,
            under: canvas.samples.slice((row + x0 + i) * channels, (row + x0 + i + 1) * channels),
          }))
          canvas.samples.set(line, (row + x0) * channels)
          for (const { i, under } of ends) {
            const cover = coverX[i] as number
            for (let c = 0; c < channels && cover < 1; c++) {
              const v = line[i * channels + c] as number
              const q = (row + x0 + i) * channels + c
              canvas.samples[q] = mixed(under[c] as number, v, cover)
            }
          }
          continue
        }
        for (let i = 0; i < x1 - x0; i++) {
          const cover = coverY * (coverX[i] as number)
          const p = ((y - a) * (x1 - x0) + i) * channels
          const q = (row + x0 + i) * canvas.channels
          for (let c = 0; c < canvas.channels; c++) {
            const v = (values[p + (channels === 3 ? c : 0)] as number) * scale
            canvas.samples[q + c] = mixed(canvas.samples[q + c] as number, v, cover)
          }
        }
      }
    },
  }
}

/** What lies on top by the share of the pixel that it covers, over what is there. */
const mixed = (under: number, over: number, cover: number): number =>
  (cover >= 1 ? over : under + cover * (over - under)) + 0.5

/** Lays ink of a device grey over the share of a pixel that it covers. */
function ink(canvas: Canvas, x: number, y: number, cover: number, black = 1): void {
  const q = ((y - canvas.from) * canvas.width + x) * canvas.channels
  const over = canvas.white * (1 - black)
  for (let c = 0; c < canvas.channels; c++) canvas.samples[q + c] = mixed(canvas.samples[q + c] as number, over, cover)
}

function drawMark(canvas: Canvas, { rect, black }: Mark, px: number): void {
  const [x0, x1, y0, y1] = [rect.x * px, (rect.x + rect.w) * px, rect.y * px, (rect.y + rect.h) * px]
  const a = Math.max(canvas.from, Math.floor(y0))
  const b = Math.min(canvas.from + canvas.count, Math.ceil(y1))
  for (let y = a; y < b; y++)
    for (let x = Math.max(0, Math.floor(x0)); x < Math.min(canvas.width, Math.ceil(x1)); x++)
      ink(canvas, x, y, share(x, x0, x1) * share(y, y0, y1), black)
}

function drawLetters(canvas: Canvas, line: Letters): void {
  const a = Math.max(canvas.from, line.y)
  const b = Math.min(canvas.from + canvas.count, line.y + line.height)
  for (let y = a; y < b; y++)
    for (let i = 0; i < line.width; i++) {
      const cover = line.ink[(y - line.y) * line.width + i] as number
      const x = line.x + i
      if (cover > 0 && x >= 0 && x < canvas.width) ink(canvas, x, y, cover / 255)
    }
}
