import { describe, expect, it } from 'vitest'
import { atStrength, bends, curveOf, priceOf, responseOf, throughCurve } from './curve'
import { lightness, luminance } from './lightness'
import { fallingFit, throughPoints } from './monotone'
import { evenSteps, type Reading } from './reading'
import { verdictOf } from './verdict'

/** Numbers from 0 to 1, the same for the same seed. */
function dice(seed: number): () => number {
  let state = seed
  return () => {
    state = (state * 1664525 + 1013904223) % 2 ** 32
    return state / 2 ** 32
  }
}

/** By how much a sequence rises at most from one value to the next. */
const rises = (values: readonly number[]): number => Math.max(...values.slice(1).map((v, i) => v - (values[i] ?? v)))

/** A wedge of so many patches, as a printer answers. */
const read = (answer: (d: number) => number, steps = 21, spread = 0.1): Reading => ({
  patches: Array.from({ length: steps }, (_, i) => {
    const d = i / (steps - 1)
    return { d, l: answer(d), spread, ab: null }
  }),
  within: 0.3,
})

describe('lightness', () => {
  it('of the perfect white is 100, of nothing 0, and back is the same everywhere, over the straight part too', () => {
    expect(lightness(1)).toBeCloseTo(100, 10)
    expect(lightness(0)).toBe(0)
    for (let l = 0; l <= 100; l += 0.5) expect(lightness(luminance(l))).toBeCloseTo(l, 9)
  })
  it('of what is beyond is the nearer end', () => {
    expect(lightness(1.2)).toBeCloseTo(100, 10)
    expect(luminance(-3)).toBe(0)
  })
})

describe('the falling fit', () => {
  it('leaves what falls as it is, and takes what rises together by its weights', () => {
    expect(fallingFit([9, 7, 7, 1])).toEqual([9, 7, 7, 1])
    expect(fallingFit([90, 60, 70], [1, 3, 1])).toEqual([90, 62.5, 62.5])
    expect(fallingFit([1, 2, 3])).toEqual([2, 2, 2])
    expect(fallingFit([])).toEqual([])
  })
  it('is nearer than any other falling sequence that is tried', () => {
    const random = dice(7)
    const far = (a: readonly number[], b: readonly number[]): number =>
      a.reduce((sum, v, i) => sum + (v - (b[i] ?? 0)) ** 2, 0)
    for (let round = 0; round < 60; round++) {
      const values = Array.from({ length: 6 }, () => random() * 10)
      const fit = fallingFit(values)
      expect(rises(fit)).toBeLessThan(1e-12)
      for (let n = 0; n < 200; n++) {
        const other = fit.map((v) => v + (random() - 0.5) * 2).sort((a, b) => b - a)
        expect(far(other, values)).toBeGreaterThanOrEqual(far(fit, values) - 1e-9)
      }
    }
  })
})

describe('the curve through points', () => {
  it('meets every point, is a straight line through straight ones, and never overshoots', () => {
    const random = dice(3)
    const line = throughPoints([0, 0.2, 0.7, 1], [10, 8, 3, 0])
    for (let x = 0; x <= 1; x += 0.05) expect(line(x)).toBeCloseTo(10 - 10 * x, 9)
    for (let round = 0; round < 40; round++) {
      const xs = Array.from({ length: 8 }, (_, i) => i + random() * 0.8)
      const ys = Array.from({ length: 8 }, () => random() ** 4 * 50).sort((a, b) => b - a)
      const curve = throughPoints(xs, ys)
      for (const [i, x] of xs.entries()) expect(curve(x)).toBeCloseTo(ys[i] ?? 0, 9)
      const seen = Array.from({ length: 400 }, (_, i) =>
        curve((xs[0] ?? 0) + (i / 399) * ((xs[7] ?? 0) - (xs[0] ?? 0))),
      )
      expect(rises(seen)).toBeLessThan(1e-9)
    }
  })
  it('stays at its ends beyond them, and says what is no curve', () => {
    const curve = throughPoints([1, 2], [5, 3])
    expect([curve(0), curve(9)]).toEqual([5, 3])
    expect(() => throughPoints([0, 0], [1, 2])).toThrow('rise in x')
    expect(() => throughPoints([], [])).toThrow('no curve')
  })
})

