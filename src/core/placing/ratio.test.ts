import { describe, expect, it } from 'vitest'
import { readRatio } from './ratio'

describe('a typed ratio', () => {
  it.each([
    ['16:9', 16 / 9],
    [' 2,35 : 1 ', 2.35],
    ['8 x 10', 0.8],
    ['5×7', 5 / 7],
    ['3/2', 1.5],
    ['4 to 3', 4 / 3],
    ['1.5', 1.5],
    ['0,8', 0.8],
  ])('%s', (typed, ratio) => {
    expect(readRatio(typed)).toBeCloseTo(ratio, 12)
  })
  it.each(['', 'wide', '16:0', '0', '0:4', '16:9:4', '-3:2', '51', '1:51', 'x'])('%s is none', (typed) => {
    expect(readRatio(typed)).toBeNull()
  })
})
