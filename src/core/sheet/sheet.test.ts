import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { fromMm } from '@/core/length/length'
import {
  type Edges,
  edges,
  evenMargins,
  fedSheet,
  givenUp,
  intersect,
  printableArea,
  type Quarter,
  rect,
  trueCentre,
  turnEdges,
} from './sheet'

const B4 = fedSheet(fromMm(257), fromMm(364), 'short')
const MARGINS = edges(3400, 3400, 5000, 12_500)
const anyEdges = fc
  .tuple(...[0, 1, 2, 3].map(() => fc.integer({ min: 0, max: 40_000 })))
  .map(([l, r, a, t]) => edges(l ?? 0, r ?? 0, a ?? 0, t ?? 0))

describe('the printable area of 257 × 364 mm with margins 3.4, 3.4, 5.0, 12.5', () => {
  it('is 250.2 × 346.5', () => {
    expect(printableArea(B4, MARGINS)).toEqual(rect(3400, 5000, 250_200, 346_500))
  })
  it('truly centred it is 250.2 × 339.0 with 12.5 at both ends', () => {
    const centred = trueCentre(MARGINS)
    expect(centred).toEqual(edges(3400, 3400, 12_500, 12_500))
    expect(printableArea(B4, centred)).toMatchObject({ w: 250_200, h: 339_000 })
    const lost = givenUp(B4, MARGINS, centred)
    expect(lost.edges).toEqual(edges(0, 0, 7500, 0))
    expect(lost.percent).toBeCloseTo(2.16, 2)
  })
  it('even at 15 it is 227 × 334', () => {
    expect(printableArea(B4, evenMargins(MARGINS, fromMm(15)))).toMatchObject({ w: 227_000, h: 334_000 })
  })
  it('even margins are never below the largest', () => {
    expect(evenMargins(MARGINS, fromMm(2))).toEqual(edges(12_500, 12_500, 12_500, 12_500))
    expect(evenMargins(MARGINS, null)).toEqual(edges(12_500, 12_500, 12_500, 12_500))
  })
})

describe('frames', () => {
  it('margins that meet leave nothing, not less', () => {
    expect(printableArea({ width: fromMm(10), length: fromMm(10) }, edges(8000, 8000, 0, 0))).toMatchObject({ w: 0 })
  })
  it('a quarter turn carries left, lead, right, trail to lead, right, trail, left', () => {
    expect(turnEdges(edges(1, 3, 2, 4), 1)).toEqual({ left: 2, lead: 3, right: 4, trail: 1 })
  })
  it('four quarter turns are nothing', () => {
    fc.assert(
      fc.property(anyEdges, (e) => {
        const turned = [1, 1, 1, 1].reduce<Edges>((m, q) => turnEdges(m, q as Quarter), e)
        expect(turned).toEqual(e)
        expect(turnEdges(turnEdges(e, 3), 1)).toEqual(e)
      }),
    )
  })
  it('centred is centred: the area’s middle is the sheet’s', () => {
    fc.assert(
      fc.property(anyEdges, (e) => {
        const area = printableArea(B4, trueCentre(e))
        expect(2 * area.x + area.w).toBe(B4.width)
        expect(2 * area.y + area.h).toBe(B4.length)
      }),
    )
  })
  it('rectangles that do not meet share nothing', () => {
    expect(intersect(rect(0, 0, 10, 10), rect(20, 0, 5, 5))).toMatchObject({ w: 0 })
    expect(intersect(rect(0, 0, 10, 10), rect(5, 5, 50, 50))).toEqual(rect(5, 5, 5, 5))
  })
})
