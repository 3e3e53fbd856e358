import { describe, expect, it } from 'vitest'
import { fromMm, perMille, um } from '@/core/length/length'
import { edges, rect } from '@/core/sheet/sheet'
import { heldAgainst, landedBy, type Promised, promisedOf, tellingDistances } from './measured-run'

/** 180 x 240 mm on an A4 with margins of 3 and 5 and 12 mm. */
const P: Promised = {
  sheet: { width: fromMm(210), length: fromMm(297) },
  inkable: rect(3000, 5000, 204_000, 280_000),
  onPaper: rect(20_000, 30_000, 170_000, 237_000),
  tolerance: { ...edges(500, 500, 600, 600), width: um(300), height: um(400) },
}

describe('distances of a print', () => {
  it('as they were promised', () => {
    expect((['left', 'right', 'lead', 'trail', 'width', 'height'] as const).map((name) => promisedOf(P, name))).toEqual(
      [20_000, 20_000, 30_000, 30_000, 170_000, 237_000],
    )
  })
  it('hold within tolerance and rule together, to the micrometre', () => {
    const held = heldAgainst(P, { left: um(20_750), trail: um(29_149), width: um(169_450) }, 250)
    expect(held).toEqual([
      { name: 'left', promised: 20_000, tolerance: 500, measured: 20_750, by: 750, holds: true },
      { name: 'trail', promised: 30_000, tolerance: 600, measured: 29_149, by: -851, holds: false },
      { name: 'width', promised: 170_000, tolerance: 300, measured: 169_450, by: -550, holds: true },
    ])
  })
})

describe('where a sheet landed', () => {
  it('to the right and towards the trail are plus, from whichever edge it was taken', () => {
    expect(landedBy(P, { left: um(20_300), lead: um(29_800) })).toEqual({ across: 300, along: -200 })
    expect(landedBy(P, { right: um(19_700), trail: um(30_200) })).toEqual({ across: 300, along: -200 })
  })
  it('both edges of an axis: too wide moves nothing', () => {
    expect(landedBy(P, { left: um(19_900), right: um(19_900) })).toEqual({ across: 0, along: null })
  })
  it('a size tells nothing of the place', () => {
    expect(landedBy(P, { width: um(171_000), height: um(237_000) })).toEqual({ across: null, along: null })
  })
  it('an edge where the ink ends moves with the margin: it does not tell', () => {
    const wide = { ...P, onPaper: rect(3400, 30_000, 203_600, 237_000) }
    expect(landedBy(wide, { left: um(3900), lead: um(30_100) })).toEqual({ across: null, along: 100 })
    expect(tellingDistances(wide)).toEqual({ across: [], along: ['lead', 'trail'] })
    const clear = { ...P, onPaper: rect(3501, 30_000, 100_000, 237_000) }
    expect(tellingDistances(clear).across).toEqual(['left', 'right'])
  })
  it('the usual turn of a feed moves what lies off the middle, and is no drift', () => {
    const low = { ...P, onPaper: rect(30_000, 178_500, 100_000, 100_000) }
    // its middle lies 80 mm below the sheet's and 25 mm left of it; clockwise at 1 per mille: 0.08 to the left, 0.025 up
    expect(landedBy(low, { left: um(29_920), lead: um(178_475) }, perMille(1))).toEqual({ across: 0, along: 0 })
    expect(landedBy(low, { left: um(30_080), lead: um(178_525) }, perMille(-1))).toEqual({ across: 0, along: 0 })
  })
})
