import { describe, expect, it } from 'vitest'
import { runChecks } from '@/core/checks/all'
import { um } from '@/core/length/length'
import { sizeById } from '@/core/sizes/shelf'
import { printOf } from '@/core/slip/body'
import { factsFrom, rollInUse } from '@/core/slip/catalogue'
import { outcomeOf } from '@/core/slip/outcome'
import { readBench } from '@/server/stores/bench'
import { readRun } from '@/server/stores/log'
import { newestVersionIds } from '@/server/stores/presets'
import { readPrintJob } from '@/server/stores/print-jobs'
import { listPrinters } from '@/server/stores/printers'
import { dueUpkeep } from '@/server/stores/rail'
import { tariffAt } from '@/server/stores/room'
import { catalogue, readPicture, readSlip } from '@/server/stores/slips'
import { TestRoom } from '../../../test/room'
import { ACTIONS } from './all'
import { stepPrint } from './prints'

const HOUR = 3_600_000
const member = async (room: TestRoom, name: string): Promise<string> =>
  (await room.must(ACTIONS['person.add'], { name, role: 'member', groupId: null })).id
const owes = (room: TestRoom, id: string): number =>
  room.one('select coalesce(sum(amount), 0) from account_entries where person_id = ?', id)
const log = (
  room: TestRoom,
  slip: { readonly id: string },
  copies = 1,
  answers: readonly { check: string; reason: string }[] = [],
) =>
  room.must(ACTIONS['run.log'], {
    ...{ slipId: slip.id, revision: room.one('select revision from slips where id = ?', slip.id) },
    ...{ outcome: 'good', cause: null, note: '' },
    prints: [{ printId: 'first', copies, answers: [...answers] }],
  })
const withAddress = (room: TestRoom): void => {
  room.db.$client.prepare("update queues set address = 'ipp://127.0.0.1:9/ipp/print'").run()
}
const start = (room: TestRoom, slip: { readonly id: string }, copies: number) =>
  room.must(ACTIONS['print.start'], {
    ...{ slipId: slip.id, revision: room.one('select revision from slips where id = ?', slip.id) },
    ...{ outcome: 'good', note: '', prints: [{ printId: 'first', copies, answers: [] }] },
  })
const went = async (room: TestRoom, id: string, ...states: readonly string[]): Promise<void> => {
  for (const state of states) {
    const more = state === 'printing' ? { ippJobId: 1, jobUri: null } : state === 'failed' ? { problem: 'x' } : {}
    await room.must(stepPrint, { id, to: { state, says: '', ...more } as never })
  }
}

describe('whose print it is', () => {
  it('a slip that is handed on while it prints charges the one whose print it was', async () => {
    const room = await TestRoom.open()
    withAddress(room)
    const [ida, bo] = [await member(room, 'Ida'), await member(room, 'Bo')]
    const slip = await room.slip({ memberId: ida, copies: 2 })
    const { printIds } = await start(room, slip, 1)
    await went(room, printIds[0] ?? '', 'sending', 'printing')
    const { body, revision } = readSlip(room.db, slip.id) ?? {}
    if (!body || !revision) throw new Error('no slip')
    await room.must(ACTIONS['slip.save'], { id: slip.id, revision, body: { ...body, memberId: bo } })
    await went(room, printIds[0] ?? '', 'done')
    expect(owes(room, ida)).toBeGreaterThan(0)
    expect(owes(room, bo)).toBe(0)
  })
  it('is set by a correction, and the charge follows, there and back', async () => {
    const room = await TestRoom.open()
    const [ida, bo] = [await member(room, 'Ida'), await member(room, 'Bo')]
    const slip = await room.slip({ memberId: null })
    const { runIds } = await log(room, slip)
    const id = runIds[0] ?? ''
    expect(room.one('select count(*) from account_entries')).toBe(0)
    const correct = (memberId: string) => room.correct({ id, outcome: 'good', cause: null, note: 'hers', memberId })
    await correct(ida)
    const charge = owes(room, ida)
    expect(charge).toBeGreaterThan(0)
    expect(readRun(room.db, id)).toMatchObject({ memberName: 'Ida', memberId: ida })
    room.now -= 5 * HOUR // the clock was set back: the newest correction counts all the same
    await correct(bo)
    expect([owes(room, ida), owes(room, bo)]).toEqual([0, charge])
    expect(readRun(room.db, id)?.memberName).toBe('Bo')
    await room.correct({ id, outcome: 'spoiled', cause: 'banding', note: 'x' })
    expect([owes(room, ida), owes(room, bo)]).toEqual([0, 0])
    expect(readRun(room.db, id)).toMatchObject({ memberName: 'Bo', outcome: 'spoiled' })
  })
})

