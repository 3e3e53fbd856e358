import { type NextRequest, NextResponse } from 'next/server'
import { contentPolicy, PASS_COOKIE, passed, refuse } from '@/server/guard'

/** Stands before every request: host, origin, pass, content policy with a fresh nonce. */
export function proxy(request: NextRequest): NextResponse {
  const header = (name: string): string | null => request.headers.get(name)
  const pass = process.env.LIBRETA_PASS
  const refusal = refuse(request.method, header('host'), header('origin'), header('sec-fetch-site'), pass)
  if (refusal) return new NextResponse(refusal.says, { status: refusal.status })
  const path = request.nextUrl.pathname
  if (pass && path !== '/pass' && path !== '/api/pass' && !passed(pass, request.cookies.get(PASS_COOKIE)?.value)) {
    return path.startsWith('/api/')
      ? new NextResponse('Enter the room’s pass first.', { status: 403 })
      : NextResponse.redirect(new URL('/pass', request.url))
  }
  const nonce = crypto.randomUUID().replaceAll('-', '')
  const policy = contentPolicy(nonce, process.env.NODE_ENV === 'development')
  const headers = new Headers(request.headers)
  headers.set('x-nonce', nonce)
  headers.set('content-security-policy', policy)
  const response = NextResponse.next({ request: { headers } })
  // files of members carry a stricter policy of their own: sandboxed, nothing allowed
  if (!path.startsWith('/api/')) response.headers.set('content-security-policy', policy)
  response.headers.set('x-content-type-options', 'nosniff')
  response.headers.set('referrer-policy', 'same-origin')
  return response
}

export const config = { matcher: ['/((?!_next/static|_next/image|favicon.ico).*)'] }
