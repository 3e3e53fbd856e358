import { spawn } from 'node:child_process'
import { mkdirSync, statSync } from 'node:fs'
import { join } from 'node:path'
import Database from 'better-sqlite3'
import puppeteer from 'puppeteer-core'
import { plainSlip } from '@/contract/slip-data'
import { fromMm } from '@/core/length/length'
import { writeLargeTiff } from '../test/tiff'
import { answering } from './answering'
import { withDiscovery } from './discovery'
import { measured, spooled, startPrinter } from './foreign'
import { type Part, type Row, rest, until } from './tools'

const PORT = 4779
const ADDRESS = `http://127.0.0.1:${PORT}`

type Answer = { readonly ok: boolean; readonly value: Record<string, string>; readonly problem?: unknown }

async function act(action: string, input: unknown): Promise<Record<string, string>> {
  const response = await fetch(`${ADDRESS}/api/do/${action}`, {
    method: 'POST',
    headers: { 'content-type': 'application/json', origin: ADDRESS },
    body: JSON.stringify(input),
  })
  const answer = (await response.json()) as Answer
  if (!answer.ok) throw new Error(`${action}: ${JSON.stringify(answer.problem)}`)
  return answer.value
}

/** From a person's file to paper, on a printer that this project did not write: in the browser, in a room that runs. */
export const whole: Part = {
  name: 'whole',
  needs: [
    ['ippeveprinter', 'cups-ipp-utils'],
    ['ipptool', 'cups-ipp-utils'],
    ['avahi-daemon', 'avahi-daemon'],
    ['dbus-daemon', 'dbus'],
    ['chromium', 'chromium'],
  ],
  run: (_share, folder) => withDiscovery(() => fromFileToPaper(folder)),
}

async function fromFileToPaper(folder: string): Promise<readonly Row[]> {
  const printer = await startPrinter(folder, { name: 'plain', formats: 'image/pwg-raster' })
  const data = join(folder, 'room')
  mkdirSync(data)
  const env = { ...process.env, LIBRETA_DATA: data, PORT: String(PORT) }
  const room = spawn(process.execPath, ['scripts/start.mjs'], { env, stdio: 'ignore' })
  const gone = new Promise<void>((resolve) => room.once('exit', () => resolve()))
  const row = (ok: boolean, says: string): Row => ({ part: 'whole', what: 'a TIFF of 60 MB, by a person', ok, says })
  try {
    await answering(ADDRESS, 60)
    await act('room.set-up', {
      ...{ name: 'Outside', unit: 'mm', currency: 'EUR', exponent: 2, timeZone: 'UTC', keeper: 'K' },
      printer: { nickname: 'Otter', makeModel: '' },
      paper: { name: 'Plain', surface: 'plain', sizeId: 'iso_a4_210x297mm', count: 50 },
    })
    const added = await act('printer.by-address', { address: printer.address, nickname: 'Foreign' })
    const db = new Database(join(data, 'libreta.db'), { readonly: true })
    const one = (sql: string, ...v: unknown[]): string =>
      String(
        db
          .prepare(sql)
          .pluck()
          .get(...v),
      )
    const queueId = one('select id from queues where printer_id = ?', added.id)
    const facts = JSON.parse(one('select facts from queues where id = ?', queueId))
    const preset = await act('preset.add', {
      name: 'Foreign',
      draft: {
        ...{
          queueId,
          inkSet: one('select ink_set from printers where id = ?', added.id),
          feedId: facts.feeds[0].feedId,
        },
        ...{
          paperId: one('select id from papers'),
          mediaSettingId: facts.mediaSettings[0].id,
          qualityId: facts.qualities.at(-1).id,
        },
        ...{ passes: 'one-way', blackInk: 'photo', topcoat: null, colourMode: 'colour', printerColour: 'own' },
        ...{ driverProfile: null, tint: null },
        ...{ fileColour: { kind: 'untouched' }, bits: 8, mirror: false, edgeAllowed: 'margins', own: {} },
      },
    })
    const sealed = await act('preset.seal', { id: preset.id, revision: 1, why: 'outside' })
    const slip = await act('slip.add', {
      body: plainSlip({
        versionId: sealed.versionId ?? null,
        sheet: { kind: 'size', sizeId: 'iso_a4_210x297mm' },
        placing: { mode: 'exact', by: { edge: 'both', width: fromMm(80), height: fromMm(100) } },
      }),
    })
    const path = join(folder, 'large.tif')
    writeLargeTiff(path, 4000, 5000, 8, 40)
    const browser = await puppeteer.launch({
      executablePath: process.env.LIBRETA_CHROMIUM ?? '/usr/bin/chromium',
      args: ['--no-sandbox', '--disable-gpu', '--disable-quic', '--no-first-run', '--disable-background-networking'],
    })
    try {
      const page = await browser.newPage()
      await page.setViewport({ width: 1280, height: 800 })
      await page.goto(`${ADDRESS}/slips/${slip.id}`, { waitUntil: 'load' })
      const input = await page.waitForSelector('input[type="file"]')
      await (input as unknown as { uploadFile(...paths: string[]): Promise<void> }).uploadFile(path)
      const says = (text: string, seconds: number) =>
        page.waitForFunction((t) => document.body.innerText.includes(t), { timeout: seconds * 1000 }, text)
      // chosen as soon as the field is there, whether or not the page listens yet: it must not be lost
      await says('large.tif', 90)
      const press = async (name: string): Promise<void> =>
        (await page.waitForSelector(`aria/${name}[role="button"]`))?.click()
      await rest(1500)
      await press('Print and log')
      await page.waitForSelector('[role=dialog] textarea')
      for (const stop of await page.$$('input[placeholder="Why it is printed all the same"]'))
        await stop.type('outside')
      await press('Print 1 copy')
      await says('came out and is in the log', 120)
    } finally {
      await browser.close()
    }
    db.close()
    const file = await until(() => spooled(printer)[0], 10)
    const m = await measured(file)
    const right = Math.abs(m.width - 80) < 1.2 && Math.abs(m.height - 100) < 1.2
    return [
      row(
        right,
        `${(statSync(path).size / 1e6).toFixed(0)} MB chosen in the browser, ${m.width.toFixed(1)} x ${m.height.toFixed(1)} mm arrived, ${m.page}`,
      ),
    ]
  } finally {
    room.kill('SIGTERM')
    await gone
    await printer.end()
  }
}
