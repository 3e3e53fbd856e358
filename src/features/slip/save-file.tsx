'use client'

import { Button, Progress } from '@mantine/core'
import { useCallback, useEffect, useRef, useState } from 'react'
import { call } from '@/contract/call'
import { followJob } from '@/ui/parts/follow-job'
import { tellProblem } from '@/ui/parts/tell'
import css from './slip.module.css'

/** Asks for the print-ready file, follows the work, and saves what comes. */
export function useSaveFile(slipId: string, printId: string, flush: () => Promise<number>) {
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
    const asked = await call('slip.file', { id: slipId, printId, revision })
    if (!asked.ok) return tellProblem(asked.problem)
    const id = asked.value.jobId
    setJob({ id, part: 0 })
    await followJob(id, { gone: () => gone.current, told: (part) => setJob({ id, part }) })
    if (!gone.current) setJob(null)
  }, [slipId, printId, flush])
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
    <Button
      px="sm"
      variant="outline"
      disabled={!ready}
      onClick={() => void save.start()}
      title="Save the print-ready file (s)"
    >
      Save file
    </Button>
  )
}
