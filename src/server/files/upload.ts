import { Readable } from 'node:stream'
import type { ReadableStream as NodeReadableStream } from 'node:stream/web'
import type { Problem } from '@/core/words/problems'
import { addPicture, plainFileName } from '@/server/actions/pictures'
import { requestContext } from '@/server/door/actor'
import { through } from '@/server/door/door'
import { answer } from '@/server/door/http'
import { discard, receive, TooLarge } from './files'

/** The largest picture file. */
export const MOST_PICTURE_MB = 600

const refusal = (problem: Problem): Response => answer({ ok: false, problem })

function nameOf(request: Request): string {
  const header = request.headers.get('x-file-name') ?? 'picture'
  try {
    return plainFileName(decodeURIComponent(header))
  } catch {
    return plainFileName(header)
  }
}

/** Streams a picture to disk and through the door; whatever goes wrong leaves nothing behind. */
export async function receivePicture(request: Request): Promise<Response> {
  const name = nameOf(request)
  const limit = MOST_PICTURE_MB * 1_000_000
  const declared = request.headers.get('content-length')
  if (declared !== null && Number(declared) > limit)
    return refusal({ code: 'file_too_large', name, limitMb: MOST_PICTURE_MB })
  if (!request.body || declared === '0') return refusal({ code: 'file_empty', name })
  const ctx = requestContext()
  try {
    const body = Readable.fromWeb(request.body as unknown as NodeReadableStream)
    const received = await receive(ctx.folder, body, limit, request.signal)
    if (declared !== null && received.bytes !== Number(declared)) {
      await discard(received)
      return refusal({ code: 'file_upload_cut', name, got: received.bytes, expected: Number(declared) })
    }
    return answer(await through(addPicture, { name, received }, ctx))
  } catch (error) {
    if (error instanceof TooLarge) return refusal({ code: 'file_too_large', name, limitMb: MOST_PICTURE_MB })
    if (request.signal.aborted)
      return refusal({ code: 'file_upload_cut', name, got: 0, expected: Number(declared ?? 0) })
    throw error
  }
}
