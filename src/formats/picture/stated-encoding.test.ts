import { promisify } from 'node:util'
import { inflate } from 'node:zlib'
import sharp from 'sharp'
import { describe, expect, it } from 'vitest'
import { matrixProfile, WIDE } from '../../../demo/icc'
import { encodingOfProfile, statedEncoding } from './stated-encoding'

const unpack = async (packed: Uint8Array): Promise<Uint8Array> => promisify(inflate)(packed)
const image = () => sharp({ create: { width: 20, height: 20, channels: 3, background: '#777' } })

describe('the encoding that a scan states', () => {
  it('is that of its profile, or of PNG’s own mark', async () => {
    const said = async (bytes: Buffer) => statedEncoding(new Uint8Array(bytes), unpack)
    expect(await said(await image().withMetadata({ icc: 'srgb' }).jpeg().toBuffer())).toBe('sRGB')
    expect(await said(await image().withMetadata({ icc: 'srgb' }).png().toBuffer())).toBe('sRGB')
    expect(await said(await image().jpeg().toBuffer())).toBeNull()
    expect(await said(await image().png().toBuffer())).toBeNull()
    const marked = await image().png().toBuffer()
    const chunk = Buffer.concat([Buffer.from([0, 0, 0, 1]), Buffer.from('sRGB'), Buffer.from([1, 0, 0, 0, 0])])
    expect(await said(Buffer.concat([marked.subarray(0, 33), chunk, marked.subarray(33)]))).toBe('sRGB')
  })
  it('is known by its power, and nothing where it has another', () => {
    expect(encodingOfProfile(matrixProfile('scanner', WIDE, 1.8))).toBe('gamma 1.8')
    expect(encodingOfProfile(matrixProfile('scanner', WIDE, 2.2))).toBe('gamma 2.2')
    expect(encodingOfProfile(matrixProfile('scanner', WIDE, 1))).toBe('linear')
    expect(encodingOfProfile(matrixProfile('scanner', WIDE, 2.6))).toBeNull()
    expect(encodingOfProfile(new Uint8Array(40))).toBeNull()
  })
  it('of what breaks off is none, and never a fault', async () => {
    const whole = new Uint8Array(await image().withMetadata({ icc: 'srgb' }).png().toBuffer())
    for (let cut = 0; cut < whole.length; cut += 7) await statedEncoding(whole.subarray(0, cut), unpack)
    const noise = Uint8Array.from({ length: 4000 }, (_, i) => (i * 73) % 256)
    for (let n = 0; n < 60; n++) {
      const damaged = whole.slice()
      damaged[(n * 131) % damaged.length] = noise[n] ?? 0
      await statedEncoding(damaged, unpack)
    }
    expect(await statedEncoding(noise, unpack)).toBeNull()
  })
})
