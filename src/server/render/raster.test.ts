import { readdirSync } from 'node:fs'
import { tmpdir } from 'node:os'
import sharp from 'sharp'
import { describe, expect, it } from 'vitest'
import { fromMm, type Um, um } from '@/core/length/length'
import type { Page, PageItem, PicturePart } from '@/core/page/page'
import { fedSheet, type Rect, sheetRect } from '@/core/sheet/sheet'
import type { RasterPage } from '@/formats/pwg-raster/write'
import { openConverter } from '@/server/imaging/convert'
import { matrixProfile, printerProfile, WIDE } from '../../../demo/icc'
import { gammaCurve, greyProfile } from '../../../test/icc'
import { put, quarters } from '../../../test/pictures'
import { type ReadRaster, readRaster } from '../../../test/raster-reader'
import { folder } from '../../../test/room'
import { pixelsOf, pwgRaster } from './raster'
import { RawFile } from './raw-file'
import { taps } from './resample'

// 50.8 x 76.2 mm at 100 ppi: 200 x 300 pixels, 0.254 mm each
const SHEET = fedSheet(um(50_800), um(76_200), 'short')
const PPI = 100
const px = (n: number): Um => um(n * 254)
const box = (x: number, y: number, w: number, h: number): Rect => ({ x: px(x), y: px(y), w: px(w), h: px(h) })

type Shot = {
  readonly bytes: Buffer
  readonly grey?: boolean
  readonly bits?: 8 | 16
  readonly orientation?: number
  readonly part?: Partial<PicturePart>
  readonly items?: readonly PageItem[]
  readonly head?: Partial<RasterPage>
  readonly convert?: { readonly target: Uint8Array | null; readonly channels: 1 | 3 }
}

const HEAD: RasterPage = {
  width: pixelsOf(SHEET.width, PPI),
  height: pixelsOf(SHEET.length, PPI),
  ppi: PPI,
  colour: 'srgb',
  bits: 8,
  sizeName: 'custom_x_50.8x76.2mm',
  mediaType: 'matte',
  printQuality: 4,
}

/** The picture of a shot on the page, as the printer reads it. */
async function raster(shot: Shot): Promise<ReadRaster> {
  const path = put(folder(), 'p', shot.bytes)
  const raw = await RawFile.open({ path, page: 0, grey: shot.grey ?? false, bits: shot.bits ?? 8, tagged: true })
  const orientation = shot.orientation ?? 1
  const lies = orientation >= 5
  const size = { width: lies ? raw.height : raw.width, height: lies ? raw.width : raw.height }
  const part: PicturePart = {
    kind: 'picture',
    pictureId: 'p',
    quarter: 0,
    mirror: false,
    full: box(20, 40, 120, 160),
    window: box(20, 40, 120, 160),
    crop: { x: 0, y: 0, w: size.width, h: size.height },
    ...shot.part,
  }
  const page: Page = { sheet: SHEET, trim: sheetRect(SHEET), items: [part, ...(shot.items ?? [])] }
  const head: RasterPage = { ...HEAD, ...shot.head }
  const opened = shot.convert
    ? await openConverter({
        source: raw.icc,
        target: shot.convert.target,
        intent: 'relative',
        blackPoint: true,
        bytes: raw.bytes,
        channels: shot.convert.channels,
      })
    : null
  if (opened && !opened.ok) throw new Error(opened.problem.broken)
  const stages = opened ? [opened.value] : []
  const chunks: Uint8Array[] = []
  for await (const chunk of pwgRaster(page, new Map([['p', { raw, size, orientation, stages }]]), head))
    chunks.push(chunk)
  for (const s of stages) s.close()
  raw.close()
  return readRaster(Buffer.concat(chunks))
}

const NAMES: Readonly<Record<string, string>> = { '100': 'red', '010': 'green', '001': 'blue', '111': 'white' }
const seen = (r: ReadRaster, x: number, y: number): string => {
  const near = r.at(x, y).map((v) => (v > 200 ? 1 : v < 60 ? 0 : 9))
  return NAMES[near.join('')] ?? near.join('')
}
/** The four corners of the print at 20..140 x 40..200, well inside: left top, right top, left bottom, right bottom. */
const corners = (r: ReadRaster): string =>
  [seen(r, 30, 50), seen(r, 130, 50), seen(r, 30, 190), seen(r, 130, 190)].join(' ')

