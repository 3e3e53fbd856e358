import { Readable } from 'node:stream'
import sharp from 'sharp'
import { describe, expect, it } from 'vitest'
import { documentSchema, readStored } from '@/contract/print-job'
import { newId } from '@/server/db/ids'
import { receive } from '@/server/files/files'
import { removedThings } from '@/server/stores/removed'
import { slipPage } from '@/server/stores/slip-page'
import { readSlip } from '@/server/stores/slips'
import { listTargets, notesOf, targetVersions } from '@/server/stores/targets'
import { TestRoom } from '../../../test/room'
import { ACTIONS } from './all'
import { addAttachment } from './notes'
import { addPicture } from './pictures'
import { startPrint, stepPrint } from './prints'

const GONE = '01a00000-0000-7000-8000-00000000dead'
const A4 = { kind: 'size', sizeId: 'iso_a4_210x297mm' } as const

/** A room whose queue has an address and whose only version leaves colour to the file, which it converts. */
async function withTarget({ mm = [150, 200], density = 300 as number | null, colour = 'off' } = {}) {
  const room = await TestRoom.open()
  room.db.$client.exec("update queues set address = 'ipp://127.0.0.1:9/none'")
  // versions never change: one of its own
  const convert = (profileId: string | null): string => {
    const id = newId()
    const fileColour = profileId
      ? { kind: 'profile', profileId, intent: 'relative', blackPoint: true }
      : { kind: 'untouched' }
    room.db.$client
      .prepare(
        `insert into preset_versions (id, preset_id, number, settings, canonical, seal_hash, seal, by_id, at, why)
         select ?, preset_id, number + 1, json_set(settings, '$.colourMode', 'colour', '$.printerColour', ?, '$.fileColour', json(?)),
           canonical, seal_hash, seal, by_id, at, why from preset_versions order by number desc limit 1`,
      )
      .run(id, colour, JSON.stringify(fileColour))
    return id
  }
  const versionId = convert(null)
  const [width = 0, height = 0] = mm.map((v) => Math.round((v / 25.4) * (density ?? 300)))
  const image = sharp({ create: { width, height, channels: 3, background: '#808080' } })
  const bytes = await (density === null
    ? image.png()
    : image.tiff({ xres: density / 25.4, yres: density / 25.4 })
  ).toBuffer()
  const name = density === null ? 'chart.png' : 'chart.tif'
  const file = async (of: Uint8Array) => receive(room.folder, Readable.from([Buffer.from(of)]), 1e9)
  const { id: pictureId } = await room.must(addPicture, { name, received: await file(bytes) })
  const add = (more: object = {}) =>
    room.act(ACTIONS['target.add'], {
      ...{ name: 'Chart 3', service: 'Tidewater Profiles', instructions: 'Let it dry for a day.' },
      ...{ pictureId, ppi: null, ...more },
    })
  const print = (id: string, more: object = {}) =>
    room.act(ACTIONS['target.print'], { id, versionId, sheet: A4, copies: 1, ...more })
  const made = async () => {
    const added = await add()
    if (!added.ok) throw new Error(JSON.stringify(added.problem))
    return added.value.id
  }
  return { room, convert, file, add, print, made }
}

