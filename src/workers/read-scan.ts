import { bad, ok, type Result } from '@/core/result/result'
import type { Encoding } from '@/core/tone/encoding'
import { findWedges } from '@/core/tone/find'
import { samplePatches } from '@/core/tone/sample'
import type { Scan } from '@/core/tone/scan'
import { sayWedgeFile } from '@/formats/cgats/say'
import { type WedgeFile, wedgeFromCgats } from '@/formats/cgats/wedge'
import { statedEncoding } from '@/formats/picture/stated-encoding'
import type { Answered, Asked, SeenScan, Unreadable } from './scan-messages'

// Reads wedges beside the page: decodes a scan, finds what is on it, samples patches; reads files of instruments.

/** The copy that is shown is this large at most, px. */
const PREVIEW = 1400
/** A scan of an A3 sheet at 600 ppi has 70 million pixels. */
const MOST_PIXELS = 90_000_000

let last: Scan | null = null

const answer = (message: Answered): void => postMessage(message)

/** TIFF (TIFF 6.0) by its first octets. */
async function isTiff(file: Blob): Promise<boolean> {
  const [a, b, c, d] = new Uint8Array(await file.slice(0, 4).arrayBuffer())
  return (a === 0x49 && b === 0x49 && c === 42 && d === 0) || (a === 0x4d && b === 0x4d && c === 0 && d === 42)
}

const tooLarge = (width: number, height: number): Unreadable | null =>
  width * height > MOST_PIXELS
    ? { code: 'no_picture', why: `it has ${width} x ${height} pixels. Scan at 300 ppi: more tells nothing new` }
    : null

async function fromTiff(file: Blob): Promise<Result<Scan, Unreadable>> {
  const { decode, decodeImage, toRGBA8 } = await import('utif2')
  const bytes = await file.arrayBuffer()
  const [first] = decode(bytes)
  if (!first) return bad({ code: 'no_picture', why: 'no picture is in this TIFF' })
  decodeImage(bytes, first)
  const { width, height } = first
  const large = tooLarge(width, height)
  if (large) return bad(large)
  return ok({ width, height, data: toRGBA8(first), step: 4, most: 255 })
}

async function fromBitmap(file: Blob): Promise<Result<Scan, Unreadable>> {
  // numbers as they are in the file: a profile would be applied by the browser otherwise
  const bitmap = await createImageBitmap(file, { colorSpaceConversion: 'none', imageOrientation: 'from-image' })
  const { width, height } = bitmap
  const large = tooLarge(width, height)
  if (large) {
    bitmap.close()
    return bad(large)
  }
  const canvas = new OffscreenCanvas(width, height)
  const context = canvas.getContext('2d', { willReadFrequently: true, colorSpace: 'srgb' })
  if (!context) throw new Error('this browser draws nothing beside the page')
  context.drawImage(bitmap, 0, 0)
  bitmap.close()
  const { data } = context.getImageData(0, 0, width, height)
  return ok({ width, height, data, step: 4, most: 255 })
}

async function decoded(file: Blob): Promise<Result<Scan, Unreadable>> {
  try {
    return (await isTiff(file)) ? await fromTiff(file) : await fromBitmap(file)
  } catch {
    return bad({ code: 'no_picture', why: 'it cannot be decoded. Save the scan as JPEG, PNG or TIFF' })
  }
}

/** A small copy as a file, every so many pixels. */
async function previewOf({ width, height, data }: Scan): Promise<Blob> {
  const by = Math.max(1, Math.ceil(Math.max(width, height) / PREVIEW))
  const [w, h] = [Math.floor(width / by), Math.floor(height / by)]
  const small = new Uint8ClampedArray(w * h * 4)
  for (let y = 0; y < h; y++)
    for (let x = 0; x < w; x++) {
      const from = (y * by * width + x * by) * 4
      const to = (y * w + x) * 4
      for (let c = 0; c < 3; c++) small[to + c] = data[from + c] as number
      small[to + 3] = 255
    }
  const canvas = new OffscreenCanvas(w, h)
  canvas.getContext('2d')?.putImageData(new ImageData(small, w, h), 0, 0)
  return canvas.convertToBlob({ type: 'image/jpeg', quality: 0.85 })
}

/** What describes a picture's colours stands in its beginning. */
const BEGINNING = 400_000

/** What the file itself says of its encoding. */
async function statedOf(file: Blob): Promise<Encoding | null> {
  const bytes = new Uint8Array(await file.slice(0, BEGINNING).arrayBuffer())
  return statedEncoding(bytes, async (packed) => {
    const stream = new Blob([packed as Uint8Array<ArrayBuffer>])
      .stream()
      .pipeThrough(new DecompressionStream('deflate'))
    return new Uint8Array(await new Response(stream).arrayBuffer())
  })
}

async function look(file: Blob): Promise<Result<SeenScan, Unreadable>> {
  const scan = await decoded(file)
  if (!scan.ok) return scan
  last = scan.value
  const { width, height } = scan.value
  const found = findWedges(scan.value)
  return ok({ width, height, found, preview: await previewOf(scan.value), stated: await statedOf(file) })
}

function fileResult(bytes: Uint8Array, steps: number): Result<WedgeFile, string> {
  const read = wedgeFromCgats(bytes, steps)
  return read.ok ? read : bad(sayWedgeFile(read.problem))
}

addEventListener('message', ({ data: asked }: MessageEvent<Asked>) => {
  const does = async (): Promise<void> => {
    switch (asked.does) {
      case 'scan':
        return answer({ id: asked.id, is: 'seen', result: await look(asked.file) })
      case 'sample': {
        if (!last) throw new Error('no scan was read yet')
        const patches = samplePatches(last, asked.corners, asked.steps, asked.columns, asked.encoding)
        return answer({ id: asked.id, is: 'sampled', patches })
      }
      case 'cgats':
        return answer({ id: asked.id, is: 'file', result: fileResult(asked.bytes, asked.steps) })
      default:
        return asked satisfies never
    }
  }
  does().catch((error: unknown) => {
    // reaches the page as an error event, and whoever waits is told
    setTimeout(() => {
      throw error
    })
  })
})
