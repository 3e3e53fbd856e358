import { describe, expect, it } from 'vitest'
import { runChecks } from '@/core/checks/all'
import { fromMm, um } from '@/core/length/length'
import { cutsOf } from '@/core/nest/cuts'
import { acrossWidth, firstPlan } from '@/core/nest/together'
import { sayFinding } from '@/core/words/checks'
import { planView } from '@/server/books/plan-view'
import { printableForFile } from '@/server/books/printable'
import { readBench } from '@/server/stores/bench'
import { earlierPrints } from '@/server/stores/earlier'
import { find } from '@/server/stores/find'
import { planLines, readPlan } from '@/server/stores/kept-plans'
import { listRuns, readRun } from '@/server/stores/log'
import { planGroups, rollHints } from '@/server/stores/roll-plans'
import { slipPage } from '@/server/stores/slip-page'
import { readSlip } from '@/server/stores/slips'
import { planOf } from '../../../test/roll-room'
import { TestRoom } from '../../../test/room'
import { ACTIONS } from './all'
import { stepPrint } from './prints'

const WIDE = fromMm(600)

/** A room with a roll of 30 m for 90.00, two members, and three slips that wait for it: two, one and one copies. */
async function waiting({ address = 'ipp://127.0.0.1:9/ipp/print' } = {}) {
  const room = await TestRoom.open()
  room.db.$client.prepare('update queues set address = ?').run(address)
  room.db.$client.exec(`update queues set facts = json_set(facts, '$.feeds[0].margins[0].margins',
    json('{"left":4000,"right":4000,"lead":5000,"trail":6000}')) where json_extract(facts, '$.feeds[0].margins[0]') is not null`)
  const paperId = room.one<string>('select id from papers')
  const stock = await room.must(ACTIONS['stock.add'], {
    ...{ paperId, kind: 'roll', width: WIDE, length: 30_000_000, pack: 1, price: 9000, count: 1 },
  } as never)
  const roll = await room.must(ACTIONS['roll.open'], { stockId: stock.id })
  const person = (name: string) => room.must(ACTIONS['person.add'], { name, role: 'member', groupId: null } as never)
  const [iria, tome] = [await person('Iria'), await person('Tomé')]
  const slip = async (title: string, mm: number, copies: number, memberId: string) => {
    const made = await room.slip({
      ...{ title, copies, memberId, sheet: { kind: 'cut', width: WIDE, length: 'auto' } },
      placing: { mode: 'exact', by: { edge: 'width', um: fromMm(mm) } },
    })
    await room.must(ACTIONS['slip.state'], { id: made.id, revision: 1, state: 'waiting' })
    return made
  }
  const slips = [
    await slip('Fern', 120, 2, iria.id),
    await slip('Moon', 150, 1, tome.id),
    await slip('Reed', 90, 1, tome.id),
  ] as const
  const group = () => {
    const [first] = planGroups(room.db, room.now)
    if (!first) throw new Error('nothing waits')
    return first
  }
  const keep = async (more: Parameters<typeof planOf>[1] = {}) => {
    const waits = group()
    return room.must(ACTIONS['plan.keep'], { group: waits.key, plan: planOf(waits, more) })
  }
  const answers = (id: string) =>
    (planView(room.db, id, room.now)?.promise?.findings ?? [])
      .filter((f) => f.level === 'stop')
      .map(({ check }) => ({ check, reason: 'a test' }))
  const log = (id: string, outcome: 'good' | 'proof' | 'spoiled' = 'good') =>
    room.act(ACTIONS['plan.log'], {
      ...{ id, revision: 1, outcome, cause: outcome === 'spoiled' ? 'banding' : null, note: '', answers: answers(id) },
    })
  const print = (id: string) =>
    room.act(ACTIONS['plan.print'], { id, revision: 1, outcome: 'good', note: '', answers: answers(id) })
  return { room, slips, roll, iria, tome, group, keep, log, print, answers }
}

