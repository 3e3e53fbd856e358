import { existsSync } from 'node:fs'
import { join } from 'node:path'
import pino from 'pino'
import { NewerSchema, roomFolder } from '@/server/db/open'
import { requestContext } from '@/server/door/actor'
import { printUntil } from '@/server/printing/follow'
import { workUntil } from './worker'

// The one background process of a room: it leases jobs, renders, and ends when its parent does.
const log = pino({ level: process.env.LIBRETA_LOG ?? 'warn', name: 'background' })
const stop = new AbortController()
for (const signal of ['SIGINT', 'SIGTERM'] as const) process.on(signal, () => stop.abort())
process.on('disconnect', () => stop.abort())

try {
  while (!existsSync(join(roomFolder(), 'libreta.db')) && !stop.signal.aborted)
    await new Promise((resolve) => setTimeout(resolve, 200))
  await Promise.all([workUntil(stop.signal, requestContext, log), printUntil(stop.signal, requestContext, log)])
} catch (error) {
  if (!(error instanceof NewerSchema)) throw error
  log.fatal(error.message)
  process.exitCode = 1
}

// the channel to the parent would keep this process alive
if (process.connected) process.disconnect()