describe('the correction', () => {
  it('makes the steps of any printer even: gamma, a shoulder, shadows that close up', () => {
    const random = dice(11)
    for (let round = 0; round < 40; round++) {
      const [gamma, shoulder, white, black] = [
        0.6 + 1.2 * random(),
        0.25 * random(),
        90 + 8 * random(),
        8 + 16 * random(),
      ]
      const answer = (d: number): number => {
        const toned = (d + shoulder * Math.sin(Math.PI * d) * d) ** gamma
        return white - (white - black) * Math.min(1, toned)
      }
      const curve = curveOf(read(answer, 51))
      const after = read((d) => answer(throughCurve(curve, d)))
      expect(Math.max(...bends(after).map(Math.abs))).toBeLessThan(0.7)
      expect(rises(curve.table.map((v) => -v))).toBeLessThanOrEqual(0)
      expect([curve.table[0], curve.table.at(-1)]).toEqual([0, 1])
    }
  })
  it('follows a beginning so steep that no cubic could: a gamma of 0.62 with a shoulder', () => {
    const answer = (d: number): number => {
      const bent = d ** 0.62
      return 95 - 80 * Math.min(1, bent - 0.17 * Math.sin(Math.PI * bent) * bent)
    }
    const curve = curveOf(read(answer, 51))
    const after = read((d) => answer(throughCurve(curve, d)), 51)
    expect(Math.max(...bends(after).map(Math.abs))).toBeLessThan(0.4)
  })
  it('of no strength is none, and of half is half of it', () => {
    const reading = read((d) => 95 - 80 * Math.sqrt(d))
    expect(throughCurve(atStrength(curveOf(reading), 0), 0.3)).toBeCloseTo(0.3, 9)
    const [full, half] = [throughCurve(curveOf(reading), 0.3), throughCurve(atStrength(curveOf(reading), 0.5), 0.3)]
    expect(full).toBeCloseTo(0.09, 2)
    expect(half).toBeCloseTo((0.3 + full) / 2, 9)
  })
  it('reads through a reversal by its falling fit', () => {
    const reading = read((d) => 95 - 80 * d)
    const patches = reading.patches.map((p, i) => (i === 10 ? { ...p, l: p.l + 6 } : p))
    const response = responseOf({ ...reading, patches })
    for (let d = 0.01; d <= 1; d += 0.01) expect(response(d)).toBeLessThanOrEqual(response(d - 0.01) + 1e-9)
  })
  it('says its price: what loses a quarter of the levels advises another media setting', () => {
    const price = (answer: (d: number) => number) => {
      const reading = read(answer)
      return priceOf(curveOf(reading), responseOf(reading))
    }
    expect(price((d) => 95 - 80 * d)).toMatchObject({ level: 'fine', levels: 256 })
    // shadows that close up at half of the scale: everything is squeezed into the other half
    const closed = price((d) => 95 - 80 * Math.min(1, 2 * d))
    expect(closed).toMatchObject({ level: 'stop' })
    expect(closed.levels).toBeLessThan(140)
    const steep = price((d) => 95 - 80 * d ** 0.45)
    expect(steep.largestStep).toBeGreaterThan(1.5)
    expect(steep.steepest).toBeGreaterThan(1.5)
  })
})

describe('the verdict', () => {
  it('of even steps has nothing to say', () => {
    const verdict = verdictOf(read((d) => evenSteps(d, 95, 15)))
    expect(verdict).toMatchObject({ white: 95, black: 15, blocked: [], reversed: [], tint: null })
    expect(verdict.worstBend).toBeLessThan(1e-9)
    expect(verdict.lastTenth).toBeCloseTo(8, 9)
    // a hundredth in luminance is two in density
    expect(verdictOf(read((d) => evenSteps(d, lightness(1), lightness(0.01)))).densityRange).toBeCloseTo(2, 9)
  })
  it('names where shadows close up and where more black gives less', () => {
    const closing = verdictOf(read((d) => Math.max(15, 95 - 100 * d)))
    expect(closing.blocked.map((s) => s.from)).toEqual([0.8, 0.85, 0.9, 0.95])
    expect(closing.lastTenth).toBe(0)
    expect(closing.worstAt).toBeCloseTo(0.8, 9)
    const back = read((d) => (d === 0.5 ? 62 : 95 - 80 * d))
    expect(verdictOf(back).reversed).toEqual([{ from: 0.45, to: 0.5 }])
    // what is within the spread of the reading is no reversal
    const noisy = { ...back, patches: back.patches.map((p) => ({ ...p, spread: 2 })) }
    expect(verdictOf(noisy).reversed).toEqual([])
  })
  it('gives the tint less the paper’s, by thirds', () => {
    const reading = read((d) => 95 - 80 * d, 10)
    const patches = reading.patches.map((p) => ({ ...p, ab: [1 + 3 * p.d, -2] as const }))
    const tint = verdictOf({ ...reading, patches }).tint
    expect(tint?.map(([, b]) => b)).toEqual([0, 0, 0])
    const a = tint?.map(([v]) => v) ?? []
    expect(a[0]).toBeCloseTo(0.5, 9)
    expect(a[1]).toBeCloseTo(4 / 3, 9)
    expect(a[2]).toBeCloseTo(2.5, 9)
  })
})
