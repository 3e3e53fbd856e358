import { describe, expect, it } from 'vitest'
import { checkResultSchema } from '@/contract/edge-check'
import { NOTHING_READ } from '@/contract/measure'
import type { CheckResult } from '@/core/edge/solve'
import { um } from '@/core/length/length'
import { ACTIONS } from '@/server/actions/all'
import { edgeKnowledge } from '@/server/stores/edge-checks'
import { readRun } from '@/server/stores/log'
import { measuredOf, measuredRunsOf } from '@/server/stores/measures'
import { LANDING, LAYOUT, SOLVED } from '../../../test/example-facts'
import { NOW, TestRoom } from '../../../test/room'

const DAY = 86_400_000
/** A small print in the middle of an A4: none of its edges lies where ink ends. */
const SMALL = { placing: { mode: 'exact', by: { edge: 'long', um: um(120_000) } } } as const

/** Five sheets that lay so far apart, across and along. */
const result = (spread: number): CheckResult =>
  checkResultSchema.parse({
    ...SOLVED,
    sheets: 5,
    driftKnown: true,
    perSheet: [-1, -1, 0, 1, 1].map((k, i) => ({ sheet: i + 1, across: k * spread, along: k * spread })),
    accuracy: { ...SOLVED.accuracy, driftAcross: 4 * spread, driftAlong: 4 * spread },
  })

async function measuring() {
  const room = await TestRoom.open()
  const of = (column: string): string => room.one<string>(`select ${column} from preset_versions limit 1`)
  const [versionId, queueId, feedId] = [
    of('id'),
    of("json_extract(settings, '$.queueId')"),
    of("json_extract(settings, '$.feedId')"),
  ]
  const printerId = room.one<string>('select id from printers')
  const seal = of('seal')
  let number = 0
  /** A solved check, as if it had been read. */
  const check = (at: number, spread = 100, edge = 'margins'): string => {
    number += 1
    const id = `01a00000-0000-7000-8000-0000000009${String(number).padStart(2, '0')}`
    room.db.$client
      .prepare(
        `insert into edge_checks (id, number, printer_id, queue_id, feed_id, version_id, edge, size_name, width_um, length_um,
          layout, readings, instrument, declared, result, state, created_at, by_id, solved_at, solved_no)
         values (?, ?, ?, ?, ?, ?, ?, 'A4', 210000, 297000, ?, '[]', 'steel rule', ?, ?, 'solved', ?, 'x', ?, ?)`,
      )
      .run(
        ...[id, number, printerId, queueId, feedId, versionId, edge, JSON.stringify(LAYOUT)],
        ...[JSON.stringify({ edges: SOLVED.edges, ...LANDING }), JSON.stringify(result(spread)), at, at, number],
      )
    return id
  }
  const run = async (): Promise<string> => {
    const slip = await room.slip(SMALL)
    await room.log(slip, 'good')
    return room.one<string>('select id from runs order by rowid desc')
  }
  /** Measures a run as lying so far off its promise. */
  const measure = (id: string, across: number, along: number) => {
    const piece = readRun(room.db, id)?.record.pieces[0]
    if (!piece) throw new Error('no such run')
    const read = { ...NOTHING_READ, left: um(piece.onPaper.x + across), lead: um(piece.onPaper.y + along) }
    return room.act(ACTIONS['run.measure'], { id, instrument: 'output tray', read })
  }
  const known = () => edgeKnowledge(room.db, room.now).of(queueId, feedId, seal, printerId)
  const drift = () => known().checked.margins?.accuracy.driftAcross
  return { room, printerId, check, run, measure, known, drift }
}

