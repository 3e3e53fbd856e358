import { existsSync, readdirSync, rmSync } from 'node:fs'
import { Readable } from 'node:stream'
import { describe, expect, it } from 'vitest'
import type { Settings } from '@/core/preset/settings'
import { sayProblem } from '@/core/words/problems'
import { sayFileColour } from '@/core/words/settings'
import { newId } from '@/server/db/ids'
import { openRoom } from '@/server/db/open'
import { profiles as profileTable } from '@/server/db/schema'
import { filePath, keepBytes, receive } from '@/server/files/files'
import { targetOf } from '@/server/render/picture-files'
import { presetFile } from '@/server/stores/exchange'
import { listProfiles, presetWorld } from '@/server/stores/preset-world'
import { profilesNear } from '@/server/stores/seals'
import { gateOfQueue } from '@/server/stores/version-facts'
import { matrixProfile, printerProfile, WIDE } from '../../../demo/icc'
import { gammaCurve, greyProfile } from '../../../test/icc'
import { folder, TestRoom } from '../../../test/room'
import { ACTIONS } from './all'
import { importProfile } from './profiles'

const FEN = printerProfile('fen, 2026', { gamma: 2, black: 0.035, chroma: 0.82 })

async function profiles() {
  const room = await TestRoom.open()
  const take = async (bytes: Uint8Array, name = 'fen.icc', seal: string | null = null) => {
    const received = await receive(room.folder, Readable.from([Buffer.from(bytes)]), 1e7)
    return room.act(importProfile, { name, received, seal })
  }
  const waiting = (): number => readdirSync(`${room.folder}/incoming`).length
  return { room, take, waiting }
}
const patched = (at: number, text: string): Uint8Array => {
  const copy = new Uint8Array(FEN)
  copy.set(new TextEncoder().encode(text), at)
  return copy
}

const lengthened = (bytes: Uint8Array): Uint8Array => {
  const copy = new Uint8Array(bytes)
  new DataView(copy.buffer).setUint32(0, copy.length + 8)
  return copy
}

