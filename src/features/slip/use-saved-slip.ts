'use client'

import { useCallback, useEffect, useRef, useState } from 'react'
import { call } from '@/contract/call'
import { mergedById, same } from '@/core/merge/merge'
import type { SlipBody } from '@/core/slip/body'
import { leaveField } from '@/ui/form/leaving'
import { Again } from '@/ui/form/pauses'
import { tellProblem } from '@/ui/parts/tell'

const PAUSE_MS = 350

/** Where a slip's body stands: on the server as shown, on its way, kept here for want of a connection, refused, or in conflict. */
export type SaveState =
  | { readonly kind: 'saved' }
  | { readonly kind: 'saving' }
  | { readonly kind: 'kept here' }
  /** the room did not take it, and says why; it stays here until it is changed */
  | { readonly kind: 'refused' }
  /** `mine`: with every field that the other alone changed as it is there */
  | { readonly kind: 'conflict'; readonly mine: SlipBody; readonly theirs: SlipBody; readonly revision: number }

type Saved = { readonly id: string; readonly body: SlipBody; readonly revision: number }

/**
 * A slip that is saved as it is filled: shortly after each change, and once more when the page goes away. A change made
 * elsewhere is taken over while nothing is unsaved here, and becomes a conflict otherwise; nothing is overwritten.
 */
export function useSavedSlip(slip: Saved) {
  const [body, setBody] = useState(slip.body)
  const [state, setState] = useState<SaveState>({ kind: 'saved' })
  /** `base`: the body as the room last had it from here, or gave it */
  const latest = useRef({ body: slip.body, base: slip.body, revision: slip.revision, dirty: false, busy: false })
  const timer = useRef<ReturnType<typeof setTimeout>>(undefined)
  const again = useRef<Again | null>(null)

  const save = useCallback(async (): Promise<void> => {
    const now = latest.current
    if (!now.dirty || now.busy) return
    now.busy = true
    now.dirty = false
    setState({ kind: 'saving' })
    const sent = now.body
    const result = await call('slip.save', { id: slip.id, revision: now.revision, body: sent })
    now.busy = false
    if (result.ok) {
      again.current?.over()
      now.revision = result.value.revision
      now.base = sent
      setState(now.dirty ? { kind: 'saving' } : { kind: 'saved' })
      if (now.dirty) void save()
      return
    }
    now.dirty = true
    const { problem } = result
    if (problem.code === 'stale') {
      // the room's own row, parsed when it was written: no second parser is sent to the page for it
      const theirs = (problem.current as { readonly body: SlipBody }).body
      // only something beside the body moved on, such as a print that was counted: nobody is in conflict with oneself
      if (same(theirs, now.base)) {
        now.revision = problem.now
        return save()
      }
      return setState({
        ...{ kind: 'conflict', mine: mergedById(now.base, now.body, theirs), theirs, revision: problem.now },
      })
    }
    if (problem.code === 'unreachable') {
      setState({ kind: 'kept here' })
      again.current?.later()
      return
    }
    again.current?.over()
    tellProblem(problem)
    // a refusal is no save: what was typed stays here, and goes again with the next change
    setState({ kind: 'refused' })
  }, [slip.id])
  useEffect(() => {
    const own = new Again(() => void save())
    again.current = own
    return () => own.end()
  }, [save])

  const change = useCallback(
    (made: (body: SlipBody) => SlipBody): void => {
      const next = made(latest.current.body)
      latest.current.body = next
      latest.current.dirty = true
      setBody(next)
      clearTimeout(timer.current)
      timer.current = setTimeout(() => void save(), PAUSE_MS)
    },
    [save],
  )

  // taken over from another window, or from this one's own save seen again
  useEffect(() => {
    const now = latest.current
    if (slip.revision <= now.revision || now.dirty || now.busy) return
    now.revision = slip.revision
    now.body = slip.body
    now.base = slip.body
    setBody(slip.body)
  }, [slip.revision, slip.body])

  useEffect(() => {
    const leave = (): void => {
      const now = latest.current
      if (!now.dirty || now.busy) return
      now.dirty = false
      void call('slip.save', { id: slip.id, revision: now.revision, body: now.body }, { keepalive: true })
    }
    const gone = (): void => {
      leaveField()
      leave()
    }
    window.addEventListener('pagehide', gone)
    return () => {
      window.removeEventListener('pagehide', gone)
      leave()
    }
  }, [slip.id])

  const settle = useCallback(
    (keep: 'mine' | 'theirs'): void => {
      setState((current) => {
        if (current.kind !== 'conflict') return current
        const now = latest.current
        const mine = mergedById(now.base, now.body, current.theirs)
        now.revision = current.revision
        now.base = current.theirs
        if (keep === 'theirs') {
          now.body = current.theirs
          now.dirty = false
          setBody(current.theirs)
          return { kind: 'saved' }
        }
        now.body = mine
        now.dirty = true
        setBody(mine)
        void Promise.resolve().then(save)
        return { kind: 'saving' }
      })
    },
    [save],
  )

  /** Saves what is unsaved and answers the revision that is then on the server. */
  const flush = useCallback(async (): Promise<number> => {
    clearTimeout(timer.current)
    const now = latest.current
    const idle = async (): Promise<void> => {
      while (now.busy) await new Promise((r) => setTimeout(r, 30))
    }
    await idle()
    await save()
    // a change that came meanwhile began another save: the revision is that of the last
    await idle()
    return latest.current.revision
  }, [save])

  /**
   * Another write on this slip, in its turn: what is unsaved goes first, what is typed meanwhile waits, and the revision
   * that the write answers is the one that goes on.
   */
  const inTurn = useCallback(
    async (work: (revision: number) => Promise<number | null>): Promise<void> => {
      const revision = await flush()
      const now = latest.current
      now.busy = true
      const next = await work(revision)
      now.busy = false
      if (next !== null) now.revision = Math.max(now.revision, next)
      if (now.dirty) void save()
    },
    [flush, save],
  )

  return { body, state, change, settle, flush, inTurn }
}
