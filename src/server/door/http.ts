import { bad, ok, type Result } from '@/core/result/result'
import type { Problem } from '@/core/words/problems'

/** The largest body of a write that is not a file; a preset's file brings its profile along. */
const MOST_JSON_BYTES = 1_000_000
const MOST_BY_ACTION: Readonly<Record<string, number>> = { 'preset.import': 9_000_000 }

/** Reads a JSON body up to a limit; never more than that is held. */
export async function readJson(request: Request, action = ''): Promise<Result<unknown, Problem>> {
  const most = MOST_BY_ACTION[action] ?? MOST_JSON_BYTES
  const message = `more than ${most / 1_000_000} MB in one write`
  const tooLarge: Problem = { code: 'input', issues: [{ path: '', message }] }
  const reader = request.body?.getReader()
  if (!reader) return ok(undefined)
  const chunks: Uint8Array[] = []
  let bytes = 0
  for (;;) {
    const { done, value } = await reader.read()
    if (done) break
    bytes += value.length
    if (bytes > most) {
      await reader.cancel()
      return bad(tooLarge)
    }
    chunks.push(value)
  }
  try {
    return ok(JSON.parse(Buffer.concat(chunks).toString('utf8')))
  } catch {
    return bad({ code: 'input', issues: [{ path: '', message: 'what was sent is not JSON' }] })
  }
}

const STATUS: Partial<Record<Problem['code'], number>> = {
  not_allowed: 403,
  not_yours: 403,
  not_found: 404,
  stale: 409,
  in_use: 409,
  name_taken: 409,
  slip_done: 409,
  file_too_large: 413,
  room_trouble: 503,
}

/** A result as a response: what was made, or the problem as data. */
export const answer = (result: Result<unknown, Problem>): Response =>
  Response.json(result, { status: result.ok ? 200 : (STATUS[result.problem.code] ?? 422) })
