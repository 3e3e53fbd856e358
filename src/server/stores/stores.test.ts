import { describe, expect, it } from 'vitest'
import { type PlainPatch, patched, printOf } from '@/core/slip/body'
import { factsFrom } from '@/core/slip/catalogue'
import { ACTIONS } from '@/server/actions/all'
import { previewPicture } from '@/server/actions/pictures'
import { NOW, ROOM_FIELDS, TestRoom } from '../../../test/room'
import { readBench } from './bench'
import { find } from './find'
import { keyFromText, keyToText, outcomeFromText, totalsOfDays } from './log'
import { newDraft } from './new-draft'
import { ledgersOf, listPapers, listShelf } from './papers'
import { listGroups, listPeople } from './people'
import { presetWorld } from './preset-world'
import { newestVersionIds, versionChoices } from './presets'
import { listPrinters } from './printers'
import { dueUpkeep, railPrinters } from './rail'
import { listTariffs, readRoom, tariffAt } from './room'
import { slipPage } from './slip-page'
import { SLIP_ANSWERS } from './slip-questions'
import { catalogue, listSlips, readSlip, slipsOf } from './slips'

const DAY = 86_400_000

describe('a version whose feed or paper is gone', () => {
  it('is told with what is gone, at its slip, when it is asked for, and when it is printed', async () => {
    const room = await TestRoom.open()
    const slip = await room.slip({ title: 'A' })
    const versionId = printOf(readSlip(room.db, slip.id)?.body ?? slipGone(), null).versionId ?? ''
    const facts = room.db.$client.prepare('select facts from queues').pluck().get() as string
    const { mediaSettings: _, feeds: __, ...others } = JSON.parse(facts)
    const without = JSON.stringify({ ...others, mediaSettings: [], feeds: [] })
    room.db.$client.prepare('update queues set facts = ?').run(without)
    const known = catalogue(room.db, room.now, [versionId])
    expect(known.versions).toEqual([])
    expect(known.broken).toMatchObject([{ id: versionId, number: 1, lost: ['feed', 'media setting'] }])
    const lost = { code: 'preset_broken', lost: ['feed', 'media setting'] }
    expect(SLIP_ANSWERS.version(room.db, { versionId }, room.now)).toMatchObject({ ok: false, problem: lost })
    const log = {
      slipId: slip.id,
      revision: 1,
      outcome: 'good',
      cause: null,
      note: '',
      prints: [{ printId: 'first', copies: 1, answers: [] }],
    }
    expect(await room.act(ACTIONS['run.log'], log)).toMatchObject({ ok: false, problem: lost })
  })
})

function slipGone(): never {
  throw new Error('the slip is not there')
}

describe('the bench', () => {
  it('groups waiting slips by what has to be changed, easiest first', async () => {
    const room = await TestRoom.open()
    const asItStands = await room.slip({ title: 'A' })
    const otherSize = await room.slip({ title: 'B', sheet: { kind: 'size', sizeId: 'iso_a5_148x210mm' } })
    const noSheet = await room.slip({ title: 'C', sheet: null })
    for (const s of [otherSize, asItStands, noSheet])
      await room.must(ACTIONS['slip.state'], { id: s.id, revision: 1, state: 'waiting' })
    const bench = readBench(room.db, room.now, room.now - DAY)
    expect(bench.waiting).toBe(3)
    expect(bench.lanes).toHaveLength(1)
    expect(bench.lanes[0]?.groups.map((g) => [g.needs.load?.width ?? null, g.slips.map((s) => s.title)])).toEqual([
      [null, ['A']],
      [148_000, ['B']],
    ])
    expect(bench.unplaced.map((s) => s.title)).toEqual(['C'])
    expect(bench.unplaced[0]?.level).toBe('stop')
  })
  it('counts what was printed since the day began', async () => {
    const room = await TestRoom.open()
    const slip = await room.slip()
    await room.log(slip, 'spoiled', 2)
    expect(readBench(room.db, room.now, room.now - 1).today).toMatchObject({ runs: 2, spoiled: 2 })
    expect(readBench(room.db, room.now, room.now + 1).today).toMatchObject({ runs: 0, spoiled: 0, mm2: 0 })
  })
  it('is empty in an empty room, without failing', async () => {
    const room = await TestRoom.open()
    expect(readBench(room.db, room.now, 0)).toMatchObject({ waiting: 0, unplaced: [] })
  })
})

