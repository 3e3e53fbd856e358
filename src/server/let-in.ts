import { roomFolder } from '@/server/db/open'
import { refuse } from './guard'
import { PASS_COOKIE, sessionHolds } from './pass'

/** What a request says of where it comes from. */
export type Asking = {
  readonly method: string
  readonly header: (name: string) => string | null
  readonly cookie: string | undefined
}

/** Why a request is not served: another site's, or the room's pass was not entered. Null lets it in. */
export function letIn(
  { method, header, cookie }: Asking,
  pass = process.env.LIBRETA_PASS,
): { readonly status: 400 | 403 | 401; readonly says: string } | null {
  const refusal = refuse(method, header('host'), header('origin'), header('sec-fetch-site'), pass)
  if (refusal) return refusal
  return pass && !sessionHolds(roomFolder(), pass, cookie, Date.now())
    ? { status: 401, says: 'Enter the room’s pass first.' }
    : null
}

const COOKIE = new RegExp(`(?:^|;\\s*)${PASS_COOKIE}=([^;]+)`)

/**
 * The same for a route that the proxy leaves alone: what runs there holds bodies back, and cuts those of pictures.
 * @returns the answer that refuses, or null
 */
export function refusalOf(request: Request): Response | null {
  const refusal = letIn({
    method: request.method,
    header: (name) => request.headers.get(name),
    cookie: COOKIE.exec(request.headers.get('cookie') ?? '')?.[1],
  })
  return refusal ? new Response(refusal.says, { status: refusal.status }) : null
}
