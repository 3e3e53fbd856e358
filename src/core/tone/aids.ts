import type { Mark, PageItem, TextLine } from '@/core/page/page'
import { type Rect, rect } from '@/core/sheet/sheet'

/**
 * What lets an eye judge in a second, beside the patches: a smooth ramp, and in the deepest and the lightest tones fields
 * whose halves differ by one step each, with fine lines on them. Where a field looks even, its steps have closed up.
 */

// um
const RAMP = 9000
const GAP = 3000
const FIELD = 11_000
const TEXT = 2400
const FULL = RAMP + GAP + FIELD + TEXT + GAP

/** Steps of device grey from the end of the scale, as they stand under the fields. */
const FROM_END = [0.01, 0.02, 0.03, 0.04, 0.06, 0.08] as const
/** Slices of the ramp: finer than an eye parts. */
const SLICES = 128

/** How much of a length the aids take: all of theirs, or nothing. @example aidsHeight(1000) // 0 */
export const aidsHeight = (left: number): number => (left >= FULL ? FULL : 0)

/**
 * The aids in a rectangle (feed frame; its height is not used).
 * @param curve what becomes of device grey before it is printed
 * @example aidItems({ x: 0, y: 0, w: 120000, h: 40000 }, (d) => d).length > 128 // true
 */
export function aidItems(at: Rect, curve: (d: number) => number): readonly PageItem[] {
  const slice = at.w / SLICES
  const ramp = Array.from({ length: SLICES }, (_, i): Mark => {
    // each slice reaches on to the end, where the next ones lie on it: no hairline is left between two
    const from = Math.round(at.x + i * slice)
    return { kind: 'mark', rect: rect(from, at.y, at.x + at.w - from, RAMP), black: curve(i / (SLICES - 1)) }
  })
  const width = (at.w - 2000) / (2 * FROM_END.length)
  const top = at.y + RAMP + GAP
  const light = FROM_END.map((d, i) => field(at.x + i * width, top, width, 0, d, curve))
  const deep = FROM_END.map((d, i) =>
    field(
      at.x + at.w - (FROM_END.length - i) * width,
      top,
      width,
      1,
      1 - (FROM_END[FROM_END.length - 1 - i] ?? d),
      curve,
    ),
  )
  return [...ramp, ...light.flat(), ...deep.flat()]
}

/** A field of the end of the scale with rings of lines a step away from it, and the step under it. */
function field(
  x: number,
  y: number,
  w: number,
  ground: number,
  d: number,
  curve: (d: number) => number,
): readonly PageItem[] {
  const step = 900
  const rings = Array.from({ length: Math.floor(FIELD / (2 * step) / 1.5) }, (_, i) => i).flatMap((i): Mark[] => {
    const inset = 700 + i * 1.5 * step
    const [rw, rh] = [w - 500 - 2 * inset, FIELD - 2 * inset]
    const thick = Math.min(350 + 60 * i, rw / 2, rh / 2)
    if (rw <= 2 * thick || rh <= 2 * thick) return []
    const [left, top] = [x + 250 + inset, y + inset]
    const part = (r: Rect): Mark => ({ kind: 'mark', rect: r, black: curve(d) })
    return [
      part(rect(left, top, rw, thick)),
      part(rect(left, top + rh - thick, rw, thick)),
      part(rect(left, top, thick, rh)),
      part(rect(left + rw - thick, top, thick, rh)),
    ]
  })
  const label: TextLine = {
    kind: 'text',
    text: `${Math.round(d * 100)}`,
    at: { x: x + w / 2 - 1200, y: y + FIELD + TEXT },
    height: TEXT,
  }
  return [{ kind: 'mark', rect: rect(x + 250, y, w - 500, FIELD), black: curve(ground) }, ...rings, label]
}
