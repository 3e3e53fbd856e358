import { Readable } from 'node:stream'
import { crc32 } from 'node:zlib'
import sharp from 'sharp'
import { describe, expect, it } from 'vitest'
import { sayProblem } from '@/core/words/problems'
import { readPictureHeader } from '@/formats/picture/header'
import { ACTIONS } from '@/server/actions/all'
import { addPicture } from '@/server/actions/pictures'
import { receive } from '@/server/files/files'
import { readPicture } from '@/server/stores/slips'
import { gammaCurve, greyProfile } from '../../../test/icc'
import { put, quarters } from '../../../test/pictures'
import { folder, TestRoom } from '../../../test/room'
import { tiffOf } from '../../../test/tiff'
import { MOST_PIXELS } from './decoder'
import { inspect } from './inspect'

const look = (name: string, bytes: Uint8Array) => inspect(put(folder(), name, bytes), name)
const refusal = async (name: string, bytes: Uint8Array): Promise<string> => {
  const result = await look(name, bytes)
  return result.ok ? 'taken' : sayProblem(result.problem)
}

/** A JPEG that is all header: a frame of this kind and size, and nothing behind it. */
function jpegHeader(frame: number, width: number, height: number, factors = [0x22, 0x11, 0x11], bits = 8): Buffer {
  const b = Buffer.alloc(2 + 2 + 8 + 3 * factors.length)
  b.writeUInt16BE(0xffd8, 0)
  b.writeUInt16BE(0xff00 | frame, 2)
  b.writeUInt16BE(8 + 3 * factors.length, 4)
  b[6] = bits
  b.writeUInt16BE(height, 7)
  b.writeUInt16BE(width, 9)
  b[11] = factors.length
  return Buffer.concat([b.subarray(0, 12), ...factors.map((f, i) => Buffer.from([i + 1, f, 0]))])
}

const chunk = (type: string, data: Buffer): Buffer => {
  const body = Buffer.concat([Buffer.from(type, 'latin1'), data])
  const out = Buffer.alloc(body.length + 8)
  out.writeUInt32BE(data.length, 0)
  body.copy(out, 4)
  out.writeUInt32BE(crc32(body), body.length + 4)
  return out
}
const u32s = (...values: number[]): Buffer => {
  const b = Buffer.alloc(4 * values.length)
  values.forEach((v, i) => {
    b.writeUInt32BE(v, 4 * i)
  })
  return b
}
/** A PNG with chunks of its own behind its header. */
const pngWith = async (...chunks: Buffer[]): Promise<Buffer> => {
  const plain = await quarters(40, 40)
  return Buffer.concat([plain.subarray(0, 33), ...chunks, plain.subarray(33)])
}
const interlaced = (width: number, height: number, bits: number): Buffer =>
  Buffer.concat([
    Buffer.from('89504e470d0a1a0a', 'hex'),
    chunk('IHDR', Buffer.concat([u32s(width, height), Buffer.from([bits, 2, 0, 0, 1])])),
  ])

describe('what a decoder would need', () => {
  it.each([
    ['a progressive JPEG of 400 megapixels', 'a.jpg', jpegHeader(0xc2, 20_000, 20_000), /1\.4 GB .*progressive JPEG/],
    ['the same without subsampling', 'a.jpg', jpegHeader(0xc2, 20_000, 20_000, [0x11, 0x11, 0x11]), /2\.8 GB/],
    ['an interlaced PNG of 16 bits', 'a.png', interlaced(20_000, 20_000, 16), /4\.8 GB .*interlaced PNG/],
  ] as const)('%s is refused from its header, with its reason', async (_what, name, bytes, says) => {
    expect(20_000 * 20_000).toBeLessThanOrEqual(MOST_PIXELS)
    expect(await refusal(name, bytes)).toMatch(says)
  })
  it('what is read row by row is not refused for its size', async () => {
    expect(await refusal('a.jpg', jpegHeader(0xc0, 20_000, 20_000))).toMatch(/cannot be read to its end/)
    expect(await refusal('a.jpg', jpegHeader(0xc2, 10_000, 10_000))).toMatch(/cannot be read to its end/)
    expect(await refusal('a.png', interlaced(10_000, 9_000, 16))).toMatch(/cannot be read to its end/)
  })
})

describe('sound files that are not taken', () => {
  const page = { width: 30, height: 20 }
  it.each([
    ['a JPEG of 12 bits', 'a.jpg', jpegHeader(0xc1, 40, 40, [0x11], 12), /sound, but it is a JPEG with 12 bits/],
    ['a lossless JPEG', 'a.jpg', jpegHeader(0xc3, 40, 40, [0x11]), /lossless JPEG/],
    ['a TIFF in Lab', 'a.tif', tiffOf([{ ...page, photometric: 8 }]), /sound, but it is a TIFF in Lab/],
    ['five channels', 'a.tif', tiffOf([{ ...page, samples: 5 }]), /a TIFF with 5 channels/],
    ['floating point', 'a.tif', tiffOf([{ ...page, bits: 32, format: 3 }]), /floating point \(32 bits\)/],
    ['32 bits', 'a.tif', tiffOf([{ ...page, bits: 32 }]), /32 bits a channel/],
    ['signed numbers', 'a.tif', tiffOf([{ ...page, format: 2 }]), /signed/],
    ['another compression', 'a.tif', tiffOf([{ ...page, compression: 34712 }]), /packed as JPEG 2000/],
  ] as const)('%s', async (_what, name, bytes, says) => {
    expect(await refusal(name, bytes)).toMatch(says)
  })
})

