'use client'

import { useRouter } from 'next/navigation'
import { useState } from 'react'
import type { ActionInput, ActionName, ActionOutput } from '@/contract/actions'
import { call } from '@/contract/call'
import type { Problem } from '@/core/words/problems'
import { staleWords } from '@/core/words/stale'
import { tell, tellProblem } from './tell'

type Seen = { readonly id?: string; readonly revision: number }

/**
 * A way to act on the room: told what was done, or why not; the page's data is read again afterwards. `problem` is the
 * last act's, for those that can be answered on the spot.
 *
 * A form says which row it was opened on, and sends `seen`: the row as its fields show it, whatever the page has heard of
 * it since. Over what somebody else changed meanwhile nothing is written: it is told what stands there now, what was typed
 * stays, and doing it once more is meant.
 */
export function useDo<Row extends Seen>(opened: Row | null = null) {
  const router = useRouter()
  const [busy, setBusy] = useState(false)
  const [problem, setProblem] = useState<Problem | null>(null)
  const [seen, setSeen] = useState(opened)
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
      const stale = result.problem.code === 'stale' ? result.problem : null
      tellProblem(result.problem, stale ? staleWords(input, stale.current) : '')
      if (!stale) return null
      setSeen((row) => row && { ...row, revision: stale.now })
      router.refresh()
      return null
    }
    const { value } = result
    if ('revision' in value) setSeen((row) => row && { ...row, revision: value.revision })
    if (done) tell(done)
    router.refresh()
    return value
  }
  return { act, busy, problem, seen }
}
