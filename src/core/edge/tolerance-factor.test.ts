import { describe, expect, it } from 'vitest'
import { chiSquaredAbove, normalCdf, toleranceFactor } from './tolerance-factor'

/** mulberry32 */
const seeded = (seed: number) => () => {
  seed = (seed + 0x6d2b79f5) >>> 0
  let t = Math.imul(seed ^ (seed >>> 15), seed | 1)
  t ^= t + Math.imul(t ^ (t >>> 7), t | 61)
  return ((t ^ (t >>> 14)) >>> 0) / 4_294_967_296
}

describe('distributions', () => {
  it('the normal distribution, as printed in any table', () => {
    expect(normalCdf(0)).toBeCloseTo(0.5, 7)
    expect(normalCdf(1.959964)).toBeCloseTo(0.975, 6)
    expect(normalCdf(-1)).toBeCloseTo(0.1586553, 6)
  })
  it('chi-squared, odd and even, as printed in any table', () => {
    expect(chiSquaredAbove(3.841459, 1)).toBeCloseTo(0.05, 6)
    expect(chiSquaredAbove(5.991465, 2)).toBeCloseTo(0.05, 6)
    expect(chiSquaredAbove(1.063623, 4)).toBeCloseTo(0.9, 6)
    expect(chiSquaredAbove(11.0705, 5)).toBeCloseTo(0.05, 5)
    expect(chiSquaredAbove(0, 3)).toBe(1)
  })
})

describe('two-sided tolerance factors, 95 % with 90 % confidence', () => {
  it.each([
    [2, 18.221],
    [3, 6.823],
    [4, 4.913],
    [5, 4.142],
    [6, 3.723],
    [8, 3.27],
    [10, 3.026],
    [20, 2.57],
  ])('%i values: %f', (n, k) => {
    expect(Math.abs(toleranceFactor(n) / k - 1)).toBeLessThan(0.0005)
  })
  it('is what it says when tried: nine of ten samples of five hold 95 %', () => {
    const random = seeded(11)
    const normal = (): number => Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random())
    const k = toleranceFactor(5)
    const tries = 40_000
    let held = 0
    for (let i = 0; i < tries; i++) {
      const v = [normal(), normal(), normal(), normal(), normal()]
      const mean = v.reduce((a, b) => a + b, 0) / 5
      const s = Math.sqrt(v.reduce((a, b) => a + (b - mean) ** 2, 0) / 4)
      if (normalCdf(mean + k * s) - normalCdf(mean - k * s) >= 0.95) held += 1
    }
    expect(Math.abs(held / tries - 0.9)).toBeLessThan(0.006)
  })
  it('falls with more values, towards the normal 1.96', () => {
    const all = [3, 4, 5, 8, 15, 40, 120].map((n) => toleranceFactor(n))
    expect(all).toEqual([...all].sort((a, b) => b - a))
    expect(all.at(-1)).toBeGreaterThan(1.96)
    expect(all.at(-1)).toBeLessThan(2.2)
  })
  it('wants two values', () => {
    expect(() => toleranceFactor(1)).toThrow('two values')
  })
})
