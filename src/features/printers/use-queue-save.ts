'use client'

import { createContext, useContext, useState } from 'react'
import type { z } from 'zod'
import type { Queue } from '@/contract/views/printer'
import type { QueueFacts } from '@/core/printer/facts'
import type { PartKind } from '@/core/printer/parts'
import { useRoomForm } from '@/ui/form/use-room-form'
import type { RowAct } from '@/ui/parts/row-menu'
import { useDo } from '@/ui/parts/use-do'

/** What takes a part out of a queue, for the menu of its row; it can be put back from the removed things. */
export function useRemove(queue: Queue): (kind: PartKind, id: string, gone: string) => RowAct {
  const { save } = useQueueSave(queue)
  return (kind, id, gone) => ({
    ...{ label: 'Remove', away: true },
    act: () => void save({ [kind]: (queue.facts[kind] as readonly { id: string }[]).filter((x) => x.id !== id) }, gone),
  })
}

/** All queues of the printer whose parts are edited. */
export const QueuesOfPrinter = createContext<readonly Queue[]>([])

const NONE: readonly Queue[] = []

/** The printer's other queues; a queue that is yet to be made changes none. */
export function useOtherQueues(queue: Queue | null): readonly Queue[] {
  const all = useContext(QueuesOfPrinter)
  return queue ? all.filter((q) => q.id !== queue.id) : NONE
}

/** Saves a queue with a part of its facts replaced. */
export function useQueueSave(queue: Queue) {
  const { act, busy } = useDo()
  const save = async (patch: Partial<QueueFacts>, done: string): Promise<boolean> => {
    const { facts, ...fields } = queue
    return (await act('queue.save', { ...fields, facts: { ...facts, ...patch } }, done)) !== null
  }
  return { save, busy }
}

/** Other queues of the printer that take the change too, where they have the same. */
export type Along = { readonly also: readonly string[] }

/**
 * A form over a part of a queue's facts. Whatever else somebody changed of the queue meanwhile stays as it is there: the
 * part is put into the facts as they are when it is saved.
 */
export function useQueuePart<V extends object, P>(o: {
  readonly queue: Queue
  /** what the fields begin with */
  readonly values: (facts: QueueFacts) => V
  /** what was typed, in the shape of the queue's part */
  readonly part: (values: V, facts: QueueFacts) => unknown
  readonly schema: z.ZodType<P, unknown>
  /** what of the facts the part replaces */
  readonly put: (facts: QueueFacts, part: P, values: V) => Partial<QueueFacts>
  readonly done: string | ((values: V) => string)
  readonly then: () => void
}) {
  const { queue, part, schema } = o
  const [opened] = useState(queue)
  return useRoomForm({
    action: 'queue.save',
    row: queue,
    values: (q): V & Along => ({ ...o.values((q ?? opened).facts), also: [] }),
    input: ({ also, ...rest }, q) => {
      const values = rest as unknown as V
      const { facts, ...fields } = q ?? opened
      const parsed = schema.safeParse(part(values, facts))
      // a part that the schema refuses is never sent: the form says why
      return { ...fields, also, facts: { ...facts, ...(parsed.success ? o.put(facts, parsed.data, values) : {}) } }
    },
    part: { schema, of: (values, q) => part(values, (q ?? opened).facts) },
    done: o.done,
    then: o.then,
  })
}

/** A list with an item in it: in the place of the one with its id, else at the end. */
export const withItem = <T extends { readonly id: string }>(list: readonly T[], item: T): readonly T[] =>
  list.some((x) => x.id === item.id) ? list.map((x) => (x.id === item.id ? item : x)) : [...list, item]

export const idsOf = (list: readonly { readonly id: string }[]): readonly string[] => list.map((x) => x.id)
