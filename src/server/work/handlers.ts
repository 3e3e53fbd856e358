import type { FileDocument } from '@/contract/print-job'
import { absurd, bad, ok, type Result } from '@/core/result/result'
import type { Problem } from '@/core/words/problems'
import { previewPicture } from '@/server/actions/pictures'
import { type DoorContext, through } from '@/server/door/door'
import { filePath, keepBytes } from '@/server/files/files'
import { decoding } from '@/server/imaging/decoder'
import { preview } from '@/server/imaging/inspect'
import type { Job } from '@/server/jobs/queue'
import { pdfWork } from '@/server/render/resolve'
import { pdfInThread } from '@/server/render/thread'
import { readPicture } from '@/server/stores/slips'

/** Longer edge of previews: enough for a sheet drawing on a large screen. */
const PREVIEW_EDGE = 1600

export type Told = (part: number) => void

/** The answer of a job, or the problem that a person reads. */
export type JobResult = Result<unknown, Problem>

/**
 * Does one job. Told how far it is; whatever it throws puts it back in the queue, unless the signal stopped it.
 */
export async function perform(job: Job, ctx: DoorContext, told: Told, signal: AbortSignal): Promise<JobResult> {
  switch (job.kind) {
    case 'preview':
      return makePreview(job.payload.pictureId, ctx)
    case 'pdf':
      return makePdf(job.payload, ctx, told, signal)
    default:
      return absurd(job)
  }
}

async function makePreview(pictureId: string, ctx: DoorContext): Promise<JobResult> {
  const picture = readPicture(ctx.db, pictureId)
  if (!picture) return bad({ code: 'not_found', what: 'This picture' })
  const how = { page: picture.page, tagged: picture.profile !== null }
  const bytes = await decoding(() => preview(filePath(ctx.folder, picture.sha), PREVIEW_EDGE, how))
  const previewSha = await keepBytes(ctx.folder, bytes)
  return through(previewPicture, { id: pictureId, previewSha }, ctx)
}

/** A page as a print-ready file, kept by its content. */
async function makePdf(
  document: FileDocument,
  { db, folder }: DoorContext,
  told: Told,
  signal: AbortSignal,
): Promise<JobResult> {
  const work = await pdfWork(db, folder, document)
  if (!work.ok) return work
  const made = await pdfInThread(work.value, (part) => told(0.05 + 0.85 * part), signal)
  if (!made.ok) return made
  told(0.95)
  return ok({ sha: await keepBytes(folder, made.value), name: document.name, bytes: made.value.length })
}
