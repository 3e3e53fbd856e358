import { describe, expect, it } from 'vitest'
import { readStored, slipBookingSchema } from '@/contract/print-job'
import { type PlainPatch, type PrintBody, patched, printOf } from '@/core/slip/body'
import { readBench } from '@/server/stores/bench'
import { printLines, readPrintJob } from '@/server/stores/print-jobs'
import { slipPage } from '@/server/stores/slip-page'
import { readSlip } from '@/server/stores/slips'
import { TestRoom } from '../../../test/room'
import { ACTIONS } from './all'
import { stepPrint } from './prints'

/** A slip with three prints of one picture: one, two and three copies. */
async function three(patch: PlainPatch = {}) {
  const room = await TestRoom.open()
  room.db.$client.prepare("update queues set address = 'ipp://127.0.0.1:9/ipp/print'").run()
  const slip = await room.slip()
  const body = readSlip(room.db, slip.id)?.body
  if (!body) throw new Error('no slip')
  const print = printOf(body, null)
  const like = (id: string, copies: number): PrintBody => ({ ...patched(print, { ...patch, copies }), id })
  const prints = [like('first', 1), like('second', 2), like('third', 3)]
  await room.must(ACTIONS['slip.save'], { id: slip.id, revision: 1, body: { ...body, prints } })
  const revision = (): number => room.one('select revision from slips where id = ?', slip.id)
  const all = (...asked: readonly (readonly [string, number])[]) => ({
    ...{ slipId: slip.id, revision: revision(), note: '' },
    prints: asked.map(([printId, copies]) => ({ printId, copies, answers: [] })),
  })
  const log = (...asked: readonly (readonly [string, number])[]) =>
    room.act(ACTIONS['run.log'], { ...all(...asked), outcome: 'good', cause: null })
  const start = (...asked: readonly (readonly [string, number])[]) =>
    room.act(ACTIONS['print.start'], { ...all(...asked), outcome: 'good' })
  const state = (): string => room.one<string>('select state from slips where id = ?', slip.id)
  const done = async (id: string): Promise<void> => {
    await room.must(stepPrint, { id, to: { state: 'sending' } })
    await room.must(stepPrint, { id, to: { state: 'printing', ippJobId: 1, jobUri: null, says: '' } })
    await room.must(stepPrint, { id, to: { state: 'done', says: '' } })
  }
  return { room, slip, body, prints, log, start, state, done, revision }
}

describe('several prints on one slip', () => {
  it('are counted by themselves, and the slip is done when all are', async () => {
    const { room, slip, log, state } = await three()
    expect(await log(['first', 1], ['third', 2])).toMatchObject({ ok: true, value: { left: 3 } })
    expect(state()).toBe('open')
    const page = slipPage(room.db, slip.id, room.now)
    expect(page?.runs.map((r) => [r.printId, r.copy])).toEqual([
      ['third', 2],
      ['third', 1],
      ['first', 1],
    ])
    expect(await log(['second', 2], ['third', 1])).toMatchObject({ ok: true, value: { left: 0 } })
    expect(state()).toBe('done')
  })
  it('one that is printed more often than asked does not stand in for another', async () => {
    const { log, state } = await three()
    expect(await log(['first', 1], ['second', 5])).toMatchObject({ value: { left: 3 } })
    expect(state()).toBe('open')
  })
  it('all in turn: their jobs follow each other in the slip’s order, each named by its print', async () => {
    const { room, slip, start, done, state } = await three()
    const started = await start(['first', 1], ['second', 2], ['third', 3])
    if (!started.ok) throw new Error(JSON.stringify(started.problem))
    const jobs = started.value.printIds.map((id) => readPrintJob(room.db, id))
    expect(jobs.map((j) => [j?.printId, j?.sheet, j?.title])).toEqual([
      ['first', 1, 'Fern, print 1, copy 1'],
      ['second', 1, 'Fern, print 2, copy 1'],
      ['second', 2, 'Fern, print 2, copy 2'],
      ['third', 1, 'Fern, print 3, copy 1'],
      ['third', 2, 'Fern, print 3, copy 2'],
      ['third', 3, 'Fern, print 3, copy 3'],
    ])
    expect(jobs[1]?.jobName).toMatch(new RegExp(`^Libreta slip ${slip.number}-2\\.1 `))
    for (const id of started.value.printIds) await done(id)
    expect(state()).toBe('done')
    expect(printLines(room.db, slip.id).map((l) => l.printId)).toContain('third')
  })
  it('one is printed while another is under way, but not the same twice', async () => {
    const { start } = await three()
    expect((await start(['first', 1])).ok).toBe(true)
    expect(await start(['first', 1])).toMatchObject({ problem: { code: 'printing' } })
    expect((await start(['second', 1])).ok).toBe(true)
  })
  it('what is sent and charged is what was promised at the press, whatever is edited meanwhile', async () => {
    const { room, slip, body, prints, start, done, revision } = await three()
    const started = await start(['first', 1])
    if (!started.ok) throw new Error('not started')
    const [id = ''] = started.value.printIds
    const before = readPrintJob(room.db, id)
    const other = prints.map((p) => patched(p, { placing: { mode: 'fill' }, edge: 'borderless' }))
    const save = { id: slip.id, revision: revision(), body: { ...body, title: 'Another', prints: other } }
    await room.must(ACTIONS['slip.save'], save)
    await done(id)
    expect(readPrintJob(room.db, id)).toMatchObject({ document: before?.document, title: before?.title })
    const record = room.one<string>('select body from run_records')
    const { run } = readStored(slipBookingSchema, before?.booking)
    expect(JSON.parse(record)).toEqual(run.record.body)
  })
  it('the bench shows each that is still wanted, and none that is done', async () => {
    const { room, slip, log } = await three()
    await log(['second', 2])
    await room.must(ACTIONS['slip.state'], {
      ...{ id: slip.id, revision: room.one<number>('select revision from slips where id = ?', slip.id) },
      state: 'waiting',
    })
    const bench = readBench(room.db, room.now, 0)
    const shown = [...bench.unplaced, ...bench.lanes.flatMap((l) => l.groups.flatMap((g) => g.slips))]
    expect(shown.map((s) => [s.printId, s.copies])).toEqual([
      ['first', 1],
      ['third', 3],
    ])
  })
  it('a print that is not on the slip, or twice in one go, is refused in a sentence', async () => {
    const { log, start } = await three()
    expect(await log(['fourth', 1])).toMatchObject({ problem: { code: 'not_found' } })
    expect(await start(['first', 1], ['first', 1])).toMatchObject({ problem: { code: 'input' } })
  })
})
