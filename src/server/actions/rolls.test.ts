import { describe, expect, it } from 'vitest'
import { fromMm } from '@/core/length/length'
import { noteReported } from '@/server/books/used'
import { labelPage } from '@/server/render/roll-label'
import { ledgersOf, listStocks } from '@/server/stores/papers'
import { TestRoom } from '../../../test/room'
import { ACTIONS } from './all'

/** A room with two rolls of 26 m opened and one more on the shelf. */
async function rolls() {
  const room = await TestRoom.open()
  const paperId = room.one<string>('select id from papers')
  const stock = await room.must(ACTIONS['stock.add'], {
    ...{ paperId, kind: 'roll', width: fromMm(610), length: fromMm(26_000), pack: 1, price: 8900, count: 3 },
  } as never)
  const first = await room.must(ACTIONS['roll.open'], { stockId: stock.id })
  const second = await room.must(ACTIONS['roll.open'], { stockId: stock.id })
  const shelf = () => {
    const found = listStocks(room.db).find((s) => s.id === stock.id)
    if (!found) throw new Error('the stock is gone')
    return found
  }
  return { room, stock, first, second, shelf }
}

describe('the ledger of a roll', () => {
  it('says what a roll had first, what it cost, and where it is', async () => {
    const { room, first, shelf } = await rolls()
    const printerId = room.one<string>('select id from printers')
    const feedId = room.one<string>('select id from feeds')
    room.feedsTakeRolls()
    await room.must(ACTIONS['printer.load'], { printerId, feedId, stockId: shelf().id, rollId: first.id })
    expect(shelf().rolls.map((r) => [r.number, r.left, r.first, r.price, r.inPrinter])).toEqual([
      [1, 26_000_000, 26_000_000, 8900, 'Otter'],
      [2, 26_000_000, 26_000_000, 8900, null],
    ])
    // dearer from now on: an opened roll keeps what it cost
    await room.must(ACTIONS['stock.edit'], { id: shelf().id, revision: 1, pack: 1, price: 9900 } as never)
    expect(shelf().rolls.map((r) => r.price)).toEqual([8900, 8900])
  })
  it('a test that nobody logs is an entry of its own, and only takes', async () => {
    const { room, first, shelf } = await rolls()
    await room.must(ACTIONS['roll.move'], { id: first.id, kind: 'test', delta: 420_000, note: 'nozzles' } as never)
    expect(shelf().rolls[0]?.left).toBe(25_580_000)
    expect(ledgersOf(room.db).get(first.id)?.[0]).toMatchObject({ kind: 'test', delta: -420_000, note: 'nozzles' })
  })
  it('its tube, thickness and price are kept, and a stale save is told', async () => {
    const { room, first, shelf } = await rolls()
    const edit = { id: first.id, revision: 1, core: 50_800, thickness: 260, price: 8000 }
    await room.must(ACTIONS['roll.edit'], edit as never)
    expect(shelf().rolls[0]).toMatchObject({ core: 50_800, thickness: 260, price: 8000, revision: 2 })
    expect(await room.act(ACTIONS['roll.edit'], edit)).toMatchObject({ ok: false, problem: { code: 'stale' } })
    expect(await room.act(ACTIONS['roll.edit'], { ...edit, revision: 2, core: 0 })).toMatchObject({ ok: false })
  })
  it('a finished one has nothing left, is in no printer, and comes back with what it had', async () => {
    const { room, first, shelf } = await rolls()
    const printerId = room.one<string>('select id from printers')
    const feedId = room.one<string>('select id from feeds')
    room.feedsTakeRolls()
    await room.must(ACTIONS['printer.load'], { printerId, feedId, stockId: shelf().id, rollId: first.id })
    await room.must(ACTIONS['roll.move'], { id: first.id, kind: 'trimmed', delta: 1_000_000, note: '' } as never)
    await room.must(ACTIONS['roll.finish'], { id: first.id, revision: 1 })
    expect(shelf().rolls.map((r) => r.number)).toEqual([2])
    expect(shelf().finished).toMatchObject([{ number: 1, first: 26_000_000, printed: 0, thrown: 26_000_000 }])
    expect(room.one('select roll_id from loads')).toBeNull()
    expect(room.one('select sum(delta_um) from roll_moves where roll_id = ?', first.id)).toBe(0)
    expect(await room.act(ACTIONS['roll.finish'], { id: first.id, revision: 2 })).toMatchObject({ ok: false })
    await room.must(ACTIONS['roll.resume'], { id: first.id, revision: 2 })
    expect(shelf().rolls.map((r) => [r.number, r.left])).toEqual([
      [1, 25_000_000],
      [2, 26_000_000],
    ])
    expect(await room.act(ACTIONS['roll.resume'], { id: first.id, revision: 3 })).toMatchObject({ ok: false })
  })
})

