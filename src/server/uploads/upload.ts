import { Readable } from 'node:stream'
import type { ReadableStream as NodeReadableStream } from 'node:stream/web'
import type { Result } from '@/core/result/result'
import type { Problem } from '@/core/words/problems'
import { addAttachment } from '@/server/actions/notes'
import { addPicture, plainFileName } from '@/server/actions/pictures'
import { importProfile } from '@/server/actions/profiles'
import { sayTrouble } from '@/server/db/trouble'
import { contextOf } from '@/server/door/actor'
import { type DoorContext, through } from '@/server/door/door'
import { answer } from '@/server/door/http'
import { discard, type Received, receive, TooLarge } from '@/server/files/files'

/** The largest picture file: 2 GB, with room for what a container adds. */
export const MOST_PICTURE_MB = 2200

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
export const receivePicture = (request: Request): Promise<Response> =>
  takeIn(request, MOST_PICTURE_MB, (name, received, ctx) => through(addPicture, { name, received }, ctx))

/** The largest profile: tables of a colour printer are below a hundredth of this. */
const MOST_PROFILE_MB = 20

/** A profile, with the seal it was made with in the address. */
export const receiveProfile = (request: Request): Promise<Response> => {
  const seal = new URL(request.url).searchParams.get('seal')
  return takeIn(request, MOST_PROFILE_MB, (name, received, ctx) =>
    through(importProfile, { name, received, seal }, ctx),
  )
}

/** The largest file at a note or target: a scanned booklet of instructions. */
const MOST_ATTACHMENT_MB = 60

/** A file for what the address names. */
export const receiveAttachment = (request: Request): Promise<Response> => {
  const ownerId = new URL(request.url).searchParams.get('of') ?? ''
  return takeIn(request, MOST_ATTACHMENT_MB, (name, received, ctx) =>
    through(addAttachment, { name, received, ownerId }, ctx),
  )
}

async function takeIn(
  request: Request,
  limitMb: number,
  take: (name: string, received: Received, ctx: DoorContext) => Promise<Result<unknown, Problem>>,
): Promise<Response> {
  const name = nameOf(request)
  const limit = limitMb * 1_000_000
  const declared = request.headers.get('content-length')
  if (declared !== null && Number(declared) > limit) return refusal({ code: 'file_too_large', name, limitMb })
  if (!request.body || declared === '0') return refusal({ code: 'file_empty', name })
  const ctx = contextOf(request)
  try {
    const body = Readable.fromWeb(request.body as unknown as NodeReadableStream)
    const received = await receive(ctx.folder, body, limit, request.signal)
    if (declared !== null && received.bytes !== Number(declared)) {
      await discard(received)
      return refusal({ code: 'file_upload_cut', name, got: received.bytes, expected: Number(declared) })
    }
    const result = await take(name, received, ctx)
    // what was refused at the door was not looked at, and is still there
    if (!result.ok) await discard(received)
    return answer(result)
  } catch (error) {
    if (error instanceof TooLarge) return refusal({ code: 'file_too_large', name, limitMb })
    if (request.signal.aborted)
      return refusal({ code: 'file_upload_cut', name, got: 0, expected: Number(declared ?? 0) })
    const says = sayTrouble(error)
    if (says) return refusal({ code: 'room_trouble', says })
    throw error
  }
}
