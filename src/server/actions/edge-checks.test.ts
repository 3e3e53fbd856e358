import { describe, expect, it, onTestFinished } from 'vitest'
import { type SheetReading, UNREAD } from '@/core/edge/readings'
import { um } from '@/core/length/length'
import { outcomeOf } from '@/core/slip/outcome'
import { printJobs } from '@/server/db/schema'
import { dueChecks, edgeChecksOf, readEdgeCheck } from '@/server/stores/edge-checks'
import { logTotals } from '@/server/stores/log'
import { readPrintJob } from '@/server/stores/print-jobs'
import { readVersionFacts } from '@/server/stores/version-facts'
import { rulerSheet } from '@/server/subjects/ruler-sheet'
import { CARDS, PrintRoom } from '../../../test/print-room'
import { NOW, ROOM_FIELDS } from '../../../test/room'
import { facts } from '../../../test/slip-facts'
import { ACTIONS } from './all'

const DAY = 86_400_000
const SIX_BY_FOUR = { kind: 'size', sizeId: 'na_index-4x6_4x6in' } as const

const sheet = (left: number, right: number, lead: number, trail: number): SheetReading => ({
  ...UNREAD,
  ticks: { left, right, lead, trail },
})

/** A room with the card printer and a preset on it; nothing is sent, only asked for. */
async function checks() {
  const printers = await PrintRoom.open(5, ['wren'])
  onTestFinished(() => printers.end())
  const { room } = printers
  const versionId = await printers.preset(CARDS)
  const asked = (more: Record<string, unknown> = {}) =>
    room.act(ACTIONS['edge-check.start'], {
      versionId,
      edge: 'borderless',
      sheet: SIX_BY_FOUR,
      sheets: 3,
      instrument: 'rule and loupe',
      print: false,
      note: '',
      ...more,
    })
  const begun = async (more: Record<string, unknown> = {}) => {
    const started = await asked(more)
    if (!started.ok) throw new Error(JSON.stringify(started.problem))
    return started.value
  }
  const check = (id: string) => {
    const found = readEdgeCheck(room.db, id)
    if (!found) throw new Error('the check is gone')
    return found
  }
  const read = (id: string, readings: readonly SheetReading[], more: Record<string, unknown> = {}) =>
    room.act(ACTIONS['edge-check.read'], {
      id,
      revision: check(id).revision,
      readings,
      instrument: 'rule and loupe',
      ...more,
    })
  const solve = (id: string) => room.act(ACTIONS['edge-check.solve'], { id, revision: check(id).revision })
  const solved = async (readings: readonly SheetReading[], more: Record<string, unknown> = {}): Promise<string> => {
    const { id } = await begun({ sheets: readings.length, ...more })
    const saved = await read(id, readings)
    const done = await solve(id)
    if (!saved.ok || !done.ok) throw new Error('the check was not solved')
    return id
  }
  const version = () => {
    const found = readVersionFacts(room.db, versionId, room.now)
    if (!found.ok) throw new Error('the version is gone')
    return found.value
  }
  return { printers, room, versionId, asked, begun, check, read, solve, solved, version }
}

