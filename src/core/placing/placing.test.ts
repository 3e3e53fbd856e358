import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { fromInches, fromMm } from '@/core/length/length'
import { contains, type Quarter, rect } from '@/core/sheet/sheet'
import { STANDARD_SIZES } from '@/core/sizes/sizes'
import { between } from '../../../test/between'
import { adviseSizes, steppedSize } from './advice'
import { clampCrop, placePicture, recrop, resolution, sharpFrom, wholeCrop } from './placing'

const MIDDLE = { x: 0.5, y: 0.5 }
const frameMm = (w: number, h: number) => rect(0, 0, w * 1000, h * 1000)

describe('placing, by the examples', () => {
  it('5472 × 3648 px filling 254 × 203.2 mm loses 16.7 % at the sides, at 456 ppi', () => {
    const crop = wholeCrop({ width: 5472, height: 3648 })
    const placed = placePicture(crop, 0, frameMm(254, 203.2), { mode: 'fill' }, MIDDLE)
    expect(placed.lossPercent).toBeCloseTo(16.67, 1)
    expect(placed.used).toMatchObject({ x: 456, y: 0, w: 4560, h: 3648 })
    const ppi = resolution(placed.used, 0, placed.rect)
    expect([Math.round(ppi.across), Math.round(ppi.along)]).toEqual([456, 456])
  })
  it('a 16:9 picture 420 mm high is 746.7 mm long, and loses 18.3 % where only 610 are there', () => {
    const crop = wholeCrop({ width: 3840, height: 2160 })
    const high = { mode: 'exact', by: { edge: 'height', um: fromMm(420) } } as const
    expect(placePicture(crop, 0, frameMm(900, 420), high, MIDDLE).rect.w).toBe(746_667)
    expect(placePicture(crop, 0, frameMm(610, 420), { mode: 'fill' }, MIDDLE).lossPercent).toBeCloseTo(18.3, 1)
  })
  it('120 ppi looks sharp from 0.73 m', () => {
    expect(sharpFrom(120) / 1e6).toBeCloseTo(0.73, 2)
  })
  it('4800 px on 180 mm is 677 ppi', () => {
    const crop = wholeCrop({ width: 4800, height: 6400 })
    const placed = placePicture(crop, 0, frameMm(180, 240), { mode: 'whole' }, MIDDLE)
    expect(Math.round(resolution(placed.used, 0, placed.rect).across)).toBe(677)
  })
})

const picture = fc.record({ width: fc.integer({ min: 20, max: 20_000 }), height: fc.integer({ min: 20, max: 20_000 }) })
const frame = fc
  .tuple(...[0, 1, 2, 3].map(() => fc.integer({ min: 5000, max: 900_000 })))
  .map(([x, y, w, h]) => rect(x ?? 0, y ?? 0, w ?? 1, h ?? 1))
const anchor = fc.record({
  x: between(0, 1),
  y: between(0, 1),
})
const quarter = fc.constantFrom<Quarter>(0, 1, 2, 3)

describe('placing, whatever the picture', () => {
  it('whole fits, keeps everything and its ratio', () => {
    fc.assert(
      fc.property(picture, quarter, frame, anchor, (p, q, f, a) => {
        const placed = placePicture(wholeCrop(p), q, f, { mode: 'whole' }, a)
        expect(contains(f, placed.rect, 1)).toBe(true)
        expect(placed.lossPercent).toBeLessThan(1e-6)
        expect(placed.used).toMatchObject({ x: 0, y: 0, w: p.width, h: p.height })
      }),
    )
  })
  it('fill covers the frame, and what is used lies in the picture', () => {
    fc.assert(
      fc.property(picture, quarter, frame, anchor, (p, q, f, a) => {
        const placed = placePicture(wholeCrop(p), q, f, { mode: 'fill' }, a)
        expect(placed.rect).toEqual(f)
        expect(contains(placed.full, f, 1)).toBe(true)
        const { x, y, w, h } = placed.used
        expect(Math.min(x, y)).toBeGreaterThanOrEqual(0)
        expect(x + w).toBeLessThanOrEqual(p.width + 1e-6)
        expect(y + h).toBeLessThanOrEqual(p.height + 1e-6)
      }),
    )
  })
  it('turned by a quarter, the anchor that keeps the top keeps the picture’s left side', () => {
    const crop = wholeCrop({ width: 400, height: 100 })
    const f = rect(0, 0, 100_000, 100_000)
    const keep = (q: Quarter) => placePicture(crop, q, f, { mode: 'fill' }, { x: 0.5, y: 0 }).used
    expect(keep(1)).toMatchObject({ x: 0, w: 100 })
    expect(keep(3)).toMatchObject({ x: 300, w: 100 })
    const across = (q: Quarter) => placePicture(crop, q, f, { mode: 'fill' }, { x: 0, y: 0.5 }).used
    expect(across(0)).toMatchObject({ x: 0, w: 100 })
    expect(across(2)).toMatchObject({ x: 300, w: 100 })
  })
  it('an exact long edge follows the picture, lying or standing', () => {
    const long = { mode: 'exact', by: { edge: 'long', um: fromMm(300) } } as const
    const lying = placePicture(wholeCrop({ width: 300, height: 200 }), 0, frameMm(500, 500), long, MIDDLE)
    expect(lying.rect).toMatchObject({ w: 300_000, h: 200_000 })
    const turned = placePicture(wholeCrop({ width: 300, height: 200 }), 1, frameMm(500, 500), long, MIDDLE)
    expect(turned.rect).toMatchObject({ w: 200_000, h: 300_000 })
  })
  it('both edges given, the rest is lost', () => {
    const both = { mode: 'exact', by: { edge: 'both', width: fromMm(100), height: fromMm(100) } } as const
    const placed = placePicture(wholeCrop({ width: 300, height: 200 }), 0, frameMm(500, 500), both, MIDDLE)
    expect(placed.lossPercent).toBeCloseTo(33.33, 1)
    expect(placed.rect).toEqual(rect(200_000, 200_000, 100_000, 100_000))
  })
})

