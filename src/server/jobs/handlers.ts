import { tradeNumber } from '@/core/length/write'
import { bad, ok, type Result } from '@/core/result/result'
import { factsFrom } from '@/core/slip/catalogue'
import { outcomeOf } from '@/core/slip/outcome'
import type { Problem } from '@/core/words/problems'
import { previewPicture } from '@/server/actions/pictures'
import { type DoorContext, through } from '@/server/door/door'
import { filePath, keepBytes } from '@/server/files/files'
import { decoding } from '@/server/imaging/decoder'
import { preview } from '@/server/imaging/inspect'
import { checkPage } from '@/server/printing/document'
import { writePdf } from '@/server/render/pdf'
import { readyPicture } from '@/server/render/source'
import { sourceOf } from '@/server/render/source-of'
import { readEdgeCheck } from '@/server/stores/edge-checks'
import { catalogue, readPicture, readSlip } from '@/server/stores/slips'
import type { Job } from './queue'

/** Longer edge of previews: enough for a sheet drawing on a large screen. */
const PREVIEW_EDGE = 1600

export type Told = (part: number) => void

/** The answer of a job, or the problem that a person reads. */
export type JobResult = Result<unknown, Problem>

/** Does one job. Told how far it is; whatever it throws puts it back in the queue. */
export async function perform(job: Job, ctx: DoorContext, told: Told): Promise<JobResult> {
  switch (job.kind) {
    case 'preview':
      return makePreview(job.payload.pictureId, ctx)
    case 'pdf':
      return makePdf(job.payload, ctx, told)
    case 'ruler':
      return makeRuler(job.payload, ctx)
    default:
      throw new Error(`no handler for job ${JSON.stringify(job)}`)
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

async function makePdf(
  payload: { readonly slipId: string; readonly revision: number },
  { db, folder, now }: DoorContext,
  told: Told,
): Promise<JobResult> {
  const slip = readSlip(db, payload.slipId)
  const picture = slip && readPicture(db, slip.body.pictureId)
  if (!slip || !picture) return bad({ code: 'not_found', what: 'This slip' })
  const facts = factsFrom(catalogue(db, now, slip.body.versionId ? [slip.body.versionId] : []), slip.body, picture)
  const { print } = outcomeOf(facts)
  if (!print || !facts.version) return bad({ code: 'slip_incomplete', missing: 'sheet' })
  const colour = facts.version.settings.fileColour
  const source = await sourceOf(
    db,
    folder,
    picture,
    colour.kind === 'profile' ? colour.profileId : null,
    colour.kind === 'profile' ? { intent: colour.intent, blackPoint: colour.blackPoint } : null,
  )
  if (!source.ok) return source
  told(0.1)
  const ready = await decoding(() => readyPicture(source.value))
  if (!ready.ok) return bad({ code: 'render_failed', why: ready.problem })
  told(0.6)
  const to = source.value.convertTo
  const bytes = await writePdf(
    print.page,
    new Map([[picture.id, { ready: ready.value, size: { width: picture.width, height: picture.height } }]]),
    {
      title: slip.body.title || `Slip ${slip.number}`,
      subject: `Slip ${slip.number}, ${facts.version.presetName}, version ${facts.version.number}, seal ${facts.version.seal}`,
      madeFor: to && { profile: to.profile, name: to.name, grey: facts.version.profile?.grey ?? false },
    },
  )
  told(0.95)
  const { width, length } = print.page.sheet
  const title = (slip.body.title || 'print')
    .replace(/[^\p{L}\p{N} -]+/gu, '')
    .trim()
    .slice(0, 60)
  const size = `${tradeNumber(width, 'mm')}x${tradeNumber(length, 'mm')} mm`
  return ok({
    sha: await keepBytes(folder, bytes),
    name: `slip ${slip.number} ${title} ${size}.pdf`,
    bytes: bytes.length,
  })
}

/** A ruler sheet as a file, for a queue that is driven from elsewhere. */
async function makeRuler(
  payload: { readonly checkId: string; readonly sheet: number },
  { db, folder }: DoorContext,
): Promise<JobResult> {
  const check = readEdgeCheck(db, payload.checkId)
  if (!check) return bad({ code: 'not_found', what: 'This edge check' })
  const title = `Edge check ${check.number}, sheet ${payload.sheet}`
  const bytes = await writePdf(checkPage(db, check, payload.sheet), new Map(), {
    title,
    subject: check.queueName,
    madeFor: null,
  })
  return ok({ sha: await keepBytes(folder, bytes), name: `${title}.pdf`.toLowerCase(), bytes: bytes.length })
}
