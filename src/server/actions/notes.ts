import { eq } from 'drizzle-orm'
import { z } from 'zod'
import { INPUTS } from '@/contract/actions'
import { idSchema } from '@/contract/lengths'
import { bad, ok, type Result } from '@/core/result/result'
import type { Problem } from '@/core/words/problems'
import { newId } from '@/server/db/ids'
import type { Db } from '@/server/db/open'
import { attachments, outsideTargets, paperNotes, papers } from '@/server/db/schema'
import { action } from '@/server/door/door'
import { discard, keep } from '@/server/files/files'
import { inspect, kindOfFile } from '@/server/imaging/inspect'
import { plainFileName, receivedSchema } from './pictures'
import { revised } from './rows'

/** A maker's advice or the room's own, at a paper. */
export const addNote = action({
  name: 'note.add',
  role: 'helper',
  input: INPUTS['note.add'],
  commit(input, { db, actor, now }) {
    if (!db.select({ id: papers.id }).from(papers).where(eq(papers.id, input.paperId)).get())
      return bad({ code: 'not_found', what: 'This paper' })
    const id = newId()
    db.insert(paperNotes)
      .values({ id, ...input, at: now, byId: actor.id })
      .run()
    return ok({ value: { id }, subject: input.paperId, data: { note: id } })
  },
})

export const retireNote = action({
  name: 'note.retire',
  role: 'helper',
  input: INPUTS['note.retire'],
  commit: (input, { db, now }) => revised(db, paperNotes, 'This note', input, { retiredAt: now }),
})

/** What can carry files. */
const isOwner = (db: Db, id: string): boolean =>
  db.select({ id: paperNotes.id }).from(paperNotes).where(eq(paperNotes.id, id)).get() !== undefined ||
  db.select({ id: outsideTargets.id }).from(outsideTargets).where(eq(outsideTargets.id, id)).get() !== undefined

const TAKEN = ['application/pdf', 'image/jpeg', 'image/png'] as const

/** A file that was received goes to a note or target: a PDF or a picture, handed out as it came. */
export const addAttachment = action({
  name: 'attachment.add',
  role: 'helper',
  input: z.object({ name: z.string().transform(plainFileName), received: receivedSchema, ownerId: idSchema }),
  async prepare({ name, received, ownerId }, { folder, db }) {
    const refuse = async (problem: Problem): Promise<Result<never, Problem>> => {
      await discard(received)
      return bad(problem)
    }
    if (!isOwner(db, ownerId)) return refuse({ code: 'not_found', what: 'What this file belongs to' })
    const kind = await kindOfFile(received.path)
    const mime = TAKEN.find((m) => m === kind.mime)
    if (!mime)
      return refuse({
        code: 'rules',
        says: [`${name} is ${kind.is}; a PDF, a JPEG or a PNG can be kept here.`],
      })
    if (mime !== 'application/pdf') {
      const looked = await inspect(received.path, name)
      if (!looked.ok) return refuse(looked.problem)
    }
    await keep(folder, received)
    return ok({ mime })
  },
  commit({ name, received, ownerId }, { db, actor, now }, { mime }) {
    const id = newId()
    const { sha, bytes } = received
    db.insert(attachments).values({ id, ownerId, name, mime, sha, bytes, at: now, byId: actor.id }).run()
    return ok({ value: { id, name }, subject: ownerId, data: { file: name } })
  },
})
