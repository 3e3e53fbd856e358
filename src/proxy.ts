import { type NextRequest, NextResponse } from 'next/server'
import { contentPolicy } from '@/server/guard'
import { letIn } from '@/server/let-in'
import { PASS_COOKIE } from '@/server/pass'

/** Stands before every request but uploads, which ask for themselves: host, origin, pass, content policy with a fresh nonce. */
export function proxy(request: NextRequest): NextResponse {
  const path = request.nextUrl.pathname
  const asking = {
    method: request.method,
    header: (name: string) => request.headers.get(name),
    cookie: request.cookies.get(PASS_COOKIE)?.value,
  }
  const refusal = letIn(asking)
  if (refusal && !(refusal.status === 401 && (path === '/pass' || path === '/api/pass')))
    return refusal.status === 401 && !path.startsWith('/api/')
      ? NextResponse.redirect(new URL('/pass', request.url))
      : new NextResponse(refusal.says, { status: refusal.status })
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

// uploads are left out: a body that passes here is held back and cut at 10 MB
export const config = { matcher: ['/((?!_next/static|_next/image|favicon.ico|api/(?:pictures|profiles|files)$).*)'] }
