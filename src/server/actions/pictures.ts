import { eq } from 'drizzle-orm'
import { z } from 'zod'
import { INPUTS } from '@/contract/actions'
import { idSchema, lengthSchema } from '@/contract/lengths'
import { bad, ok } from '@/core/result/result'
import { newId } from '@/server/db/ids'
import { pictures } from '@/server/db/schema'
import { action } from '@/server/door/door'
import { discard, keep, keepBytes } from '@/server/files/files'
import { type Inspected, inspect } from '@/server/imaging/inspect'

/** The last part of a path, without what no file name holds; never empty. */
export const plainFileName = (name: string): string =>
  [...(name.normalize('NFC').split(/[\\/]/).at(-1) ?? '')]
    .filter((c) => c >= ' ' && c !== '\u007f')
    .join('')
    .trim()
    .slice(0, 160) || 'picture'

export const receivedSchema = z.object({
  path: z.string(),
  sha: z.string().regex(/^[0-9a-f]{64}$/),
  bytes: z.int().min(0),
})

/**
 * Takes in a file that was received: looked at, decoded to its end, kept by content, then the row. What is no sound
 * picture is removed again and nothing is stored.
 */
export const addPicture = action({
  name: 'picture.add',
  role: 'helper',
  input: z.object({ name: z.string().transform(plainFileName), received: receivedSchema }),
  async prepare({ name, received }, { folder }) {
    const looked = await inspect(received.path, name)
    if (!looked.ok) {
      await discard(received)
      return looked
    }
    const { thumb, ...inspected } = looked.value
    await keep(folder, received)
    return ok({ inspected, thumbSha: await keepBytes(folder, thumb) })
  },
  commit(
    { name, received },
    { db, now },
    { inspected, thumbSha }: { inspected: Omit<Inspected, 'thumb'>; thumbSha: string },
  ) {
    const id = newId()
    db.insert(pictures)
      .values({
        id,
        name,
        sha: received.sha,
        bytes: received.bytes,
        decoded: true,
        statedRead: true,
        thumbSha,
        at: now,
        ...inspected,
      })
      .run()
    return ok({
      value: { id },
      subject: id,
      jobs: [{ kind: 'preview', payload: { pictureId: id } }],
    })
  },
})

/** Somebody saw that a picture's profile is of no use, and takes its numbers as untagged. */
export const takeUntagged = action({
  name: 'picture.untagged',
  role: 'helper',
  input: INPUTS['picture.untagged'],
  commit({ id }, { db }) {
    const changed = db.update(pictures).set({ colourAsks: false }).where(eq(pictures.id, id)).run()
    return changed.changes > 0 ? ok({ value: { id }, subject: id }) : bad({ code: 'not_found', what: 'This picture' })
  },
})

/** The size that the file of a picture states, of pictures that were taken in before it was looked for. */
export const statePicture = action({
  name: 'picture.stated',
  role: 'system',
  input: z.object({ id: idSchema, width: lengthSchema.nullable(), height: lengthSchema.nullable() }),
  commit({ id, width, height }, { db }) {
    db.update(pictures)
      .set({ statedWidthUm: width, statedHeightUm: height, statedRead: true })
      .where(eq(pictures.id, id))
      .run()
    return ok({ value: { id }, subject: id })
  },
})

/** What the background process found out about a picture: its preview, for screens. */
export const previewPicture = action({
  name: 'picture.preview',
  role: 'system',
  input: z.object({ id: idSchema, previewSha: z.string() }),
  commit({ id, previewSha }, { db }) {
    const changed = db.update(pictures).set({ previewSha }).where(eq(pictures.id, id)).run()
    return changed.changes > 0 ? ok({ value: { id }, subject: id }) : bad({ code: 'not_found', what: 'This picture' })
  },
})