describe('finding', () => {
  it('finds slips by title and number, and people, presets, papers and printers by name', async () => {
    const room = await TestRoom.open()
    const slip = await room.slip({ title: 'Lady fern, plate III' })
    await room.must(ACTIONS['person.add'], { name: 'Fernanda Vale', role: 'member', groupId: null })
    expect(find(room.db, 'fern').map((f) => [f.kind, f.name])).toEqual([
      ['slip', 'Lady fern, plate III'],
      ['member', 'Fernanda Vale'],
    ])
    for (const typed of [String(slip.number), `slip ${slip.number}`, `Slip  ${slip.number}`])
      expect(find(room.db, typed)[0]?.href).toBe(`/slips/${slip.id}`)
    expect(find(room.db, `plan ${slip.number}`)).toEqual([])
    expect(find(room.db, 'otter').map((f) => f.kind)).toEqual(['preset', 'printer'])
    expect(find(room.db, 'plain sheet').map((f) => f.kind)).toEqual(['preset', 'paper'])
  })
  it('takes signs of LIKE as letters, and nothing for nothing', async () => {
    const room = await TestRoom.open()
    await room.slip({ title: '100 % cotton' })
    await room.slip({ title: 'no cotton' })
    expect(find(room.db, '100 %')).toHaveLength(1)
    expect(find(room.db, '%')).toHaveLength(1)
    expect(find(room.db, '_')).toHaveLength(0)
    // by the language's rules: marks and case say nothing, and Å stands beside A
    for (const name of ['Zoe', 'Ågren', 'Abel'])
      await room.must(ACTIONS['person.add'], { name, role: 'member', groupId: null })
    expect(['ågren', 'AGREN'].map((t) => find(room.db, t).map((f) => f.name))).toEqual([['Ågren'], ['Ågren']])
    const names = listPeople(room.db).map((p) => p.name)
    expect(names.indexOf('Ågren')).toBe(names.indexOf('Abel') + 1)
    expect(find(room.db, '   ')).toEqual([])
  })
  it('forgets what is retired', async () => {
    const room = await TestRoom.open()
    const made = await room.must(ACTIONS['person.add'], { name: 'Gone Soon', role: 'member', groupId: null })
    await room.must(ACTIONS['person.retire'], { id: made.id, revision: 1 })
    expect(find(room.db, 'gone')).toEqual([])
    expect(listPeople(room.db).some((p) => p.id === made.id)).toBe(false)
  })
})

describe('addresses of the log', () => {
  it('reads keys and outcomes of the log from an address', () => {
    const key = { at: NOW, id: '01a00000-0000-7000-8000-000000000001' }
    expect(keyFromText(keyToText(key))).toEqual(key)
    for (const text of [undefined, '', '5', 'x~y', "1~' or 1=1"]) expect(keyFromText(text)).toBeNull()
    expect(outcomeFromText('spoiled')).toBe('spoiled')
    expect(outcomeFromText('perfect')).toBeNull()
  })
})

