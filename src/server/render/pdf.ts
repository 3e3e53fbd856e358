import { createHash } from 'node:crypto'
import { promisify } from 'node:util'
import { deflate } from 'node:zlib'
import {
  appendBezierCurve,
  clip,
  closePath,
  concatTransformationMatrix,
  drawObject,
  endPath,
  fill,
  lineTo,
  moveTo,
  type PDFContext,
  PDFDocument,
  PDFHexString,
  PDFName,
  type PDFOperator,
  type PDFPage,
  PDFRawStream,
  type PDFRef,
  PrintScaling,
  popGraphicsState,
  pushGraphicsState,
  rectangle,
  setFillingGrayscaleColor,
} from '@cantoo/pdf-lib'
import { UM_PER_INCH } from '@/core/length/length'
import { type Affine, chain, orientationMatrix, pictureMatrix } from '@/core/page/matrix'
import type { Page, PageItem, PicturePart, TextLine } from '@/core/page/page'
import type { PictureSize } from '@/core/placing/placing'
import { absurd } from '@/core/result/result'
import type { Rect } from '@/core/sheet/sheet'
import { outlinesOf } from './letters'
import type { Ready } from './source'

const squeeze = promisify(deflate)

const POINTS_PER_INCH = 72 // ISO 32000-1, 8.3.2.3: default user space
const pt = (umLength: number): number => (umLength * POINTS_PER_INCH) / UM_PER_INCH

/** What stands in the file about itself. */
export type PdfAbout = {
  readonly title: string
  readonly subject: string
  /** the printer's profile that the page's numbers were converted to; null: they were not */
  readonly madeFor: { readonly profile: Uint8Array; readonly name: string; readonly grey: boolean } | null
}

/**
 * Writes one page as PDF: MediaBox = BleedBox = the page sent, TrimBox = the part predicted to lie on the sheet (ISO
 * 32000-1, 14.11.2). User space is points, y up; the page's um, y down, are mapped by one matrix. The viewer's scaling
 * is preset to none.
 */
export async function writePdf(
  page: Page,
  pictures: ReadonlyMap<string, { readonly ready: Ready; readonly size: PictureSize }>,
  about: PdfAbout,
): Promise<Uint8Array> {
  const doc = await PDFDocument.create({ updateMetadata: false })
  doc.setTitle(about.title)
  doc.setSubject(about.subject)
  doc.setProducer('Libreta')
  const sheet = doc.addPage([pt(page.sheet.width), pt(page.sheet.length)])
  const height = pt(page.sheet.length)
  sheet.setBleedBox(0, 0, pt(page.sheet.width), height)
  sheet.setTrimBox(...box(page.trim, height))
  doc.catalog.getOrCreateViewerPreferences().setPrintScaling(PrintScaling.None)
  const down: Affine = [pt(1), 0, 0, -pt(1), 0, height]
  for (const item of page.items) await draw(doc, sheet, item, down, pictures)
  if (about.madeFor) await outputIntent(doc, about, about.madeFor)
  return doc.save({ useObjectStreams: false })
}

/**
 * Says which printer the numbers are for: an output intent with its profile (ISO 32000-1, 14.11.5) and the marks of
 * PDF/A-2b (ISO 19005-2, 6.2.3 and 6.6.4), so that a program that heeds them shows and prints the page as meant.
 */
async function outputIntent(doc: PDFDocument, about: PdfAbout, made: NonNullable<PdfAbout['madeFor']>): Promise<void> {
  const { context, catalog } = doc
  const profile = await profileObject(context, made.profile, made.grey ? 1 : 3)
  const intent = context.obj({ Type: 'OutputIntent', S: 'GTS_PDFA1', DestOutputProfile: profile })
  intent.set(PDFName.of('OutputConditionIdentifier'), PDFHexString.fromText('Custom'))
  intent.set(PDFName.of('Info'), PDFHexString.fromText(made.name))
  catalog.set(PDFName.of('OutputIntents'), context.obj([context.register(intent)]))
  const xmp = Buffer.from(
    `<?xpacket begin="\ufeff" id="W5M0MpCehiHzreSzNTczkc9d"?><x:xmpmeta xmlns:x="adobe:ns:meta/"><rdf:RDF xmlns:rdf="http://www.w3.org/1999/02/22-rdf-syntax-ns#"><rdf:Description rdf:about="" xmlns:pdfaid="http://www.aiim.org/pdfa/ns/id/" xmlns:dc="http://purl.org/dc/elements/1.1/" xmlns:pdf="http://ns.adobe.com/pdf/1.3/"><pdfaid:part>2</pdfaid:part><pdfaid:conformance>B</pdfaid:conformance><dc:title><rdf:Alt><rdf:li xml:lang="x-default">${xml(about.title)}</rdf:li></rdf:Alt></dc:title><dc:description><rdf:Alt><rdf:li xml:lang="x-default">${xml(about.subject)}</rdf:li></rdf:Alt></dc:description><pdf:Producer>Libreta</pdf:Producer></rdf:Description></rdf:RDF></x:xmpmeta><?xpacket end="w"?>`,
    'utf8',
  )
  const metadata = context.obj({ Type: 'Metadata', Subtype: 'XML', Length: xmp.length })
  catalog.set(PDFName.of('Metadata'), context.register(PDFRawStream.of(metadata, xmp)))
  const id = PDFHexString.of(createHash('sha256').update(xmp).digest('hex').slice(0, 32))
  context.trailerInfo.ID = context.obj([id, id])
}

