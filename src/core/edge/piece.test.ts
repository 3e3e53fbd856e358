import { describe, expect, it } from 'vitest'
import { fromMm, perMille, um } from '@/core/length/length'
import { FIGURES } from '../../../test/slip-facts'
import { handPiece } from './piece'

const FEED = {
  kind: 'sheet',
  ...{ minWidth: fromMm(203), maxWidth: fromMm(329), minLength: fromMm(260), maxLength: fromMm(1200) },
  extraLength: fromMm(60),
} as const
const ROLL = { width: fromMm(432), left: fromMm(5000) }
const ACCURACY = { ...FIGURES.accuracy, skew: perMille(0.5), lengthAlong: perMille(2), reading: um(0) }
const cut = (width: number, length: number, roll = ROLL) =>
  handPiece({ width: fromMm(width), length: fromMm(length) }, roll, FEED, ACCURACY)

describe('a piece cut by hand', () => {
  it('is longer than the print by what the feed holds, and trimmed there after', () => {
    expect(cut(300, 900)).toEqual({
      piece: { width: 300_000, cut: 960_000, trimAt: 900_000, aside: 480, longer: 1800 },
      problems: [],
    })
  })
  it('turns either way: aside is how far, not where to', () => {
    const other = handPiece({ width: fromMm(300), length: fromMm(900) }, ROLL, FEED, {
      ...ACCURACY,
      skew: perMille(-0.5),
    })
    expect(other.piece.aside).toBe(480)
  })
  it.each([
    [450, 900, 'wider_than_roll'],
    [330, 900, 'not_fed'],
    [200, 900, 'not_fed'],
    [300, 1150, 'not_fed'],
    [210, 190, 'not_fed'],
    [300, 230, 'wider_than_long'],
  ])('%i x %i mm: %s', (width, length, code) => {
    expect(cut(width, length).problems.map((p) => p.code)).toContain(code)
  })
  it('as long as it is wide with its extra is long enough', () => {
    expect(cut(300, 240).problems).toEqual([])
    expect(cut(300, 239.9).problems).toEqual([{ code: 'wider_than_long', widthUm: 300_000, leastUm: 240_000 }])
  })
  it('needs what is left on the roll', () => {
    expect(cut(300, 900, { ...ROLL, left: fromMm(960) }).problems).toEqual([])
    expect(cut(300, 900, { ...ROLL, left: fromMm(959) }).problems).toEqual([
      { code: 'not_left', isUm: 960_000, leftUm: 959_000 },
    ])
  })
})