describe('upkeep', () => {
  it('is due when it is older than it stays good, or was never noted', () => {
    const goodFor = { 'nozzle check': 7, 'head alignment': 90 }
    const entry = (kind: string, days: number) => ({ kind, at: NOW - days * DAY, note: '' })
    expect(dueUpkeep({ upkeep: [], goodFor }, NOW)).toEqual([
      { kind: 'nozzle check', days: null },
      { kind: 'head alignment', days: null },
    ])
    const upkeep = [entry('nozzle check', 2), entry('nozzle check', 30), entry('head alignment', 91)]
    expect(dueUpkeep({ upkeep, goodFor }, NOW)).toEqual([{ kind: 'head alignment', days: 91 }])
    expect(dueUpkeep({ upkeep, goodFor: {} }, NOW)).toEqual([])
    // one that found gaps is due at once, before what is merely old, until one finds none
    const found = { ...entry('nozzle check', 0), gaps: true, result: 'gaps in the grey' }
    expect(dueUpkeep({ upkeep: [found, ...upkeep], goodFor }, NOW)).toEqual([
      { kind: 'nozzle check', days: 0, gaps: 'gaps in the grey' },
      { kind: 'head alignment', days: 91 },
    ])
    expect(dueUpkeep({ upkeep: [found], goodFor: {} }, NOW)).toHaveLength(1)
    expect(dueUpkeep({ upkeep: [{ ...found, at: found.at - 1 }, entry('nozzle check', 0)], goodFor: {} }, NOW)).toEqual(
      [],
    )
    // good for ninety days: on the ninetieth it still is, on the day after it is due
    const since = (ms: number) => dueUpkeep({ upkeep: [{ kind: 'x', at: NOW - ms }], goodFor: { x: 90 } }, NOW)
    expect(since(90 * DAY)).toEqual([])
    expect(since(91 * DAY - 1)).toEqual([])
    expect(since(91 * DAY)).toEqual([{ kind: 'x', days: 91 }])
    const old = [entry('a', 10), entry('b', 20)]
    expect(dueUpkeep({ upkeep: old, goodFor: { a: 1, b: 1, c: 1 } }, NOW).map((d) => d.kind)).toEqual(['c', 'b', 'a'])
  })
  it('follows the days that the printer’s keeper sets', async () => {
    const room = await TestRoom.open()
    const [printer] = listPrinters(room.db)
    if (!printer) throw new Error('there is a printer')
    await room.must(ACTIONS['upkeep.log'], {
      printerId: printer.id,
      kind: 'nozzle check',
      at: NOW - 20 * DAY,
      note: '',
    })
    await room.must(ACTIONS['printer.good-for'], {
      id: printer.id,
      revision: printer.revision,
      goodFor: { 'nozzle check': 30 },
    })
    expect(railPrinters(room.db, NOW)[0]?.due).toBeNull()
    expect(railPrinters(room.db, NOW + 11 * DAY)[0]?.due).toBe('nozzle check due')
  })
  it('stands on a slip’s facts', async () => {
    const room = await TestRoom.open()
    const [version] = catalogue(room.db, NOW, newestVersionIds(room.db)).versions
    expect(version?.due.map((d) => d.kind)).toEqual(['nozzle check', 'head alignment'])
  })
})

