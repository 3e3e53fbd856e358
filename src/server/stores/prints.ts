import { and, asc, desc, eq, inArray, sql } from 'drizzle-orm'
import type { Answer } from '@/server/actions/booking'
import type { Db } from '@/server/db/open'
import { edgeChecks, prints, queues, slips } from '@/server/db/schema'

export const UNDER_WAY = ['queued', 'sending', 'printing'] as const
export type PrintState = (typeof prints.$inferSelect)['state']

/** One sheet on its way to a printer, or waiting for an answer. */
export type PrintRow = Omit<typeof prints.$inferSelect, 'answers'> & {
  readonly answers: readonly Answer[]
  readonly address: string
  readonly queueName: string
}

const base = (db: Db) =>
  db
    .select({ print: prints, address: queues.address, queueName: queues.name })
    .from(prints)
    .innerJoin(queues, eq(queues.id, prints.queueId))

type Joined = { print: typeof prints.$inferSelect; address: string; queueName: string }
const toPrint = (r: Joined): PrintRow => ({
  ...r.print,
  answers: r.print.answers as readonly Answer[], // written by print.start, never from a request
  address: r.address,
  queueName: r.queueName,
})

export function readPrint(db: Db, id: string): PrintRow | null {
  const row = base(db).where(eq(prints.id, id)).get()
  return row ? toPrint(row) : null
}

/** Prints that are not over, the oldest first: what the background process works on. */
export const printsUnderWay = (db: Db): readonly PrintRow[] =>
  base(db)
    .where(inArray(prints.state, [...UNDER_WAY]))
    .orderBy(asc(prints.createdAt), asc(prints.copy), asc(prints.id))
    .all()
    .map(toPrint)

export const printingNow = (db: Db, slipId: string): boolean =>
  db
    .select({ id: prints.id })
    .from(prints)
    .where(and(eq(prints.slipId, slipId), inArray(prints.state, [...UNDER_WAY])))
    .get() !== undefined

/** Prints of a slip or a check, the newest first. */
export const printsOf = (db: Db, of: { readonly slipId: string } | { readonly checkId: string }): readonly PrintRow[] =>
  base(db)
    .where('slipId' in of ? eq(prints.slipId, of.slipId) : eq(prints.checkId, of.checkId))
    .orderBy(desc(prints.createdAt), desc(prints.copy))
    .limit(60)
    .all()
    .map(toPrint)

/** What a screen shows of prints that need a person's eye: under way, or waiting for an answer. */
export type PrintLine = {
  readonly id: string
  readonly state: PrintState
  readonly printerId: string
  readonly queueName: string
  readonly what: string
  readonly href: string
  readonly copy: number
  readonly progress: number
  readonly printerSays: string
  readonly problem: string | null
  readonly cancelAsked: boolean
  readonly updatedAt: number
}

export function openPrints(db: Db): readonly PrintLine[] {
  return db
    .select({ print: prints, queue: queues, slip: slips, check: edgeChecks })
    .from(prints)
    .innerJoin(queues, eq(queues.id, prints.queueId))
    .leftJoin(slips, eq(slips.id, prints.slipId))
    .leftJoin(edgeChecks, eq(edgeChecks.id, prints.checkId))
    .where(inArray(prints.state, [...UNDER_WAY, 'not known']))
    .orderBy(asc(prints.createdAt), asc(prints.copy))
    .all()
    .map(({ print, queue, slip, check }) => ({
      id: print.id,
      state: print.state,
      printerId: queue.printerId,
      queueName: queue.name,
      what: slip ? slip.title || `Slip ${slip.number}` : `Edge check ${check?.number ?? ''}, sheet ${print.copy}`,
      href: slip ? `/slips/${slip.id}` : `/edge-checks/${check?.id}`,
      copy: print.copy,
      progress: print.progress / 1000,
      printerSays: print.printerSays,
      problem: print.problem,
      cancelAsked: print.cancelAsked,
      updatedAt: print.updatedAt,
    }))
}

/** How much of the file has been sent: bookkeeping of the background process, no event. */
export function reportPrint(db: Db, id: string, part: number): void {
  db.update(prints)
    .set({ progress: Math.round(Math.min(1, Math.max(0, part)) * 1000) })
    .where(and(eq(prints.id, id), sql`${prints.state} in ('sending', 'printing')`))
    .run()
}
