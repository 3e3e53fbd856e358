import { describe, expect, it } from 'vitest'
import { rowOf, tintToTry } from './tint'

describe('a row of tints', () => {
  it('goes two steps either way along its axis, and never beyond the limit', () => {
    expect(rowOf([1, -3], 'a', 100)).toEqual([
      [-1, -3],
      [0, -3],
      [1, -3],
      [2, -3],
      [3, -3],
    ])
    expect(rowOf([0, 99], 'b', 100).map(([, b]) => b)).toEqual([97, 98, 99, 100])
  })
})

describe('the tint to try', () => {
  it('is learned from checks of the queue with other settings', () => {
    // a step of a is 0.5 a*, a step of b is 0.4 b*
    const seen = (a: number, b: number) => ({ set: [a, b] as const, is: [1 + 0.5 * a, -2 + 0.4 * b] as const })
    expect(tintToTry(seen(0, 0), [seen(2, 0), seen(0, 3)], 40)).toEqual({
      ...{ code: 'learned', set: [-2, 5] },
      expected: [expect.closeTo(0, 9), expect.closeTo(0, 9)],
    })
    // never beyond what the queue knows
    expect(tintToTry(seen(0, 0), [seen(2, 0), seen(0, 3)], 3)).toMatchObject({ set: [-2, 3] })
    expect(tintToTry(seen(-2, 5), [seen(2, 0), seen(0, 3)], 40)).toEqual({ code: 'stays' })
  })
  it('is not guessed where no check tells what a step does, but for an axis that is neutral already', () => {
    expect(tintToTry({ set: [0, 0], is: [3, 2] }, [], 40)).toEqual({ code: 'unknown', axes: ['a', 'b'] })
    expect(tintToTry({ set: [0, 0], is: [0.3, 2] }, [], 40)).toEqual({ code: 'unknown', axes: ['b'] })
    expect(tintToTry({ set: [0, 0], is: [0.3, -0.2] }, [], 40)).toEqual({ code: 'stays' })
    expect(tintToTry({ set: [0, 0], is: [3, 2] }, [{ set: [4, 4], is: [3, 2] }], 40)).toMatchObject({ code: 'unknown' })
  })
})
