'use client'

import { useRouter } from 'next/navigation'
import { useState } from 'react'
import type { ActionInput, ActionName, ActionOutput } from '@/contract/actions'
import { call } from '@/contract/call'
import { tell, tellProblem } from './tell'

/** A way to act on the room: told what was done, or why not; the page's data is read again afterwards. */
export function useDo() {
  const router = useRouter()
  const [busy, setBusy] = useState(false)
  const act = async <N extends ActionName>(
    action: N,
    input: ActionInput<N>,
    done?: string,
  ): Promise<ActionOutput[N] | null> => {
    setBusy(true)
    const result = await call(action, input)
    setBusy(false)
    if (!result.ok) {
      tellProblem(result.problem)
      return null
    }
    if (done) tell(done)
    router.refresh()
    return result.value
  }
  return { act, busy }
}
