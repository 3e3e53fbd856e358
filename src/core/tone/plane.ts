import type { Spot } from './scan'

/** Geometry of what lies flat in a scan: hulls, lines, and the map of a rectangle onto four corners. */

export type Corners = readonly [Spot, Spot, Spot, Spot]

const cross = (o: Spot, a: Spot, b: Spot): number => (a.x - o.x) * (b.y - o.y) - (a.y - o.y) * (b.x - o.x)

/**
 * The convex hull, against the clock as seen with y upwards (monotone chain, Andrew 1979); no three of it on a line.
 * @example hullOf([{ x: 0, y: 0 }, { x: 2, y: 0 }, { x: 1, y: 0 }, { x: 0, y: 2 }]).length // 3
 */
export function hullOf(spots: readonly Spot[]): readonly Spot[] {
  const sorted = [...spots].sort((a, b) => a.x - b.x || a.y - b.y)
  if (sorted.length < 3) return sorted
  const half = (list: readonly Spot[]): Spot[] => {
    const out: Spot[] = []
    for (const p of list) {
      while (out.length > 1 && cross(out.at(-2) as Spot, out.at(-1) as Spot, p) <= 0) out.pop()
      out.push(p)
    }
    return out.slice(0, -1)
  }
  return [...half(sorted), ...half([...sorted].reverse())]
}

/**
 * The area that corners enclose, px squared.
 * @example areaOf([{ x: 0, y: 0 }, { x: 2, y: 0 }, { x: 2, y: 2 }, { x: 0, y: 2 }]) // 4
 */
export const areaOf = (spots: readonly Spot[]): number =>
  Math.abs(
    spots.reduce((sum, p, i) => {
      const q = spots[(i + 1) % spots.length] ?? p
      return sum + p.x * q.y - q.x * p.y
    }, 0),
  ) / 2

/**
 * The smallest rectangle about a hull: one of its sides lies on one of the hull's (Freeman and Shapira 1975).
 * @example boxAbout(hullOf([{ x: 0, y: 0 }, { x: 3, y: 0 }, { x: 3, y: 1 }, { x: 0, y: 1 }])).length // 4
 */
export function boxAbout(hull: readonly Spot[]): Corners | null {
  let best: { readonly area: number; readonly corners: Corners } | null = null
  hull.forEach((p, i) => {
    const q = hull[(i + 1) % hull.length] ?? p
    const length = Math.hypot(q.x - p.x, q.y - p.y)
    if (length === 0) return
    const [ux, uy] = [(q.x - p.x) / length, (q.y - p.y) / length]
    const along = hull.map((h) => h.x * ux + h.y * uy)
    const aside = hull.map((h) => -h.x * uy + h.y * ux)
    const [a0, a1, b0, b1] = [Math.min(...along), Math.max(...along), Math.min(...aside), Math.max(...aside)]
    const area = (a1 - a0) * (b1 - b0)
    if (best && best.area <= area) return
    const at = (a: number, b: number): Spot => ({ x: a * ux - b * uy, y: a * uy + b * ux })
    best = { area, corners: [at(a0, b0), at(a1, b0), at(a1, b1), at(a0, b1)] }
  })
  return (best as { readonly corners: Corners } | null)?.corners ?? null
}

/** A line through a spot in a direction of length 1. */
export type Line = { readonly at: Spot; readonly to: Spot }

/**
 * The line through spots, least squares of the distances across it; spots that lie further off than the others are left
 * out (twice, beyond three times the mean distance).
 * @example lineThrough([{ x: 0, y: 1 }, { x: 5, y: 1 }, { x: 9, y: 1 }]).at.y // 1
 */
export function lineThrough(spots: readonly Spot[]): Line | null {
  let kept = spots
  for (let round = 0; ; round++) {
    const n = kept.length
    if (n < 2) return null
    const at = { x: kept.reduce((s, p) => s + p.x, 0) / n, y: kept.reduce((s, p) => s + p.y, 0) / n }
    let [xx, xy, yy] = [0, 0, 0]
    for (const p of kept) {
      xx += (p.x - at.x) ** 2
      xy += (p.x - at.x) * (p.y - at.y)
      yy += (p.y - at.y) ** 2
    }
    const turn = Math.atan2(2 * xy, xx - yy) / 2
    const to = { x: Math.cos(turn), y: Math.sin(turn) }
    if (round === 2) return { at, to }
    const off = (p: Spot): number => Math.abs((p.x - at.x) * to.y - (p.y - at.y) * to.x)
    const limit = Math.max(0.3, (3 * kept.reduce((s, p) => s + off(p), 0)) / n)
    kept = kept.filter((p) => off(p) <= limit)
  }
}

/**
 * Where two lines meet; null: they are as good as parallel.
 * @example meet({ at: { x: 0, y: 1 }, to: { x: 1, y: 0 } }, { at: { x: 3, y: 0 }, to: { x: 0, y: 1 } }) // { x: 3, y: 1 }
 */
export function meet(a: Line, b: Line): Spot | null {
  const d = a.to.x * b.to.y - a.to.y * b.to.x
  if (Math.abs(d) < 1e-6) return null
  const t = ((b.at.x - a.at.x) * b.to.y - (b.at.y - a.at.y) * b.to.x) / d
  return { x: a.at.x + t * a.to.x, y: a.at.y + t * a.to.y }
}

/**
 * The map of a rectangle onto four corners: 0, 0 goes to the first, then along the width to the second (a projective map;
 * Heckbert 1989).
 * @example ontoCorners(2, 1, [{ x: 0, y: 0 }, { x: 4, y: 0 }, { x: 4, y: 2 }, { x: 0, y: 2 }])(1, 0.5) // { x: 2, y: 1 }
 */
export function ontoCorners(width: number, height: number, [p, q, r, s]: Corners): (u: number, v: number) => Spot {
  const [dx1, dy1, dx2, dy2] = [q.x - r.x, q.y - r.y, s.x - r.x, s.y - r.y]
  const [sx, sy] = [p.x - q.x + r.x - s.x, p.y - q.y + r.y - s.y]
  const d = dx1 * dy2 - dy1 * dx2
  const [g, h] = d === 0 ? [0, 0] : [(sx * dy2 - sy * dx2) / d, (dx1 * sy - dy1 * sx) / d]
  const [a, b] = [q.x - p.x + g * q.x, s.x - p.x + h * s.x]
  const [c, e] = [q.y - p.y + g * q.y, s.y - p.y + h * s.y]
  return (u, v) => {
    const [x, y] = [u / width, v / height]
    const w = g * x + h * y + 1
    return { x: (a * x + b * y + p.x) / w, y: (c * x + e * y + p.y) / w }
  }
}
