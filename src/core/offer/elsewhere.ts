import { engineOf } from '@/core/options/room-engine'
import type { QueueWorld } from '@/core/options/room-options'

/** Another queue at which something is possible that this one closes. */
export type Elsewhere = { readonly queueId: string; readonly queue: string }

/**
 * Other queues whose option of this name has a value of this name open for the same paper: where a person could go with
 * a choice that is closed here. At most `most`, in the order of the list.
 * @param wanted the option's id, and the value's name as it is shown. @param paperId the paper that is meant.
 * @example elsewhere([], 'q', { option: 'topcoat', value: 'Thin' }, 'paper') // []
 */
export function elsewhere(
  queues: readonly (QueueWorld & { readonly id: string; readonly name: string })[],
  here: string,
  wanted: { readonly option: string; readonly value: string },
  paperId: string,
  most = 2,
): readonly Elsewhere[] {
  const found: Elsewhere[] = []
  for (const queue of queues) {
    if (queue.id === here || found.length >= most) continue
    const { options, engine } = engineOf(queue)
    const option = options.find((o) => o.id === wanted.option)
    const value = option?.values.find((v) => v.name.toLowerCase() === wanted.value.toLowerCase())
    const paper = options.find((o) => o.id === 'paper')?.values.some((v) => v.id === paperId)
    if (!option || !value || !paper || engine.contradiction()) continue
    const state = engine.state(option.id === 'paper' ? {} : { paper: paperId })
    if (state.find((s) => s.id === option.id)?.values.find((v) => v.id === value.id)?.is === 'open')
      found.push({ queueId: queue.id, queue: queue.name })
  }
  return found
}
