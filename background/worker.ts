import type { Logger } from 'pino'
import type { DoorContext } from '@/server/door/door'
import { perform } from '@/server/jobs/handlers'
import { fail, finish, type Job, lease, report, retryOrFail } from '@/server/jobs/queue'

/** How long the worker sleeps when nothing waits. */
const IDLE_MS = 150

/** Half a lease: a long job says so before it runs out. */
const KEEP_MS = 20_000

/** Does one job from the queue; false when none waits. */
export async function workOnce(context: () => DoorContext, log: Pick<Logger, 'info' | 'error'>): Promise<boolean> {
  const ctx = context()
  const job = lease(ctx.db, ctx.now)
  if (!job) return false
  await work(job, context, log)
  return true
}

async function work(job: Job, context: () => DoorContext, log: Pick<Logger, 'info' | 'error'>): Promise<void> {
  const { db } = context()
  let part = 0
  const told = (p: number): void => {
    part = p
    report(db, job.id, part, Date.now())
  }
  const keeping = setInterval(() => told(part), KEEP_MS)
  const began = performance.now()
  try {
    const result = await perform(job, context(), told)
    if (result.ok) finish(db, job.id, result.value)
    else fail(db, job.id, result.problem)
    log.info({ job: job.kind, ms: Math.round(performance.now() - began), ok: result.ok }, 'job')
  } catch (error) {
    log.error({ job: job.kind, error: String(error) }, 'job failed')
    retryOrFail(db, job, error instanceof Error ? error.message : String(error))
  } finally {
    clearInterval(keeping)
  }
}

/** Works until the signal says stop; a job that was begun is finished first. */
export async function workUntil(
  signal: AbortSignal,
  context: () => DoorContext,
  log: Pick<Logger, 'info' | 'error'>,
): Promise<void> {
  while (!signal.aborted) {
    const worked = await workOnce(context, log)
    if (!worked) await new Promise((resolve) => setTimeout(resolve, IDLE_MS))
  }
}
