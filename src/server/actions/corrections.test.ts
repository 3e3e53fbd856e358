import { describe, expect, it } from 'vitest'
import { readBench } from '@/server/stores/bench'
import { listRuns, logTotals, outcomeFromText, readRun } from '@/server/stores/log'
import { listPeople } from '@/server/stores/people'
import { TestRoom } from '../../../test/room'
import { ACTIONS } from './all'

const DAY = 86_400_000

/** A room with a member and one good run of a slip that wants `copies`. */
async function logged(copies = 1, more: object = {}, slipBody: object = {}) {
  const room = await TestRoom.open()
  const member = await room.must(ACTIONS['person.add'], { name: 'Iria', role: 'member', groupId: null })
  const slip = await room.slip({ copies, memberId: member.id, ...slipBody })
  const { runIds } = await room.must(ACTIONS['run.log'], {
    slipId: slip.id,
    revision: 1,
    outcome: 'good',
    cause: null,
    note: '',
    prints: [{ printId: 'first', copies: 1, answers: [] }],
    ...more,
  })
  const id = runIds[0] ?? ''
  const correct = (input: object = {}) => {
    room.now += 1000
    return room.act(ACTIONS['run.correct'], {
      id,
      revision: readRun(room.db, id)?.corrections.length ?? 0,
      outcome: 'spoiled',
      cause: 'banding',
      note: 'seen by daylight',
      ...input,
    })
  }
  const owes = (): number => listPeople(room.db).find((p) => p.id === member.id)?.owes ?? 0
  const slipState = (): string => room.one<string>('select state from slips where id = ?', slip.id)
  return { room, id, correct, owes, slipState, member, slip }
}