describe('counting copies', () => {
  it('goes on where it stopped: what was cancelled leaves no gap', async () => {
    const room = await TestRoom.open()
    withAddress(room)
    const slip = await room.slip({ copies: 3 })
    const first = await start(room, slip, 2)
    await went(room, first.printIds[0] ?? '', 'sending', 'printing', 'done')
    await room.must(ACTIONS['print.cancel'], { id: first.printIds[1] ?? '' })
    const again = await start(room, slip, 2)
    expect(again.printIds.map((id) => readPrintJob(room.db, id)?.sheet)).toEqual([2, 3])
    for (const id of again.printIds) await went(room, id, 'sending', 'printing', 'done')
    expect(room.db.$client.prepare('select copy from run_parts order by rowid').pluck().all()).toEqual([1, 2, 3])
  })
  it('the bench counts what is left', async () => {
    const room = await TestRoom.open()
    const slip = await room.slip({ copies: 3 })
    await room.must(ACTIONS['slip.state'], { id: slip.id, revision: 1, state: 'waiting' })
    await log(room, slip)
    const [lane] = readBench(room.db, room.now, 0).lanes
    expect(lane?.groups[0]?.slips[0]?.copies).toBe(2)
  })
  it('500 copies are booked in one go', async () => {
    const room = await TestRoom.open()
    const slip = await room.slip({ copies: 500, memberId: await member(room, 'Ida') })
    const answers = [{ check: 'stock', reason: 'a pallet came' }]
    expect((await log(room, slip, 500, answers)).runIds).toHaveLength(500)
    expect(room.one('select count(distinct copy) from run_parts')).toBe(500)
    expect(room.one('select sum(delta) from stock_moves where run_id is not null')).toBe(-500)
    expect(room.one('select count(*) from account_entries')).toBe(500)
  })
})

describe('what is loaded', () => {
  it('is what was printed on last; another paper is a stop with both names', async () => {
    const room = await TestRoom.open()
    const paper = { maker: '', name: 'Rough sheet', surface: 'matte', weight: 200, thickness: 200, note: '' } as const
    const { id: paperId } = await room.must(ACTIONS['paper.add'], paper)
    const a4 = { kind: 'sheet', width: 210_000, length: 297_000, pack: 10, price: 100, count: 10 } as const
    const { id: stockId } = await room.must(ACTIONS['stock.add'], { paperId, ...a4 })
    const feedId = room.one<string>('select id from feeds')
    const printerId = room.one<string>('select id from printers')
    await room.must(ACTIONS['printer.load'], { printerId, feedId, stockId, rollId: null })
    const slip = await room.slip()
    const stops = () => {
      const s = readSlip(room.db, slip.id)
      if (!s) throw new Error('no slip')
      const facts = factsFrom(
        catalogue(room.db, room.now, newestVersionIds(room.db)),
        s.body,
        printOf(s.body, null),
        (id) => readPicture(room.db, id),
      )
      return runChecks(facts, outcomeOf(facts)).filter((f) => f.level === 'stop')
    }
    expect(stops()).toMatchObject([
      { code: 'other_paper', holds: { paper: 'Rough sheet' }, wants: { paper: 'Plain sheet', width: 210_000 } },
    ])
    await log(room, slip, 1, [{ check: 'loaded', reason: 'changed it' }])
    expect(room.one<string>('select stock_id from loads')).not.toBe(stockId)
    expect(stops()).toEqual([])
  })
  it('the roll in use is the loaded one, else the fullest', () => {
    const rolls = [
      { id: 'a', left: um(5000) },
      { id: 'b', left: um(9000) },
    ]
    expect(rollInUse(rolls, 'a')?.id).toBe('a')
    expect(rollInUse(rolls, 'gone')?.id).toBe('b')
    expect(rollInUse(rolls, null)?.id).toBe('b')
    expect(rollInUse([], 'a')).toBeNull()
  })
  it('a size half a millimetre off does not take another sheet’s stock; what is on the shelf is a size', async () => {
    const room = await TestRoom.open()
    const { id } = await room.must(ACTIONS['size.add'], {
      name: 'Nearly A4',
      short: 210_500,
      long: 297_000,
      unit: 'mm',
    })
    const known = catalogue(room.db, room.now, newestVersionIds(room.db))
    const slip = await room.slip()
    const body = readSlip(room.db, slip.id)?.body
    if (!body) throw new Error('no slip')
    const print = printOf(body, null)
    const stock = (p: typeof print) => factsFrom(known, body, p, () => null).stock
    expect(stock(print)).not.toBeNull()
    expect(stock({ ...print, sheet: { kind: 'size', sizeId: id } })).toBeNull()
    const paperId = room.one<string>('select id from papers')
    const odd = { kind: 'sheet', width: 123_400, length: 234_500, pack: 10, price: 100, count: 10 } as const
    await room.must(ACTIONS['stock.add'], { paperId, ...odd })
    expect(sizeById(catalogue(room.db, room.now, newestVersionIds(room.db)).sizes, 'shelf_123400x234500')?.short).toBe(
      123_400,
    )
  })
})

