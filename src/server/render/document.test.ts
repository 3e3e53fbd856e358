import { chmodSync, readdirSync, statSync, writeFileSync } from 'node:fs'
import { Readable } from 'node:stream'
import sharp from 'sharp'
import { describe, expect, it, onTestFinished } from 'vitest'
import { documentSchema, readStored, slipBookingSchema } from '@/contract/print-job'
import { readRecord } from '@/contract/record'
import type { PlainSlip } from '@/contract/slip-data'
import { fromMm } from '@/core/length/length'
import type { Settings } from '@/core/preset/settings'
import { ACTIONS } from '@/server/actions/all'
import { addPicture } from '@/server/actions/pictures'
import { importProfile } from '@/server/actions/profiles'
import { receive } from '@/server/files/files'
import { readEdgeCheck } from '@/server/stores/edge-checks'
import { readPrintJob } from '@/server/stores/print-jobs'
import { printerProfile } from '../../../demo/icc'
import { PrintRoom } from '../../../test/print-room'
import { type ReadRaster, readRaster } from '../../../test/raster-reader'
import { rasterWork } from './resolve'
import { openRaster } from './work'

const B4 = { kind: 'size', sizeId: 'jis_b4_257x364mm' } as const

async function otter() {
  const printers = await PrintRoom.open(3, ['otter'])
  onTestFinished(() => printers.end())
  const { room } = printers
  const preset = (settings: Partial<Settings> = {}, quality = 'quick') =>
    printers.preset({
      queue: 'Otter, photo',
      feed: 'otter/rear stack',
      mediaSetting: 'lustre',
      quality,
      surface: 'lustre',
      black: 'photo',
      inkSet: 'ten pigments, 2025',
      settings: { own: { drying: 'none' }, ...settings },
    })
  const added = async (bytes: Buffer, name: string): Promise<string> =>
    (await room.must(addPicture, { name, received: await receive(room.folder, Readable.from([bytes]), bytes.length) }))
      .id
  /** Starts a print and answers its document as the printer would read it; nothing is sent. */
  const documented = async (body: PlainSlip) => {
    const slip = await printers.slip({ sheet: B4, ...body })
    const started = await room.must(ACTIONS['print.start'], {
      slipId: slip.id,
      revision: 1,
      prints: [{ printId: 'first', copies: 1, answers: [] }],
      outcome: 'proof',
      note: '',
    })
    return document(started.printIds[0] ?? '')
  }
  const document = async (printId: string) => {
    const print = readPrintJob(room.db, printId)
    if (!print) throw new Error('no print')
    const document = readStored(documentSchema, print.document)
    const { ticket } = document
    const work = await rasterWork(room.db, room.folder, document)
    const made = work.ok ? await openRaster(work.value) : work
    if (!made.ok) return { problem: made.problem, raster: null, ticket: null, told: [] as number[], print }
    const chunks: Uint8Array[] = []
    const told: number[] = []
    for await (const chunk of made.value.stream((part) => told.push(part))) chunks.push(chunk)
    made.value.close()
    return { problem: null, raster: readRaster(Buffer.concat(chunks)), ticket, told, print }
  }
  return { printers, room, preset, added, documented, document }
}
const tone = (value: number, width = 600, height = 800, channels: 1 | 3 = 3): Promise<Buffer> =>
  sharp(Buffer.alloc(width * height * channels, value), { raw: { width, height, channels } })
    .toColourspace(channels === 1 ? 'b-w' : 'srgb')
    .png()
    .toBuffer()
const sixteen = (value: number): Promise<Buffer> =>
  sharp(new Uint16Array(600 * 800).fill(value), { raw: { width: 600, height: 800, channels: 1 } })
    .toColourspace('grey16')
    .tiff({ compression: 'deflate' })
    .toBuffer()