describe('files of several pictures', () => {
  const small = { width: 40, height: 30, value: 20 }
  const large = { width: 400, height: 300, value: 200 }
  it.each([
    ['a small copy first: the large one', [small, large], 400, 1],
    ['a first that says it is a copy', [{ ...large, width: 300, reduced: true }, large], 400, 1],
    ['the large one first', [large, small], 400, 0],
    ['two of a kind: the first', [large, { ...large, width: 420 }], 400, 0],
  ] as const)('%s', async (_what, parts, width, page) => {
    expect(await look('a.tif', tiffOf(parts))).toMatchObject({ ok: true, value: { width, page } })
  })
  it('shows the picture that is printed', async () => {
    const result = await look('a.tif', tiffOf([small, large]))
    if (!result.ok) throw new Error(sayProblem(result.problem))
    const { data } = await sharp(result.value.thumb).raw().toBuffer({ resolveWithObject: true })
    expect(data[0]).toBeGreaterThan(190)
  })
  it('a chain of directories that leads round in a circle ends', () => {
    const bytes = tiffOf([small, large])
    const first = bytes.readUInt32LE(4)
    const second = bytes.readUInt32LE(first + 2 + 12 * 11)
    bytes.writeUInt32LE(first, second + 2 + 12 * 11)
    const header = readPictureHeader((at, count) => bytes.subarray(at, at + count))
    expect(header?.format === 'TIFF' && header.pictures.length).toBe(2)
  })
})

describe('what a file says of its colours', () => {
  const withProfile = async (icc: Uint8Array): Promise<Buffer> => {
    const jpeg = await sharp(await quarters(60, 40))
      .jpeg()
      .toBuffer()
    const body = Buffer.concat([Buffer.from('ICC_PROFILE\0\x01\x01', 'latin1'), icc])
    const head = Buffer.from([0xff, 0xe2, (body.length + 2) >> 8, (body.length + 2) & 255])
    return Buffer.concat([jpeg.subarray(0, 2), head, body, jpeg.subarray(2)])
  }
  const grey = greyProfile('soft grey', gammaCurve(1.8))
  it.each([
    ['for grey', grey, /is for grey numbers/],
    ['that breaks off', grey.subarray(0, 200), /is broken/],
    ['that only its header makes one', greyProfile('x', gammaCurve(1.8), 'RGB '), /the colour engine cannot use it/],
  ])('a profile %s in a picture of colour is asked about, and counts as untagged', async (_what, icc, says) => {
    const result = await look('a.jpg', await withProfile(icc))
    expect(result).toMatchObject({ ok: true, value: { profile: null, colourAsks: true } })
    expect(result.ok && result.value.colourNote).toMatch(says)
  })
  it('is answered once, by a helper, for the picture', async () => {
    const room = await TestRoom.open()
    const received = await receive(room.folder, Readable.from([await withProfile(grey)]), 1e6)
    const { id } = await room.must(addPicture, { name: 'a.jpg', received })
    expect(readPicture(room.db, id)).toMatchObject({ colourAsks: true, profile: null })
    await room.must(ACTIONS['picture.untagged'], { id })
    expect(readPicture(room.db, id)).toMatchObject({ colourAsks: false, colourNote: 'its profile is for grey numbers' })
  })
  it('a PNG’s own gamma or primaries without a profile are said; those of sRGB are not', async () => {
    const gamma = (g: number): Buffer => chunk('gAMA', u32s(Math.round(g * 100_000)))
    const note = async (...chunks: Buffer[]) => {
      const result = await look('a.png', await pngWith(...chunks))
      return result.ok ? result.value.colourNote : 'refused'
    }
    expect(await note(gamma(1))).toBe('it states a gamma of 1 without a profile')
    expect(await note(gamma(0.45455))).toBeNull()
    expect(await note(gamma(1), chunk('sRGB', Buffer.from([0])))).toBeNull()
    expect(await note(chunk('cHRM', u32s(31270, 32900, 73470, 26530, 11910, 82640, 15650, 1770)))).toBe(
      'it states primaries of its own without a profile',
    )
    expect(await note(chunk('cHRM', u32s(31270, 32900, 64000, 33000, 30000, 60000, 15000, 6000)))).toBeNull()
  })
  it('descriptions in UTF-8 are read, and in Latin 1', async () => {
    const named = async (name: string) => {
      const tag = await sharp(Buffer.alloc(100, 90), { raw: { width: 10, height: 10, channels: 1 } })
        .toColourspace('b-w')
        .jpeg()
        .toBuffer()
      const icc = greyProfile(name, gammaCurve(2.2))
      const body = Buffer.concat([Buffer.from('ICC_PROFILE\0\x01\x01', 'latin1'), icc])
      const head = Buffer.from([0xff, 0xe2, (body.length + 2) >> 8, (body.length + 2) & 255])
      const result = await look('a.jpg', Buffer.concat([tag.subarray(0, 2), head, body, tag.subarray(2)]))
      return result.ok ? result.value.profile : sayProblem(result.problem)
    }
    expect(await named('Gränna matt, 灰')).toBe('Gränna matt, 灰')
    expect(await named('')).toBe('a profile without a name')
  })
})
