import { existsSync } from 'node:fs'
import { dirname } from 'node:path'
import type { Db } from '@/server/db/open'
import { profiles } from '@/server/db/schema'
import { filePath } from '@/server/files/files'

/**
 * Profiles whose file does not lie in the room's folder, by their ids: somebody took it away, or a backup was put back
 * without its files. A room in memory has no folder, and nothing is missed there.
 */
export function profilesWithoutFile(db: Db): ReadonlySet<string> {
  const { name, memory } = db.$client
  if (memory) return new Set()
  const rows = db.select({ id: profiles.id, sha: profiles.sha }).from(profiles).all()
  return new Set(rows.filter((r) => !existsSync(filePath(dirname(name), r.sha))).map((r) => r.id))
}