const XML: Readonly<Record<string, string>> = { '<': '&lt;', '>': '&gt;', '&': '&amp;' }

/** Text for XML; control characters have no place there. */
const xml = (text: string): string => [...text].flatMap((c) => (c < ' ' ? [] : [XML[c] ?? c])).join('')

const box = (r: Rect, height: number): [number, number, number, number] => [
  pt(r.x),
  height - pt(r.y + r.h),
  pt(r.w),
  pt(r.h),
]

async function draw(
  doc: PDFDocument,
  sheet: PDFPage,
  item: PageItem,
  down: Affine,
  pictures: ReadonlyMap<string, { readonly ready: Ready; readonly size: PictureSize }>,
): Promise<void> {
  switch (item.kind) {
    case 'picture': {
      const picture = pictures.get(item.pictureId)
      if (!picture) throw new Error(`the page shows picture ${item.pictureId}, which was not given`)
      sheet.pushOperators(...(await pictureOperators(doc, sheet, item, picture.ready, picture.size, down)))
      return
    }
    case 'text': {
      sheet.pushOperators(...textOperators(item, sheet.getHeight()))
      return
    }
    case 'mark': {
      const [x, y, w, h] = box(item.rect, sheet.getHeight())
      sheet.pushOperators(
        pushGraphicsState(),
        setFillingGrayscaleColor(0),
        rectangle(x, y, w, h),
        fill(),
        popGraphicsState(),
      )
      return
    }
    default:
      return absurd(item)
  }
}

/** Text as the outlines of its letters: the file needs no font, and shows what the raster shows. */
function textOperators(line: TextLine, height: number): readonly PDFOperator[] {
  const { strokes } = outlinesOf(line)
  if (strokes.length === 0) return []
  const y = (v: number): number => height - pt(v)
  return [
    pushGraphicsState(),
    setFillingGrayscaleColor(0),
    ...strokes.map((s) => {
      switch (s.to) {
        case 'move':
          return moveTo(pt(s.x), y(s.y))
        case 'line':
          return lineTo(pt(s.x), y(s.y))
        case 'curve': {
          const [a, b, c, d, e, f] = s.points
          return appendBezierCurve(pt(a), y(b), pt(c), y(d), pt(e), y(f))
        }
        case 'close':
          return closePath()
        default:
          return absurd(s)
      }
    }),
    fill(),
    popGraphicsState(),
  ]
}

async function pictureOperators(
  doc: PDFDocument,
  sheet: PDFPage,
  part: PicturePart,
  ready: Ready,
  size: PictureSize,
  down: Affine,
): Promise<readonly PDFOperator[]> {
  const ref = await imageObject(doc.context, ready)
  const name = sheet.node.newXObject('Picture', ref)
  const upright = chain(pictureMatrix(part, size), down)
  const stored = ready.kind === 'jpeg' ? chain(orientationMatrix(ready.orientation), upright) : upright
  // PDF lays an image on the unit square with y up; ours is y down
  const m = chain([1, 0, 0, -1, 0, 1], stored)
  return [
    pushGraphicsState(),
    rectangle(...box(part.window, sheet.getHeight())),
    clip(),
    endPath(),
    concatTransformationMatrix(...(m as [number, number, number, number, number, number])),
    drawObject(name),
    popGraphicsState(),
  ]
}

async function imageObject(context: PDFContext, ready: Ready): Promise<PDFRef> {
  const channels = ready.kind === 'jpeg' ? ready.channels : ready.pixels.channels
  const colours = ready.icc
    ? context.obj([PDFName.of('ICCBased'), await profileObject(context, ready.icc, channels)])
    : PDFName.of(channels === 1 ? 'DeviceGray' : 'DeviceRGB')
  const sixteen = ready.kind === 'raw' && ready.pixels.data instanceof Uint16Array
  const bytes = ready.kind === 'jpeg' ? ready.bytes : await squeeze(bigEndian(ready.pixels.data))
  const dict = context.obj({
    Type: 'XObject',
    Subtype: 'Image',
    Width: ready.width,
    Height: ready.height,
    BitsPerComponent: sixteen ? 16 : 8,
    Filter: ready.kind === 'jpeg' ? 'DCTDecode' : 'FlateDecode',
    Length: bytes.length,
  })
  dict.set(PDFName.of('ColorSpace'), colours)
  return context.register(PDFRawStream.of(dict, bytes))
}

async function profileObject(context: PDFContext, icc: Uint8Array, channels: 1 | 3): Promise<PDFRef> {
  const bytes = await squeeze(icc)
  const dict = context.obj({ N: channels, Filter: 'FlateDecode', Length: bytes.length })
  return context.register(PDFRawStream.of(dict, bytes))
}

/** PDF samples are big-endian (ISO 32000-1, 8.9.5.2). The values given are not kept: they may be swapped in place. */
function bigEndian(data: Uint8Array | Uint16Array): Uint8Array {
  return data instanceof Uint16Array ? Buffer.from(data.buffer, data.byteOffset, data.byteLength).swap16() : data
}
