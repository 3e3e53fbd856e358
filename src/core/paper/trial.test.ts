import { describe, expect, it } from 'vitest'
import { sayFlaw, sayLasts } from '@/core/words/trial'
import { daysLeft, isLow, leftOf } from './lasts'
import { type JudgingRules, screenFlaws, trialFlaws } from './trial'

const HOUR = 3_600_000
const DAY = 24 * HOUR
const RULES: JudgingRules = { screenDays: 30, brightestScreen: 120, dryHours: 24 }
const now = 100 * DAY
const screen = (days: number, brightness = 110) => ({ at: now - days * DAY, brightness, white: 6500 })
const codes = (flaws: readonly { readonly code: string }[]): readonly string[] => flaws.map((f) => f.code)

describe('a screen as a judge', () => {
  it('is good for the days that the room says, and not brighter than it says', () => {
    expect(screenFlaws(screen(30), now, RULES)).toEqual([])
    expect(screenFlaws(screen(31), now, RULES)).toEqual([{ code: 'screen measured long ago', days: 31, good: 30 }])
    expect(screenFlaws(screen(1, 120), now, RULES)).toEqual([])
    expect(screenFlaws(screen(1, 121), now, RULES)).toEqual([{ code: 'screen too bright', brightness: 121, most: 120 }])
    expect(codes(screenFlaws(screen(40, 200), now, RULES))).toEqual(['screen measured long ago', 'screen too bright'])
    expect(screenFlaws(null, now, RULES)).toEqual([{ code: 'screen not measured' }])
  })
})

describe('what speaks against a judgement', () => {
  const judged = (light: Parameters<typeof trialFlaws>[0]['light'], hoursAgo: number | null) =>
    trialFlaws({ light, printedAt: hoursAgo === null ? null : now - hoursAgo * HOUR, at: now }, undefined, RULES)
  it('a light under which no two days look alike', () => {
    expect(judged('viewing booth', null)).toEqual([])
    expect(judged('window at noon', 24)).toEqual([])
    expect(codes(judged('room lamps', 48))).toEqual(['poor light'])
    expect(codes(judged('another light', 48))).toEqual(['poor light'])
  })
  it('a print that is not dry, and nothing where nobody knows when it was printed', () => {
    expect(judged('viewing booth', 23.9)).toEqual([{ code: 'not dry', hours: 23, needs: 24 }])
    expect(judged('viewing booth', 24)).toEqual([])
    // a clock that was set back since
    expect(judged('viewing booth', -2)).toEqual([{ code: 'not dry', hours: 0, needs: 24 }])
  })
  it('the screen it was held against, where it was held against one', () => {
    const beside = (s: Parameters<typeof trialFlaws>[1]) =>
      codes(trialFlaws({ light: 'viewing booth', printedAt: null, at: now }, s, RULES))
    expect(beside(undefined)).toEqual([])
    expect(beside(null)).toEqual(['screen not measured'])
    expect(beside(screen(31))).toEqual(['screen measured long ago'])
  })
  it('is said in sentences with their figures', () => {
    expect(sayFlaw({ code: 'not dry', hours: 3, needs: 24 })).toBe(
      'judged 3 hours after printing; a print looks as it will after 24',
    )
    expect(sayFlaw({ code: 'screen too bright', brightness: 180, most: 120 })).toMatch(/180 cd\/m², above 120/)
    expect(sayFlaw({ code: 'screen measured long ago', days: 40, good: 30 })).toMatch(/40 days before; good for 30/)
    expect(sayFlaw({ code: 'poor light', light: 'room lamps' })).toMatch(/the room’s lamps/)
    expect(sayFlaw({ code: 'screen not measured' })).toMatch(/never measured/)
  })
})

describe('how long a stock lasts', () => {
  it('is what is left over its mean use; nothing can be said where nothing was used', () => {
    expect(daysLeft(45, 90, 90)).toBe(45)
    expect(daysLeft(-3, 90, 90)).toBe(0)
    expect(daysLeft(10, 0, 90)).toBeNull()
  })
  it('counts what is unopened and what is opened, and no debt', () => {
    const roll = {
      kind: 'roll',
      count: 1,
      length: 10_000_000,
      rolls: [{ left: 2_000_000 }, { left: 500_000 }],
    } as const
    expect([leftOf(roll), leftOf({ ...roll, count: -1 })]).toEqual([12_500_000, 2_500_000])
    expect([3, -3].map((count) => leftOf({ kind: 'sheet', count, length: 9, rolls: [] }))).toEqual([3, 0])
  })
  it('is low below two weeks, and where hardly anything is left', () => {
    const sheets = { kind: 'sheet', count: 40, length: 0, rolls: [] } as const
    expect([null, 14, 13.9].map((days) => isLow(sheets, days))).toEqual([false, false, true])
    expect([5, 6].map((count) => isLow({ ...sheets, count }, null))).toEqual([true, false])
  })
  it('is said no finer than a mean can be', () => {
    expect([null, 0.4, 1, 13, 14, 59, 60, 400, 900].map(sayLasts)).toEqual([
      ...['not used lately', 'less than a day', 'about 1 day', 'about 13 days', 'about 2 weeks', 'about 8 weeks'],
      ...['about 2 months', 'about 13 months', 'more than two years'],
    ])
  })
})