describe('an outside target', () => {
  it('is as large as its file says, or as somebody says its pixels are', async () => {
    const { room, add } = await withTarget()
    await add()
    await add({ name: 'Chart 4', ppi: 150 })
    const size = (n: number) => {
      const t = listTargets(room.db)[n]
      return t && [Math.round(t.width / 100) / 10, Math.round(t.height / 100) / 10]
    }
    expect([size(1), size(0)]).toEqual([
      [150, 200],
      [300.1, 400],
    ])
  })
  it('whose file states no size wants one', async () => {
    const { room, add } = await withTarget({ density: null })
    expect(await add()).toMatchObject({
      problem: {
        code: 'input',
        issues: [{ path: 'ppi', message: expect.stringContaining('chart.png does not state') }],
      },
    })
    expect(await add({ ppi: 300 })).toMatchObject({ ok: true, value: { number: 1 } })
    expect(room.one('select count(*) from outside_targets')).toBe(1)
    expect(await add({ ppi: 3 })).toMatchObject({ problem: { code: 'input' } })
    expect(await add({ pictureId: GONE, ppi: 300 })).toMatchObject({ problem: { what: 'The target’s file' } })
  })
  it('goes out untouched at its own size though its version converts, as a proof of a slip of its own', async () => {
    const { room, convert, print, made } = await withTarget()
    // a version that converts every file: a target it must not
    room.db.$client.exec(`insert into profiles (id, name, sha, space, at) values ('${GONE}', 'fen', 'ab', 'RGB ', 0)`)
    const versionId = convert(GONE)
    const id = await made()
    const printed = await print(id, { copies: 2, versionId })
    if (!printed.ok) throw new Error(JSON.stringify(printed.problem))
    const jobs = room.db.$client
      .prepare('select subject, outcome, title, document from print_jobs order by sheet')
      .all() as readonly { subject: string; outcome: string; title: string; document: string }[]
    expect(jobs.map((j) => [j.subject, j.outcome])).toEqual([
      ['outside target', 'proof'],
      ['outside target', 'proof'],
    ])
    const document = readStored(documentSchema, JSON.parse(jobs[0]?.document ?? ''))
    expect(document).toMatchObject({ space: 'rgb', target: null, pictures: [{ convert: 'nothing' }] })
    const [item] = document.page.items
    expect(item).toMatchObject({ quarter: 0, mirror: false, full: { w: 150_030, h: 199_983 } })
    const [target] = listTargets(room.db)
    expect(target?.prints).toMatchObject([
      { slipId: printed.value.slipId, version: expect.stringMatching(/version 3$/) },
    ])
    expect(target?.prints[0]?.seal).toBe(room.one<string>('select seal from preset_versions where id = ?', versionId))
  })
  it('is not printed where it would be changed, cut or laid smaller, and nothing is left behind', async () => {
    const own = await withTarget({ colour: 'own' })
    expect(await own.print(await own.made())).toMatchObject({
      problem: { code: 'rules', says: [expect.stringMatching(/colour is own.*would change every patch/)] },
    })
    expect(own.room.one('select count(*) from slips')).toBe(1)
    expect(targetVersions(own.room.db)).toEqual([])
    const large = await withTarget({ mm: [208, 290] })
    expect(await large.print(await large.made())).toMatchObject({
      problem: { code: 'rules', says: [expect.stringMatching(/does not hold it: .* would be lost at the/)] },
    })
    expect(large.room.one('select count(*) from target_prints')).toBe(0)
    expect(targetVersions(large.room.db)).toMatchObject([{ addressed: true, sheets: [{ says: 'A4' }] }])
  })
  it('cannot be printed from its slip, where it would be converted', async () => {
    const { room, print, made } = await withTarget()
    const printed = await print(await made())
    const slipId = printed.ok ? printed.value.slipId : ''
    room.db.$client.exec("update print_jobs set state = 'cancelled'")
    const slip = readSlip(room.db, slipId)
    const asked = {
      ...{ slipId, revision: slip?.revision ?? 0, outcome: 'proof' as const, note: '' },
      prints: [{ printId: 'first', copies: 1, answers: [] }],
    }
    const refused = { problem: { code: 'rules', says: [expect.stringContaining('holds an outside target')] } }
    expect(await room.act(startPrint, asked)).toMatchObject(refused)
    expect(
      await room.act(ACTIONS['slip.file'], { id: slipId, printId: 'first', revision: asked.revision }),
    ).toMatchObject(refused)
    expect(await room.act(ACTIONS['run.log'], { ...asked, cause: null })).toMatchObject(refused)
    // nor copied to a slip that would convert it, nor changed
    expect(await room.act(ACTIONS['slip.copy'], { id: slipId })).toMatchObject(refused)
    const { revision } = asked
    expect(await room.act(ACTIONS['slip.save'], { id: slipId, revision, body: slip?.body })).toMatchObject(refused)
    expect(await room.act(ACTIONS['slip.state'], { id: slipId, revision, state: 'withdrawn' })).toMatchObject(refused)
  })
  it('is shown on its slip as it goes out, whatever its version converts to', async () => {
    const { room, convert, print, made } = await withTarget()
    room.db.$client.exec(`insert into profiles (id, name, sha, space, at) values ('${GONE}', 'fen', 'ab', 'RGB ', 0)`)
    const versionId = convert(GONE)
    const printed = await print(await made(), { versionId })
    const page = slipPage(room.db, printed.ok ? printed.value.slipId : '', room.now)
    expect(page?.target).toMatchObject({ name: 'the target Chart 3', where: 'Profiles' })
    expect(page?.catalogue.versions).toMatchObject([
      { id: versionId, settings: { fileColour: { kind: 'untouched' } }, profile: null },
    ])
    const plain = await room.slip({ versionId })
    expect(slipPage(room.db, plain.id, room.now)).toMatchObject({
      target: null,
      catalogue: { versions: [{ settings: { fileColour: { kind: 'profile' } } }] },
    })
  })
  it('once printed is done with, though it is a proof, and is in the log', async () => {
    const { room, print, made } = await withTarget()
    const printed = await print(await made())
    const slipId = printed.ok ? printed.value.slipId : ''
    const id = room.one<string>('select id from print_jobs')
    const step = (to: object) => room.must(stepPrint, { id, to } as never)
    await step({ state: 'sending' })
    await step({ state: 'printing', ippJobId: 1, jobUri: null, says: '' })
    await step({ state: 'done', says: '' })
    expect(readSlip(room.db, slipId)?.state).toBe('done')
    expect(room.one<string>('select now_outcome from run_parts where slip_id = ?', slipId)).toBe('proof')
  })
  it('is retired and offered again', async () => {
    const { room, made } = await withTarget()
    const id = await made()
    await room.must(ACTIONS['target.retire'], { id, revision: 1 })
    expect(listTargets(room.db)).toEqual([])
    expect(removedThings(room.db)).toMatchObject([{ kind: 'target', name: 'Chart 3', revision: 2 }])
    await room.must(ACTIONS['target.restore'], { id, revision: 2 })
    expect(listTargets(room.db)).toHaveLength(1)
  })
})

