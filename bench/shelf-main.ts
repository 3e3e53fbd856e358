import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { Readable } from 'node:stream'
import { readProfile } from '@/formats/icc/profile'
import { sayProfile } from '@/formats/icc/say'
import { ACTIONS } from '@/server/actions/all'
import { importProfile } from '@/server/actions/profiles'
import { receive } from '@/server/files/files'
import { cardFile } from '@/server/render/card-file'
import { slipCard } from '@/server/stores/cards'
import { listProfiles } from '@/server/stores/preset-world'
import { presetsWithVersions } from '@/server/stores/presets'
import { printerProfile } from '../demo/icc'
import { OpenRoom } from '../test/open-room'
import { serving } from '../test/serving'
import { say, spread } from './spread'

// npm run bench:shelf: a shelf of 200 profiles, 300 papers, 400 sizes, a bench card as a file; the built server runs.
const folder = mkdtempSync(join(tmpdir(), 'libreta-shelf-'))
const PROFILES = 200
const PAPERS = 300
/** beside the standard ones, which makes four hundred */
const SIZES = 362
const ROUNDS = 15

/** Milliseconds of each round. */
async function times(work: () => unknown): Promise<readonly number[]> {
  const out: number[] = []
  for (let i = 0; i < ROUNDS; i++) {
    const from = performance.now()
    await work()
    out.push(performance.now() - from)
  }
  return out
}

try {
  const room = await new OpenRoom(folder).setUp()
  const bytes = printerProfile('fen', { gamma: 2, black: 0.03, chroma: 0.8 })
  say(
    `reading one profile of ${bytes.length} bytes: ${spread(
      await times(() => {
        const read = readProfile(bytes)
        return read.ok ? sayProfile(read.value) : null
      }),
    )}`,
  )
  const began = performance.now()
  for (let i = 0; i < PROFILES; i++) {
    // each another file: a byte of its text differs
    const own = printerProfile(`fen ${i}`, { gamma: 1.8 + i / 1000, black: 0.03, chroma: 0.8 })
    const received = await receive(folder, Readable.from([Buffer.from(own)]), 1e8)
    await room.must(importProfile, { name: `fen ${i}.icc`, received, seal: null })
  }
  say(`${PROFILES} profiles taken in: ${Math.round(performance.now() - began)} ms`)
  for (let i = 0; i < PAPERS; i++)
    await room.must(ACTIONS['paper.add'], {
      ...{ name: `Paper ${i}`, maker: 'Mill', surface: 'matte', weight: 200, thickness: 250, note: '' },
    })
  for (let i = 0; i < SIZES; i++)
    await room.must(ACTIONS['size.add'], {
      ...{ name: `Size ${i}`, short: 60_000 + 700 * i, long: 400_000 + 900 * i, unit: 'mm' as const },
    })
  const slip = await room.slip({ title: 'Fern' })
  say(`the shelf read: ${spread(await times(() => [listProfiles(room.db), presetsWithVersions(room.db)]))}`)
  const card = slipCard(room.db, slip.id, null, room.now)
  if (!card.ok) throw new Error('no card')
  say(
    `a bench card as a file: ${spread(await times(() => cardFile(room.db, folder, card.value, 'http://127.0.0.1:4780/x')))}`,
  )
  room.db.$client.exec(`vacuum into '${join(folder, 'libreta.db')}'`)
  const web = await serving(folder)
  try {
    for (const path of ['/presets/profiles', '/papers', '/sizes']) {
      await fetch(web.address + path)
      say(`${path} on the server: ${spread(await times(async () => (await fetch(web.address + path)).text()))}`)
    }
  } finally {
    await web.end()
  }
} finally {
  rmSync(folder, { recursive: true, force: true })
}
