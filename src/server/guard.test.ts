import { describe, expect, it } from 'vitest'
import { contentPolicy, refuse } from './guard'

describe('who is let in', () => {
  const here = 'localhost:4780'
  const cases: readonly [string, Parameters<typeof refuse>, number | null][] = [
    ['a page read here', ['GET', here, null, null, undefined], null],
    ['by number', ['GET', '127.0.0.1:4780', null, null, undefined], null],
    ['by a number that is none', ['GET', '127.999.1.1', null, null, undefined], 403],
    ['by another number of this machine', ['GET', '127.0.0.2:80', null, null, undefined], null],
    ['by IPv6', ['GET', '[::1]:4780', null, null, undefined], null],
    ['by a name that was rebound to this address', ['GET', 'evil.example', null, null, undefined], 403],
    ['a name that only looks like ours', ['GET', 'localhost.evil.example', null, null, undefined], 403],
    ['another name, with a pass set', ['GET', 'room.example', null, null, 'word'], null],
    ['no Host at all', ['GET', null, null, null, undefined], 400],
    ['a write from here', ['POST', here, `http://${here}`, 'same-origin', undefined], null],
    ['a write from another site', ['POST', here, 'http://evil.example', 'cross-site', undefined], 403],
    ['a write from another port', ['POST', here, 'http://localhost:9999', 'same-site', undefined], 403],
    ['a write that hides its origin', ['POST', here, null, 'cross-site', undefined], 403],
    ['a write with an opaque origin', ['POST', here, 'null', null, undefined], 403],
    ['a write by a script on this machine', ['POST', here, null, null, undefined], null],
  ]
  it.each(cases)('%s', (_name, args, status) => {
    expect(refuse(...args)?.status ?? null).toBe(status)
  })
  it('scripts run only with the request’s nonce', () => {
    const policy = contentPolicy('abc', false)
    expect(policy).toContain("script-src 'self' 'nonce-abc' 'strict-dynamic'")
    expect(policy).not.toContain('unsafe-eval')
    expect(policy).toContain("frame-ancestors 'none'")
  })
})
