'use client'

import { useCallback, useEffect, useRef, useState } from 'react'
import { call } from '@/contract/call'
import type { EdgeCheck } from '@/contract/views/edge-check'
import { type Instrument, mergeReadings, type SheetReading } from '@/core/edge/readings'
import { leaveField } from '@/ui/form/leaving'
import { Again } from '@/ui/form/pauses'
import { tellProblem } from '@/ui/parts/tell'

const SAVE_AFTER_MS = 700

type Read = { readonly readings: readonly SheetReading[]; readonly instrument: Instrument }

type Held = Read & {
  /** the readings that they began from */
  readonly base: readonly SheetReading[]
}

const keyOf = (id: string): string => `edge check ${id}`

/** Keeps readings in this browser while the room cannot be reached: a reload finds them again. */
function hold(id: string, held: Held): void {
  try {
    localStorage.setItem(keyOf(id), JSON.stringify(held))
  } catch {
    // a browser that keeps nothing: they stay on the page
  }
}
const forget = (id: string): void => localStorage.removeItem(keyOf(id))

const isHeld = (held: unknown): held is Held =>
  typeof held === 'object' &&
  held !== null &&
  'readings' in held &&
  Array.isArray(held.readings) &&
  'base' in held &&
  Array.isArray(held.base) &&
  'instrument' in held &&
  typeof held.instrument === 'string'

function heldOf(id: string): Held | null {
  try {
    const held: unknown = JSON.parse(localStorage.getItem(keyOf(id)) ?? 'null')
    return isHeld(held) ? held : null
  } catch {
    // what another program left there is none of ours
    return null
  }
}

/**
 * The readings of a check while they are typed: saved a moment after the last, joined figure by figure with what somebody
 * else reads meanwhile. `flush` waits until all is in the room; false: it could not be saved, which was said.
 */
export function useReadings(check: Pick<EdgeCheck, 'id' | 'revision' | 'readings' | 'instrument'>) {
  const [shown, setShown] = useState<Read>(check)
  const [state, setState] = useState('')
  /** as it will be shown next, the readings that it began from, and the revision that those have */
  const now = useRef<Read>(shown)
  const base = useRef(check.readings)
  const revision = useRef(check.revision)
  const dirty = useRef(false)
  const timer = useRef<ReturnType<typeof setTimeout>>(undefined)
  const again = useRef<Again | null>(null)

  const put = useCallback((read: Read): void => {
    now.current = read
    setShown(read)
  }, [])
  const join = useCallback(
    (theirs: readonly SheetReading[], seen: number): void => {
      const readings = mergeReadings(base.current, now.current.readings, theirs)
      base.current = theirs
      revision.current = seen
      put({ ...now.current, readings })
    },
    [put],
  )
  useEffect(() => {
    // news from before what was saved here last changes nothing
    if (check.revision > revision.current) join(check.readings, check.revision)
  }, [check.revision, check.readings, join])

  const running = useRef<Promise<boolean> | null>(null)
  const save = useCallback(async (): Promise<boolean> => {
    while (dirty.current) {
      dirty.current = false
      setState('saving')
      const { readings, instrument } = now.current
      const sent = { id: check.id, revision: revision.current, instrument, readings: [...readings] }
      const saved = await call('edge-check.read', sent)
      if (saved.ok) {
        again.current?.over()
        forget(check.id)
        revision.current = saved.value.revision
        base.current = readings
        setState('saved')
        continue
      }
      dirty.current = true
      if (saved.problem.code === 'unreachable') {
        setState('not saved yet: no connection')
        hold(check.id, { base: base.current, ...now.current })
        again.current?.later()
        return false
      }
      if (saved.problem.code !== 'stale') {
        setState('not saved')
        tellProblem(saved.problem)
        return false
      }
      // the room's own row, parsed when it was written
      const { readings: theirs } = saved.problem.current as Pick<EdgeCheck, 'readings'>
      join(theirs, saved.problem.now)
    }
    return true
  }, [check.id, join])
  const flush = useCallback((): Promise<boolean> => {
    clearTimeout(timer.current)
    running.current ??= save().finally(() => {
      running.current = null
    })
    return running.current
  }, [save])
  useEffect(() => {
    const own = new Again(() => void flush())
    again.current = own
    return () => {
      own.end()
      void flush()
    }
  }, [flush])
  // the page goes away right after a figure: it is kept here until the room has it
  useEffect(() => {
    const gone = (): void => {
      leaveField()
      if (!dirty.current) return
      hold(check.id, { base: base.current, ...now.current })
      void flush()
    }
    window.addEventListener('pagehide', gone)
    return () => window.removeEventListener('pagehide', gone)
  }, [check.id, flush])
  // what was typed while there was no connection, and the page was loaded anew
  useEffect(() => {
    const held = heldOf(check.id)
    if (!held) return
    const theirs = base.current
    base.current = held.base
    put({ readings: held.readings, instrument: held.instrument })
    join(theirs, revision.current)
    dirty.current = true
    void flush()
  }, [check.id, flush, join, put])

  const change = useCallback(
    (read: Partial<Read>): void => {
      put({ ...now.current, ...read })
      dirty.current = true
      setState('typed')
      clearTimeout(timer.current)
      timer.current = setTimeout(() => void flush(), SAVE_AFTER_MS)
    },
    [put, flush],
  )
  const readSheet = useCallback(
    (sheet: number, reading: SheetReading): void =>
      change({ readings: now.current.readings.map((r, i) => (i === sheet - 1 ? reading : r)) }),
    [change],
  )
  const readWith = useCallback((instrument: Instrument): void => change({ instrument }), [change])
  return { ...shown, state, revision, readSheet, readWith, flush }
}
