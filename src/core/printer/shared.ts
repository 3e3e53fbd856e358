import { same } from '@/core/merge/merge'
import type { QueueFacts } from './facts'
import { PART_KINDS, type PartKind } from './parts'

type Item = { readonly id: string }

/**
 * A list after a change that was made to its equal elsewhere: what stood the same before takes the change, else it stays.
 * What was taken out there stays here.
 */
function listAlong<T>(
  before: readonly T[],
  after: readonly T[],
  here: readonly T[],
  idOf: (item: T) => string,
): readonly T[] {
  const find = (list: readonly T[], id: string): T | undefined => list.find((x) => idOf(x) === id)
  if (same(before, here) && before.every((x) => find(after, idOf(x)) !== undefined)) return after
  const changed = here.map((item) => (same(find(before, idOf(item)), item) ? (find(after, idOf(item)) ?? item) : item))
  const added = after.filter((x) => !find(before, idOf(x)) && !find(here, idOf(x)))
  return [...changed, ...added]
}

/**
 * What a change of one queue makes of another queue of the same printer: every fact that stood there as it stood here
 * before the change is changed along, what differed stays. Media settings, qualities, rules and the like are looked at
 * one by one; new ones are added, and those that were taken out here stay there.
 * @param before the changed queue's facts as they were. @param after as they are. @param here the other queue's.
 * @example alongWith(QUEUE, { ...QUEUE, nativePpi: 320 }, QUEUE).nativePpi // 320
 */
export function alongWith(before: QueueFacts, after: QueueFacts, here: QueueFacts): QueueFacts {
  const out: Record<string, unknown> = { ...here }
  const lists: readonly string[] = [...PART_KINDS, 'feeds']
  const [was, now] = [before as Record<string, unknown>, after as Record<string, unknown>]
  for (const key of Object.keys(now))
    if (!lists.includes(key) && !same(was[key], now[key]) && same(was[key], out[key])) out[key] = now[key]
  const part = <K extends PartKind>(kind: K): void => {
    out[kind] = listAlong<Item>(before[kind], after[kind], here[kind], (x) => x.id)
  }
  for (const kind of PART_KINDS) part(kind)
  return { ...(out as QueueFacts), feeds: listAlong(before.feeds, after.feeds, here.feeds, (f) => f.feedId) }
}

/** How a part of a queue stands in another queue of its printer. */
export type Beside = 'same' | 'differs' | 'missing'

/**
 * Whether another queue has a part of this one, and the same.
 * @example besideIn(QUEUE, 'rules', RULE) // 'missing'
 */
export function besideIn(other: QueueFacts, kind: PartKind, item: Item): Beside {
  const theirs = other[kind].find((x) => x.id === item.id)
  if (!theirs) return 'missing'
  return same(theirs, item) ? 'same' : 'differs'
}

/**
 * How many parts of each kind two queues have the same, in the order of kinds; kinds of which they share none are left out.
 * @example sharedWith({ ...QUEUE, rules: [RULE] }, { ...QUEUE, rules: [RULE] }).at(-1) // ['rules', 1]
 */
export const sharedWith = (a: QueueFacts, b: QueueFacts): readonly (readonly [PartKind, number])[] =>
  PART_KINDS.flatMap((kind) => {
    const count = a[kind].filter((item) => besideIn(b, kind, item) === 'same').length
    return count > 0 ? [[kind, count] as const] : []
  })
