import { optionsOf, type QueueWorld } from '@/core/options/room-options'
import { rulesOf } from '@/core/options/room-rules'
import type { Selection } from '@/core/rules/rules'

/** Whether some completion of a selection breaks no rule, by trying them all. */
export function possible(w: QueueWorld, selection: Selection): boolean {
  const options = optionsOf(w)
  const rules = rulesOf(w)
  const open = options.filter((o) => selection[o.id] === undefined)
  const keeps = (s: Selection): boolean =>
    rules.every(
      (r) => !r.when.every((l) => l.in.includes(s[l.option] ?? '')) || r.then.in.includes(s[r.then.option] ?? ''),
    )
  const complete = (i: number, s: Selection): boolean => {
    const option = open[i]
    if (!option) return keeps(s)
    return option.values.some((v) => complete(i + 1, { ...s, [option.id]: v.id }))
  }
  return complete(0, selection)
}
