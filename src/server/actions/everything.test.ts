import { describe, expect, it } from 'vitest'
import type { z } from 'zod'
import { type ActionName, INPUTS } from '@/contract/actions'
import type { Result } from '@/core/result/result'
import { type Problem, sayProblem } from '@/core/words/problems'
import { newId } from '@/server/db/ids'
import type { Action } from '@/server/door/door'
import { readBench } from '@/server/stores/bench'
import { listRuns, logTotals } from '@/server/stores/log'
import { listPapers } from '@/server/stores/papers'
import { listGroups, listPeople } from '@/server/stores/people'
import { presetWorld } from '@/server/stores/preset-world'
import { listPresets } from '@/server/stores/presets'
import { listPrinters } from '@/server/stores/printers'
import { railPrinters } from '@/server/stores/rail'
import { readRoom, tariffAt } from '@/server/stores/room'
import { slipPage } from '@/server/stores/slip-page'
import { fromSchema } from '../../../test/from-schema'
import { seeded } from '../../../test/random-slips'
import { NOW, TestRoom } from '../../../test/room'
import { ACTIONS } from './all'

const TABLES = [
  'people',
  'groups',
  'printers',
  'feeds',
  'queues',
  'papers',
  'stocks',
  'rolls',
  'sizes',
  'profiles',
  'presets',
  'preset_versions',
  'pictures',
  'slips',
  'runs',
  'edge_checks',
  'print_jobs',
  'jobs',
]
const ROUNDS = process.env.LIBRETA_FULL ? 400 : 40
/** The full count fills a room: each further round has more of it to read. */
const LONG = process.env.LIBRETA_FULL ? 3_600_000 : 60_000
/** Actions of all kinds, told apart by nothing but their name. */
const act = (room: TestRoom, name: ActionName, input: unknown): Promise<Result<unknown, Problem>> => {
  const any: Action<z.ZodType, undefined, unknown> = ACTIONS[name] as never
  return room.act(any, input)
}

/** These speak to printers: their addresses are asked elsewhere. */
const SPEAKS: readonly string[] = ['printer.by-address', 'queue.ask', 'queue.identify']
const NAMES = (Object.keys(INPUTS) as ActionName[]).filter((n) => !SPEAKS.includes(n))

/** A room with one of most things, some of them retired. */
async function lived(): Promise<TestRoom> {
  const room = await TestRoom.open()
  const group = await room.must(ACTIONS['group.add'], { name: 'Kites' })
  await room.must(ACTIONS['person.add'], { name: 'Ida', role: 'member', groupId: group.id })
  const gone = await room.must(ACTIONS['person.add'], { name: 'Gone', role: 'helper', groupId: null })
  await room.must(ACTIONS['person.retire'], { id: gone.id, revision: 1 })
  await room.must(ACTIONS['size.add'], { name: 'Card', short: 92_000, long: 130_000, unit: 'mm' })
  const slip = await room.slip({ memberId: room.one<string>("select id from people where name = 'Ida'") })
  const log = {
    slipId: slip.id,
    revision: 1,
    outcome: 'good' as const,
    cause: null,
    note: '',
    prints: [{ printId: 'first', copies: 1, answers: [] }],
  }
  await room.must(ACTIONS['run.log'], log)
  await room.slip()
  return room
}

/** Every id of the room, and two that are nobody's. */
const idsOf = (room: TestRoom): readonly string[] => [
  ...TABLES.flatMap((t) => room.db.$client.prepare(`select id from ${t} limit 6`).pluck().all() as string[]),
  newId(),
  '00000000-0000-7000-8000-000000000000',
]

/** Everything that the screens read: what came in must not make them fail. */
function readAll(room: TestRoom): void {
  const { db } = room
  readBench(db, NOW, NOW)
  listRuns(db, {}, null, 60)
  logTotals(db, {})
  listPapers(db)
  listGroups(db)
  listPeople(db)
  presetWorld(db)
  listPresets(db)
  listPrinters(db)
  railPrinters(db, NOW)
  tariffAt(db, NOW)
  readRoom(db)
  for (const id of db.$client.prepare('select id from slips').pluck().all() as string[]) slipPage(db, id, NOW)
}