/** Where the print begins and ends along a row and a column, in mm. */
function extent(r: ReadRaster, white: number): { x: readonly [number, number]; y: readonly [number, number] } {
  const mm = 25.4 / r.ppi
  const row = Array.from({ length: r.width }, (_, x) => (r.at(x, r.height >> 1)[0] ?? white) !== white)
  const col = Array.from({ length: r.height }, (_, y) => (r.at(r.width >> 1, y)[0] ?? white) !== white)
  return {
    x: [row.indexOf(true) * mm, (row.lastIndexOf(true) + 1) * mm],
    y: [col.indexOf(true) * mm, (col.lastIndexOf(true) + 1) * mm],
  }
}
const small: PlainSlip = { placing: { mode: 'exact', by: { edge: 'width', um: fromMm(60) } } }

describe('what goes to the printer', () => {
  it('is the page of the slip, at the queue’s resolution, where the figures say it is sent', async () => {
    const { preset, added, documented } = await otter()
    const versionId = await preset()
    const pictureId = await added(await tone(40), 'tone.png')
    const { raster, ticket, told, print } = await documented({ versionId, pictureId, ...small, edge: 'borderless' })
    if (!raster || !ticket) throw new Error('no document')
    expect([raster.width, raster.height, raster.ppi]).toEqual([4047, 5732, 400])
    expect(raster.sizeName).toBe('jis_b4_257x364mm')
    const { record } = readStored(slipBookingSchema, print.booking).run
    const sent = readRecord(record.schema, record.body).pieces[0]?.sent
    const at = extent(raster, 255)
    expect(at.x[0]).toBeCloseTo((sent?.x ?? 0) / 1000, 0.8)
    expect(at.x[1]).toBeCloseTo(((sent?.x ?? 0) + (sent?.w ?? 0)) / 1000, 0.8)
    expect(at.y[0]).toBeCloseTo((sent?.y ?? 0) / 1000, 0.8)
    expect(ticket).toMatchObject({ margins: { left: 0, right: 0, top: 0, bottom: 0 }, ppi: 400, quality: 3 })
    expect(told.at(-1)).toBe(1)
    expect([...told].sort((a, b) => a - b)).toEqual(told)
  })
  it('with margins the ticket names them', async () => {
    const { preset, added, documented } = await otter()
    const { ticket } = await documented({
      versionId: await preset(),
      pictureId: await added(await tone(40), 't'),
      ...small,
    })
    expect(ticket).toMatchObject({ margins: { left: 370, right: 370, top: 440, bottom: 1160 }, colourMode: 'color' })
  })
  it('a printer that does colour itself gets sRGB, one whose colour is off gets device values', async () => {
    const { preset, added, documented } = await otter()
    const pictureId = await added(await tone(40), 'tone.png')
    const own = await documented({ versionId: await preset(), pictureId, ...small })
    const off = await documented({ versionId: await preset({ printerColour: 'off' }), pictureId, ...small })
    expect([own.raster?.space, off.raster?.space]).toEqual([19, 1])
    const middle = (r: ReadRaster | null) => r?.at(r.width >> 1, r.height >> 1)
    expect(middle(own.raster)).toEqual([40, 40, 40])
    expect(middle(off.raster)).toEqual([40, 40, 40])
  })
  it('converted to a profile it is device colour, other numbers, and never labelled sRGB', async () => {
    const { room, preset, added, documented } = await otter()
    const icc = printerProfile('fen', { gamma: 2, black: 0.035, chroma: 0.82 })
    const received = await receive(room.folder, Readable.from([icc]), icc.length)
    const profile = await room.must(importProfile, { name: 'fen.icc', received, seal: null })
    const versionId = await preset({
      printerColour: 'off',
      fileColour: {
        kind: 'profile',
        profileId: profile.id,
        intent: 'relative',
        blackPoint: true,
      },
    })
    const { raster } = await documented({ versionId, pictureId: await added(await tone(40), 't'), ...small })
    expect(raster?.space).toBe(1)
    expect(raster?.at(raster.width >> 1, raster.height >> 1)).not.toEqual([40, 40, 40])
    expect(raster?.at(5, 5)).toEqual([255, 255, 255])
  })
  it('a grey picture is one channel; 16 bits are kept at the highest quality', async () => {
    const { preset, added, documented } = await otter()
    const grey = await added(await sixteen(20_000), 'grey.tif')
    const eight = await documented({ versionId: await preset(), pictureId: grey, ...small })
    expect([eight.raster?.space, eight.raster?.bits, eight.raster?.channels]).toEqual([18, 8, 1])
    const versionId = await preset({ bits: 16 }, 'slow')
    const deep = await documented({ versionId, pictureId: grey, ...small })
    expect([deep.raster?.space, deep.raster?.bits, deep.raster?.ppi]).toEqual([18, 16, 800])
    expect(deep.raster?.at(deep.raster.width >> 1, deep.raster.height >> 1)).toEqual([20_000])
    expect(deep.ticket?.quality).toBe(5)
  })
  it('mirrored when the version says so', async () => {
    const { preset, added, documented } = await otter()
    const half = await sharp(await tone(255))
      .composite([{ input: { create: { width: 300, height: 800, channels: 3, background: '#000' } }, left: 0, top: 0 }])
      .png()
      .toBuffer()
    const pictureId = await added(half, 'half.png')
    const dark = async (mirror: boolean): Promise<'left' | 'right'> => {
      const { raster } = await documented({ versionId: await preset({ mirror }), pictureId, ...small })
      const at = raster?.at((raster.width >> 1) - 200, raster.height >> 1)[0] ?? -1
      return at < 60 ? 'left' : 'right'
    }
    expect([await dark(false), await dark(true)]).toEqual(['left', 'right'])
  })
  it('a picture whose file is damaged on disk is said before anything goes to the printer', async () => {
    const { room, preset, added, documented } = await otter()
    const versionId = await preset()
    const pictureId = await added(await tone(40), 'tone.png')
    const walk = (dir: string): string[] =>
      readdirSync(dir).flatMap((n) => (statSync(`${dir}/${n}`).isDirectory() ? walk(`${dir}/${n}`) : [`${dir}/${n}`]))
    for (const path of walk(`${room.folder}/files`)) {
      chmodSync(path, 0o600)
      writeFileSync(path, 'no picture at all')
    }
    const { problem } = await documented({ versionId, pictureId, ...small })
    expect(problem).toMatchObject({ code: 'file_broken', name: 'tone.png' })
  })
  it('a ruler sheet is grey, at its own size, with the number of its sheet', async () => {
    const { room, preset, document } = await otter()
    const started = await room.must(ACTIONS['edge-check.start'], {
      versionId: await preset(),
      edge: 'borderless',
      sheet: B4,
      sheets: 2,
      instrument: 'rule and loupe',
      print: true,
      note: '',
    })
    const check = readEdgeCheck(room.db, started.id)
    const [first, second] = room.db.$client
      .prepare('select id from print_jobs where subject_id = ? order by sheet')
      .pluck()
      .all(started.id) as string[]
    const one = await document(first ?? '')
    const two = await document(second ?? '')
    expect([one.raster?.space, one.raster?.bits]).toEqual([18, 8])
    expect(one.ticket).toMatchObject({ width: 25_700, length: 36_400, margins: { left: 0 } })
    const A = check?.layout.crosses.A
    const px = (v = 0): number => Math.floor((v * 400) / 25_400)
    expect(one.raster?.at(px(A?.x), px(A?.y))[0]).toBeLessThan(160)
    // the two sheets differ in their number alone: a few pixels in the middle
    const differs: number[] = []
    const { raster: r } = one
    if (!r || !two.raster) throw new Error('no raster')
    for (let y = 0; y < r.height; y += 3)
      for (let x = 0; x < r.width; x += 3) if (r.at(x, y)[0] !== two.raster.at(x, y)[0]) differs.push(y)
    expect(differs.length).toBeGreaterThan(3)
    expect(Math.max(...differs) - Math.min(...differs)).toBeLessThan(120)
  })
})
