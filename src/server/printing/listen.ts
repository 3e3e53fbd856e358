import type { Logger } from 'pino'
import { same } from '@/core/merge/merge'
import { hearQueue } from '@/server/actions/printers'
import { type DoorContext, through } from '@/server/door/door'
import { readAddress } from '@/server/protocol/address'
import type { Patience } from '@/server/protocol/client'
import { printerNow } from '@/server/protocol/job'
import { known } from '@/server/protocol/known'
import { allHeard } from '@/server/stores/heard'
import { listPrinters } from '@/server/stores/printers'

/** How often a printer that answers is asked how it stands, and one that does not. */
export type Ear = { readonly everyMs: number; readonly awayMs: number; readonly patience: Patience }

/** A printer that is busy answers late now and then: it is away when it was silent so often in a row. */
const SILENCES = 3

/** People at the bench hear of a change within a second: a printer is asked a little more often than that. */
export const EAR: Ear = { everyMs: 400, awayMs: 5000, patience: { answerMs: 3000, wholeMs: 5000, intakeMs: 5000 } }

/**
 * Asks the printers of all queues with an address how they stand, until the signal says stop. Only what is said otherwise
 * than before is written: a printer that stands still leaves no trace.
 */
export async function listenUntil(
  signal: AbortSignal,
  context: () => DoorContext,
  log: Pick<Logger, 'error'>,
  ear: Ear = EAR,
): Promise<void> {
  const next = new Map<string, number>()
  const busy = new Set<string>()
  const silences = new Map<string, number>()
  while (!signal.aborted) {
    try {
      const { db } = context()
      const queues = listPrinters(db).flatMap((p) => p.queues.filter((q) => q.address.trim() !== ''))
      for (const { id, address } of queues) {
        if (busy.has(id) || (next.get(id) ?? 0) > performance.now()) continue
        busy.add(id)
        void listenTo(id, address, context, ear, silences)
          .then((answers) => next.set(id, performance.now() + (answers ? ear.everyMs : ear.awayMs)))
          .catch((error: unknown) => {
            log.error({ queue: id, error: String(error) }, 'a printer could not be heard')
            next.set(id, performance.now() + ear.awayMs)
          })
          .finally(() => busy.delete(id))
      }
    } catch (error) {
      log.error({ error: String(error) }, 'queues could not be read')
    }
    await new Promise((resolve) => setTimeout(resolve, Math.min(100, ear.everyMs)))
  }
  while (busy.size > 0) await new Promise((resolve) => setTimeout(resolve, 20))
}

/** Asks one printer and writes what it says otherwise; false: it does not answer. */
async function listenTo(
  queueId: string,
  text: string,
  context: () => DoorContext,
  ear: Ear,
  silences: Map<string, number>,
): Promise<boolean> {
  const address = readAddress(text)
  if (!address.ok) return false
  const { db } = context()
  const said = await printerNow(known(db, address.value), ear.patience)
  const silent = !said.ok && said.problem.code === 'printer_silent' ? (silences.get(queueId) ?? 0) + 1 : 0
  silences.set(queueId, silent)
  if (silent > 0 && silent < SILENCES) return true
  const before = allHeard(db).get(queueId) ?? null
  const facts = said.ok ? said.value : null
  const news = facts ? before === null || before.awayAt !== null || !same(before.facts, facts) : before?.awayAt === null
  if (news) await through(hearQueue, { queueId, facts }, context())
  return said.ok
}
