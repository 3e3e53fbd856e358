import { describe, expect, it } from 'vitest'
import { um } from '@/core/length/length'
import { ACTIONS } from '@/server/actions/all'
import { listRuns, logTotals, readRun } from '@/server/stores/log'
import { listPeople } from '@/server/stores/people'
import { TestRoom } from '../../../test/room'

const good = (slipId: string, revision: number, { copies = 1, answers = [], ...more }: More = {}) => ({
  slipId,
  revision,
  outcome: 'good',
  cause: null,
  note: '',
  prints: [{ printId: 'first', copies, answers }],
  ...more,
})
type More = { readonly copies?: number; readonly answers?: readonly object[]; readonly cause?: string }

describe('logging a run', () => {
  it('books paper, ink and charge, each copy by itself, and ends the slip with the last', async () => {
    const room = await TestRoom.open()
    const member = await room.must(ACTIONS['person.add'], { name: 'Iria', role: 'member', groupId: null })
    const slip = await room.slip({ copies: 3, memberId: member.id })
    const first = await room.must(ACTIONS['run.log'], good(slip.id, 1, { copies: 2 }) as never)
    expect(first).toMatchObject({ left: 1 })
    expect(room.one<string>('select state from slips where id = ?', slip.id)).toBe('open')
    await room.must(ACTIONS['run.log'], good(slip.id, 2) as never)
    expect(room.one<string>('select state from slips where id = ?', slip.id)).toBe('done')
    expect(room.one('select sum(delta) from stock_moves')).toBe(10 - 3)
    expect(room.db.$client.prepare('select copy from run_parts order by rowid').pluck().all()).toEqual([1, 2, 3])
    const charge = room.one('select charge from runs limit 1')
    expect(charge).toBeGreaterThan(100)
    expect(listPeople(room.db).find((p) => p.id === member.id)?.owes).toBe(3 * charge)
    expect(await room.act(ACTIONS['run.log'], good(slip.id, 3))).toMatchObject({ problem: { code: 'slip_done' } })
  })
  it('a stop keeps good shut until it is answered, and the reason lands in the log', async () => {
    const room = await TestRoom.open()
    const slip = await room.slip({ pictureId: room.picture(300, 400) })
    const shut = await room.act(ACTIONS['run.log'], good(slip.id, 1))
    expect(shut).toMatchObject({
      problem: { code: 'stops_unanswered', checks: [expect.stringMatching(/^Only \d+ ppi/)] },
    })
    expect(room.one('select count(*) from runs')).toBe(0)
    const spoiled = { ...good(slip.id, 1), outcome: 'spoiled', cause: 'banding' }
    await room.must(ACTIONS['run.log'], spoiled as never)
    const answers = [{ check: 'resolution', reason: 'seen from the street' }]
    const logged = await room.must(ACTIONS['run.log'], good(slip.id, 2, { answers }) as never)
    const run = readRun(room.db, logged.runIds[0] ?? '')
    expect(run?.record.stops).toEqual([
      { check: 'resolution', says: expect.stringMatching(/ppi/), reason: 'seen from the street' },
    ])
  })
  it('a spoiled print costs the room, not the member; a proof is charged without the room’s share', async () => {
    const room = await TestRoom.open()
    const { id: memberId } = await room.must(ACTIONS['person.add'], { name: 'Ida', role: 'member', groupId: null })
    const slip = await room.slip({ memberId })
    await room.must(ACTIONS['run.log'], { ...good(slip.id, 1), outcome: 'spoiled', cause: 'fed askew' } as never)
    await room.must(ACTIONS['run.log'], { ...good(slip.id, 2), outcome: 'proof' } as never)
    await room.must(ACTIONS['run.log'], good(slip.id, 3) as never)
    const charges = room.db.$client.prepare('select charge from runs order by number').pluck().all() as number[]
    expect(charges[0]).toBe(0)
    expect((charges[2] ?? 0) - (charges[1] ?? 0)).toBe(25)
    expect(logTotals(room.db, {}).spoiled).toBe(1)
  })
  it('spoiled needs a cause, and nothing else may have one', async () => {
    const room = await TestRoom.open()
    const slip = await room.slip()
    expect(await room.act(ACTIONS['run.log'], { ...good(slip.id, 1), outcome: 'spoiled' })).toMatchObject({
      problem: { code: 'input' },
    })
    expect(await room.act(ACTIONS['run.log'], good(slip.id, 1, { cause: 'banding' }))).toMatchObject({
      problem: { code: 'input' },
    })
  })
  it('an unfinished or stale slip is refused with what is missing', async () => {
    const room = await TestRoom.open()
    const empty = await room.must(ACTIONS['slip.add'], { body: null })
    expect(await room.act(ACTIONS['run.log'], good(empty.id, 1))).toMatchObject({
      problem: { code: 'slip_incomplete', missing: 'picture' },
    })
    const white = await room.slip({ placing: { mode: 'exact', by: { edge: 'width', um: um(0) } } })
    expect(await room.act(ACTIONS['run.log'], good(white.id, 1))).toMatchObject({
      problem: { code: 'slip_incomplete', missing: 'print that leaves ink on its sheet' },
    })
    const slip = await room.slip()
    expect(await room.act(ACTIONS['run.log'], good(slip.id, 7))).toMatchObject({ problem: { code: 'stale' } })
  })
  it('keeps the facts as they were: the drawing stays when the room changes', async () => {
    const room = await TestRoom.open()
    const slip = await room.slip()
    const { runIds } = await room.must(ACTIONS['run.log'], good(slip.id, 1) as never)
    const before = readRun(room.db, runIds[0] ?? '')
    const q = room.db.$client.prepare('select * from queues').get() as {
      id: string
      name: string
      facts: string
      printer_id: string
    }
    const facts = JSON.parse(q.facts)
    facts.feeds[0].margins[0].margins.left = 30_000
    await room.must(ACTIONS['queue.save'], {
      printerId: q.printer_id,
      id: q.id,
      revision: 1,
      name: q.name,
      address: '',
      language: '',
      isDefault: true,
      shared: false,
      facts,
    })
    const after = readRun(room.db, runIds[0] ?? '')
    expect(after?.record).toEqual(before?.record)
    expect(after?.record.sheet.area.x).toBe(5000)
  })
  it('runs and moves are history: the database refuses to change or delete them', async () => {
    const room = await TestRoom.open()
    const slip = await room.slip()
    await room.must(ACTIONS['run.log'], good(slip.id, 1) as never)
    const sql = (text: string) => () => room.db.$client.prepare(text).run()
    expect(sql("update runs set note = 'x'")).toThrow('a run is never edited')
    expect(sql('delete from runs')).toThrow('a run is never deleted')
    expect(sql('update stock_moves set delta = 0')).toThrow('never edited')
    expect(sql("update preset_versions set why = 'x'")).toThrow('a preset version never changes')
    expect(sql('delete from preset_versions')).toThrow('never deleted')
    expect(sql("update events set action = 'x'")).toThrow('never edited')
  })
})

