import { describe, expect, it } from 'vitest'
import { um } from '@/core/length/length'
import { FIGURES } from '../../../test/slip-facts'
import { offBeyondChance, pooled, sharpened, spreadOf, withPool } from './pool'
import { pooledFactor, toleranceFactor } from './tolerance-factor'

const like = (n: number, s2 = 10_000, mean = 0) => ({ n, mean, s2 })

describe('the spread of measured sheets', () => {
  it('is that of the values; one value has none', () => {
    expect(spreadOf([40, 60, 80])).toEqual({ n: 3, mean: 60, s2: 400 })
    expect(spreadOf([7, 7])).toEqual({ n: 2, mean: 7, s2: 0 })
    expect(spreadOf([7])).toBeNull()
  })
  it('is pooled by degrees of freedom, whatever the means', () => {
    expect(pooled([like(5, 100), like(15, 400, 900)])).toEqual({ df: 18, s2: (4 * 100 + 14 * 400) / 18 })
    expect(pooled([])).toBeNull()
  })
  it('five sheets alone cost 4.1, with fifteen more of their kind 2.8', () => {
    expect(sharpened(like(5), 5, [])).toEqual({ drift: Math.round(100 * toleranceFactor(5)), df: 4, alone: false })
    expect(sharpened(like(5), 5, [like(15)])?.drift).toBe(279)
    expect(pooledFactor(5, 4)).toBe(toleranceFactor(5))
    expect(pooledFactor(20, 19)).toBe(toleranceFactor(20))
  })
  it('a check of one sheet has a drift by the others; nothing measured has none', () => {
    expect(sharpened(null, 1, [like(10)])?.df).toBe(9)
    expect(sharpened(null, 1, [])).toBeNull()
  })
  it('a check that contradicts the others stands alone, at either end', () => {
    const alone = (s2: number) => sharpened(like(5, s2), 5, [like(15)])?.alone
    // F(4, 14) at half a per cent: 5.998; F(14, 4): 20.51
    expect([alone(59_000), alone(61_000)]).toEqual([false, true])
    expect([alone(500), alone(480)]).toEqual([false, true])
    expect(sharpened(like(5, 61_000), 5, [like(15)])?.df).toBe(4)
  })
  it('sheets that all lie the same are never a contradiction of themselves', () => {
    expect(sharpened(like(5, 0), 5, [like(4, 0)])).toEqual({ drift: 0, df: 7, alone: false })
  })
})

describe('runs that lie off their promise', () => {
  it('by more than chance: Student’s t at one in a hundred', () => {
    // 16 runs and five sheets: the mean is unsure by 100 * sqrt(1/16 + 1/5) = 51.2; t(19) at 1 %: 2.861
    expect(offBeyondChance(like(16, 10_000, 146), 5, { df: 19, s2: 10_000 })).toBe(false)
    expect(offBeyondChance(like(16, 10_000, 147), 5, { df: 19, s2: 10_000 })).toBe(true)
    expect(offBeyondChance(like(16, 10_000, -147), 5, { df: 19, s2: 10_000 })).toBe(true)
  })
  it('no spread at all: any mean is off', () => {
    expect(offBeyondChance(like(4, 0, 0), 5, { df: 7, s2: 0 })).toBe(false)
    expect(offBeyondChance(like(4, 0, 1), 5, { df: 7, s2: 0 })).toBe(true)
  })
})

describe('a check’s figures with everything that was measured on its feed', () => {
  const own = { across: like(5), along: like(5, 40_000) }
  it('keep all but the drift, and say how many sheets it rests on', () => {
    const runs = { across: like(15), along: like(12, 40_000) }
    const made = withPool(FIGURES, own, 5, [runs])
    expect(made).toEqual({
      ...FIGURES,
      accuracy: { ...FIGURES.accuracy, driftAcross: 279, driftAlong: Math.round(200 * pooledFactor(5, 15)) },
      pool: { sheets: 17, alone: false },
    })
  })
  it('stay as they are where nothing else was measured, or an axis has no spread', () => {
    expect(withPool(FIGURES, own, 5, [])).toBe(FIGURES)
    expect(withPool(FIGURES, { across: null, along: null }, 1, [{ across: like(9), along: null }])).toBe(FIGURES)
    expect(um(0)).toBe(0)
  })
})
