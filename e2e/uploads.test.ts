import { createReadStream, mkdtempSync, readdirSync, rmSync, statSync, writeFileSync } from 'node:fs'
import http from 'node:http'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import sharp from 'sharp'
import { afterAll, beforeAll, describe, expect, inject, it } from 'vitest'
import { tiffOf } from '../test/tiff'
import { one, press, says, Visit } from './browser'

let visit: Visit
const folder = mkdtempSync(join(tmpdir(), 'libreta-uploads-'))
beforeAll(async () => {
  visit = await Visit.start()
})
afterAll(async () => {
  await visit.end()
  rmSync(folder, { recursive: true, force: true })
})

type Answer = { ok: boolean; value?: { id: string }; problem?: { code: string } }

/** Sends a file as a raw body on a connection of its own, as the screen does: writing the file held up this process. */
const send = (path: string, name: string): Promise<Answer> =>
  new Promise((resolve, reject) => {
    const headers = {
      'x-file-name': name,
      origin: inject('address'),
      'content-length': String(statSync(path).size),
    }
    const request = http.request(`${inject('address')}/api/pictures`, { method: 'POST', agent: false, headers })
    request.once('error', reject)
    request.once('response', async (response) => {
      const parts: Buffer[] = []
      for await (const part of response) parts.push(part)
      resolve(JSON.parse(Buffer.concat(parts).toString()) as Answer)
    })
    createReadStream(path).pipe(request)
  })

describe('pictures of any size come in', () => {
  it.each([
    ['30 MB', 4000, 2500],
    ['300 MB', 10_000, 10_000],
  ])('%s, byte for byte', async (_size, width, height) => {
    const path = join(folder, `${width}.tif`)
    writeFileSync(path, tiffOf([{ width, height, value: 77 }]))
    const answer = await send(path, `${width}.tif`)
    expect(answer).toMatchObject({ ok: true })
    const id = answer.value?.id ?? ''
    expect(one<number>('select bytes from pictures where id = ?', id)).toBe(statSync(path).size)
    expect(one<number>('select width from pictures where id = ?', id)).toBe(width)
    rmSync(path)
  })
  it('one that was chosen by a person in the browser', async () => {
    // noise does not pack: what a camera of 40 megapixels gives
    const path = join(folder, 'chosen.jpg')
    const noise = { type: 'gaussian', mean: 128, sigma: 40 } as const
    await sharp({ create: { width: 5000, height: 3600, channels: 3, background: '#000', noise } })
      .jpeg({ quality: 100, chromaSubsampling: '4:4:4' })
      .toFile(path)
    expect(statSync(path).size).toBeGreaterThan(20_000_000)
    const page = await visit.open('/slips')
    await press(page, 'New slip')
    await page.waitForSelector('input[type="file"]')
    const input = await page.$('input[type="file"]')
    if (!input) throw new Error('no place for a file')
    await (input as unknown as { uploadFile(...paths: string[]): Promise<void> }).uploadFile(path)
    await says(page, 'chosen.jpg')
    await says(page, /5.?000 × 3.?600 px/)
    await page.close()
  })
  it('a line that is cut leaves nothing behind', async () => {
    const incoming = (): number => {
      try {
        return readdirSync(join(inject('data'), 'incoming')).length
      } catch {
        return 0
      }
    }
    const before = incoming()
    const stop = new AbortController()
    const body = new ReadableStream({
      async pull(controller) {
        controller.enqueue(new Uint8Array(65_536))
        await new Promise((r) => setTimeout(r, 5))
      },
    })
    const sent = fetch(`${inject('address')}/api/pictures`, {
      ...{ method: 'POST', duplex: 'half', headers: { 'x-file-name': 'x.tif', origin: inject('address') }, body },
      signal: stop.signal,
    } as RequestInit).catch(() => null)
    await new Promise((r) => setTimeout(r, 800))
    stop.abort()
    await sent
    for (let i = 0; i < 100 && incoming() > before; i++) await new Promise((r) => setTimeout(r, 100))
    expect(incoming()).toBe(before)
  })
})