const says = (problem: unknown): string => JSON.stringify(problem)

describe('keeping a plan', () => {
  it('holds its copies: who plans next sees the others alone, and none of it is printed by itself', async () => {
    const { room, slips, keep, group } = await waiting()
    const waits = group()
    const fern = { ...waits, prints: waits.prints.filter((p) => p.title === 'Fern').map((p) => ({ ...p, copies: 1 })) }
    await room.must(ACTIONS['plan.keep'], { group: waits.key, plan: planOf(fern) })
    expect(group().prints.map((p) => [p.title, p.copies])).toEqual([
      ['Fern', 1],
      ['Moon', 1],
      ['Reed', 1],
    ])
    await keep()
    expect(planGroups(room.db, room.now)).toEqual([])
    const [lane] = readBench(room.db, room.now, 0).lanes
    expect(lane?.groups).toEqual([])
    expect(lane?.plans.map((p) => p.number)).toEqual([2, 1])
    expect(planLines(room.db, room.now).map((p) => [p.number, p.count, p.state])).toEqual([
      [2, 3, 'kept'],
      [1, 1, 'kept'],
    ])
    const alone = await room.act(ACTIONS['run.log'], {
      ...{ slipId: slips[0].id, revision: 2, outcome: 'good', cause: null, note: '' },
      prints: [{ printId: 'first', copies: 1, answers: [] }],
    })
    expect(says(alone)).toMatch(/2 copies of this print of slip \d+ lie in plan 2 on the bench/)
  })
  it('is as long on the bench, in the list and on its own page, kept, cancelled or printed', async () => {
    const { room, keep, log, group } = await waiting()
    const hint = rollHints(room.db, room.now)[0]?.length
    // the gap of the last labels and the margins at both ends are in it
    expect(hint).toBe(firstPlan(group(), 15_000)?.length)
    const first = await keep()
    const lengths = (id: string): readonly unknown[] => [
      planLines(room.db, room.now).find((p) => p.id === id)?.length,
      planView(room.db, id, room.now)?.length,
      planView(room.db, id, room.now)?.sheet.length,
    ]
    const view = planView(room.db, first.id, room.now)
    const body = readPlan(room.db, first.id)?.body
    const long = (body?.length ?? 0) + 5000 + 5000 + 6000
    expect(view?.sheet.length).toBe(long)
    expect(lengths(first.id)).toEqual([long, long, long])
    await room.must(ACTIONS['plan.put-away'], { id: first.id, revision: 1 })
    expect(lengths(first.id).slice(1)).toEqual([long, long])
    const second = await keep()
    await log(second.id)
    expect(lengths(second.id)).toEqual([long, long, long])
    expect(room.one('select length_um from runs')).toBe(long)
  })
  it('two who keep the same at once: the second is told', async () => {
    const { room, group } = await waiting()
    const waits = group()
    const plan = planOf(waits)
    await room.must(ACTIONS['plan.keep'], { group: waits.key, plan })
    expect(says(await room.act(ACTIONS['plan.keep'], { group: waits.key, plan }))).toMatch(/Nothing that waits belongs/)
  })
  it.each([
    [
      'on each other',
      (p: ReturnType<typeof planOf>) => ({ laid: p.laid.map((l) => ({ ...l, x: p.margin, y: l.i === 1 ? 0 : l.y })) }),
      /lie on each other|apart/,
    ],
    [
      'outside',
      (p: ReturnType<typeof planOf>) => ({ laid: p.laid.map((l, n) => (n === 0 ? { ...l, x: 599_000 } : l)) }),
      /lies outside what this roll prints/,
    ],
    [
      'without one of them',
      (p: ReturnType<typeof planOf>) => ({ laid: p.laid.slice(1) }),
      /has no place in this plan|another length/,
    ],
    [
      'in another size',
      (p: ReturnType<typeof planOf>) => ({ laid: p.laid.map((l, n) => (n === 0 ? { ...l, w: l.w - 100 } : l)) }),
      /another size|lies there/,
    ],
    [
      'of another length',
      (p: ReturnType<typeof planOf>) => ({ length: (p.length + 10) as typeof p.length }),
      /another length/,
    ],
    ['on a roll of no width', () => ({ width: 0 as ReturnType<typeof planOf>['width'] }), /roll|version/],
  ] as const)('one that lies %s is refused with the culprit, and nothing is kept', async (_, wrong, why) => {
    const { room, group } = await waiting()
    const waits = group()
    const plan = planOf(waits)
    const refused = await room.act(ACTIONS['plan.keep'], { group: waits.key, plan: { ...plan, ...wrong(plan) } })
    expect(refused.ok).toBe(false)
    expect(says(refused)).toMatch(why)
    expect(room.one('select count(*) from roll_plans')).toBe(0)
  })
  it('no prints, or too many, are no plan', async () => {
    const { room, group } = await waiting()
    const waits = group()
    const plan = planOf(waits)
    const none = await room.act(ACTIONS['plan.keep'], {
      group: waits.key,
      plan: { ...plan, items: [], laid: [], length: 0 },
    })
    expect(says(none)).toMatch(/lay at least one print/)
    const [item] = plan.items
    const many = Array.from({ length: 500 }, () => item)
    expect(says(await room.act(ACTIONS['plan.keep'], { group: waits.key, plan: { ...plan, items: many } }))).toMatch(
      /at most 300 prints/,
    )
  })
  it('more copies than are wanted are none of it', async () => {
    const { room, group } = await waiting()
    const waits = group()
    const more = { ...waits, prints: waits.prints.map((p) => ({ ...p, copies: p.copies + 1 })) }
    expect(says(await room.act(ACTIONS['plan.keep'], { group: waits.key, plan: planOf(more) }))).toMatch(
      /wants \d more of this print, and \d lie on this plan/,
    )
  })
  it('put away, its prints wait again', async () => {
    const { room, keep, group, print } = await waiting()
    const { id } = await keep()
    expect(await room.act(ACTIONS['plan.put-away'], { id, revision: 1 })).toMatchObject({ ok: true })
    expect(group().prints).toHaveLength(3)
    expect(says(await print(id))).toMatch(/This plan|put away/)
    expect(planView(room.db, id, room.now)).toMatchObject({ state: 'put away', promise: null, trouble: null })
  })
})

