'use client'

import { useRouter } from 'next/navigation'
import { useCallback, useEffect, useRef, useState } from 'react'
import { call } from '@/contract/call'
import { settingsSchema } from '@/contract/preset'
import { same } from '@/core/merge/merge'
import type { Settings } from '@/core/preset/settings'
import { Again } from '@/ui/form/pauses'
import { tellProblem } from '@/ui/parts/tell'

type Opened = {
  readonly id: string
  readonly name: string
  readonly revision: number
  /** the draft, or the newest version that the first change makes a draft of */
  readonly settings: Settings | null
}

/** Somebody else changed the draft meanwhile: both, until one is chosen. */
export type Conflict = { readonly mine: Settings; readonly theirs: Settings }

/**
 * A preset's draft while it is changed: each change is shown at once and saved after the one before it, so that quick
 * presses lose nothing. News are taken over while nothing is unsaved here. A change made elsewhere to the draft itself is
 * a conflict, since the rules of a queue let no two drafts be mixed; nothing is overwritten.
 */
export function useDraft({ id, name, revision, settings }: Opened) {
  const router = useRouter()
  const [shown, setShown] = useState(settings)
  const [conflict, setConflict] = useState<Conflict | null>(null)
  /** what the room had last, and what still has to be saved over it */
  const now = useRef({ base: settings, revision, name, waiting: null as Settings | null, busy: false })

  useEffect(() => {
    const kept = now.current
    if (revision <= kept.revision || kept.busy || kept.waiting || conflict) return
    Object.assign(kept, { base: settings, revision, name })
    setShown(settings)
  }, [revision, settings, name, conflict])

  const again = useRef<Again | null>(null)
  const save = useCallback(async (): Promise<void> => {
    const kept = now.current
    if (kept.busy) return
    kept.busy = true
    while (kept.waiting) {
      const draft = kept.waiting
      kept.waiting = null
      const result = await call('preset.draft', { id, revision: kept.revision, name: kept.name, draft })
      if (result.ok) {
        again.current?.over()
        Object.assign(kept, { base: draft, revision: result.value.revision })
        router.refresh()
        continue
      }
      const { problem } = result
      if (problem.code !== 'stale' || problem.now === kept.revision) {
        tellProblem(problem)
        if (problem.code === 'unreachable') {
          // kept here, and sent when the room answers again
          kept.waiting ??= draft
          again.current?.later()
          break
        }
        // what was refused is not shown as if it were there
        if (!kept.waiting) setShown(kept.base)
        continue
      }
      const current = problem.current as { readonly draft?: unknown; readonly name: string }
      const theirs = settingsSchema.safeParse(current.draft)
      Object.assign(kept, { revision: problem.now, name: current.name })
      const mine = kept.waiting ?? draft
      // only its name moved on: nobody is in conflict with that
      if (!theirs.success || (kept.base && same(theirs.data, kept.base))) kept.waiting = mine
      else {
        kept.waiting = null
        kept.base = theirs.data
        setConflict({ mine, theirs: theirs.data })
      }
    }
    kept.busy = false
  }, [id, router])
  useEffect(() => {
    const own = new Again(() => void save())
    again.current = own
    return () => own.end()
  }, [save])

  const change = useCallback(
    (draft: Settings): void => {
      setShown(draft)
      now.current.waiting = draft
      void save()
    },
    [save],
  )
  /** The draft and its revision once everything that was changed here is saved. */
  const settled = useCallback(async (): Promise<{ readonly revision: number; readonly draft: Settings | null }> => {
    while (now.current.busy) await new Promise((r) => setTimeout(r, 20))
    const { revision: at, base } = now.current
    return { revision: at, draft: base }
  }, [])
  const settle = useCallback(
    (keep: Conflict | null, take: 'mine' | 'theirs'): void => {
      setConflict(null)
      if (!keep) return
      if (take === 'mine') return change(keep.mine)
      setShown(keep.theirs)
      router.refresh()
    },
    [change, router],
  )
  return {
    settings: shown,
    conflict,
    change,
    settled,
    keep: () => settle(conflict, 'mine'),
    take: () => settle(conflict, 'theirs'),
  }
}
