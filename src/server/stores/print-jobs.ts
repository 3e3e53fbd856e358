import { and, eq, gt, inArray, isNotNull, isNull, lt, or, sql } from 'drizzle-orm'
import type { PrintLine } from '@/contract/prints'
import type { Db } from '@/server/db/open'
import { printJobs, queues } from '@/server/db/schema'
import { inSequence, newestFirst } from '@/server/db/sequence'
import { trayHref } from '@/server/tray/tray'

export const UNDER_WAY = ['queued', 'sending', 'printing'] as const

/** One sheet on its way to a printer, or waiting for an answer. */
export type PrintJob = typeof printJobs.$inferSelect & {
  readonly address: string
  readonly queueName: string
}

const base = (db: Db) =>
  db
    .select({ job: printJobs, address: queues.address, queueName: queues.name })
    .from(printJobs)
    .innerJoin(queues, eq(queues.id, printJobs.queueId))

type Joined = { job: typeof printJobs.$inferSelect; address: string; queueName: string }
const toJob = ({ job, address, queueName }: Joined): PrintJob => ({ ...job, address, queueName })

export function readPrintJob(db: Db, id: string): PrintJob | null {
  const row = base(db).where(eq(printJobs.id, id)).get()
  return row ? toJob(row) : null
}

/** Jobs that are not over, the oldest first: what the background process works on. */
export const jobsUnderWay = (db: Db): readonly Pick<PrintJob, 'id' | 'address' | 'jobName'>[] =>
  db
    .select({
      ...{ id: printJobs.id, jobName: printJobs.jobName },
      address: queues.address,
    })
    .from(printJobs)
    .innerJoin(queues, eq(queues.id, printJobs.queueId))
    .where(inArray(printJobs.state, [...UNDER_WAY]))
    .orderBy(inSequence(printJobs))
    .all()

/** Whether a sheet of this subject, or of this print of it, is under way. */
export const printingNow = (db: Db, subjectId: string, printId?: string): boolean =>
  db
    .select({ id: printJobs.id })
    .from(printJobs)
    .where(
      and(
        eq(printJobs.subjectId, subjectId),
        printId === undefined ? undefined : eq(printJobs.printId, printId),
        inArray(printJobs.state, [...UNDER_WAY]),
      ),
    )
    .get() !== undefined

/** Whether nobody has said yet what became of a copy of this print of a subject. */
export const unanswered = (db: Db, subjectId: string, printId: string): boolean =>
  db
    .select({ id: printJobs.id })
    .from(printJobs)
    .where(and(eq(printJobs.subjectId, subjectId), eq(printJobs.printId, printId), eq(printJobs.state, 'not known')))
    .get() !== undefined

/** A subject's jobs, the newest first. */
export const jobsOf = (db: Db, subjectId: string): readonly PrintJob[] =>
  base(db).where(eq(printJobs.subjectId, subjectId)).orderBy(newestFirst(printJobs)).limit(60).all().map(toJob)

const line = {
  id: printJobs.id,
  state: printJobs.state,
  printerId: queues.printerId,
  queueName: queues.name,
  what: printJobs.title,
  subject: printJobs.subject,
  href: printJobs.href,
  printId: printJobs.printId,
  copy: printJobs.sheet,
  progress: printJobs.progress,
  printerSays: printJobs.printerSays,
  problem: printJobs.problem,
  cancelAsked: printJobs.cancelAsked,
  at: printJobs.updatedAt,
  jobName: printJobs.jobName,
}

const lines = (db: Db) => db.select(line).from(printJobs).innerJoin(queues, eq(queues.id, printJobs.queueId))

type Line = NonNullable<ReturnType<ReturnType<typeof lines>['get']>>

const toLine = ({ jobName, subject, ...l }: Line): PrintLine => ({
  ...l,
  of: subject === 'ruler sheet' ? 'check' : 'slip',
  printId: l.printId === '' ? null : l.printId,
  progress: l.progress / 1000,
  sheetHref: l.state === 'done' || l.state === 'not known' ? trayHref(jobName) : null,
})

/** Jobs under way or waiting for an answer, of the whole room, the oldest first. */
export const openPrints = (db: Db): readonly PrintLine[] =>
  lines(db)
    .where(inArray(printJobs.state, [...UNDER_WAY, 'not known']))
    .orderBy(inSequence(printJobs))
    .all()
    .map(toLine)

/** What jobs under way are of: slips, edge checks and plans by their ids. */
export const subjectsUnderWay = (db: Db): ReadonlySet<string> =>
  new Set(
    db
      .selectDistinct({ id: printJobs.subjectId })
      .from(printJobs)
      .where(inArray(printJobs.state, [...UNDER_WAY]))
      .all()
      .map((j) => j.id),
  )

/** A subject's jobs, the newest first. */
export const printLines = (db: Db, subjectId: string): readonly PrintLine[] =>
  lines(db).where(eq(printJobs.subjectId, subjectId)).orderBy(newestFirst(printJobs)).limit(40).all().map(toLine)

/** A job's follower that says nothing for this long has died: the job is taken again. */
export const PRINT_LEASE_MS = 15_000

const leaseOver = (now: number) =>
  or(isNull(printJobs.leaseUntil), lt(printJobs.leaseUntil, now), gt(printJobs.leaseUntil, now + 2 * PRINT_LEASE_MS))

/** Takes a job that nobody follows, or renews the lease of one's own; false: another follows it. */
export const leasePrintJob = (db: Db, id: string, now: number, own: boolean): boolean =>
  db
    .update(printJobs)
    .set({ leaseUntil: now + PRINT_LEASE_MS })
    .where(and(eq(printJobs.id, id), own ? undefined : leaseOver(now)))
    .run().changes > 0

/** Nobody follows it any more: it is over, or goes on with whoever comes next. */
export function releasePrintJob(db: Db, id: string): void {
  db.update(printJobs).set({ leaseUntil: null }).where(eq(printJobs.id, id)).run()
}

/** Notes that a job's end could not be booked; how often that was so. */
export const countTry = (db: Db, id: string): number =>
  db
    .update(printJobs)
    .set({ tries: sql`${printJobs.tries} + 1` })
    .where(eq(printJobs.id, id))
    .returning({ tries: printJobs.tries })
    .get()?.tries ?? 0

/** Puts back every job that counts as followed: for the one background process of a room, when it starts. */
export function takeBackPrintJobs(db: Db): void {
  db.update(printJobs).set({ leaseUntil: null }).where(isNotNull(printJobs.leaseUntil)).run()
}

/** How much of the file has been sent: bookkeeping of the background process, no event. */
export function reportPrint(db: Db, id: string, part: number): void {
  db.update(printJobs)
    .set({ progress: Math.round(Math.min(1, Math.max(0, part)) * 1000) })
    .where(and(eq(printJobs.id, id), sql`${printJobs.state} in ('sending', 'printing')`))
    .run()
}
