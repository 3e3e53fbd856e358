'use client'

import { useCallback, useEffect, useRef, useState } from 'react'
import type { NestAsk } from '@/core/nest/ask'
import type { Standing } from '@/core/nest/solve'
import { verifyPlan } from '@/core/nest/verify'
import { openPlanner, type Planner } from '@/workers/planner'

/** How long a plan is searched for unless it is stopped, ms. */
const SEARCHED = 20_000

export type Planning = {
  /** the best so far, looked through by code that shares nothing with what found it; null: none yet, or it was wrong */
  readonly standing: Standing | null
  readonly ask: NestAsk | null
  readonly over: boolean
  /** a plan came that does not hold: a bug, said instead of shown */
  readonly wrong: boolean
}
const NOTHING: Planning = { standing: null, ask: null, over: true, wrong: false }

/** Searches for a plan in a worker, again with each new wish. */
export function usePlanner(): {
  readonly planning: Planning
  readonly search: (ask: NestAsk) => void
  readonly stop: () => void
} {
  const [planning, setPlanning] = useState<Planning>(NOTHING)
  const planner = useRef<Planner | null>(null)
  const asked = useRef<NestAsk | null>(null)
  useEffect(
    () => () => {
      planner.current?.end()
      planner.current = null
    },
    [],
  )
  const search = useCallback((ask: NestAsk): void => {
    asked.current = ask
    if (ask.items.length === 0) {
      planner.current?.forget()
      setPlanning(NOTHING)
      return
    }
    planner.current ??= openPlanner(({ standing, over }) => {
      const own = asked.current
      if (!own) return
      const wrong = standing.plan !== null && verifyPlan(own, standing.plan).length > 0
      // until there is a first plan of a new wish the one before stays to be seen, and keeps the focus
      setPlanning((was) =>
        standing.plan === null && !over && was.standing !== null
          ? { ...was, over: false }
          : { standing: wrong ? null : standing, ask: own, over, wrong },
      )
    })
    setPlanning((was) => ({ ...was, over: false, wrong: false }))
    planner.current.search(ask, SEARCHED)
  }, [])
  const stop = useCallback((): void => planner.current?.stop(), [])
  return { planning, search, stop }
}
