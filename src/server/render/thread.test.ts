import type { Worker } from 'node:worker_threads'
import sharp from 'sharp'
import { describe, expect, it, vi } from 'vitest'
import { um } from '@/core/length/length'
import { fedSheet, sheetRect } from '@/core/sheet/sheet'
import { put } from '../../../test/pictures'
import { readRaster } from '../../../test/raster-reader'
import { folder } from '../../../test/room'
import type { PictureFile } from './picture-file'
import { pdfInThread, rasterInThread, Stopped } from './thread'
import { makePdf, openRaster, type PdfWork, type RasterWork } from './work'

const started = vi.hoisted((): Worker[] => [])
vi.mock('node:worker_threads', async (real) => {
  const there = await real<typeof import('node:worker_threads')>()
  return {
    ...there,
    Worker: class extends there.Worker {
      constructor(...args: ConstructorParameters<typeof Worker>) {
        super(...args)
        started.push(this)
      }
    },
  }
})

const SHEET = fedSheet(um(50_800), um(76_200), 'short')

/** A page of one picture, as it is given to the thread. */
async function pageOf(width = 60, height = 80): Promise<RasterWork> {
  const bytes = await sharp({ create: { width, height, channels: 3, background: { r: 200, g: 40, b: 90 } } })
    .jpeg({ quality: 95 })
    .toBuffer()
  const file: PictureFile = {
    ...{ path: put(folder(), 'p.jpg', bytes), mime: 'image/jpeg', name: 'p.jpg', width, height, orientation: 1 },
    ...{ grey: false, bits: 8, page: 0, tagged: false },
  }
  return {
    kind: 'raster',
    page: {
      sheet: SHEET,
      trim: sheetRect(SHEET),
      items: [
        {
          ...{ kind: 'picture', pictureId: 'p', quarter: 0, mirror: false, crop: { x: 0, y: 0, w: width, h: height } },
          ...{ full: sheetRect(SHEET), window: sheetRect(SHEET) },
        },
      ],
    },
    pictures: [{ id: 'p', file, convert: 'nothing' }],
    target: null,
    curve: null,
    grey: null,
    head: {
      ...{ width: 200, height: 300, ppi: 100, colour: 'srgb', bits: 8, sizeName: 'x', mediaType: 'm' },
      printQuality: 4,
    },
    format: 'image/pwg-raster',
  }
}
const never = new AbortController().signal
async function whole(stream: AsyncGenerator<Uint8Array>): Promise<Buffer> {
  const all: Uint8Array[] = []
  for await (const piece of stream) all.push(piece)
  return Buffer.concat(all)
}

describe('pages that are made in the other thread', () => {
  it('are what this thread would make, piece by piece', async () => {
    const work = await pageOf()
    const parts: number[] = []
    const there = await rasterInThread(work, never)
    const here = await openRaster(work)
    if (!there.ok || !here.ok) throw new Error('not opened')
    const [a, b] = [await whole(there.value.stream((p) => parts.push(p))), await whole(here.value.stream(() => {}))]
    there.value.close()
    here.value.close()
    expect(a.equals(b)).toBe(true)
    expect(readRaster(a).at(100, 150)[0]).toBeGreaterThan(180)
    expect(parts.at(-1)).toBe(1)
  })
  it('files too', async () => {
    const { page, pictures, target } = await pageOf()
    const about = { title: 't', subject: 's', madeFor: null }
    const work: PdfWork = { kind: 'pdf', page, pictures, target, curve: null, grey: null, about }
    const [there, here] = [await pdfInThread(work, () => {}, never), await makePdf(work, () => {})]
    if (!there.ok || !here.ok) throw new Error('not made')
    expect(Buffer.from(there.value).equals(Buffer.from(here.value))).toBe(true)
  })
  it('a file that is none is the same problem there as here', async () => {
    const work = await pageOf()
    const [shown] = work.pictures
    if (!shown) throw new Error('no picture')
    const broken = { ...shown, file: { ...shown.file, path: put(folder(), 'p.jpg', Buffer.from('no picture')) } }
    expect(await rasterInThread({ ...work, pictures: [broken] }, never)).toMatchObject({
      ok: false,
      problem: { code: 'file_broken', name: 'p.jpg' },
    })
  })
  it('what is stopped ends at once, and what comes after it is made all the same', async () => {
    const stop = new AbortController()
    const large = rasterInThread(await pageOf(4000, 5000), stop.signal)
    setTimeout(() => stop.abort(), 5)
    const began = performance.now()
    await expect(large).rejects.toBeInstanceOf(Stopped)
    expect(performance.now() - began).toBeLessThan(1000)
    await expect(rasterInThread(await pageOf(), AbortSignal.abort())).rejects.toBeInstanceOf(Stopped)
    const after = await rasterInThread(await pageOf(), never)
    expect(after.ok).toBe(true)
    if (after.ok) after.value.close()
  })
  it('two at once do not mix', async () => {
    const [one, two] = await Promise.all([
      rasterInThread(await pageOf(), never),
      rasterInThread(await pageOf(30, 40), never),
    ])
    if (!one.ok || !two.ok) throw new Error('not opened')
    const [a, b] = await Promise.all([whole(one.value.stream(() => {})), whole(two.value.stream(() => {}))])
    expect([readRaster(a).width, readRaster(b).height]).toEqual([200, 300])
    one.value.close()
    two.value.close()
  })
  it('a page whose thread broke between two pieces is said to be lost; closing it starts no other thread', async () => {
    const work = await pageOf(600, 800)
    const large: RasterWork = { ...work, head: { ...work.head, width: 4000, height: 6000, ppi: 2000 } }
    const there = await rasterInThread(large, never)
    if (!there.ok) throw new Error('not opened')
    const pieces = there.value.stream(() => {})
    expect((await pieces.next()).done).toBe(false)
    await started.at(-1)?.terminate()
    await expect(pieces.next()).rejects.toThrow('the thread that made this page ended')
    const threads = started.length
    await started.at(-1)?.terminate()
    there.value.close()
    expect(started.length).toBe(threads)
    const after = await rasterInThread(work, never)
    expect(after.ok).toBe(true)
    if (after.ok) after.value.close()
  })
})
