import { describe, expect, it } from 'vitest'
import { z } from 'zod'
import { INPUTS } from '@/contract/actions'
import { bad, ok } from '@/core/result/result'
import { sayProblem } from '@/core/words/problems'
import { ACTIONS } from '@/server/actions/all'
import { stepPrint } from '@/server/actions/prints'
import { sizes } from '@/server/db/schema'
import { readSlip } from '@/server/stores/slips'
import { TestRoom } from '../../../test/room'
import { action } from './door'

const HELPER = { id: 'h', name: 'Helper', role: 'helper' } as const
const SYSTEM = { id: 'system', name: 'Libreta', role: 'system' } as const
const KEEPER = { id: 'k', name: 'Keeper', role: 'keeper' } as const
const MEMBER = { id: 'm', name: 'Member', role: 'member' } as const

describe('a time that has not come', () => {
  it('is refused at the door, whatever the act', async () => {
    const room = await TestRoom.open()
    const printerId = room.one<string>('select id from printers')
    const slip = await room.slip()
    const at = room.now + 3_600_000
    const log = { slipId: slip.id, revision: 1, outcome: 'good', cause: null, note: '', at }
    for (const [action, input] of [
      [ACTIONS['upkeep.log'], { printerId, kind: 'cleaning', at, note: '' }],
      [ACTIONS['run.log'], Object.assign({ prints: [{ printId: 'first', copies: 1, answers: [] }] }, log)],
    ] as const)
      expect(JSON.stringify(await room.act(action as never, input))).toMatch(/that is still to come/)
    expect(room.one('select count(*) from runs')).toBe(0)
    const near = { printerId, kind: 'cleaning', at: room.now, note: '' }
    expect(await room.act(ACTIONS['upkeep.log'], near)).toMatchObject({ ok: true })
  })
})

describe('the door', () => {
  it('has an action for every input of the contract, under its own name', () => {
    expect(Object.keys(ACTIONS).sort()).toEqual(Object.keys(INPUTS).sort())
    for (const [name, a] of Object.entries(ACTIONS)) expect(a.name).toBe(name)
  })
  it('writes one event with every commit', async () => {
    const room = await TestRoom.open()
    const before = room.one('select count(*) from events')
    await room.must(ACTIONS['size.add'], { name: 'Card', short: 92_000, long: 130_000, unit: 'mm' })
    expect(room.one('select count(*) from events')).toBe(before + 1)
    expect(room.one<string>('select action from events order by id desc limit 1')).toBe('size.add')
  })
  it('asks for the role that the act needs', async () => {
    const room = await TestRoom.open()
    const size = { name: 'Card', short: 92_000, long: 130_000, unit: 'mm' }
    expect(await room.act(ACTIONS['size.add'], size, HELPER)).toMatchObject({
      ok: false,
      problem: { code: 'not_allowed', role: 'helper', needs: 'keeper' },
    })
    expect(await room.act(ACTIONS['group.add'], { name: 'x' }, MEMBER)).toMatchObject({
      problem: { code: 'not_allowed' },
    })
    expect((await room.act(ACTIONS['slip.add'], { body: null }, HELPER)).ok).toBe(true)
  })
  it('lets a member change their own slips, give none away, and take no other’s', async () => {
    const room = await TestRoom.open()
    const { id } = await room.must(ACTIONS['person.add'], { name: 'Ida', role: 'member', groupId: null })
    const ida = { id, name: 'Ida', role: 'member' } as const
    const others = await room.slip()
    const own = await room.slip({ memberId: id })
    const body = readSlip(room.db, own.id)?.body
    const save = (slip: { readonly id: string }, memberId: string | null, revision = 1) =>
      room.act(ACTIONS['slip.save'], { id: slip.id, revision, body: { ...body, memberId } }, ida)
    expect(await save(own, id)).toMatchObject({ ok: true })
    expect(await save(own, null, 2)).toMatchObject({ problem: { code: 'not_yours' } })
    expect(await save(others, id)).toMatchObject({ problem: { code: 'not_yours' } })
    expect(await room.act(ACTIONS['slip.add'], { body: null }, ida)).toMatchObject({ problem: { code: 'not_yours' } })
    expect((await room.act(ACTIONS['slip.add'], { body: { ...body, memberId: id } }, ida)).ok).toBe(true)
    expect(await room.act(ACTIONS['slip.copy'], { id: others.id }, ida)).toMatchObject({ ok: false })
    expect((await room.act(ACTIONS['slip.copy'], { id: own.id }, HELPER)).ok).toBe(true)
  })
  it('keeps the steps of the background from every person', async () => {
    const room = await TestRoom.open()
    const step = { id: 'x', to: { state: 'sending' } }
    expect(await room.act(stepPrint, step, KEEPER)).toMatchObject({ problem: { code: 'not_allowed', needs: 'system' } })
    expect(await room.act(stepPrint, step, SYSTEM)).toMatchObject({ problem: { code: 'not_found' } })
  })
  it('says which field of an input is wrong, and writes nothing', async () => {
    const room = await TestRoom.open()
    const result = await room.act(ACTIONS['size.add'], { name: '  ', short: 1.5, long: 3, unit: 'ell' })
    expect(result).toMatchObject({ ok: false, problem: { code: 'input' } })
    if (!result.ok && result.problem.code === 'input')
      expect(result.problem.issues.map((i) => i.path).sort()).toEqual(['name', 'short', 'unit'])
    expect(room.one('select count(*) from sizes')).toBe(0)
  })
  it('takes everything back when a commit is refused or throws half-way', async () => {
    const room = await TestRoom.open()
    const events = room.one('select count(*) from events')
    const write = (fails: boolean) =>
      action({
        name: 'test',
        role: 'keeper',
        input: z.object({}),
        commit(_input, { db }) {
          db.insert(sizes).values({ id: 'x', name: 'x', shortUm: 1, longUm: 2, unit: 'mm', pwg: 'x' }).run()
          if (fails) throw new Error('power cut')
          return bad({ code: 'not_found', what: 'It' })
        },
      })
    expect((await room.act(write(false), {})).ok).toBe(false)
    await expect(room.act(write(true), {})).rejects.toThrow('power cut')
    expect(room.one('select count(*) from sizes')).toBe(0)
    expect(room.one('select count(*) from events')).toBe(events)
  })
  it('does not commit when preparing failed', async () => {
    const room = await TestRoom.open()
    let committed = false
    const never = action({
      name: 'test',
      role: 'keeper',
      input: z.object({}),
      prepare: async () => bad({ code: 'not_found', what: 'It' }),
      commit: () => {
        committed = true
        return ok({ value: 1, subject: '' })
      },
    })
    expect((await room.act(never, {})).ok).toBe(false)
    expect(committed).toBe(false)
  })
  it('shows what is there now when a save is stale, and overwrites nothing', async () => {
    const room = await TestRoom.open()
    const { id } = await room.must(ACTIONS['size.add'], { name: 'Card', short: 92_000, long: 130_000, unit: 'mm' })
    const edit = (name: string, revision: number) =>
      room.act(ACTIONS['size.edit'], { id, revision, name, short: 92_000, long: 130_000, unit: 'mm' })
    expect(await edit('Post card', 1)).toEqual({ ok: true, value: { id, revision: 2, kept: 0 } })
    expect(await edit('Calling card', 1)).toMatchObject({
      problem: { code: 'stale', yours: 1, now: 2, current: { name: 'Post card' } },
    })
    expect(room.one<string>('select name from sizes')).toBe('Post card')
  })
})

