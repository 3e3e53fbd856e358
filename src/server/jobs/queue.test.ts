import { describe, expect, it } from 'vitest'
import { workOnce } from '../../../background/worker'
import { TestRoom } from '../../../test/room'
import { cancelJob, enqueue, finish, jobState, LEASE_MS, lease, report, retryOrFail } from './queue'

const spec = { kind: 'preview', payload: { pictureId: 'p' } } as const

describe('the queue of jobs', () => {
  it('leases the oldest first, to one worker only', async () => {
    const { db } = await TestRoom.open()
    const first = enqueue(db, spec, 1)
    const second = enqueue(db, spec, 2)
    expect(lease(db, 10)?.id).toBe(first)
    expect(lease(db, 10)?.id).toBe(second)
    expect(lease(db, 10)).toBeNull()
  })
  it('takes a job again when its worker died, at most three times', async () => {
    const { db } = await TestRoom.open()
    const id = enqueue(db, spec, 1)
    let now = 10
    for (let i = 1; i <= 3; i++) {
      expect(lease(db, now)?.attempts).toBe(i)
      expect(lease(db, now + LEASE_MS - 1)).toBeNull()
      now += LEASE_MS + 1
    }
    expect(lease(db, now)).toBeNull()
    expect(jobState(db, id)).toMatchObject({ state: 'failed', problem: { code: 'render_failed' } })
  })
  it('keeps the lease of a worker that says how far it is', async () => {
    const { db } = await TestRoom.open()
    const id = enqueue(db, spec, 1)
    lease(db, 10)
    expect(report(db, id, 0.5, LEASE_MS)).toBe(true)
    expect(lease(db, LEASE_MS + 20)).toBeNull()
    expect(jobState(db, id)?.progress).toBe(0.5)
  })
  it('a cancelled job stays cancelled, whatever its worker says afterwards', async () => {
    const { db } = await TestRoom.open()
    const id = enqueue(db, spec, 1)
    const job = lease(db, 10)
    cancelJob(db, id)
    expect(report(db, id, 0.5, 20)).toBe(false)
    finish(db, id, {})
    if (job) retryOrFail(db, job, 'x')
    expect(jobState(db, id)?.state).toBe('cancelled')
  })
  it('a job that no program can read fails in words and holds up nothing', async () => {
    const room = await TestRoom.open()
    const id = enqueue(room.db, { kind: 'unheard of', payload: {} } as never, 1)
    const behind = enqueue(room.db, spec, 2)
    expect(lease(room.db, 10)?.id).toBe(behind)
    expect(jobState(room.db, id)).toMatchObject({
      state: 'failed',
      problem: { why: expect.stringContaining('unheard of') },
    })
  })
  it('a job that throws is tried again and then fails in words', async () => {
    const room = await TestRoom.open()
    const pictureId = room.picture()
    const id = enqueue(room.db, { kind: 'preview', payload: { pictureId } }, 1)
    const quiet = { info: () => {}, error: () => {} }
    for (let i = 0; i < 3; i++) expect(await workOnce(() => room.system(), quiet)).toBe(true)
    expect(await workOnce(() => room.system(), quiet)).toBe(false)
    expect(jobState(room.db, id)).toMatchObject({
      state: 'failed',
      problem: { code: 'render_failed' },
    })
  })
})
