'use client'

import { Button, Progress } from '@mantine/core'
import { useCallback, useEffect, useRef, useState } from 'react'
import { call } from '@/contract/call'
import type { Problem } from '@/core/words/problems'
import { tell, tellProblem } from '@/ui/parts/tell'
import css from './slip.module.css'

type Job = {
  readonly state: 'queued' | 'running' | 'done' | 'failed' | 'cancelled'
  readonly progress: number
  readonly problem: Problem | null
}

const LOOK_EVERY_MS = 250

/** Asks for the print-ready file, follows the work, and saves what comes. */
export function useSaveFile(slipId: string, flush: () => Promise<number>) {
  const [job, setJob] = useState<{ readonly id: string; readonly part: number } | null>(null)
  const gone = useRef(false)
  useEffect(() => {
    gone.current = false
    return () => {
      gone.current = true
    }
  }, [])

  const start = useCallback(async (): Promise<void> => {
    const revision = await flush()
    const asked = await call('slip.file', { id: slipId, revision })
    if (!asked.ok) return tellProblem(asked.problem)
    const id = asked.value.jobId
    setJob({ id, part: 0 })
    for (;;) {
      await new Promise((r) => setTimeout(r, LOOK_EVERY_MS))
      if (gone.current) return
      const response = await fetch(`/api/jobs/${id}`).catch(() => null)
      if (!response?.ok) continue
      const now = (await response.json()) as Job
      if (now.state === 'queued' || now.state === 'running') {
        setJob({ id, part: now.progress })
        continue
      }
      setJob(null)
      if (now.state === 'failed' && now.problem) tellProblem(now.problem)
      if (now.state === 'done') {
        const link = document.createElement('a')
        link.href = `/api/jobs/${id}/file`
        link.download = ''
        link.click()
        tell('The file is saved. Print it at 100 %, without fitting.')
      }
      return
    }
  }, [slipId, flush])
  const cancel = (): void => {
    if (job) void call('job.cancel', { id: job.id })
  }
  return { start, cancel, job }
}

export function SaveFileButton(props: { readonly save: ReturnType<typeof useSaveFile>; readonly ready: boolean }) {
  const { save, ready } = props
  if (save.job)
    return (
      <span className={css.row}>
        <Progress value={Math.max(6, save.job.part * 100)} w={90} animated aria-label="Making the file" />
        <Button size="compact-sm" variant="default" onClick={save.cancel}>
          Cancel
        </Button>
      </span>
    )
  return (
    <Button variant="outline" disabled={!ready} onClick={() => void save.start()} title="Save the print-ready file (s)">
      Save file
    </Button>
  )
}
