import { describe, expect, it } from 'vitest'
import { isLoopback, whoAsks } from './hosts.mjs'

describe('who asks', () => {
  it.each([
    ['192.168.1.7', '', '192.168.1.7'],
    ['192.168.1.7', '10.0.0.1', '192.168.1.7'], // what a client says of itself
    ['::ffff:192.168.1.7', '127.0.0.1', '192.168.1.7'],
    ['127.0.0.1', '', '127.0.0.1'],
    ['127.0.0.1', '192.168.1.9', '192.168.1.9'], // a proxy on this machine
    ['::1', '10.9.9.9, 192.168.1.9', '192.168.1.9'],
  ])('%s, forwarded for “%s”: %s', (remote, forwarded, who) => {
    expect(whoAsks(remote, forwarded)).toBe(who)
  })
  it('knows this machine by its addresses alone', () => {
    expect(['localhost', '127.0.0.1', '127.255.0.9', '::1', '[::1]'].every(isLoopback)).toBe(true)
    expect(['127.999.1.1', '127.0.0.1.example', '0.0.0.0', '10.0.0.1', ''].some(isLoopback)).toBe(false)
  })
})
