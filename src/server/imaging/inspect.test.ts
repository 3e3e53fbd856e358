import { createReadStream, readdirSync } from 'node:fs'
import { join } from 'node:path'
import { Readable } from 'node:stream'
import sharp from 'sharp'
import { describe, expect, it } from 'vitest'
import { sayProblem } from '@/core/words/problems'
import { addPicture, plainFileName } from '@/server/actions/pictures'
import { receive, TooLarge } from '@/server/files/files'
import { put, quarters } from '../../../test/pictures'
import { folder, TestRoom } from '../../../test/room'
import { inspect } from './inspect'

describe('looking at a received file', () => {
  it('reads pixels, bits, grey, orientation and profile', async () => {
    const dir = folder()
    const png = await quarters(80, 60)
    const jpeg = await sharp(png).withMetadata({ orientation: 6 }).withIccProfile('srgb').jpeg().toBuffer()
    const tall = await inspect(put(dir, 'a.jpg', jpeg), 'a.jpg')
    expect(tall).toMatchObject({
      ok: true,
      value: { mime: 'image/jpeg', width: 60, height: 80, orientation: 6, grey: false, bits: 8 },
    })
    expect(tall.ok && tall.value.profile).toMatch(/sRGB/)
    const ramp = Uint16Array.from({ length: 40 * 30 }, (_, i) => i * 50)
    const grey = await sharp(ramp, { raw: { width: 40, height: 30, channels: 1 } })
      .toColourspace('grey16')
      .tiff({ compression: 'deflate' })
      .toBuffer()
    expect(await inspect(put(dir, 'g.tif', grey), 'g.tif')).toMatchObject({
      ok: true,
      value: { mime: 'image/tiff', grey: true, bits: 16, profile: null },
    })
  })

  const bad: readonly [string, (good: Buffer) => Buffer | string, RegExp][] = [
    ['empty.jpg', () => '', /empty\.jpg is empty \(0 bytes\)/],
    ['cut.png', (b) => b.subarray(0, b.length / 2), /cut\.png begins as a PNG but cannot be read to its end/],
    ['header.png', (b) => b.subarray(0, 33), /cannot be read to its end/],
    [
      'notes.jpg',
      () => 'Dear keeper, the picture follows.',
      /is not a JPEG, PNG or TIFF picture: it begins with “Dear keeper,”/,
    ],
    ['scan.tif', () => '%PDF-1.7 something', /scan\.tif is really a PDF/],
    ['anim.png', () => 'GIF89a..........', /really a GIF/],
    ['page.jpg', () => '<!doctype html><p>', /really a web page/],
    ['bytes.jpg', () => Buffer.from([1, 2, 3, 4, 5, 6, 7]), /the bytes 010203040506/],
  ]
  it.each(bad)('%s gets one sentence and leaves nothing behind', async (name, make, says) => {
    const room = await TestRoom.open()
    const bytes = Buffer.from(make(await quarters(400, 300)))
    const received = await receive(room.folder, Readable.from([bytes]), 1e6)
    const result = await room.act(addPicture, { name, received })
    expect(result.ok).toBe(false)
    if (!result.ok) expect(sayProblem(result.problem)).toMatch(says)
    expect(room.one('select count(*) from pictures')).toBe(0)
    expect(readdirSync(join(room.folder, 'incoming'))).toEqual([])
  })
  it('a truncated JPEG is found although its header is sound', async () => {
    const dir = folder()
    const noise = Buffer.alloc(600 * 400 * 3, 0).map((_, i) => (i * 7919) % 256)
    const jpeg = await sharp(noise, { raw: { width: 600, height: 400, channels: 3 } })
      .jpeg()
      .toBuffer()
    const path = put(dir, 'cut.jpg', jpeg.subarray(0, Math.floor(jpeg.length * 0.6)))
    expect(await inspect(path, 'cut.jpg')).toMatchObject({ ok: false, problem: { code: 'file_broken' } })
  })
  it('separated colours are refused with a way out', async () => {
    const dir = folder()
    const cmyk = await sharp(await quarters(40, 40))
      .toColourspace('cmyk')
      .jpeg()
      .toBuffer()
    const result = await inspect(put(dir, 'c.jpg', cmyk), 'c.jpg')
    expect(result).toMatchObject({ ok: false, problem: { code: 'file_separated' } })
  })
  it('a stream that goes past its limit is cut off and removed', async () => {
    const dir = folder()
    const endless = Readable.from(
      (function* () {
        for (let i = 0; i < 10_000; i++) yield Buffer.alloc(65_536)
      })(),
    )
    await expect(receive(dir, endless, 1_000_000)).rejects.toThrow(TooLarge)
    expect(readdirSync(join(dir, 'incoming'))).toEqual([])
  })
  it('one content is kept once', async () => {
    const room = await TestRoom.open()
    const path = put(folder(), 'a.png', await quarters(40, 40))
    for (const name of ['a.png', 'b.png']) {
      const received = await receive(room.folder, createReadStream(path), 1e6)
      await room.must(addPicture, { name, received })
    }
    expect(room.one('select count(*) from pictures')).toBe(2)
    expect(room.one('select count(distinct sha) from pictures')).toBe(1)
  })
  it('names lose paths and control characters', () => {
    expect(plainFileName('C:\\temp\\..\\fern\u0000\u0007.jpg')).toBe('fern.jpg')
    expect(plainFileName('../../etc/passwd')).toBe('passwd')
    expect(plainFileName('\n')).toBe('picture')
  })
})
