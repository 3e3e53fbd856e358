import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { fromMm, perMille, um } from '@/core/length/length'
import { placePicture, wholeCrop } from '@/core/placing/placing'
import { contains, edges, fedSheet, type Quarter, rect, sameEdges, sheetRect } from '@/core/sheet/sheet'
import { between } from '../../../test/between'
import { coverOverspray } from './cover'
import { enlargementFromResolution, enlargementOf, grow, noEnlargement, shrink, sliver } from './enlargement'
import { type Accuracy, positionTolerance, sizeTolerance } from './tolerance'

const A3 = fedSheet(fromMm(297), fromMm(420), 'short')

describe('enlargement', () => {
  it('overspray 2.2 on all edges of 297 × 420: gx 1.01481, gy 1.01048', () => {
    const g = enlargementOf(A3, sameEdges(2200))
    expect(g.gx).toBeCloseTo(1.01481, 5)
    expect(g.gy).toBeCloseTo(1.01048, 5)
  })
  it('a 90 × 120 print in the middle of it comes out 91.3 × 121.3', () => {
    const g = enlargementOf(A3, sameEdges(2200))
    const out = grow(g, rect(103_500, 150_000, 90_000, 120_000))
    expect([out.w / 1000, out.h / 1000].map((v) => v.toFixed(1))).toEqual(['91.3', '121.3'])
    expect(2 * out.x + out.w).toBeCloseTo(297_000, -1)
  })
  it('shifts by half the difference of the edges: the page’s edges land on the overspray', () => {
    const g = enlargementOf(A3, edges(1000, 3000, 0, 2000))
    const out = grow(g, sheetRect(A3))
    expect(out).toEqual(rect(-1000, 0, 301_000, 422_000))
  })
  it('is told by an odd resolution', () => {
    expect(enlargementFromResolution(720, 710)).toBeCloseTo(1.01408, 5)
  })
  it('corrected enlargement inverts the map within half a um per edge', () => {
    fc.assert(
      fc.property(
        fc.tuple(...[0, 1, 2, 3].map(() => fc.integer({ min: 0, max: 5000 }))),
        fc.tuple(...[0, 1, 2, 3].map(() => fc.integer({ min: 1000, max: 140_000 }))),
        ([l, r, a, t], [x, y, w, h]) => {
          const g = enlargementOf(A3, edges(l ?? 0, r ?? 0, a ?? 0, t ?? 0))
          const asked = rect(x ?? 0, y ?? 0, w ?? 1, h ?? 1)
          const back = grow(g, shrink(g, asked))
          for (const key of ['x', 'y', 'w', 'h'] as const)
            expect(Math.abs(back[key] - asked[key])).toBeLessThanOrEqual(1)
        },
      ),
    )
  })
  it('no enlargement is nothing', () => {
    const r = rect(1, 2, 3, 4)
    expect(grow(noEnlargement(A3), r)).toEqual(r)
  })
})

describe('sliver', () => {
  it('is what drift has beyond overspray, never less than nothing', () => {
    expect(sliver(um(900), um(300))).toBe(600)
    expect(sliver(um(300), um(900))).toBe(0)
  })
})

