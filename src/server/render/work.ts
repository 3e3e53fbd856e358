import type { Page } from '@/core/page/page'
import type { Conversion } from '@/core/print/colour'
import type { Delivery } from '@/core/print/delivery'
import { ok, type Result } from '@/core/result/result'
import type { GreyWay } from '@/core/tone/to-grey'
import type { Problem } from '@/core/words/problems'
import type { RasterPage } from '@/formats/pwg-raster/write'
import { embed } from './embed'
import { type OpenPicture, openPicture } from './open-picture'
import { type PdfAbout, type Pictures, writePdf } from './pdf'
import type { PictureFile } from './picture-file'
import type { Target } from './stages'
import { writerOf } from './writers'

/** A picture on a page with its file, and what is done to its numbers. */
type Shown = { readonly id: string; readonly file: PictureFile; readonly convert: Conversion }

/** A page to make, with everything that it needs beside files: it goes to another thread as it is. */
export type Work = {
  readonly page: Page
  readonly pictures: readonly Shown[]
  readonly target: Target | null
  readonly curve: readonly number[] | null
  readonly grey: GreyWay | null
}
/** A page for a printer. */
export type RasterWork = Work & {
  readonly kind: 'raster'
  readonly head: RasterPage
  readonly format: Delivery['format']
}
/** A page as a print-ready file. */
export type PdfWork = Work & { readonly kind: 'pdf'; readonly about: PdfAbout }

/** A page whose pictures are open: what can go wrong has gone wrong before anything is said to a printer. */
export type OpenPage = {
  readonly stream: (told: (part: number) => void) => AsyncGenerator<Uint8Array>
  readonly close: () => void
}

export async function openRaster(work: RasterWork): Promise<Result<OpenPage, Problem>> {
  const opened = new Map<string, OpenPicture>()
  const close = (): void => {
    for (const picture of opened.values()) picture.close()
    opened.clear()
  }
  for (const { id, file, convert } of work.pictures) {
    const picture = await openPicture(file, { convert, target: work.target, curve: work.curve, grey: work.grey })
    if (!picture.ok) {
      close()
      return picture
    }
    opened.set(id, picture.value)
  }
  const { write } = writerOf(work.format)
  return ok({ stream: (told) => write(work.page, opened, work.head, told), close })
}

/** @param told how far it is, 0..1 */
export async function makePdf(work: PdfWork, told: (part: number) => void): Promise<Result<Uint8Array, Problem>> {
  const pictures = new Map<string, NonNullable<ReturnType<Pictures['get']>>>()
  for (const [i, { id, file, convert }] of work.pictures.entries()) {
    const embedded = await embed(file, { convert, target: work.target, curve: work.curve, grey: work.grey })
    if (!embedded.ok) return embedded
    pictures.set(id, { embedded: embedded.value, size: { width: file.width, height: file.height } })
    told((0.8 * (i + 1)) / work.pictures.length)
  }
  return ok(await writePdf(work.page, pictures, work.about))
}