describe('every action, with whatever comes', () => {
  it(
    `answers ${ROUNDS} odd inputs each with a result or a sentence, and leaves pages that can be made`,
    async () => {
      expect(NAMES.length).toBeGreaterThan(55)
      const random = seeded(9)
      const room = await lived()
      const tally = { taken: 0, refused: 0 }
      for (let round = 0; round < ROUNDS; round++) {
        const ids = idsOf(room)
        for (const name of NAMES) {
          const input = fromSchema(INPUTS[name], random, ids)
          const result = await act(room, name, input).catch((error: unknown) => {
            throw new Error(`${name} threw ${String(error)} for ${JSON.stringify(input)}`)
          })
          if (result.ok) tally.taken += 1
          else {
            tally.refused += 1
            if (result.problem.code === 'input') continue
            const says = sayProblem(result.problem)
            expect(says, `${name}: ${JSON.stringify(input)}`).toMatch(/[.”]$/)
            expect(says).not.toMatch(/undefined|\[object|SQLITE/)
          }
        }
        readAll(room)
      }
      process.stdout.write(`${NAMES.length} actions: ${tally.taken} inputs taken, ${tally.refused} refused\n`)
      // most are refused, and enough are taken for the pages to be worth reading
      expect(tally.taken).toBeGreaterThan(ROUNDS * 3)
      expect(room.db.$client.pragma('foreign_key_check')).toEqual([])
      expect(listPeople(room.db).some((p) => p.role === 'keeper')).toBe(true)
    },
    LONG,
  )
  it('a wrong revision is always told as such, and overwrites nothing', async () => {
    const room = await lived()
    const id = room.one<string>('select id from papers')
    const paper = { maker: '', name: 'Other', surface: 'matte', weight: 200, thickness: 200, note: '' }
    for (const revision of [2, 1_000_000_000])
      expect(await room.act(ACTIONS['paper.edit'], { id, revision, ...paper })).toMatchObject({
        problem: { code: 'stale', yours: revision, now: 1 },
      })
    for (const revision of [0, -1, 1.5, Number.MAX_SAFE_INTEGER, Number.MIN_SAFE_INTEGER])
      expect(await room.act(ACTIONS['paper.edit'], { id, revision, ...paper })).toMatchObject({
        problem: { code: 'input' },
      })
    expect(room.one<string>('select name from papers')).toBe('Plain sheet')
  })
  it.each([
    ['account.pay', { personId: newId(), groupId: null, amount: 5, note: '' }, 'This member'],
    ['account.pay', { personId: null, groupId: newId(), amount: 5, note: '' }, 'This group'],
    ['person.add', { name: 'x', role: 'member', groupId: newId() }, 'This group'],
    [
      'stock.add',
      { paperId: newId(), kind: 'sheet', width: 9e4, length: 9e4, pack: 1, price: 0, count: 0 },
      'This paper',
    ],
    ['printer.load', { printerId: newId(), feedId: newId(), stockId: null, rollId: null }, 'This feed'],
  ] as const)('%s names what is not there', async (name, input, what) => {
    const room = await TestRoom.open()
    expect(await act(room, name, input)).toMatchObject({ ok: false, problem: { code: 'not_found', what } })
  })
  it('an exchange file of an impossible number is refused at once', async () => {
    const room = await TestRoom.open()
    for (const version of [Number.MIN_SAFE_INTEGER, -1, 0, 1.5, Number.MAX_SAFE_INTEGER]) {
      const text = JSON.stringify({ libreta: 'printer', version })
      expect(await room.act(ACTIONS['printer.import'], { text })).toMatchObject({
        ok: false,
        problem: { code: 'import' },
      })
    }
  })
  it('times that no clock shows, and negative tariffs, are refused', async () => {
    const room = await TestRoom.open()
    const printerId = room.one<string>('select id from printers')
    for (const at of [Number.MAX_SAFE_INTEGER, -1, 0])
      expect(await room.act(ACTIONS['upkeep.log'], { printerId, kind: 'cleaning', at, note: '' })).toMatchObject({
        problem: { code: 'input' },
      })
    const tariff = { paperPercent: 100, inkPer100Ml: -1, roomShare: 0 }
    expect(await room.act(ACTIONS['tariff.set'], tariff)).toMatchObject({ problem: { code: 'input' } })
  })
})
