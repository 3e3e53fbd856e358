import { mkdirSync, writeFileSync } from 'node:fs'
import { createServer } from 'node:http'
import type { AddressInfo } from 'node:net'
import { join } from 'node:path'
import sharp from 'sharp'
import { describe, expect, it, onTestFinished } from 'vitest'
import type { TraySheet } from '@/contract/tray'
import { QUEUE } from '../../../test/example-facts'
import { folder } from '../../../test/room'
import { VERSION } from '../../../test/slip-facts'
import { hasTray, loupe, overview, trayHref, trayNames, trayPrinters, traySheet, traySheets, traySwitch } from './tray'

const SHEET: TraySheet = {
  number: 1,
  printer: 'otter',
  queue: 'Otter, photo',
  jobId: 1,
  jobName: 'Libreta slip 1.1 a',
  source: 'main',
  width: 50.8,
  length: 203.2,
  type: 'matte',
  quality: 4,
  borderless: false,
  whole: true,
  ml: 1,
  seconds: 1,
  at: 10,
  file: '1.png',
  earlier: [],
}

/** A tray with sheets of 600 x 2400 px; a pixel's red says its row (in tens), its green its column (in tens). */
async function tray(sheets: readonly Partial<TraySheet>[] = [{}], port = 9): Promise<string> {
  const at = folder()
  const before = process.env.LIBRETA_TRAY
  process.env.LIBRETA_TRAY = at
  onTestFinished(() => {
    if (before === undefined) delete process.env.LIBRETA_TRAY
    else process.env.LIBRETA_TRAY = before
  })
  mkdirSync(join(at, 'otter'))
  writeFileSync(join(at, 'printers.json'), JSON.stringify([{ id: 'otter', port }]))
  const [w, h] = [600, 2400]
  const rgb = Buffer.alloc(w * h * 3)
  for (let y = 0; y < h; y++)
    for (let x = 0; x < w; x++) rgb.set([Math.floor(y / 10), Math.floor(x / 10), 7], (y * w + x) * 3)
  const png = await sharp(rgb, { raw: { width: w, height: h, channels: 3 } })
    .png()
    .toBuffer()
  for (const [i, patch] of sheets.entries()) {
    const sheet = { ...SHEET, number: i + 1, file: `${i + 1}.png`, ...patch }
    writeFileSync(join(at, 'otter', sheet.file), png)
    writeFileSync(join(at, 'otter', `${i + 1}.json`), JSON.stringify(sheet))
  }
  return at
}
const pixel = async (picture: Buffer, x: number, y: number): Promise<readonly number[]> => {
  const { data, info } = await sharp(picture).raw().toBuffer({ resolveWithObject: true })
  return [...data.subarray((y * info.width + x) * info.channels, (y * info.width + x) * info.channels + 3)]
}

describe('the output tray', () => {
  it('is there only with stand-ins', async () => {
    expect(hasTray()).toBe(process.env.LIBRETA_TRAY !== undefined)
    delete process.env.LIBRETA_TRAY
    expect(traySheets()).toEqual([])
    expect(await trayPrinters()).toEqual([])
    await tray()
    expect(hasTray()).toBe(true)
  })
  it('lists sheets, the newest first, and leaves out notes that are half written or none', async () => {
    const at = await tray([{ at: 10 }, { at: 30, jobName: 'Libreta slip 2.1 b' }, { at: 20 }])
    writeFileSync(join(at, 'otter', '9.json'), '{"number": 9, "prin')
    writeFileSync(join(at, 'otter', '8.json'), JSON.stringify({ ...SHEET, file: '../../../etc/passwd' }))
    expect(traySheets().map((s) => s.number)).toEqual([2, 3, 1])
    expect(trayHref('Libreta slip 2.1 b')).toBe('/tray?sheet=otter/2')
    expect(trayHref('another job')).toBeNull()
    expect(traySheet('otter', 3)?.at).toBe(20)
    expect(traySheet('../otter', 3)).toBeNull()
  })
  it('a list of printers that is half written is no printers', async () => {
    const at = await tray()
    writeFileSync(join(at, 'printers.json'), '[{"id": "ot')
    expect(traySheets()).toEqual([])
  })
  it('the loupe shows the sheet’s own pixels, each enlarged to a square', async () => {
    await tray()
    // 300 ppi: 25.4 mm are 300 px; 4 mm are 47 px wide
    const seen = await loupe(SHEET, 25.4, 101.6, 4, 3)
    expect((await sharp(seen).metadata()).width).toBe(47 * 3)
    // its middle is pixel 300 of 600 across, 1200 of 2400 along
    expect(await pixel(seen, 24 * 3, 24 * 3)).toEqual([120, 30, 7])
    expect(await pixel(seen, 24 * 3 + 2, 24 * 3 + 2)).toEqual([120, 30, 7])
  })
  it.each([0, 24.9, 25.1, 49.95, 50.05, 99.9, 100.1, 150, 203.2])('at %f mm along it shows that height', async (y) => {
    await tray()
    const seen = await loupe(SHEET, 25.4, y, 4, 1)
    const row = Math.round(y * (300 / 25.4) - 47 / 2) + 23
    expect((await pixel(seen, 23, 23))[0]).toBe(row < 0 || row >= 2400 ? 120 : Math.floor(row / 10))
  })
  it('beyond the sheet’s edge is the tray’s ground', async () => {
    await tray()
    const corner = await loupe(SHEET, 0, 0, 4, 1)
    expect(await pixel(corner, 5, 5)).toEqual([120, 126, 122])
    expect(await pixel(corner, 40, 40)).toEqual([1, 1, 7])
    const off = await loupe(SHEET, 50.8, 230, 4, 1)
    expect(await pixel(off, 23, 23)).toEqual([120, 126, 122])
  })
  it('looks at the same sheet many times without reading it anew', async () => {
    const at = await tray([{ at: 99 }])
    const sheet = { ...SHEET, at: 99 }
    const first = await loupe(sheet, 25.4, 101.6, 4, 1)
    writeFileSync(join(at, 'otter', '1.png'), 'gone')
    expect((await loupe(sheet, 25.4, 101.6, 4, 1)).equals(first)).toBe(true)
    await expect(loupe(sheet, 25.4, 10, 4, 1)).rejects.toThrow()
    await expect(loupe({ ...sheet, at: 100 }, 25.4, 101.6, 4, 1)).rejects.toThrow()
  })
  it('the whole sheet fits a screen', async () => {
    await tray()
    const { width, height, format } = await sharp(await overview(SHEET)).metadata()
    expect([width, height, format]).toEqual([350, 1400, 'jpeg'])
  })
})

