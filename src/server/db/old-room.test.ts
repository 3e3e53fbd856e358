import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import { gunzipSync } from 'node:zlib'
import { beforeAll, describe, expect, it } from 'vitest'
import { storedFacts } from '@/core/slip/facts'
import { outcomeOf } from '@/core/slip/outcome'
import { ACTIONS } from '@/server/actions/all'
import { listRuns, logTotals, readRun, runsOfSlip } from '@/server/stores/log'
import { listGroups, listPeople } from '@/server/stores/people'
import { listSlips } from '@/server/stores/slips'
import { OpenRoom } from '../../../test/open-room'

// A demo room as the program of schema 0004 left it, and beside it what that program itself showed of it.
const fixture = (name: string): string =>
  gunzipSync(readFileSync(join(process.cwd(), 'test/fixtures', `room-of-schema-0004.${name}.gz`))).toString()

type Drawing = Record<string, unknown>
type Run = { readonly number: number; readonly charge: number; readonly outcomeOf: Drawing } & Record<string, unknown>
type Shown = {
  readonly runs: readonly Run[]
  readonly totals: Record<string, number>
  readonly spoiled: Record<string, number>
  readonly people: readonly (readonly [string, number])[]
  readonly groups: readonly (readonly [string, number])[]
  readonly slips: readonly { readonly number: number }[]
}

const shown = JSON.parse(fixture('json')) as Shown
const room = OpenRoom.fromSql(fixture('sql'))

/** What a run's page draws and prices, in the order in which the old program wrote it down. */
function drawn(id: string): Drawing {
  const run = readRun(room.db, id)
  if (!run) throw new Error(`no run ${id}`)
  const { sheet, print, charge } = outcomeOf(run.facts)
  return {
    sheet: sheet && [sheet.sheet.width, sheet.sheet.length],
    area: sheet?.area ?? null,
    asked: print?.asked,
    crop: print?.crop,
    quarter: print?.quarter,
    charge: charge?.lines.map((l) => l.amount),
    ink: charge && Math.round(charge.inkMl * 1000),
  }
}

describe('a room of schema 0004, opened by this program', () => {
  beforeAll(() => {
    expect(shown.runs).toHaveLength(201)
  })

  it('shows the same log, its sums and its balances', () => {
    const lines = listRuns(room.db, {}, null, 1000).lines.map(({ id: _, slipId: __, at: ___, ...line }) => line)
    expect(lines).toEqual(shown.runs.map(({ outcomeOf: _, ...line }) => line))
    expect(logTotals(room.db, {})).toEqual(shown.totals)
    expect(logTotals(room.db, { outcome: 'spoiled' })).toEqual(shown.spoiled)
    expect(listPeople(room.db).map((p) => [p.name, p.owes])).toEqual(shown.people)
    expect(listGroups(room.db).map((g) => [g.name, g.owes])).toEqual(shown.groups)
  })

  it('shows the same slips with their runs', () => {
    const slips = listSlips(room.db, ['open', 'waiting', 'done', 'withdrawn'], 1000).map(({ slip }) => ({
      number: slip.number,
      state: slip.state,
      title: slip.body.title,
      runs: runsOfSlip(room.db, slip.id).map((r) => r.number),
    }))
    expect(slips).toEqual(shown.slips)
  })

  it('draws and prices every run as it was, on rolls too, where prints are turned by now', () => {
    const now = listRuns(room.db, {}, null, 1000).lines.map((r) => drawn(r.id))
    expect(now).toEqual(shown.runs.map((r) => r.outcomeOf))
  })

  it('turns what is printed from now on: rules of its own for each record', () => {
    const upright = listRuns(room.db, {}, null, 1000).lines.flatMap((r) => {
      const facts = readRun(room.db, r.id)?.facts
      if (facts?.body.sheet?.kind !== 'cut') return []
      const again = outcomeOf({ ...facts, rules: 2 }).sheet?.sheet.length
      return again !== undefined && again < r.length ? [r.number] : []
    })
    expect(upright).toHaveLength(13)
    expect(storedFacts({ body: {} }).rules).toBe(1)
    expect(storedFacts({ body: {}, rules: 2 }).rules).toBe(2)
  })

  it('keeps every figure of a run that is corrected there and back', async () => {
    const all = listRuns(room.db, { outcome: 'good' }, null, 1000).lines.filter((r) => r.charge !== 0 && !r.corrected)
    const good = all.filter((r, i) => r.roll || i % 5 === 0)
    const before = listPeople(room.db).map((p) => [p.name, p.owes])
    for (const run of good) {
      await room.must(ACTIONS['run.correct'], { id: run.id, outcome: 'spoiled', cause: 'banding', note: 'a band' })
      expect(readRun(room.db, run.id)?.charge).toBe(0)
      await room.must(ACTIONS['run.correct'], { id: run.id, outcome: 'good', cause: null, note: 'it was the light' })
      const { corrected: _, ...back } = listRuns(room.db, {}, null, 1000).lines.find((r) => r.id === run.id) ?? {}
      const { corrected: __, ...was } = run
      expect(back).toEqual(was)
    }
    expect(good.filter((r) => r.roll).length).toBeGreaterThan(13)
    expect(good.length).toBeGreaterThan(40)
    expect(listPeople(room.db).map((p) => [p.name, p.owes])).toEqual(before)
  })
})