describe('rows that are in use', () => {
  it('a paper in use is not deleted, and it is said where; retiring it is offered and works', async () => {
    const room = await TestRoom.open()
    const id = room.one<string>('select id from papers')
    const refused = await room.act(ACTIONS['paper.delete'], { id })
    expect(refused).toMatchObject({
      problem: { code: 'in_use', where: ['preset Otter, Plain sheet', 'printer Otter', 'its ledger (1 form)'] },
    })
    if (!refused.ok) expect(sayProblem(refused.problem)).toMatch(/Plain sheet is in use by .* retired instead/)
    await room.knowingly(ACTIONS['paper.retire'], { id, revision: 1 })
    const unused = await room.must(ACTIONS['paper.add'], {
      maker: '',
      name: 'Never used',
      surface: 'gloss',
      weight: 200,
      thickness: 200,
      note: '',
    })
    expect((await room.act(ACTIONS['paper.delete'], { id: unused.id })).ok).toBe(true)
    expect(room.one('select count(*) from papers')).toBe(1)
  })
  it('a printer in use stays, one that nobody used goes with its feeds and queues', async () => {
    const room = await TestRoom.open()
    const id = room.one<string>('select id from printers')
    expect(await room.act(ACTIONS['printer.delete'], { id })).toMatchObject({
      problem: { code: 'in_use', what: 'Otter' },
    })
    const spare = await room.must(ACTIONS['printer.add'], {
      nickname: 'Spare',
      makeModel: '',
      carriage: 300_000,
      inkSet: 'x',
      blackShared: false,
      swapSeconds: 0,
      swapMicrolitres: 0,
    })
    expect((await room.act(ACTIONS['printer.delete'], { id: spare.id })).ok).toBe(true)
    expect(room.one('select count(*) from feeds')).toBe(1)
  })
  it('a sealed preset is never deleted, a mere draft may be', async () => {
    const room = await TestRoom.open()
    const id = room.one<string>('select id from presets')
    expect(await room.act(ACTIONS['preset.delete'], { id })).toMatchObject({ problem: { code: 'in_use' } })
    const draft = JSON.parse(room.one<string>('select settings from preset_versions'))
    const made = await room.must(ACTIONS['preset.add'], { name: 'Try', draft })
    expect((await room.act(ACTIONS['preset.delete'], { id: made.id })).ok).toBe(true)
  })
  it('a room is set up once', async () => {
    const room = await TestRoom.open()
    const again = await room.act(ACTIONS['room.set-up'], {
      name: 'Second',
      unit: 'in',
      currency: 'EUR',
      exponent: 2,
      timeZone: 'UTC',
      keeper: 'x',
      printer: { nickname: 'x', makeModel: '' },
      paper: { name: 'x', surface: 'plain', sizeId: 'iso_a4_210x297mm', count: 0 },
    })
    expect(again).toMatchObject({ problem: { code: 'room_exists', name: 'Test room' } })
  })
})
