import type { Problem } from '@/core/words/problems'
import { tell, tellProblem } from './tell'

type Job = {
  readonly state: 'queued' | 'running' | 'done' | 'failed' | 'cancelled'
  readonly progress: number
  readonly problem: Problem | null
}

const LOOK_EVERY_MS = 250

/** Follows the making of a file and saves what comes. `gone` says that nobody waits any more. */
export async function followJob(
  id: string,
  { gone, told }: { readonly gone: () => boolean; readonly told: (part: number) => void },
): Promise<void> {
  for (;;) {
    await new Promise((r) => setTimeout(r, LOOK_EVERY_MS))
    if (gone()) return
    const response = await fetch(`/api/jobs/${id}`).catch(() => null)
    if (!response?.ok) continue
    const now = (await response.json()) as Job
    if (now.state === 'queued' || now.state === 'running') {
      told(now.progress)
      continue
    }
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
}
