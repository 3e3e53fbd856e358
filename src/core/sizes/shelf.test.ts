import { describe, expect, it } from 'vitest'
import { fromInches, fromMm, um } from '@/core/length/length'
import { sameSheet, sizeById, sizeMeant, sizeTyped, withShelf } from './shelf'
import { STANDARD_SIZES } from './sizes'

const FIVE_SEVEN = { name: '5 × 7 in', short: fromInches(5), long: fromInches(7) }

describe('a size as people type it', () => {
  it.each(['5x7', '7 x 5', '127 x 177.8', '5 × 7 in', '17.8 x 12.7 cm', '5" x 7"', '127*178 mm', '5 by 7', '5 × 7'])(
    '%s is 5 x 7 in',
    (typed) => {
      expect(sizeMeant(typed, FIVE_SEVEN, 'mm')).toBe(true)
      expect(sizeMeant(typed, FIVE_SEVEN, 'in')).toBe(true)
    },
  )
  it.each(['5x8', '7', 'x', '5 x', '5x7x9', '127 x 181', '5 mm x 7 mm'])('%s is not', (typed) => {
    expect(sizeMeant(typed, { ...FIVE_SEVEN, name: 'small' }, 'mm')).toBe(false)
  })
})

describe('what lies on the shelf', () => {
  const sheet = (short: number, long: number) => ({ kind: 'sheet' as const, width: um(short), length: um(long) })
  it('is a size that slips know, once, and never a second one for a known size', () => {
    const sizes = withShelf(STANDARD_SIZES, [
      sheet(210_000, 297_000),
      sheet(210_500, 297_000),
      sheet(210_500, 297_000),
      { kind: 'roll', width: um(610_000), length: um(30_000_000) },
    ])
    const more = sizes.slice(STANDARD_SIZES.length)
    expect(more).toMatchObject([{ id: 'shelf_210500x297000', name: '210.5 × 297 mm', short: 210_500, long: 297_000 }])
    expect(sizeById(sizes, 'iso_a4_210x297mm')?.name).toBe('A4')
  })
  it('is known by its id when the paper is gone; other ids are not', () => {
    expect(sizeById([], 'shelf_210500x297000')).toMatchObject({ short: fromMm(210.5), long: fromMm(297) })
    expect(sizeById([], 'gone')).toBeNull()
  })
  it('is the very size: half a millimetre is another sheet', () => {
    expect(sameSheet({ short: 101_600, long: 152_400 }, { short: 101_600, long: 152_400 })).toBe(true)
    expect(sameSheet({ short: 210_000, long: 297_000 }, { short: 210_500, long: 297_000 })).toBe(false)
  })
})

describe('dimensions that no size has', () => {
  it.each([
    ['13 x 38 in', 330_200, 965_200],
    ['38in by 13in', 330_200, 965_200],
    ['200 × 150', 150_000, 200_000],
  ])('%s', (typed, short, long) => {
    expect(sizeTyped(typed, 'mm')).toEqual({ short, long })
  })
  it.each(['A4', '13', '13 x', 'x 38', '0 x 5', '13 x 38 x 2'])('%s are none', (typed) => {
    expect(sizeTyped(typed, 'mm')).toBeNull()
  })
})
