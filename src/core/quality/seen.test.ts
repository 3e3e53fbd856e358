import { describe, expect, it } from 'vitest'
import { eyePpi, qualityOffers, seenLimit, surfacePpi } from './seen'

const QUALITIES = [
  { id: 'slow', name: 'Slow', rank: 3, ppi: 800 },
  { id: 'quick', name: 'Quick', rank: 1, ppi: 200 },
  { id: 'fine', name: 'Fine', rank: 2, ppi: 400 },
]
const RATES = {
  quick: { minutesPerM2: 10, mlPerM2: 8 },
  fine: { minutesPerM2: 30, mlPerM2: null },
  slow: { minutesPerM2: null, mlPerM2: 12 },
}

describe('what an eye tells apart', () => {
  it('is one minute of arc: half as fine at twice the distance', () => {
    expect(eyePpi(300_000)).toBeCloseTo(291.06, 1)
    expect(eyePpi(600_000)).toBeCloseTo(eyePpi(300_000) / 2, 6)
  })
  it('is limited by the surface where that is coarser', () => {
    expect(seenLimit(300_000, 'gloss')).toEqual({ ppi: eyePpi(300_000), by: 'eye' })
    expect(seenLimit(300_000, 'canvas')).toEqual({ ppi: surfacePpi('canvas'), by: 'surface' })
    expect(seenLimit(1_500_000, 'canvas').by).toBe('eye')
    expect(surfacePpi('gloss')).toBeNull()
    expect(surfacePpi('a surface of the room')).toBeNull()
    const coarser = ['lustre', 'matte', 'textured', 'canvas'].map((s) => surfacePpi(s) ?? 0)
    expect(coarser).toEqual(coarser.toSorted((a, b) => b - a))
  })
})

describe('the cheapest quality that cannot be told apart', () => {
  const cheapest = (ppi: number) => qualityOffers(QUALITIES, RATES, 62_370, { ppi, by: 'eye' }).cheapest
  it('is the coarsest that is as fine as can be seen, or the finest that there is', () => {
    expect([100, 200, 201, 400, 500, 900].map(cheapest)).toEqual(['quick', 'quick', 'fine', 'fine', 'slow', 'slow'])
  })
  it('says what each takes for the sheet, as far as somebody has said', () => {
    const { offers } = qualityOffers(QUALITIES, RATES, 500_000, { ppi: 300, by: 'eye' })
    expect(offers.map((o) => [o.name, o.seconds, o.inkMl, o.enough])).toEqual([
      ['Quick', 300, 4, false],
      ['Fine', 900, null, true],
      ['Slow', null, 6, true],
    ])
  })
  it('leaves out what the media setting does not offer', () => {
    const { quick } = RATES
    expect(qualityOffers(QUALITIES, { quick }, 1, { ppi: 300, by: 'eye' })).toMatchObject({
      offers: [{ id: 'quick' }],
      cheapest: 'quick',
    })
    expect(qualityOffers(QUALITIES, {}, 1, { ppi: 300, by: 'eye' })).toEqual({ offers: [], cheapest: null })
  })
})
