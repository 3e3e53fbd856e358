import { describe, expect, it } from 'vitest'
import { runChecks } from '@/core/checks/all'
import { factsFrom } from '@/core/slip/catalogue'
import { outcomeOf } from '@/core/slip/outcome'
import { printSays } from '@/core/slip/says'
import { ACTIONS } from '@/server/actions/all'
import { listPrinters } from '@/server/stores/printers'
import { removedThings } from '@/server/stores/removed'
import { listCustomSizes, listSizes } from '@/server/stores/sizes'
import { catalogue, readSlip } from '@/server/stores/slips'
import { TestRoom } from '../../../test/room'

const CARD = { name: 'Card', short: 92_000, long: 130_000, unit: 'mm' } as const

async function withCard() {
  const room = await TestRoom.open()
  const { id } = await room.must(ACTIONS['size.add'], CARD)
  const slip = await room.slip({ sheet: { kind: 'size', sizeId: id } })
  const facts = () => {
    const body = readSlip(room.db, slip.id)?.body
    const [print] = body?.prints ?? []
    if (!body || !print) throw new Error('the slip is gone')
    const known = catalogue(room.db, room.now, print.versionId ? [print.versionId] : [])
    return factsFrom(known, body, print, () => null)
  }
  const findings = () => {
    const now = facts()
    return runChecks(now, outcomeOf(now)).filter((f) => f.check === 'offered')
  }
  return { room, id, slip, facts, findings }
}

describe('a size that is changed', () => {
  it('by name alone stays the same size', async () => {
    const { room, id, findings } = await withCard()
    const saved = await room.must(ACTIONS['size.edit'], { ...CARD, id, revision: 1, name: 'Postcard' })
    expect(saved).toEqual({ id, revision: 2, kept: 0 })
    expect(findings()).toMatchObject([{ level: 'fine' }])
  })
  it('in its edges is a new version: open slips keep theirs, say so, and can move', async () => {
    const { room, id, slip, facts, findings } = await withCard()
    const next = await room.must(ACTIONS['size.edit'], { ...CARD, id, revision: 1, long: 140_000 })
    expect(next).toEqual({ id: expect.not.stringMatching(id), revision: 2, kept: 1 })
    expect(listCustomSizes(room.db).map((s) => [s.id, s.long])).toEqual([[next.id, 140_000]])
    expect(facts().size).toMatchObject({ long: 130_000, newer: { long: 140_000 } })
    expect(findings()).toMatchObject([
      { level: 'caution', code: 'size_changed', name: 'Card', longUm: 130_000, nowLongUm: 140_000 },
    ])
    expect(outcomeOf(facts()).sheet?.sheet.length).toBe(130_000)
    const body = readSlip(room.db, slip.id)?.body
    const prints = body?.prints.map((p) => ({ ...p, sheet: { kind: 'size', sizeId: next.id } as const }))
    await room.must(ACTIONS['slip.save'], { id: slip.id, revision: 1, body: { ...body, prints } as never })
    expect(findings()).toMatchObject([{ level: 'fine' }])
    expect(outcomeOf(facts()).sheet?.sheet.length).toBe(140_000)
  })
  it('its older version is edited no more: the newest is shown to who saw another; it is no removed thing', async () => {
    const { room, id } = await withCard()
    const next = await room.must(ACTIONS['size.edit'], { ...CARD, id, revision: 1, long: 140_000 })
    const over = () => room.act(ACTIONS['size.edit'], { ...CARD, id, revision: 1, long: 150_000 })
    expect(await over()).toMatchObject({
      problem: { code: 'stale', yours: 1, now: 2, current: { id: next.id, long: 140_000, short: 92_000 } },
    })
    const last = await room.must(ACTIONS['size.edit'], { ...CARD, id: next.id, revision: 2, long: 145_000 })
    expect(await over()).toMatchObject({ problem: { code: 'stale', now: 3, current: { id: last.id, long: 145_000 } } })
    await room.must(ACTIONS['size.retire'], { id: last.id, revision: 3 })
    const says = [expect.stringMatching(/^Card is no longer offered\. Put it back first/)]
    expect(await over()).toMatchObject({ problem: { code: 'rules', says } })
    expect(await room.act(ACTIONS['size.edit'], { ...CARD, id: last.id, revision: 4 })).toMatchObject({
      problem: { code: 'rules', says },
    })
    expect(await room.act(ACTIONS['size.restore'], { id, revision: 2 })).toMatchObject({ problem: { code: 'rules' } })
    expect(removedThings(room.db).filter((r) => r.kind === 'size')).toMatchObject([{ id: last.id }])
  })
  it('whose newest version is no longer offered stops a slip, as any', async () => {
    const { room, id, findings } = await withCard()
    const next = await room.must(ACTIONS['size.edit'], { ...CARD, id, revision: 1, long: 140_000 })
    await room.must(ACTIONS['size.retire'], { id: next.id, revision: 2 })
    expect(findings()).toMatchObject([{ level: 'stop', code: 'size_retired' }])
  })
})

