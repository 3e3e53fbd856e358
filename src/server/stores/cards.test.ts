import { describe, expect, it } from 'vitest'
import { ACTIONS } from '@/server/actions/all'
import { cardFile } from '@/server/render/card-file'
import { TestRoom } from '../../../test/room'
import { readBench } from './bench'
import { slipCard, versionCard } from './cards'
import { readBacksOf } from './read-backs'

/** The fixed and the open steps of a small dialog. */
const DIALOG = [
  { id: 'from', label: 'Page source', option: 'feed', set: null, after: [], setAfresh: false },
  {
    id: 'sheet',
    label: 'Sheet',
    option: 'size',
    set: null,
    after: ['from'],
    setAfresh: true,
    words: { A4: 'A4 tall' },
  },
  { id: 'many', label: 'How many', option: 'copies', set: null, after: [], setAfresh: false },
  { id: 'fit', label: 'Fit to page', option: null, set: 'off', after: [], setAfresh: false },
]

async function withDialog() {
  const room = await TestRoom.open()
  room.db.$client.prepare("update queues set facts = json_set(facts, '$.dialog', json(?))").run(JSON.stringify(DIALOG))
  room.db.$client
    .prepare("update feeds set facts = json_set(facts, '$.message', ?)")
    .run('“Set paper”: press the round key')
  const slip = await room.slip({ copies: 3, title: 'Fern' })
  const versionId = room.one<string>('select id from preset_versions limit 1')
  const presetId = room.one<string>('select id from presets limit 1')
  return { room, slip, versionId, presetId }
}

const said = (card: ReturnType<typeof versionCard>): readonly string[] =>
  card.ok ? card.value.steps.map((s) => `${s.at}: ${s.label} ${s.value}`) : [card.problem.code]

describe('a bench card', () => {
  it('of a slip has its own values in the dialog’s words and order, then what no step sets', async () => {
    const { room, slip } = await withDialog()
    const card = slipCard(room.db, slip.id, null, room.now)
    expect(said(card).slice(0, 4)).toEqual([
      'dialog: Page source sheet stack',
      'dialog: Sheet A4 tall',
      'dialog: How many 3',
      'dialog: Fit to page off',
    ])
    expect(
      said(card)
        .slice(4)
        .every((s) => s.startsWith('printer: ')),
    ).toBe(true)
    expect(said(card).length).toBeGreaterThan(6)
    expect(card).toMatchObject({
      value: {
        print: { slipNumber: slip.number, title: 'Fern', sheet: 'A4', leads: 'short' },
        feed: { message: '“Set paper”: press the round key', loading: [expect.any(String), expect.any(String)] },
      },
    })
  })
  it('of a version leaves to the print what is the print’s', async () => {
    const { room, versionId } = await withDialog()
    expect(said(versionCard(room.db, versionId, room.now)).slice(1, 3)).toEqual([
      'dialog: Sheet the print’s size',
      'dialog: How many the print’s copies',
    ])
  })
  it('there is none of a preset that was removed, of a slip without one, and of nothing', async () => {
    const { room, versionId } = await withDialog()
    const open = await room.slip({ versionId: null })
    expect(said(slipCard(room.db, open.id, null, room.now))).toEqual(['slip_incomplete'])
    expect(said(slipCard(room.db, versionId, null, room.now))).toEqual(['not_found'])
    expect(said(versionCard(room.db, open.id, room.now))).toEqual(['not_found'])
    room.db.$client.prepare('update presets set retired_at = 1').run()
    expect(said(versionCard(room.db, versionId, room.now))).toEqual(['no_card'])
  })
  it('there is none of a version whose feed is gone: it says what is lost', async () => {
    const { room, versionId } = await withDialog()
    room.db.$client.exec("update queues set facts = json_set(facts, '$.feeds', json('[]'))")
    expect(versionCard(room.db, versionId, room.now)).toMatchObject({
      problem: { code: 'preset_broken', number: 1, lost: ['feed'] },
    })
  })
  it('is an A5 page as a file', async () => {
    const { room, slip } = await withDialog()
    const card = slipCard(room.db, slip.id, null, room.now)
    if (!card.ok) throw new Error('no card')
    const file = await cardFile(room.db, room.folder, card.value, 'http://127.0.0.1:4780/slips/x/card?print=first')
    if (!file.ok) throw new Error('no file')
    const text = Buffer.from(file.value).toString('latin1')
    expect(text.startsWith('%PDF-')).toBe(true)
    expect(text).toMatch(/MediaBox \[ 0 0 419\.52\d* 595\.27\d* \]/)
  })
})

describe('reading back', () => {
  const found = [{ label: 'How many', expected: '3', found: '12' }]
  it('what stood otherwise is on the bench until somebody has put it right, and stays with the preset', async () => {
    const { room, slip, versionId, presetId } = await withDialog()
    const { id } = await room.must(ACTIONS['read-back.log'], { versionId, slipId: slip.id, printId: 'first', found })
    const lane = () => readBench(room.db, room.now, 0).lanes[0]?.found ?? []
    expect(lane()).toMatchObject([{ id, found, by: 'Keeper', settled: null, versionNumber: 1 }])
    await room.must(ACTIONS['read-back.settle'], { id })
    room.now += 5
    await room.must(ACTIONS['read-back.settle'], { id })
    expect(lane()).toEqual([])
    expect(readBacksOf(room.db, presetId)).toMatchObject({
      ...{ times: 1, labels: ['How many'] },
      newest: [{ settled: { at: room.now - 5, by: 'Keeper' } }],
    })
  })
  it('all as it says: what was open of that version is put right, that of another is not', async () => {
    const { room, versionId, presetId } = await withDialog()
    await room.must(ACTIONS['read-back.log'], { versionId, found })
    await room.must(ACTIONS['read-back.log'], { versionId, found: [{ label: 'Sheet', expected: 'A4', found: 'A5' }] })
    const same = 'settings, canonical, seal_hash, seal, at, by_id, why'
    room.db.$client.exec(
      `insert into preset_versions (id, preset_id, number, ${same}) select '01a00000-0000-7000-8000-00000000000f', preset_id, 2, ${same} from preset_versions`,
    )
    await room.must(ACTIONS['read-back.log'], { versionId: '01a00000-0000-7000-8000-00000000000f', found: [] })
    expect(readBench(room.db, room.now, 0).lanes[0]?.found).toHaveLength(2)
    room.now += 1
    await room.must(ACTIONS['read-back.log'], { versionId, found: [] })
    expect(readBench(room.db, room.now, 0).lanes[0]?.found).toEqual([])
    const { times, labels, newest } = readBacksOf(room.db, presetId)
    expect([times, labels.toSorted(), newest.length]).toEqual([2, ['How many', 'Sheet'], 4])
  })
  it('wants to know what stood there, and a version that is there', async () => {
    const { room, slip, versionId } = await withDialog()
    const log = (input: object) => room.act(ACTIONS['read-back.log'], { versionId, found, ...input })
    expect(await log({ found: [{ ...found[0], found: ' ' }] })).toMatchObject({ problem: { code: 'input' } })
    expect(await log({ versionId: slip.id })).toMatchObject({ problem: { code: 'not_found' } })
    expect(await log({ slipId: versionId })).toMatchObject({ problem: { code: 'not_found' } })
    expect(await room.act(ACTIONS['read-back.settle'], { id: versionId })).toMatchObject({
      problem: { code: 'not_found' },
    })
    expect(room.one('select count(*) from read_backs')).toBe(0)
  })
})
