import type { Laid, NestAsk } from './ask'
import { Search, type Standing } from './solve'

/** Anything that searches for a plan, pass by pass, and has one meanwhile. */
export type Searching = {
  readonly standing: Standing
  /** Looks at one pass. False: there is nothing more to look for. */
  pass(stop: () => boolean): boolean
}

/** Some of the prints that were asked, with the places that they have in all of them. */
type Part = { readonly members: readonly number[]; readonly search: Search }

/** A wish for some of its prints alone. @example partAsk(NEST, [1]).items.length // 1 */
export const partAsk = (ask: NestAsk, members: readonly number[]): NestAsk => ({
  ...{ width: ask.width, gap: ask.gap, margin: ask.margin, cut: ask.cut },
  items: members.flatMap((i) => ask.items[i] ?? []),
})

/** Prints of a part where they lie on the whole strip. @example placedAt([{ i: 0, x: 0, y: 5, w: 1, h: 1, turned: false }], [7], 100)[0].y // 105 */
export const placedAt = (laid: readonly Laid[], members: readonly number[], y: number): readonly Laid[] =>
  laid.map((p) => ({ ...p, i: members[p.i] as number, y: p.y + y }))

/**
 * Prints of one group on a stretch of the strip that is theirs alone, one stretch after the other: each is searched by
 * itself, the one with most to gain first.
 */
export class Grouped implements Searching {
  private readonly parts: readonly Part[]
  private readonly ended = new Set<Part>()

  constructor(
    private readonly ask: NestAsk,
    seed = 1,
  ) {
    const numbers = [...new Set(ask.items.map((p) => p.group ?? 0))].sort((a, b) => a - b)
    this.parts = numbers.map((number) => {
      const members = ask.items.flatMap((p, i) => ((p.group ?? 0) === number ? [i] : []))
      return { members, search: new Search(partAsk(ask, members), seed) }
    })
  }

  get standing(): Standing {
    const all = this.parts.map((p) => p.search.standing)
    const between = this.ask.gap * (this.parts.length - 1)
    const laid: Laid[] = []
    let y = 0
    for (const [n, { members }] of this.parts.entries()) {
      const plan = all[n]?.plan
      if (!plan) return { plan: null, bound: 0, steps: all.reduce((sum, s) => sum + s.steps, 0), proven: false }
      laid.push(...placedAt(plan.laid, members, y))
      y += plan.length + this.ask.gap
    }
    return {
      plan: { laid, length: y - this.ask.gap },
      bound: all.reduce((sum, s) => sum + s.bound, between),
      steps: all.reduce((sum, s) => sum + s.steps, 0),
      proven: all.every((s) => s.proven),
    }
  }

  pass(stop: () => boolean): boolean {
    const worth = ({ search }: Part): number => {
      const { plan, bound } = search.standing
      return plan ? plan.length - bound : Number.POSITIVE_INFINITY
    }
    const open = this.parts.filter((p) => !this.ended.has(p)).sort((a, b) => worth(b) - worth(a))
    const [most] = open
    if (!most) return false
    if (!most.search.pass(stop)) this.ended.add(most)
    return this.ended.size < this.parts.length
  }
}
