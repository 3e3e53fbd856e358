import { and, eq, inArray, sql } from 'drizzle-orm'
import type { PrintLine } from '@/contract/prints'
import type { Answer } from '@/server/actions/booking'
import type { Db } from '@/server/db/open'
import { edgeChecks, prints, queues, slips } from '@/server/db/schema'
import { inSequence, newestFirst } from '@/server/db/sequence'
import { trayHref } from '@/server/tray/tray'

export const UNDER_WAY = ['queued', 'sending', 'printing'] as const

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
    .orderBy(inSequence(prints))
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
    .orderBy(newestFirst(prints))
    .limit(60)
    .all()
    .map(toPrint)

type Line = {
  print: typeof prints.$inferSelect
  queue: typeof queues.$inferSelect
  slip: typeof slips.$inferSelect | null
  check: typeof edgeChecks.$inferSelect | null
}

const lines = (db: Db) =>
  db
    .select({ print: prints, queue: queues, slip: slips, check: edgeChecks })
    .from(prints)
    .innerJoin(queues, eq(queues.id, prints.queueId))
    .leftJoin(slips, eq(slips.id, prints.slipId))
    .leftJoin(edgeChecks, eq(edgeChecks.id, prints.checkId))

const toLine = ({ print, queue, slip, check }: Line): PrintLine => ({
  id: print.id,
  state: print.state,
  printerId: queue.printerId,
  queueName: queue.name,
  what: slip
    ? `${slip.title || `Slip ${slip.number}`}, copy ${print.copy}`
    : `Edge check ${check?.number ?? ''}, sheet ${print.copy}`,
  of: slip ? 'slip' : 'check',
  href: slip ? `/slips/${slip.id}` : `/edge-checks/${check?.id}`,
  copy: print.copy,
  progress: print.progress / 1000,
  printerSays: print.printerSays,
  problem: print.problem,
  cancelAsked: print.cancelAsked,
  at: print.updatedAt,
  sheetHref: print.state === 'done' || print.state === 'not known' ? trayHref(print.jobName) : null,
})

/** Prints under way or waiting for an answer, of the whole room, the oldest first. */
export const openPrints = (db: Db): readonly PrintLine[] =>
  lines(db)
    .where(inArray(prints.state, [...UNDER_WAY, 'not known']))
    .orderBy(inSequence(prints))
    .all()
    .map(toLine)

/** A slip's or a check's prints, the newest first. */
export const printLines = (
  db: Db,
  of: { readonly slipId: string } | { readonly checkId: string },
): readonly PrintLine[] =>
  lines(db)
    .where('slipId' in of ? eq(prints.slipId, of.slipId) : eq(prints.checkId, of.checkId))
    .orderBy(newestFirst(prints))
    .limit(40)
    .all()
    .map(toLine)

/** How much of the file has been sent: bookkeeping of the background process, no event. */
export function reportPrint(db: Db, id: string, part: number): void {
  db.update(prints)
    .set({ progress: Math.round(Math.min(1, Math.max(0, part)) * 1000) })
    .where(and(eq(prints.id, id), sql`${prints.state} in ('sending', 'printing')`))
    .run()
}
