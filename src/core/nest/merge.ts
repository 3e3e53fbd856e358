import type { Spot } from './beam'
import { type Kind, type Stance, stancesOf } from './kinds'
import { type Shape, withKinds } from './shape'

/**
 * Prints whose sides match, joined to blocks: where a plan without waste exists, sides that match mostly lie against each
 * other in it; where sizes repeat, rows of them are what a person would lay. A block is one print to the search.
 */

/** A print within a block, as the block lies unturned. */
type Part = { readonly kind: number; readonly x: number; readonly y: number; readonly w: number; readonly h: number }

type Block = { readonly w: number; readonly h: number; readonly mayTurn: boolean; readonly parts: readonly Part[] }

/** A shape of blocks, and how its spots become those of the prints. */
export type Merged = { readonly shape: Shape; readonly apart: (spots: readonly Spot[]) => readonly Spot[] }

const single = ({ w, h, mayTurn }: Kind, kind: number): Block => ({
  ...{ w, h, mayTurn },
  parts: [{ kind, x: 0, y: 0, w, h }],
})

/** The block a quarter turned: its lead edge becomes its left one. */
const turned = ({ w, h, mayTurn, parts }: Block): Block => ({
  ...{ w: h, h: w, mayTurn },
  parts: parts.map((p) => ({ kind: p.kind, x: p.y, y: p.x, w: p.h, h: p.w })),
})

/** Two blocks of one width, the second behind the first. */
const stacked = (a: Block, b: Block): Block => ({
  ...{ w: a.w, h: a.h + b.h, mayTurn: a.mayTurn && b.mayTurn },
  parts: [...a.parts, ...b.parts.map((p) => ({ ...p, y: p.y + a.h }))],
})

/** Ways a block can lie. */
const ways = (b: Block): readonly Block[] => (b.mayTurn && b.w !== b.h ? [b, turned(b)] : [b])

/**
 * Joins up to `most` pairs of blocks with a side in common, pairs of rare sides first, by chance.
 * @example merged(shapeOf(NEST), () => 0, 1, 9999).shape.count // 2
 * @param reach blocks are no longer than this either way, tenths
 */
export function merged(shape: Shape, random: () => number, most: number, reach: number): Merged {
  const blocks: Block[] = shape.kinds.flatMap((k, i) => k.members.map(() => single(k, i)))
  for (let n = 0; n < most; n++) {
    const bySide = new Map<number, { readonly at: number; readonly block: Block }[]>()
    for (const [at, b] of blocks.entries())
      for (const block of ways(b)) {
        const list = bySide.get(block.w)
        if (list) list.push({ at, block })
        else bySide.set(block.w, [{ at, block }])
      }
    // a side that only two have says most
    const pairs = [...bySide.values()].filter((l) => new Set(l.map((x) => x.at)).size > 1)
    if (pairs.length === 0) break
    const rare = pairs.toSorted((a, b) => a.length - b.length)
    const list = rare[Math.floor(rare.length * random() ** 2)] as (typeof pairs)[number]
    const first = list[Math.floor(list.length * random())] as (typeof list)[number]
    const others = list.filter((x) => x.at !== first.at)
    const second = others[Math.floor(others.length * random())] as (typeof list)[number]
    const both = stacked(first.block, second.block)
    const fits = both.w <= shape.width || (both.mayTurn && both.h <= shape.width)
    if (!fits || both.h > reach || (both.w > reach && both.h > shape.width)) continue
    blocks[first.at] = both
    blocks.splice(second.at, 1)
  }
  return shapeOfBlocks(shape, blocks)
}

function shapeOfBlocks(shape: Shape, blocks: readonly Block[]): Merged {
  const byKey = new Map<string, Block[]>()
  for (const b of blocks) {
    const lies = b.mayTurn && b.h < b.w ? turned(b) : b
    const key = `${lies.w} ${lies.h} ${lies.mayTurn && lies.w !== lies.h}`
    byKey.set(key, [...(byKey.get(key) ?? []), lies])
  }
  const groups = [...byKey.values()]
  const kinds = groups.map((g): Kind => {
    const [b] = g as [Block]
    return { w: b.w, h: b.h, mayTurn: b.mayTurn && b.w !== b.h, members: g.map((_, i) => i) }
  })
  const apart = (spots: readonly Spot[]): readonly Spot[] => {
    const used = groups.map(() => 0)
    return spots.flatMap(({ stance, x, y }) => {
      const n = used[stance.kind] ?? 0
      used[stance.kind] = n + 1
      const block = groups[stance.kind]?.[n] as Block
      const lies = stance.turned ? turned(block) : block
      return lies.parts.map((p): Spot => {
        const kind = shape.kinds[p.kind] as Kind
        const was: Stance = { kind: p.kind, w: p.w, h: p.h, turned: p.w !== kind.w || p.h !== kind.h }
        return { stance: was, x: x + p.x, y: y + p.y }
      })
    })
  }
  return { shape: withKinds(shape, kinds, stancesOf(kinds, shape.width)), apart }
}