describe('the label of a roll', () => {
  const roll = { number: 12, paper: 'Dune Lustre 235', width: 610_000, first: 26_000_000, core: 76_200, thickness: 270 }
  const measure = (text: string, height: number): number => text.length * height * 0.5
  const says = (more: object) =>
    labelPage({ ...roll, opened: '2026-11-24', ...more }, { size: 2, dark: () => true }, 'mm', measure).items.flatMap(
      (i) => (i.kind === 'text' ? [i.text] : []),
    )
  it('says which it is, of what, how long and when it was opened; what nobody knows is left away', () => {
    expect(says({})).toEqual([
      ...['Roll 12', 'Dune Lustre 235', '610 mm × 26.0 m', 'opened 2026-11-24', 'core 76.2 mm', '0.27 mm thick'],
    ])
    expect(says({ core: null, thickness: null })).toEqual([
      ...['Roll 12', 'Dune Lustre 235', '610 mm × 26.0 m', 'opened 2026-11-24'],
    ])
  })
  it('keeps its text beside its code and on the label', () => {
    const page = labelPage(
      { ...roll, paper: 'A paper with a name that is much too long for one line of a label', opened: '2026-11-24' },
      { size: 2, dark: () => true },
      'mm',
      measure,
    )
    const code = page.items.flatMap((i) => (i.kind === 'mark' ? [i.rect] : []))
    const left = Math.min(...code.map((r) => r.x))
    for (const item of page.items)
      if (item.kind === 'text') {
        expect(item.at.x + measure(item.text, item.height)).toBeLessThanOrEqual(left)
        expect(item.at.y).toBeLessThanOrEqual(page.sheet.length)
      }
    expect(code.length).toBeGreaterThan(0)
  })
})

describe('what a printer counts of its roll', () => {
  const taken = async () => {
    const { room, first } = await rolls()
    const runId = await (async () => {
      const slip = await room.slip()
      await room.log(slip, 'good')
      return room.one<string>('select id from runs')
    })()
    room.db.$client
      .prepare(
        "insert into roll_moves (id, roll_id, at, kind, delta_um, run_id, by_id) values ('m', ?, 0, 'run', -1000000, ?, 'k')",
      )
      .run(first.id, runId)
    const left = (): number => room.one('select sum(delta_um) from roll_moves where roll_id = ?', first.id)
    return { room, runId, rollId: first.id, left }
  }
  it('stands in its ledger with the run that took it', async () => {
    const { room, runId, rollId } = await taken()
    const line = ledgersOf(room.db)
      .get(rollId)
      ?.find((m) => m.kind === 'run')
    expect(line).toMatchObject({ delta: -1_000_000, run: { id: runId, number: 1 } })
  })
  it.each([
    [1_003_000, 'the printer counts 1003.0 mm, 1000.0 mm was sent', 24_997_000],
    [997_000, 'the printer counts 997.0 mm, 1000.0 mm was sent', 25_003_000],
    [1_000_500, null, 25_000_000],
    [999_500, null, 25_000_000],
    // counted in another unit, or not at all
    [100_300, null, 25_000_000],
    [2_000_001, null, 25_000_000],
    [null, null, 25_000_000],
  ] as const)('%s: %s', async (reported, says, then) => {
    const { room, runId, left } = await taken()
    expect(noteReported(room.db, runId, reported, 1, 'k')).toBe(says)
    expect(left()).toBe(then)
  })
  it('a run of sheets has no roll to correct', async () => {
    const { room } = await rolls()
    await room.log(await room.slip(), 'good')
    expect(noteReported(room.db, room.one<string>('select id from runs'), 300_000, 1, 'k')).toBeNull()
  })
})