describe('crop', () => {
  it('of another ratio shows as much, about the same middle', () => {
    const size = { width: 1200, height: 900 }
    expect(recrop({ x: 400, y: 300, w: 400, h: 100 }, 1, size)).toEqual({ x: 500, y: 250, w: 200, h: 200 })
    expect(recrop({ x: 500, y: 250, w: 200, h: 200 }, 4, size)).toEqual({ x: 400, y: 300, w: 400, h: 100 })
  })
  it('is made smaller where the picture ends, and moved no further than it must be', () => {
    const size = { width: 300, height: 200 }
    expect(recrop(wholeCrop(size), 1, size)).toEqual({ x: 50, y: 0, w: 200, h: 200 })
    expect(recrop(wholeCrop(size), 3, size)).toEqual({ x: 0, y: 50, w: 300, h: 100 })
    expect(recrop({ x: 200, y: 0, w: 100, h: 100 }, 4, size)).toEqual({ x: 100, y: 25, w: 200, h: 50 })
  })
  it('there and back is where it was', () => {
    fc.assert(
      fc.property(between(0.3, 3), between(0.3, 3), (a, b) => {
        const size = { width: 4000, height: 3000 }
        const first = recrop({ x: 1900, y: 1400, w: 200, h: 200 }, a, size)
        const back = recrop(recrop(first, b, size), a, size)
        for (const k of ['x', 'y', 'w', 'h'] as const) expect(back[k]).toBeCloseTo(first[k], 6)
      }),
    )
  })
  it('stays in its picture', () => {
    fc.assert(
      fc.property(
        picture,
        fc.record({ x: fc.integer(), y: fc.integer(), w: fc.integer(), h: fc.integer() }),
        (p, c) => {
          const k = clampCrop(c, p)
          expect(k.w).toBeGreaterThanOrEqual(1)
          expect(k.x).toBeGreaterThanOrEqual(0)
          expect(k.x + k.w).toBeLessThanOrEqual(p.width)
          expect(k.y + k.h).toBeLessThanOrEqual(p.height)
        },
      ),
    )
  })
})

describe('advice', () => {
  it('sorts the sizes by what a filling print would lose', () => {
    const [first] = adviseSizes(wholeCrop({ width: 4000, height: 5000 }), STANDARD_SIZES)
    expect(first?.size.name).toBe('8 × 10 in')
    expect(first?.lossPercent).toBeCloseTo(0, 6)
  })
  it('finds the size in whole steps that is nearest to the ratio', () => {
    const stepped = steppedSize(wholeCrop({ width: 3, height: 4 }), { w: fromMm(250.2), h: fromMm(339) }, 'mm')
    expect(stepped).toMatchObject({ w: 240_000, h: 320_000 })
    const inches = steppedSize(wholeCrop({ width: 4, height: 5 }), { w: fromInches(9), h: fromInches(11) }, 'in')
    expect(inches).toMatchObject({ w: fromInches(8), h: fromInches(10) })
    expect(steppedSize(wholeCrop({ width: 3, height: 4 }), { w: fromMm(3), h: fromMm(4) }, 'mm')).toBeNull()
  })
})
