import type { PlanBody } from '@/contract/roll-plan'
import type { PlanGroup } from '@/contract/views/plan'
import type { Um } from '@/core/length/length'
import type { NestAsk } from '@/core/nest/ask'
import { Search } from '@/core/nest/solve'
import { sideMargin } from '@/core/nest/together'

/** A plan of all that waits in a group, as a screen would keep it. */
export function planOf(group: PlanGroup, more: Partial<PlanBody> = {}): PlanBody {
  const copies = group.prints.flatMap((p) => Array.from({ length: p.copies }, () => p))
  const ask: NestAsk = {
    ...{ width: group.width, gap: more.gap ?? 5000, margin: sideMargin(group.margins), cut: more.cut ?? 'straight' },
    items: copies.map(({ w, h }) => ({ w, h, mayTurn: true })),
  }
  const search = new Search(ask, 1)
  while (search.standing.steps < 4000 && search.pass(() => false));
  const { plan } = search.standing
  if (!plan) throw new Error('no plan')
  return {
    ...{ width: ask.width as Um, gap: ask.gap as Um, margin: ask.margin as Um, cut: ask.cut },
    items: copies.map(({ slipId, printId }) => ({ slipId, printId, mayTurn: true })),
    laid: plan.laid as PlanBody['laid'],
    ...{ length: plan.length as Um, labels: true, ticks: true, ...more },
  }
}
