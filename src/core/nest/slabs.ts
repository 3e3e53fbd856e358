import type { Spot } from './beam'
import { scaledBound } from './bound'
import { type Shape, withKinds } from './shape'

/** A stretch of the strip that no print crosses the ends of. */
export type Slab = { readonly from: number; readonly length: number; readonly spots: readonly Spot[] }

/**
 * The stretches of a plan, from its beginning.
 * @example slabsOf([]) // []
 */
export function slabsOf(spots: readonly Spot[]): readonly Slab[] {
  const slabs: { from: number; length: number; spots: Spot[] }[] = []
  for (const s of spots.toSorted((a, b) => a.y - b.y)) {
    const last = slabs.at(-1)
    if (last && s.y < last.from + last.length) {
      last.spots.push(s)
      last.length = Math.max(last.length, s.y + s.stance.h - last.from)
    } else slabs.push({ from: s.y, length: s.stance.h, spots: [s] })
  }
  return slabs
}

/**
 * Only these prints, on the same strip.
 * @example partOf(shapeOf(NEST), []).count // 0
 */
export function partOf(shape: Shape, spots: readonly Spot[]): Shape {
  const left = shape.kinds.map(() => 0)
  for (const s of spots) left[s.stance.kind] = (left[s.stance.kind] as number) + 1
  const kinds = shape.kinds.map((k, i) => ({ ...k, members: k.members.slice(0, left[i]) }))
  const area = kinds.reduce((sum, k) => sum + k.w * k.h * k.members.length, 0)
  const bound = Math.max(Math.ceil(area / (shape.across[shape.width] as number)), scaledBound(kinds, shape.width))
  return { ...withKinds(shape, kinds, shape.stances), area, bound }
}
