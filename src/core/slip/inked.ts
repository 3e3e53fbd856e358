import { intersect, type Rect } from '@/core/sheet/sheet'

/**
 * What of each rectangle is seen when they are laid in their order, a later one on an earlier one: the area of each
 * that no later one covers. mm2. Their sum is the area of the union: what bears ink.
 * @param rects um, one frame.
 * @returns one area each, in their order.
 */
export function seenAreas(rects: readonly Rect[]): readonly number[] {
  return rects.map((r, i) => {
    const over = rects.slice(i + 1).filter((o) => meets(o, r))
    return over.length === 0 ? mm2(r) : mm2(r) - unionArea(over.map((o) => intersect(o, r))) / 1e6
  })
}

const mm2 = (r: Rect): number => (r.w / 1000) * (r.h / 1000)

const meets = (a: Rect, b: Rect): boolean =>
  a.w > 0 && a.h > 0 && b.w > 0 && b.h > 0 && a.x < b.x + b.w && b.x < a.x + a.w && a.y < b.y + b.h && b.y < a.y + a.h

/** Area of the union of rectangles, by strips between their left and right edges. um2. */
function unionArea(rects: readonly Rect[]): number {
  if (rects.length === 1) return rects.reduce((_, r) => r.w * r.h, 0)
  const xs = [...new Set(rects.flatMap((r) => [r.x, r.x + r.w]))].sort((a, b) => a - b)
  const byTop = [...rects].sort((a, b) => a.y - b.y)
  let area = 0
  xs.slice(1).forEach((right, i) => {
    const left = xs[i] ?? right
    let covered = 0
    let to = Number.NEGATIVE_INFINITY
    for (const r of byTop) {
      if (r.x > left || r.x + r.w < right) continue
      const bottom = r.y + r.h
      if (bottom > to) covered += bottom - Math.max(r.y, to)
      to = Math.max(to, bottom)
    }
    area += covered * (right - left)
  })
  return area
}
