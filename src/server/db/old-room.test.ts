import { createHash } from 'node:crypto'
import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import { gunzipSync } from 'node:zlib'
import Database from 'better-sqlite3'
import { beforeAll, describe, expect, it } from 'vitest'
import { settingsSchema } from '@/contract/preset'
import { sealedText } from '@/core/preset/seal'
import { outcomeOf } from '@/core/slip/outcome'
import { ACTIONS } from '@/server/actions/all'
import { listRuns, logTotals, readRun, runsOfSlip } from '@/server/stores/log'
import { listGroups, listPeople } from '@/server/stores/people'
import { listSlips } from '@/server/stores/slips'
import { OpenRoom } from '../../../test/open-room'
import { upgradedFacts } from './fill-records'
import type { Db } from './open'

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
  const { sheet, pieces, lines, inkMl } = run.record
  const [piece] = pieces
  return {
    sheet: [sheet.sheet.width, sheet.sheet.length],
    area: sheet.area,
    asked: piece?.asked,
    crop: piece?.crop,
    quarter: piece?.quarter,
    charge: lines.map((l) => l.amount),
    ink: Math.round((inkMl ?? 0) * 1000),
  }
}

type Sealed = Readonly<
  Record<'settings' | 'canonical' | 'seal' | 'seal_hash' | 'former_seal' | 'former_seal_hash', string>
>
const sealsOf = (db: Db): readonly Sealed[] =>
  db.$client.prepare('select * from preset_versions').all() as readonly Sealed[]

