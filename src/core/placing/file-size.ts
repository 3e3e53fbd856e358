import { fromMm, UM_PER_INCH, type Um, um } from '@/core/length/length'
import type { Quarter } from '@/core/sheet/sheet'
import type { LaidPlacing, PictureSize, PxRect } from './placing'

/** How large a file says that its picture is, upright. */
export type StatedSize = { readonly width: Um; readonly height: Um }

/** Densities across and along that differ by less are one, rounded differently. */
const SAME_DENSITY = 0.005

/**
 * The size that follows from pixels and the density that a file states; null for none, and for pixels that are not
 * square, which no print can take literally.
 * @example statedSize({ width: 3508, height: 4961 }, { across: 300, along: 300 }) // { width: 297011, height: 420031 }
 */
export function statedSize(
  size: PictureSize,
  density: { readonly across: number; readonly along: number } | null,
): StatedSize | null {
  if (!density || Math.abs(density.across / density.along - 1) > SAME_DENSITY) return null
  const at = (px: number): Um => um((px * UM_PER_INCH) / density.across)
  return { width: at(size.width), height: at(size.height) }
}

/**
 * `file size` as a size on the sheet: the crop at the file's own scale, its upright width along whichever edge it stands.
 * @example literally({ x: 0, y: 0, w: 500, h: 400 }, { width: 1000, height: 800 }, { width: 200000, height: 160000 }, 0) // { mode: 'exact', by: { edge: 'width', um: 100000 } }
 */
export function literally(crop: PxRect, size: PictureSize, stated: StatedSize, quarter: Quarter): LaidPlacing {
  const length = um((crop.w * stated.width) / size.width)
  return { mode: 'exact', by: { edge: quarter % 2 === 0 ? 'width' : 'height', um: length } }
}

/** Densities that cameras, screens and programs write by themselves: nobody meant a size by them. */
const BY_ITSELF = [72, 96]
/** Densities that people work in; by themselves they mean no size. */
const USUAL = [...BY_ITSELF, 150, 180, 200, 240, 254, 300, 350, 360, 400, 600, 720]

/** Whole steps in which sizes are given: a millimetre, an eighth of an inch. */
const STEPS = [fromMm(1), UM_PER_INCH / 8]

/**
 * Whether somebody sized the file for a print: its density is none that comes by itself, and either one that nobody works
 * in (the pixels were kept and the size was set), or both edges are whole steps, within a pixel.
 * @example sizedOnPurpose({ width: 3508, height: 4961 }, { width: 297011, height: 420031 }) // true
 */
export function sizedOnPurpose(size: PictureSize, stated: StatedSize): boolean {
  const pixel = stated.width / size.width
  const ppi = UM_PER_INCH / pixel
  const near = (list: readonly number[]): boolean => list.some((d) => Math.abs(ppi / d - 1) < SAME_DENSITY)
  if (near(BY_ITSELF)) return false
  if (!near(USUAL)) return true
  const whole = (length: number, step: number): boolean => Math.abs(length - Math.round(length / step) * step) <= pixel
  return STEPS.some((step) => whole(stated.width, step) && whole(stated.height, step))
}
