import { spawn } from 'node:child_process'
import { existsSync, mkdirSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import Database from 'better-sqlite3'
import { describe, expect, it, onTestFinished } from 'vitest'
import { sayProblem } from '@/core/words/problems'
import { ACTIONS } from '@/server/actions/all'
import { holdRoom, inUseSentence, isHeld } from '@/server/db/hold'
import { bringUpToDate, NewerSchema, openDatabase, openRoom } from '@/server/db/open'
import { sayTrouble } from '@/server/db/trouble'
import { backupRoom, restoreRoom } from '@/server/files/backup'
import { lookAt } from '@/server/health/health'
import { enqueue, jobState, LEASE_MS, lease, takeBackAll } from '@/server/jobs/queue'
import { printUntil } from '@/server/printing/follow'
import { QUICK } from '../test/print-room'
import { folder, TestRoom } from '../test/room'
import { insist } from './insist'
import { workUntil } from './worker'

const QUIET = { info: () => {}, error: () => {} }
const rest = (ms: number): Promise<void> => new Promise((r) => setTimeout(r, ms))
const code = (c: string): Error => Object.assign(new Error('x'), { code: c })

describe('one room, one server', () => {
  it('a part is claimed once, and free again when its holder is gone', () => {
    const here = folder()
    const first = holdRoom(here, 'server')
    expect(first).not.toBeNull()
    expect(holdRoom(here, 'server')).toBeNull()
    expect([isHeld(here, 'server'), isHeld(here, 'background')]).toEqual([true, false])
    first?.release()
    expect(isHeld(here, 'server')).toBe(false)
    expect(inUseSentence(here)).toMatch(/is open already, in another Libreta/)
  })
  it('is free when its holder was killed', async () => {
    const here = folder()
    const script = `const D = require('better-sqlite3'); const d = new D(${JSON.stringify(join(here, 'server.lock'))}); d.exec('begin exclusive'); console.log('held'); setInterval(() => {}, 1000)`
    const child = spawn(process.execPath, ['-e', script], { stdio: ['ignore', 'pipe', 'inherit'] })
    await new Promise((r) => child.stdout.once('data', r))
    expect(isHeld(here, 'server')).toBe(true)
    const gone = new Promise((r) => child.once('exit', r))
    child.kill('SIGKILL')
    await gone
    expect(isHeld(here, 'server')).toBe(false)
  })
  it('is left by a background process whose starter died before it could listen', { timeout: 60_000 }, async () => {
    const here = folder()
    openRoom(here).$client.close()
    const starter = `const child = require('node:child_process').spawn(process.execPath, ['--import', 'tsx', 'background/main.ts'], { stdio: ['ignore', 'ignore', 'ignore', 'ipc'] }); process.stdout.write(String(child.pid), () => process.kill(process.pid, 'SIGKILL'))`
    const env = { ...process.env, LIBRETA_DATA: here, LIBRETA_LOG: 'silent' }
    const parent = spawn(process.execPath, ['-e', starter], { env, stdio: ['ignore', 'pipe', 'inherit'] })
    const pid = Number(String(await new Promise((r) => parent.stdout.once('data', r))))
    onTestFinished(() => {
      try {
        process.kill(pid, 'SIGKILL')
      } catch {
        // it is gone, as it should be
      }
    })
    const alive = (): boolean => {
      try {
        return process.kill(pid, 0)
      } catch {
        return false
      }
    }
    for (let i = 0; i < 300 && alive(); i++) await rest(100)
    expect(alive()).toBe(false)
  })
  it('is not restored while it runs, and nothing foreign or empty is a backup', async () => {
    const base = folder()
    const data = join(base, 'room')
    openRoom(data).$client.close()
    await backupRoom(data, join(base, 'copy'))
    const hold = holdRoom(data, 'background')
    await expect(restoreRoom(join(base, 'copy'), data)).rejects.toThrow(/is open now\. Stop Libreta first/)
    hold?.release()
    for (const [name, make] of [
      ['empty', (file: string) => writeFileSync(file, '')],
      ['foreign', (file: string) => new Database(file).exec('create table songs (id)').close()],
    ] as const) {
      mkdirSync(join(base, name))
      make(join(base, name, 'libreta.db'))
      await expect(restoreRoom(join(base, name), data)).rejects.toThrow(/is no backup of a room/)
    }
    expect(existsSync(join(data, 'libreta.db'))).toBe(true)
    expect((await restoreRoom(join(base, 'copy'), data)).kept).not.toBeNull()
  })
  it('a newer schema is refused in a sentence', () => {
    const db = openDatabase(':memory:')
    bringUpToDate(db, null)
    db.$client.prepare("insert into __drizzle_migrations (hash, created_at) values ('x', 9999999999999)").run()
    expect(() => bringUpToDate(db, null)).toThrow(NewerSchema)
    expect(() => bringUpToDate(db, null)).toThrow(/was opened by a newer Libreta before/)
  })
})

describe('a room that cannot be written', () => {
  it.each([
    ['SQLITE_BUSY', /Another program holds/],
    ['SQLITE_LOCKED', /Another program holds/],
    ['SQLITE_FULL', /disk that holds the room is full/],
    ['ENOSPC', /disk that holds the room is full/],
    ['SQLITE_READONLY_DBMOVED', /cannot be written by this program/],
    ['EROFS', /cannot be written by this program/],
    ['SQLITE_CORRUPT', /damaged.*restore a backup/],
    ['SQLITE_IOERR_WRITE', /reports an error/],
  ])('%s is a sentence with a way out', (c, says) => {
    expect(sayTrouble(code(c))).toMatch(says)
  })
  it('a full disk that a library tells in words is a full disk', () => {
    expect(sayTrouble(new Error('wbuffer_write: write failed: No space left on device'))).toMatch(/disk .* is full/)
  })
  it('every other error is a bug', () => {
    expect(sayTrouble(code('SQLITE_CONSTRAINT_CHECK'))).toBeNull()
    expect(sayTrouble(new Error('x'))).toBeNull()
    expect(sayTrouble('x')).toBeNull()
  })
  it('a write through the door says so, and a screen can show it', async () => {
    const room = await TestRoom.open()
    room.db.$client.pragma('query_only = ON')
    const result = await room.act(ACTIONS['group.add'], { name: 'Kites' })
    expect(result).toMatchObject({ ok: false, problem: { code: 'room_trouble' } })
    if (!result.ok) expect(sayProblem(result.problem)).toMatch(/cannot be written by this program/)
    room.db.$client.pragma('query_only = OFF')
    expect((await room.act(ACTIONS['group.add'], { name: 'Kites' })).ok).toBe(true)
  })
  it('is seen by the server: a lock that is held, a background process that is gone', () => {
    const here = folder()
    expect(lookAt(here)).toBeNull()
    const db = openRoom(here)
    expect(lookAt(here)).toMatchObject({
      passing: true,
      says: expect.stringMatching(/background process .* does not run/),
    })
    const hold = holdRoom(here, 'background')
    expect(lookAt(here)).toBeNull()
    db.$client.exec('begin immediate')
    expect(lookAt(here)).toMatchObject({ passing: true, says: expect.stringMatching(/Another program holds/) })
    db.$client.exec('rollback')
    expect(lookAt(here)).toBeNull()
    hold?.release()
    db.$client.close()
  })
  it('a lock that cannot be looked at is told too, and ends no server', () => {
    const here = folder()
    openRoom(here).$client.close()
    mkdirSync(join(here, 'background.lock'))
    expect(lookAt(here)).toMatchObject({ says: expect.stringMatching(/cannot be written by this program/) })
  })
  it('is waited for: a write that failed is tried until it succeeds, or until the end', async () => {
    let tries = 0
    const work = (): string => {
      tries += 1
      if (tries < 4) throw code('SQLITE_BUSY')
      return 'done'
    }
    expect(await insist(work, new AbortController().signal, QUIET, 1)).toBe('done')
    expect(tries).toBe(4)
    const stop = new AbortController()
    setTimeout(() => stop.abort(), 20)
    const never = (): string => {
      throw code('SQLITE_FULL')
    }
    expect(await insist(never, stop.signal, QUIET, 1)).toBeNull()
  })
  it('background work goes on by itself when the lock is gone', async () => {
    const room = await TestRoom.open()
    const stop = new AbortController()
    onTestFinished(() => stop.abort())
    let locked = true
    const context = () => {
      if (locked) throw code('SQLITE_BUSY')
      return room.system()
    }
    const ends = [workUntil(stop.signal, context, QUIET, 5), printUntil(stop.signal, context, QUIET, QUICK)]
    const id = enqueue(room.db, { kind: 'preview', payload: { pictureId: 'gone' } }, 1)
    await rest(120)
    expect(jobState(room.db, id)?.state).toBe('queued')
    locked = false
    for (let i = 0; i < 200 && jobState(room.db, id)?.state === 'queued'; i++) await rest(10)
    expect(jobState(room.db, id)?.state).toBe('failed')
    stop.abort()
    await Promise.all(ends)
  })
})

describe('leases', () => {
  it('end when a worker dies: within 10 s by the clock, at once when a new background process starts', async () => {
    const { db } = await TestRoom.open()
    const id = enqueue(db, { kind: 'preview', payload: { pictureId: 'p' } }, 1)
    lease(db, 1000)
    expect(LEASE_MS).toBeLessThanOrEqual(10_000)
    expect(lease(db, 1000 + LEASE_MS)).toBeNull()
    expect(takeBackAll(db)).toBe(1)
    expect(lease(db, 1001)?.id).toBe(id)
  })
  it('end when the clock is set back by hours, and not when it only drifts', async () => {
    const { db } = await TestRoom.open()
    const now = 1_800_000_000_000
    const id = enqueue(db, { kind: 'preview', payload: { pictureId: 'p' } }, now)
    lease(db, now)
    expect(lease(db, now - 500)?.id ?? null).toBe(null)
    expect(lease(db, now - 5 * 3_600_000)?.id).toBe(id)
  })
  it('the job that was asked for first is first, whatever the clock said', async () => {
    const { db } = await TestRoom.open()
    const first = enqueue(db, { kind: 'preview', payload: { pictureId: 'p' } }, 9_000_000)
    enqueue(db, { kind: 'preview', payload: { pictureId: 'q' } }, 1)
    expect(lease(db, 9_000_001)?.id).toBe(first)
  })
})
