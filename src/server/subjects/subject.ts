import type { PrintDocument } from '@/contract/print-job'
import type { Cause } from '@/contract/slip-data'
import type { RunOutcome } from '@/core/charge/charge'
import type { Result } from '@/core/result/result'
import type { Problem } from '@/core/words/problems'
import type { Db } from '@/server/db/open'
import type { PrintJob } from '@/server/stores/print-jobs'

/** A sheet of a subject, ready to be sent: everything as it was when somebody pressed. */
export type Sheet = {
  readonly queueId: string
  readonly subjectId: string
  /** which print of a slip; empty for what has none */
  readonly printId: string
  /** which sheet of its subject, from 1 */
  readonly sheet: number
  /** for the job's name at the printer, and for people */
  readonly jobName: string
  readonly title: string
  readonly href: string
  readonly document: PrintDocument
  readonly booking: unknown
}

/** The answer to "what came out?". */
export type Said = {
  readonly outcome: RunOutcome | 'not printed'
  readonly cause: Cause | null
  readonly note: string
  readonly at: number
  readonly byId: string
}

/**
 * One kind of thing that goes to a printer. What is particular to it stands here and nowhere else; how its sheets are made
 * (its page, ticket, title and link) is the function beside it that answers {@link Sheet}s.
 */
export type Subject = {
  readonly kind: PrintJob['subject']
  /** what is logged: a member's print is, a sheet of the room's own is not */
  readonly logged: boolean
  /** books what a sheet used, when it came out or nobody knows; answers its run, or null where it has none */
  readonly book: (db: Db, job: PrintJob, state: 'done' | 'not known', now: number) => string | null
  /** books what a person says came out after a break */
  readonly settle: (db: Db, job: PrintJob, said: Said) => Result<null, Problem>
}

/** What is answered where nothing can be booked of a sheet, since what was kept of it cannot be read. */
export const unreadable = (title: string): Problem => ({
  code: 'rules',
  says: [
    `What was kept of ${title} cannot be read, so it cannot be booked from here.`,
    'Answer "not printed", then log it by hand if it came out.',
  ],
})
