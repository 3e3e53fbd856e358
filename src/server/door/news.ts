import { asc, gt, max } from 'drizzle-orm'
import { type Db, room } from '@/server/db/open'
import { events } from '@/server/db/schema'
import { sayTrouble } from '@/server/db/trouble'
import { trouble } from '@/server/health/health'

/** A part of the second within which people hear of a printer; one indexed look costs a few hundredths of a millisecond. */
const LOOK_EVERY_MS = 200
/** A comment line now and then keeps connections alive through anything that closes idle ones. */
const BREATH_EVERY = 70
const MOST_AT_ONCE = 200

const newest = (db: Db): number =>
  db
    .select({ id: max(events.id) })
    .from(events)
    .get()?.id ?? 0

/** What was done after an event; nothing while the database cannot be read, which is asked again. */
function newsAfter(db: Db, last: number): readonly (typeof events.$inferSelect)[] {
  try {
    return db.select().from(events).where(gt(events.id, last)).orderBy(asc(events.id)).limit(MOST_AT_ONCE).all()
  } catch (error) {
    if (sayTrouble(error)) return []
    throw error
  }
}

/** Where to go on: after Last-Event-ID if it is one of ours, else from now. */
function startOf(db: Db, header: string | null): number {
  const asked = header === null ? Number.NaN : Number(header)
  const now = newest(db)
  return Number.isInteger(asked) && asked >= 0 && asked <= now ? asked : now
}

/** Server-sent events (HTML standard, 9.2): id, and what was done to which subject; screens read the rest themselves. */
export function follow(request: Request): Response {
  const db = room()
  let last = startOf(db, request.headers.get('last-event-id'))
  let timer: ReturnType<typeof setInterval> | undefined
  let troubled = trouble()
  const text = new TextEncoder()
  const body = new ReadableStream({
    start(controller) {
      let quiet = 0
      controller.enqueue(text.encode('retry: 2000\n\n'))
      timer = setInterval(() => {
        if (trouble() !== troubled) {
          troubled = trouble()
          controller.enqueue(text.encode('data: {"action":"trouble"}\n\n'))
        }
        const rows = newsAfter(db, last)
        for (const row of rows) {
          last = row.id
          const data = JSON.stringify({ action: row.action, subject: row.subject })
          controller.enqueue(text.encode(`id: ${row.id}\ndata: ${data}\n\n`))
        }
        quiet = rows.length > 0 ? 0 : quiet + 1
        if (quiet >= BREATH_EVERY) {
          quiet = 0
          controller.enqueue(text.encode(': still here\n\n'))
        }
      }, LOOK_EVERY_MS)
      request.signal.addEventListener('abort', () => {
        clearInterval(timer)
        controller.close()
      })
    },
    cancel() {
      clearInterval(timer)
    },
  })
  return new Response(body, {
    headers: { 'content-type': 'text/event-stream', 'cache-control': 'no-store', 'x-accel-buffering': 'no' },
  })
}
