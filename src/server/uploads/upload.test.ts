import { mkdtempSync, readdirSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import sharp from 'sharp'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { room } from '@/server/db/open'
import { receivePicture } from './upload'

const folder = mkdtempSync(join(tmpdir(), 'libreta-test-'))
const before = process.env.LIBRETA_DATA

const send = async (body: Uint8Array | null, headers: Record<string, string>): Promise<Record<string, unknown>> => {
  const request = new Request('http://127.0.0.1/api/pictures', {
    method: 'POST',
    headers,
    ...(body ? { body: body as BodyInit } : {}),
  })
  const answered = await receivePicture(request)
  return (await answered.json()) as Record<string, unknown>
}
const pictures = (): unknown => room().$client.prepare('select count(*) as n from pictures').get()
const left = (): readonly string[] =>
  readdirSync(folder, { recursive: true })
    .map(String)
    .filter((f) => /incoming.+/.test(f) || /files.+\.[a-z]+$/.test(f))

describe('a picture that is sent', () => {
  beforeAll(() => {
    process.env.LIBRETA_DATA = folder
  })
  afterAll(() => {
    room().$client.close()
    if (before === undefined) delete process.env.LIBRETA_DATA
    else process.env.LIBRETA_DATA = before
    rmSync(folder, { recursive: true, force: true })
  })

  it('is refused when it was cut short on the way, and nothing of it stays', async () => {
    const png = await sharp({ create: { width: 40, height: 30, channels: 3, background: '#804020' } })
      .png()
      .toBuffer()
    const length = String(png.length + 1)
    const cut = await send(png, { 'x-file-name': 'a.png', 'content-length': length })
    const problem = { code: 'file_upload_cut', name: 'a.png', got: png.length, expected: png.length + 1 }
    expect(cut).toEqual({ ok: false, problem })
    expect([pictures(), left()]).toEqual([{ n: 0 }, []])
  })
  it('is refused when it is empty, or says that it is larger than may be', async () => {
    const empty = await send(null, { 'x-file-name': 'b.png' })
    expect(empty).toEqual({ ok: false, problem: { code: 'file_empty', name: 'b.png' } })
    const large = await send(Uint8Array.of(1), { 'x-file-name': 'c.png', 'content-length': '2200000001' })
    expect(large).toEqual({ ok: false, problem: { code: 'file_too_large', name: 'c.png', limitMb: 2200 } })
    expect([pictures(), left()]).toEqual([{ n: 0 }, []])
  })
})
