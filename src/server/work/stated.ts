import { eq } from 'drizzle-orm'
import { statePicture } from '@/server/actions/pictures'
import { pictures } from '@/server/db/schema'
import { type DoorContext, through } from '@/server/door/door'
import { filePath } from '@/server/files/files'
import { statedIn } from '@/server/imaging/inspect'

/** Looks for the sizes that files state in pictures that were taken in before anybody looked. A lost file states none. */
export async function lookForStatedSizes(context: () => DoorContext): Promise<void> {
  const { db, folder } = context()
  for (const picture of db.select().from(pictures).where(eq(pictures.statedRead, false)).all()) {
    const own = await statedIn(filePath(folder, picture.sha), picture).catch(() => null)
    await through(statePicture, { id: picture.id, width: own?.width ?? null, height: own?.height ?? null }, context())
  }
}
