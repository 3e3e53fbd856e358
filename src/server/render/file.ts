import type { FileDocument } from '@/contract/print-job'
import { ok, type Result } from '@/core/result/result'
import type { Problem } from '@/core/words/problems'
import type { Db } from '@/server/db/open'
import { embed } from './embed'
import { type Pictures, writePdf } from './pdf'
import { fileOf, targetOf } from './picture-files'

/** A page as a print-ready file. @param told how far it is, 0..1. */
export async function printFile(
  db: Db,
  folder: string,
  document: FileDocument,
  told: (part: number) => void,
): Promise<Result<Uint8Array, Problem>> {
  const target = await targetOf(db, folder, document.target)
  if (!target.ok) return target
  told(0.1)
  const pictures = new Map<string, NonNullable<ReturnType<Pictures['get']>>>()
  for (const [i, { id, convert }] of document.pictures.entries()) {
    const file = fileOf(db, folder, id)
    if (!file.ok) return file
    const embedded = await embed(file.value, { convert, target: target.value })
    if (!embedded.ok) return embedded
    const { width, height } = file.value
    pictures.set(id, { embedded: embedded.value, size: { width, height } })
    told(0.1 + (0.6 * (i + 1)) / document.pictures.length)
  }
  const { title, subject, grey } = document.about
  const to = target.value
  return ok(
    await writePdf(document.page, pictures, {
      ...{ title, subject },
      madeFor: to && { profile: to.profile, name: to.name, grey },
    }),
  )
}
