import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { readNumber, showNumber } from './read'

describe('a number as it is typed', () => {
  it.each([
    ['12.5', 12.5],
    ['12,5', 12.5],
    ['12.', 12],
    ['.5', 0.5],
    [',5', 0.5],
    ['-0.4', -0.4],
    ['−0,4', -0.4],
    ['–3', -3],
    ['+7', 7],
    [' 1 200 ', 1200],
    ['1\u202f200,5', 1200.5],
    ['-0', 0],
  ])('%s is %f', (text, value) => {
    expect(readNumber(text, {})).toEqual({ ok: true, value })
  })
  it.each(['', '-', '.', ',', '−,', '12..5', '1,200.5', '12x', '1e3', '1 20', 'NaN', '--3'])('%s is none', (text) => {
    expect(readNumber(text, {})).toEqual({ ok: false, problem: { code: 'number_unread', text } })
  })
  it.each([
    ['12.5', { whole: true }, { code: 'number_not_whole' }],
    ['4', { min: 5 }, { code: 'number_below', min: 5 }],
    ['5', { min: 5, max: 5 }, null],
    ['6', { max: 5 }, { code: 'number_above', max: 5 }],
    ['7', { whole: true, step: 5 }, { code: 'number_between_steps', step: 5 }],
    ['10', { whole: true, step: 5 }, null],
  ])('%s within %o: %o', (text, limits, problem) => {
    const read = readNumber(text, limits)
    if (problem === null) expect(read.ok).toBe(true)
    else expect(read).toMatchObject({ ok: false, problem })
  })
  it('comes back as it is shown', () => {
    fc.assert(
      fc.property(fc.integer({ min: -1e9, max: 1e9 }), fc.constantFrom(1, 10, 100, 1000), (n, parts) => {
        expect(readNumber(showNumber(n / parts), {})).toEqual({ ok: true, value: n / parts === 0 ? 0 : n / parts })
      }),
    )
  })
})
