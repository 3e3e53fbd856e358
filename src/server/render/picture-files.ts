import { existsSync } from 'node:fs'
import { readFile } from 'node:fs/promises'
import { eq } from 'drizzle-orm'
import type { PrintDocument } from '@/contract/print-job'
import { bad, ok, type Result } from '@/core/result/result'
import type { Problem } from '@/core/words/problems'
import type { Db } from '@/server/db/open'
import { profiles } from '@/server/db/schema'
import { filePath } from '@/server/files/files'
import { readPicture } from '@/server/stores/slips'
import type { PictureFile } from './picture-file'
import type { Target } from './stages'

/** The file of a picture, or that it is gone. */
export function fileOf(db: Db, folder: string, pictureId: string): Result<PictureFile, Problem> {
  const p = readPicture(db, pictureId)
  if (!p) return bad({ code: 'not_found', what: 'A picture of this print' })
  return ok({
    path: filePath(folder, p.sha),
    ...{ mime: p.mime, name: p.name, width: p.width, height: p.height, orientation: p.orientation },
    ...{ grey: p.grey, bits: p.bits, page: p.page },
    tagged: p.profile !== null,
  })
}

/** The profile that a document's pictures are converted to; null: to none. */
export async function targetOf(
  db: Db,
  folder: string,
  target: PrintDocument['target'],
): Promise<Result<Target | null, Problem>> {
  if (!target) return ok(null)
  const row = db.select().from(profiles).where(eq(profiles.id, target.profileId)).get()
  if (!row) return bad({ code: 'not_found', what: 'The profile of this preset' })
  const { intent, blackPoint } = target
  const path = filePath(folder, row.sha)
  if (!existsSync(path)) return bad({ code: 'not_found', what: `The file of profile ${row.name}` })
  return ok({ profile: await readFile(path), name: row.name, intent, blackPoint })
}