describe('stock', () => {
  it('is the sum of its moves: bought, counted, printed', async () => {
    const room = await TestRoom.open()
    const [stock] = listPapers(room.db)[0]?.stocks ?? []
    if (!stock) throw new Error('there is stock')
    expect(stock.count).toBe(10)
    await room.must(ACTIONS['stock.buy'], { id: stock.id, delta: 25 })
    await room.must(ACTIONS['stock.count'], { id: stock.id, counted: 30, seen: 9 })
    expect(listPapers(room.db)[0]?.stocks[0]?.count).toBe(30)
    expect(room.db.$client.prepare('select kind, delta from stock_moves order by id').all()).toEqual([
      { kind: 'counted', delta: 10 },
      { kind: 'bought', delta: 25 },
      { kind: 'counted', delta: -5 },
    ])
  })
  it('is kept once in each form, whichever way round it was typed', async () => {
    const room = await TestRoom.open()
    const paperId = room.one<string>('select id from papers')
    const form = { paperId, kind: 'sheet', pack: 10, price: 100, count: 1 } as const
    expect(await room.act(ACTIONS['stock.add'], { ...form, width: 297_000, length: 210_000 })).toMatchObject({
      problem: { code: 'name_taken' },
    })
    await room.must(ACTIONS['stock.add'], { ...form, width: 420_000, length: 297_000 })
    expect(listShelf(room.db).map((s) => [s.width, s.length])).toContainEqual([297_000, 420_000])
  })
  it('of a roll has a ledger: its newest lines, the newest first, of opened rolls alone', async () => {
    const room = await TestRoom.open()
    const paperId = room.one<string>('select id from papers')
    const form = { kind: 'roll', width: 610_000, length: 9_000_000, pack: 1, price: 1, count: 2 } as const
    const stock = await room.must(ACTIONS['stock.add'], { paperId, ...form })
    const roll = await room.must(ACTIONS['roll.open'], { stockId: stock.id })
    for (let i = 1; i <= 13; i++) {
      room.now += 60_000
      await room.must(ACTIONS['roll.move'], { id: roll.id, kind: 'trimmed', delta: i * 1000, note: `trim ${i}` })
    }
    // what is noted for an earlier hour stands where it belongs
    const last = room.now
    room.now -= 90_000
    await room.must(ACTIONS['roll.move'], { id: roll.id, kind: 'cut by hand', delta: 500, note: 'before 12' })
    const ledgers = ledgersOf(room.db)
    expect([...ledgers.keys()]).toEqual([roll.id])
    const lines = ledgers.get(roll.id) ?? []
    expect(lines).toHaveLength(12)
    expect(lines[0]).toEqual({ at: last, kind: 'trimmed', delta: -13_000, run: null, note: 'trim 13' })
    expect([lines[1], lines[2], lines.at(-1)].map((l) => l?.note)).toEqual(['trim 12', 'before 12', 'trim 3'])
  })
  it('one roll hangs in one printer only', async () => {
    const room = await TestRoom.open()
    const paperId = room.one<string>('select id from papers')
    const stock = await room.must(ACTIONS['stock.add'], {
      paperId,
      kind: 'roll',
      width: 610_000,
      length: 9_000_000,
      pack: 1,
      price: 1,
      count: 1,
    })
    const roll = await room.must(ACTIONS['roll.open'], { stockId: stock.id })
    const load = { stockId: stock.id, rollId: roll.id }
    const first = {
      printerId: room.one<string>('select id from printers'),
      feedId: room.one<string>('select id from feeds'),
    }
    expect(await room.act(ACTIONS['printer.load'], { ...first, ...load })).toMatchObject({
      problem: { says: [expect.stringMatching(/takes sheets: a roll cannot be loaded there/)] },
    })
    room.feedsTakeRolls()
    await room.must(ACTIONS['printer.load'], { ...first, ...load })
    const spare = await room.must(ACTIONS['printer.add'], {
      nickname: 'Spare',
      makeModel: '',
      carriage: 610_000,
      inkSet: 'x',
      blackShared: false,
      swapSeconds: 0,
      swapMicrolitres: 0,
    })
    const second = {
      printerId: spare.id,
      feedId: room.one<string>('select id from feeds where printer_id = ?', spare.id),
    }
    room.feedsTakeRolls()
    expect(await room.act(ACTIONS['printer.load'], { ...second, ...load })).toMatchObject({
      problem: { code: 'in_use', where: ['printer Otter'] },
    })
    await room.must(ACTIONS['printer.load'], { ...first, stockId: null, rollId: null })
    await room.must(ACTIONS['printer.load'], { ...second, ...load })
    expect(listPrinters(room.db).map((p) => p.loads.length)).toEqual([0, 1])
  })
})

describe('people and accounts', () => {
  it('payments lower what a member or a group owes', async () => {
    const room = await TestRoom.open()
    const group = await room.must(ACTIONS['group.add'], { name: 'Herbarium group' })
    const member = await room.must(ACTIONS['person.add'], { name: 'Iria', role: 'member', groupId: group.id })
    const slip = await room.slip({ memberId: member.id, chargeTo: 'group' })
    await room.log(slip, 'good')
    const owed = listGroups(room.db)[0]?.owes ?? 0
    expect(owed).toBeGreaterThan(0)
    expect(listPeople(room.db).find((p) => p.id === member.id)?.owes).toBe(0)
    await room.must(ACTIONS['account.pay'], { personId: null, groupId: group.id, amount: owed, note: 'cash' })
    expect(listGroups(room.db)[0]?.owes).toBe(0)
  })
  it('a payment is for exactly one account, and above nothing', async () => {
    const room = await TestRoom.open()
    expect(
      await room.act(ACTIONS['account.pay'], { personId: null, groupId: null, amount: 5, note: '' }),
    ).toMatchObject({ problem: { code: 'input' } })
    const personId = room.one<string>('select id from people')
    expect(await room.act(ACTIONS['account.pay'], { personId, groupId: null, amount: 0, note: '' })).toMatchObject({
      problem: { code: 'input' },
    })
  })
  it('a helper adds members, but no keepers; nobody retires themselves', async () => {
    const room = await TestRoom.open()
    const helper = { id: 'h', name: 'Helper', role: 'helper' } as const
    const person = { name: 'New', groupId: null, note: '' }
    expect((await room.act(ACTIONS['person.add'], { ...person, role: 'member' }, helper)).ok).toBe(true)
    expect(await room.act(ACTIONS['person.add'], { ...person, role: 'keeper' }, helper)).toMatchObject({
      problem: { code: 'not_allowed' },
    })
    const own = room.one<string>("select id from people where role = 'keeper'")
    expect(await room.act(ACTIONS['person.retire'], { id: own, revision: 1 })).toMatchObject({
      problem: { code: 'in_use' },
    })
  })
})