describe('a plan whose slips changed', () => {
  it('another size, one that was taken off the bench, one that was printed: each is said by name', async () => {
    const { room, slips, keep } = await waiting()
    const { id } = await keep()
    const trouble = () => planView(room.db, id, room.now)?.trouble ?? ''
    expect(trouble()).toBe('')
    const [fern, moon] = slips
    const body = (sid: string) => JSON.parse(room.one<string>('select body from slips where id = ?', sid))
    const was = body(fern.id)
    const stored = was.body ?? was
    stored.prints[0].pieces[0].placing.by.um = fromMm(121)
    room.db.$client.prepare('update slips set body = ? where id = ?').run(JSON.stringify(was), fern.id)
    expect(trouble()).toMatch(/Slip \d+, Fern, is .* now, and this plan was laid for another size. Put this plan away/)
    stored.prints[0].pieces[0].placing.by.um = fromMm(120)
    stored.prints[0].copies = 1
    room.db.$client.prepare('update slips set body = ? where id = ?').run(JSON.stringify(was), fern.id)
    expect(trouble()).toMatch(/wants 1 more of this print, and 2 lie on this plan/)
    stored.prints[0].copies = 2
    room.db.$client.prepare('update slips set body = ? where id = ?').run(JSON.stringify(was), fern.id)
    expect(trouble()).toBe('')
    stored.prints[0].darkness = 3
    room.db.$client.prepare('update slips set body = ? where id = ?').run(JSON.stringify(was), fern.id)
    expect(trouble()).toMatch(/is not printed like the others of this plan now: version, roll, darkness or grey differ/)
    stored.prints[0].darkness = 0
    stored.prints[0].label = 'one of the ways'
    room.db.$client.prepare('update slips set body = ? where id = ?').run(JSON.stringify(was), fern.id)
    expect(trouble()).toMatch(/nothing to print now/)
    delete stored.prints[0].label
    room.db.$client.prepare('update slips set body = ? where id = ?').run(JSON.stringify(was), fern.id)
    for (const state of ['open', 'withdrawn']) {
      room.db.$client.prepare('update slips set state = ? where id = ?').run(state, moon.id)
      expect(trouble()).toMatch(/Slip \d+ was taken off the bench/)
    }
    expect(
      says(await room.act(ACTIONS['plan.print'], { id, revision: 1, outcome: 'good', note: '', answers: [] })),
    ).toMatch(/taken off the bench/)
  })
})

