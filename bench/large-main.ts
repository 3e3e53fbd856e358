import { spawnSync } from 'node:child_process'
import { closeSync, createReadStream, mkdtempSync, openSync, readFileSync, rmSync, statSync, writeSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { Readable } from 'node:stream'
import sharp from 'sharp'
import { ACTIONS } from '@/server/actions/all'
import { NOW, OpenRoom } from '../test/open-room'
import { serving, working } from '../test/serving'
import { writeLargeTiff } from '../test/tiff'
import { say, spread } from './spread'

// npm run bench:large: an upload of 2 GB, pictures of 400 megapixels, and 500 copies in one press; the built server runs.
const folder = mkdtempSync(join(tmpdir(), 'libreta-large-'))
const rest = (ms: number): Promise<void> => new Promise((r) => setTimeout(r, ms))

/** Resident memory of a process at its highest, MB. */
const peak = (pid: number): number =>
  Number(/VmHWM:\s+(\d+) kB/.exec(readFileSync(`/proc/${pid}/status`, 'utf8'))?.[1] ?? 0) / 1000
/** Begins the highest mark anew. */
const forget = (pid: number): void => {
  const file = openSync(`/proc/${pid}/clear_refs`, 'w')
  writeSync(file, '5')
  closeSync(file)
}

const web = await serving(join(folder, 'room'))
const background = working(join(folder, 'room'))
const { address } = web
const pids = [web.pid, background.pid] as const

async function upload(path: string): Promise<{ readonly ok: boolean; readonly says: string }> {
  const response = await fetch(`${address}/api/pictures`, {
    method: 'POST',
    duplex: 'half',
    headers: {
      'x-file-name': path.split('/').at(-1) ?? '',
      origin: address,
      'content-length': String(statSync(path).size),
    },
    body: Readable.toWeb(createReadStream(path)) as unknown as ReadableStream,
  } as RequestInit)
  const answer = (await response.json()) as { ok: boolean; problem?: { code: string } }
  return { ok: answer.ok, says: answer.ok ? 'taken' : (answer.problem?.code ?? '') }
}

async function measure(what: string, path: string): Promise<void> {
  for (const pid of pids) forget(pid)
  const began = performance.now()
  const { says } = await upload(path)
  const seconds = (performance.now() - began) / 1000
  await rest(says === 'taken' ? 20_000 : 500) // the preview is made meanwhile
  say(
    `${what}, ${(statSync(path).size / 1e6).toFixed(0)} MB: ${says} in ${seconds.toFixed(1)} s, server at most ${peak(pids[0]).toFixed(0)} MB, background ${peak(pids[1]).toFixed(0)} MB`,
  )
  rmSync(path)
}

try {
  await fetch(`${address}/api/do/room.set-up`, {
    method: 'POST',
    headers: { 'content-type': 'application/json', origin: address },
    body: JSON.stringify({
      ...{ name: 'Large', unit: 'mm', currency: 'EUR', exponent: 2, timeZone: 'UTC', keeper: 'K' },
      printer: { nickname: 'Otter', makeModel: '' },
      paper: { name: 'Plain', surface: 'plain', sizeId: 'iso_a4_210x297mm', count: 5 },
    }),
  })
  await rest(3000)
  const at = (name: string): string => join(folder, name)
  writeLargeTiff(at('two-gigabytes.tif'), 22_000, 15_150, 16, 90)
  await measure('upload of a 16-bit TIFF of 333 megapixels', at('two-gigabytes.tif'))
  const plain = () =>
    sharp({ create: { width: 20_000, height: 20_000, channels: 3, background: '#468' }, limitInputPixels: false })
  await plain().jpeg({ quality: 60, optimiseCoding: false }).toFile(at('plain.jpg'))
  await measure('JPEG of 400 megapixels', at('plain.jpg'))
  await plain().png({ compressionLevel: 1 }).toFile(at('plain.png'))
  await measure('PNG of 400 megapixels', at('plain.png'))
  await plain().tiff({ compression: 'deflate', tile: true }).toFile(at('tiles.tif'))
  await measure('TIFF of 400 megapixels in tiles', at('tiles.tif'))
  // made by a tool that turns what it has into a progressive one, since a writer of ours would hold it whole
  await plain().jpeg({ quality: 60, optimiseCoding: false }).toFile(at('baseline.jpg'))
  const turned = spawnSync('jpegtran', ['-progressive', '-outfile', at('progressive.jpg'), at('baseline.jpg')])
  if (turned.status === 0) await measure('progressive JPEG of 400 megapixels', at('progressive.jpg'))
  else say('the progressive JPEG was not made: jpegtran (libjpeg-turbo-progs) is not here')
} finally {
  await web.end()
  await background.end()
  rmSync(folder, { recursive: true, force: true })
}

const times: number[] = []
for (let n = 0; n < 7; n++) {
  const room = await new OpenRoom(mkdtempSync(join(tmpdir(), 'libreta-copies-'))).setUp()
  room.now = NOW
  const added = await room.must(ACTIONS['person.add'], { name: 'Ida', role: 'member', groupId: null })
  const slip = await room.slip({
    pictureId: room.picture(),
    memberId: added.id,
    copies: 500,
    versionId: room.one<string>('select id from preset_versions'),
    sheet: { kind: 'size', sizeId: 'iso_a4_210x297mm' },
  })
  const began = performance.now()
  await room.must(ACTIONS['run.log'], {
    ...{ slipId: slip.id, revision: 1, outcome: 'good', cause: null, note: '' },
    prints: [{ printId: 'first', copies: 500, answers: [{ check: 'stock', reason: 'a pallet' }] }],
  })
  times.push(performance.now() - began)
  rmSync(room.folder, { recursive: true, force: true })
}
say(`500 copies logged in one transaction, ms: ${spread(times)}`)
