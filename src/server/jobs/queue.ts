import { and, eq, gt, lt, or, sql } from 'drizzle-orm'
import { z } from 'zod'
import { type FileDocument, fileDocumentSchema } from '@/contract/print-job'
import { isProblem, type Problem } from '@/core/words/problems'
import { newId } from '@/server/db/ids'
import type { Db } from '@/server/db/open'
import { jobs } from '@/server/db/schema'
import { inSequence } from '@/server/db/sequence'

/** Long work, by kind. */
export type JobSpec = { readonly id?: string } & (
  | { readonly kind: 'preview'; readonly payload: { readonly pictureId: string } }
  /** a page as it was when its file was asked for */
  | { readonly kind: 'pdf'; readonly payload: FileDocument }
)
export type Job = JobSpec & { readonly id: string; readonly attempts: number }

/** Long work out of the database. */
const specSchema = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('preview'), payload: z.object({ pictureId: z.string() }).readonly() }),
  z.object({ kind: z.literal('pdf'), payload: fileDocumentSchema }),
])

/** A worker that says nothing for this long has died: the row is taken again. */
export const LEASE_MS = 9_000
/** Tries before a job is given up. */
export const MOST_ATTEMPTS = 3

export function enqueue(db: Db, spec: JobSpec, now: number): string {
  const id = spec.id ?? newId()
  db.insert(jobs).values({ id, kind: spec.kind, payload: spec.payload, state: 'queued', createdAt: now }).run()
  return id
}

/**
 * A lease that is over: its end has passed, or lies further ahead than any lease reaches, which is what a clock that was
 * set back leaves behind.
 */
const leaseOver = (now: number) =>
  and(eq(jobs.state, 'running'), or(lt(jobs.leaseUntil, now), gt(jobs.leaseUntil, now + 2 * LEASE_MS)))

/** Puts back every job that counts as worked on: for the one background process of a room, when it starts. */
export function takeBackAll(db: Db): number {
  return db.update(jobs).set({ leaseUntil: 0 }).where(eq(jobs.state, 'running')).run().changes
}

/** Takes the job that waits longest, or one whose worker died, for {@link LEASE_MS}. */
export function lease(db: Db, now: number): Job | null {
  const take = db.$client.transaction((): Job | null => {
    db.update(jobs)
      .set({ state: 'failed', problem: { code: 'render_failed', why: 'it stopped three times without a word.' } })
      .where(and(leaseOver(now), sql`${jobs.attempts} >= ${MOST_ATTEMPTS}`))
      .run()
    for (;;) {
      const row = db
        .select()
        .from(jobs)
        .where(or(eq(jobs.state, 'queued'), leaseOver(now)))
        .orderBy(inSequence(jobs))
        .get()
      if (!row) return null
      const spec = specSchema.safeParse({ kind: row.kind, payload: row.payload })
      if (!spec.success) {
        // what nobody can read holds up nothing
        const why = `what was kept of this work (${row.kind}) cannot be read.`
        db.update(jobs)
          .set({ state: 'failed', problem: { code: 'render_failed', why } })
          .where(eq(jobs.id, row.id))
          .run()
        continue
      }
      const attempts = row.attempts + 1
      db.update(jobs)
        .set({ state: 'running', attempts, leaseUntil: now + LEASE_MS })
        .where(eq(jobs.id, row.id))
        .run()
      return { id: row.id, attempts, ...spec.data }
    }
  })
  return take.immediate()
}

/** Tells how far a job is (0..1) and keeps its lease. False: it was cancelled meanwhile, stop. */
export function report(db: Db, id: string, part: number, now: number): boolean {
  const progress = Math.round(Math.min(1, Math.max(0, part)) * 1000)
  const changed = db
    .update(jobs)
    .set({ progress, leaseUntil: now + LEASE_MS })
    .where(and(eq(jobs.id, id), eq(jobs.state, 'running')))
    .run()
  return changed.changes > 0
}

export function finish(db: Db, id: string, result: unknown): void {
  db.update(jobs)
    .set({ state: 'done', progress: 1000, result })
    .where(and(eq(jobs.id, id), eq(jobs.state, 'running')))
    .run()
}

/** Ends a job with a problem that can be shown. */
export function fail(db: Db, id: string, problem: Problem): void {
  db.update(jobs)
    .set({ state: 'failed', problem })
    .where(and(eq(jobs.id, id), eq(jobs.state, 'running')))
    .run()
}

/** Puts a job back after an unexpected error, or gives it up after {@link MOST_ATTEMPTS}. */
export function retryOrFail(db: Db, job: Job, why: string): void {
  if (job.attempts >= MOST_ATTEMPTS) fail(db, job.id, { code: 'render_failed', why })
  else
    db.update(jobs)
      .set({ state: 'queued' })
      .where(and(eq(jobs.id, job.id), eq(jobs.state, 'running')))
      .run()
}

export function cancelJob(db: Db, id: string): void {
  db.update(jobs)
    .set({ state: 'cancelled' })
    .where(and(eq(jobs.id, id), or(eq(jobs.state, 'queued'), eq(jobs.state, 'running'))))
    .run()
}

export type JobState = {
  readonly id: string
  readonly state: 'queued' | 'running' | 'done' | 'failed' | 'cancelled'
  readonly progress: number
  readonly result: unknown
  readonly problem: Problem | null
}

/** A problem that another program stored is told as it is. */
const storedProblem = (json: unknown): Problem =>
  isProblem(json) ? json : { code: 'render_failed', why: `it left this behind: ${JSON.stringify(json)}` }

export function jobState(db: Db, id: string): JobState | null {
  const row = db.select().from(jobs).where(eq(jobs.id, id)).get()
  return row
    ? {
        id: row.id,
        state: row.state,
        progress: row.progress / 1000,
        result: row.result,
        problem: row.problem === null ? null : storedProblem(row.problem),
      }
    : null
}
