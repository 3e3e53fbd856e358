import { describe, expect, it } from 'vitest'
import { readStored, slipBookingSchema } from '@/contract/print-job'
import { fromMm } from '@/core/length/length'
import { planView } from '@/server/books/plan-view'
import { readBench } from '@/server/stores/bench'
import { listRuns, logTotals, readRun } from '@/server/stores/log'
import { listStocks } from '@/server/stores/papers'
import { planGroups } from '@/server/stores/roll-plans'
import { slipPage } from '@/server/stores/slip-page'
import { planOf } from '../../../test/roll-room'
import { TestRoom } from '../../../test/room'
import { ACTIONS } from './all'
import { stepPrint } from './prints'

const WIDE = fromMm(600)
const ROLL = { kind: 'roll', width: WIDE, length: 30_000_000, pack: 1, price: 9000 } as const

/** A room with a roll on its shelf, opened or not, and a slip of two copies that waits for it. */
async function onRoll({ opened = true } = {}) {
  const room = await TestRoom.open()
  room.db.$client.prepare("update queues set address = 'ipp://127.0.0.1:9/ipp/print'").run()
  const paperId = room.one<string>('select id from papers')
  const stock = await room.must(ACTIONS['stock.add'], Object.assign({ paperId, count: 3 }, ROLL))
  const roll = opened ? await room.must(ACTIONS['roll.open'], { stockId: stock.id }) : null
  const group = await room.must(ACTIONS['group.add'], { name: 'Herbarium' })
  const other = await room.must(ACTIONS['group.add'], { name: 'Kites' })
  const person = (name: string, groupId: string | null) =>
    room.must(ACTIONS['person.add'], { name, role: 'member', groupId })
  const [iria, tome] = [await person('Iria', group.id), await person('Tomé', other.id)]
  const slip = await room.slip({
    ...{ title: 'Fern', copies: 2, memberId: iria.id, chargeTo: 'group' },
    sheet: { kind: 'cut', width: WIDE, length: 'auto' },
    placing: { mode: 'exact', by: { edge: 'width', um: fromMm(120) } },
  })
  await room.must(ACTIONS['slip.state'], { id: slip.id, revision: 1, state: 'waiting' })
  const answers = ['stock', 'loaded'].map((check) => ({ check, reason: 'a test' }))
  const start = (copies: number) =>
    room.act(ACTIONS['print.start'], {
      ...{ slipId: slip.id, revision: room.one('select revision from slips where id = ?', slip.id) },
      ...{ prints: [{ printId: 'first', copies, answers }], outcome: 'good', note: '' },
    })
  const log = (more: object = {}) =>
    room.act(ACTIONS['run.log'], {
      ...{ slipId: slip.id, revision: room.one('select revision from slips where id = ?', slip.id), outcome: 'good' },
      ...{ cause: null, note: '', prints: [{ printId: 'first', copies: 1, answers }] },
      ...more,
    })
  const owes = (account: string): number =>
    room.one(
      'select coalesce(sum(amount), 0) from account_entries where person_id = ? or group_id = ?',
      account,
      account,
    )
  return { room, stock, roll, group, other, iria, tome, slip, start, log, owes }
}

describe('copies still wanted', () => {
  it('are the same on bench, plan and slip while some are at a printer, and none of those is planned again', async () => {
    const { room, slip, start } = await onRoll()
    const [before] = planGroups(room.db, room.now)
    if (!before) throw new Error('nothing waits')
    expect(before.prints.map((p) => p.copies)).toEqual([2])
    expect((await start(2)).ok).toBe(true)
    expect(planGroups(room.db, room.now)).toEqual([])
    expect(readBench(room.db, room.now, 0).lanes.flatMap((l) => l.groups)).toEqual([])
    expect(slipPage(room.db, slip.id, room.now)?.copies).toEqual({ first: { good: 0, inPlans: 0, underWay: 2 } })
    // a plan that somebody laid before is not kept now
    const late = await room.act(ACTIONS['plan.keep'], { group: before.key, plan: planOf(before) })
    expect(late).toMatchObject({ ok: false, problem: { code: 'rules' } })
  })
  it('a kept plan says so when its copies are at a printer by the time it is printed', async () => {
    const { room, slip } = await onRoll()
    const [group] = planGroups(room.db, room.now)
    if (!group) throw new Error('nothing waits')
    const { id } = await room.must(ACTIONS['plan.keep'], { group: group.key, plan: planOf(group) })
    room.db.$client.prepare("update roll_plans set state = 'put away'").run()
    const revision = room.one('select revision from slips where id = ?', slip.id)
    await room.must(ACTIONS['print.start'], {
      ...{ slipId: slip.id, revision, outcome: 'good', note: '' },
      prints: [{ printId: 'first', copies: 1, answers: [{ check: 'loaded', reason: 'a test' }] }],
    })
    room.db.$client.prepare("update roll_plans set state = 'kept'").run()
    expect(planView(room.db, id, room.now)?.trouble).toMatch(
      /wants 1 more of this print beside 1 copy at a printer, and 2 lie on this plan/,
    )
  })
  it('while nobody knows whether a copy came out it is not printed again', async () => {
    const { room, slip, start, log } = await onRoll()
    const started = await start(1)
    if (!started.ok) throw new Error(JSON.stringify(started.problem))
    const id = started.value.printIds[0] ?? ''
    await room.must(stepPrint, { id, to: { state: 'sending' } })
    await room.must(stepPrint, { id, to: { state: 'not known', says: 'gone' } })
    expect(slipPage(room.db, slip.id, room.now)?.copies).toEqual({ first: { good: 0, inPlans: 0, underWay: 1 } })
    for (const refused of [await start(1), await log()])
      expect(JSON.stringify(refused)).toMatch(/Nobody has said yet whether the last copy of slip \d+ came out/)
    await room.must(ACTIONS['print.settle'], { id, outcome: 'not printed', cause: null, note: '' })
    expect((await start(1)).ok).toBe(true)
  })
})

