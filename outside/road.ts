import { existsSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import sharp from 'sharp'
import { um } from '@/core/length/length'
import type { Page, PageItem } from '@/core/page/page'
import { fedSheet, type Rect, sheetRect } from '@/core/sheet/sheet'
import type { RasterPage } from '@/formats/pwg-raster/write'
import { embed } from '@/server/render/embed'
import { outlinesOf } from '@/server/render/letters'
import { openPicture } from '@/server/render/open-picture'
import { writePdf } from '@/server/render/pdf'
import type { PictureFile } from '@/server/render/picture-file'
import { pwgRaster } from '@/server/render/raster'
import { pick, seeded } from '../test/random-slips'
import { readRaster } from '../test/raster-reader'
import { type Part, type Row, tool } from './tools'

const PPI = 300
const px = (length: number): number => (length * PPI) / 25_400

type Colour = readonly [number, number, number]
/** Far from each other, from paper and from ink. */
const COLOURS: readonly Colour[] = [
  [230, 120, 110],
  [120, 200, 120],
  [120, 130, 230],
  [230, 210, 110],
  [200, 120, 220],
]
const SHEET = fedSheet(um(110_000), um(150_000), 'short')
const NAMES = ['Łucja Żółć', 'Ελένη', 'Юлия', 'Åse Ødegård', 'O’Neill & Söhne']

/** What a page is, drawn by one program: the colour of a pixel. */
type Drawn = { readonly name: string; readonly at: (x: number, y: number) => Colour }

const NO_MORE: Treatment = { convert: 'nothing', target: null, curve: null, grey: null }
type Treatment = Parameters<typeof embed>[1]

/** Pictures of one colour each, upright or turned by their file. */
async function picturesIn(folder: string, seed: number): Promise<readonly PictureFile[]> {
  return Promise.all(
    COLOURS.map(async ([r, g, b], i) => {
      const path = join(folder, `${seed}-${i}.png`)
      const [width, height] = [80 + 10 * i, 60 + 25 * ((seed + i) % 4)]
      await sharp({ create: { width, height, channels: 3, background: { r, g, b } } })
        .png()
        .toFile(path)
      return {
        ...{ path, mime: 'image/png', name: `${i}`, width, height, orientation: 1 },
        ...{ grey: false, bits: 8, page: 0, tagged: false },
      } as const
    }),
  )
}

/** A page by chance: pictures cut by windows and turned, one used twice, marks and a caption on whatever lies there. */
function pageBy(random: () => number, files: readonly PictureFile[]): Page {
  const box = (most: number): Rect => {
    const [w, h] = [5000 + random() * most, 5000 + random() * most]
    return {
      ...{ x: um(random() * (SHEET.width - w)), y: um(random() * (SHEET.length - h)) },
      ...{ w: um(w), h: um(h) },
    }
  }
  const items: PageItem[] = []
  for (let i = 0; i < 3 + Math.floor(random() * 4); i++) {
    const id = Math.floor(random() * files.length)
    const file = files[id]
    if (!file) continue
    const full = box(50_000)
    const cut = random() < 0.5
    const window = cut ? { ...full, x: um(full.x + 1000), w: um(full.w - 2700) } : full
    items.push({
      ...{ kind: 'picture', pictureId: String(id), mirror: random() < 0.3, full, window },
      quarter: pick(random, [0, 1, 2, 3] as const),
      crop: { x: 0, y: 0, w: file.width, h: file.height },
    })
  }
  if (random() < 0.7) items.push({ kind: 'mark', rect: box(8000) })
  const at = { x: um(8000 + random() * 20_000), y: um(20_000 + random() * 100_000) }
  items.push({ kind: 'text', text: pick(random, NAMES), at, height: um(5000) })
  return { sheet: SHEET, trim: sheetRect(SHEET), items }
}

const HEAD: RasterPage = {
  ...{ width: Math.round(px(SHEET.width)), height: Math.round(px(SHEET.length)), ppi: PPI },
  ...{ colour: 'srgb', bits: 8, sizeName: 'custom_x_110x150mm', mediaType: 'plain', printQuality: 4 },
}

async function ourRaster(page: Page, files: readonly PictureFile[]): Promise<Drawn> {
  const opened = await Promise.all(files.map((f) => openPicture(f, NO_MORE)))
  const pictures = new Map(opened.flatMap((o, i) => (o.ok ? [[String(i), o.value] as const] : [])))
  const chunks: Uint8Array[] = []
  for await (const chunk of pwgRaster(page, pictures, HEAD)) chunks.push(chunk)
  for (const p of pictures.values()) p.close()
  const raster = readRaster(Buffer.concat(chunks))
  return { name: 'raster', at: (x, y) => raster.at(x, y) as unknown as Colour }
}

async function pdfOf(page: Page, files: readonly PictureFile[]): Promise<Uint8Array> {
  const pictures = new Map<string, Parameters<typeof writePdf>[1] extends ReadonlyMap<string, infer P> ? P : never>()
  for (const [i, file] of files.entries()) {
    const embedded = await embed(file, NO_MORE)
    if (!embedded.ok) throw new Error('a picture could not be embedded')
    pictures.set(String(i), { embedded: embedded.value, size: { width: file.width, height: file.height } })
  }
  return writePdf(page, pictures, { title: 'page', subject: '', madeFor: null })
}

async function renderer(name: string, path: string): Promise<Drawn | null> {
  if (!existsSync(path)) return null
  const { data, info } = await sharp(path)
    .removeAlpha()
    .toColourspace('srgb')
    .raw()
    .toBuffer({ resolveWithObject: true })
  return {
    name,
    at: (x, y) => {
      const i = (y * info.width + x) * 3
      return [data[i] ?? -1, data[i + 1] ?? -1, data[i + 2] ?? -1]
    },
  }
}

const rectOf = (item: PageItem): Rect | null =>
  item.kind === 'picture' ? item.window : item.kind === 'mark' ? item.rect : null

/** Where the ink of a line of text lies, px. */
function inkOf(item: Extract<PageItem, { kind: 'text' }>) {
  const points = outlinesOf(item).strokes.flatMap((s) =>
    s.to === 'close' ? [] : s.to === 'curve' ? [[s.points[4], s.points[5]] as const] : [[s.x, s.y] as const],
  )
  const xs = points.map(([x]) => px(x))
  const ys = points.map(([, y]) => px(y))
  return { x0: Math.min(...xs), x1: Math.max(...xs), y0: Math.min(...ys), y1: Math.max(...ys) }
}

/** The colour that the page has at the middle of a pixel; null within two pixels of an edge, or where letters are. */
function meant(page: Page, x: number, y: number): Colour | null {
  let colour: Colour = [255, 255, 255]
  for (const item of page.items) {
    if (item.kind === 'text') {
      const t = inkOf(item)
      if (x > t.x0 - 4 && x < t.x1 + 4 && y > t.y0 - 4 && y < t.y1 + 4) return null
      continue
    }
    const r = rectOf(item)
    if (!r) continue
    const [x0, x1, y0, y1] = [px(r.x), px(r.x + r.w), px(r.y), px(r.y + r.h)]
    const inside = x >= x0 && x <= x1 && y >= y0 && y <= y1
    if (inside) colour = item.kind === 'mark' ? [0, 0, 0] : (COLOURS[Number(item.pictureId)] ?? colour)
  }
  return colour
}

/** Whether an item's own edge is the only one near a place. */
const alone = (page: Page, own: PageItem, x: number, y: number): boolean =>
  page.items.every((item) => {
    const r = item === own ? null : rectOf(item)
    if (!r) return true
    const near = (v: number, edge: number): boolean => Math.abs(v - edge) < 5
    const spans = x > px(r.x) - 5 && x < px(r.x + r.w) + 5 && y > px(r.y) - 5 && y < px(r.y + r.h) + 5
    return !spans || !(near(x, px(r.x)) || near(x, px(r.x + r.w)) || near(y, px(r.y)) || near(y, px(r.y + r.h)))
  })

const far = (a: Colour, b: Colour): boolean => a.some((v, i) => Math.abs(v - (b[i] ?? 0)) > 24)

type Tally = { looked: number; readonly wrong: string[] }

/** At each edge of each item: the first whole pixel a pixel inside is the item's, the first a pixel outside is not. */
function edgesOf(page: Page, drawn: readonly Drawn[], tally: Tally): void {
  for (const [n, item] of page.items.entries()) {
    const r = rectOf(item)
    if (!r) continue
    const [x0, x1, y0, y1] = [px(r.x), px(r.x + r.w), px(r.y), px(r.y + r.h)]
    for (const part of [0.15, 0.5, 0.85]) {
      const [mx, my] = [Math.round(x0 + part * (x1 - x0)), Math.round(y0 + part * (y1 - y0))]
      for (const [x, y] of [
        [Math.ceil(x0) + 1, my],
        [Math.floor(x0) - 2, my],
        [Math.floor(x1) - 2, my],
        [Math.ceil(x1) + 1, my],
        [mx, Math.ceil(y0) + 1],
        [mx, Math.floor(y0) - 2],
        [mx, Math.floor(y1) - 2],
        [mx, Math.ceil(y1) + 1],
      ] as const) {
        if (x < 0 || y < 0 || x >= HEAD.width || y >= HEAD.height) continue
        const should = alone(page, item, x + 0.5, y + 0.5) ? meant(page, x + 0.5, y + 0.5) : null
        if (!should) continue
        for (const d of drawn) {
          tally.looked += 1
          if (far(d.at(x, y), should))
            tally.wrong.push(`${d.name}, item ${n} at ${x}, ${y}: ${d.at(x, y)} for ${should}`)
        }
      }
    }
  }
}

/** The letters' own extent, as each program drew it, against the page's outlines: a pixel at each side. */
function lettersOn(page: Page, drawn: readonly Drawn[], tally: Tally): void {
  for (const item of page.items) {
    if (item.kind !== 'text') continue
    const t = inkOf(item)
    const marked = page.items.some((m) => m.kind === 'mark' && overlaps(m.rect, t))
    if (marked) continue
    for (const d of drawn) {
      const found = { x0: Infinity, x1: -Infinity, y0: Infinity, y1: -Infinity }
      for (let y = Math.floor(t.y0) - 6; y < t.y1 + 6; y++)
        for (let x = Math.floor(t.x0) - 6; x < t.x1 + 6; x++)
          if (Math.max(...d.at(x, y)) < 70) {
            found.x0 = Math.min(found.x0, x)
            found.x1 = Math.max(found.x1, x + 1)
            found.y0 = Math.min(found.y0, y)
            found.y1 = Math.max(found.y1, y + 1)
          }
      for (const side of ['x0', 'x1', 'y0', 'y1'] as const) {
        tally.looked += 1
        // a pixel counts as ink from about three quarters on: its edge lies less than one pixel in
        if (Math.abs(found[side] - t[side]) > 1.25)
          tally.wrong.push(`${d.name}, “${item.text}” ${side}: ${found[side]} for ${t[side].toFixed(1)}`)
      }
    }
  }
}

const overlaps = (r: Rect, t: ReturnType<typeof inkOf>): boolean =>
  px(r.x) < t.x1 + 8 && px(r.x + r.w) > t.x0 - 8 && px(r.y) < t.y1 + 8 && px(r.y + r.h) > t.y0 - 8

/** Page, raster and PDF by two programs that we did not write: the same within one pixel at 300 ppi on every item. */
export const road: Part = {
  name: 'road',
  needs: [
    ['pdftoppm', 'poppler-utils'],
    ['mutool', 'mupdf-tools'],
  ],
  async run(share, folder) {
    const count = share ? 6 : 40
    const rows: Row[] = []
    let [agree, looked, items] = [0, 0, 0]
    for (let seed = 1; seed <= count; seed++) {
      const random = seeded(seed * 7919)
      const files = await picturesIn(folder, seed)
      const page = pageBy(random, files)
      const path = join(folder, `${seed}.pdf`)
      writeFileSync(path, await pdfOf(page, files))
      tool('pdftoppm', ['-r', String(PPI), '-png', '-singlefile', path, join(folder, `${seed}-p`)])
      tool('mutool', ['draw', '-q', '-r', String(PPI), '-o', join(folder, `${seed}-m.png`), path, '1'])
      const [poppler, mupdf] = [
        await renderer('poppler', join(folder, `${seed}-p.png`)),
        await renderer('mupdf', join(folder, `${seed}-m.png`)),
      ]
      if (!poppler || !mupdf) {
        rows.push({ part: 'road', what: `page ${seed}`, ok: false, says: 'a renderer drew nothing' })
        continue
      }
      const tally: Tally = { looked: 0, wrong: [] }
      const drawn = [await ourRaster(page, files), poppler, mupdf]
      edgesOf(page, drawn, tally)
      lettersOn(page, drawn, tally)
      looked += tally.looked
      items += page.items.length
      if (tally.wrong.length === 0 && tally.looked > 0) agree += 1
      else rows.push({ part: 'road', what: `page ${seed}`, ok: false, says: tally.wrong.slice(0, 4).join('; ') })
    }
    const says = `${agree} of ${count} pages, ${items} items, ${looked} places looked at`
    rows.unshift({ part: 'road', what: 'within one pixel at 300 ppi', ok: agree === count, says })
    return rows
  },
}
