import { describe, expect, it } from 'vitest'
import { fromMm, um } from '@/core/length/length'
import { ACTIONS } from '@/server/actions/all'
import { TestRoom } from '../../../test/room'
import { readBench } from './bench'
import { planGroups, rollHints } from './roll-plans'

const WIDE = fromMm(600)
const ROLL = { kind: 'cut', width: WIDE, length: 'auto' } as const
const by = (mm: number) => ({ mode: 'exact', by: { edge: 'width', um: fromMm(mm) } }) as const

/** A room with a roll open, 30 m for 90.00 of which a metre was trimmed, and slips that wait. */
async function withRoll() {
  const room = await TestRoom.open()
  const paperId = room.one<string>('select id from papers')
  const stock = await room.must(ACTIONS['stock.add'], {
    ...{ paperId, kind: 'roll', width: WIDE, length: 30_000_000, pack: 1, price: 9000, count: 1 },
  } as never)
  const roll = await room.must(ACTIONS['roll.open'], { stockId: stock.id })
  await room.must(ACTIONS['roll.move'], { id: roll.id, kind: 'trimmed', delta: 1_000_000, note: '' } as never)
  const waiting = async (body: Parameters<TestRoom['slip']>[0]) => {
    const slip = await room.slip({ sheet: ROLL, ...body })
    room.db.$client.prepare("update slips set state = 'waiting' where id = ?").run(slip.id)
    return slip
  }
  return { room, waiting }
}

describe('prints that may lie beside each other on a roll', () => {
  it('are those that wait for one version on one roll, with their size, and what each takes alone', async () => {
    const { room, waiting } = await withRoll()
    const small = await waiting({ title: 'Fern', placing: by(150), copies: 3 })
    await waiting({ title: 'Moon', placing: by(240) })
    await room.slip({ title: 'Not on the bench', sheet: ROLL, placing: by(100) })
    const sheet = await room.slip({ title: 'On a sheet' })
    room.db.$client.prepare("update slips set state = 'waiting' where id = ?").run(sheet.id)
    const [group, ...others] = planGroups(room.db, room.now)
    expect(others).toEqual([])
    expect(group).toMatchObject({ width: WIDE, roll: { number: 1, left: um(29_000_000) }, perMetre: 300 })
    // pictures of 4800 x 6400 px, three to four, turned by themselves since that takes less of the roll
    expect(group?.prints.map((p) => [p.number, p.title, p.w, p.h, p.copies])).toEqual([
      [small.number, 'Fern', 200_000, 150_000, 3],
      [small.number + 1, 'Moon', 320_000, 240_000, 1],
    ])
    const { lead, trail } = group?.margins ?? { lead: 0, trail: 0 }
    for (const p of group?.prints ?? []) expect(p.alone).toBeGreaterThanOrEqual(p.h + lead + trail)
  })
  it('what is printed well already is not laid again', async () => {
    const { room, waiting } = await withRoll()
    const slip = await waiting({ title: 'Fern', placing: by(150), copies: 3 })
    await room.log(slip, 'spoiled')
    room.db.$client.prepare('update slips set revision = 1 where id = ?').run(slip.id)
    await room.log(slip, 'good', 2)
    room.db.$client.prepare("update slips set state = 'waiting' where id = ?").run(slip.id)
    expect(planGroups(room.db, room.now)[0]?.prints.map((p) => p.copies)).toEqual([1])
    const done = await waiting({ title: 'Moon', placing: by(150) })
    await room.log(done, 'good')
    room.db.$client.prepare("update slips set state = 'waiting' where id = ?").run(done.id)
    expect(planGroups(room.db, room.now)[0]?.prints.map((p) => p.title)).toEqual(['Fern'])
  })
  it('another width is another roll, and a print that is not filled lies by itself with the reason', async () => {
    const { room, waiting } = await withRoll()
    await waiting({ title: 'Fern', placing: by(150) })
    await waiting({ title: 'Narrow', placing: by(150), sheet: { ...ROLL, width: fromMm(300) } })
    const empty = await waiting({ title: 'Empty', pictureId: null })
    const groups = planGroups(room.db, room.now)
    expect(groups.map((g) => [g.width, g.prints.map((p) => p.title), g.roll?.number ?? null])).toEqual([
      [WIDE, ['Fern'], 1],
      [fromMm(300), ['Narrow'], null],
    ])
    expect(groups[0]?.others).toEqual([
      { slipId: empty.id, number: empty.number, title: 'Empty', why: 'it is not filled yet' },
    ])
  })
  it('a lane of the bench says what they take beside each other', async () => {
    const { room, waiting } = await withRoll()
    await waiting({ title: 'Fern', placing: by(200), copies: 4 })
    const printerId = room.one<string>('select id from printers')
    const [hint] = rollHints(room.db, room.now)
    expect(hint).toMatchObject({ printerId, count: 4 })
    expect((hint?.length ?? 0) < 0.6 * (hint?.alone ?? 0)).toBe(true)
    expect(readBench(room.db, room.now, 0).lanes.map((l) => l.together)).toEqual([[hint]])
  })
  it('in an empty room there are none', async () => {
    const room = await TestRoom.open()
    expect(planGroups(room.db, room.now)).toEqual([])
  })
})
