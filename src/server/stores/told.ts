import { eq } from 'drizzle-orm'
import { toldSchema } from '@/contract/told'
import type { Takes } from '@/core/printer/takes'
import type { Told } from '@/core/printer/told'
import { kept } from '@/server/db/kept'
import type { Db } from '@/server/db/open'
import { told } from '@/server/db/schema'
import { parsed } from './parse'

/** What a queue's printer told when it was last asked, or null. */
export function toldOf(db: Db, queueId: string): { readonly at: number; readonly told: Told } | null {
  const row = db.select().from(told).where(eq(told.queueId, queueId)).get()
  return row ? heard(row) : null
}

const heard = (row: typeof told.$inferSelect) => ({
  at: row.at,
  told: parsed(toldSchema, row.facts, `what the printer of queue ${row.queueId} told`),
})

/** What every queue's printer told when it was last asked, by queue. */
export const allTold = (db: Db): ReadonlyMap<string, { readonly at: number; readonly told: Told }> =>
  kept(db, 'told', () => {
    const rows = db.select().from(told).all()
    return new Map(rows.map((row) => [row.queueId, heard(row)]))
  })

/** What it takes, for what is sent to it. */
export const takesOf = (heard: Told): Takes => ({
  formats: heard.formats,
  rasterTypes: heard.rasterTypes,
  resolutions: heard.resolutions,
  scaling: heard.scaling,
})
