import type { Logger } from 'pino'

/** How long to wait before a write that failed is tried again. */
const AGAIN_MS = 1000

/**
 * Does something until it succeeds or the signal says stop: a room whose database is locked, whose disk is full, is
 * waited for. Screens are told by the server, which looks at the room itself.
 */
export async function insist<T>(
  work: () => T,
  signal: AbortSignal,
  log: Pick<Logger, 'error'>,
  againMs = AGAIN_MS,
): Promise<T | null> {
  while (!signal.aborted)
    try {
      return work()
    } catch (error) {
      log.error({ error: String(error) }, 'the room could not be written; trying again')
      await new Promise((resolve) => setTimeout(resolve, againMs))
    }
  return null
}