describe('logging a plan that was printed from its file', () => {
  it('is one run with a part each, and each part is corrected by itself', async () => {
    const { room, keep, log, slips, iria, group } = await waiting()
    const { id } = await keep()
    const view = planView(room.db, id, room.now)
    expect(view?.pieces.map((p) => p.payer?.name).sort()).toEqual(['Iria', 'Iria', 'Tomé', 'Tomé'])
    expect(find(room.db, `plan ${view?.number}`)).toMatchObject([{ kind: 'plan', href: `/bench/plan/${id}` }])
    expect(await log(id)).toMatchObject({ ok: true })
    const lines = listRuns(room.db, {}, null, 10).lines
    expect(lines).toHaveLength(4)
    expect(new Set(lines.map((l) => l.id)).size).toBe(4)
    expect(new Set(lines.map((l) => l.number)).size).toBe(1)
    expect(
      lines
        .filter((l) => l.title === 'Fern')
        .map((l) => l.copy)
        .sort(),
    ).toEqual([1, 2])
    // each line shows its own picture
    for (const l of lines) expect(l.pictureId).toBe(room.one('select picture_id from slips where id = ?', l.slipId))
    const page = listRuns(room.db, {}, null, 3)
    expect(listRuns(room.db, {}, page.next, 3).lines.map((l) => l.id)).toEqual([lines[3]?.id])
    const owed = (): number =>
      room.one('select coalesce(sum(amount), 0) from account_entries where person_id = ?', iria.id)
    const each = view?.pieces.filter((p) => p.title === 'Fern').map((p) => p.charge ?? 0) ?? []
    expect(owed()).toBe(each.reduce((sum: number, b) => sum + b, 0))
    const fern = lines.find((l) => l.title === 'Fern' && l.copy === 2)
    await room.correct({
      id: fern?.id ?? '',
      outcome: 'spoiled',
      cause: 'banding',
      note: 'a band',
    })
    expect(owed()).toBe((each[0] ?? 0) + (each[1] ?? 0) - (fern?.charge ?? 0))
    expect(readRun(room.db, fern?.id ?? '')).toMatchObject({ outcome: 'spoiled', corrections: [{ note: 'a band' }] })
    const other = lines.find((l) => l.title === 'Fern' && l.copy === 1)
    expect(readRun(room.db, other?.id ?? '')).toMatchObject({ outcome: 'good', corrections: [] })
    // good after all it is paid as it was, by its own lines
    await room.correct({ id: fern?.id ?? '', outcome: 'good', cause: null, note: 'the light' })
    expect(owed()).toBe(each.reduce((sum: number, b) => sum + b, 0))
    await room.correct({
      id: fern?.id ?? '',
      outcome: 'spoiled',
      cause: 'banding',
      note: 'a band',
    })
    // the spoiled copy is wanted again, and can be planned again
    expect(room.one('select state from slips where id = ?', slips[0].id)).toBe('waiting')
    expect(group().prints.map((p) => [p.title, p.copies])).toEqual([['Fern', 1]])
  })
  it('a spoiled one costs the room and nobody else, and all of it is wanted again', async () => {
    const { room, keep, log, group, roll } = await waiting()
    const { id } = await keep()
    expect(await log(id, 'spoiled')).toMatchObject({ ok: true })
    expect(room.one('select count(*) from account_entries')).toBe(0)
    expect(room.one('select cost from runs')).toBeGreaterThan(0)
    expect(room.one('select sum(cost) from run_parts')).toBe(room.one('select cost from runs'))
    const length = room.one('select length_um from runs')
    expect(room.one('select sum(delta_um) from roll_moves where roll_id = ?', roll.id)).toBe(30_000_000 - length)
    expect(group().prints.map((p) => p.copies)).toEqual([2, 1, 1])
  })
  it('the room’s rule says who pays for what lies between', async () => {
    let share = 0
    const charged = async (rule: string): Promise<readonly number[]> => {
      const { room, keep, log } = await waiting()
      share = room.one('select room_share from tariffs')
      room.db.$client.prepare('update room set plan_shares = ?').run(rule)
      const { id } = await keep()
      expect(await log(id)).toMatchObject({ ok: true })
      return [
        room.one('select cost from runs'),
        room.one('select charge from runs'),
        room.one('select sum(amount) from account_entries'),
      ]
    }
    const [all, own] = [await charged('own area and waste'), await charged('own area')]
    expect(own[0]).toBe(all[0])
    expect(own[1]).toBeLessThan(all[1] ?? 0)
    expect([all[2], own[2]]).toEqual([all[1], own[1]])
    // paper and ink are paid to the last minor unit, and the room's share of each of the four prints
    expect((all[1] ?? 0) - (all[0] ?? 0)).toBe(4 * share)
  })
  it('a picture of it is found again as its own print’s alone', async () => {
    const { room, keep, log, slips } = await waiting()
    const { id } = await keep()
    await log(id)
    const pictureOf = (sid: string) => room.one<string>('select picture_id from slips where id = ?', sid)
    room.db.$client.prepare("update pictures set sha = 'fern' where id = ?").run(pictureOf(slips[0].id))
    room.db.$client.prepare("update pictures set sha = 'moon' where id = ?").run(pictureOf(slips[1].id))
    const earlier = earlierPrints(room.db, [pictureOf(slips[0].id)], 'another slip')
    const told = earlier[pictureOf(slips[0].id)] ?? []
    expect(told).toHaveLength(1)
    expect(told[0]?.times).toBe(2)
    expect(told[0]?.print?.pieces[0]?.pictureId).toBe(pictureOf(slips[0].id))
  })
})

