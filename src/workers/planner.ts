import type { NestAsk } from '@/core/nest/ask'
import type { PlanAnswered, PlanAsked } from './nest-messages'

/** The worker that searches roll plans, as a page holds it. */
export function openPlanner(hear: (answer: PlanAnswered) => void) {
  const worker = new Worker(new URL('./nest.ts', import.meta.url), { type: 'module' })
  let last = 0
  worker.onmessage = ({ data }: MessageEvent<PlanAnswered>) => {
    // what an earlier wish came to is of no interest any more
    if (data.id === last) hear(data)
  }
  const post = (asked: PlanAsked): void => worker.postMessage(asked)
  return {
    search: (ask: NestAsk, ms: number): void => {
      last += 1
      post({ does: 'search', id: last, ask, seed: 1, ms })
    },
    stop: (): void => post({ does: 'stop' }),
    /** Ends the search, and hears nothing more of it. */
    forget: (): void => {
      last += 1
      post({ does: 'stop' })
    },
    end: (): void => worker.terminate(),
  }
}
export type Planner = ReturnType<typeof openPlanner>
