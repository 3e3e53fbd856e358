import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { monitorEventLoopDelay } from 'node:perf_hooks'
import { Readable } from 'node:stream'
import sharp from 'sharp'
import { fromMm } from '@/core/length/length'
import { ACTIONS } from '@/server/actions/all'
import { addPicture } from '@/server/actions/pictures'
import { receive } from '@/server/files/files'
import { readBench } from '@/server/stores/bench'
import { readPrintJob } from '@/server/stores/print-jobs'
import { CARDS, PrintRoom } from '../test/print-room'
import { say, spread } from './spread'

// npm run bench:thread: while a sheet of 100 megapixels is made, what becomes of another printer, and of a cancel.
const rest = (ms: number): Promise<void> => new Promise((r) => setTimeout(r, ms))
const folder = mkdtempSync(join(tmpdir(), 'libreta-thread-'))
const ROUNDS = 6

const printers = await PrintRoom.open(5, ['otter', 'wren'])
const { room } = printers
const LARGE: Parameters<typeof printers.preset>[0] = {
  ...{ queue: 'Otter, photo', feed: 'otter/rear stack', mediaSetting: 'lustre', quality: 'fine' },
  ...{ surface: 'lustre', black: 'photo', inkSet: 'ten pigments, 2025' },
}

async function largePicture(): Promise<string> {
  const small = await sharp({
    create: {
      width: 866,
      height: 1155,
      channels: 3,
      background: '#000',
      noise: { type: 'gaussian', mean: 120, sigma: 50 },
    },
  })
    .png()
    .toBuffer()
  const bytes = await sharp(small).resize(8660, 11_550).jpeg({ quality: 90, optimiseCoding: false }).toBuffer()
  const received = await receive(room.folder, Readable.from([bytes]), bytes.length)
  return (await room.must(addPicture, { name: 'large.jpg', received })).id
}

const start = async (slip: { readonly id: string }): Promise<string> => {
  const checks = ['stock', 'resolution', 'area', 'size', 'loaded', 'black', 'copies', 'sliver']
  const { printIds } = await room.must(ACTIONS['print.start'], {
    ...{ slipId: slip.id, revision: room.one<number>('select revision from slips where id = ?', slip.id), note: '' },
    outcome: 'good',
    prints: [{ printId: 'first', copies: 1, answers: checks.map((check) => ({ check, reason: 'bench' })) }],
  })
  return printIds[0] ?? ''
}
const until = async (what: () => boolean, most = 60_000): Promise<number> => {
  const began = performance.now()
  while (!what()) {
    if (performance.now() - began > most) throw new Error('it never came to that')
    await rest(5)
  }
  return performance.now() - began
}
const state = (id: string) => readPrintJob(room.db, id)?.state

try {
  const wren = printers.machines.get('wren')
  const held = wren?.holds.get('main')
  if (!wren || !held) throw new Error('no printer')
  const large = await printers.preset(LARGE)
  const card = await printers.preset(CARDS)
  const pictureId = await largePicture()
  const small = await printers.picture(600, 800)
  printers.work()
  const [news, cancels]: [number[], number[]] = [[], []]
  const delay = monitorEventLoopDelay({ resolution: 5 })
  for (let i = 0; i < ROUNDS; i++) {
    printers.supply()
    wren.standsBy = false
    Object.assign(held, { width: 101.6, length: 152.4, left: 0 })
    const small4 = await printers.slip({
      ...{ pictureId: small, versionId: card, sheet: { kind: 'size', sizeId: 'na_index-4x6_4x6in' } },
      placing: { mode: 'exact', by: { edge: 'width', um: fromMm(60) } },
    })
    const cardJob = await start(small4)
    await until(() => /stands/.test(readPrintJob(room.db, cardJob)?.printerSays ?? ''))
    const sheet = await printers.slip({
      ...{ pictureId, versionId: large, sheet: { kind: 'size', sizeId: 'jis_b4_257x364mm' } },
      placing: { mode: 'fill' },
    })
    const job = await start(sheet)
    delay.enable()
    // in turns while its picture is opened, and while it is sent
    if (i % 2 === 0) await rest(700)
    else await until(() => state(job) === 'sending')
    // somebody puts paper in the other printer while the sheet is made: how long until the bench says so
    held.left = 10
    wren.wake()
    news.push(
      await until(() => {
        const lane = readBench(room.db, room.now, 0).lanes.flatMap((l) => l.prints)
        return !lane.some((p) => p.id === cardJob && /stands/.test(p.printerSays))
      }),
    )
    await room.must(ACTIONS['print.cancel'], { id: job })
    cancels.push(await until(() => !['queued', 'sending', 'printing'].includes(state(job) ?? '')))
    delay.disable()
    await until(() => state(cardJob) === 'done')
  }
  say(
    `a state change of another printer reaches the bench: ${spread(news)} ms (limit 1000; the printer is asked every 100 ms here, and every second in a room)`,
  )
  say(`a cancel of the sheet that is made ends its job: ${spread(cancels)} ms (limit 1000)`)
  say(
    `this process was held up meanwhile for at most ${(delay.max / 1e6).toFixed(0)} ms (simulated printers run in it, too)`,
  )
} finally {
  await printers.end()
  rmSync(folder, { recursive: true, force: true })
  process.exit(0)
}
