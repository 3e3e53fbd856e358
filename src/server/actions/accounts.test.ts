import { describe, expect, it } from 'vitest'
import { ACTIONS } from '@/server/actions/all'
import { readAccount } from '@/server/stores/accounts'
import { listPapers, pricesOf } from '@/server/stores/papers'
import { readRoom } from '@/server/stores/room'
import { readSlip } from '@/server/stores/slips'
import { OpenRoom, ROOM_FIELDS } from '../../../test/open-room'
import { folder, TestRoom } from '../../../test/room'

async function withMember() {
  const room = await TestRoom.open()
  const { id } = await room.must(ACTIONS['person.add'], { name: 'Marlow', role: 'member', groupId: null })
  const slip = await room.slip({ memberId: id })
  const log = (at: number | null = null) => {
    const s = readSlip(room.db, slip.id)
    return room.must(ACTIONS['run.log'], {
      ...{ slipId: slip.id, revision: s?.revision ?? 0, outcome: 'good', cause: null, note: '', at },
      prints: [{ printId: 'first', copies: 1, answers: [] }],
    })
  }
  const owes = () => readAccount(room.db, { personId: id, groupId: null }, 0, 50)?.owes
  return { room, id, slip, log, owes }
}

describe('an account', () => {
  it('shows every entry, the newest first, with the run that it is of', async () => {
    const { room, id, log, owes } = await withMember()
    await log()
    const due = owes() ?? 0
    expect(due).toBeGreaterThan(0)
    await room.must(ACTIONS['account.pay'], { personId: id, groupId: null, amount: due, note: 'cash' })
    const account = readAccount(room.db, { personId: id, groupId: null }, 0, 50)
    expect(account).toMatchObject({ name: 'Marlow', owes: 0, count: 2 })
    expect(account?.entries).toMatchObject([
      { kind: 'payment', amount: -due, note: 'cash', by: 'Keeper', run: null, reversed: false, reverses: false },
      { kind: 'charge', amount: due, run: { number: 1, title: 'Fern' } },
    ])
    expect(readAccount(room.db, { personId: id, groupId: null }, 1, 1)?.entries).toHaveLength(1)
    expect(readAccount(room.db, { personId: 'nobody', groupId: null }, 0, 50)).toBeNull()
  })
  it('takes a payment back by an entry of its own, once, with a reason', async () => {
    const { room, id, log, owes } = await withMember()
    await log()
    const due = owes() ?? 0
    const { id: entry } = await room.must(ACTIONS['account.pay'], {
      personId: id,
      groupId: null,
      amount: due,
      note: '',
    })
    expect(await room.act(ACTIONS['account.reverse'], { id: entry, note: '' })).toMatchObject({
      problem: { code: 'input' },
    })
    await room.must(ACTIONS['account.reverse'], { id: entry, note: 'was Perrin’s' })
    expect(owes()).toBe(due)
    expect(readAccount(room.db, { personId: id, groupId: null }, 0, 50)?.entries).toMatchObject([
      { kind: 'payment', amount: due, reverses: true, note: 'was Perrin’s' },
      { kind: 'payment', amount: -due, reversed: true },
      { kind: 'charge' },
    ])
    expect(await room.act(ACTIONS['account.reverse'], { id: entry, note: 'again' })).toMatchObject({
      problem: { code: 'in_use' },
    })
    const [back] = readAccount(room.db, { personId: id, groupId: null }, 0, 1)?.entries ?? []
    expect(await room.act(ACTIONS['account.reverse'], { id: back?.id, note: 'x' })).toMatchObject({
      problem: { code: 'not_found' },
    })
  })
  it('asks about a payment of more than is owed, and takes it then', async () => {
    const { room, id, owes } = await withMember()
    const { uses } = await room.knowingly(ACTIONS['account.pay'], {
      personId: id,
      groupId: null,
      amount: 500,
      note: '',
    })
    expect(uses).toEqual(['Marlow owes 0.00\u00a0EUR; 5.00\u00a0EUR would be taken.'])
    expect(owes()).toBe(-500)
  })
})

describe('what was removed', () => {
  it('a member who has slips and debts is asked about, and can be taken back in', async () => {
    const { room, id, log, slip } = await withMember()
    await log()
    const other = await room.slip({ memberId: id })
    const { uses } = await room.knowingly(ACTIONS['person.retire'], { id, revision: 1 })
    expect(uses).toEqual([
      `Slip ${other.number} is under way for them.`,
      expect.stringMatching(/^They owe \d+\.\d\d\u00a0EUR\.$/),
    ])
    expect(slip.number).not.toBe(other.number)
    await room.must(ACTIONS['person.restore'], { id, revision: 2 })
    expect(room.one('select retired_at from people where id = ?', id)).toBeNull()
  })
  it('a size that slips ask for is asked about', async () => {
    const room = await TestRoom.open()
    const { id } = await room.must(ACTIONS['size.add'], {
      name: 'Tide card',
      short: 100_000,
      long: 200_000,
      unit: 'mm',
    })
    await room.slip({ sheet: { kind: 'size', sizeId: id } })
    const { uses } = await room.knowingly(ACTIONS['size.retire'], { id, revision: 1 })
    expect(uses).toEqual(['Slip 2 asks for it.'])
    await room.must(ACTIONS['size.restore'], { id, revision: 2 })
  })
})

