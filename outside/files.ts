import { existsSync, readFileSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import sharp from 'sharp'
import { fromMm, um } from '@/core/length/length'
import type { Page, PageItem } from '@/core/page/page'
import { fedSheet, sheetRect } from '@/core/sheet/sheet'
import { outcomeOf } from '@/core/slip/outcome'
import { sayProblem } from '@/core/words/problems'
import { embed } from '@/server/render/embed'
import { writePdf } from '@/server/render/pdf'
import type { PictureFile } from '@/server/render/picture-file'
import { printerProfile } from '../demo/icc'
import { randomSlip, seeded } from '../test/random-slips'
import { facts, PICTURE } from '../test/slip-facts'
import { type Part, type Row, tool } from './tools'

const PPI = 72
const NAMES = ['Łucja Żółć', 'Ελένη', 'Юлия', 'अनिता', '山田 花子', 'ქეთევანი', 'Åse', 'O’Neill & Söhne']

/** Draws the page as one renderer does: grey, at 72 ppi, as raw octets. */
type Renderer = { readonly name: string; readonly draw: (pdf: string, out: string) => string }
const RENDERERS: readonly Renderer[] = [
  {
    name: 'poppler',
    draw: (pdf, out) => {
      tool('pdftoppm', ['-r', String(PPI), '-png', '-singlefile', pdf, out])
      return `${out}.png`
    },
  },
  {
    name: 'mupdf',
    draw: (pdf, out) => {
      tool('mutool', ['draw', '-q', '-r', String(PPI), '-o', `${out}.png`, pdf, '1'])
      return `${out}.png`
    },
  },
  {
    name: 'ghostscript',
    draw: (pdf, out) => {
      tool('gs', [
        '-q',
        '-dNOPAUSE',
        '-dBATCH',
        '-dSAFER',
        '-sDEVICE=png16m',
        '-dTextAlphaBits=4',
        '-dGraphicsAlphaBits=4',
        `-r${PPI}`,
        `-sOutputFile=${out}.png`,
        pdf,
      ])
      return `${out}.png`
    },
  },
]

async function grey(
  path: string,
): Promise<{ readonly data: Buffer; readonly width: number; readonly height: number } | null> {
  if (!existsSync(path)) return null
  const { data, info } = await sharp(path)
    .flatten({ background: '#fff' })
    .toColourspace('b-w')
    .raw()
    .toBuffer({ resolveWithObject: true })
  return { data, width: info.width, height: info.height }
}

/** A page by chance: a slip's, with captions and marks on it, converted or not. */
async function pageOf(seed: number, folder: string): Promise<{ pdf: Uint8Array; page: Page }> {
  const random = seeded(seed)
  const [w, h] = [200 + Math.floor(random() * 300), 200 + Math.floor(random() * 300)]
  const path = join(folder, `${seed}.img`)
  const base = sharp({
    create: { width: w, height: h, channels: 3, background: { r: 40 + (seed % 5) * 30, g: 90, b: 140 } },
  })
  const jpeg = seed % 3 !== 0
  writeFileSync(
    path,
    await (jpeg ? base.withMetadata({ orientation: 1 + (seed % 8) }).jpeg({ quality: 95 }) : base.png()).toBuffer(),
  )
  const orientation = jpeg ? 1 + (seed % 8) : 1
  const size = orientation >= 5 ? { width: h, height: w } : { width: w, height: h }
  const borderless = seed % 2 === 0
  const sheet = { kind: 'cut', width: fromMm(257), length: fromMm(364) } as const
  const body = randomSlip(random, { queue: '', borderless, sheet, width: 257, length: 364 })
  const { page: said } = outcomeOf(facts(body, { size: null, picture: { ...PICTURE, ...size } }))
  const name = NAMES[seed % NAMES.length] ?? ''
  const caption: PageItem = {
    kind: 'text',
    text: `${name}, ${seed}`,
    at: { x: um(15_000), y: um(20_000) },
    height: um(4000),
  }
  const mark: PageItem = { kind: 'mark', rect: { x: um(10_000), y: um(10_000), w: um(5000), h: um(5000) } }
  const items = said ? [...said.items, caption, mark] : [caption, mark]
  const whole = fedSheet(sheet.width, sheet.length, 'short')
  const page: Page = { sheet: whole, trim: said?.trim ?? sheetRect(whole), items }
  const profile = printerProfile('fen', { gamma: 2, black: 0.035, chroma: 0.82 })
  const convert = seed % 4 === 1
  const file: PictureFile = {
    ...{
      path,
      mime: jpeg ? 'image/jpeg' : 'image/png',
      name: 'p',
      ...size,
      orientation,
      grey: false,
      bits: 8,
      page: 0,
      tagged: false,
    },
  }
  const target = convert ? ({ profile, name: 'fen', intent: 'relative', blackPoint: true } as const) : null
  const embedded = await embed(file, {
    convert: convert ? 'to the profile' : 'nothing',
    target,
    curve: null,
    grey: null,
  })
  if (!embedded.ok) throw new Error(sayProblem(embedded.problem))
  const about = {
    title: name,
    subject: `page ${seed}`,
    madeFor: convert ? { profile, name: 'fen', grey: false } : null,
  }
  return { pdf: await writePdf(page, new Map([[PICTURE.id, { embedded: embedded.value, size }]]), about), page }
}

/** PDFs by three renderers and a checker: sound, of the exact size, with nothing borrowed, and the same to all. */
export const files: Part = {
  name: 'files',
  needs: [
    ['pdftoppm', 'poppler-utils'],
    ['mutool', 'mupdf-tools'],
    ['gs', 'ghostscript'],
    ['qpdf', 'qpdf'],
  ],
  async run(share, folder) {
    const count = share ? 8 : 40
    const rows: Row[] = []
    let [sound, exact, alike] = [0, 0, 0]
    let worst = 0
    for (let seed = 1; seed <= count; seed++) {
      const { pdf, page } = await pageOf(seed, folder)
      const path = join(folder, `${seed}.pdf`)
      writeFileSync(path, pdf)
      const checked = tool('qpdf', ['--check', path])
      const fonts = tool('pdffonts', [path]).out.trim().split('\n').length - 2
      if (checked.status === 0 && fonts === 0) sound += 1
      else
        rows.push({
          part: 'files',
          what: `page ${seed}`,
          ok: false,
          says: `${checked.err || checked.out} ${fonts} fonts`.slice(0, 300),
        })
      const info = /Page size:\s+([\d.]+) x ([\d.]+)/.exec(tool('pdfinfo', [path]).out)
      const off = Math.max(
        Math.abs((Number(info?.[1]) / 72) * 25_400 - page.sheet.width),
        Math.abs((Number(info?.[2]) / 72) * 25_400 - page.sheet.length),
      )
      if (off < 50) exact += 1
      else rows.push({ part: 'files', what: `page ${seed}`, ok: false, says: `${off} um off its size` })
      const drawn = await Promise.all(RENDERERS.map((r) => grey(r.draw(path, join(folder, `${seed}-${r.name}`)))))
      const missing = RENDERERS.filter((_, i) => !drawn[i])
      if (missing.length > 0) {
        rows.push({
          part: 'files',
          what: `page ${seed}`,
          ok: false,
          says: `${missing.map((m) => m.name).join(', ')} drew nothing`,
        })
        continue
      }
      const share = different(drawn)
      worst = Math.max(worst, share)
      if (share < 0.004) alike += 1
      else
        rows.push({
          part: 'files',
          what: `page ${seed}`,
          ok: false,
          says: `${(100 * share).toFixed(2)} % of the pixels differ between renderers`,
        })
      // nothing is ever an empty page
      if (readFileSync(path).length < 500) rows.push({ part: 'files', what: `page ${seed}`, ok: false, says: 'empty' })
    }
    rows.unshift(
      { part: 'files', what: 'sound, nothing borrowed', ok: sound === count, says: `${sound} of ${count}` },
      { part: 'files', what: 'of the exact size', ok: exact === count, says: `${exact} of ${count}` },
      {
        part: 'files',
        what: 'the same to three renderers',
        ok: alike === count,
        says: `${alike} of ${count}, at worst ${(100 * worst).toFixed(2)} % of the pixels`,
      },
    )
    return rows
  },
}

type Drawn = Awaited<ReturnType<typeof grey>>

/** Share of pixels in which some renderer differs from all pixels around in the first: edges may fall a pixel apart. */
function different(drawn: readonly Drawn[]): number {
  const [first, ...others] = drawn
  if (!first) return 1
  let odd = 0
  let all = 0
  for (const other of others) {
    if (!other) return 1
    const [w, h] = [Math.min(first.width, other.width), Math.min(first.height, other.height)]
    for (let y = 1; y < h - 1; y++)
      for (let x = 1; x < w - 1; x++) {
        all += 1
        const v = other.data[y * other.width + x] ?? 0
        let near = false
        for (let dy = -1; dy <= 1 && !near; dy++)
          for (let dx = -1; dx <= 1 && !near; dx++)
            near = Math.abs((first.data[(y + dy) * first.width + x + dx] ?? 0) - v) < 40
        if (!near) odd += 1
      }
  }
  return all === 0 ? 1 : odd / all
}
