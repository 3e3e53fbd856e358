import { roomFolder } from '@/server/db/open'
import { isPass, newSession, PASS_COOKIE, Tries } from '@/server/pass'

const tries = new Tries()

/** Takes the room's pass and remembers by a session that it was entered. */
export async function POST(request: Request): Promise<Response> {
  const pass = process.env.LIBRETA_PASS
  const who = request.headers.get('x-forwarded-for') ?? 'here'
  const waits = tries.waits(who, performance.now())
  const to = (location: string, extra: Record<string, string> = {}): Response =>
    new Response(null, { status: 303, headers: { location, ...extra } })
  if (waits > 0) return to(`/pass?wait=${Math.ceil(waits / 1000)}`)
  const form = new URLSearchParams((await request.text()).slice(0, 1000))
  if (pass === undefined || !isPass(roomFolder(), pass, form.get('pass') ?? '')) {
    tries.wrong(who, performance.now())
    return to('/pass?wrong=1')
  }
  tries.right(who)
  const { token, maxAge } = newSession(roomFolder(), pass, Date.now())
  const secure = request.headers.get('x-forwarded-proto') === 'https' || request.url.startsWith('https:')
  return to('/', {
    'set-cookie': `${PASS_COOKIE}=${token}; Path=/; HttpOnly; SameSite=Strict; Max-Age=${maxAge}${secure ? '; Secure' : ''}`,
  })
}