describe('a clock that is set back by hours', () => {
  it('a tariff that was set last counts', async () => {
    const room = await TestRoom.open()
    const set = (roomShare: number) =>
      room.must(ACTIONS['tariff.set'], { paperPercent: 100, inkPer100Ml: 7000, roomShare })
    await set(40)
    room.now -= 5 * HOUR
    await set(55)
    expect(tariffAt(room.db, room.now).roomShare).toBe(55)
    expect(tariffAt(room.db, room.now + 6 * HOUR).roomShare).toBe(55)
  })
  it('a run that was corrected is what it was corrected to last', async () => {
    const room = await TestRoom.open()
    const ida = await member(room, 'Ida')
    const slip = await room.slip({ memberId: ida })
    const { runIds } = await log(room, slip)
    const correct = (outcome: 'good' | 'spoiled') =>
      room.correct({
        ...({ id: runIds[0] ?? '', outcome, note: 'x', cause: outcome === 'spoiled' ? 'banding' : null } as const),
      })
    const charge = owes(room, ida)
    await correct('spoiled')
    room.now -= 5 * HOUR
    await correct('good')
    expect(readRun(room.db, runIds[0] ?? '')).toMatchObject({ outcome: 'good', charge })
    expect(owes(room, ida)).toBe(charge)
  })
})

describe('people and upkeep', () => {
  it('the only keeper does not step down, and is not retired; one of two may', async () => {
    const room = await TestRoom.open()
    const keeper = room.one<string>("select id from people where role = 'keeper'")
    const step = (id: string, revision: number) =>
      room.act(ACTIONS['person.edit'], { id, revision, name: 'K', role: 'helper', groupId: null, note: '' })
    expect(await step(keeper, 1)).toMatchObject({ problem: { code: 'in_use' } })
    const two = await room.must(ACTIONS['person.add'], { name: 'Two', role: 'keeper', groupId: null })
    expect((await step(keeper, 1)).ok).toBe(true)
    expect(await room.act(ACTIONS['person.retire'], { id: two.id, revision: 1 })).toMatchObject({ ok: false })
  })
  it('the last of each kind of upkeep counts, however much was noted since', async () => {
    const room = await TestRoom.open()
    const printerId = room.one<string>('select id from printers')
    const note = (kind: 'nozzle check' | 'head alignment' | 'cleaning', at: number) =>
      room.must(ACTIONS['upkeep.log'], { printerId, kind, at, note: '' })
    await note('head alignment', room.now - 20 * 24 * HOUR)
    for (let i = 0; i < 45; i++) await note('cleaning', room.now - i * HOUR)
    await note('nozzle check', room.now)
    const [printer] = listPrinters(room.db)
    if (!printer) throw new Error('no printer')
    expect(dueUpkeep(printer, room.now)).toEqual([])
    expect(dueUpkeep(printer, room.now + 80 * 24 * HOUR).map((d) => d.kind)).toContain('head alignment')
  })
  it('a printer that was added by address can be deleted', async () => {
    const room = await TestRoom.open()
    const spare = await room.must(ACTIONS['printer.add'], {
      ...{ nickname: 'Spare', makeModel: '', carriage: 300_000, inkSet: 'x' },
      ...{ blackShared: false, swapSeconds: 0, swapMicrolitres: 0 },
    })
    room.db.$client
      .prepare(
        "insert into told (queue_id, at, address, facts) select id, 0, 'x', '{}' from queues where printer_id = ?",
      )
      .run(spare.id)
    expect((await room.act(ACTIONS['printer.delete'], { id: spare.id })).ok).toBe(true)
    expect(room.one('select count(*) from told')).toBe(0)
  })
})