const flat = (value: number, channels: 1 | 3 = 3, width = 60, height = 80): Promise<Buffer> =>
  sharp(Buffer.alloc(width * height * channels, value), { raw: { width, height, channels } })
    .toColourspace(channels === 1 ? 'b-w' : 'srgb')
    .png()
    .toBuffer()

describe('a page as PWG raster', () => {
  it('lays a picture where the page says, white around it', async () => {
    const r = await raster({ bytes: await quarters(300, 400) })
    expect([r.width, r.height, r.ppi, r.bits, r.channels, r.space, r.quality]).toEqual([200, 300, 100, 8, 3, 19, 4])
    expect([r.sizeName, r.mediaType]).toEqual(['custom_x_50.8x76.2mm', 'matte'])
    expect(corners(r)).toBe('red green blue white')
    expect(r.at(19, 60)).toEqual([255, 255, 255])
    expect(r.at(20, 60)).toEqual([255, 0, 0])
    expect(r.at(60, 39)).toEqual([255, 255, 255])
    expect(r.at(60, 40)).toEqual([255, 0, 0])
    expect(r.at(30, 199)).toEqual([0, 0, 255])
    expect(r.at(30, 200)).toEqual([255, 255, 255])
  })
  it.each([
    ['a quarter', 1, 'blue red white green'],
    ['half', 2, 'white blue green red'],
    ['three quarters', 3, 'green white red blue'],
  ] as const)('turned by %s', async (_name, quarter, want) => {
    expect(corners(await raster({ bytes: await quarters(300, 400), part: { quarter } }))).toBe(want)
  })
  it.each([
    [1, 'red green blue white'],
    [2, 'green red white blue'],
    [3, 'white blue green red'],
    [4, 'blue white red green'],
    [5, 'red blue green white'],
    [6, 'blue red white green'],
    [7, 'white green blue red'],
    [8, 'green white red blue'],
  ] as const)('the file’s own orientation %i is applied', async (orientation, want) => {
    const r = await raster({ bytes: await quarters(300, 400), orientation })
    expect(corners(r)).toBe(want)
  })
  it('mirrored for transfer paper', async () => {
    const r = await raster({ bytes: await quarters(300, 400), part: { mirror: true } })
    expect(corners(r)).toBe('green red white blue')
  })
  it('a crop shows its part alone, and nothing of its neighbours bleeds in', async () => {
    const r = await raster({ bytes: await quarters(300, 400), part: { crop: { x: 150, y: 0, w: 150, h: 200 } } })
    expect(corners(r)).toBe('green green green green')
    expect(r.at(20, 40)).toEqual([0, 255, 0])
    expect(r.at(139, 199)).toEqual([0, 255, 0])
  })
  it('a window clips what lies beyond it', async () => {
    const r = await raster({ bytes: await quarters(300, 400), part: { window: box(20, 40, 60, 80) } })
    expect(seen(r, 30, 50)).toBe('red')
    expect(seen(r, 79, 119)).toBe('red')
    expect([seen(r, 80, 50), seen(r, 30, 120)]).toEqual(['white', 'white'])
  })
  it('a print may reach over the page: only what lies on it is sent', async () => {
    const r = await raster({
      bytes: await quarters(300, 400),
      part: { full: box(-20, -30, 240, 360), window: box(-20, -30, 240, 360) },
    })
    expect([seen(r, 0, 0), seen(r, 199, 0), seen(r, 0, 299), seen(r, 199, 299)]).toEqual([
      'red',
      'green',
      'blue',
      'white',
    ])
    expect([seen(r, 98, 10), seen(r, 101, 10)]).toEqual(['red', 'green'])
  })
  it('keeps edges to a fraction of a pixel: half a pixel is half the ink', async () => {
    const at = { x: um(px(20) + 127), y: um(px(40) + 64), w: px(50), h: px(50) }
    const r = await raster({ bytes: await flat(0), part: { full: at, window: at } })
    expect(r.at(19, 60)).toEqual([255, 255, 255])
    expect(r.at(20, 60)[0]).toBeCloseTo(127.5, -0.5)
    expect(r.at(21, 60)).toEqual([0, 0, 0])
    expect(r.at(70, 60)[0]).toBeCloseTo(127.5, -0.5)
    expect(r.at(40, 40)[0]).toBeCloseTo(64, -0.5) // three quarters of this row are covered
    expect(r.at(40, 90)[0]).toBeCloseTo(191, -0.5)
  })
  it('flat tones stay what they are, enlarged or reduced', async () => {
    for (const [w, h] of [
      [7, 9],
      [60, 80],
      [1013, 1351],
    ] as const) {
      const r = await raster({ bytes: await flat(137, 3, w, h) })
      for (const [x, y] of [
        [20, 40],
        [77, 93],
        [139, 199],
      ] as const)
        expect(r.at(x, y), `${w} x ${h}`).toEqual([137, 137, 137])
    }
  })
  it('keeps 16 bits', async () => {
    const ramp = Uint16Array.from({ length: 120 * 160 }, (_, i) => 20_000 + (i % 120) * 300)
    const bytes = await sharp(ramp, { raw: { width: 120, height: 160, channels: 1 } })
      .toColourspace('grey16')
      .tiff({ compression: 'deflate' })
      .toBuffer()
    const r = await raster({ bytes, grey: true, bits: 16, head: { colour: 'sgray', bits: 16 } })
    expect([r.bits, r.channels, r.space]).toEqual([16, 1, 18])
    expect(r.at(20 + 40, 100)[0]).toBeCloseTo(32_000, -1)
    expect(r.at(20 + 41, 100)[0]).toBeCloseTo(32_300, -1)
    expect(r.at(0, 0)).toEqual([65_535])
  })
  it('8 bits go to a 16-bit page over its whole range, and back', async () => {
    const up = await raster({ bytes: await flat(64, 1), grey: true, head: { colour: 'sgray', bits: 16 } })
    expect(up.at(60, 100)).toEqual([64 * 257])
    const deep = await sharp(new Uint16Array(60 * 80).fill(64 * 257), { raw: { width: 60, height: 80, channels: 1 } })
      .toColourspace('grey16')
      .tiff({ compression: 'deflate' })
      .toBuffer()
    const down = await raster({ bytes: deep, grey: true, bits: 16, head: { colour: 'sgray' } })
    expect(down.at(60, 100)).toEqual([64])
  })
  it('a grey picture on a page of three channels has three equal ones', async () => {
    const r = await raster({ bytes: await flat(90, 1), grey: true, head: { colour: 'rgb' } })
    expect(r.space).toBe(1)
    expect(r.at(60, 100)).toEqual([90, 90, 90])
  })
  it('black as device ink counts the other way: white is nothing', async () => {
    const r = await raster({ bytes: await flat(90, 1), grey: true, head: { colour: 'black' } })
    expect(r.space).toBe(3)
    expect([r.at(0, 0), r.at(60, 100)]).toEqual([[0], [165]])
  })
  it('marks and letters are drawn to the fraction of a pixel', async () => {
    const r = await raster({
      bytes: await flat(255),
      items: [
        { kind: 'mark', rect: { x: px(10), y: um(px(250) + 127), w: px(100), h: px(1) } },
        { kind: 'text', text: 'lead', at: { x: px(10), y: px(240) }, height: fromMm(6) },
      ],
    })
    expect(r.at(50, 250)[0]).toBeCloseTo(128, -0.5)
    expect(r.at(50, 251)[0]).toBeCloseTo(128, -0.5)
    expect(r.at(50, 252)).toEqual([255, 255, 255])
    let dark = 0
    for (let y = 215; y < 242; y++) for (let x = 8; x < 60; x++) if ((r.at(x, y)[0] ?? 255) < 100) dark++
    expect(dark).toBeGreaterThan(60)
    // the l is the first letter: its stem begins near the text's own beginning and stands on the baseline
    expect(r.at(12, 236).concat(r.at(11, 236))[0]).toBeLessThan(160)
    expect(r.at(12, 243)).toEqual([255, 255, 255])
  })
  it('converts to a printer’s profile while it goes, band by band as in one piece', async () => {
    const profile = printerProfile('fen', { gamma: 2, black: 0.035, chroma: 0.82 })
    const r = await raster({
      bytes: await quarters(300, 400),
      head: { colour: 'rgb' },
      convert: { target: profile, channels: 3 },
    })
    expect(r.at(30, 50)).not.toEqual([255, 0, 0])
    expect(Math.min(...r.at(130, 190))).toBeGreaterThan(250)
    // the same tone on both sides of every seam between bands
    for (let y = 45; y < 110; y++) expect(r.at(40, y)).toEqual(r.at(30, 50))
  })
  it('a wide-gamut picture for a printer that does colour itself is brought to sRGB', async () => {
    const wide = matrixProfile('wide', WIDE, 2.2)
    const inWide = await sharp({
      create: { width: 60, height: 80, channels: 3, background: { r: 120, g: 160, b: 120 } },
    })
      .png()
      .toBuffer()
    const bytes = await sharp(inWide)
      .withIccProfile(put(folder(), 'wide.icc', wide), { attach: true })
      .png()
      .toBuffer()
    const plain = await raster({ bytes })
    const brought = await raster({ bytes, convert: { target: null, channels: 3 } })
    // the file holds other numbers for the same colour, and untouched they are what is sent
    expect(Math.abs((plain.at(60, 100)[0] ?? 0) - 120)).toBeGreaterThan(8)
    for (const [c, v] of [120, 160, 120].entries()) expect(brought.at(60, 100)[c]).toBeCloseTo(v, -0.5)
  })
  it('grey with a profile of its own is brought to sRGB, as preview and PDF show it', async () => {
    const grey = await sharp(Buffer.alloc(60 * 80, 100), { raw: { width: 60, height: 80, channels: 1 } })
      .jpeg({ quality: 100 })
      .toBuffer()
    const body = Buffer.concat([
      Buffer.from('ICC_PROFILE\0\x01\x01', 'latin1'),
      greyProfile('linear grey', gammaCurve(1)),
    ])
    const head = Buffer.from([0xff, 0xe2, (body.length + 2) >> 8, (body.length + 2) & 255])
    const bytes = Buffer.concat([grey.subarray(0, 2), head, body, grey.subarray(2)])
    const r = await raster({ bytes, grey: true, convert: { target: null, channels: 1 } })
    // 100 of 255 in linear light is 0.392; sRGB writes that as 168 (IEC 61966-2-1)
    for (const v of r.at(60, 100)) expect(Math.abs(v - 168)).toBeLessThanOrEqual(2)
  })
  it('lets what waits in the process go on between bands', async () => {
    let turns = 0
    const count = setInterval(() => turns++, 0)
    const page: Page = { sheet: fedSheet(um(1_000_000), um(1_000_000), 'short'), trim: sheetRect(SHEET), items: [] }
    const head = { ...HEAD, width: 6000, height: 6000 }
    for await (const piece of pwgRaster(page, new Map(), head)) expect(piece.length).toBeGreaterThan(0)
    clearInterval(count)
    expect(turns).toBeGreaterThan(5)
  })
  it('a broken picture is an error, and leaves nothing behind', async () => {
    const before = readdirSync(tmpdir()).filter((n) => n.startsWith('libreta-raster-')).length
    const whole = await sharp(await quarters(300, 400))
      .jpeg()
      .toBuffer()
    const path = put(folder(), 'p', whole.subarray(0, 400))
    await expect(RawFile.open({ path, page: 0, grey: false, bits: 8, tagged: true })).rejects.toThrow()
    expect(readdirSync(tmpdir()).filter((n) => n.startsWith('libreta-raster-')).length).toBe(before)
  })
  it('a picture that the page shows and nobody gave is a bug', async () => {
    const r = raster({ bytes: await flat(0), part: { pictureId: 'another' } })
    await expect(r).rejects.toThrow('another')
  })
})

describe('resampling weights', () => {
  it('add up to one for every pixel, whatever the scale', () => {
    let cases = 0
    for (const scale of [0.11, 0.5, 1, 1.37, 4, 23.7, -0.8, -5.2])
      for (const offset of [0, 0.25, -3.4]) {
        const t = taps(0, 40, scale, scale < 0 ? 900 + offset : offset, 0, 1000)
        for (let i = 0; i < 40; i++) {
          const sum = t.weights.subarray(i * t.count, (i + 1) * t.count).reduce((a, w) => a + w, 0)
          expect(sum).toBe(4096)
          cases++
        }
      }
    expect(cases).toBe(8 * 3 * 40)
  })
  it('at the same scale without a shift each pixel is itself', () => {
    const t = taps(3, 5, 1, 0, 0, 100)
    expect([...t.starts].map((s, i) => s + t.weights.subarray(i * t.count, (i + 1) * t.count).indexOf(4096))).toEqual([
      3, 4,
    ])
  })
  it('never reads outside its part', () => {
    const t = taps(-20, 60, 0.7, 0, 10, 22)
    for (const s of t.starts) {
      expect(s).toBeGreaterThanOrEqual(10)
      expect(s + t.count).toBeLessThanOrEqual(22)
    }
  })
})
