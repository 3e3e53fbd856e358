import { packer } from 'guillotine-packer'
// its main file is no module that Node can name the contents of
import { MaxRectsPacker, PACKING_LOGIC, Rectangle } from 'maxrects-packer/dist/maxrects-packer.mjs'
import type { Instance } from './instances'

/** Where a packer of the registry laid a print; mm, as in the bench's files. */
export type Placed = {
  readonly i: number
  readonly x: number
  readonly y: number
  readonly w: number
  readonly h: number
}

type Packs = (i: Instance, length: number) => readonly Placed[] | null

/** Packs into bins of the strip's width that are as long as asked; null: one does not do. */
const maxRects =
  (logic: number): Packs =>
  (i, length) => {
    const made = new MaxRectsPacker(i.stripWidth - 2 * i.margin, length, i.gap, {
      ...{ smart: false, pot: false, square: false, allowRotation: true, border: 0, logic },
    })
    // its own rectangles: given plain objects with turning on, it lays them over each other
    for (const [n, [w, h]] of i.items.entries()) {
      const one = new Rectangle(w, h)
      one.data = n
      made.add(one)
    }
    const [bin, more] = made.bins
    if (!bin || more) return null
    return bin.rects.map((r) => ({ i: r.data, x: r.x + i.margin, y: r.y, w: r.width, h: r.height }))
  }

const byGuillotine: Packs = (i, length) => {
  const bins = packer(
    {
      ...{ binHeight: length, binWidth: i.stripWidth - 2 * i.margin },
      items: i.items.map(([width, height], n) => ({ name: String(n), width, height })),
    },
    { kerfSize: i.gap, allowRotation: true },
  )
  const [bin, more] = bins ?? []
  if (!bin || more) return null
  return bin.map((r) => ({ i: Number(r.item.name), x: r.x + i.margin, y: r.y, w: r.width, h: r.height }))
}

export const PACKERS: readonly { readonly name: string; readonly packs: Packs }[] = [
  { name: 'maxrects-packer, edge', packs: maxRects(PACKING_LOGIC.MAX_EDGE) },
  { name: 'maxrects-packer, area', packs: maxRects(PACKING_LOGIC.MAX_AREA) },
  { name: 'guillotine-packer', packs: byGuillotine },
]

/** The shortest bin into which a packer gets everything, by halving. */
export function shortest(i: Instance, packs: Packs): readonly Placed[] | null {
  let [low, high] = [i.lowerBound, i.lowerBound * 2.5]
  let best: readonly Placed[] | null = null
  for (let n = 0; n < 18; n++) {
    const length = (low + high) / 2
    let laid: readonly Placed[] | null = null
    try {
      laid = packs(i, length)
    } catch {
      // what does not fit is thrown by some
    }
    if (laid && laid.length === i.items.length) {
      best = laid
      high = length
    } else low = length
  }
  return best
}
