import type { FileDocument, PrintDocument } from '@/contract/print-job'
import { ok, type Result } from '@/core/result/result'
import type { Problem } from '@/core/words/problems'
import type { Db } from '@/server/db/open'
import { curveTable } from '@/server/stores/tone-use'
import { headOf } from './document'
import { fileOf, targetOf } from './picture-files'
import type { PdfWork, RasterWork, Work } from './work'

/** The files and the profile of a document: the last that is asked of the room before its page is made. */
async function resolved(
  db: Db,
  folder: string,
  document: Pick<PrintDocument, 'page' | 'pictures' | 'target' | 'curveId' | 'grey'>,
): Promise<Result<Work, Problem>> {
  const target = await targetOf(db, folder, document.target)
  if (!target.ok) return target
  const pictures: Work['pictures'][number][] = []
  for (const { id, convert } of document.pictures) {
    const file = fileOf(db, folder, id)
    if (!file.ok) return file
    pictures.push({ id, file: file.value, convert })
  }
  return ok({
    ...{ page: document.page, pictures, target: target.value, grey: document.grey },
    curve: curveTable(db, document.curveId),
  })
}

export async function rasterWork(
  db: Db,
  folder: string,
  document: PrintDocument,
): Promise<Result<RasterWork, Problem>> {
  const work = await resolved(db, folder, document)
  return work.ok ? ok({ ...work.value, kind: 'raster', head: headOf(document), format: document.ticket.format }) : work
}

export async function pdfWork(db: Db, folder: string, document: FileDocument): Promise<Result<PdfWork, Problem>> {
  const work = await resolved(db, folder, document)
  if (!work.ok) return work
  const { title, subject, grey } = document.about
  const to = work.value.target
  const madeFor = to && { profile: to.profile, name: to.name, grey }
  return ok({ ...work.value, kind: 'pdf', about: { title, subject, madeFor } })
}
