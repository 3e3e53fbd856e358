'use client'

import { useRouter } from 'next/navigation'
import { useState } from 'react'
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
  const act = async <N extends ActionName>(
    action: N,
    input: ActionInput<N>,
    done?: string,
  ): Promise<ActionOutput[N] | null> => {
    setBusy(true)
    const result = await call(action, input)
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