describe('the same size twice', () => {
  it('is asked about, and made when it is meant', async () => {
    const room = await TestRoom.open()
    const { uses } = await room.knowingly(ACTIONS['size.add'], {
      ...CARD,
      name: 'Sheet',
      short: 297_000,
      long: 210_050,
    })
    expect(uses).toEqual(['A4, 210 × 297 mm'])
    expect(listCustomSizes(room.db)).toHaveLength(1)
  })
})

describe('names of sizes', () => {
  it('a standard size by the room’s own name, and back', async () => {
    const room = await TestRoom.open()
    const name = (name: string, was: string) => room.act(ACTIONS['size.name'], { id: 'iso_a4_210x297mm', name, was })
    expect(await name('Plain sheet', 'A4')).toMatchObject({ ok: true })
    const called = () => listSizes(room.db).find((s) => s.id === 'iso_a4_210x297mm')
    expect(called()).toMatchObject({ name: 'Plain sheet', standardName: 'A4', pwg: 'iso_a4_210x297mm' })
    expect(await name('Other', 'A4')).toMatchObject({
      problem: { says: ['Somebody called it Plain sheet meanwhile. Look at it again.'] },
    })
    expect(await name('A3', 'Plain sheet')).toMatchObject({ problem: { code: 'name_taken' } })
    expect(await name('', 'Plain sheet')).toMatchObject({ ok: true })
    expect(called()).not.toHaveProperty('standardName')
  })
  it('a queue’s own word for it stands on cards, and follows the size when it is renamed', async () => {
    const { room, id, facts } = await withCard()
    const [queue] = listPrinters(room.db)[0]?.queues ?? []
    if (!queue) throw new Error('no queue')
    const word = (text: string) => room.act(ACTIONS['size.word'], { sizeId: id, queueId: queue.id, word: text })
    expect(await word('Card 92')).toMatchObject({ problem: { code: 'rules' } })
    const dialog = [{ id: 's', label: 'Paper size', option: 'size', set: null, after: [], setAfresh: false }]
    room.db.$client
      .prepare("update queues set facts = json_set(facts, '$.dialog', json(?))")
      .run(JSON.stringify(dialog))
    expect(await word('Card 92')).toMatchObject({ ok: true })
    await room.must(ACTIONS['size.edit'], { ...CARD, id, revision: 1, name: 'Postcard' })
    const words = () => listPrinters(room.db)[0]?.queues[0]?.facts.dialog[0]?.words
    expect(words()).toEqual({ Postcard: 'Card 92' })
    expect(printSays(facts(), null, 'mm').size).toBe('Postcard')
    expect(await word('')).toMatchObject({ ok: true })
    expect(words()).toEqual({})
  })
})

describe('a piece cut by hand', () => {
  it('is taken off its roll, and lies on the shelf as a sheet at its share of the price', async () => {
    const room = await TestRoom.open()
    const paperId = room.one<string>('select id from papers')
    const { id: stockId } = await room.must(ACTIONS['stock.add'], {
      ...{ paperId, kind: 'roll' as const, width: 432_000, length: 12_000_000, pack: 1, price: 6000, count: 1 },
    })
    const { id } = await room.must(ACTIONS['roll.open'], { stockId })
    const cut = (more: object = {}) =>
      room.act(ACTIONS['roll.cut'], { id, width: 300_000, length: 960_000, count: 2, ...more })
    expect(await cut({ width: 432_001 })).toMatchObject({ problem: { code: 'rules' } })
    expect(await cut({ count: 13 })).toMatchObject({ problem: { code: 'nothing_left' } })
    expect(room.one('select count(*) from roll_moves')).toBe(1)
    room.db.$client.exec("update room set unit = 'in'")
    expect(await cut({ width: 457_200 })).toMatchObject({
      problem: { says: [expect.stringMatching(/^The roll is 17[.\d]* in wide; 18[.\d]* in cannot be cut from it\.$/)] },
    })
    expect(await cut()).toMatchObject({ ok: true })
    expect(room.one('select sum(delta_um) from roll_moves where roll_id = ?', id)).toBe(12_000_000 - 2 * 960_000)
    const piece = room.db.$client
      .prepare('select width_um, length_um, pack, price from stocks where id <> ? order by rowid desc')
      .get(stockId)
    // 8 % of the roll
    expect(piece).toEqual({ width_um: 300_000, length_um: 960_000, pack: 1, price: 480 })
    expect(await cut({ count: 1 })).toMatchObject({ ok: true })
    expect(room.one("select sum(delta) from stock_moves where kind = 'cut'")).toBe(3)
    expect(room.one("select count(*) from stocks where kind = 'sheet' and width_um = 300000")).toBe(1)
  })
})