describe('paper of a roll that nobody opened', () => {
  it('takes no whole rolls off the shelf', async () => {
    const { room, stock, log } = await onRoll({ opened: false })
    expect(await log()).toMatchObject({ ok: true })
    expect(listStocks(room.db).find((s) => s.id === stock.id)?.count).toBe(3)
    expect(room.one('select count(*) from roll_moves')).toBe(0)
    expect(listRuns(room.db, {}, null, 9).lines[0]).toMatchObject({ roll: true })
    // nothing was counted, but it was paid for
    expect(room.one('select cost from runs')).toBeGreaterThan(0)
  })
  it.each([
    [{ stockId: 's', rollId: null }, false, { kind: 'sheet', stockId: 's' }],
    [{ stockId: 's', rollId: 'r' }, true, { kind: 'roll', stockId: 's', rollId: 'r' }],
    [{ stockId: 's', rollId: null }, true, { kind: 'nothing', why: 'no open roll' }],
    [{ stockId: null, rollId: null }, false, { kind: 'nothing', why: 'no stock' }],
    [{ stockId: null, rollId: null, again: true }, false, { kind: 'nothing', why: 'again' }],
  ])('a booking of schema 1 that says %o (on a roll: %s) takes %o', (used, roll, paper) => {
    const run = {
      ...{ versionId: 'v', paperId: 'p', tariffId: 't', widthUm: 1, slipId: 's', printId: 'f', memberId: null },
      ...{ groupId: null, chargeTo: 'member', inkMicrolitres: 0, record: { schema: 4, body: { sheet: { roll } } } },
    }
    const at = { printerId: 'a', feedId: 'b', blackInk: null, lengthUm: 1 }
    const stored = { schema: 1, body: { used: { ...at, ...used }, run } }
    expect(readStored(slipBookingSchema, stored).used).toEqual({ ...at, paper })
  })
  it('a booking of a newer program is refused', () => {
    expect(() => readStored(slipBookingSchema, { schema: 99, body: {} })).toThrow(/this program knows/)
  })
})

describe('a correction', () => {
  it('goes to the account whose print it is, also where it was charged nothing before', async () => {
    const { room, iria, tome, group, other, log, owes } = await onRoll()
    const logged = await log({ outcome: 'spoiled', cause: 'banding' })
    if (!logged.ok) throw new Error('not logged')
    const id = logged.value.runIds[0] ?? ''
    // spoiled it is nobody's charge; moved to a member of another group it is still nobody's
    await room.correct({ id, outcome: 'spoiled', cause: 'banding', note: 'hers', memberId: tome.id })
    await room.correct({ id, outcome: 'good', cause: null, note: 'it is good' })
    const charge = readRun(room.db, id)?.charge ?? 0
    expect(charge).toBeGreaterThan(0)
    expect([owes(group.id), owes(other.id), owes(iria.id), owes(tome.id)]).toEqual([0, charge, 0, 0])
    expect(readRun(room.db, id)).toMatchObject({ memberName: 'Tomé', groupName: 'Kites', groupId: other.id })
    await room.correct({ id, outcome: 'spoiled', cause: 'banding', note: 'a band' })
    expect([owes(group.id), owes(other.id)]).toEqual([0, 0])
  })
  it('by somebody who has not seen the newest one is refused', async () => {
    const { room, log } = await onRoll()
    const logged = await log()
    if (!logged.ok) throw new Error('not logged')
    const id = logged.value.runIds[0] ?? ''
    const input = { id, revision: 0, outcome: 'spoiled', cause: 'banding', note: 'x' } as const
    expect(await room.act(ACTIONS['run.correct'], input)).toMatchObject({ ok: true })
    expect(readRun(room.db, id)?.corrected).toBe(true)
    expect(await room.act(ACTIONS['run.correct'], { ...input, outcome: 'proof', cause: null })).toMatchObject({
      problem: { code: 'stale', yours: 0, now: 1 },
    })
  })
})