describe('a note with files', () => {
  it('keeps a PDF and a picture as they came, and says of others what they are', async () => {
    const { room, file } = await withTarget()
    const paperId = room.one<string>('select id from papers')
    const { id } = await room.must(ACTIONS['note.add'], { paperId, says: 'One at a time.', source: 'leaflet' })
    const attach = async (name: string, bytes: string | Uint8Array, ownerId = id) =>
      room.act(addAttachment, { name, received: await file(Buffer.from(bytes)), ownerId })
    const png = await sharp({ create: { width: 4, height: 4, channels: 3, background: '#888' } })
      .png()
      .toBuffer()
    expect(await attach('leaflet.pdf', '%PDF-1.7\n%%EOF')).toMatchObject({ ok: true })
    expect(await attach('how.png', png)).toMatchObject({ ok: true })
    expect(await attach('half.png', png.subarray(0, 40))).toMatchObject({ problem: { code: 'file_broken' } })
    expect(await attach('setup.exe', 'MZ....')).toMatchObject({
      problem: { code: 'rules', says: ['setup.exe is a program; a PDF, a JPEG or a PNG can be kept here.'] },
    })
    expect(await attach('x.txt', 'hello there')).toMatchObject({
      problem: { says: [expect.stringContaining('begins with “hello there”')] },
    })
    expect(await attach('leaflet.pdf', '%PDF-1.7', GONE)).toMatchObject({ problem: { code: 'not_found' } })
    expect(notesOf(room.db, paperId)).toMatchObject([
      {
        ...{ says: 'One at a time.', source: 'leaflet', by: 'Keeper' },
        files: [{ name: 'leaflet.pdf', mime: 'application/pdf' }, { name: 'how.png' }],
      },
    ])
  })
  it('is removed and put back with what it holds', async () => {
    const { room } = await withTarget()
    const paperId = room.one<string>('select id from papers')
    const { id } = await room.must(ACTIONS['note.add'], { paperId, says: 'x'.repeat(80), source: '' })
    await room.must(ACTIONS['note.retire'], { id, revision: 1 })
    expect(notesOf(room.db, paperId)).toEqual([])
    expect(removedThings(room.db)).toMatchObject([{ kind: 'note', name: `${'x'.repeat(57)}...` }])
    await room.must(ACTIONS['note.restore'], { id, revision: 2 })
    expect(notesOf(room.db, paperId)).toHaveLength(1)
    expect(await room.act(ACTIONS['note.add'], { paperId: GONE, says: 'x', source: '' })).toMatchObject({
      problem: { code: 'not_found' },
    })
  })
})
