import type { Page } from '@/core/page/page'
import type { Delivery } from '@/core/print/delivery'
import type { RasterPage } from '@/formats/pwg-raster/write'
import { jpegPage, pwgRaster, type RasterPicture } from './raster'

/** A format in which a page goes to a printer. */
export type Writer = {
  readonly format: Delivery['format']
  /** pixels of a page that it can hold; null: any number, since it is written by bands */
  readonly mostPixels: number | null
  readonly write: (
    page: Page,
    pictures: ReadonlyMap<string, RasterPicture>,
    head: RasterPage,
    told: (part: number) => void,
  ) => AsyncGenerator<Uint8Array>
}

/** A JPEG page is held whole: a sheet of 330 x 483 mm at 300 ppi has 22 million pixels. */
const MOST_JPEG_PIXELS = 60_000_000

export const WRITERS: readonly Writer[] = [
  { format: 'image/pwg-raster', mostPixels: null, write: pwgRaster },
  { format: 'image/jpeg', mostPixels: MOST_JPEG_PIXELS, write: jpegPage },
]

export function writerOf(format: Delivery['format']): Writer {
  const writer = WRITERS.find((w) => w.format === format)
  if (!writer) throw new Error(`no writer makes ${format}`)
  return writer
}