describe('sums', () => {
  it.each([0, 100, 150])('of the cost do not depend on the %i per cent of paper that members pay', async (percent) => {
    const { room, log } = await onRoll()
    room.db.$client.prepare('update tariffs set paper_percent = ?, ink_per_100_ml = 0').run(percent)
    await log()
    const length = room.one('select length_um from runs')
    expect(logTotals(room.db, {}).cost).toBe(Math.round((9000 * length) / 30_000_000))
    expect(logTotals(room.db, {}).charge).toBe(Math.round((percent * 90 * length) / 30_000_000) + 25)
  })
  it('count prints, runs and sheets apart, and what did not come out in none of them', async () => {
    const { room, start, log } = await onRoll()
    const [waits] = planGroups(room.db, room.now)
    if (!waits) throw new Error('nothing waits')
    const { id } = await room.must(ACTIONS['plan.keep'], { group: waits.key, plan: planOf(waits) })
    const given = (planView(room.db, id, room.now)?.promise?.findings ?? [])
      .filter((f) => f.level === 'stop')
      .map(({ check }) => ({ check, reason: 'a test' }))
    await room.must(ACTIONS['plan.log'], { id, revision: 1, outcome: 'proof', cause: null, note: '', answers: given })
    expect(logTotals(room.db, {})).toMatchObject({ prints: 2, runs: 1, sheets: 1, proof: 2 })
    const { mm2 } = logTotals(room.db, {})
    const started = await start(1)
    if (!started.ok) throw new Error(JSON.stringify(started.problem))
    const job = started.value.printIds[0] ?? ''
    await room.must(stepPrint, { id: job, to: { state: 'sending' } })
    await room.must(stepPrint, { id: job, to: { state: 'not known', says: '' } })
    expect(logTotals(room.db, {})).toMatchObject({ prints: 2, runs: 1, sheets: 1, notKnown: 1, mm2 })
    await room.must(ACTIONS['print.settle'], { id: job, outcome: 'not printed', cause: null, note: '' })
    expect(logTotals(room.db, {})).toMatchObject({ prints: 2, runs: 1, sheets: 1, notKnown: 0, notPrinted: 1, mm2 })
    expect(readBench(room.db, room.now, 0).today).toMatchObject({ prints: 2, mm2 })
    await log()
    expect(logTotals(room.db, {})).toMatchObject({ prints: 3, runs: 2, sheets: 2 })
  })
  it('say what nobody knows, and charge nobody for what is nobody’s', async () => {
    const { room, log } = await onRoll()
    room.db.$client.exec('update stocks set price = null; update rolls set price = null; delete from stock_prices')
    room.db.$client.exec("update slips set body = json_set(body, '$.memberId', null)")
    await log()
    const sums = logTotals(room.db, {})
    expect(sums).toMatchObject({ prints: 1, unknown: ['paper'], charge: 0 })
    expect(listRuns(room.db, {}, null, 1).lines[0]?.unknown).toEqual(['paper'])
    expect(readRun(room.db, room.one<string>('select id from runs'))?.asked).toBe(false)
  })
  it('a settled run counts its paper from then on', async () => {
    const { room, start } = await onRoll()
    const started = await start(1)
    if (!started.ok) throw new Error('not started')
    const id = started.value.printIds[0] ?? ''
    await room.must(stepPrint, { id, to: { state: 'sending' } })
    await room.must(stepPrint, { id, to: { state: 'not known', says: '' } })
    expect(logTotals(room.db, {}).mm2).toBe(0)
    await room.must(ACTIONS['print.settle'], { id, outcome: 'good', cause: null, note: '' })
    expect(logTotals(room.db, {}).mm2).toBe((WIDE * room.one('select length_um from runs')) / 1e6)
  })
})

