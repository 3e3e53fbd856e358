import { existsSync } from 'node:fs'
import { join } from 'node:path'
import pino from 'pino'
import { room, roomFolder } from '@/server/db/open'
import { systemContext } from '@/server/door/actor'
import { takeBackAll } from '@/server/jobs/queue'
import { openForWork } from '@/server/opening'
import { printUntil } from '@/server/printing/follow'
import { listenUntil } from '@/server/printing/listen'
import { takeBackPrintJobs } from '@/server/stores/print-jobs'
import { lookForStatedSizes } from '@/server/work/stated'
import { insist } from './insist'
import { workUntil } from './worker'

// The one background process of a room: it leases jobs, renders, prints, and ends when its parent does.
const log = pino({ level: process.env.LIBRETA_LOG ?? 'warn', name: 'background' })
const stop = new AbortController()
/** What is under way may end in this time; then it is left as it stands, which is found again. */
const GRACE_MS = 3000
const end = (): void => {
  stop.abort()
  setTimeout(() => process.exit(0), GRACE_MS).unref()
}
for (const signal of ['SIGINT', 'SIGTERM'] as const) process.on(signal, end)
process.on('disconnect', end)
// a starter that died while this process was still reading its own code was never heard to go
if (process.connected === false) end()

// the server makes the room; a room without one is waited for
while (!existsSync(join(roomFolder(), 'libreta.db')) && !stop.signal.aborted)
  await new Promise((resolve) => setTimeout(resolve, 200))
if (!stop.signal.aborted) {
  openForWork()
  // there is one background process: whatever still counts as worked on was left by the one before
  await insist(
    () => {
      takeBackAll(room())
      takeBackPrintJobs(room())
    },
    stop.signal,
    log,
  )
  await lookForStatedSizes(systemContext).catch((error) => log.error({ error: String(error) }, 'sizes of files'))
  await Promise.all([
    workUntil(stop.signal, systemContext, log),
    printUntil(stop.signal, systemContext, log),
    listenUntil(stop.signal, systemContext, log),
  ])
}

// the channel to the parent would keep this process alive
if (process.connected) process.disconnect()
