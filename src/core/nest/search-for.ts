import type { NestAsk } from './ask'
import { Grouped, type Searching } from './grouped'
import { Pinned } from './pinned'
import { Search } from './solve'

/**
 * What searches for a plan of a wish: around its pins, group by group, or all at once.
 * @example searchFor(NEST, 1).pass(() => false) // true
 */
export function searchFor(ask: NestAsk, seed: number): Searching {
  if (ask.pins && ask.pins.length > 0) return new Pinned(ask, seed)
  const [first] = ask.items
  const several = ask.items.some((p) => (p.group ?? 0) !== (first?.group ?? 0))
  return several ? new Grouped(ask, seed) : new Search(ask, seed)
}
