import { eq, sql } from 'drizzle-orm'
import { queueFactsSchema } from '@/contract/printer'
import { sealedText } from '@/core/preset/seal'
import type { Settings } from '@/core/preset/settings'
import type { Db } from '@/server/db/open'
import { presetVersions, queues } from '@/server/db/schema'
import { sealsOfProfiles } from './profile-seals'

/** What a seal of these settings covers, as the canonical text that is hashed. */
export function canonicalOf(db: Db, settings: Settings): string {
  const queue = db.select({ facts: queues.facts }).from(queues).where(eq(queues.id, settings.queueId)).get()
  const own = queue ? queueFactsSchema.parse(queue.facts).ownOptions.filter((o) => o.inSeal) : []
  return sealedText(
    settings,
    own.map((o) => o.id),
  )
}

/** How near to a preset a profile was made: with its very seal, or with another one on its paper. */
export type Near = 'seal' | 'paper'

/** The profiles that were made with the seal of these settings, or on their paper, by their ids; others are left out. */
export function profilesNear(db: Db, settings: Settings): Readonly<Record<string, Near>> {
  const canonical = canonicalOf(db, settings)
  const paperId = sql<string>`json_extract(${presetVersions.settings}, '$.paperId')`
  const rows = db
    .select({ seal: presetVersions.seal, canonical: presetVersions.canonical, paperId })
    .from(presetVersions)
    .all()
  const very = new Set(rows.filter((r) => r.canonical === canonical).map((r) => r.seal))
  const paper = new Set(rows.filter((r) => r.paperId === settings.paperId).map((r) => r.seal))
  return Object.fromEntries(
    [...sealsOfProfiles(db)].flatMap(([id, seals]): readonly (readonly [string, Near])[] =>
      seals.some((s) => very.has(s)) ? [[id, 'seal']] : seals.some((s) => paper.has(s)) ? [[id, 'paper']] : [],
    ),
  )
}