describe('an edge check', () => {
  it('is laid out for the sheet as it feeds, with what was declared beside it', async () => {
    const { begun, check } = await checks()
    const { id, number } = await begun()
    const made = check(id)
    expect(number).toBe(1)
    expect(made).toMatchObject({
      state: 'open',
      edge: 'borderless',
      sheet: { width: 101_600, length: 152_400 },
      queueName: 'Wren',
      feedName: 'card stack',
      result: null,
      readings: [UNREAD, UNREAD, UNREAD],
    })
    expect(made.layout.stairs.map((s) => s.edge)).toEqual(['left', 'right', 'lead', 'trail'])
    expect(made.declared.edges.left).toBeGreaterThan(0)
  })
  it('printed, each sheet waits as a job of its own; by hand none does', async () => {
    const { printers, begun, room } = await checks()
    await begun()
    expect(room.one('select count(*) from print_jobs')).toBe(0)
    const { id } = await begun({ print: true, sheets: 2 })
    expect(room.one('select count(*) from print_jobs where subject_id = ?', id)).toBe(2)
    expect(room.one('select count(distinct job_name) from print_jobs')).toBe(2)
    expect(printers.machines.size).toBe(1)
  })
  it.each([
    ['a preset that is gone', { versionId: '01a00000-0000-7000-8000-000000000000' }, 'not_found'],
    ['a size that is gone', { sheet: { kind: 'size', sizeId: 'iso_z9' } }, 'not_found'],
    ['no sheets', { sheets: 0 }, 'input'],
    ['a size that the feed does not take', { sheet: { kind: 'size', sizeId: 'iso_a3_297x420mm' } }, 'queue_cannot'],
  ] as const)('%s: a sentence, nothing stored', async (_name, more, code) => {
    const { asked, room } = await checks()
    expect(await asked(more)).toMatchObject({ ok: false, problem: { code } })
    expect(room.one('select count(*) from edge_checks')).toBe(0)
    expect(room.one('select count(*) from print_jobs')).toBe(0)
  })
  it('half a table is saved, and is there again', async () => {
    const { begun, read, check } = await checks()
    const { id } = await begun({ note: 'after the move' })
    const half = [sheet(28, 29, 30, 31), { ...UNREAD, ticks: { ...UNREAD.ticks, left: 27 } }, UNREAD]
    expect((await read(id, half)).ok).toBe(true)
    expect(check(id)).toMatchObject({ readings: half, note: 'after the move', revision: 2 })
  })
  it('two readers: the second is shown that it changed, and overwrites nothing', async () => {
    const { begun, read, check } = await checks()
    const { id } = await begun()
    const first = [sheet(28, 28, 28, 28), UNREAD, UNREAD]
    await read(id, first)
    const second = await read(id, [sheet(1, 1, 1, 1), UNREAD, UNREAD], { revision: 1 })
    expect(second).toMatchObject({ problem: { code: 'stale', now: 2 } })
    expect(check(id).readings).toEqual(first)
  })
  it('a table that has lost a sheet is refused', async () => {
    const { begun, read, check } = await checks()
    const { id } = await begun()
    expect(await read(id, [UNREAD])).toMatchObject({
      problem: { code: 'check_reading', says: expect.stringMatching(/has 3 sheets; 1 were sent/) },
    })
    expect(check(id).readings).toHaveLength(3)
  })
  it.each([
    ['nothing was read', [UNREAD, UNREAD, UNREAD], /No sheet has been read yet/],
    [
      'an edge is missing',
      [{ ...sheet(28, 28, 28, 28), ticks: { left: 28, right: null, lead: 28, trail: 28 } }, UNREAD, UNREAD],
      /Sheet 1: the right .*not read/,
    ],
    [
      'a tick that the ruler has not',
      [sheet(28, 28, 28, 28), sheet(28, 28, 999, 28), UNREAD],
      /Sheet 2, .*there is no tick 999/,
    ],
    [
      'a length between other marks',
      [{ ...sheet(28, 28, 28, 28), lengths: { ...UNREAD.lengths, 'A to B': um(500_000) } }, UNREAD, UNREAD],
      /Sheet 1, cross A to cross B: 500.0 mm was read/,
    ],
  ] as const)('%s: it says which sheet and what, and stays open', async (_name, readings, says) => {
    const { begun, read, solve, check } = await checks()
    const { id } = await begun()
    expect((await read(id, readings)).ok).toBe(true)
    const answer = await solve(id)
    expect(answer.ok).toBe(false)
    expect(answer).toMatchObject({ problem: { code: 'check_reading', says: expect.stringMatching(says) } })
    expect(check(id).state).toBe('open')
  })
  it('solved, it no longer changes', async () => {
    const { solved, read, solve, check, room } = await checks()
    const id = await solved([sheet(28, 28, 30, 30), sheet(29, 27, 30, 30), sheet(28, 28, 29, 31)])
    const result = check(id).result
    expect(check(id)).toMatchObject({ state: 'solved', readBy: 'Keeper', solvedAt: NOW })
    for (const again of [
      await read(id, [sheet(1, 1, 1, 1), UNREAD, UNREAD]),
      await solve(id),
      await room.act(ACTIONS['edge-check.more'], { id, revision: check(id).revision, sheets: 1, print: false }),
    ])
      expect(again).toMatchObject({ problem: { code: 'check_reading', says: expect.stringContaining('is solved') } })
    expect(check(id).result).toEqual(result)
  })
  it('is used in every prediction from then on, and named in it', async () => {
    const { solved, version } = await checks()
    expect(version().checked.borderless).toBeNull()
    const before = version().queueFeed.borderless?.overspray.left
    const id = await solved([sheet(28, 28, 30, 30), sheet(29, 27, 30, 30), sheet(28, 28, 29, 31)])
    const found = version().checked.borderless
    expect(found).toMatchObject({ checkId: id, number: 1 })
    // 2.783 and 2.717 mm of the page are lost, 96.1 of 101.6 mm show: on paper 2.783 * 101.6 / 96.1
    expect(found?.edges.left).toBe(2943)
    expect(found?.edges.left).not.toBe(before)
    const o = outcomeOf(
      facts(
        { edge: 'borderless' },
        { version: version(), size: { name: '4 x 6 in', short: um(101_600), long: um(152_400) } },
      ),
    )
    expect(o.sheet?.check?.id).toBe(id)
    expect(o.sheet?.figures).toBe('checked')
  })
  it('the newest counts; withdrawn, the one before is used again', async () => {
    const { solved, version, room, check } = await checks()
    const first = await solved([sheet(28, 28, 30, 30)])
    room.now += DAY
    const second = await solved([sheet(34, 34, 30, 30)])
    expect(version().checked.borderless?.checkId).toBe(second)
    await room.must(ACTIONS['edge-check.withdraw'], { id: second, revision: check(second).revision })
    expect(version().checked.borderless?.checkId).toBe(first)
    expect(edgeChecksOf(room.db, check(first).printerId).map((c) => c.id)).toEqual([first])
    expect(check(second).state).toBe('withdrawn')
  })
  it('withdrawing cancels the sheets that still wait', async () => {
    const { begun, room, check } = await checks()
    const { id } = await begun({ print: true, sheets: 2 })
    await room.must(ACTIONS['edge-check.withdraw'], { id, revision: check(id).revision })
    expect(room.one("select count(*) from print_jobs where state = 'cancelled'")).toBe(2)
  })
  it('while a sheet is at the printer it is not withdrawn', async () => {
    const { begun, room, check } = await checks()
    const { id } = await begun({ print: true, sheets: 1 })
    room.db.$client.prepare("update print_jobs set state = 'printing'").run()
    const refused = await room.act(ACTIONS['edge-check.withdraw'], { id, revision: check(id).revision })
    expect(refused).toMatchObject({ problem: { code: 'printing' } })
    expect(check(id).state).toBe('open')
  })
  it('takes further sheets, but not without end', async () => {
    const { begun, room, check } = await checks()
    const { id } = await begun({ sheets: 10 })
    const more = (sheets: number) =>
      room.act(ACTIONS['edge-check.more'], { id, revision: check(id).revision, sheets, print: false })
    for (let i = 0; i < 3; i++) expect((await more(10)).ok).toBe(true)
    expect(check(id).readings).toHaveLength(40)
    expect(await more(1)).toMatchObject({ problem: { says: expect.stringContaining('over 40') } })
    expect(check(id).readings).toHaveLength(40)
  })
  it('its sheets are saved as files, those that there are', async () => {
    const { begun, room } = await checks()
    const { id } = await begun({ sheets: 2 })
    const file = (n: number) => room.act(ACTIONS['edge-check.file'], { id, sheet: n })
    expect(await file(3)).toMatchObject({ problem: { code: 'not_found', what: expect.stringContaining('Sheet 3') } })
    const made = await file(2)
    expect(made.ok && room.one('select kind from jobs where id = ?', made.value.jobId)).toBe('pdf')
  })
  it.each([
    ['after the days that the room sets', 91, null, { why: 'age', days: 91 }],
    ['not before', 90, null, null],
    ['after a head change', 1, 'head change', { why: 'upkeep', kind: 'head change' }],
    ['after a driver change', 1, 'driver change', { why: 'upkeep', kind: 'driver change' }],
    ['not after a nozzle check', 1, 'nozzle check', null],
  ] as const)('is due again %s', async (_name, days, upkeep, due) => {
    const { solved, version, room, check } = await checks()
    const edit = {
      ...ROOM_FIELDS,
      revision: 1,
      name: 'Room',
      unit: 'mm',
      stopPpi: 90,
      cautionPpi: 200,
      usualCopies: 6,
      edgeCheckDays: 90,
    }
    await room.must(ACTIONS['room.edit'], { ...edit, unit: 'mm' })
    const id = await solved([sheet(28, 28, 30, 30)])
    const { printerId } = check(id)
    room.now += days * DAY
    if (upkeep) await room.must(ACTIONS['upkeep.log'], { printerId, kind: upkeep, at: null, note: '' })
    expect(version().checkDue.borderless).toEqual(due)
    expect(dueChecks(room.db, edgeChecksOf(room.db, printerId), room.now)).toEqual(due ? [{ checkId: id, due }] : [])
  })
  it('a head change before the check makes nothing due', async () => {
    const { solved, version, room, check } = await checks()
    const id = await solved([sheet(28, 28, 30, 30)])
    await room.must(ACTIONS['upkeep.log'], {
      printerId: check(id).printerId,
      kind: 'head change',
      at: NOW - DAY,
      note: '',
    })
    expect(version().checkDue.borderless).toBeNull()
  })
  it('a helper may read sheets, but starts, solves and withdraws nothing', async () => {
    const { begun, room, check, versionId } = await checks()
    const { id } = await begun({ sheets: 1 })
    const helper = { id: room.one<string>('select id from people'), name: 'Helper', role: 'helper' } as const
    const revision = check(id).revision
    const reading = { id, revision, readings: [sheet(28, 28, 30, 30)], instrument: 'steel rule' }
    const start = { versionId, edge: 'margins', sheet: SIX_BY_FOUR, sheets: 1, print: false, note: '' }
    for (const refused of [
      await room.act(ACTIONS['edge-check.start'], { ...start, instrument: 'steel rule' }, helper),
      await room.act(ACTIONS['edge-check.solve'], { id, revision }, helper),
      await room.act(ACTIONS['edge-check.withdraw'], { id, revision }, helper),
    ])
      expect(refused).toMatchObject({ problem: { code: 'not_allowed', needs: 'keeper' } })
    expect((await room.act(ACTIONS['edge-check.read'], reading, helper)).ok).toBe(true)
  })
})

