import { statSync } from 'node:fs'
import { join } from 'node:path'
import { describe, expect, it } from 'vitest'
import { folder } from '../../test/room'
import { isPass, newSession, sessionHolds, Tries } from './pass'

describe('the room’s pass', () => {
  it('a session is random, ends, and belongs to one room and pass', () => {
    const [here, elsewhere] = [folder(), folder()]
    const { token, maxAge } = newSession(here, 'word', 1000)
    expect(token).not.toBe(newSession(here, 'word', 1000).token)
    expect(token).not.toContain('word')
    expect(sessionHolds(here, 'word', token, 2000)).toBe(true)
    expect(sessionHolds(here, 'word', token, 1000 + maxAge * 1000)).toBe(false)
    expect(sessionHolds(here, 'other', token, 2000)).toBe(false)
    expect(sessionHolds(elsewhere, 'word', token, 2000)).toBe(false)
    expect(sessionHolds(here, 'word', undefined, 2000)).toBe(false)
    const [random, , signature] = token.split('.')
    expect(sessionHolds(here, 'word', `${random}.9999999999999.${signature}`, 2000)).toBe(false)
  })
  it('keeps its secret for the owner alone', () => {
    const here = folder()
    newSession(here, 'word', 0)
    expect(statSync(join(here, 'secret')).mode & 0o777).toBe(0o600)
  })
  it('knows the pass', () => {
    const here = folder()
    expect(isPass(here, 'word', 'word')).toBe(true)
    expect(isPass(here, 'word', 'words')).toBe(false)
    expect(isPass(here, 'word', '')).toBe(false)
  })
  it('slows guessing from one address, and from no other', () => {
    const tries = new Tries()
    for (let i = 0; i < 4; i++) tries.wrong('a', 0)
    expect(tries.waits('a', 0)).toBe(0)
    tries.wrong('a', 0)
    expect(tries.waits('a', 0)).toBe(1000)
    tries.wrong('a', 1000)
    expect(tries.waits('a', 1000)).toBe(2000)
    expect(tries.waits('b', 1000)).toBe(0)
    for (let i = 0; i < 30; i++) tries.wrong('a', 0)
    expect(tries.waits('a', 0)).toBe(300_000)
    tries.right('a')
    expect(tries.waits('a', 0)).toBe(0)
  })
})
