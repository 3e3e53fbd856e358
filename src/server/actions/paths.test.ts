import { describe, expect, it } from 'vitest'
import { um } from '@/core/length/length'
import { newId } from '@/server/db/ids'
import { pathsOf, pathView } from '@/server/stores/paths'
import { readSlip } from '@/server/stores/slips'
import { TestRoom } from '../../../test/room'
import { ACTIONS } from './all'

const DAY = 86_400_000
const OTHER = {
  ...{ maker: '', name: 'Dune', surface: 'plain', weight: 200, thickness: null, note: '' },
}

async function onPath() {
  const room = await TestRoom.open()
  const [paperId, queueId] = [room.one<string>('select id from papers'), room.one<string>('select id from queues')]
  const { id } = await room.must(ACTIONS['path.begin'], { paperId, queueId })
  const view = () => {
    const path = pathView(room.db, id)
    if (!path) throw new Error('the path is gone')
    return path
  }
  const step = (which: string) => view().steps.find((s) => s.id === which)
  const say = (which: string, state: string, says: string, revision = view().revision) =>
    room.act(ACTIONS['path.say'], { id, revision, step: which, state, says })
  const [setting] = view().settings
  const trial = (kept: string) =>
    room.must(ACTIONS['trial.add'], {
      ...{ paperId, queueId, mediaSettingId: setting?.id ?? '', light: 'viewing booth', seen: 'even' },
      kept: kept as 'kept',
    })
  const proofs = (more: object = {}) =>
    room.act(ACTIONS['path.proofs'], {
      ...{ id, revision: view().revision, mediaSettingIds: [setting?.id], pictureId: room.picture() },
      ...{ sheet: view().sheets[0]?.choice, ...more },
    })
  return { room, id, paperId, queueId, view, step, say, trial, proofs, setting }
}

