import sharp from 'sharp'
import type { Page } from '@/core/page/page'
import { bands, pixelsOf } from './raster'

export const GREY_FORMATS = ['png', 'tiff'] as const
export type GreyFormat = (typeof GREY_FORMATS)[number]

/** Edges of patches lie within a twentieth of a millimetre, and a large sheet is still a small file. */
const PPI = 300

/**
 * A page of marks and text as a picture: grey in 16 bits, no profile, with its resolution, so that it is as large as the
 * page wherever it is printed at its own size.
 */
export async function greyFile(page: Page, format: GreyFormat, ppi = PPI): Promise<Buffer> {
  const [width, height] = [pixelsOf(page.sheet.width, ppi), pixelsOf(page.sheet.length, ppi)]
  const whole = new Uint16Array(width * height)
  const head = { width, height, ppi, colour: 'sgray', bits: 16, sizeName: '', mediaType: '', printQuality: 4 } as const
  for await (const { rows, samples } of bands(page, new Map(), head)) whole.set(samples, rows.from * width)
  const picture = sharp(whole, { raw: { width, height, channels: 1 } })
    .toColourspace('grey16')
    .withDensity(ppi)
  return format === 'png'
    ? picture.png({ compressionLevel: 6 }).toBuffer()
    : picture.tiff({ compression: 'deflate', xres: ppi / 25.4, yres: ppi / 25.4 }).toBuffer()
}
