'use client'

import { Button } from '@mantine/core'
import { useEffect, useRef, useState } from 'react'
import { call } from '@/contract/call'
import { followJob } from '@/ui/parts/follow-job'
import { tellProblem } from '@/ui/parts/tell'

/** Makes the ruler sheet as a file and saves it, for a queue that is driven from elsewhere. */
export function SaveSheet({ checkId }: { readonly checkId: string }) {
  const [busy, setBusy] = useState(false)
  const gone = useRef(false)
  useEffect(() => {
    gone.current = false
    return () => {
      gone.current = true
    }
  }, [])
  const save = async (): Promise<void> => {
    setBusy(true)
    const started = await call('edge-check.file', { id: checkId, sheet: 1 })
    if (started.ok) await followJob(started.value.jobId, { gone: () => gone.current, told: () => {} })
    else tellProblem(started.problem)
    setBusy(false)
  }
  return (
    <Button size="compact-xs" variant="default" loading={busy} onClick={() => void save()}>
      Save the sheet as PDF
    </Button>
  )
}
