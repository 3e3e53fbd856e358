import { readJpegHeader } from './jpeg'
import { readPngHeader } from './png'
import { readTiffHeader } from './tiff'
import type { PictureHeader, ReadAt } from './types'

/** What the first part of a picture file says; null when it is no header that can be read. Bounded in time and memory. */
export const readPictureHeader = (read: ReadAt): PictureHeader | null =>
  readJpegHeader(read) ?? readPngHeader(read) ?? readTiffHeader(read)
