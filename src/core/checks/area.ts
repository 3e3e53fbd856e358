import type { Um } from '@/core/length/length'
import { EDGE_NAMES, type EdgeName, type Edges } from '@/core/sheet/sheet'
import { type Check, found } from './check'

/**
 * The edge with the largest figure (ties: left, right, lead, trail) and how many others have one.
 * @example worstEdge(edges(0, 200, 0, 900)) // { edge: 'trail', byUm: 900, others: 1 }
 */
export function worstEdge(e: Edges): { edge: EdgeName; byUm: Um; others: number } | null {
  const some = EDGE_NAMES.filter((name) => e[name] > 0)
  const [first] = [...some].sort((a, b) => e[b] - e[a])
  return first ? { edge: first, byUm: e[first], others: some.length - 1 } : null
}

/** Outside borderless nothing may stand in the margin in silence. Borderless loss is said by enlargement. */
export const insideArea: Check = {
  id: 'area',
  about: 'nothing stands in the unprintable margin',
  of: 'piece',
  run: ({ laid }, _facts, { sheet }) => {
    if (!laid || !sheet || sheet.borderless) return null
    const worst = worstEdge(laid.cutOff)
    return worst ? found('stop', { code: 'margin_cut', ...worst }) : found('fine', { code: 'inside_area' })
  },
}
