import { storedJson } from '@/contract/print-job'
import { newId } from '@/server/db/ids'
import type { Db } from '@/server/db/open'
import { printJobs } from '@/server/db/schema'
import { outsideTarget } from './outside-target'
import { rollPlan } from './roll-plan'
import { rulerSheet } from './ruler-sheet'
import { slipPrint } from './slip-print'
import type { Sheet, Subject } from './subject'
import { wedgeSheet } from './wedge'

/** Everything that goes to a printer. */
export const SUBJECTS: readonly Subject[] = [slipPrint, rulerSheet, outsideTarget, wedgeSheet, rollPlan]

export function subjectOf(kind: Subject['kind']): Subject {
  const subject = SUBJECTS.find((s) => s.kind === kind)
  if (!subject) throw new Error(`nothing is a ${kind}`)
  return subject
}

/** A name that no other job has, and that a person can find in the printer's own list. */
const jobNameOf = (what: string, sheet: number, id: string): string => `Libreta ${what}.${sheet} ${id.slice(-12)}`

/** Puts sheets in the queue, in their order; answers their ids. */
export function send(
  db: Db,
  { kind }: Subject,
  sheets: readonly Sheet[],
  how: { readonly outcome: 'good' | 'proof'; readonly note: string; readonly now: number; readonly byId: string },
): readonly string[] {
  return sheets.map((s) => {
    const id = newId()
    db.insert(printJobs)
      .values({
        ...{ id, queueId: s.queueId, subject: kind, subjectId: s.subjectId, printId: s.printId, sheet: s.sheet },
        jobName: jobNameOf(s.jobName, s.sheet, id),
        ...{ title: s.title, href: s.href, document: storedJson(s.document), booking: s.booking },
        ...{ state: 'queued', outcome: how.outcome, note: how.note },
        ...{ createdAt: how.now, updatedAt: how.now, byId: how.byId },
      })
      .run()
    return id
  })
}