describe('at the simulated printers', () => {
  const STATE = {
    id: 'otter',
    name: 'Otter',
    makeModel: '',
    state: 'idle',
    reasons: [],
    standsBy: true,
    shows: false,
    blackIn: null,
    sources: [],
    types: [],
    ...{ copies: 1, grey: { darkness: 0, tint: [0, 0] }, again: null, faults: [], offline: false },
    inks: [],
  }
  async function standIn(answer: unknown, status = 200): Promise<{ readonly asked: string[]; readonly port: number }> {
    const asked: string[] = []
    const server = createServer((request, response) => {
      let body = ''
      request.on('data', (d) => {
        body += d
      })
      request.on('end', () => {
        asked.push(`${request.method} ${request.url} ${body}`)
        response.writeHead(status, { 'content-type': 'application/json' }).end(JSON.stringify(answer))
      })
    })
    await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve))
    onTestFinished(() => void server.close())
    return { asked, port: (server.address() as AddressInfo).port }
  }
  it('are asked for their state', async () => {
    const { port, asked } = await standIn(STATE)
    await tray([], port)
    expect(await trayPrinters()).toEqual([STATE])
    expect(asked).toEqual(['GET /tray/state '])
  })
  it('one that answers nonsense, or not at all, is left out', async () => {
    const { port } = await standIn({ hello: 1 })
    await tray([], port)
    expect(await trayPrinters()).toEqual([])
    await tray([], 9)
    expect(await trayPrinters()).toEqual([])
  })
  it('are switched, without their own id', async () => {
    const { port, asked } = await standIn({})
    await tray([], port)
    expect(await traySwitch({ printer: 'otter', ink: 'cyan', level: 0 })).toEqual({ ok: true, value: null })
    expect(asked).toEqual(['POST /tray/switch {"ink":"cyan","level":0}'])
  })
  it.each([
    ['one that is not there', 'stoat', 200, /no simulated printer called stoat/],
    ['one that refuses', 'otter', 422, /answered with 422/],
  ])('%s is said', async (_name, printer, status, says) => {
    const { port } = await standIn({}, status)
    await tray([], port)
    expect(await traySwitch({ printer, standsBy: false })).toEqual({ ok: false, problem: expect.stringMatching(says) })
  })
  it('one that does not answer is said', async () => {
    await tray([], 9)
    expect(await traySwitch({ printer: 'otter', standsBy: false })).toMatchObject({
      problem: expect.stringContaining('does not answer'),
    })
  })
})

it('what machines call by keywords has the room’s names', () => {
  const feeds = [{ ...VERSION.feed, revision: 1 }]
  const queue = { facts: QUEUE } as Parameters<typeof trayNames>[0][number]['queues'][number]
  expect(trayNames([{ nickname: 'Otter', feeds, queues: [queue] }])).toEqual({
    otter: { main: VERSION.feed.name, 'photographic-matte': VERSION.mediaSetting.name },
  })
})
