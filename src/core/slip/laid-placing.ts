import { literally } from '@/core/placing/file-size'
import { type LaidPlacing, wholeCrop } from '@/core/placing/placing'
import type { Quarter } from '@/core/sheet/sheet'
import type { PieceBody } from './body'
import type { PictureFacts } from './facts'

/**
 * What is asked of a piece as it can be laid. A file that states no size is laid whole meanwhile; a check stops it and
 * says so.
 * @example laidPlacing({ ...PRINT.pieces[0], placing: { mode: 'file size' } }, PICTURE, 0).mode // 'whole'
 */
export function laidPlacing({ placing, crop }: PieceBody, picture: PictureFacts | null, quarter: Quarter): LaidPlacing {
  if (placing.mode !== 'file size') return placing
  return picture?.stated ? literally(crop ?? wholeCrop(picture), picture, picture.stated, quarter) : { mode: 'whole' }
}
