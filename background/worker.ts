import type { Logger } from 'pino'
import { sayTrouble } from '@/server/db/trouble'
import type { DoorContext } from '@/server/door/door'
import { fail, finish, type Job, lease, report, retryOrFail } from '@/server/jobs/queue'
import { Stopped } from '@/server/render/thread'
import { perform } from '@/server/work/handlers'
import { insist } from './insist'

/** How long the worker sleeps when nothing waits. */
const IDLE_MS = 150

/** How often a job renews its lease, and looks whether it was cancelled. */
const KEEP_MS = 500

type Log = Pick<Logger, 'info' | 'error'>

/** Does one job from the queue; false when none waits. */
export async function workOnce(context: () => DoorContext, log: Log): Promise<boolean> {
  const ctx = context()
  const job = lease(ctx.db, ctx.now)
  if (!job) return false
  await work(job, context, log)
  return true
}

async function work(job: Job, context: () => DoorContext, log: Log): Promise<void> {
  const { db } = context()
  const stop = new AbortController()
  let part = 0
  const told = (p: number): void => {
    part = p
    // how far it is matters less than that it goes on; a row that is no longer worked on was cancelled
    try {
      if (!report(db, job.id, part, Date.now())) stop.abort()
    } catch (error) {
      log.error({ job: job.kind, error: String(error) }, 'progress could not be written')
    }
  }
  const keeping = setInterval(() => told(part), KEEP_MS)
  const began = performance.now()
  try {
    const end = await outcomeOfJob(job, context, told, stop.signal, log)
    // the answer of long work is not thrown away because of a lock
    await insist(end, NEVER, log)
    log.info({ job: job.kind, ms: Math.round(performance.now() - began) }, 'job')
  } finally {
    clearInterval(keeping)
  }
}

const NEVER = new AbortController().signal

async function outcomeOfJob(
  job: Job,
  context: () => DoorContext,
  told: (part: number) => void,
  signal: AbortSignal,
  log: Log,
): Promise<() => void> {
  const { db } = context()
  try {
    const result = await perform(job, context(), told, signal)
    return () => (result.ok ? finish(db, job.id, result.value) : fail(db, job.id, result.problem))
  } catch (error) {
    // cancelled: its row says so already
    if (error instanceof Stopped) return () => {}
    log.error({ job: job.kind, error: String(error) }, 'job failed')
    const why = sayTrouble(error) ?? (error instanceof Error ? error.message : String(error))
    return () => retryOrFail(db, job, why)
  }
}

/** Works until the signal says stop; a job that was begun is finished first. A room that cannot be written is waited for. */
export async function workUntil(
  signal: AbortSignal,
  context: () => DoorContext,
  log: Log,
  idleMs = IDLE_MS,
): Promise<void> {
  while (!signal.aborted) {
    let worked = false
    try {
      worked = await workOnce(context, log)
    } catch (error) {
      log.error({ error: String(error) }, 'no job could be taken')
    }
    if (!worked) await new Promise((resolve) => setTimeout(resolve, idleMs))
  }
}
