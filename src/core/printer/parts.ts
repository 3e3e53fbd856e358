import type { QueueFacts } from './facts'

/** Lists of a queue's facts whose items are taken out one by one, and how each is called. */
export const PARTS = {
  mediaSettings: 'media setting',
  qualities: 'quality',
  ownOptions: 'option',
  rules: 'rule',
  notes: 'note',
  dialog: 'step',
} as const
export type PartKind = keyof typeof PARTS
export const PART_KINDS = [
  'mediaSettings',
  'qualities',
  'ownOptions',
  'rules',
  'notes',
  'dialog',
] as const satisfies readonly PartKind[]

type Removed = { readonly [K in PartKind]?: QueueFacts[K] }

/**
 * What was in a queue and is not any more, by its kind; null when nothing is gone.
 * @example removedFrom({ ...QUEUE, rules: [RULE] }, QUEUE) // { rules: [RULE] }
 */
export function removedFrom(before: QueueFacts, after: QueueFacts): Removed | null {
  const gone = PART_KINDS.flatMap((kind) => {
    const there = new Set(after[kind].map((x) => x.id))
    const items = before[kind].filter((x) => !there.has(x.id))
    return items.length > 0 ? [[kind, items] as const] : []
  })
  return gone.length > 0 ? Object.fromEntries(gone) : null
}

/** What a part is called. @example partName('rules', RULE) // 'because matte black never dries on gloss' */
export function partName(kind: PartKind, item: QueueFacts[PartKind][number]): string {
  if ('because' in item) return `because ${item.because}`
  if ('says' in item) return item.says
  return 'label' in item ? item.label : 'name' in item ? item.name : PARTS[kind]
}