describe('tariffs', () => {
  it('hold from their day on; what was before keeps its own', async () => {
    const room = await TestRoom.open()
    await room.must(ACTIONS['tariff.set'], { paperPercent: 50, inkPer100Ml: 1, roomShare: 0, validFrom: NOW })
    expect(tariffAt(room.db, NOW - 1).paperPercent).toBe(100)
    expect(tariffAt(room.db, NOW).paperPercent).toBe(50)
    expect(listTariffs(room.db, 9).map((t) => [t.paperPercent, t.from === NOW])).toEqual([
      [50, true],
      [100, false],
    ])
    expect(listTariffs(room.db, 1).map((t) => t.paperPercent)).toEqual([50])
  })
  it('hold by their day: rates for last week that are typed today do not replace those of today', async () => {
    const room = await TestRoom.open()
    const set = (paperPercent: number, validFrom: number) =>
      room.must(ACTIONS['tariff.set'], { paperPercent, inkPer100Ml: 1, roomShare: 0, validFrom })
    await set(50, NOW)
    await set(80, NOW - 7 * DAY)
    expect(tariffAt(room.db, NOW).paperPercent).toBe(50)
    expect(tariffAt(room.db, NOW - DAY).paperPercent).toBe(80)
    expect(tariffAt(room.db, NOW - 8 * DAY).paperPercent).toBe(100)
    expect(listTariffs(room.db, 9).map((t) => t.paperPercent)).toEqual([50, 80, 100])
  })
  it('stand beside what the last days brought in, from the beginning of the first of them', async () => {
    const room = await TestRoom.open()
    const { id: memberId } = await room.must(ACTIONS['person.add'], {
      ...{ name: 'Ida', role: 'member', groupId: null, note: '' },
    })
    await room.log(await room.slip({ memberId }), 'good')
    await room.log(await room.slip({ memberId }), 'spoiled')
    const at = room.one('select at from runs limit 1')
    const ran = (now: number): readonly number[] => {
      const { good, proof, spoiled } = totalsOfDays(room.db, now, 30, 'Europe/Lisbon')
      return [good.runs, proof.runs, spoiled.runs]
    }
    expect(ran(at)).toEqual([1, 0, 1])
    // the room is in Lisbon, where winter days are those of UTC
    const dayAfterTheLast = (Math.floor(at / DAY) + 31) * DAY
    expect(ran(dayAfterTheLast - 1)).toEqual([1, 0, 1])
    expect(ran(dayAfterTheLast)).toEqual([0, 0, 0])
    const { good, spoiled } = totalsOfDays(room.db, at, 30, 'Europe/Lisbon')
    expect(good.charge).toBeGreaterThan(good.cost)
    expect([spoiled.charge, spoiled.cost > 0]).toEqual([0, true])
  })
})