describe('a run that somebody measured', () => {
  it('is held against its promise and kept beside it; the newest counts', async () => {
    const { room, printerId, run, measure } = await measuring()
    const id = await run()
    expect(await measure(id, 5000, 0)).toMatchObject({ ok: true })
    expect(measuredOf(room.db, id)?.held.map((h) => [h.name, h.by, h.holds])).toEqual([
      ['left', 5000, false],
      ['lead', 0, true],
    ])
    expect(await measure(id, 200, -100)).toMatchObject({ ok: true })
    expect(measuredOf(room.db, id)).toMatchObject({ across: 200, along: -100, checkId: null, counts: true })
    expect(measuredRunsOf(room.db, printerId, 10)).toHaveLength(1)
    expect(room.one('select count(*) from run_measures')).toBe(2)
  })
  it('wants two distances, and none longer than the sheet', async () => {
    const { room, run } = await measuring()
    const id = await run()
    const ask = (read: object) =>
      room.act(ACTIONS['run.measure'], { id, instrument: 'steel rule', read: { ...NOTHING_READ, ...read } })
    expect(await ask({ left: 45_000 })).toMatchObject({ problem: { code: 'input' } })
    expect(await ask({ left: 211_000, lead: 60_000 })).toMatchObject({
      problem: {
        says: 'Run 1 cannot be measured: left edge of the sheet to the print: 211.0 mm, and the sheet has no more than 210.0 mm.',
      },
    })
    expect(room.one('select count(*) from run_measures')).toBe(0)
  })
  it('far off, it is asked whether it was taken elsewhere, and kept when it was meant', async () => {
    const { room, run } = await measuring()
    const id = await run()
    const input = {
      ...{ id, instrument: 'steel rule' as const, piece: 0 },
      read: { ...NOTHING_READ, left: um(120_000), lead: um(90_000) },
    }
    const { uses } = await room.knowingly(ACTIONS['run.measure'], input)
    expect(uses[0]).toMatch(/^left edge of the sheet to the print: 120\.0 mm, where \d+\.\d mm was promised$/)
    expect(room.one('select count(*) from run_measures')).toBe(1)
  })
  it('of which nobody knows what came out is not measured', async () => {
    const { room, run, measure } = await measuring()
    const id = await run()
    room.db.$client.exec("update run_parts set now_outcome = 'not printed'")
    expect(await measure(id, 0, 0)).toMatchObject({
      problem: { says: 'Run 1 cannot be measured: it is not printed. Say on its slip what came out first.' },
    })
  })
  it('is measured while it is logged: one sheet, by itself', async () => {
    const { room } = await measuring()
    const slip = await room.slip({ ...SMALL, copies: 2 })
    const log = (copies: number) =>
      room.act(ACTIONS['run.log'], {
        ...{ slipId: slip.id, revision: 1, outcome: 'good', cause: null, note: '' },
        prints: [{ printId: 'first', copies, answers: [] }],
        measured: { instrument: 'steel rule', read: { ...NOTHING_READ, left: 60_000, width: 90_000 } },
      })
    expect(await log(2)).toMatchObject({ problem: { code: 'input', issues: [{ path: 'measured' }] } })
    expect(await log(1)).toMatchObject({ ok: true })
    expect(room.one('select count(*) from run_measures')).toBe(1)
  })
})

describe('what measured sheets make of a feed', () => {
  it('each narrows the drift of the check in use, until it stands on them all', async () => {
    const { check, run, measure, drift, known } = await measuring()
    check(NOW - DAY)
    expect(drift()).toBe(400)
    for (const off of [-100, -80, 0, 80, 100, -90, 90, 0, -100, 100]) await measure(await run(), off, -off)
    expect(known().checked.margins?.pool).toEqual({ sheets: 15, alone: false })
    // 100 um spread, five sheets and ten runs: 13 degrees of freedom
    expect(drift()).toBeLessThan(310)
    expect(drift()).toBeGreaterThan(230)
    expect(known().checkDue.margins).toBeNull()
  })
  it('only since the last change, and never spoiled ones', async () => {
    const { room, printerId, check, run, measure, drift, known } = await measuring()
    check(NOW - DAY)
    const ids = [await run(), await run(), await run()]
    for (const [i, id] of ids.entries()) await measure(id, 50 * i, 50 * i)
    expect(known().checked.margins?.pool?.sheets).toBe(8)
    await room.correct({
      ...{ id: ids[0] ?? '', outcome: 'spoiled' as const, cause: 'fed askew' as const, note: 'askew' },
    })
    expect(known().checked.margins?.pool?.sheets).toBe(7)
    room.now += 1000
    await room.must(ACTIONS['upkeep.log'], { printerId, kind: 'head change', at: null, note: '' })
    expect(drift()).toBe(400)
    expect(known().checked.margins).not.toHaveProperty('pool')
    expect(known().checkDue.margins).toEqual({ why: 'upkeep', kind: 'head change' })
  })
  it('a second check on the feed sharpens the first', async () => {
    const { check, drift } = await measuring()
    check(NOW - DAY, 100, 'borderless')
    check(NOW - DAY)
    expect(drift()).toBeLessThan(350)
  })
  it('a shift of more than chance asks for a new check, and says where to', async () => {
    const { check, run, measure, known } = await measuring()
    check(NOW - DAY)
    for (const off of [-60, 0, 60]) await measure(await run(), 400 + off, off)
    expect(known().checkDue.margins).toEqual({ why: 'shift', runs: 3, across: 400, along: null })
  })
})
