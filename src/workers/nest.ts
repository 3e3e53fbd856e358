import { searchFor } from '@/core/nest/search-for'
import type { PlanAnswered, PlanAsked } from './nest-messages'

// Searches roll plans beside the page: a pass at a time, so that a new wish or a stop is heard between two of them.

/** A pass that takes longer than this is broken off, to hear what the page wants, ms. */
const LONGEST_PASS = 250
/** How often the page hears how it stands though nothing shorter was found, ms. */
const TOLD_EVERY = 400

let wanted = 0

addEventListener('message', ({ data }: MessageEvent<PlanAsked>) => {
  wanted += 1
  if (data.does === 'search') void search(data, wanted)
})

async function search({ id, ask, seed, ms }: Extract<PlanAsked, { does: 'search' }>, mine: number): Promise<void> {
  const found = searchFor(ask, seed)
  const began = performance.now()
  const tell = (over: boolean): void => postMessage({ id, standing: found.standing, over } satisfies PlanAnswered)
  let length = Number.POSITIVE_INFINITY
  let told = Number.NEGATIVE_INFINITY
  for (;;) {
    const pass = performance.now()
    const more = found.pass(() => performance.now() - pass > LONGEST_PASS)
    const now = performance.now()
    const is = found.standing.plan?.length ?? Number.POSITIVE_INFINITY
    if (!more || now - began >= ms) break
    if (is < length || now - told >= TOLD_EVERY) {
      tell(false)
      length = is
      told = now
    }
    await new Promise((r) => setTimeout(r))
    if (wanted !== mine) break
  }
  tell(true)
}
