import { Readable } from 'node:stream'
import { eq } from 'drizzle-orm'
import { room, roomFolder } from '@/server/db/open'
import { attachments } from '@/server/db/schema'
import { readFileStream } from '@/server/files/files'
import { jobState } from '@/server/jobs/queue'
import { readPicture } from '@/server/stores/slips'

const notHere = (): Response => new Response('Not in this room.', { status: 404 })

async function send(sha: string, type: string, extra: Readonly<Record<string, string>>): Promise<Response> {
  const file = await readFileStream(roomFolder(), sha)
  if (!file) return notHere()
  return new Response(Readable.toWeb(file.stream) as unknown as ReadableStream, {
    headers: {
      'content-type': type,
      'content-length': String(file.bytes),
      'content-security-policy': "sandbox; default-src 'none'",
      'x-content-type-options': 'nosniff',
      ...extra,
    },
  })
}

/** Thumbnail or preview of a picture; a preview that is not made yet is answered by the thumbnail. */
export async function servePicture(id: string, what: string): Promise<Response> {
  const picture = readPicture(room(), id)
  if (!picture || (what !== 'thumb' && what !== 'preview')) return notHere()
  const preview = what === 'preview' ? picture.previewSha : null
  // a thumbnail that stands in for a preview must not be remembered as one
  const cache = what === 'thumb' || preview ? 'private, max-age=31536000, immutable' : 'no-store'
  return send(preview ?? picture.thumbSha, 'image/jpeg', { 'cache-control': cache })
}

/** A file that belongs to a note or target, as it came: a picture is shown, a PDF is saved. */
export async function serveAttachment(id: string): Promise<Response> {
  const file = room().select().from(attachments).where(eq(attachments.id, id)).get()
  if (!file) return notHere()
  const how = file.mime === 'application/pdf' ? 'attachment' : 'inline'
  return send(file.sha, file.mime, {
    'cache-control': 'private, max-age=31536000, immutable',
    'content-disposition': disposition(how, file.name),
  })
}

const disposition = (how: 'attachment' | 'inline', name: string): string =>
  `${how}; filename="${name.replace(/[^\x20-\x7e]|"/g, '_')}"; filename*=UTF-8''${encodeURIComponent(name)}`

/** The file that a job made, to be saved. */
export async function serveJobFile(id: string): Promise<Response> {
  const job = jobState(room(), id)
  if (job?.state !== 'done') return notHere()
  const { sha, name } = job.result as { sha: string; name: string }
  return send(sha, 'application/pdf', {
    'cache-control': 'private, no-store',
    'content-disposition': disposition('attachment', name),
  })
}
