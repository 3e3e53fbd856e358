import { describe, expect, it } from 'vitest'
import { um } from '@/core/length/length'
import { centred, centringWays } from './centring'
import { edges, fedSheet, sameEdges } from './sheet'

// the design's own example: B4, left and right 3.4, lead 5.0, trail 12.5
const SHEET = fedSheet(um(257_000), um(364_000), 'short')
const MARGINS = edges(3400, 3400, 5000, 12_500)

describe('centring, side by side', () => {
  it('says margins, what is left, and what it gives up in mm and per cent', () => {
    const [area, centre, even] = centringWays(SHEET, MARGINS)
    expect(area).toMatchObject({ frame: { w: 250_200, h: 346_500 }, givenUp: { edges: sameEdges(0), percent: 0 } })
    expect(centre).toMatchObject({
      margins: edges(3400, 3400, 12_500, 12_500),
      frame: { w: 250_200, h: 339_000 },
      givenUp: { edges: edges(0, 0, 7500, 0) },
    })
    expect(centre?.givenUp.percent).toBeCloseTo(100 * (7.5 / 346.5), 6)
    expect(even).toMatchObject({ margins: sameEdges(12_500), frame: { w: 232_000, h: 339_000 } })
  })
  it('a margin that is asked for at one side moves that side alone, and never below what the printer leaves', () => {
    const asked = (margins: ReturnType<typeof edges>) => centred({ kind: 'asked', margins }, MARGINS)
    expect(asked(edges(0, 30_000, 0, 0))).toEqual(edges(3400, 30_000, 5000, 12_500))
    expect(asked(edges(0, 0, 20_000, 12_000))).toEqual(edges(3400, 3400, 20_000, 12_500))
    expect(asked(sameEdges(0))).toEqual(MARGINS)
  })
})