describe('printing a plan', () => {
  it('what nobody knows of is asked about, and meanwhile holds its prints', async () => {
    const { room, keep, print } = await waiting()
    const { id } = await keep()
    const started = await print(id)
    if (!started.ok) throw new Error(says(started.problem))
    expect(says(await print(id))).toMatch(/"printing"/)
    expect(says(await room.act(ACTIONS['plan.put-away'], { id, revision: 1 }))).toMatch(/"printing"/)
    const [job = ''] = started.value.printIds
    await room.must(stepPrint, { id: job, to: { state: 'sending' } })
    await room.must(stepPrint, { id: job, to: { state: 'not known', says: 'gone' } })
    expect(room.one('select outcome from runs')).toBe('not known')
    expect(planGroups(room.db, room.now)).toEqual([])
    expect(says(await print(id))).toMatch(/Nobody knows yet whether plan 1 came out/)
    await room.must(ACTIONS['print.settle'], { id: job, outcome: 'good', cause: null, note: 'it lay in the tray' })
    expect(room.one('select outcome from runs')).toBe('good')
    expect(room.one('select sum(amount) from account_entries')).toBe(room.one('select charge from runs'))
    expect(room.one('select count(*) from roll_moves where run_id is not null')).toBe(1)
    expect(planView(room.db, id, room.now)?.state).toBe('printed')
    expect(room.one("select count(*) from slips where state = 'done'")).toBe(3)
  })
  it('one that did not come out can be printed again as it was laid', async () => {
    const { room, keep, print } = await waiting()
    const { id } = await keep()
    const started = await print(id)
    if (!started.ok) throw new Error(says(started.problem))
    const [job = ''] = started.value.printIds
    await room.must(stepPrint, { id: job, to: { state: 'sending' } })
    await room.must(stepPrint, { id: job, to: { state: 'not known', says: 'gone' } })
    await room.must(ACTIONS['print.settle'], { id: job, outcome: 'not printed', cause: null, note: 'nothing there' })
    expect(planView(room.db, id, room.now)).toMatchObject({ state: 'kept', trouble: null })
    expect(room.one('select count(*) from roll_moves where run_id is not null')).toBe(0)
    expect(await print(id)).toMatchObject({ ok: true })
  })
  it('a roll that has less is not begun, and a queue without an address says so', async () => {
    const { room, keep, print, roll } = await waiting()
    const { id } = await keep()
    const measure = (measured: number) =>
      room.must(ACTIONS['roll.measure'], { id: roll.id, measured: um(measured), seen: 99, note: 'measured' })
    await measure(100_000)
    expect(says(await print(id))).toMatch(/"nothing_left"/)
    await measure(29_100_000)
    room.db.$client.prepare("update queues set address = ''").run()
    expect(says(await print(id))).toMatch(/it has no address/)
    expect(await room.act(ACTIONS['plan.file'], { id, revision: 1 })).toMatchObject({ ok: true })
  })
  it('cuts that are made are kept for whoever looks', async () => {
    const { room, keep } = await waiting()
    const { id } = await keep()
    await room.must(ACTIONS['plan.cuts'], { id, was: 0, made: 3 })
    expect(planView(room.db, id, room.now)?.cutsMade).toBe(3)
  })
  it('a tick of somebody who saw fewer cuts made takes none of them back', async () => {
    const { room, keep } = await waiting()
    const { id } = await keep()
    await room.must(ACTIONS['plan.cuts'], { id, was: 0, made: 3 })
    const late = await room.act(ACTIONS['plan.cuts'], { id, was: 0, made: 1 })
    expect(late).toMatchObject({ problem: { code: 'stale', yours: 0, now: 3 } })
    expect(planView(room.db, id, room.now)?.cutsMade).toBe(3)
  })
})