describe('slips', () => {
  it('of a member stand newest first, in a line each, and no other’s', async () => {
    const room = await TestRoom.open()
    const { id: memberId } = await room.must(ACTIONS['person.add'], {
      ...{ name: 'Ida', role: 'member', groupId: null, note: '' },
    })
    const [a, b] = [await room.slip({ memberId }), await room.slip({ memberId })]
    await room.slip()
    expect(slipsOf(room.db, memberId, 6).map((s) => [s.number, s.state])).toEqual([
      [b.number, 'open'],
      [a.number, 'open'],
    ])
    expect(slipsOf(room.db, memberId, 1).map((s) => s.id)).toEqual([b.id])
  })
  it('are offered the presets of the room, and told for which the paper is in its feed', async () => {
    const room = await TestRoom.open()
    const loaded = (): readonly (boolean | undefined)[] => versionChoices(room.db).map((v) => v.loaded)
    const feedId = room.one<string>('select id from feeds')
    const printerId = room.one<string>('select id from printers')
    const [stock] = listPapers(room.db)[0]?.stocks ?? []
    await room.must(ACTIONS['printer.load'], { printerId, feedId, stockId: null, rollId: null })
    expect(loaded()).toEqual([false])
    await room.must(ACTIONS['printer.load'], { printerId, feedId, stockId: stock?.id ?? null, rollId: null })
    expect(loaded()).toEqual([true])
  })
  it('a page has everything, and nothing for a slip that is not there', async () => {
    const room = await TestRoom.open()
    await room.slip({ copies: 12 })
    const slip = await room.slip()
    const page = slipPage(room.db, slip.id, room.now)
    expect(page).toMatchObject({ lastCopies: 12, newer: {}, roomUnit: 'mm', slip: { number: slip.number } })
    expect(page?.pictures).toMatchObject([{ previewReady: false }])
    expect(slipPage(room.db, '01a00000-0000-7000-8000-000000000009', room.now)).toBeNull()
  })
  it('says what a newer version of its preset changed', async () => {
    const room = await TestRoom.open()
    const slip = await room.slip()
    const id = room.one<string>('select id from presets')
    const draft = JSON.parse(room.one<string>('select settings from preset_versions'))
    await room.must(ACTIONS['preset.draft'], { id, revision: 1, name: 'x', draft: { ...draft, qualityId: 'draft' } })
    await room.must(ACTIONS['preset.seal'], { id, revision: 2, why: 'cheaper' })
    const held = readSlip(room.db, slip.id)?.body.prints[0]?.versionId ?? ''
    const newer = slipPage(room.db, slip.id, room.now)?.newer[held]
    expect(newer).toMatchObject({ number: 2, changes: 'quality draft, was photo: new seal' })
    expect(held).not.toBe(newer?.versionId)
  })
  it('are copied with one copy wanted, and withdrawn ones are listed apart', async () => {
    const room = await TestRoom.open()
    const slip = await room.slip({ copies: 7, title: 'Seven' })
    const copy = await room.must(ACTIONS['slip.copy'], { id: slip.id })
    expect(readSlip(room.db, copy.id)?.body).toMatchObject({ title: 'Seven', prints: [{ copies: 1 }] })
    await room.must(ACTIONS['slip.state'], { id: slip.id, revision: 1, state: 'withdrawn' })
    expect(listSlips(room.db, ['withdrawn']).map((l) => l.slip.number)).toEqual([slip.number])
  })
  it('refuse a body that points to what is not there', async () => {
    const room = await TestRoom.open()
    const slip = await room.slip()
    const body = readSlip(room.db, slip.id)?.body
    if (!body) throw new Error('no slip')
    const ghost = '01a00000-0000-7000-8000-00000000dead'
    const print = printOf(body, null)
    const other = (patch: PlainPatch) => ({ ...body, prints: [print, { ...patched(print, patch), id: 'second' }] })
    for (const wrong of [{ ...body, memberId: ghost }, other({ versionId: ghost }), other({ pictureId: ghost })])
      expect(await room.act(ACTIONS['slip.save'], { id: slip.id, revision: 1, body: wrong })).toMatchObject({
        problem: { code: 'not_found' },
      })
    expect(
      await room.act(ACTIONS['slip.save'], { id: slip.id, revision: 1, body: other({ copies: 0 }) }),
    ).toMatchObject({ problem: { code: 'input' } })
    expect(readSlip(room.db, slip.id)?.revision).toBe(1)
  })
  it('ask for a file only when they are complete and as seen', async () => {
    const room = await TestRoom.open()
    const slip = await room.slip()
    const job = await room.must(ACTIONS['slip.file'], { id: slip.id, printId: 'first', revision: 1 })
    expect(room.one<string>('select state from jobs where id = ?', job.jobId)).toBe('queued')
    await room.must(ACTIONS['job.cancel'], { id: job.jobId })
    expect(room.one<string>('select state from jobs where id = ?', job.jobId)).toBe('cancelled')
    expect(await room.act(ACTIONS['slip.file'], { id: slip.id, printId: 'first', revision: 4 })).toMatchObject({
      problem: { code: 'stale' },
    })
    const bare = await room.slip({ sheet: null })
    expect(await room.act(ACTIONS['slip.file'], { id: bare.id, printId: 'first', revision: 1 })).toMatchObject({
      problem: { code: 'slip_incomplete', missing: 'sheet' },
    })
  })
  it('learn of a preview when it was made', async () => {
    const room = await TestRoom.open()
    const id = room.picture()
    await room.must(previewPicture, { id, previewSha: 'a'.repeat(64) })
    expect(room.one<string>('select preview_sha from pictures where id = ?', id)).toBe('a'.repeat(64))
    expect(
      await room.act(previewPicture, { id: '01a00000-0000-7000-8000-00000000dead', previewSha: 'x' }),
    ).toMatchObject({ problem: { code: 'not_found' } })
  })
})

