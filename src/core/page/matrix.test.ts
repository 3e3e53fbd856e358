import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { type Quarter, rect } from '@/core/sheet/sheet'
import { between } from '../../../test/between'
import { type Affine, apply, chain, orientationMatrix, pictureMatrix } from './matrix'
import type { PicturePart } from './page'

const part = (quarter: Quarter, mirror = false): PicturePart => ({
  kind: 'picture',
  pictureId: 'p',
  quarter,
  mirror,
  full: rect(1000, 2000, 300, 400),
  window: rect(1000, 2000, 300, 400),
  crop: { x: 0, y: 0, w: 30, h: 40 },
})
const at = (m: Affine, x: number, y: number): number[] => apply(m, x, y).map((v) => Math.round(v * 1e6) / 1e6)

describe('the matrix that lays a picture', () => {
  const size = { width: 30, height: 40 }
  it('puts the corners where a turned picture has them', () => {
    expect(at(pictureMatrix(part(0), size), 0, 0)).toEqual([1000, 2000])
    expect(at(pictureMatrix(part(1), size), 0, 0)).toEqual([1300, 2000]) // clockwise: top left goes to top right
    expect(at(pictureMatrix(part(2), size), 0, 0)).toEqual([1300, 2400])
    expect(at(pictureMatrix(part(3), size), 0, 0)).toEqual([1000, 2400])
  })
  it.each<[Quarter, string]>([
    [0, 'abcd'],
    [1, 'cadb'],
    [2, 'dcba'],
    [3, 'bdac'],
  ])('%i quarters clockwise show the corners abcd (row by row) as %s', (quarter, seen) => {
    const m = pictureMatrix(part(quarter), size)
    const corners = { a: [0, 0], b: [1, 0], c: [0, 1], d: [1, 1] } as const
    const letter = new Map(Object.entries(corners).map(([name, [x, y]]) => [at(m, x, y).join(), name]))
    expect(['1000,2000', '1300,2000', '1000,2400', '1300,2400'].map((c) => letter.get(c)).join('')).toBe(seen)
  })
  it('lays only the crop on the rectangle', () => {
    const cropped = { ...part(0), crop: { x: 15, y: 0, w: 15, h: 40 } }
    expect(at(pictureMatrix(cropped, size), 0.5, 0)).toEqual([1000, 2000])
    expect(at(pictureMatrix(cropped, size), 0, 0)).toEqual([700, 2000])
    const below = { ...part(0), crop: { x: 0, y: 10, w: 30, h: 20 } }
    expect(at(pictureMatrix(below, size), 0, 0.25)).toEqual([1000, 2000])
    expect(at(pictureMatrix(below, size), 0, 0)).toEqual([1000, 1800])
  })
  it('mirrors about the window’s middle', () => {
    expect(at(pictureMatrix(part(0, true), size), 0, 0)).toEqual([1300, 2000])
  })
  it('every orientation keeps the unit square, and 6 turns clockwise', () => {
    for (let o = 1; o <= 8; o++) {
      const m = orientationMatrix(o)
      const corners = [at(m, 0, 0), at(m, 1, 1)]
      expect(
        corners.flat().every((v) => v === 0 || v === 1),
        String(o),
      ).toBe(true)
    }
    expect(at(orientationMatrix(6), 0, 0)).toEqual([1, 0])
    expect(at(orientationMatrix(8), 0, 0)).toEqual([0, 1])
    expect(() => orientationMatrix(9)).toThrow('orientation 9')
  })
  it.each([
    [1, 'abcd'],
    [2, 'badc'],
    [3, 'dcba'],
    [4, 'cdab'],
    [5, 'acbd'],
    [6, 'cadb'],
    [7, 'dbca'],
    [8, 'bdac'],
  ])('orientation %i shows the stored corners abcd (row by row) as %s', (orientation, seen) => {
    const m = orientationMatrix(orientation)
    const stored = { a: [0, 0], b: [1, 0], c: [0, 1], d: [1, 1] } as const
    const lands = Object.entries(stored).map(([letter, [x, y]]) => [at(m, x, y).join(), letter])
    const corner = new Map(lands as [string, string][])
    expect(['0,0', '1,0', '0,1', '1,1'].map((c) => corner.get(c)).join('')).toBe(seen)
  })
  it('chains in order', () => {
    const affine = fc.array(between(-3, 3), { minLength: 6, maxLength: 6 })
    fc.assert(
      fc.property(affine, affine, between(-5, 5), (p, q, x) => {
        const [a, b] = [p as unknown as Affine, q as unknown as Affine]
        const once = apply(chain(a, b), x, 1)
        const twice = apply(b, ...apply(a, x, 1))
        expect(once[0]).toBeCloseTo(twice[0], 6)
        expect(once[1]).toBeCloseTo(twice[1], 6)
      }),
    )
  })
})