describe('covering the overspray', () => {
  const spray = sameEdges(3000)
  const middle = { x: 0.5, y: 0.5 }

  it('takes content beyond the frame where the crop has some, and the other axis grows the picture evenly', () => {
    const crop = wholeCrop({ width: 4000, height: 4000 }) // square on 297 × 420: much is lost at the sides
    const placed = placePicture(crop, 0, sheetRect(A3), { mode: 'fill' }, middle)
    const covered = coverOverspray(A3, spray, crop, 0, placed, middle)
    expect(covered.grownBy).toBeCloseTo(426 / 420, 6)
    expect(covered.window).toEqual(rect(-3000, -3000, 303_000, 426_000))
    expect(contains(covered.placed.full, covered.window, 1)).toBe(true)
    expect(covered.placed.rect).toEqual(sheetRect(A3))
  })
  it('grows nothing when the picture reaches beyond on both axes already', () => {
    const crop = wholeCrop({ width: 4000, height: 4000 })
    const by = { edge: 'both', width: fromMm(297), height: fromMm(420) } as const
    const placed = placePicture(crop, 0, sheetRect(A3), { mode: 'exact', by }, middle)
    const bigger = { ...placed, full: rect(-100_000, -40_000, 500_000, 500_000) }
    expect(coverOverspray(A3, spray, crop, 0, bigger, middle).grownBy).toBe(1)
  })
  it('a whole picture stays whole where it does not reach: it grows there, and loses only what falls off the sheet', () => {
    // 3:2 standing on 127 x 177.8: it reaches lead and trail, and leaves white at both sides
    const sheet = fedSheet(fromMm(127), fromMm(177.8), 'short')
    const crop = { x: 0, y: 0, w: 4000, h: 6000 }
    const placed = placePicture(crop, 0, sheetRect(sheet), { mode: 'whole' }, { x: 0.5, y: 0.5 })
    const c = coverOverspray(sheet, sameEdges(2200), crop, 0, placed, { x: 0.5, y: 0.5 })
    const grown = (177.8 + 4.4) / 177.8
    expect(c.grownBy).toBeCloseTo(grown, 6)
    expect(c.placed.rect.w).toBe(um(placed.rect.w * grown))
    expect(c.placed.used.w).toBeCloseTo(4000, 6)
    expect(c.placed.lossPercent).toBeCloseTo(100 * (1 - 1 / grown), 3)
    expect(c.window.w).toBe(c.placed.rect.w)
    expect(c.window.h).toBe(fromMm(177.8 + 4.4))
  })
  it('leaves a print in the middle alone', () => {
    const crop = wholeCrop({ width: 300, height: 400 })
    const by = { edge: 'width', um: fromMm(90) } as const
    const placed = placePicture(crop, 0, sheetRect(A3), { mode: 'exact', by }, middle)
    const covered = coverOverspray(A3, spray, crop, 0, placed, middle)
    expect(covered.grownBy).toBe(1)
    expect(covered.window).toEqual(placed.rect)
  })
  it('always covers its window, whatever the picture, turn and anchor', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 50, max: 9000 }),
        fc.integer({ min: 50, max: 9000 }),
        fc.constantFrom<Quarter>(0, 1, 2, 3),
        between(0, 1),
        between(0, 1),
        (w, h, q, x, y) => {
          const crop = wholeCrop({ width: w, height: h })
          const placed = placePicture(crop, q, sheetRect(A3), { mode: 'fill' }, { x, y })
          const covered = coverOverspray(A3, edges(1000, 2500, 0, 4000), crop, q, placed, { x, y })
          expect(contains(covered.placed.full, covered.window, 2)).toBe(true)
          expect(covered.grownBy).toBeGreaterThanOrEqual(1)
        },
      ),
    )
  })
})

describe('within', () => {
  const declared: Accuracy = {
    source: 'declared',
    driftAcross: um(500),
    driftAlong: um(800),
    skew: perMille(2),
    assumed: { place: um(600), overspray: um(0), lengthAcross: perMille(1), lengthAlong: perMille(3) },
  }
  const sprayed: Accuracy = { ...declared, assumed: { ...declared.assumed, overspray: um(500) } }
  const checked: Accuracy = {
    ...{ source: 'checked', driftAcross: um(500), driftAlong: um(800), skew: perMille(2) },
    ...{ lengthAcross: perMille(0.4), lengthAlong: perMille(0.3), reading: um(50) },
  }
  it('before a check a size is off by what is assumed of lengths, never less than 0.3 mm', () => {
    expect(sizeTolerance(declared, fromMm(180), 'across', fromMm(257))).toBe(300)
    expect(sizeTolerance(declared, fromMm(900), 'along', fromMm(1000))).toBe(2700)
  })
  it('and by its share of what the overspray may be off at both edges', () => {
    expect(sizeTolerance(sprayed, fromMm(128.5), 'across', fromMm(257))).toBe(um(Math.hypot(128.5, 500)))
  })
  it('a checked size follows the check', () => {
    expect(sizeTolerance(checked, fromMm(500), 'across', fromMm(600))).toBe(um(Math.hypot(200, 50)))
  })
  it('a position is drift, what the turn makes of its distance from the middle, and the reading', () => {
    expect(positionTolerance(checked, 'left', fromMm(100), fromMm(300))).toBe(500 + 200 + 50)
    expect(positionTolerance(checked, 'trail', fromMm(0), fromMm(300))).toBe(850)
  })
  it('before a check what is assumed of the place is added, and of the length from where the sheet is taken', () => {
    expect(positionTolerance(declared, 'left', fromMm(100), 0)).toBe(500 + 200 + 600)
    expect(positionTolerance(declared, 'trail', 0, fromMm(300))).toBe(800 + um(Math.hypot(600, 900)))
    expect(positionTolerance(sprayed, 'lead', 0, 0)).toBe(800 + um(Math.hypot(600, 500)))
  })
})
