import { describe, expect, it } from 'vitest'
import { um } from '@/core/length/length'
import { facts, PICTURE } from '../../../test/slip-facts'
import { outcomeOf } from './outcome'
import { placingWays } from './placing-ways'

// 257 x 364 mm with margins of 3.4, 3.4, 5.0 and 12.5: a frame of 250.2 x 346.5
const AREA = { centring: { kind: 'area' } } as const
const square = (stated: number | null) => ({
  picture: {
    ...PICTURE,
    ...{ width: 3000, height: 3000 },
    stated: stated === null ? null : { width: um(stated), height: um(stated) },
  },
})

describe('ways of placing, side by side', () => {
  it('what is lost and what stays white, in numbers', () => {
    const ways = placingWays(facts(AREA, square(null)), ['whole', 'fill'])
    expect(ways.map((w) => [w.mode, w.width, w.height])).toEqual([
      ['whole', 250_200, 250_200],
      ['fill', 250_200, 346_500],
    ])
    expect(ways.map((w) => w.white)).toEqual([
      { across: 0, along: 96_300 },
      { across: 0, along: 0 },
    ])
    expect(ways[0]?.lostPercent).toBe(0)
    expect(ways[1]?.lostPercent).toBeCloseTo(100 * (1 - 250.2 / 346.5), 6)
  })
  it('the file’s own size is taken literally, and says what of it the sheet does not hold', () => {
    const [own] = placingWays(facts(AREA, square(270_000)), ['file size'])
    expect(own).toMatchObject({ width: 270_000, height: 270_000, lostPercent: expect.closeTo(7.33, 2), beyond: 9900 })
    expect(own?.white).toEqual({ across: 0, along: 76_500 })
  })
  it('of a crop it is as much as the crop', () => {
    const crop = { x: 0, y: 0, w: 1000, h: 2000 }
    const { pieces } = outcomeOf(facts({ ...AREA, crop, placing: { mode: 'file size' } }, square(90_000)))
    expect(pieces[0]?.asked).toMatchObject({ w: 30_000, h: 60_000 })
  })
  it('turned, its width lies along the other edge', () => {
    const wide = {
      picture: { ...PICTURE, width: 3000, height: 1500, stated: { width: um(100_000), height: um(50_000) } },
    }
    const { pieces } = outcomeOf(facts({ ...AREA, quarter: 1, placing: { mode: 'file size' } }, wide))
    expect(pieces[0]?.asked).toMatchObject({ w: 50_000, h: 100_000 })
    const standing = outcomeOf(facts({ ...AREA, placing: { mode: 'file size' } }, wide))
    expect(standing.pieces[0]).toMatchObject({ quarter: 1, asked: { w: 50_000, h: 100_000 } })
  })
  it('a roll is as long as the file says', () => {
    const roll = { sheet: { kind: 'cut', width: um(610_000), length: 'auto' }, centring: { kind: 'true' } } as const
    const { sheet } = outcomeOf(facts({ ...roll, placing: { mode: 'file size' } }, square(400_000)))
    const asked = outcomeOf(
      facts({ ...roll, placing: { mode: 'exact', by: { edge: 'width', um: um(400_000) } } }, square(null)),
    )
    expect(sheet?.sheet).toEqual(asked.sheet?.sheet)
  })
  it('ways that cannot be laid are left out', () => {
    expect(placingWays(facts(AREA, { picture: null }), ['whole', 'fill'])).toEqual([])
  })
})
