import type { PictureHeader, PngHeader, TiffPicture } from '@/formats/picture/types'

/** What one decoder may hold. */
const MOST_BYTES = 1.2e9

/** What a decoder keeps beside the samples themselves, by trial: buffers of its own, and the rows on their way out. */
const BESIDE = 1.15

export type Need = { readonly bytes: number; readonly why: string }

/** What opening a picture holds at once; most are read row by row and hold next to nothing. */
function needOf(header: PictureHeader, picture: TiffPicture | null): Need {
  switch (header.format) {
    case 'JPEG':
      // every coefficient of every component is kept until the last scan, two octets each (ITU-T T.81, G.1)
      return header.progressive
        ? { bytes: header.width * header.height * header.samplesPerPixel * 2 * BESIDE, why: 'it is a progressive JPEG' }
        : { bytes: 0, why: '' }
    case 'PNG':
      // seven passes over the whole picture (PNG, 8.2), and a copy of it in rows
      return header.interlaced
        ? {
            bytes: 2 * header.width * header.height * header.channels * (header.bits > 8 ? 2 : 1),
            why: 'it is an interlaced PNG',
          }
        : { bytes: 0, why: '' }
    case 'TIFF':
      // what is not packed is read row by row, whatever its strips
      return picture && picture.compression !== 1
        ? { bytes: picture.pieceBytes * 2 * BESIDE, why: 'it is a TIFF packed in one piece' }
        : { bytes: 0, why: '' }
    default:
      return header satisfies never
  }
}

/** The need of a picture that is too large to be opened, or null. */
export function tooMuch(header: PictureHeader, picture: TiffPicture | null): Need | null {
  const need = needOf(header, picture)
  return need.bytes > MOST_BYTES ? need : null
}

/** Which picture of a TIFF is meant: the first, unless it is a small copy of a larger one. */
export function chosenPicture(pictures: readonly TiffPicture[]): number {
  const area = (p: TiffPicture | undefined): number => (p ? p.width * p.height : 0)
  const largest = pictures.reduce((best, p, i) => (area(p) > area(pictures[best]) ? i : best), 0)
  const [first] = pictures
  return first && (first.reduced || area(first) * 4 <= area(pictures[largest])) ? largest : 0
}

const COMPRESSIONS = new Set([1, 2, 3, 4, 5, 7, 8, 32773, 32946])
const COMPRESSION_NAMES: Readonly<Record<number, string>> = {
  6: 'old JPEG',
  34661: 'JBIG',
  34676: 'SGI LogLuv',
  34712: 'JPEG 2000',
  34887: 'LERC',
  34925: 'LZMA',
  50000: 'Zstandard',
  50001: 'WebP',
  50002: 'JPEG XL',
}
/** CIE L*a*b* in its three TIFF forms, and LogLuv. */
const PHOTOMETRICS: Readonly<Record<number, string>> = { 8: 'Lab', 9: 'Lab', 10: 'Lab', 32844: 'LogL', 32845: 'LogLuv' }

/** What a sound file is that is not taken here, in words; null when it is taken. */
export function notTaken(header: PictureHeader, picture: TiffPicture | null): string | null {
  switch (header.format) {
    case 'JPEG':
      if (header.bits !== 8) return `it is a JPEG with ${header.bits} bits a sample`
      if (header.lossless) return 'it is a lossless JPEG of the old kind'
      return header.components === 2 || header.components > 4 ? `it is a JPEG with ${header.components} channels` : null
    case 'PNG':
      return null
    case 'TIFF':
      return picture && tiffNotTaken(picture)
    default:
      return header satisfies never
  }
}

function tiffNotTaken(p: TiffPicture): string | null {
  const space = PHOTOMETRICS[p.photometric]
  if (space) return `it is a TIFF in ${space}`
  if (p.sampleFormat === 3 || p.sampleFormat > 4) return `it is a TIFF in floating point (${p.bits} bits)`
  if (p.sampleFormat === 2) return 'it is a TIFF with signed numbers'
  if (p.bits > 16) return `it is a TIFF with ${p.bits} bits a channel`
  if (p.photometric === 5) return null // separated: said by its own sentence
  if (p.channels > 4) return `it is a TIFF with ${p.channels} channels`
  if (!COMPRESSIONS.has(p.compression))
    return `it is a TIFF packed as ${COMPRESSION_NAMES[p.compression] ?? `number ${p.compression}`}`
  return null
}

/** sRGB's file gamma, ISO/IEC 15948 11.3.2.5. */
const SRGB_GAMMA = 0.45455

/** What a PNG says of its colours without a profile, which is not heeded: said, and the file counts as untagged. */
export function pngNote(header: PngHeader): string | null {
  if (header.described !== null) return null
  const odd = [
    ...(header.gamma !== null && Math.abs(header.gamma - SRGB_GAMMA) > 0.01
      ? [`a gamma of ${Math.round(100 / header.gamma) / 100}`]
      : []),
    ...(header.primaries === 'other' ? ['primaries of its own'] : []),
  ]
  return odd.length > 0 ? `it states ${odd.join(' and ')} without a profile` : null
}
