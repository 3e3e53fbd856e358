import { describe, expect, it } from 'vitest'
import { um } from '@/core/length/length'
import { sayProblem } from '@/core/words/problems'
import { newId } from '@/server/db/ids'
import { ledgersOf, listStocks } from '@/server/stores/papers'
import { listGroups } from '@/server/stores/people'
import { listPrinters } from '@/server/stores/printers'
import { removedThings } from '@/server/stores/removed'
import { spokenFor, withoutSpoken } from '@/server/stores/spoken'
import { TestRoom } from '../../../test/room'
import { ACTIONS } from './all'

type Kind = 'group' | 'form' | 'feed' | 'queue' | 'roll' | 'screen' | 'scanner'

const says = (result: Awaited<ReturnType<TestRoom['act']>>): string => (result.ok ? 'done' : sayProblem(result.problem))

/** A room with one more of each thing, none of which anything uses. */
async function things() {
  const room = await TestRoom.open()
  const printerId = room.one<string>('select id from printers')
  const paperId = room.one<string>('select id from papers')
  const [printer] = listPrinters(room.db)
  const queue = printer?.queues[0]
  if (!printer || !queue) throw new Error('no printer')
  const [feed] = printer.feeds
  if (!feed) throw new Error('no feed')
  const { id: _, revision: __, ...facts } = feed
  const madeFeed = await room.must(ACTIONS['feed.save'], {
    ...{ printerId, id: null, revision: null },
    facts: { ...facts, id: feed.id, name: 'lower drawer' },
  } as never)
  const { id: ___, revision: ____, ...own } = queue
  const madeQueue = await room.must(ACTIONS['queue.save'], {
    ...{ ...own, printerId, id: null, revision: null, name: 'Another way', isDefault: false, also: [] },
  } as never)
  const form = { paperId, kind: 'roll', width: 610_000, length: 30_000_000, pack: 1, price: null, count: 0 } as const
  const made: Record<Kind, string> = {
    group: (await room.must(ACTIONS['group.add'], { name: 'Evening class' })).id,
    form: (await room.must(ACTIONS['stock.add'], form as never)).id,
    feed: (madeFeed as { id: string }).id,
    queue: (madeQueue as { id: string }).id,
    roll: newId(),
    screen: (await room.must(ACTIONS['screen.add'], { name: 'Desk', note: '' })).id,
    scanner: (await room.must(ACTIONS['scanner.add'], { name: 'flatbed', encoding: 'sRGB' })).id,
  }
  room.db.$client.prepare('insert into rolls (id, stock_id, number) values (?, ?, 7)').run(made.roll, made.form)
  const revision = (kind: Kind): number => {
    const table = { form: 'stocks' }[kind as 'form'] ?? `${kind}s`
    return room.one<number>(`select revision from ${table} where id = ?`, made[kind])
  }
  const retire = (kind: Kind) => room.act(ACTIONS['thing.retire'], { kind, id: made[kind], revision: revision(kind) })
  const remove = (kind: Kind) => room.act(ACTIONS['thing.delete'], { kind, id: made[kind] })
  return { room, made, retire, remove, revision, paperId, printerId }
}

