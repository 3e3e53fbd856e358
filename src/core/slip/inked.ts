import type { Rect } from '@/core/sheet/sheet'

/** A stretch along the feed that is covered already. */
type Stretch = { from: number; to: number }

/**
 * What of each rectangle is seen when they are laid in their order, a later one on an earlier one: the area of each
 * that no later one covers. mm2. Their sum is the area of the union: what bears ink.
 *
 * From the last to the first, in the strips between all left and right edges: each strip remembers what is covered, and
 * a rectangle is seen where it adds to that.
 * @param rects um, one frame.
 * @returns one area each, in their order.
 * @example seenAreas([rect(0, 0, 2000, 1000), rect(1000, 0, 1000, 1000)]) // [1, 1]
 */
export function seenAreas(rects: readonly Rect[]): readonly number[] {
  if (rects.length === 1) return rects.map(mm2)
  const xs = [...new Set(rects.flatMap((r) => [r.x, r.x + r.w]))].sort((a, b) => a - b)
  const at = new Map(xs.map((x, i) => [x, i]))
  const covered: Stretch[][] = xs.map(() => [])
  const seen: number[] = rects.map(() => 0)
  for (let n = rects.length - 1; n >= 0; n--) {
    const r = rects[n]
    if (!r || r.w <= 0 || r.h <= 0) continue
    let hidden = 0
    for (let i = at.get(r.x) ?? 0; (xs[i] ?? r.x + r.w) < r.x + r.w; i++) {
      const strip = covered[i]
      const width = (xs[i + 1] ?? 0) - (xs[i] ?? 0)
      if (strip) hidden += width * cover(strip, r.y, r.y + r.h)
    }
    seen[n] = hidden === 0 ? mm2(r) : mm2(r) - hidden / 1e6
  }
  return seen
}

const mm2 = (r: Rect): number => (r.w / 1000) * (r.h / 1000)

/** How much of a stretch a strip has covered already; from now on it has all of it. */
function cover(strip: Stretch[], from: number, to: number): number {
  let hidden = 0
  let [first, last] = [from, to]
  let kept = 0
  for (const s of strip) {
    if (s.to < from || s.from > to) {
      strip[kept++] = s
      continue
    }
    hidden += Math.max(0, Math.min(s.to, to) - Math.max(s.from, from))
    first = Math.min(first, s.from)
    last = Math.max(last, s.to)
  }
  strip.length = kept
  strip.push({ from: first, to: last })
  return hidden
}
