import { spawnSync } from 'node:child_process'
import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import { inflateSync } from 'node:zlib'
import sharp from 'sharp'
import { describe, expect, it } from 'vitest'
import { fromMm, um } from '@/core/length/length'
import { fedSheet } from '@/core/sheet/sheet'
import type { PlainPatch } from '@/core/slip/body'
import { outcomeOf } from '@/core/slip/outcome'
import { sayProblem } from '@/core/words/problems'
import { printerProfile } from '../../../demo/icc'
import { drawing, images, pageBox, readPdf } from '../../../test/pdf-reader'
import { put, quarters } from '../../../test/pictures'
import { folder } from '../../../test/room'
import { facts, laid } from '../../../test/slip-facts'
import { embed } from './embed'
import { lettersOf } from './letters'
import { writePdf } from './pdf'
import type { PictureFile } from './picture-file'
import type { Target } from './stages'

const MM = 72 / 25.4

type Shot = { readonly pdf: Uint8Array; readonly dir: string }

async function render(
  bytes: Buffer,
  source: Partial<PictureFile> & { readonly convertTo?: Target; readonly through?: readonly number[] },
  body: PlainPatch,
): Promise<Shot> {
  const dir = folder()
  const path = put(dir, 'picture', bytes)
  const meta = await sharp(bytes).metadata()
  const lies = (meta.orientation ?? 1) >= 5
  const size = lies ? { width: meta.height, height: meta.width } : { width: meta.width, height: meta.height }
  const { convertTo: target = null, through: curve = null, ...more } = source
  const full: PictureFile = {
    path,
    mime: 'image/jpeg',
    name: 'picture',
    ...size,
    orientation: meta.orientation ?? 1,
    grey: meta.channels === 1,
    bits: meta.depth === 'ushort' ? 16 : 8,
    page: 0,
    tagged: true,
    ...more,
  }
  const { page } = outcomeOf(
    facts(body, {
      picture: { id: 'p', name: 'x', ...size, grey: full.grey, bits: full.bits, profile: null, decoded: true },
    }),
  )
  const embedded = await embed(full, {
    convert: target ? 'to the profile' : 'nothing',
    target,
    curve,
    grey: null,
  })
  if (!page || !embedded.ok) throw new Error(embedded.ok ? 'nothing was laid' : sayProblem(embedded.problem))
  const pdf = await writePdf(page, new Map([['p', { embedded: embedded.value, size }]]), {
    title: 'T',
    subject: 'S',
    madeFor: null,
  })
  return { pdf, dir }
}

/** What another program sees at a place of the page, in mm from its top left: poppler draws it at 50.8 dpi, 2 px a mm. */
async function seenAt({ pdf, dir }: Shot, x: number, y: number): Promise<string> {
  put(dir, 'page.pdf', pdf)
  const done = spawnSync('pdftoppm', ['-r', '50.8', '-png', '-singlefile', join(dir, 'page.pdf'), join(dir, 'page')])
  if (done.status !== 0) throw new Error(`pdftoppm: ${done.stderr}`)
  const { data } = await sharp(readFileSync(join(dir, 'page.png')))
    .extract({ left: Math.round(x * 2), top: Math.round(y * 2), width: 1, height: 1 })
    .removeAlpha()
    .raw()
    .toBuffer({ resolveWithObject: true })
  const near = [...data].map((v) => (v > 200 ? 1 : v < 60 ? 0 : 9)).join('')
  return { '100': 'red', '010': 'green', '001': 'blue', '111': 'white' }[near] ?? near
}

const jpegOf = async (orientation = 1): Promise<Buffer> =>
  sharp(await quarters(300, 400))
    .withMetadata({ orientation })
    .withIccProfile('srgb')
    .jpeg({ quality: 95, chromaSubsampling: '4:4:4' })
    .toBuffer()

const exact: PlainPatch = {
  placing: { mode: 'exact', by: { edge: 'width', um: fromMm(120) } },
  centring: { kind: 'true' },
}

