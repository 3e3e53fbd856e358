import { type LengthUnit, type Um, um } from '@/core/length/length'
import { readLength } from '@/core/length/read'
import { tradePair } from '@/core/length/write'
import { folded } from '@/core/names/fold'
import { customPwgName, type Size } from './sizes'

/** Two forms of a paper are the same within 0.1 mm: what rounding of inches makes, and less than any cutter's error. */
export const SAME_FORM_UM = 100

type Sheet = { readonly short: number; readonly long: number }

/** @example sameSheet({ short: 210000, long: 297000 }, { short: 210060, long: 297000 }) // true */
export const sameSheet = (a: Sheet, b: Sheet): boolean =>
  Math.abs(a.short - b.short) <= SAME_FORM_UM && Math.abs(a.long - b.long) <= SAME_FORM_UM

/** @example sameWidth(610000, 609800) // false */
export const sameWidth = (a: number, b: number): boolean => Math.abs(a - b) <= SAME_FORM_UM

const ID = /^shelf_(\d{1,9})x(\d{1,9})$/

/** A size that is known only because the room keeps paper of it. */
const shelfSize = (short: Um, long: Um): Size => ({
  id: `shelf_${short}x${long}`,
  name: tradePair(short, long, 'mm'),
  family: 'On the shelf',
  short,
  long,
  unit: 'mm',
  pwg: customPwgName('shelf', short, long, 'mm'),
})

/**
 * The sizes, and every sheet on the shelf that none of them is: what is kept can be asked for.
 * @example withShelf([], [{ kind: 'sheet', width: 329000, length: 483000 }]).map((s) => s.name) // ['329 × 483 mm']
 */
export function withShelf(
  sizes: readonly Size[],
  stocks: readonly { readonly kind: 'sheet' | 'roll'; readonly width: Um; readonly length: Um }[],
): readonly Size[] {
  const more: Size[] = []
  for (const s of stocks) {
    if (s.kind !== 'sheet') continue
    const form = { short: s.width, long: s.length }
    if (![...sizes, ...more].some((known) => sameSheet(known, form))) more.push(shelfSize(s.width, s.length))
  }
  return [...sizes, ...more]
}

/**
 * A size by its id; one from the shelf is known by its id alone, also when the paper is gone.
 * @example sizeById([], 'shelf_123400x234500').short // 123400
 */
export function sizeById(sizes: readonly Size[], id: string): Size | null {
  const known = sizes.find((s) => s.id === id)
  if (known) return known
  const [, short, long] = ID.exec(id) ?? []
  return short && long ? shelfSize(um(Number(short)), um(Number(long))) : null
}

/** Typed dimensions are a size within this: people leave fractions of a millimetre away. */
const TYPED_UM = 600

/** Dimensions as they can be read: in the unit that was typed, else in each that people use, this room's first. */
function dimensions(typed: string, unit: LengthUnit): readonly { readonly short: Um; readonly long: Um }[] {
  const sides = typed
    .trim()
    .toLowerCase()
    .split(/\s*[x×*]\s*|\s+by\s+/)
  if (sides.length !== 2) return []
  const [one = '', two = ''] = sides
  const last = /[a-z"″”]+\s*$/.exec(two)?.[0] ?? ''
  const units = last === '' ? [...new Set([unit, 'mm', 'in', 'cm'])] : [last]
  return units.flatMap((u) => {
    const [a, b] = [
      readLength(/[a-z"″”]\s*$/.test(one) ? one : `${one} ${u}`, unit),
      readLength(last === '' ? `${two} ${u}` : two, unit),
    ]
    if (!a.ok || !b.ok) return []
    return [{ short: um(Math.min(a.value, b.value)), long: um(Math.max(a.value, b.value)) }]
  })
}

/**
 * The dimensions that were typed, in the room's unit where none was; null: it is none.
 * @example sizeTyped('13 x 38 in', 'mm') // { short: 330200, long: 965200 }
 */
export const sizeTyped = (typed: string, unit: LengthUnit): { readonly short: Um; readonly long: Um } | null => {
  const [first] = dimensions(typed, unit)
  return first && first.short > 0 ? first : null
}

/**
 * Whether a size is meant by what was typed: a part of its name, or its dimensions in any unit and either way round.
 * @example sizeMeant('7 x 5', { name: '5 x 7', short: 127000, long: 177800 }, 'in') // true
 */
export function sizeMeant(typed: string, size: Pick<Size, 'name' | 'short' | 'long'>, unit: LengthUnit): boolean {
  const text = folded(typed.trim())
  if (text === '' || folded(size.name).includes(text)) return true
  return dimensions(typed, unit).some(
    ({ short, long }) => Math.abs(size.short - short) <= TYPED_UM && Math.abs(size.long - long) <= TYPED_UM,
  )
}
