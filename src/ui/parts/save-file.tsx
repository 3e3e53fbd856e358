'use client'

import { Button, Group, Progress } from '@mantine/core'
import { useCallback, useEffect, useRef, useState } from 'react'
import { call } from '@/contract/call'
import type { Result } from '@/core/result/result'
import type { Problem } from '@/core/words/problems'
import { followJob } from './follow-job'
import { tellProblem } from './tell'

/**
 * Asks for a print-ready file, follows the work, and saves what comes.
 * @param ask puts the work in the queue and answers its job
 */
export function useSaveFile(ask: () => Promise<Result<{ readonly jobId: string }, Problem>>) {
  const [job, setJob] = useState<{ readonly id: string; readonly part: number } | null>(null)
  const gone = useRef(false)
  useEffect(() => {
    gone.current = false
    return () => {
      gone.current = true
    }
  }, [])

  const start = useCallback(async (): Promise<void> => {
    const asked = await ask()
    if (!asked.ok) return tellProblem(asked.problem)
    const id = asked.value.jobId
    setJob({ id, part: 0 })
    await followJob(id, { gone: () => gone.current, told: (part) => setJob({ id, part }) })
    if (!gone.current) setJob(null)
  }, [ask])
  const cancel = (): void => {
    if (job) void call('job.cancel', { id: job.id })
  }
  return { start, cancel, job }
}

export function SaveFileButton(props: { readonly save: ReturnType<typeof useSaveFile>; readonly ready: boolean }) {
  const { save, ready } = props
  if (save.job)
    return (
      <Group gap="xs">
        <Progress value={Math.max(6, save.job.part * 100)} w={90} animated aria-label="Making the file" />
        <Button size="compact-sm" variant="default" onClick={save.cancel}>
          Cancel
        </Button>
      </Group>
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
