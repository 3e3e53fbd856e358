import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { fromInches, fromMm, LONGEST_UM, um } from './length'
import { readLength } from './read'
import { lengthNumber, tradeLength, tradeNumber, tradePair, writeLength, writeNumber } from './write'

describe('reading a length', () => {
  const read: readonly [string, 'mm' | 'in', number][] = [
    ['8.5 in', 'mm', 215_900],
    ['8 1/2"', 'mm', 215_900],
    ['8½ in', 'mm', 215_900],
    ['210 mm', 'in', 210_000],
    ['21 cm', 'in', 210_000],
    ['30,5 cm', 'in', 305_000],
    ['210', 'mm', 210_000],
    ['8,5', 'in', 215_900],
    ['1/16 in', 'mm', 1588],
    ['.5', 'in', 12_700],
    ['1.2 m', 'mm', 1_200_000],
    ['0', 'mm', 0],
    ['-0', 'mm', 0],
  ]
  it.each(read)('%s in a room of %s is %d um', (text, unit, expected) => {
    expect(readLength(text, unit)).toEqual({ ok: true, value: expected })
  })

  const refused: readonly [string, string][] = [
    ['', 'length_empty'],
    ['   ', 'length_empty'],
    ['8,,5', 'length_unread'],
    ['-3 in', 'length_negative'],
    ['1e9 mm', 'length_unread'],
    ['1000000000 mm', 'length_too_long'],
    ['9'.repeat(400), 'length_too_long'],
    ['abc', 'length_unread'],
    ['12 furlongs', 'length_unread'],
    ['1.234.567', 'length_unread'],
    ['1/0 in', 'length_divided_by_zero'],
    ['8 1/0"', 'length_divided_by_zero'],
  ]
  it.each(refused)('%s is refused as %s and what was typed is kept', (text, code) => {
    const result = readLength(text, 'mm')
    expect(result).toMatchObject({ ok: false, problem: { code, text } })
  })

  it('never throws, whatever is typed', () => {
    fc.assert(
      fc.property(fc.string(), fc.constantFrom('mm' as const, 'in' as const), (text, unit) => {
        const result = readLength(text, unit)
        if (result.ok) expect(Number.isInteger(result.value)).toBe(true)
      }),
    )
  })

  it('reads back what it writes to the precision written', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 9_000_000 }), fc.constantFrom('mm' as const, 'in' as const), (n, unit) => {
        const back = readLength(tradeLength(um(n), unit), unit)
        expect(back.ok && Math.abs(back.value - n)).toBeLessThanOrEqual(unit === 'mm' ? 50 : 127)
      }),
    )
  })
})

describe('writing a length', () => {
  it('mm to 0.1, inches to 0.01', () => {
    expect(lengthNumber(fromMm(257), 'mm')).toBe('257.0')
    expect(writeLength(um(63_849), 'mm')).toBe('63.8 mm')
    expect(writeLength(fromMm(257), 'in')).toBe('10.12 in')
  })
  it('names sizes in the trade’s way, fractions only where exact', () => {
    expect(tradeLength(fromInches(8.5), 'in')).toBe('8 1/2 in')
    expect(tradeLength(um(1588), 'in')).toBe('1/16 in')
    expect(tradeLength(fromInches(0.375), 'in')).toBe('3/8 in')
    expect(tradeLength(fromMm(257), 'in')).toBe('10.12 in')
    expect(tradePair(fromMm(210), fromMm(297), 'mm')).toBe('210 × 297 mm')
    expect(tradeLength(fromMm(250.2), 'mm')).toBe('250.2 mm')
  })
  it('uses a true minus and thin spaces, and no minus on a rounded zero', () => {
    expect(writeNumber(-3.25, 1)).toBe('−3.3')
    expect(writeNumber(-0.01, 1)).toBe('0.0')
    expect(writeNumber(12345.6, 1)).toBe('12\u2009345.6')
    expect(writeNumber(1195, 0)).toBe('1195')
  })
})

describe('um', () => {
  it('rounds halves away from zero', () => {
    expect([um(0.5), um(-0.5), um(1587.5), um(-0.2)]).toEqual([1, -1, 1588, 0])
  })
  it('throws on what is no number', () => {
    expect(() => um(Number.NaN)).toThrow('not a length')
    expect(() => um(Number.POSITIVE_INFINITY)).toThrow('not a length')
  })
})

describe('what screens write is read back', () => {
  it.each([
    ['10\u2009000', 10_000_000],
    ['24 700', 24_700_000],
    ['10\u2009000.5 mm', 10_000_500],
    ['1 234 567', 1_234_567_000],
    ['8 1/2 in', 215_900],
    ['100 1/2 in', 2_552_700],
  ] as const)('%s', (text, value) => {
    const read = readLength(text, 'mm')
    expect(value > LONGEST_UM ? read.ok : read).toEqual(value > LONGEST_UM ? false : { ok: true, value })
  })
  it('a whole number before a fraction is no thousand', () => {
    expect(readLength('8 125/1000 in', 'mm')).toEqual({ ok: true, value: um(8.125 * 25_400) })
  })
  it('halves are written as they add up', () => {
    expect(tradeNumber(um(6350), 'mm')).toBe('6.35')
    expect(tradeNumber(um(12_700), 'mm')).toBe('12.7')
    expect(lengthNumber(um(6350), 'mm')).toBe('6.4')
    expect(lengthNumber(um(6349), 'mm')).toBe('6.3')
    expect(tradeNumber(um(101_588), 'mm')).toBe('101.6')
    expect(writeNumber(-0.001, 2)).toBe('0.00')
  })
})