describe('a room of schema 0004, opened by this program', () => {
  beforeAll(() => {
    expect(shown.runs).toHaveLength(201)
  })

  it('shows the same log, its sums and its balances', () => {
    const runs = listRuns(room.db, {}, null, 1000).lines
    const lines = runs.map(
      ({ id: _, slipId: __, at: ___, printId: ____, pictureId: _____, parts: ______, unknown: _______, ...line }) =>
        line,
    )
    // the picture of each is in its record
    expect(runs.filter((r) => r.pictureId === null)).toEqual([])
    // a version shows the seal of today; the one that it had stands beside it
    const formerly = new Map(sealsOf(room.db).map((v) => [v.seal, v.former_seal]))
    expect(lines.map((line) => ({ ...line, seal: formerly.get(line.seal) }))).toEqual(
      shown.runs.map(({ outcomeOf: _, ...line }) => line),
    )
    const { mm2, ...totals } = logTotals(room.db, {})
    const { mm2: was, ...before } = shown.totals
    expect(totals).toMatchObject(before)
    expect(totals).toMatchObject({ prints: totals.runs, unknown: ['paper'] })
    expect(totals.sheets).toBe(totals.runs)
    expect(mm2).toBeCloseTo(was ?? 0, 3)
    expect(logTotals(room.db, { outcome: 'spoiled' }).runs).toBe(shown.spoiled.runs)
    expect(listPeople(room.db).map((p) => [p.name, p.owes])).toEqual(shown.people)
    expect(listGroups(room.db).map((g) => [g.name, g.owes])).toEqual(shown.groups)
  })

  it('gives every version the seal of today beside the one it had; equal seals stay equal, others differ', () => {
    const seals = sealsOf(room.db)
    expect(seals.length).toBeGreaterThan(10)
    for (const a of seals) {
      expect([a.former_seal, a.former_seal_hash]).toEqual([expect.any(String), expect.any(String)])
      expect(createHash('sha256').update(a.canonical).digest('hex')).toBe(a.seal_hash)
      for (const b of seals) expect(a.seal === b.seal).toBe(a.former_seal === b.former_seal)
    }
  })
  it('a version sealed as it was has the seal that the update gave it', () => {
    const rows = sealsOf(room.db)
    for (const row of rows) {
      const settings = settingsSchema.parse(JSON.parse(row.settings))
      const own = Object.keys(JSON.parse(row.canonical).own ?? {})
      expect(sealedText(settings, own)).toBe(row.canonical)
    }
    expect(rows.some((r) => JSON.parse(r.settings).colourMode === 'monochrome')).toBe(true)
  })
  it('keeps a version from change after the update as before', () => {
    expect(() => room.db.$client.exec("update preset_versions set why = 'x'")).toThrow(/never changes/)
  })
  it('lets a profile follow the seal that it was made with', () => {
    const old = new Database(':memory:')
    old.exec(fixture('sql'))
    const seal = old.prepare('select seal from preset_versions limit 1').pluck().get() as string
    const dump = OpenRoom.fromSql(`${fixture('sql')};update profiles set seal_made_with = '${seal}';`)
    const now = sealsOf(dump.db).find((v) => v.former_seal === seal)?.seal
    const bound = dump.db.$client.prepare('select distinct seal from profile_seals').pluck().all()
    expect(bound).toEqual([now])
    expect(now).not.toBe(seal)
  })
  it('a file that was saved before is recognised by the seal it had', async () => {
    const [version] = room.db.$client
      .prepare('select v.*, p.name from preset_versions v join presets p on p.id = v.preset_id')
      .all() as readonly (Sealed & { readonly name: string })[]
    if (!version) throw new Error('the room has no version')
    const { colourMode, driverProfile: _, ...settings } = JSON.parse(version.settings)
    const text = JSON.stringify({
      ...{ libreta: 'preset', version: 1, name: version.name, why: '' },
      ...{ sealHash: version.former_seal_hash, seal: version.former_seal },
      settings: { ...settings, printerColour: colourMode === 'monochrome' ? 'grey mode' : settings.printerColour },
      names: { queue: '', paper: '', feed: '', profile: null },
    })
    expect((await room.must(ACTIONS['preset.import'], { text })).already).toBe(true)
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

  it('reads what it was logged with by the rules of then: prints on rolls are turned only from then on', () => {
    const old = new Database(':memory:')
    old.exec(fixture('sql'))
    const facts = old.prepare('select facts from runs').pluck().all() as string[]
    const shorter = facts.filter((json) => {
      const then = upgradedFacts(JSON.parse(json))
      const length = (rules: number): number => outcomeOf({ ...then, rules }).sheet?.sheet.length ?? 0
      return length(2) < length(then.rules)
    })
    expect(facts).toHaveLength(201)
    expect(shorter).toHaveLength(13)
  })

  it('counts each run once: its part stands as its newest correction says, and every entry points to a part', () => {
    const one = (sql: string): number => room.one(sql)
    expect(one('select count(*) from run_parts')).toBe(201)
    expect(one('select count(*) from run_records')).toBe(201)
    expect(one('select count(*) from run_pictures')).toBe(201)
    expect(one("select count(*) from account_entries where kind <> 'payment' and part_id is null")).toBe(0)
    expect(one("select count(*) from account_entries where kind = 'charge'")).toBeGreaterThan(100)
    expect(
      one(
        'select count(*) from run_parts p join runs r on r.id = p.run_id where p.now_charge <> r.charge and r.id not in (select run_id from run_corrections)',
      ),
    ).toBe(0)
  })

  it('keeps every figure of a run that is corrected there and back', async () => {
    const all = listRuns(room.db, { outcome: 'good' }, null, 1000).lines.filter((r) => r.charge !== 0 && !r.corrected)
    const good = all.filter((r, i) => r.roll || i % 5 === 0)
    const before = listPeople(room.db).map((p) => [p.name, p.owes])
    for (const run of good) {
      await room.correct({ id: run.id, outcome: 'spoiled', cause: 'banding', note: 'a band' })
      expect(readRun(room.db, run.id)?.charge).toBe(0)
      await room.correct({ id: run.id, outcome: 'good', cause: null, note: 'it was the light' })
      const { corrected: _, ...back } = listRuns(room.db, {}, null, 1000).lines.find((r) => r.id === run.id) ?? {}
      const { corrected: __, ...was } = run
      expect(back).toEqual(was)
    }
    expect(good.filter((r) => r.roll).length).toBeGreaterThan(13)
    expect(good.length).toBeGreaterThan(40)
    expect(listPeople(room.db).map((p) => [p.name, p.owes])).toEqual(before)
  })
})
