'use client'

import { useRouter } from 'next/navigation'
import { useRef, useState } from 'react'
import type { ActionInput, ActionName } from '@/contract/actions'
import type { ActionOutput } from '@/contract/answers'
import { call } from '@/contract/call'
import type { Problem } from '@/core/words/problems'
import { tell, tellProblem } from './tell'

/**
 * A way to act on the room: told what was done, or why not; the page's data is read again afterwards. `problem` is the
 * last act's, for those that can be answered on the spot.
 */
export function useDo() {
  const router = useRouter()
  const [busy, setBusy] = useState(false)
  const [problem, setProblem] = useState<Problem | null>(null)
  /** what is on its way: pressed again before it is answered, it is not done twice */
  const running = useRef(new Set<string>())
  const act = async <N extends ActionName>(
    action: N,
    input: ActionInput<N>,
    done?: string,
  ): Promise<ActionOutput[N] | null> => {
    const same = JSON.stringify([action, input])
    if (running.current.has(same)) return null
    running.current.add(same)
    setBusy(true)
    const result = await call(action, input)
    running.current.delete(same)
    setBusy(false)
    setProblem(result.ok ? null : result.problem)
    if (!result.ok) {
      if (result.problem.code === 'asks') tell('Left as it was.')
      else tellProblem(result.problem)
      if (result.problem.code === 'stale') router.refresh()
      return null
    }
    if (done) tell(done)
    router.refresh()
    return result.value
  }
  return { act, busy, problem }
}
