import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { between } from '../../../test/between'
import { fAbove, incompleteBeta, tBeyond } from './beyond-chance'

describe('tails of F and t, as printed in any table', () => {
  it.each([
    [161.448, 1, 1, 0.05],
    [4.965, 1, 10, 0.05],
    [3.326, 5, 10, 0.05],
    [9.364, 5, 4, 0.025],
    [5.636, 5, 10, 0.01],
    [2.203, 15, 20, 0.05],
  ])('F %f with %i and %i: %f', (f, above, below, share) => {
    expect(fAbove(f, above, below)).toBeCloseTo(share, 3)
  })
  it.each([
    [12.706, 1, 0.05],
    [2.228, 10, 0.05],
    [-2.228, 10, 0.05],
    [3.169, 10, 0.01],
    [2.845, 20, 0.01],
    [0, 7, 1],
  ])('t beyond %f with %i: %f', (t, df, share) => {
    expect(tBeyond(t, df)).toBeCloseTo(share, 3)
  })
  it('the ends, and the mirror of the beta function', () => {
    expect(incompleteBeta(0, 2, 3)).toBe(0)
    expect(incompleteBeta(1, 2, 3)).toBe(1)
    expect(incompleteBeta(0.25, 1, 1)).toBeCloseTo(0.25, 12)
    fc.assert(
      fc.property(between(0.01, 0.99), between(0.5, 40), between(0.5, 40), (x, a, b) => {
        expect(incompleteBeta(x, a, b) + incompleteBeta(1 - x, b, a)).toBeCloseTo(1, 10)
      }),
    )
  })
  it('t squared is F with one degree above', () => {
    expect(fAbove(2.5 ** 2, 1, 9)).toBeCloseTo(tBeyond(2.5, 9), 10)
  })
})
