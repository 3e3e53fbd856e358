import type { Answered, Asked } from './scan-messages'

type Without<T, K extends PropertyKey> = T extends unknown ? Omit<T, K> : never

/** The worker that reads wedges, as a page holds it: asks, waits for its answer, ends it. */
export function openReader() {
  const worker = new Worker(new URL('./read-scan.ts', import.meta.url), { type: 'module' })
  const waiting = new Map<number, { readonly give: (a: Answered) => void; readonly fail: (why: Error) => void }>()
  let next = 1
  worker.onmessage = ({ data }: MessageEvent<Answered>) => {
    waiting.get(data.id)?.give(data)
    waiting.delete(data.id)
  }
  worker.onerror = (event) => {
    for (const { fail } of waiting.values()) fail(new Error(event.message || 'the reader ended'))
    waiting.clear()
  }
  const ask = (asked: Without<Asked, 'id'>): Promise<Answered> =>
    new Promise((give, fail) => {
      const id = next++
      waiting.set(id, { give, fail })
      worker.postMessage({ ...asked, id })
    })
  return { ask, end: () => worker.terminate() }
}
export type Reader = ReturnType<typeof openReader>