describe('prices', () => {
  it('are dated: what is logged for an earlier day costs what it did then', async () => {
    const { room, id, log } = await withMember()
    const stock = listPapers(room.db)[0]?.stocks[0]
    if (!stock) throw new Error('no stock')
    const charges = () =>
      (readAccount(room.db, { personId: id, groupId: null }, 0, 50)?.entries ?? []).map((e) => e.amount)
    await log()
    const [before = 0] = charges()
    room.now += 1000
    await room.must(ACTIONS['stock.edit'], { id: stock.id, revision: 1, pack: 25, price: 5000 })
    expect(pricesOf(room.db).get(stock.id)).toEqual([
      { validFrom: room.now, pack: 25, price: 5000 },
      { validFrom: 0, pack: 25, price: 2500 },
    ])
    const now = room.now
    await room.slip({ memberId: id, copies: 2 })
    const second = room.one<string>('select id from slips order by number desc limit 1')
    for (const at of [null, now - 500])
      await room.must(ACTIONS['run.log'], {
        ...{ slipId: second, revision: room.one('select revision from slips where id = ?', second), outcome: 'good' },
        ...{ cause: null, note: '', at, prints: [{ printId: 'first', copies: 1, answers: [] }] },
      })
    // in the order in which they were made: today's price, then that of the earlier day
    const ordered = room.db.$client.prepare('select amount from account_entries order by rowid').pluck().all()
    expect(ordered).toEqual([before, before + 100, before])
  })
})

describe('the room', () => {
  const edit = (room: OpenRoom, patch: object) =>
    room.act(ACTIONS['room.edit'], {
      ...ROOM_FIELDS,
      ...{ revision: readRoom(room.db)?.revision, name: 'Room', unit: 'mm', stopPpi: 90, cautionPpi: 200 },
      ...{ usualCopies: 6, edgeCheckDays: 90 },
      ...patch,
    })
  it('saved from an older page comes back as the form has it, to stand beside what was typed', async () => {
    const { room } = await withMember()
    await edit(room, { name: 'Ours' })
    expect(await edit(room, { revision: 1 })).toMatchObject({
      problem: {
        code: 'stale',
        current: { name: 'Ours', currency: 'EUR', exponent: 2, stopPpi: 90, usualCopies: 6, dryHours: 24 },
      },
    })
  })
  it('may change its currency until the first charge, its time zone always', async () => {
    const { room, log } = await withMember()
    expect(await edit(room, { currency: 'SEK' })).toMatchObject({ ok: true })
    expect(readRoom(room.db)?.currency.code).toBe('SEK')
    await log()
    expect(await edit(room, { currency: 'EUR' })).toMatchObject({
      problem: { code: 'input', issues: [{ path: 'currency' }] },
    })
    expect(await edit(room, { currency: 'SEK', exponent: 0 })).toMatchObject({ problem: { code: 'input' } })
    expect(await edit(room, { currency: 'SEK', timeZone: 'Europe/Stockholm' })).toMatchObject({ ok: true })
    expect(readRoom(room.db)?.timeZone).toBe('Europe/Stockholm')
  })
  it('keeps the decimals of its money once there is any price, rate or entry', async () => {
    const room = await TestRoom.open()
    const yen = { currency: 'JPY', exponent: 0 }
    const says = JSON.stringify(await edit(room, yen))
    expect(says).toMatch(/kept in EUR with 2 decimals\. A currency with 0 would change every amount/)
    // another currency of as many decimals changes no amount
    expect(await edit(room, { currency: 'SEK' })).toMatchObject({ ok: true })
    room.db.$client.exec('update stocks set price = null; delete from stock_prices')
    room.db.$client.exec('update tariffs set ink_per_100_ml = null, room_share = 0')
    expect(await edit(room, yen)).toMatchObject({ ok: true })
    for (const sql of ['update tariffs set room_share = 5', 'update stocks set price = 4750']) {
      const other = await TestRoom.open()
      other.db.$client.exec('update stocks set price = null; delete from stock_prices')
      other.db.$client.exec('update tariffs set ink_per_100_ml = null, room_share = 0')
      other.db.$client.exec(sql)
      expect(await edit(other, yen)).toMatchObject({ problem: { code: 'input' } })
    }
  })
  it('has its own surfaces, of which none goes that a paper has', async () => {
    const room = await TestRoom.open()
    expect(await edit(room, { surfaces: ['gloss', 'Gloss'] })).toMatchObject({ problem: { code: 'input' } })
    expect(await edit(room, { surfaces: ['gloss'] })).toMatchObject({
      problem: {
        code: 'input',
        issues: [{ path: 'surfaces', message: 'papers are plain: change them first, or keep it' }],
      },
    })
    expect(await edit(room, { surfaces: ['plain', 'sailcloth'] })).toMatchObject({ ok: true })
    expect(readRoom(room.db)?.surfaces).toEqual(['plain', 'sailcloth'])
  })
  it('that is new invents no figures: what nobody said is not known', async () => {
    const room = await new OpenRoom(folder()).setUp({ figures: false })
    const [paper] = listPapers(room.db)
    expect([paper?.weight, paper?.thickness, paper?.stocks[0]?.price]).toEqual([null, null, null])
    const slip = await room.slip()
    await room.must(ACTIONS['run.log'], {
      ...{ slipId: slip.id, revision: 1, outcome: 'good', cause: null, note: '' },
      prints: [{ printId: 'first', copies: 1, answers: [] }],
    })
    const record = JSON.parse(room.one<string>('select body from run_records'))
    expect(record).toMatchObject({ inkMl: null, unknown: ['paper', 'ink'] })
    expect(room.one('select charge from runs')).toBe(0)
  })
})
