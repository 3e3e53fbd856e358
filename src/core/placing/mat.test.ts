import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { fromMm, um } from '@/core/length/length'
import { matAround, printFor } from './mat'

const MAT = { under: fromMm(5), side: fromMm(40), foot: fromMm(50) }

describe('a mat', () => {
  it('around a print shows it less what lies under, and is as much wider as its borders', () => {
    expect(matAround({ w: fromMm(180), h: fromMm(240) }, MAT)).toEqual({
      window: { w: 170_000, h: 230_000 },
      outer: { w: 250_000, h: 320_000 },
    })
  })
  it('that covers all, or leaves no window, is none', () => {
    expect(matAround({ w: fromMm(10), h: fromMm(240) }, MAT)).toBeNull()
    expect(matAround({ w: fromMm(180), h: fromMm(10) }, MAT)).toBeNull()
    expect(printFor({ w: fromMm(80), h: fromMm(400) }, MAT)).toBeNull()
    expect(printFor({ w: fromMm(400), h: fromMm(90) }, MAT)).toBeNull()
  })
  it('for a frame and back is the same frame', () => {
    const mm = (least: number, most: number) => fc.integer({ min: least * 1000, max: most * 1000 }).map(um)
    fc.assert(
      fc.property(mm(200, 900), mm(200, 900), mm(0, 9), mm(1, 90), mm(1, 100), (w, h, under, side, foot) => {
        const mat = { under, side, foot }
        const print = printFor({ w, h }, mat)
        if (print) expect(matAround(print, mat)?.outer).toEqual({ w, h })
      }),
    )
  })
})