describe('the log', () => {
  it('pages by key, newest first, without gaps or repeats, also within one moment', async () => {
    const room = await TestRoom.open()
    const slip = await room.slip({ copies: 9 })
    await room.must(
      ACTIONS['run.log'],
      good(slip.id, 1, { copies: 8, answers: [{ check: 'copies', reason: 'yes' }] }) as never,
    )
    const seen: number[] = []
    let after: Parameters<typeof listRuns>[2] = null
    do {
      const page: ReturnType<typeof listRuns> = listRuns(room.db, {}, after, 3)
      seen.push(...page.lines.map((l) => l.number))
      after = page.next
    } while (after)
    expect(seen).toEqual([8, 7, 6, 5, 4, 3, 2, 1])
  })
  it('filters', async () => {
    const room = await TestRoom.open()
    const slip = await room.slip()
    await room.must(ACTIONS['run.log'], { ...good(slip.id, 1), outcome: 'proof' } as never)
    expect(listRuns(room.db, { outcome: 'proof' }, null, 9).lines).toHaveLength(1)
    expect(listRuns(room.db, { outcome: 'good' }, null, 9).lines).toHaveLength(0)
    expect(listRuns(room.db, { to: room.now }, null, 9).lines).toHaveLength(0)
    expect(listRuns(room.db, { from: room.now }, null, 9).lines).toHaveLength(1)
  })
})