describe('a profile', () => {
  it('is taken in under its own name, kept by its content, and offered to presets', async () => {
    const { room, take, waiting } = await profiles()
    const taken = await take(FEN, 'anything.icm', 'TPX4X4')
    expect(taken).toMatchObject({ ok: true, value: { name: 'fen, 2026', already: false } })
    expect(listProfiles(room.db)).toMatchObject([{ name: 'fen, 2026', grey: false, seals: ['TPX4X4'], unfit: null }])
    expect(presetWorld(room.db).profiles).toHaveLength(1)
    expect(existsSync(filePath(room.folder, room.one<string>('select sha from profiles')))).toBe(true)
    expect(waiting()).toBe(0)
  })
  it('twice the same is one profile, right for one more seal where another is named', async () => {
    const { room, take } = await profiles()
    await take(FEN)
    expect(await take(FEN)).toMatchObject({ value: { already: true, bound: false } })
    expect(await take(FEN, 'fen.icc', 'TPX4X4')).toMatchObject({ value: { already: true, bound: true } })
    expect(await take(FEN, 'fen.icc', 'TPX4X4')).toMatchObject({ value: { already: true, bound: false } })
    await take(FEN, 'fen.icc', 'ABC123')
    expect(listProfiles(room.db).map((p) => [p.name, p.seals.toSorted()])).toEqual([
      ['fen, 2026', ['ABC123', 'TPX4X4']],
    ])
  })
  it('another of the same name gets one of its own', async () => {
    const { room, take } = await profiles()
    await take(FEN)
    const other = printerProfile('fen, 2026', { gamma: 2.2, black: 0.02, chroma: 0.9 })
    expect(await take(other)).toMatchObject({ value: { already: false, name: 'fen, 2026 2' } })
    expect(room.one('select count(*) from profiles')).toBe(2)
  })
  it('says later with which versions it was made, and with which not', async () => {
    const { room, take } = await profiles()
    const taken = await take(FEN, 'fen.icc', 'ABC123')
    const id = taken.ok ? taken.value.id : ''
    const bind = (seal: string, made: boolean) => room.act(ACTIONS['profile.bind'], { id, seal, made })
    expect(await bind('TPX4X4', true)).toMatchObject({ ok: true })
    expect(await bind('TPX4X4', true)).toMatchObject({ ok: true })
    expect(await bind('ABC123', false)).toMatchObject({ ok: true })
    expect(listProfiles(room.db)[0]?.seals).toEqual(['TPX4X4'])
    expect(await bind('', true)).toMatchObject({ problem: { code: 'input' } })
    expect(
      await room.act(ACTIONS['profile.bind'], { id: '01a00000-0000-7000-8000-000000000000', seal: 'X', made: true }),
    ).toMatchObject({
      problem: { code: 'not_found' },
    })
  })
  it.each([
    ['a screen’s', matrixProfile('screen', WIDE, 2.2), /describes a screen, not a printer/],
    ['one for ink values', patched(16, 'CMYK'), /takes cyan, magenta, yellow and black/],
    ['one for something else', patched(16, 'XYZ '), /takes XYZ: printers here take RGB or grey/],
  ] as const)('%s is on the shelf with the reason, and no preset is offered it', async (_name, bytes, why) => {
    const { room, take } = await profiles()
    expect(await take(bytes)).toMatchObject({ value: { unfit: expect.stringMatching(why) } })
    expect(listProfiles(room.db)[0]?.unfit).toMatch(why)
    expect(listProfiles(room.db)[0]?.about.length).toBeGreaterThan(2)
    expect(presetWorld(room.db).profiles).toEqual([])
    // nor can it be named all the same, or come in by the name that a preset's file says
    const [id, name] = [room.one<string>('select id from profiles'), room.one<string>('select name from profiles')]
    const file = presetFile(room.db, room.one<string>('select id from preset_versions'))
    if (!file) throw new Error('there is a version')
    const to = (profileId: string) => ({
      ...file.settings,
      ...{ printerColour: 'off', fileColour: { kind: 'profile', profileId, intent: 'relative', blackPoint: true } },
    })
    const says = gateOfQueue(room.db, file.settings.queueId)
      ?.of(to(id) as Settings)
      .map((f) => f.code)
    expect(says).toContain('gone')
    const text = JSON.stringify({
      ...file,
      name: 'Other',
      settings: to(newId()),
      names: { ...file.names, profile: name },
    })
    expect(await room.act(ACTIONS['preset.import'], { text })).toMatchObject({ ok: false })
  })
  it('is brought along with a preset that converts to it, and taken in where it is not', async () => {
    const { room, take } = await profiles()
    await take(FEN)
    const versionId = room.one<string>('select id from preset_versions')
    const profileId = room.one<string>('select id from profiles')
    room.db.$client
      .prepare(
        `insert into preset_versions (id, preset_id, number, settings, canonical, seal_hash, seal, by_id, at, why)
         select ?, preset_id, 2, json_set(settings, '$.printerColour', 'off', '$.fileColour',
           json(?)), canonical, seal_hash, seal, by_id, at, why from preset_versions where id = ?`,
      )
      .run(newId(), JSON.stringify({ kind: 'profile', profileId, intent: 'relative', blackPoint: true }), versionId)
    const second = room.one<string>('select id from preset_versions where number = 2')
    const file = presetFile(room.db, second, room.folder)
    expect(file?.profile?.name).toBe('fen, 2026')
    expect(presetFile(room.db, second)?.profile).toBeNull()
    const other = await TestRoom.open()
    const text = JSON.stringify({ ...file, name: 'Other' })
    const made = await other.must(ACTIONS['preset.import'], { text })
    expect(listProfiles(other.db).map((p) => p.name)).toEqual(['fen, 2026'])
    expect(existsSync(filePath(other.folder, other.one<string>('select sha from profiles')))).toBe(true)
    const draft = other.one<string>(
      "select json_extract(draft, '$.fileColour.profileId') from presets where id = ?",
      made.id,
    )
    expect(draft).toBe(other.one<string>('select id from profiles'))
    // the same bytes twice are one profile; what is no profile is refused and leaves nothing
    await other.must(ACTIONS['preset.import'], { text: JSON.stringify({ ...file, name: 'Third' }) })
    expect(listProfiles(other.db)).toHaveLength(1)
    const broken = { ...file, name: 'Fourth', profile: { name: 'fen', data: Buffer.from('none').toString('base64') } }
    expect(await other.act(ACTIONS['preset.import'], { text: JSON.stringify(broken) })).toMatchObject({
      problem: { code: 'profile_bad', name: 'fen' },
    })
    expect(other.one("select count(*) from presets where name = 'Fourth'")).toBe(0)
  })
  it.each([
    [
      'no profile at all',
      new TextEncoder().encode('a picture, they said'),
      /no ICC profile: it has 20 bytes; a header alone has 132/,
    ],
    ['a picture renamed', new Uint8Array(5000).fill(7), /no ICC profile: the signature acsp is missing/],
    ['one that says it is longer', lengthened(FEN), /its header says \d+ bytes, the file has \d+/],
  ] as const)('%s: a sentence with its name, nothing stored', async (_name, bytes, why) => {
    const { room, take, waiting } = await profiles()
    const refused = await take(bytes, 'thing.icc')
    expect(refused).toMatchObject({
      problem: { code: 'profile_bad', name: 'thing.icc', why: expect.stringMatching(why) },
    })
    expect(room.one('select count(*) from profiles')).toBe(0)
    expect(waiting()).toBe(0)
  })
  it('cut short it is refused; without the table that it is needed for it cannot be chosen', async () => {
    const { room, take, waiting } = await profiles()
    const cut = await take(FEN.subarray(0, FEN.length - 400))
    expect(cut.ok ? 'taken' : sayProblem(cut.problem)).toMatch(/its header says/)
    expect(room.one('select count(*) from profiles')).toBe(0)
    const without = new Uint8Array(FEN)
    const view = new DataView(without.buffer)
    for (let i = 0; i < view.getUint32(128); i++) {
      const at = 132 + 12 * i
      if (String.fromCharCode(...without.subarray(at, at + 3)) === 'B2A') without.set([0x78, 0x78], at)
    }
    expect(await take(without)).toMatchObject({ value: { unfit: expect.stringMatching(/no table to printer values/) } })
    expect(waiting()).toBe(0)
  })
  it('a grey one is known as such', async () => {
    const { room, take } = await profiles()
    expect((await take(greyProfile('soft grey', gammaCurve(2.2)))).ok).toBe(true)
    expect(listProfiles(room.db)[0]?.grey).toBe(true)
  })
  it('retired it is no longer offered, and what is not there cannot be', async () => {
    const { room, take } = await profiles()
    const taken = await take(FEN)
    const id = taken.ok ? taken.value.id : ''
    await room.must(ACTIONS['profile.retire'], { id })
    expect(listProfiles(room.db)).toEqual([])
    const named = { kind: 'profile', profileId: id, intent: 'relative', blackPoint: true } as const
    expect(sayFileColour(named, presetWorld(room.db))).toBe('to fen, 2026 (retired), relative, black point on')
    expect(await room.act(ACTIONS['profile.retire'], { id })).toMatchObject({ problem: { code: 'not_found' } })
    // the same file is taken in anew
    expect(await take(FEN)).toMatchObject({ value: { already: false } })
  })
  it('a draft that names it keeps it, and says so', async () => {
    const { room, take } = await profiles()
    const taken = await take(FEN)
    const id = taken.ok ? taken.value.id : ''
    const preset = room.db.$client.prepare('select id, name from presets').get() as { id: string; name: string }
    const settings = JSON.parse(room.one<string>('select settings from preset_versions'))
    const fileColour = { kind: 'profile', profileId: id, intent: 'relative', blackPoint: true }
    room.db.$client
      .prepare('update presets set draft = ? where id = ?')
      .run(JSON.stringify({ ...settings, fileColour }), preset.id)
    expect(await room.act(ACTIONS['profile.retire'], { id })).toMatchObject({
      problem: { code: 'needed', where: [`the draft of ${preset.name}`] },
    })
  })
  it('is near to settings by their very seal, or by their paper; nothing else of it counts', async () => {
    const { room, take } = await profiles()
    const seal = room.one<string>('select seal from preset_versions')
    const settings: Settings = JSON.parse(room.one<string>('select settings from preset_versions'))
    const taken = await take(FEN, 'fen.icc', seal)
    const other = await take(printerProfile('dune, 2026', { gamma: 2.2, black: 0.02, chroma: 0.9 }), 'd.icc', 'ZZZZZZ')
    const [id, otherId] = [taken, other].map((t) => (t.ok ? t.value.id : ''))
    expect(profilesNear(room.db, settings)).toEqual({ [id ?? '']: 'seal' })
    // what no seal covers does not matter; what one covers does
    const fileColour = { kind: 'profile', profileId: id ?? '', intent: 'relative', blackPoint: true } as const
    expect(profilesNear(room.db, { ...settings, fileColour })).toEqual({ [id ?? '']: 'seal' })
    expect(profilesNear(room.db, { ...settings, inkSet: 'another' })).toEqual({ [id ?? '']: 'paper' })
    expect(profilesNear(room.db, { ...settings, paperId: 'elsewhere' })).toEqual({})
    expect(await room.act(ACTIONS['profile.bind'], { id: otherId, seal, made: true })).toMatchObject({ ok: true })
    expect(Object.values(profilesNear(room.db, settings))).toEqual(['seal', 'seal'])
  })
  it('is as old as the chart that it was measured from, not as the day on which it came back', async () => {
    const { room, take } = await profiles()
    const seal = room.one<string>('select seal from preset_versions')
    const printerId = room.one<string>('select id from printers')
    const { id: slipId } = await room.slip()
    const pictureId = room.picture()
    const printed = room.now
    room.db.$client
      .prepare(
        `insert into outside_targets (id, number, name, picture_id, width_um, height_um, at, by_id)
         values ('t', 1, 'Chart 3', ?, 150000, 200000, ?, 'x')`,
      )
      .run(pictureId, printed)
    room.db.$client
      .prepare(
        `insert into target_prints (slip_id, target_id, version_id, at, by_id)
         values (?, 't', (select id from preset_versions limit 1), ?, 'x')`,
      )
      .run(slipId, printed)
    room.now += 1000
    await room.must(ACTIONS['upkeep.log'], { printerId, kind: 'head change', at: null, note: '' })
    room.now += 1000
    await take(FEN, 'fen.icc', seal)
    expect(listProfiles(room.db)[0]?.stale).toEqual([{ printer: 'Otter', since: 'head change' }])
    // printed once more since, and then said to be made with it: it holds
    room.db.$client.prepare('update target_prints set at = ?').run(room.now)
    expect(listProfiles(room.db)[0]?.stale).toEqual([])
  })
  it('turns stale when its printer gets other inks, a head or a driver after it was made; a check of nozzles is none', async () => {
    const { room, take } = await profiles()
    const seal = room.one<string>('select seal from preset_versions')
    const taken = await take(FEN, 'fen.icc', seal)
    const [id, printerId] = [taken.ok ? taken.value.id : '', room.one<string>('select id from printers')]
    const settings = JSON.parse(room.one<string>('select settings from preset_versions'))
    const fileColour = { kind: 'profile', profileId: id, intent: 'relative', blackPoint: true }
    const against = () =>
      gateOfQueue(room.db, settings.queueId)
        ?.of({ ...settings, printerColour: 'off', fileColour })
        .filter((f) => f.code === 'profile_stale')
    const log = (kind: string, at: number) =>
      room.must(ACTIONS['upkeep.log'], { printerId, kind: kind as 'cleaning', at, note: '' })
    await log('head change', room.now - 1)
    room.now += 1000
    await log('nozzle check', room.now)
    expect(against()).toEqual([])
    expect(listProfiles(room.db)[0]?.stale).toEqual([])
    await log('driver change', room.now)
    expect(against()).toMatchObject([{ name: 'fen, 2026', printer: 'Otter', since: 'driver change' }])
    expect(listProfiles(room.db)[0]?.stale).toEqual([{ printer: 'Otter', since: 'driver change' }])
    // bound to one more seal it is no younger
    const second = newId()
    room.db.$client
      .prepare(
        `insert into preset_versions (id, preset_id, number, settings, canonical, seal_hash, seal, by_id, at, why)
         select ?, preset_id, 9, settings, canonical, 'other', 'OTHER1', by_id, at, why from preset_versions`,
      )
      .run(second)
    room.now += 1000
    await room.must(ACTIONS['profile.bind'], { id, seal: 'OTHER1', made: true })
    expect(listProfiles(room.db)[0]?.stale).toHaveLength(1)
    await room.must(ACTIONS['profile.bind'], { id, seal: 'OTHER1', made: false })
    expect(listProfiles(room.db)[0]?.stale).toHaveLength(1)
    // measured again and said to be made with it anew
    room.now += 1000
    await room.must(ACTIONS['profile.bind'], { id, seal, made: false })
    await room.must(ACTIONS['profile.bind'], { id, seal, made: true })
    expect(against()).toEqual([])
  })
  it('whose file is gone from the folder is missed, until it is there again', async () => {
    const path = folder()
    const db = openRoom(path)
    const sha = await keepBytes(path, FEN)
    const id = newId()
    db.insert(profileTable).values({ id, name: 'fen', sha, space: 'RGB ', at: 0 }).run()
    const missing = () => listProfiles(db).map((p) => p.missing)
    expect(missing()).toEqual([false])
    rmSync(filePath(path, sha))
    expect(missing()).toEqual([true])
    const to = { profileId: id, intent: 'relative', blackPoint: true } as const
    expect(await targetOf(db, path, to)).toMatchObject({ problem: { what: 'The file of profile fen' } })
    await keepBytes(path, FEN)
    expect(missing()).toEqual([false])
    expect(await targetOf(db, path, to)).toMatchObject({ ok: true })
    db.$client.close()
  })
  it('is the keeper’s: a helper takes in none', async () => {
    const { room } = await profiles()
    const received = await receive(room.folder, Readable.from([Buffer.from(FEN)]), 1e7)
    const helper = { id: room.one<string>('select id from people'), name: 'H', role: 'helper' } as const
    const refused = await room.act(importProfile, { name: 'x', received, seal: null }, helper)
    expect(refused).toMatchObject({ problem: { code: 'not_allowed' } })
  })
})
