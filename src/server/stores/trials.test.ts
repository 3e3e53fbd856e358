import { describe, expect, it } from 'vitest'
import { ACTIONS } from '@/server/actions/all'
import { TestRoom } from '../../../test/room'
import { paperDeeds } from './paper-deeds'
import { presetsOn } from './presets'
import { removedThings } from './removed'
import { listScreens } from './screens'
import { trialsOf } from './trials'

const HOUR = 3_600_000
const DAY = 24 * HOUR

async function withPaper() {
  const room = await TestRoom.open()
  const paperId = room.one<string>('select id from papers')
  const queueId = room.one<string>('select id from queues')
  const setting = room.one<string>("select json_extract(facts, '$.mediaSettings[0].id') from queues")
  const trial = (input: object = {}) =>
    room.act(ACTIONS['trial.add'], {
      ...{ paperId, queueId, mediaSettingId: setting, light: 'viewing booth', seen: 'even', kept: 'kept', ...input },
    })
  return { room, paperId, queueId, trial }
}

describe('trials', () => {
  it('of a run know when it was printed, and say for ever that it was not dry', async () => {
    const { room, paperId, trial } = await withPaper()
    await room.log(await room.slip({ title: 'Fern' }), 'good')
    const runId = room.one<string>('select id from runs')
    room.now = room.one('select at from runs') + 2 * HOUR
    expect(await trial({ runId, light: 'room lamps' })).toMatchObject({ value: { number: 1, flaws: 2 } })
    // the room says otherwise later: the trial stays as it was judged
    room.db.$client.exec('update room set dry_hours = 1')
    room.now += 30 * DAY
    await trial({ runId, kept: 'not kept' })
    expect(trialsOf(room.db, paperId)).toMatchObject([
      { number: 2, kept: 'not kept', flaws: [], run: { id: runId, number: 1 } },
      { number: 1, flaws: [{ code: 'poor light' }, { code: 'not dry', hours: 2, needs: 24 }], by: 'Keeper' },
    ])
  })
  it('beside a screen say how it stood that day', async () => {
    const { room, paperId, trial } = await withPaper()
    const { id: screenId } = await room.must(ACTIONS['screen.add'], { name: 'Desk' })
    await trial({ screenId })
    await room.must(ACTIONS['screen.measure'], { id: screenId, brightness: 100, white: 6500, instrument: 'a meter' })
    await trial({ screenId })
    room.now += 31 * DAY
    await trial({ screenId })
    expect(trialsOf(room.db, paperId).map((t) => [t.screenName, t.flaws.map((f) => f.code)])).toEqual([
      ['Desk', ['screen measured long ago']],
      ['Desk', []],
      ['Desk', ['screen not measured']],
    ])
  })
  it('whether it is kept is decided later; a second tab is told', async () => {
    const { room, paperId, trial } = await withPaper()
    await trial({ kept: 'not decided' })
    const id = trialsOf(room.db, paperId)[0]?.id
    const decide = (revision: number) => room.act(ACTIONS['trial.decide'], { id, revision, kept: 'kept' })
    expect(await decide(1)).toMatchObject({ ok: true })
    expect(await decide(1)).toMatchObject({ problem: { code: 'stale' } })
    expect(trialsOf(room.db, paperId)[0]?.kept).toBe('kept')
  })
  it('what cannot be is refused, with what it is', async () => {
    const { room, paperId, queueId, trial } = await withPaper()
    const refused = async (input: object) => {
      const result = await trial(input)
      return result.ok ? 'taken' : result.problem.code
    }
    await room.log(await room.slip(), 'good')
    const other = await room.must(ACTIONS['paper.add'], {
      ...{ name: 'Dune', maker: '', surface: 'lustre', weight: null, thickness: null, note: '' },
    })
    const runId = room.one<string>('select id from runs')
    expect(await refused({ seen: '  ' })).toBe('input')
    expect(await refused({ mediaSettingId: 'gone' })).toBe('not_found')
    expect(await refused({ paperId: queueId })).toBe('not_found')
    expect(await refused({ runId: paperId })).toBe('not_found')
    expect(await refused({ screenId: paperId })).toBe('not_found')
    expect(await refused({ printedAt: room.now + 1 })).toBe('input')
    expect(await refused({ paperId: other.id, runId })).toBe('run_cannot')
    expect(room.one('select count(*) from trials')).toBe(0)
  })
})

describe('screens', () => {
  it('keep every measurement; the newest counts, and one may be entered for yesterday', async () => {
    const { room } = await withPaper()
    const { id } = await room.must(ACTIONS['screen.add'], { name: 'Desk' })
    const measure = (brightness: number, at: number | null) =>
      room.act(ACTIONS['screen.measure'], { id, brightness, white: 6500, instrument: '', at })
    await measure(100, null)
    await measure(150, room.now - DAY)
    expect(listScreens(room.db)[0]?.newest).toMatchObject({ brightness: 100, at: room.now })
    expect(await measure(1, null)).toMatchObject({ problem: { code: 'input' } })
    expect(await measure(100, room.now + 1)).toMatchObject({ problem: { code: 'input' } })
    expect(room.one('select count(*) from screen_readings')).toBe(2)
  })
  it('have names of their own, and come back when they were removed', async () => {
    const { room } = await withPaper()
    const { id } = await room.must(ACTIONS['screen.add'], { name: 'Desk' })
    const again = await room.act(ACTIONS['screen.add'], { name: 'desk' })
    expect(again).toMatchObject({ problem: { code: 'name_taken', name: 'Desk' } })
    await room.must(ACTIONS['screen.edit'], { id, revision: 1, name: 'Desk', note: 'by the door' })
    await room.must(ACTIONS['thing.retire'], { kind: 'screen', id, revision: 2 })
    expect(listScreens(room.db)).toEqual([])
    expect(removedThings(room.db)).toMatchObject([{ kind: 'screen', name: 'Desk', revision: 3 }])
    await room.must(ACTIONS['thing.restore'], { kind: 'screen', id, revision: 3 })
    expect(listScreens(room.db)).toMatchObject([{ name: 'Desk', note: 'by the door', newest: null }])
  })
})

describe('what a paper has done', () => {
  it('counts its prints and what they took of each stock in the last days, and names its runs', async () => {
    const { room, paperId, queueId } = await withPaper()
    await room.log(await room.slip({ title: 'Fern' }), 'good', 3)
    await room.log(await room.slip({ title: 'Moon' }), 'spoiled')
    const stockId = room.one<string>('select id from stocks')
    const deeds = paperDeeds(room.db, paperId, room.now)
    expect(deeds).toMatchObject({ good: 3, spoiled: 1, used: { [stockId]: 4 } })
    expect(deeds.newest.map((r) => [r.title, r.outcome, r.queueId])).toEqual([
      ['Moon', 'spoiled', queueId],
      ...Array.from({ length: 3 }, () => ['Fern', 'good', queueId]),
    ])
    expect(paperDeeds(room.db, paperId, room.now + 91 * DAY)).toMatchObject({ good: 0, used: {} })
  })
  it('is printed on by presets in use', async () => {
    const { room, paperId } = await withPaper()
    expect(presetsOn(room.db, paperId).map((p) => p.number)).toEqual([1])
    expect(presetsOn(room.db, 'another')).toEqual([])
    room.db.$client.exec('update presets set retired_at = 1')
    expect(presetsOn(room.db, paperId)).toEqual([])
  })
})
