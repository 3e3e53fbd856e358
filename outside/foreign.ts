import { mkdirSync, readdirSync, readFileSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { Readable } from 'node:stream'
import sharp from 'sharp'
import { plainSlip } from '@/contract/slip-data'
import { fromMm } from '@/core/length/length'
import { sayProblem } from '@/core/words/problems'
import { ACTIONS } from '@/server/actions/all'
import { addPicture } from '@/server/actions/pictures'
import { receive } from '@/server/files/files'
import { printUntil } from '@/server/printing/follow'
import { readPrintJob } from '@/server/stores/print-jobs'
import { readPrinter } from '@/server/stores/printers'
import { OpenRoom } from '../test/open-room'
import { readRaster } from '../test/raster-reader'
import { withDiscovery } from './discovery'
import { beside, type Part, type Row, rest, tool, until } from './tools'

const PACE = { idleMs: 40, pollMs: 150, awayMs: 3000, patience: { answerMs: 4000, wholeMs: 8000, intakeMs: 20_000 } }
const QUIET = { info: () => {}, error: () => {} }

/** A printer of another project, started for one thing that it can do. */
export type Kind = {
  readonly name: string
  readonly formats: string
  /** what its configuration says beyond its own defaults */
  readonly conf?: string
  readonly seconds?: number
  readonly secure?: boolean
  /** what a person should be told instead of a print */
  readonly refused?: RegExp
  readonly size?: string
  readonly borderless?: boolean
}

const KINDS: readonly Kind[] = [
  { name: 'plain', formats: 'image/pwg-raster' },
  { name: 'over TLS with a certificate of its own', formats: 'image/pwg-raster', secure: true },
  { name: 'slow', formats: 'image/pwg-raster,image/jpeg', seconds: 3 },
  { name: 'borderless', formats: 'image/pwg-raster', size: 'na_index-4x6_4x6in', borderless: true },
  { name: 'JPEG only, no word on scaling', formats: 'image/jpeg', refused: /takes JPEG only and does not promise/ },
  { name: 'nothing that we make', formats: 'application/pdf', refused: /takes neither PWG raster nor JPEG/ },
]

const BREAKS = [
  'before it is asked',
  'while it is sent',
  'when all was sent',
  'while it prints',
  'after it was done',
] as const

type Printer = {
  readonly address: string
  readonly spool: string
  readonly end: (signal?: NodeJS.Signals) => Promise<void>
}

let port = 8700

export async function startPrinter(folder: string, kind: Kind): Promise<Printer> {
  port += 1
  const spool = join(folder, `spool-${port}`)
  mkdirSync(spool, { recursive: true })
  const command = join(folder, `print-${port}.sh`)
  writeFileSync(command, `#!/bin/sh\nsleep ${kind.seconds ?? 0}\nexit 0\n`, { mode: 0o755 })
  const args = [
    '-p',
    String(port),
    '-d',
    spool,
    '-K',
    spool,
    '-k',
    '-r',
    'off',
    '-s',
    '20,20',
    '-f',
    kind.formats,
    '-n',
    'localhost',
    '-c',
    command,
    `Foreign ${port}`,
  ]
  const running = beside('ippeveprinter', args)
  const address = `${kind.secure ? 'ipps' : 'ipp'}://localhost:${port}/ipp/print`
  await until(
    () => tool('ipptool', ['-q', `ipp://localhost:${port}/ipp/print`, 'get-printer-attributes.test'], 5).status === 0,
    20,
    'the printer of the other project answers',
  )
  return { address, spool, end: running.end }
}

const ended = (room: OpenRoom, id: string) => {
  const p = readPrintJob(room.db, id)
  return p && !['queued', 'sending', 'printing'].includes(p.state) ? p : null
}

/** A room that knows the printer by its address alone, with a preset on it and a slip of a dark card. */
async function roomFor(folder: string, printer: Printer, kind: Kind) {
  const room = await new OpenRoom(join(folder, `room-${port}`)).setUp()
  let added = await room.act(ACTIONS['printer.by-address'], { address: printer.address, nickname: 'Foreign' })
  if (kind.secure) {
    if (added.ok || added.problem.code !== 'printer_certificate') throw new Error('its certificate was taken unseen')
    await room.must(ACTIONS['printer.trust'], { address: printer.address, fingerprint: added.problem.fingerprint })
    added = await room.act(ACTIONS['printer.by-address'], { address: printer.address, nickname: 'Foreign' })
  }
  if (!added.ok) return { room, refused: sayProblem(added.problem), slip: null, start: null }
  const known = readPrinter(room.db, added.value.id)
  const queue = known?.queues[0]
  if (!known || !queue) throw new Error('no printer')
  const paper = { maker: '', name: 'Card', surface: 'gloss', weight: 250, thickness: 250, note: '' } as const
  const { id: paperId } = await room.must(ACTIONS['paper.add'], paper)
  const facts = queue.facts
  const feedId = facts.feeds[0]?.feedId ?? ''
  const { id: presetId } = await room.must(ACTIONS['preset.add'], {
    name: 'Foreign',
    draft: {
      ...{ queueId: queue.id, inkSet: known.inkSet, feedId, paperId },
      mediaSettingId: facts.mediaSettings.find((m) => m.id.includes('gloss'))?.id ?? facts.mediaSettings[0]?.id ?? '',
      qualityId: facts.qualities.at(-1)?.id ?? '',
      ...{ passes: 'one-way', blackInk: 'photo', topcoat: null, colourMode: 'colour', printerColour: 'own' },
      ...{ driverProfile: null, tint: null },
      ...{ fileColour: { kind: 'untouched' }, bits: 8, mirror: false, own: {} },
      edgeAllowed: kind.borderless ? 'either' : 'margins',
    } as never,
  })
  const sealed = await room.must(ACTIONS['preset.seal'], { id: presetId, revision: 1, why: 'outside' })
  const bytes = await sharp({ create: { width: 900, height: 1200, channels: 3, background: '#203040' } })
    .jpeg({ quality: 95 })
    .toBuffer()
  const received = await receive(room.folder, Readable.from([bytes]), bytes.length)
  const { id: pictureId } = await room.must(addPicture, { name: 'dark.jpg', received })
  const slip = await room.must(ACTIONS['slip.add'], {
    body: plainSlip({
      ...{ title: 'Foreign', pictureId, versionId: sealed.versionId, edge: kind.borderless ? 'borderless' : 'margins' },
      sheet: { kind: 'size', sizeId: kind.size ?? 'iso_a4_210x297mm' },
      placing: { mode: 'exact', by: { edge: 'both', width: fromMm(60), height: fromMm(80) } },
    }),
  })
  const start = () =>
    room.act(ACTIONS['print.start'], {
      ...{ slipId: slip.id, revision: 1, outcome: 'good', note: '' },
      prints: [
        {
          printId: 'first',
          copies: 1,
          answers: ['stock', 'loaded', 'size', 'borderless', 'sliver', 'area'].map((check) => ({
            check,
            reason: 'outside',
          })),
        },
      ],
    })
  return { room, refused: added.value.cannot, slip, start }
}

export const spooled = (printer: Printer): readonly string[] =>
  readdirSync(printer.spool)
    .filter((n) => /\.(pwg|ras|jpg|jpeg)$/.test(n))
    .map((n) => join(printer.spool, n))

/** The dark card on the page that arrived: its size in mm. */
export async function measured(path: string): Promise<{ width: number; height: number; page: string }> {
  if (/\.jpe?g$/.test(path)) {
    const meta = await sharp(path).metadata()
    const { info } = await sharp(path).trim({ threshold: 80 }).toBuffer({ resolveWithObject: true })
    const mm = 25.4 / (meta.density ?? 72)
    return { width: info.width * mm, height: info.height * mm, page: `${meta.width} x ${meta.height} px JPEG` }
  }
  const page = readRaster(readFileSync(path))
  const dark = (x: number, y: number): boolean => (page.at(x, y)[0] ?? 255) < 120
  let [x0, x1, y0, y1] = [page.width, 0, page.height, 0]
  for (let y = 0; y < page.height; y += 2)
    for (let x = 0; x < page.width; x += 2)
      if (dark(x, y)) [x0, x1, y0, y1] = [Math.min(x0, x), Math.max(x1, x), Math.min(y0, y), Math.max(y1, y)]
  const mm = 25.4 / page.ppi
  return {
    width: (x1 - x0 + 2) * mm,
    height: (y1 - y0 + 2) * mm,
    page: `${page.width} x ${page.height} px at ${page.ppi} ppi`,
  }
}

async function one(folder: string, kind: Kind): Promise<Row> {
  const row = (ok: boolean, says: string): Row => ({ part: 'foreign', what: kind.name, ok, says })
  const printer = await startPrinter(folder, kind)
  const stop = new AbortController()
  try {
    const { room, refused, start } = await roomFor(folder, printer, kind)
    if (kind.refused) {
      const pressed = start ? await start() : null
      const said = pressed && !pressed.ok ? sayProblem(pressed.problem) : (refused ?? 'printed')
      return row(kind.refused.test(said) && kind.refused.test(refused ?? ''), said)
    }
    if (!start) return row(false, refused ?? 'not added')
    const started = await start()
    if (!started.ok) return row(false, sayProblem(started.problem))
    const [id = ''] = started.value.printIds
    const working = printUntil(stop.signal, () => room.system(), QUIET, PACE)
    const over = await until(() => ended(room, id), 60)
    stop.abort()
    await working
    const [file] = spooled(printer)
    if (over.state !== 'done' || !file) return row(false, `${over.state}: ${over.problem ?? over.printerSays}`)
    const m = await measured(file)
    const right = Math.abs(m.width - 60) < 1.2 && Math.abs(m.height - 80) < 1.2
    return row(right, `${m.width.toFixed(1)} x ${m.height.toFixed(1)} mm arrived, ${m.page}`)
  } finally {
    stop.abort()
    await printer.end()
  }
}

/** The printer is killed at one moment and comes back with no memory: nothing is booked that is not known. */
async function broken(folder: string, moment: (typeof BREAKS)[number]): Promise<Row> {
  const kind: Kind = { name: moment, formats: 'image/pwg-raster', seconds: 3 }
  const printer = await startPrinter(folder, kind)
  const stop = new AbortController()
  let alive = true
  const kill = async (): Promise<void> => {
    if (alive) await printer.end('SIGKILL')
    alive = false
  }
  try {
    const { room, start } = await roomFor(folder, printer, kind)
    const started = start ? await start() : null
    if (!started?.ok) return { part: 'foreign', what: `killed ${moment}`, ok: false, says: 'not started' }
    const [id = ''] = started.value.printIds
    if (moment === 'before it is asked') await kill()
    const working = printUntil(stop.signal, () => room.system(), QUIET, PACE)
    const state = () => readPrintJob(room.db, id)?.state ?? 'queued'
    if (moment === 'while it is sent') await until(() => state() !== 'queued', 20)
    if (moment === 'when all was sent' || moment === 'while it prints') await until(() => state() === 'printing', 20)
    if (moment === 'while it prints') await rest(800)
    if (moment === 'after it was done') await until(() => state() === 'done', 30)
    await kill()
    const over = await until(() => ended(room, id), 60)
    stop.abort()
    await working
    const expected = { 'before it is asked': 'failed', 'after it was done': 'done' }[moment as string] ?? 'not known'
    const good = room.one<number>("select count(*) from runs where outcome = 'good'")
    const charged = room.one<number>('select count(*) from stock_moves where run_id is not null')
    const ok =
      (over.state === expected || (moment === 'while it is sent' && over.state === 'done')) &&
      good === (over.state === 'done' ? 1 : 0) &&
      charged <= good
    return {
      part: 'foreign',
      what: `killed ${moment}`,
      ok,
      says: `${over.state}, ${good} run good: ${over.problem ?? over.printerSays}`.slice(0, 160),
    }
  } finally {
    stop.abort()
    await kill()
  }
}

/** A printer that another project wrote: added by address, printed on, and killed at five moments. */
export const foreign: Part = {
  name: 'foreign',
  needs: [
    ['ippeveprinter', 'cups-ipp-utils'],
    ['ipptool', 'cups-ipp-utils'],
    ['avahi-daemon', 'avahi-daemon'],
    ['dbus-daemon', 'dbus'],
  ],
  async run(share, folder) {
    return withDiscovery(async () => {
      const rows: Row[] = []
      for (const kind of share ? KINDS.filter((k) => ['plain', 'nothing that we make'].includes(k.name)) : KINDS)
        rows.push(await one(folder, kind))
      for (const moment of share ? BREAKS.slice(2, 3) : BREAKS) rows.push(await broken(folder, moment))
      return rows
    })
  },
}
