'use client'

import { Button } from '@mantine/core'
import { useEffect, useRef, useState } from 'react'
import { call } from '@/contract/call'
import { followJob } from '@/ui/parts/follow-job'
import { tellProblem } from '@/ui/parts/tell'

/** Makes ruler sheets as files and saves them, one by one, for a queue that is driven from elsewhere. */
export function SaveSheets({ checkId, sheets }: { readonly checkId: string; readonly sheets: number }) {
  const [busy, setBusy] = useState<number | null>(null)
  const gone = useRef(false)
  useEffect(() => {
    gone.current = false
    return () => {
      gone.current = true
    }
  }, [])
  const save = async (sheet: number): Promise<void> => {
    setBusy(sheet)
    const started = await call('edge-check.file', { id: checkId, sheet })
    if (started.ok) await followJob(started.value.jobId, { gone: () => gone.current, told: () => {} })
    else tellProblem(started.problem)
    setBusy(null)
  }
  return (
    <>
      <span className="small soft">Save as PDF: sheet</span>
      {Array.from({ length: sheets }, (_, i) => i + 1).map((sheet) => (
        <Button
          key={sheet}
          size="compact-xs"
          variant="default"
          aria-label={`Save sheet ${sheet} as PDF`}
          loading={busy === sheet}
          disabled={busy !== null}
          onClick={() => void save(sheet)}
        >
          {sheet}
        </Button>
      ))}
    </>
  )
}