describe('rolls', () => {
  it('a ledger sums to what is left, and more than that cannot be cut', async () => {
    const room = await TestRoom.open()
    const paperId = room.one<string>('select id from papers')
    const stock = await room.must(ACTIONS['stock.add'], {
      paperId,
      kind: 'roll',
      width: 610_000,
      length: 30_000_000,
      pack: 1,
      price: 9800,
      count: 1,
    })
    const roll = await room.must(ACTIONS['roll.open'], { stockId: stock.id })
    expect(await room.act(ACTIONS['roll.open'], { stockId: stock.id })).toMatchObject({
      problem: { code: 'nothing_left' },
    })
    await room.must(ACTIONS['roll.move'], { id: roll.id, kind: 'trimmed', delta: 20_000, note: '' })
    await room.must(ACTIONS['roll.measure'], { id: roll.id, measured: 29_000_000, seen: 2, note: 'by diameter' })
    expect(room.one('select sum(delta_um) from roll_moves')).toBe(29_000_000)
    expect(
      await room.act(ACTIONS['roll.move'], { id: roll.id, kind: 'cut by hand', delta: 29_000_001, note: '' }),
    ).toMatchObject({
      problem: { code: 'nothing_left' },
    })
  })
  it('a print comes off the roll that is loaded, not the fuller one', async () => {
    const room = await TestRoom.open()
    const paperId = room.one<string>('select id from papers')
    const feedId = room.one<string>('select id from feeds')
    const stock = await room.must(ACTIONS['stock.add'], {
      paperId,
      kind: 'roll',
      width: 210_000,
      length: 10_000_000,
      pack: 1,
      price: 9800,
      count: 2,
    })
    const first = await room.must(ACTIONS['roll.open'], { stockId: stock.id })
    const second = await room.must(ACTIONS['roll.open'], { stockId: stock.id })
    await room.must(ACTIONS['roll.move'], { id: second.id, kind: 'trimmed', delta: 5_000_000, note: '' })
    const printerId = room.one<string>('select id from printers')
    room.feedsTakeRolls()
    await room.must(ACTIONS['printer.load'], { printerId, feedId, stockId: stock.id, rollId: second.id })
    const slip = await room.slip({ sheet: { kind: 'cut', width: um(210_000), length: um(300_000) } })
    await room.must(ACTIONS['run.log'], good(slip.id, 1) as never)
    expect(room.one<string>('select roll_id from runs')).toBe(second.id)
    expect(room.one('select sum(delta_um) from roll_moves where roll_id = ?', first.id)).toBe(10_000_000)
  })
  it('a roll must do for all copies, gets shorter by each, and no other paper’s roll does', async () => {
    const room = await TestRoom.open()
    const paperId = room.one<string>('select id from papers')
    const paper = { maker: '', name: 'Other', surface: 'plain', weight: 90, thickness: 100, note: '' } as const
    const other = await room.must(ACTIONS['paper.add'], paper)
    const form = { kind: 'roll', width: 210_000, length: 700_000, pack: 1, price: 9800, count: 1 } as const
    const foreign = await room.must(ACTIONS['stock.add'], { ...form, paperId: other.id, length: 30_000_000 })
    const wider = await room.must(ACTIONS['stock.add'], { ...form, paperId, width: 610_000, length: 30_000_000 })
    const own = await room.must(ACTIONS['stock.add'], { ...form, paperId })
    for (const stock of [foreign, wider]) await room.must(ACTIONS['roll.open'], { stockId: stock.id })
    const roll = await room.must(ACTIONS['roll.open'], { stockId: own.id })
    room.feedsTakeRolls()
    await room.must(ACTIONS['printer.load'], {
      printerId: room.one<string>('select id from printers'),
      feedId: room.one<string>('select id from feeds'),
      stockId: own.id,
      rollId: roll.id,
    })
    const slip = await room.slip({ sheet: { kind: 'cut', width: um(210_000), length: um(300_000) }, copies: 2 })
    const log = (copies: number) => room.act(ACTIONS['run.log'], good(slip.id, 1, { copies }) as never)
    expect(await log(3)).toMatchObject({ ok: false, problem: { code: 'nothing_left', what: 'The roll' } })
    expect(room.one('select count(*) from runs')).toBe(0)
    expect(await log(2)).toMatchObject({ ok: true })
    expect(room.one('select count(*) from runs where roll_id = ?', roll.id)).toBe(2)
    expect(room.one('select sum(delta_um) from roll_moves where roll_id = ?', roll.id)).toBe(100_000)
    expect(room.one('select sum(delta_um) from roll_moves where roll_id <> ?', roll.id)).toBe(60_000_000)
  })
})