describe('an open slip', () => {
  it('stays open when some of it is logged, and is done when all of it is', async () => {
    const { room, log } = await onRoll()
    const id = room.one<string>('select id from slips order by number desc limit 1')
    room.db.$client.prepare("update slips set state = 'open' where id = ?").run(id)
    const state = (): string => room.one<string>('select state from slips where id = ?', id)
    await log()
    expect(state()).toBe('open')
    const logged = await log()
    expect(state()).toBe('done')
    const runId = logged.ok ? (logged.value.runIds[0] ?? '') : ''
    await room.correct({ id: runId, outcome: 'spoiled', cause: 'banding', note: 'a band' })
    expect(state()).toBe('waiting')
  })
  it('a feed that is saved over without the revision that was seen is no second feed', async () => {
    const { room } = await onRoll()
    const [printerId, id] = ['printers', 'feeds'].map((t) => room.one<string>(`select id from ${t}`))
    const facts = JSON.parse(room.one<string>('select facts from feeds'))
    const count = room.one('select count(*) from feeds')
    const saved = await room.act(ACTIONS['feed.save'], { printerId, id, revision: null, facts })
    expect(saved).toMatchObject({ ok: false, problem: { code: 'input', issues: [{ path: 'revision' }] } })
    expect(room.one('select count(*) from feeds')).toBe(count)
  })
})

describe('what somebody measured', () => {
  it('is counted once when two measure the same, and prints booked in between are taken from it', async () => {
    const { room, roll, log } = await onRoll()
    const id = roll?.id ?? ''
    const left = (): number => room.one('select sum(delta_um) from roll_moves where roll_id = ?', id)
    const measure = (mm: number, seen: number) =>
      room.act(ACTIONS['roll.measure'], { id, measured: fromMm(mm), seen, note: '' })
    // both looked at the ledger when it had one line
    await measure(12_000, 1)
    await measure(12_000, 1)
    expect(left()).toBe(12_000_000)
    await log()
    const used = room.one('select length_um from runs')
    // a third one measured before that print was booked
    await measure(11_000, 3)
    expect(left()).toBe(11_000_000 - used)
    await room.must(ACTIONS['roll.finish'], { id, revision: 1 })
    for (const refused of [
      await measure(12_000, 9),
      await room.act(ACTIONS['roll.move'], { id, kind: 'trimmed', delta: 1000, note: '' }),
      await room.act(ACTIONS['roll.cut'], { id, width: WIDE, length: fromMm(300), count: 1, note: '' }),
    ])
      expect(JSON.stringify(refused)).toMatch(/is finished\. Put it back in use first/)
  })
  it('of a shelf is counted once, too', async () => {
    const { room } = await onRoll()
    const id = room.one<string>("select id from stocks where kind = 'sheet'")
    const count = (): number => room.one('select sum(delta) from stock_moves where stock_id = ?', id)
    const seen = room.one('select count(*) from stock_moves where stock_id = ?', id)
    await room.must(ACTIONS['stock.count'], { id, counted: 7, seen })
    await room.must(ACTIONS['stock.buy'], { id, delta: 20 })
    await room.must(ACTIONS['stock.count'], { id, counted: 7, seen })
    expect(count()).toBe(27)
  })
})

describe('a roll’s own price', () => {
  it('is what prints from it and pieces of it cost', async () => {
    const { room, roll, log } = await onRoll()
    const edit = { id: roll?.id ?? '', revision: 1, core: null, thickness: null, price: 18_000 }
    await room.must(ACTIONS['roll.edit'], edit)
    room.db.$client.exec('update tariffs set ink_per_100_ml = 0')
    await log()
    const length = room.one('select length_um from runs')
    expect(room.one('select cost from runs')).toBe(Math.round((18_000 * length) / 30_000_000))
    const piece = { id: roll?.id ?? '', width: WIDE, length: fromMm(500), count: 1, note: '' }
    const cut = await room.must(ACTIONS['roll.cut'], piece)
    expect(listStocks(room.db).find((s) => s.id === cut.id)).toMatchObject({ price: 300, cut: true, count: 1 })
  })
  it('pieces are a stock of their own beside sheets of that form that the room buys', async () => {
    const { room, roll } = await onRoll()
    const paperId = room.one<string>('select id from papers')
    const piece = { id: roll?.id ?? '', width: fromMm(400), length: fromMm(500), count: 2, note: '' }
    const cut = await room.must(ACTIONS['roll.cut'], piece)
    const form = { paperId, kind: 'sheet', width: fromMm(400), length: fromMm(500), pack: 10, price: 4000, count: 10 }
    const bought = await room.must(ACTIONS['stock.add'], form as never)
    expect(bought.id).not.toBe(cut.id)
    const again = await room.must(ACTIONS['roll.cut'], piece)
    expect(again.id).toBe(cut.id)
    expect(listStocks(room.db).filter((s) => s.kind === 'sheet' && s.width === fromMm(400))).toMatchObject([
      { count: 4, cut: true, price: 150 },
      { count: 10, cut: false, price: 4000 },
    ])
    expect(await room.act(ACTIONS['stock.buy'], { id: cut.id, delta: 10 })).toMatchObject({
      problem: { code: 'rules' },
    })
  })
})
