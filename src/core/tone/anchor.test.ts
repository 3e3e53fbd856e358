import { describe, expect, it } from 'vitest'
import { anchored, SPOT } from '../../../test/sampled'
import { readingOf, scannerCurve, throughScanner } from './anchor'
import { ENCODINGS, lightOf } from './encoding'
import { luminance } from './lightness'
import { judge, ranked, rankedByEye, reasonFor, stepsApart } from './rank'
import { typedReading } from './typed'

describe('light of a scanner', () => {
  it('of every encoding goes from 0 to 1 and rises', () => {
    for (const encoding of ENCODINGS) {
      expect([lightOf(encoding, 0), lightOf(encoding, 1)].map((v) => Math.round(v * 1e6) / 1e6)).toEqual([0, 1])
      for (let v = 0.01; v <= 1; v += 0.01) expect(lightOf(encoding, v)).toBeGreaterThan(lightOf(encoding, v - 0.01))
    }
    expect(lightOf('sRGB', 0.5)).toBeCloseTo(0.214, 4)
    expect(lightOf('gamma 1.8', 0.5)).toBeCloseTo(0.2872, 4)
    expect(lightOf('L*', 0.5)).toBeCloseTo(0.1842, 4)
    expect([lightOf('linear', -1), lightOf('linear', 2)]).toEqual([0, 1])
  })
  it('is anchored on paper and full black: gain and flare are taken back', () => {
    const truth = [95, 80, 60, 40, 20, 12]
    const seen = truth.map((l) => 0.9 * (luminance(l) + 0.01))
    const reading = readingOf(anchored(seen), { anchor: { white: 95, black: 12, source: 'instrument' } })
    expect(reading.within).toBe(6)
    for (const [i, p] of reading.patches.entries()) expect(p.l).toBeCloseTo(truth[i] ?? 0, 6)
    // a spread of light is a spread of lightness: larger where it is dark
    const unsure = readingOf(anchored(seen, 0.001), { anchor: { white: 95, black: 12, source: 'assumed' } })
    expect(unsure.patches[5]?.spread ?? 0).toBeGreaterThan(4 * (unsure.patches[0]?.spread ?? 0))
  })
  it('is known by a scanner check, between its patches and a little beyond', () => {
    const truth = [95, 70, 45, 20]
    const seen = truth.map((l) => 0.8 * luminance(l) ** 1.02 + 0.005)
    const curve = scannerCurve(
      seen,
      truth.map((l, i) => ({ d: i / 3, l, spread: 0.1, ab: null })),
    )
    const reading = readingOf(anchored(seen), { scanner: curve })
    expect(reading.within).toBe(1)
    for (const [i, p] of reading.patches.entries()) expect(p.l).toBeCloseTo(truth[i] ?? 0, 6)
    const through = throughScanner(curve)
    expect(through(0)).toBeGreaterThanOrEqual(0)
    expect(through(0.9)).toBeGreaterThan(through(0.8))
    expect(() => throughScanner({ points: [{ light: 0.5, l: 50 }] })).toThrow('two points')
    expect(() => scannerCurve([0.1], [])).toThrow('1 patches scanned, 0 metered')
    expect(SPOT).toHaveLength(4)
  })
})

describe('ranking', () => {
  const reading = (gamma: number, black: number) =>
    judge({
      patches: Array.from({ length: 21 }, (_, i) => ({
        ...{ d: i / 20, l: 95 - (95 - black) * (i / 20) ** gamma, spread: 0.1, ab: null },
      })),
      within: 0.3,
    })
  it('puts first what needs the lighter correction, then what is blacker', () => {
    const all = [reading(0.7, 12), reading(0.95, 18), reading(0.95, 14), reading(1, 17)]
    expect(ranked(all)).toEqual([3, 2, 1, 0])
    expect(reasonFor(all[2] as never, all[1] as never)).toEqual({ code: 'deeper_black', by: expect.closeTo(4, 1) })
    expect(reasonFor(all[3] as never, all[0] as never)).toMatchObject({ code: 'lighter_correction' })
    expect(reasonFor(all[1] as never, all[1] as never)).toEqual({ code: 'alike' })
  })
  it('says how much of the other’s correction it needs', () => {
    const [light, strong] = [reading(0.9, 15), reading(0.7, 15)]
    const reason = reasonFor(light, strong)
    if (reason.code !== 'lighter_correction') throw new Error(reason.code)
    expect(reason.share).toBeGreaterThan(0.25)
    expect(reason.share).toBeLessThan(0.4)
    expect(strong.correction).toBeGreaterThan(light.correction)
  })
})

describe('ranking by eye', () => {
  it('puts first where more steps part, then where the darks part further down', () => {
    const [closed, open, late] = [
      { lightest: 1, deepest: 14, steps: 21 },
      { lightest: 1, deepest: 19, steps: 21 },
      { lightest: 2, deepest: 15, steps: 21 },
    ]
    expect(rankedByEye([closed, open, late])).toEqual([1, 2, 0])
    expect(stepsApart(open)).toBe(19)
    expect(rankedByEye([{ lightest: 1, deepest: 45, steps: 51 }, open])).toEqual([1, 0])
  })
})

describe('a reading that is typed', () => {
  const lines = (of: (i: number) => string, count = 21): string =>
    Array.from({ length: count }, (_, i) => of(i)).join('\n')
  it('may be L* alone, L* a* b*, numbered, with decimal commas and empty lines', () => {
    const plain = typedReading(`\n${lines((i) => String(95 - 3.5 * i))}\n\n`, 21)
    expect(plain.ok && [plain.value.patches[20]?.l, plain.value.patches[20]?.ab]).toEqual([25, null])
    const tinted = typedReading(
      lines((i) => `${95 - 3 * i},5; 0,1; −0,4`),
      21,
    )
    expect(tinted.ok && tinted.value.patches[0]).toMatchObject({ d: 0, l: 95.5, ab: [0.1, -0.4] })
    const numbered = typedReading(
      lines((i) => `${i + 1}\t${95 - 3 * i}`),
      21,
    )
    expect(numbered.ok && numbered.value.patches[2]?.l).toBe(89)
  })
  it('that cannot be says where', () => {
    expect(
      typedReading(
        lines((i) => (i === 3 ? 'paper' : '50')),
        21,
      ),
    ).toMatchObject({
      problem: { code: 'not_a_number', line: 4, text: 'paper' },
    })
    expect(
      typedReading(
        lines((i) => (i === 5 ? '1 2 3 4 5' : '50')),
        21,
      ),
    ).toMatchObject({
      problem: { code: 'wrong_numbers', line: 6, has: 5 },
    })
    expect(
      typedReading(
        lines((i) => (i === 0 ? '120' : '50')),
        21,
      ),
    ).toMatchObject({ problem: { code: 'not_lightness' } })
    expect(
      typedReading(
        lines(() => '50', 22),
        21,
      ),
    ).toMatchObject({ problem: { code: 'wrong_lines', has: 22 } })
  })
})