describe('what a room keeps beside its printers, papers and presets', () => {
  it.each(['group', 'form', 'feed', 'queue', 'roll', 'screen', 'scanner'] as const)(
    '%s: is retired, stands among removed things, and is offered again',
    async (kind) => {
      const { room, made, retire, revision } = await things()
      expect(says(await retire(kind))).toBe('done')
      expect(removedThings(room.db).map((t) => [t.kind, t.id])).toEqual([[kind, made[kind]]])
      await room.must(ACTIONS['thing.restore'], { kind, id: made[kind], revision: revision(kind) })
      expect(removedThings(room.db)).toEqual([])
      expect(await room.act(ACTIONS['thing.retire'], { kind, id: made[kind], revision: 99 })).toMatchObject({
        problem: { code: 'stale' },
      })
    },
  )
  it.each(['group', 'feed', 'queue', 'roll', 'screen', 'scanner'] as const)(
    '%s: is deleted while nothing uses it, and is gone then',
    async (kind) => {
      const { made, remove } = await things()
      expect(says(await remove(kind))).toBe('done')
      expect(await remove(kind)).toMatchObject({ problem: { code: 'not_found' } })
      expect(made[kind]).toBeTruthy()
    },
  )
  it('what is used says by what, and nothing of it goes', async () => {
    const { room, made, remove, printerId } = await things()
    // an opened roll, members, a measurement
    expect(says(await remove('form'))).toMatch(/in use by 1 roll/)
    await room.must(ACTIONS['person.add'], { name: 'Ann', role: 'member', groupId: made.group })
    expect(says(await remove('group'))).toMatch(/in use by 1 member/)
    const used = room.one<string>('select id from queues order by rowid')
    expect(says(await room.act(ACTIONS['thing.delete'], { kind: 'queue', id: used }))).toMatch(/in use by preset /)
    const feedId = room.one<string>('select id from feeds order by position')
    expect(says(await room.act(ACTIONS['thing.delete'], { kind: 'feed', id: feedId }))).toMatch(/in use by preset /)
    expect(listPrinters(room.db).find((p) => p.id === printerId)?.queues).toHaveLength(2)
  })
  it('asks by what it is used before it is retired', async () => {
    const { room, made } = await things()
    await room.must(ACTIONS['person.add'], { name: 'Ann', role: 'member', groupId: made.group })
    const { uses } = await room.knowingly(ACTIONS['thing.retire'], { kind: 'group', id: made.group, revision: 1 })
    expect(uses).toEqual(['1 member is in it.'])
    expect(listGroups(room.db)).toEqual([])
    const queue = room.one<string>('select id from queues order by rowid')
    const asked = await room.act(ACTIONS['thing.retire'], { kind: 'queue', id: queue, revision: 1 })
    expect(asked).toMatchObject({ problem: { code: 'asks', uses: [expect.stringMatching(/version 1/)] } })
  })
  it('a printer keeps a feed and a queue', async () => {
    const { room, retire, remove } = await things()
    await remove('feed')
    await remove('queue')
    for (const kind of ['feed', 'queue'] as const) {
      const id = room.one<string>(`select id from ${kind}s`)
      expect(says(await room.act(ACTIONS['thing.retire'], { kind, id, revision: 1 }))).toMatch(/A printer needs a/)
      expect(says(await room.act(ACTIONS['thing.delete'], { kind, id }))).toMatch(/A printer needs a/)
    }
    expect(says(await retire('feed'))).not.toBe('done')
  })
  it('takes another name, which no other has', async () => {
    const { room, made } = await things()
    await room.must(ACTIONS['group.add'], { name: 'Morning class' })
    const rename = (name: string, revision = 1) =>
      room.act(ACTIONS['thing.rename'], { kind: 'group', id: made.group, revision, name })
    expect(await rename('MORNING class')).toMatchObject({ problem: { code: 'name_taken' } })
    expect(says(await rename('Night class'))).toBe('done')
    expect(await rename('Late class')).toMatchObject({ problem: { code: 'stale' } })
    expect(listGroups(room.db).map((g) => g.name)).toEqual(['Morning class', 'Night class'])
  })
  it('a printer or paper with work of somebody says what uses it', async () => {
    const { room, paperId, printerId } = await things()
    const other = await room.must(ACTIONS['paper.add'], {
      ...{ maker: '', name: 'Other', surface: 'plain', weight: 90, thickness: 100, note: '' },
    })
    await room.must(ACTIONS['note.add'], { paperId: other.id, says: 'curls' } as never)
    expect(says(await room.act(ACTIONS['paper.delete'], { id: other.id }))).toMatch(/Other is in use by 1 note/)
    expect(says(await room.act(ACTIONS['paper.delete'], { id: paperId }))).toMatch(/in use by/)
    expect(says(await room.act(ACTIONS['printer.delete'], { id: printerId }))).toMatch(/in use by preset/)
    // one that answered, was loaded and noted in its upkeep, and did nothing else, is deleted whole
    const spare = await room.must(ACTIONS['printer.add'], {
      ...{ nickname: 'Spare', makeModel: '', carriage: 610_000, inkSet: 'x', blackShared: false },
      ...{ swapSeconds: 0, swapMicrolitres: 0 },
    })
    const queueId = room.one<string>('select id from queues where printer_id = ?', spare.id)
    room.db.$client.prepare("insert into heard (queue_id, at, facts, since) values (?, 0, '{}', '{}')").run(queueId)
    await room.must(ACTIONS['upkeep.log'], { printerId: spare.id, kind: 'cleaning', at: null, note: '' })
    expect(says(await room.act(ACTIONS['printer.delete'], { id: spare.id }))).toBe('done')
    expect(room.one('select count(*) from heard')).toBe(0)
  })
})

