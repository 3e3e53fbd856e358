import { PASS_COOKIE, passToken } from '@/server/guard'

/** Takes the room's pass and remembers that it was entered. */
export async function POST(request: Request): Promise<Response> {
  const pass = process.env.LIBRETA_PASS
  const form = new URLSearchParams((await request.text()).slice(0, 1000))
  const right = pass !== undefined && passToken(form.get('pass') ?? '') === passToken(pass)
  const headers = new Headers({ location: right ? '/' : '/pass?wrong=1' })
  if (right && pass)
    headers.set('set-cookie', `${PASS_COOKIE}=${passToken(pass)}; Path=/; HttpOnly; SameSite=Strict; Max-Age=2592000`)
  return new Response(null, { status: 303, headers })
}
