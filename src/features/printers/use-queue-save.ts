'use client'

import type { Queue } from '@/contract/views/printer'
import type { QueueFacts } from '@/core/printer/facts'
import { useDo } from '@/ui/parts/use-do'

/** Saves a queue with a part of its facts replaced. */
export function useQueueSave(queue: Queue) {
  const { act, busy } = useDo()
  const save = async (patch: Partial<QueueFacts>, done: string): Promise<boolean> => {
    const { facts, ...fields } = queue
    return (await act('queue.save', { ...fields, facts: { ...facts, ...patch } }, done)) !== null
  }
  return { save, busy }
}
