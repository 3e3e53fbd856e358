import { readFile } from 'node:fs/promises'
import { eq } from 'drizzle-orm'
import { bad, ok, type Result } from '@/core/result/result'
import type { Problem } from '@/core/words/problems'
import type { Db } from '@/server/db/open'
import { profiles } from '@/server/db/schema'
import { filePath } from '@/server/files/files'
import type { Picture } from '@/server/stores/slips'
import type { PictureSource } from './source'

/** Whether a profile's own description says sRGB, which is what untagged colour is taken for. */
export const isSrgb = (description: string): boolean => /s\s?RGB/i.test(description)

/** What the page of a slip is made of, or what is missing. */
export async function sourceOf(
  db: Db,
  folder: string,
  picture: Picture,
  profileId: string | null,
  colour: { intent: 'perceptual' | 'relative' | 'saturation' | 'absolute'; blackPoint: boolean } | null,
): Promise<Result<PictureSource, Problem>> {
  const row = profileId ? db.select().from(profiles).where(eq(profiles.id, profileId)).get() : null
  if (profileId && !row) return bad({ code: 'not_found', what: 'The profile of this preset' })
  return ok({
    path: filePath(folder, picture.sha),
    mime: picture.mime,
    name: picture.name,
    width: picture.width,
    height: picture.height,
    orientation: picture.orientation,
    grey: picture.grey,
    bits: picture.bits,
    page: picture.page,
    tagged: picture.profile !== null,
    convertTo: row && colour ? { profile: await readFile(filePath(folder, row.sha)), name: row.name, ...colour } : null,
  })
}
