import type { NestAsk, Plan } from './ask'

/** What is wrong with a plan; lengths um. It shares nothing with what made the plan, and looks at every pair. */
export type PlanFault =
  | { readonly code: 'missing'; readonly i: number }
  | { readonly code: 'twice'; readonly i: number }
  | { readonly code: 'unknown'; readonly i: number }
  | { readonly code: 'size'; readonly i: number }
  | { readonly code: 'turned'; readonly i: number }
  | { readonly code: 'outside'; readonly i: number }
  | { readonly code: 'too_close'; readonly i: number; readonly k: number; readonly apart: number }
  | { readonly code: 'moved'; readonly i: number }
  | { readonly code: 'mixed'; readonly i: number; readonly k: number }
  | { readonly code: 'not_straight' }
  | { readonly code: 'length'; readonly is: number; readonly says: number }

/**
 * Everything that is wrong with a plan; empty: nothing.
 * @example verifyPlan({ width: 100, gap: 0, margin: 0, cut: 'any', items: [] }, { laid: [], length: 0 }) // []
 */
export function verifyPlan(ask: NestAsk, plan: Plan): readonly PlanFault[] {
  const faults: PlanFault[] = []
  const times = ask.items.map(() => 0)
  for (const p of plan.laid) {
    const item = ask.items[p.i]
    if (!item) {
      faults.push({ code: 'unknown', i: p.i })
      continue
    }
    times[p.i] = (times[p.i] ?? 0) + 1
    const [w, h] = p.turned ? [item.h, item.w] : [item.w, item.h]
    if (p.w !== w || p.h !== h) faults.push({ code: 'size', i: p.i })
    if (p.turned && !item.mayTurn) faults.push({ code: 'turned', i: p.i })
    if (p.x < ask.margin || p.x + p.w > ask.width - ask.margin || p.y < 0) faults.push({ code: 'outside', i: p.i })
  }
  for (const [i, n] of times.entries()) {
    if (n === 0) faults.push({ code: 'missing', i })
    if (n > 1) faults.push({ code: 'twice', i })
  }
  const end = Math.max(0, ...plan.laid.map((p) => p.y + p.h))
  if (end !== plan.length) faults.push({ code: 'length', is: end, says: plan.length })
  for (const [n, p] of plan.laid.entries())
    for (const q of plan.laid.slice(n + 1)) {
      // of two prints one is apart from the other along or across
      const apart = Math.max(q.x - p.x - p.w, p.x - q.x - q.w, q.y - p.y - p.h, p.y - q.y - q.h)
      if (apart < ask.gap) faults.push({ code: 'too_close', i: p.i, k: q.i, apart })
    }
  for (const pin of ask.pins ?? []) {
    const p = plan.laid.find((l) => l.i === pin.i)
    if (p && (p.x !== pin.x || p.y !== pin.y || p.turned !== pin.turned)) faults.push({ code: 'moved', i: pin.i })
  }
  if (!ask.pins?.length)
    for (const p of plan.laid)
      for (const q of plan.laid) {
        const [a, b] = [ask.items[p.i]?.group ?? 0, ask.items[q.i]?.group ?? 0]
        if (a < b && q.y < p.y + p.h) faults.push({ code: 'mixed', i: p.i, k: q.i })
      }
  if (ask.cut === 'straight' && !partsByStraightCuts(plan.laid)) faults.push({ code: 'not_straight' })
  return faults
}

type Box = { readonly x: number; readonly y: number; readonly w: number; readonly h: number }

/** Whether cuts from edge to edge part all boxes: any line that crosses none of them will do, and never does harm. */
function partsByStraightCuts(boxes: readonly Box[]): boolean {
  if (boxes.length < 2) return true
  for (const b of boxes) {
    for (const [from, to] of [
      [(o: Box): number => o.x, (o: Box): number => o.x + o.w],
      [(o: Box): number => o.y, (o: Box): number => o.y + o.h],
    ] as const) {
      const line = to(b)
      if (boxes.some((o) => from(o) < line && line < to(o))) continue
      const before = boxes.filter((o) => to(o) <= line)
      const after = boxes.filter((o) => to(o) > line)
      if (after.length > 0) return partsByStraightCuts(before) && partsByStraightCuts(after)
    }
  }
  return false
}