describe('paper that is spoken for', () => {
  it('is what copies at a printer will take, until somebody said what became of them; a roll is not put away before', async () => {
    const { room, made } = await things()
    const [stock] = listStocks(room.db).filter((s) => s.kind === 'sheet')
    if (!stock) throw new Error('no sheets')
    room.db.$client
      .prepare(
        "insert into roll_moves (id, roll_id, at, kind, delta_um, note, by_id) values (?, ?, 0, 'loaded', 30000000, '', 'x')",
      )
      .run(newId(), made.roll)
    const queueId = room.one<string>('select id from queues order by rowid')
    const job = (state: string, paper: object, lengthUm: number): string => {
      const id = newId()
      const booking = JSON.stringify({ schema: 2, body: { used: { paper, lengthUm } } })
      room.db.$client
        .prepare(
          `insert into print_jobs (id, queue_id, subject, subject_id, print_id, sheet, title, href, job_name, state, outcome, booking, document, created_at, updated_at, by_id)
           values (?, ?, 'slip print', 's', '', 1, 'Fern', '/', ?, ?, 'good', ?, '{}', 0, 0, 'x')`,
        )
        .run(id, queueId, id, state, booking)
      return id
    }
    const left = () => withoutSpoken(listStocks(room.db), spokenFor(room.db, room.now))
    const sheets = () => left().find((s) => s.id === stock.id)?.count
    const roll = () =>
      left()
        .flatMap((s) => s.rolls)
        .find((r) => r.id === made.roll)?.left
    const before = stock.count
    job('queued', { kind: 'sheet', stockId: stock.id }, 297_000)
    const asked = job('not known', { kind: 'sheet', stockId: stock.id }, 297_000)
    job('done', { kind: 'sheet', stockId: stock.id }, 297_000)
    job('printing', { kind: 'roll', stockId: made.form, rollId: made.roll }, 1_200_000)
    expect([sheets(), roll()]).toEqual([before - 2, 28_800_000])
    const finish = () => room.act(ACTIONS['roll.finish'], { id: made.roll, revision: 1 })
    expect(says(await finish())).toMatch(/Fern is printed on roll 7 now/)
    room.db.$client.exec("update print_jobs set state = 'not known' where state = 'printing'")
    expect(says(await finish())).toMatch(/Nobody has said yet whether Fern came out of roll 7/)
    room.db.$client.exec("update print_jobs set state = 'done' where state = 'not known'")
    expect([sheets(), roll()]).toEqual([before - 1, 30_000_000])
    expect(says(await finish())).toBe('done')
    expect(asked).toBeTruthy()
    expect(um(0)).toBe(0)
    expect(ledgersOf(room.db).get(made.roll)).toBeUndefined()
  })
})