describe('the path of a new paper', () => {
  it('is begun once for a queue, and gone on with where it was left', async () => {
    const { room, id, paperId, queueId } = await onPath()
    expect(await room.must(ACTIONS['path.begin'], { paperId, queueId })).toEqual({ id })
    expect(pathsOf(room.db, paperId)).toEqual([{ id, queueId, steps: 8, settled: 0 }])
    await room.must(ACTIONS['path.end'], { id, revision: 1 })
    expect(pathsOf(room.db, paperId)).toEqual([])
    const again = await room.must(ACTIONS['path.begin'], { paperId, queueId })
    expect(again.id).not.toBe(id)
    const gone = '01a00000-0000-7000-8000-00000000dead'
    for (const input of [
      { paperId: gone, queueId },
      { paperId, queueId: gone },
    ])
      expect(await room.act(ACTIONS['path.begin'], input)).toMatchObject({ problem: { code: 'not_found' } })
  })
  it('a nozzle check counts from the day on which it was begun', async () => {
    const { room, step } = await onPath()
    const printerId = room.one<string>('select id from printers')
    const log = (at: number, gaps = false) =>
      room.must(ACTIONS['upkeep.log'], { printerId, kind: 'nozzle check', at, note: '', result: 'no gaps', gaps })
    await log(room.now - DAY)
    expect(step('nozzles')).toMatchObject({ state: 'open', found: null })
    room.now += DAY
    await log(room.now, true)
    expect(step('nozzles')).toMatchObject({
      state: 'open',
      found: { says: expect.stringMatching(/^Keeper found no gaps/) },
    })
    room.now += 1
    await log(room.now)
    expect(step('nozzles')).toMatchObject({
      state: 'done',
      found: { says: 'checked by Keeper: no gaps', at: room.now },
    })
  })
  it('keeps what was said with who and when, over the revision that was seen, and takes it back', async () => {
    const { room, step, say } = await onPath()
    expect(await say('edges', 'skipped', '  ')).toMatchObject({
      problem: { code: 'input', issues: [{ path: 'says', message: 'say why it is left out' }] },
    })
    expect(await say('edges', 'skipped', 'as thick as the last')).toMatchObject({ ok: true })
    expect(step('edges')).toMatchObject({
      state: 'skipped',
      said: { says: 'as thick as the last', by: 'Keeper', at: room.now },
    })
    // whoever says something else of it is asked: the form does not show what stands there
    expect(await say('edges', 'done', 'measured after all')).toMatchObject({
      problem: { code: 'asks', uses: ['Keeper: “as thick as the last”'] },
    })
    expect(await say('quality', 'done', 'the quick one', 1)).toMatchObject({ problem: { code: 'stale', now: 2 } })
    expect(await say('edges', 'open', '')).toMatchObject({ ok: true })
    expect(step('edges')).toMatchObject({ state: 'open', said: null })
    expect(room.one("select count(*) from events where action = 'path.say'")).toBe(2)
  })
  it('one sheet for each media setting, on one slip; the kept one is the version that it led to', async () => {
    const { room, view, step, trial, proofs, setting } = await onPath()
    // the room's own preset is of the same paper and setting: until something is kept it says nothing
    expect(step('version')).toMatchObject({ state: 'open' })
    const made = await proofs()
    if (!made.ok) throw new Error(JSON.stringify(made.problem))
    const slip = readSlip(room.db, made.value.slipId)
    expect(slip?.body.prints).toHaveLength(1)
    const versionId = slip?.body.prints[0]?.versionId ?? ''
    expect(room.one<string>('select why from preset_versions where id = ?', versionId)).toMatch(/a proof/)
    expect(view().version?.id).toBe(versionId)
    expect(step('settings')).toMatchObject({ state: 'open', found: null })
    await trial('not kept')
    expect(step('settings')).toMatchObject({ state: 'open', found: { says: '1 trial, none kept yet' } })
    await trial('kept')
    expect(step('settings')).toMatchObject({ state: 'done', found: { says: `${setting?.name} was kept in trial 2` } })
    expect(step('version')?.state).toBe('done')
    expect(view().spare).toBe(0)
  })
  it('what the rules close is named, and nothing is made where nothing can be tried', async () => {
    const { room, proofs } = await onPath()
    const before = room.one('select count(*) from presets')
    expect(await proofs({ mediaSettingIds: ['no such'] })).toMatchObject({
      problem: { code: 'rules', says: [expect.stringContaining('no such')] },
    })
    expect(await proofs({ mediaSettingIds: [] })).toMatchObject({ problem: { code: 'input' } })
    expect(await proofs({ pictureId: '01a00000-0000-7000-8000-00000000dead' })).toMatchObject({
      problem: { code: 'not_found', what: 'This picture' },
    })
    expect(await proofs({ revision: 9 })).toMatchObject({ problem: { code: 'stale' } })
    expect(room.one('select count(*) from presets')).toBe(before)
    expect(room.one('select count(*) from slips')).toBe(1)
  })
  it('offers what the room keeps of the paper: sheets of every size, and rolls', async () => {
    const { room, paperId, view } = await onPath()
    const keep = (kind: 'sheet' | 'roll', width: number, length: number) =>
      room.must(ACTIONS['stock.add'], {
        ...{ paperId, kind, pack: 1, price: null, count: 1 },
        ...{ width: um(width), length: um(length) },
      })
    // as wide as A4, and of a size that only the shelf knows
    await keep('sheet', 210_000, 411_000)
    await keep('roll', 329_000, 10_000_000)
    expect(view().sheets.map((s) => s.choice)).toEqual([
      { kind: 'cut', width: 329_000, length: 'auto' },
      { kind: 'size', sizeId: 'iso_a4_210x297mm' },
      { kind: 'size', sizeId: 'shelf_210000x411000' },
    ])
  })
  it('what a seal could not say is not sealed for a proof either', async () => {
    const { room, proofs } = await onPath()
    // its driver converts, and nobody said to which profile
    room.db.$client.exec(
      `update queues set facts = json_set(facts, '$.colourModes', json('["colour"]'), '$.printerColours', json('["driver profile"]'))`,
    )
    expect(await proofs()).toMatchObject({
      problem: { code: 'rules', says: [expect.stringMatching(/Say which profile the driver converts to/)] },
    })
    expect(room.one('select count(*) from presets')).toBe(1)
  })
  it('an edge check of another paper counts as long as there is none of this one', async () => {
    const { room, queueId, paperId, step } = await onPath()
    const other = (await room.must(ACTIONS['paper.add'], OTHER)).id
    const versionId = room.one<string>('select id from preset_versions')
    const feedId = room.one<string>('select id from feeds')
    const solved = (number: number, version: string, edge = 'margins'): void => {
      room.db.$client
        .prepare(
          `insert into edge_checks (id, number, printer_id, queue_id, feed_id, version_id, edge, size_name, width_um, length_um,
             layout, readings, instrument, declared, result, state, note, created_at, by_id, solved_at, solved_no)
           values (?, ?, (select printer_id from queues), ?, ?, ?, ?, 'A4', 210000, 297000, '{}', '[]', '{}', '{}', '{}',
             'solved', '', 0, 'x', 0, ?)`,
        )
        .run(newId(), number, queueId, feedId, version, edge, number)
    }
    const here = newId()
    room.db.$client
      .prepare(
        `insert into preset_versions (id, preset_id, number, settings, canonical, seal_hash, seal, by_id, at, why)
         select ?, preset_id, 2, json_set(settings, '$.paperId', ?), canonical, seal_hash, seal, by_id, at, why from preset_versions`,
      )
      .run(here, other)
    solved(1, here)
    expect(step('edges')).toMatchObject({
      state: 'open',
      found: { says: expect.stringMatching(/^edge check 1 is of Dune/) },
    })
    solved(2, versionId)
    solved(3, here)
    expect(step('edges')).toMatchObject({ state: 'done', found: { says: 'edge check 2 was printed on it' } })
    expect(paperId).not.toBe(other)
  })
  it.each([
    ["'$.edgeAllowed', 'margins'", 'borderless', /^edge check 1 was printed borderless/, 'open'],
    ["'$.edgeAllowed', 'margins'", 'margins', /^edge check 1 was printed on it$/, 'done'],
    ["'$.edgeAllowed', 'either'", 'borderless', /^edge check 1 was printed on it$/, 'done'],
    ["'$.feedId', '01a00000-0000-7000-8000-00000000feed'", 'margins', /^edge check 1 was printed in the /, 'open'],
  ])('a version with %s and a check with %s', async (change, edge, says, state) => {
    const { room, queueId, step } = await onPath()
    room.db.$client.exec(
      `insert into preset_versions (id, preset_id, number, settings, canonical, seal_hash, seal, by_id, at, why)
       select '${newId()}', preset_id, 9, json_set(settings, ${change}), canonical, seal_hash, seal, by_id, at, why from preset_versions`,
    )
    room.db.$client
      .prepare(
        `insert into edge_checks (id, number, printer_id, queue_id, feed_id, version_id, edge, size_name, width_um, length_um,
           layout, readings, instrument, declared, result, state, note, created_at, by_id, solved_at, solved_no)
         values (?, 1, (select printer_id from queues), ?, (select id from feeds), (select id from preset_versions limit 1), ?,
           'A4', 210000, 297000, '{}', '[]', '{}', '{}', '{}', 'solved', '', 0, 'x', 0, 1)`,
      )
      .run(newId(), queueId, edge)
    expect(step('edges')).toMatchObject({ state, found: { says: expect.stringMatching(says) } })
  })
  it('leads to the version with the media setting that was kept, and to no other', async () => {
    const { room, step, trial, proofs, view } = await onPath()
    await proofs()
    await trial('kept')
    const kept = view().version?.id
    // the newest version of the queue is of another setting
    room.db.$client.exec(
      `insert into presets (id, number, name) values ('p2', 99, 'Newer');
       insert into preset_versions (id, preset_id, number, settings, canonical, seal_hash, seal, by_id, at, why)
         select 'v2', 'p2', 1, json_set(settings, '$.mediaSettingId', 'another'), canonical, seal_hash, seal, by_id, at + 9e9, why
         from preset_versions limit 1`,
    )
    expect(view().version?.id).toBe(kept)
    expect(step('version')?.found?.says).not.toMatch(/Newer/)
  })
  it('retires what was only tried, once somebody saw what that closes; where nothing was kept it retires nothing', async () => {
    const { room, id, trial, proofs, view } = await onPath()
    const tidy = (knowing: { readonly knowing?: string } = {}) =>
      room.act(ACTIONS['path.tidy'], Object.assign({ id, revision: view().revision }, knowing))
    const retired = () => room.one('select count(*) from presets where retired_at is not null')
    const made = await proofs()
    if (!made.ok) throw new Error(JSON.stringify(made.problem))
    expect(await tidy()).toMatchObject({
      problem: { code: 'rules', says: [expect.stringMatching(/^No media setting was kept/)] },
    })
    await trial('kept')
    // what was kept stays, and there is nothing else
    expect(await tidy()).toMatchObject({ ok: true, value: { retired: 0 } })
    expect(retired()).toBe(0)
    // as if another setting had been kept
    room.db.$client.exec("update trials set media_setting_id = 'another'")
    const asked = await tidy()
    if (asked.ok || asked.problem.code !== 'asks') throw new Error(`it was not asked: ${JSON.stringify(asked)}`)
    expect(asked.problem.uses).toEqual([expect.stringMatching(/Slip \d+ holds it\.$/)])
    expect(retired()).toBe(0)
    expect(await tidy({ knowing: asked.problem.key })).toMatchObject({ ok: true, value: { retired: 1 } })
    expect(retired()).toBe(1)
  })
  it('its card counts once it was read back at the printer with nothing found otherwise', async () => {
    const { room, step, trial, proofs, view } = await onPath()
    await proofs()
    await trial('kept')
    const versionId = view().version?.id ?? ''
    const readBack = (found: readonly object[]) => room.act(ACTIONS['read-back.log'], { versionId, found })
    expect(await readBack([{ label: 'Quality', expected: 'Fine', found: 'Quick' }])).toMatchObject({ ok: true })
    expect(step('card')).toMatchObject({ state: 'open', found: { says: 'read back, 1 found otherwise' } })
    room.now += 60_000
    await readBack([])
    expect(step('card')).toMatchObject({ state: 'done', found: { says: 'read back at the printer, all as it says' } })
  })
})
