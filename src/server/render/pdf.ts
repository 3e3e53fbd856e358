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
import type { Embedded } from './embed'
import { outlinesOf } from './letters'

const squeeze = promisify(deflate)

const POINTS_PER_INCH = 72 // ISO 32000-1, 8.3.2.3: default user space
const pt = (umLength: number): number => (umLength * POINTS_PER_INCH) / UM_PER_INCH

/** Pictures that a page shows, by their id: as they are embedded, and their size as seen. */
export type Pictures = ReadonlyMap<string, { readonly embedded: Embedded; readonly size: PictureSize }>

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
export async function writePdf(page: Page, pictures: Pictures, about: PdfAbout): Promise<Uint8Array> {
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
  const names = await embedAll(doc, sheet, page, pictures)
  for (const item of page.items) draw(sheet, item, down, pictures, names)
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

/** Each picture that the page shows, once, however often it is shown; its name on the page by its id. */
async function embedAll(
  doc: PDFDocument,
  sheet: PDFPage,
  page: Page,
  pictures: Pictures,
): Promise<ReadonlyMap<string, PDFName>> {
  const names = new Map<string, PDFName>()
  for (const item of page.items) {
    if (item.kind !== 'picture' || names.has(item.pictureId)) continue
    const picture = pictures.get(item.pictureId)
    if (!picture) throw new Error(`the page shows picture ${item.pictureId}, which was not given`)
    names.set(item.pictureId, sheet.node.newXObject('Picture', await imageObject(doc.context, picture.embedded)))
  }
  return names
}

function draw(
  sheet: PDFPage,
  item: PageItem,
  down: Affine,
  pictures: Pictures,
  names: ReadonlyMap<string, PDFName>,
): void {
  switch (item.kind) {
    case 'picture': {
      const [picture, name] = [pictures.get(item.pictureId), names.get(item.pictureId)]
      if (!picture || !name) throw new Error(`picture ${item.pictureId} was not embedded`)
      sheet.pushOperators(...pictureOperators(sheet, item, name, picture, down))
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
        setFillingGrayscaleColor(1 - (item.black ?? 1)),
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

function pictureOperators(
  sheet: PDFPage,
  part: PicturePart,
  name: PDFName,
  { embedded, size }: { readonly embedded: Embedded; readonly size: PictureSize },
  down: Affine,
): readonly PDFOperator[] {
  const stored = chain(orientationMatrix(embedded.orientation), chain(pictureMatrix(part, size), down))
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

async function imageObject(context: PDFContext, image: Embedded): Promise<PDFRef> {
  const colours = image.icc
    ? context.obj([PDFName.of('ICCBased'), await profileObject(context, image.icc, image.channels)])
    : PDFName.of(image.channels === 1 ? 'DeviceGray' : 'DeviceRGB')
  const dict = context.obj({
    Type: 'XObject',
    Subtype: 'Image',
    Width: image.width,
    Height: image.height,
    BitsPerComponent: image.bits,
    Filter: image.filter,
    Length: image.bytes.length,
  })
  dict.set(PDFName.of('ColorSpace'), colours)
  return context.register(PDFRawStream.of(dict, image.bytes))
}

async function profileObject(context: PDFContext, icc: Uint8Array, channels: 1 | 3): Promise<PDFRef> {
  const bytes = await squeeze(icc)
  const dict = context.obj({ N: channels, Filter: 'FlateDecode', Length: bytes.length })
  return context.register(PDFRawStream.of(dict, bytes))
}