describe('a ruler sheet that came out', () => {
  it('is a sheet of the room: its area and cost stand in the log’s sums, and nobody pays', async () => {
    const { room, begun } = await checks()
    const before = logTotals(room.db, {})
    await begun({ print: true, sheets: 2 })
    const jobs = room.db
      .select({ id: printJobs.id })
      .from(printJobs)
      .all()
      .map((j) => readPrintJob(room.db, j.id))
    expect(jobs).toHaveLength(2)
    const [first, second] = jobs
    if (!first || !second) throw new Error('two sheets are sent')
    rulerSheet.book(room.db, first, 'done', room.now)
    expect(
      rulerSheet.settle(room.db, second, { outcome: 'not printed', cause: null, note: '', at: room.now, byId: 'x' }),
    ).toEqual({
      ok: true,
      value: null,
    })
    const after = logTotals(room.db, {})
    const paper = room.one<number>('select paper_um2 from room_sheets')
    expect([after.ofRoom, after.sheets - before.sheets, after.prints - before.prints]).toEqual([1, 1, 0])
    expect(after.mm2 - before.mm2).toBe(paper / 1e6)
    expect(after.charge).toBe(before.charge)
    expect(after.cost - before.cost).toBe(room.one<number>('select cost from room_sheets'))
    // of one member, or by an outcome, there is none of it
    expect(logTotals(room.db, { outcome: 'good' }).ofRoom).toBeUndefined()
    expect(logTotals(room.db, { from: room.now + 1 }).ofRoom).toBeUndefined()
  })
})