describe('the screen that a slip was judged on', () => {
  it('is known with what speaks against it today; one that is not there is none', async () => {
    const room = await TestRoom.open()
    const { id: screenId } = await room.must(ACTIONS['screen.add'], { name: 'Desk' })
    const made = await room.slip({ screenId })
    const slip = readSlip(room.db, made.id)
    if (!slip) throw new Error('the slip is there')
    expect(slip.body.screenId).toBe(screenId)
    const on = () =>
      factsFrom(catalogue(room.db, room.now, []), slip.body, printOf(slip.body, null), () => null).screen ?? null
    expect(on()).toEqual({ id: screenId, name: 'Desk', flaws: [{ code: 'screen not measured' }] })
    await room.must(ACTIONS['screen.measure'], { id: screenId, brightness: 100, white: 6500, instrument: '' })
    expect(on()?.flaws).toEqual([])
    room.now += 40 * 86_400_000
    expect(on()?.flaws).toEqual([{ code: 'screen measured long ago', days: 40, good: 30 }])
    const { uses } = await room.knowingly(ACTIONS['thing.retire'], { kind: 'screen', id: screenId, revision: 1 })
    expect(uses).toEqual([`Slip ${slip.number} was judged on it.`])
    expect(on()).toBeNull()
  })
})

describe('the room', () => {
  it('thresholds that cross are refused, others are saved', async () => {
    const room = await TestRoom.open()
    const edit = {
      ...ROOM_FIELDS,
      revision: 1,
      name: 'Room',
      unit: 'in',
      stopPpi: 300,
      cautionPpi: 200,
      usualCopies: 6,
      edgeCheckDays: 90,
    }
    expect(await room.act(ACTIONS['room.edit'], edit)).toMatchObject({ problem: { code: 'input' } })
    expect((await room.act(ACTIONS['room.edit'], { ...edit, stopPpi: 90 })).ok).toBe(true)
    expect(readRoom(room.db)).toMatchObject({ unit: 'in', revision: 2, facts: { stopPpi: 90 } })
    expect(await room.act(ACTIONS['room.edit'], { ...edit, stopPpi: 90 })).toMatchObject({
      problem: { code: 'stale', now: 2 },
    })
  })
  it('a first draft for a new preset suits a paper that is there', async () => {
    const room = await TestRoom.open()
    const draft = newDraft(presetWorld(room.db))
    expect(draft).toMatchObject({ mediaSettingId: 'photo', edgeAllowed: 'margins', fileColour: { kind: 'untouched' } })
    expect(newDraft({ queues: [], papers: [], profiles: [], sizes: [], retiredProfiles: [] })).toBeNull()
  })
  it('own sizes: short edge first, one name once, nothing too small', async () => {
    const room = await TestRoom.open()
    await room.must(ACTIONS['size.add'], { name: 'Card', short: 130_000, long: 92_000, unit: 'mm' })
    expect(room.db.$client.prepare('select short_um, long_um, pwg from sizes').get()).toEqual({
      short_um: 92_000,
      long_um: 130_000,
      pwg: 'custom_card_92x130mm',
    })
    expect(
      await room.act(ACTIONS['size.add'], { name: 'card', short: 100_000, long: 100_000, unit: 'mm' }),
    ).toMatchObject({ problem: { code: 'name_taken', name: 'Card' } })
    expect(
      await room.act(ACTIONS['size.add'], { name: 'A4', short: 100_000, long: 100_000, unit: 'mm' }),
    ).toMatchObject({ problem: { code: 'name_taken' } })
    expect(
      await room.act(ACTIONS['size.add'], { name: 'Crumb', short: 9_999, long: 20_000, unit: 'mm' }),
    ).toMatchObject({ problem: { code: 'input' } })
  })
})
