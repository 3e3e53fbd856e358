import { describe, expect, it } from 'vitest'
import { anchorAt, waysOn } from './ways'

describe('a proof sheet of ways', () => {
  const area = { w: 197_000, h: 276_000 }
  it('lays each picture whole, apart from the others, with room for its line', () => {
    for (const ratio of [0.4, 0.67, 1, 1.5, 4])
      for (const count of [2, 3, 4, 5, 6]) {
        const laid = waysOn(area, ratio, count)
        if (!laid) throw new Error(`${ratio} ${count}`)
        expect(laid.cells).toHaveLength(count)
        for (const [i, a] of laid.cells.entries()) {
          expect([a.x >= 0, a.y >= 0, a.x + a.w <= area.w + 1, a.y + a.h + 6500 <= area.h + 1]).toEqual(
            Array(4).fill(true),
          )
          expect(a.w / a.h).toBeCloseTo(ratio, 2)
          for (const b of laid.cells.slice(i + 1)) expect(b.x >= a.x + a.w + 5990 || b.y >= a.y + a.h + 6500).toBe(true)
        }
      }
  })
  it('lays nothing that would be too small to judge', () => {
    expect(waysOn({ w: 60_000, h: 60_000 }, 1, 6)).toBeNull()
    expect(waysOn(area, 20, 6)).toBeNull()
  })
  it('anchors put each where its cell is', () => {
    const laid = waysOn(area, 1.5, 4)
    if (!laid) throw new Error('it fits')
    for (const c of laid.cells) {
      const at = anchorAt(c, area)
      expect((area.w - c.w) * at.x).toBeCloseTo(c.x, 3)
      expect((area.h - c.h) * at.y).toBeCloseTo(c.y, 3)
    }
    expect(anchorAt({ x: 0, y: 0, w: 10, h: 10 } as never, { w: 10, h: 10 })).toEqual({ x: 0.5, y: 0.5 })
  })
})