describe('the print-ready file', () => {
  it('is exactly the sheet, with MediaBox = BleedBox and the predicted sheet as TrimBox', async () => {
    const { pdf } = await render(await jpegOf(), {}, { ...exact, edge: 'borderless' })
    const objects = readPdf(pdf)
    const media = pageBox(objects, 'MediaBox')
    expect(media[2]).toBeCloseTo(257 * MM, 3)
    expect(media[3]).toBeCloseTo(364 * MM, 3)
    expect(pageBox(objects, 'BleedBox')).toEqual(media)
    // overspray 2.9 on 257: the sheet sees the page from 2.836 mm in
    expect(pageBox(objects, 'TrimBox')[0]).toBeCloseTo((2.9 / (262.8 / 257)) * MM, 2)
    expect(Buffer.from(pdf).toString('latin1')).toContain('/PrintScaling /None')
  })
  it('carries a member’s JPEG byte for byte, with its profile', async () => {
    const jpeg = await jpegOf()
    const { pdf } = await render(jpeg, {}, exact)
    const objects = readPdf(pdf)
    const [image] = images(objects)
    expect(image?.text).toContain('/DCTDecode')
    expect(image?.stream?.equals(jpeg)).toBe(true)
    const profile = objects.find((o) => /\/N 3/.test(o.text))
    const icc = (await sharp(jpeg).metadata()).icc
    expect(profile?.stream && icc && inflateSync(profile.stream).equals(icc)).toBe(true)
  })
  it('clips and lays it where it was said: 120 mm wide in the middle of 257', async () => {
    const { pdf } = await render(await jpegOf(), {}, exact)
    const ops = drawing(readPdf(pdf))
    const clip =
      ops
        .find((l) => l.endsWith(' re'))
        ?.split(' ')
        .map(Number) ?? []
    expect(clip[0]).toBeCloseTo(68.5 * MM, 2)
    expect(clip[1]).toBeCloseTo((364 - 262) * MM, 2)
    expect(clip[2]).toBeCloseTo(120 * MM, 2)
    expect(clip[3]).toBeCloseTo(160 * MM, 2)
  })
  it('known places show what they should, drawn by another program', async () => {
    const shot = await render(await jpegOf(), {}, exact)
    // the print lies at 68.5..188.5 across and 102..262 along
    expect(await seenAt(shot, 70, 104)).toBe('red')
    expect(await seenAt(shot, 186, 104)).toBe('green')
    expect(await seenAt(shot, 70, 260)).toBe('blue')
    expect(await seenAt(shot, 66, 104)).toBe('white')
  })
  it('turns a picture with the sheet and by the file’s own orientation', async () => {
    const turned = await render(await jpegOf(), {}, { ...exact, quarter: 1 })
    expect(await seenAt(turned, 186, 140)).toBe('red') // clockwise: top left is top right now
    const upright = await render(await jpegOf(6), {}, { ...exact, quarter: 0 })
    // stored lying, orientation 6: seen upright its top left is the stored bottom left, blue
    const top = (364 - (120 * 300) / 400) / 2
    expect(await seenAt(upright, 70, top + 3)).toBe('blue')
  })
  it('draws names in any script, and embeds what it draws: no font of another program is asked for', async () => {
    const names = ['Łucja Żółć', 'Ελένη', 'Юлия Щ', 'अनिता', '山田 花子', 'ქეთევანი']
    const at = (i: number) => ({ x: um(10_000), y: um(20_000 + 12_000 * i) })
    const items = names.map((text, i) => ({ kind: 'text' as const, text, at: at(i), height: um(6000) }))
    const sheet = fedSheet(um(120_000), um(120_000), 'short')
    const page = { sheet, trim: { x: um(0), y: um(0), w: sheet.width, h: sheet.length }, items }
    const pdf = await writePdf(page, new Map(), { title: 'Ł 山', subject: '', madeFor: null })
    expect(Buffer.from(pdf).toString('latin1')).not.toMatch(/\/Type\s*\/Font\b|\/BaseFont\b/)
    const dir = folder()
    put(dir, 'page.pdf', pdf)
    const done = spawnSync('pdftoppm', [
      '-r',
      '254',
      '-gray',
      '-png',
      '-singlefile',
      join(dir, 'page.pdf'),
      join(dir, 'page'),
    ])
    expect(done.status).toBe(0)
    const { data, info } = await sharp(join(dir, 'page.png')).raw().toBuffer({ resolveWithObject: true })
    const raster = await Promise.all(items.map((item) => lettersOf(item, 254)))
    for (const [i, name] of names.entries()) {
      // ink of this line in the file, and in the raster: the same letters
      let dark = 0
      for (let y = 10 * (13 + 12 * i); y < 10 * (23 + 12 * i); y++)
        for (let x = 0; x < info.width; x++)
          dark += 255 - (data[y * info.width * info.channels + x * info.channels] ?? 255)
      const ink = [...(raster[i]?.ink ?? [])].reduce((a, b) => a + b, 0)
      expect(ink, name).toBeGreaterThan(50_000)
      expect(Math.abs(dark - ink) / ink, name).toBeLessThan(0.1)
    }
  })
  it('says which printer its numbers are for when they were converted to its profile', async () => {
    const sheet = fedSheet(um(100_000), um(100_000), 'short')
    const page = { sheet, trim: { x: um(0), y: um(0), w: sheet.width, h: sheet.length }, items: [] }
    const profile = printerProfile('fen <2026>', { gamma: 2, black: 0.035, chroma: 0.82 })
    const pdf = await writePdf(page, new Map(), {
      title: 'A & B',
      subject: '',
      madeFor: { profile, name: 'fen <2026>', grey: false },
    })
    const objects = readPdf(pdf)
    const intent = objects.find((o) => /\/OutputIntent\b/.test(o.text))
    expect(intent?.text).toMatch(/\/S \/GTS_PDFA1/)
    const ref = Number(/\/DestOutputProfile (\d+) 0 R/.exec(intent?.text ?? '')?.[1])
    const stored = objects.find((o) => o.id === ref)
    expect(stored?.text).toMatch(/\/N 3/)
    expect(inflateSync(stored?.stream ?? Buffer.alloc(0))).toEqual(Buffer.from(profile))
    const xmp = objects.find((o) => /\/Metadata\b/.test(o.text) && o.stream)?.stream?.toString('utf8')
    expect(xmp).toMatch(/<pdfaid:part>2<\/pdfaid:part><pdfaid:conformance>B</)
    expect(xmp).toContain('A &amp; B')
    expect(Buffer.from(pdf).toString('latin1')).toMatch(/\/ID \[/)
  })
  it('mirrors for transfer paper', async () => {
    const { page } = laid(facts(exact))
    const [part] = page.items
    if (part?.kind !== 'picture') throw new Error('nothing was laid')
    const size = { width: 300, height: 400 }
    const embedded = await embed(
      {
        ...{ path: put(folder(), 'p', await jpegOf()), mime: 'image/jpeg', name: 'p', ...size, orientation: 1 },
        ...{ grey: false, bits: 8, page: 0, tagged: true },
      },
      { convert: 'nothing', target: null, curve: null, grey: null },
    )
    if (!embedded.ok) throw new Error(sayProblem(embedded.problem))
    const mirrored = { ...page, items: [{ ...part, mirror: true, crop: { x: 0, y: 0, w: 300, h: 400 } }] }
    const pdf = await writePdf(mirrored, new Map([['p', { embedded: embedded.value, size }]]), {
      title: '',
      subject: '',
      madeFor: null,
    })
    expect(await seenAt({ pdf, dir: folder() }, 70, 104)).toBe('green')
  })
  it('keeps 16 bits of a grey TIFF, and adds no profile that was not there', async () => {
    const ramp = Uint16Array.from({ length: 300 * 400 }, (_, i) => Math.floor((i / 120_000) * 65_535))
    const tiff = await sharp(ramp, { raw: { width: 300, height: 400, channels: 1 } })
      .toColourspace('grey16')
      .tiff({ compression: 'deflate' })
      .toBuffer()
    const { pdf } = await render(tiff, { mime: 'image/tiff' }, exact)
    const [image] = images(readPdf(pdf))
    expect(image?.text).toMatch(/\/BitsPerComponent 16/)
    expect(image?.text).toContain('/DeviceGray')
    const samples = inflateSync(image?.stream ?? Buffer.alloc(0))
    expect(samples.length).toBe(300 * 400 * 2)
    expect(samples.readUInt16BE(2 * 60_000)).toBe(ramp[60_000])
  })
  it('grey that goes through a tone curve lies in it in 16 bits, changed by the curve and by nothing else', async () => {
    const steps = Uint8Array.from({ length: 300 * 400 }, (_, i) => i % 256)
    const png = await sharp(steps, { raw: { width: 300, height: 400, channels: 1 } })
      .toColourspace('b-w')
      .png()
      .toBuffer()
    // black asked for: a third of it up to the middle, the rest in the other half
    const through = [0, 16_384 / 1.5, 32_768]
    const { pdf } = await render(png, { mime: 'image/png', through }, exact)
    const [image] = images(readPdf(pdf))
    expect(image?.text).toMatch(/\/BitsPerComponent 16/)
    expect(image?.text).toContain('/DeviceGray')
    const samples = inflateSync(image?.stream ?? Buffer.alloc(0))
    const at = (i: number): number => samples.readUInt16BE(2 * i)
    expect([at(255), at(0)]).toEqual([65_535, 32_767])
    // 204 of 255 asks for a fifth of black: two fifths of the way to the middle, a sixth of which is sent
    expect(Math.abs(at(204) - 65_535 * (1 - 0.4 / 6))).toBeLessThan(2)
    expect(new Set(Array.from({ length: 256 }, (_, i) => at(i))).size).toBe(256)
  })
  it('converts to a printer’s profile and leaves device values unlabelled', async () => {
    const profile = printerProfile('fen', { gamma: 2, black: 0.035, chroma: 0.82 })
    const convertTo = { profile, name: 'fen', intent: 'relative', blackPoint: true } as const
    const { pdf } = await render(await jpegOf(), { convertTo }, exact)
    const [image] = images(readPdf(pdf))
    expect(image?.text).toContain('/FlateDecode')
    expect(image?.text).toContain('/DeviceRGB')
    const samples = inflateSync(image?.stream ?? Buffer.alloc(0))
    const white = samples.subarray((399 * 300 + 299) * 3, (399 * 300 + 299) * 3 + 3)
    expect(Math.min(...white)).toBeGreaterThan(250) // relative: paper white stays paper white
    const red = [...samples.subarray(0, 3)]
    expect(red).not.toEqual([255, 0, 0])
    expect(red[0]).toBeGreaterThan(180)
  })
  it('says which profile cannot be used', async () => {
    const convertTo = {
      profile: new Uint8Array(200),
      name: 'broken one',
      intent: 'relative',
      blackPoint: true,
    } as const
    await expect(render(await jpegOf(), { convertTo }, exact)).rejects.toThrow('broken one cannot be used')
  })
})
