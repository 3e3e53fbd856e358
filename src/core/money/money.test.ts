import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { between } from '../../../test/between'
import { minor, readMoney, splitMoney, writeMoney } from './money'

const EUR = { code: 'EUR', exponent: 2 } as const

describe('money', () => {
  it('splits by largest remainder, ties to the earlier', () => {
    expect(splitMoney(minor(100), [1, 1, 1])).toEqual([34, 33, 33])
    expect(splitMoney(minor(184), [95.2, 63.6, 25])).toEqual([95, 64, 25])
    expect(splitMoney(minor(-100), [1, 1, 1])).toEqual([-34, -33, -33])
    expect(splitMoney(minor(5), [0, 0])).toEqual([3, 2])
    expect(splitMoney(minor(5), [])).toEqual([])
  })
  it('rounds halves away from zero, owed or owing', () => {
    expect([0.5, 1.5, 2.5, -0.5, -1.5, -2.5, -0.4, 2.4999].map(minor)).toEqual([1, 2, 3, -1, -2, -3, 0, 2])
    expect(() => minor(Number.NaN)).toThrow('not an amount')
  })
  it('shares always add up, and none is a unit away from its exact part', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: -1e7, max: 1e7 }),
        fc.array(between(0, 1e6), { minLength: 1, maxLength: 9 }),
        (total, weights) => {
          const shares = splitMoney(minor(total), weights)
          expect(shares.reduce((a, b) => a + b, 0)).toBe(total)
          const sum = weights.reduce((a, b) => a + b, 0)
          for (const [i, share] of shares.entries()) {
            const exact = sum === 0 ? total / weights.length : (total * (weights[i] ?? 0)) / sum
            expect(Math.abs(share - exact)).toBeLessThan(1.000001)
          }
        },
      ),
    )
  })
  it('is written and read with the currency’s digits', () => {
    expect(writeMoney(minor(184), EUR)).toBe('1.84')
    expect(writeMoney(minor(-5), EUR)).toBe('−0.05')
    expect(writeMoney(minor(5), { code: 'JPY', exponent: 0 })).toBe('5')
    expect(readMoney('1,8', EUR)).toEqual({ ok: true, value: 180 })
    expect(readMoney('12', EUR)).toEqual({ ok: true, value: 1200 })
    expect(readMoney('-0.05', EUR)).toEqual({ ok: true, value: -5 })
    expect(readMoney('1.845', EUR)).toMatchObject({ problem: { code: 'money_too_fine', exponent: 2 } })
    expect(readMoney('two', EUR)).toMatchObject({ problem: { code: 'money_unread', text: 'two' } })
  })
})
