import { index, integer, sqliteTable, text } from 'drizzle-orm/sqlite-core'
import { id } from './columns'
import { queues } from './printers'
import { runs } from './runs'

/**
 * One sheet on its way to a printer, of one subject: its page and its ticket as they were when somebody pressed. The state
 * is written before each step towards the printer is taken, so that a break never leaves it unsaid.
 */
export const printJobs = sqliteTable(
  'print_jobs',
  {
    id: id(),
    /** what the printer is told as job-name; no two are the same */
    jobName: text('job_name').notNull().unique(),
    queueId: text('queue_id')
      .notNull()
      .references(() => queues.id),
    /** what it is a sheet of, and which one */
    subject: text('subject', { enum: ['slip print', 'ruler sheet', 'outside target', 'wedge', 'roll plan'] }).notNull(),
    subjectId: text('subject_id').notNull(),
    /** which print of a slip; empty for what has none */
    printId: text('print_id').notNull(),
    /** which sheet of its subject, from 1 */
    sheet: integer('sheet').notNull(),
    /** in words, and where to look */
    title: text('title').notNull(),
    href: text('href').notNull(),
    state: text('state', {
      enum: ['queued', 'sending', 'printing', 'done', 'failed', 'cancelled', 'not known', 'settled'],
    }).notNull(),
    /** what the run is logged as once the printer says it is done */
    outcome: text('outcome', { enum: ['good', 'proof'] }).notNull(),
    note: text('note').notNull().default(''),
    /** page, ticket, pictures and colours, read by their schema number */
    document: text('document', { mode: 'json' }).notNull(),
    /** what is booked when it is done, by its subject's own schema */
    booking: text('booking', { mode: 'json' }).notNull(),
    ippJobId: integer('ipp_job_id'),
    /** what the printer calls the job: with number and name it tells whose a job is */
    jobUri: text('job_uri'),
    cancelAsked: integer('cancel_asked', { mode: 'boolean' }).notNull().default(false),
    leaseUntil: integer('lease_until'),
    /** how often booking its end was tried in vain */
    tries: integer('tries').notNull().default(0),
    /** 0..1000 of the file sent */
    progress: integer('progress').notNull().default(0),
    /** what the printer last said, in its own words */
    printerSays: text('printer_says').notNull().default(''),
    problem: text('problem'),
    runId: text('run_id').references(() => runs.id),
    createdAt: integer('created_at').notNull(),
    updatedAt: integer('updated_at').notNull(),
    byId: text('by_id').notNull(),
  },
  (t) => [
    index('print_jobs_under_way').on(t.state, t.createdAt),
    index('print_jobs_by_subject').on(t.subjectId, t.printId),
  ],
)