describe('correcting a run', () => {
  it('good that turns out spoiled is the room’s loss, and the print is wanted again', async () => {
    const { room, id, correct, owes, slipState } = await logged()
    const charge = readRun(room.db, id)?.charge ?? 0
    expect([owes(), slipState()]).toEqual([charge, 'done'])
    expect((await correct()).ok).toBe(true)
    expect([owes(), slipState()]).toEqual([0, 'waiting'])
    expect(readRun(room.db, id)).toMatchObject({
      outcome: 'spoiled',
      cause: 'banding',
      charge: 0,
      corrected: true,
      logged: { outcome: 'good', cause: null },
      corrections: [{ outcome: 'spoiled', cause: 'banding', note: 'seen by daylight', by: 'Keeper' }],
    })
  })
  it('paper and ink stay spent, and the run itself is as it was written', async () => {
    const { room, correct } = await logged()
    const before = room.db.$client.prepare('select * from runs').all()
    const paper = room.one('select sum(delta) from stock_moves')
    await correct()
    expect(room.db.$client.prepare('select * from runs').all()).toEqual(before)
    expect(room.one('select sum(delta) from stock_moves')).toBe(paper)
    expect(room.one("select count(*) from account_entries where kind = 'correction'")).toBe(1)
  })
  it('and back again: the charge returns, all of it stays readable', async () => {
    const { room, id, correct, owes, slipState } = await logged()
    const charge = owes()
    await correct()
    expect((await correct({ outcome: 'good', cause: null, note: 'it was the light' })).ok).toBe(true)
    expect([owes(), slipState()]).toEqual([charge, 'done'])
    expect(readRun(room.db, id)).toMatchObject({ outcome: 'good', cause: null, corrected: true })
    expect(readRun(room.db, id)?.corrections.map((c) => c.note)).toEqual(['it was the light', 'seen by daylight'])
  })
  it('a proof is charged without the room’s share', async () => {
    const { room, id, correct, owes } = await logged()
    const full = owes()
    await correct({ outcome: 'proof', cause: null })
    const share = room.one('select room_share from tariffs')
    expect(share).toBeGreaterThan(0)
    expect(owes()).toBe(full - share)
    expect(readRun(room.db, id)?.charge).toBe(full - share)
  })
  it('the money goes back to the account that paid, whatever the slip says now', async () => {
    const { room, id, correct, owes, slip } = await logged(2)
    const revision = room.one('select revision from slips where id = ?', slip.id)
    const body = JSON.parse(room.one<string>('select body from slips where id = ?', slip.id))
    await room.must(ACTIONS['slip.save'], { id: slip.id, revision, body: { ...body, memberId: null } })
    await correct()
    expect(owes()).toBe(0)
    expect(readRun(room.db, id)?.memberName).toBe('Iria')
  })
  it('filters, totals, the bench and the preset’s deeds go by what it turned out to be', async () => {
    const { room, correct, id } = await logged()
    const printerId = room.one<string>('select id from printers')
    expect(logTotals(room.db, {})).toMatchObject({ runs: 1, spoiled: 0 })
    await correct()
    expect(logTotals(room.db, {})).toMatchObject({ runs: 1, spoiled: 1, charge: 0 })
    expect(logTotals(room.db, { printerId, outcome: 'good' }).runs).toBe(0)
    expect(listRuns(room.db, { outcome: 'spoiled' }, null, 10).lines.map((l) => l.id)).toEqual([id])
    expect(readBench(room.db, room.now, room.now - DAY).today).toMatchObject({ runs: 1, spoiled: 1 })
  })
  it.each([
    ['spoiled without a cause', { cause: null }, 'input'],
    ['good with a cause', { outcome: 'good' }, 'input'],
    ['what it is already', { outcome: 'good', cause: null }, 'run_cannot'],
    ['an outcome that is none', { outcome: 'not printed' }, 'input'],
    ['a run that is not there', { id: '01a00000-0000-7000-8000-000000000000' }, 'not_found'],
  ] as const)('%s is refused, and nothing is written', async (_name, input, code) => {
    const { room, correct } = await logged()
    expect(await correct(input)).toMatchObject({ ok: false, problem: { code } })
    expect(room.one('select count(*) from run_corrections')).toBe(0)
  })
  it('a stop that nobody answered keeps good shut here as well', async () => {
    const { correct } = await logged(1, { outcome: 'spoiled', cause: 'banding' }, { copies: 18 })
    const blank = await correct({ outcome: 'good', cause: null, note: ' ' })
    expect(blank).toMatchObject({ problem: { code: 'stops_unanswered' } })
    // the note is the reason
    expect((await correct({ outcome: 'good', cause: null, note: 'a pack came' })).ok).toBe(true)
  })
  it('a run that nobody knows is answered on its slip, not corrected', async () => {
    const { room, id } = await logged()
    room.db.$client.prepare("update run_parts set now_outcome = 'not known' where run_id = ?").run(id)
    const refused = await room.act(ACTIONS['run.correct'], { id, revision: 0, outcome: 'good', cause: null, note: 'x' })
    expect(refused).toMatchObject({ problem: { code: 'run_cannot', why: expect.stringContaining('said on its slip') } })
  })
  it('a slip that was taken off the bench stays off', async () => {
    const { room, correct, slip, slipState } = await logged(3)
    const revision = room.one('select revision from slips where id = ?', slip.id)
    await room.must(ACTIONS['slip.state'], { id: slip.id, revision, state: 'withdrawn' })
    await correct()
    expect(slipState()).toBe('withdrawn')
  })
  it('the database itself refuses to edit or drop a correction', async () => {
    const { room, correct } = await logged()
    await correct()
    const sql = (text: string) => () => room.db.$client.prepare(text).run()
    expect(sql("update run_corrections set note = ''")).toThrow('never edited')
    expect(sql('delete from run_corrections')).toThrow('never deleted')
  })
  it('a member corrects nothing', async () => {
    const { room, id, member } = await logged()
    const actor = { id: member.id, name: 'Iria', role: 'member' } as const
    const input = { id, revision: 0, outcome: 'spoiled', cause: 'banding', note: 'x' }
    expect(await room.act(ACTIONS['run.correct'], input, actor)).toMatchObject({ problem: { code: 'not_allowed' } })
  })
  it('an outcome in an address is one of those that there are', () => {
    expect(['good', 'not known', 'brilliant', undefined].map(outcomeFromText)).toEqual([
      'good',
      'not known',
      null,
      null,
    ])
  })
})