describe('what is left when a plan is cut', () => {
  it('an offcut that is wide enough lies on the shelf as a sheet, once, and costs nothing any more', async () => {
    const { room, keep, log } = await waiting()
    const { id } = await keep()
    const cutsNow = () => {
      const view = planView(room.db, id, room.now)
      if (!view) throw new Error('no plan')
      return (
        cutsOf(
          view.pieces.map((p) => p.laid),
          view.sheet,
        ) ?? []
      )
    }
    const offcut = cutsNow()
      .flatMap((c) => c.gives.map((g, side) => ({ cut: c.number, side, g })))
      .filter(({ g }) => g.kind === 'offcut')
      .sort((a, b) => Math.min(b.g.piece.w, b.g.piece.h) - Math.min(a.g.piece.w, a.g.piece.h))[0]
    if (!offcut) throw new Error('there is an offcut')
    const asked = { id, cut: offcut.cut, side: offcut.side as 0 | 1 }
    expect(says(await room.act(ACTIONS['plan.offcut'], asked))).toMatch(/nothing was cut of it yet/)
    await log(id)
    const made = await room.must(ACTIONS['plan.offcut'], asked)
    const [w, h] = [offcut.g.piece.w, offcut.g.piece.h].map((v) => Math.floor(v / 1000) * 1000).sort((a, b) => a - b)
    expect(
      room.db.$client.prepare('select kind, width_um, length_um, price from stocks where id = ?').get(made.id),
    ).toEqual({ kind: 'sheet', width_um: w, length_um: h, price: 0 })
    expect(room.one('select sum(delta) from stock_moves where stock_id = ?', made.id)).toBe(1)
    expect(planView(room.db, id, room.now)?.offcutsKept).toEqual([`${offcut.cut}.${offcut.side}`])
    expect(says(await room.act(ACTIONS['plan.offcut'], asked))).toMatch(/lies on the shelf already/)
    const print = cutsNow().find((c) => c.gives.some((g) => g.kind === 'print'))
    const side = print?.gives.findIndex((g) => g.kind === 'print') ?? 0
    expect(says(await room.act(ACTIONS['plan.offcut'], { id, cut: print?.number ?? 0, side }))).toMatch(
      /No offcut falls off/,
    )
  })
  it('a roll that a plan waits for is not finished', async () => {
    const { room, keep, roll } = await waiting()
    await keep()
    expect(says(await room.act(ACTIONS['roll.finish'], { id: roll.id, revision: 1 }))).toMatch(
      /Plan 1 is laid for roll 1/,
    )
  })
})

