'use client'

import type { Queue } from '@/contract/views/printer'
import { PARTS, type PartKind } from '@/core/printer/parts'
import { besideIn, sharedWith } from '@/core/printer/shared'
import { countOf } from '@/core/words/count'
import { useOtherQueues } from './use-queue-save'

/** What another queue of the printer has otherwise, or lacks, of a part of this one; nothing where it is the same. */
export function BesideMark(props: {
  readonly queue: Queue
  readonly kind: PartKind
  readonly item: { readonly id: string }
}) {
  const others = useOtherQueues(props.queue).map((q) => [q, besideIn(q.facts, props.kind, props.item)] as const)
  const says = others.flatMap(([q, beside]) =>
    beside === 'same' ? [] : [beside === 'differs' ? `otherwise on ${q.name}` : `not on ${q.name}`],
  )
  return says.length === 0 ? null : <span className="soft small">({says.join(', ')})</span>
}

/** How much a queue shares with the others of its printer. */
export function SharedLine({ queue }: { readonly queue: Queue }) {
  const lines = useOtherQueues(queue).map((q) => {
    const shared = sharedWith(queue.facts, q.facts).map(([kind, n]) => countOf(n, PARTS[kind]))
    return shared.length > 0
      ? `${q.name} has the same ${shared.join(', ')}; a change here is offered there too.`
      : `Nothing of it is the same on ${q.name}.`
  })
  return lines.map((line) => (
    <p key={line} className="soft small">
      {line}
    </p>
  ))
}
