import { describe, expect, it } from 'vitest'
import { fromInches, fromMm } from '@/core/length/length'
import { type FeedLimits, fitSize } from './fit'
import { customPwgName, STANDARD_SIZES, sameSize } from './sizes'

describe('standard sizes', () => {
  it('carry a PWG name whose dimensions are theirs', () => {
    expect(STANDARD_SIZES.length).toBeGreaterThan(35)
    for (const size of STANDARD_SIZES) {
      const match = /_([\d.]+)x([\d.]+)(mm|in)$/.exec(size.pwg)
      expect(match, size.pwg).not.toBeNull()
      const factor = match?.[3] === 'in' ? 25_400 : 1000
      expect(Number(match?.[1]) * factor, size.pwg).toBeCloseTo(size.short, 3)
      expect(Number(match?.[2]) * factor, size.pwg).toBeCloseTo(size.long, 3)
      expect(size.short).toBeLessThanOrEqual(size.long)
    }
    expect(new Set(STANDARD_SIZES.map((s) => s.id)).size).toBe(STANDARD_SIZES.length)
  })
  it('a room’s own size gets a custom name', () => {
    expect(customPwgName('Herbarium sheet', fromMm(290), fromMm(420), 'mm')).toBe('custom_herbarium-sheet_290x420mm')
    expect(customPwgName('Été 8½', fromInches(8.5), fromInches(12), 'in')).toBe('custom_ete-81-2_8.5x12in')
    expect(customPwgName('¿?', fromMm(100), fromMm(100.5), 'mm')).toBe('custom_size_100x100.5mm')
  })
  it('two pages are one size within 0.2 mm', () => {
    const a4 = { short: fromMm(210), long: fromMm(297) }
    expect(sameSize(a4, 210_200, 296_800)).toBe(true)
    expect(sameSize(a4, 210_201, 297_000)).toBe(false)
  })
})

describe('fitting a feed', () => {
  const stack: FeedLimits = {
    kind: 'stack',
    minWidth: fromMm(89),
    maxWidth: fromMm(329),
    minLength: fromMm(127),
    maxLength: fromMm(483),
  }
  it('short edge first when it can', () => {
    expect(fitSize(fromMm(210), fromMm(297), stack, null)).toEqual({ leads: 'short', turned: false, problems: [] })
  })
  it('is turned when only that fits, and says so', () => {
    const wide = { ...stack, minWidth: fromMm(200), maxLength: fromMm(280) }
    expect(fitSize(fromMm(210), fromMm(297), wide, null)).toEqual({ leads: 'long', turned: true, problems: [] })
  })
  it('names what does not fit, with figures of the short edge first', () => {
    expect(fitSize(fromMm(420), fromMm(594), stack, null).problems).toEqual([
      { code: 'size_too_wide', isUm: 420_000, limitUm: 329_000 },
      { code: 'size_too_long', isUm: 594_000, limitUm: 483_000 },
    ])
    expect(fitSize(fromMm(50), fromMm(70), stack, null).problems.map((p) => p.code)).toEqual([
      'size_too_narrow',
      'size_too_short',
    ])
  })
  it('never turns a roll, whatever is longer', () => {
    const roll: FeedLimits = { ...stack, kind: 'roll', maxLength: fromMm(9000) }
    expect(fitSize(fromMm(610), fromMm(200), roll, null).problems[0]?.code).toBe('size_too_wide')
  })
  it('keeps to the longest print of the media setting', () => {
    const longest = { mediaSetting: 'Plain', um: fromMm(400) }
    const fit = fitSize(fromMm(297), fromMm(420), stack, longest)
    expect(fit.problems).toEqual([
      { code: 'longer_than_media_setting', isUm: 420_000, limitUm: 400_000, mediaSetting: 'Plain' },
    ])
  })
})