describe('so that some number goes across', () => {
  it('the prints are made so wide on their slips, all of them or none', async () => {
    const { room, group, keep } = await waiting()
    const width = acrossWidth({ width: WIDE, margin: 4000, gap: 5000 }, 3) ?? 0
    const prints = group().prints.map(({ slipId, printId, revision }) => ({ slipId, printId, revision }))
    const stale = prints.map((p, i) => (i === 2 ? { ...p, revision: 9 } : p))
    expect(await room.act(ACTIONS['plan.sizes'], { width, prints: stale })).toMatchObject({
      ok: false,
      problem: { code: 'stale' },
    })
    expect(group().prints.map((p) => p.w)).not.toContain(width)
    expect(await room.must(ACTIONS['plan.sizes'], { width, prints } as never)).toEqual({ slips: 3 })
    expect(group().prints.map((p) => p.w)).toEqual([width, width, width])
    for (const p of group().prints) expect(Math.abs(p.h - width / p.ratio)).toBeLessThan(2)
    await keep()
    const again = prints.map((p) => ({ ...p, revision: p.revision + 1 }))
    expect(says(await room.act(ACTIONS['plan.sizes'], { width, prints: again }))).toMatch(/lies in a kept plan/)
  })
})

describe('a roll that is too short for a slip', () => {
  it('the check names the rolls that would do, the shortest first', async () => {
    const { room, slips, roll } = await waiting()
    const stockId = room.one<string>('select stock_id from rolls')
    await room.must(ACTIONS['stock.buy'], { id: stockId, delta: 3 })
    const [a, b] = [
      await room.must(ACTIONS['roll.open'], { stockId }),
      await room.must(ACTIONS['roll.open'], { stockId }),
    ]
    const printerId = room.one<string>('select id from printers')
    const feedId = room.one<string>('select id from feeds')
    room.feedsTakeRolls()
    await room.must(ACTIONS['printer.load'], { printerId, feedId, stockId, rollId: roll.id })
    const cut = (rollId: string, left: number) =>
      room.must(ACTIONS['roll.move'], { id: rollId, kind: 'trimmed', delta: 30_000_000 - left, note: '' } as never)
    await cut(roll.id, 50_000)
    await cut(b.id, 12_000_000)
    const page = slipPage(room.db, slips[0].id, room.now)
    const slip = page && readSlip(room.db, slips[0].id)
    if (!slip) throw new Error('no slip')
    const found = printableForFile(room.db, slip, slip.body.prints[0]?.id ?? '', room.now)
    if (!found.ok) throw new Error('not ready')
    const out = runChecks(found.value.facts, found.value.outcome).find((f) => f.code === 'paper_out')
    expect(out && sayFinding(out, 'mm')).toMatch(
      new RegExp(`Rolls ${b.number} and ${a.number} or 1 unopened roll would do: load one of them\\.$`),
    )
  })
})
